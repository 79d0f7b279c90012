"use client";

import { Flex } from "@chakra-ui/react";
import { type GaugeZero, gaugeZero } from "@/core/readings/derive/gauge-zero";
import { useJob, useSetPart, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Measure } from "@/ui/measure";
import { Text } from "@/ui/text";
import { commonText } from "@/words/screens/common";
import { gaugeZeroText } from "@/words/screens/steps/hook-up";

const zeroWords: Record<GaugeZero, string> = {
  right: gaugeZeroText.right,
  off: gaugeZeroText.off,
  pressurised: gaugeZeroText.pressurised,
};

/** Live gauges before they are connected: open to the air both must read zero. Nothing without a live source. */
export function GaugeZeroCard() {
  const figures = useFigures();
  const accuracy = useAccuracy();
  const { job } = useJob();
  const set = useSetPart("hookUp");
  const { status, source, samples } = useSimulator("status", "source", "samples");
  if (status !== "running" || source.kind !== "live") return null;
  const found = (["low", "high"] as const).flatMap((side) => {
    const zero = gaugeZero(
      samples.map((sample) => sample[side]),
      side,
      accuracy,
    );
    return zero === null ? [] : [{ side, ...zero }];
  });
  if (found.length === 0) return null;
  const { zero: kept } = job.hookUp;
  const pressurised = found.some(({ zero }) => zero === "pressurised");
  return (
    <Card title={gaugeZeroText.title}>
      <Flex gap="6" wrap="wrap">
        {found.map(({ side, kpa, zero }) => (
          <Measure
            key={side}
            label={side === "low" ? commonText.lowSide : commonText.highSide}
            value={kpa}
            unit="kPa"
            note={zeroWords[zero]}
          />
        ))}
      </Flex>
      <Text mt="2" kind="soft">
        {pressurised
          ? gaugeZeroText.alreadyConnected
          : found.some(({ zero }) => zero === "off")
            ? gaugeZeroText.zeroThem
            : gaugeZeroText.openToTheAir}
      </Text>
      <Flex mt="2" gap="3" align="center" wrap="wrap">
        <BenchButton
          disabled={pressurised}
          onClick={() => {
            const at = new Date().toISOString();
            const of = (wanted: "low" | "high") => found.find(({ side }) => side === wanted)?.kpa ?? null;
            set({ zero: { at, lowKpa: of("low"), highKpa: of("high") } });
          }}
        >
          {gaugeZeroText.record}
        </BenchButton>
        <Text kind="note">
          {pressurised
            ? gaugeZeroText.pressureStands
            : kept === null
              ? gaugeZeroText.notRecorded
              : gaugeZeroText.recorded(figures.number(kept.lowKpa, "kPa"), figures.quantity(kept.highKpa, "kPa"))}
        </Text>
      </Flex>
    </Card>
  );
}
