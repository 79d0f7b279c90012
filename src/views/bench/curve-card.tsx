"use client";

import { Flex } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { BenchRunning } from "@/core/bench/bench-answer";
import { CURVE_VEHICLES } from "@/core/bench/bench-shapes";
import { type BenchState, benchLimits } from "@/core/bench/bench-state";
import { ChargeCurvePicture } from "@/pictures/charts/charge-curve";
import type { Part } from "@/session/bench";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { channelWords, silentWords } from "@/words/bench";
import { curveCardText } from "@/words/screens/bench";
import type { KeptState } from "./kept-states";

interface CurveCardProps {
  state: BenchState;
  answer: BenchRunning | null;
  kept: readonly KeptState[];
  curve: Part<"curve">;
  set: (change: (now: BenchState) => BenchState) => void;
}

const STEP_C = 2;
const FRAME_MS = 2600;
const HOTTEST_C = 44;
const COLDEST_C = 12;

/** Pressures against charge, and the change as the day gets hotter. */
export function CurveCard({ state, answer, kept, curve: { part: curve, done }, set }: CurveCardProps) {
  const figures = useFigures();
  const [playing, setPlaying] = useState(false);
  const { ambientC } = state.conditions;
  useEffect(() => {
    if (!playing) return;
    const timer = setTimeout(() => {
      const next = ambientC + STEP_C;
      if (next > HOTTEST_C) setPlaying(false);
      else set((now) => ({ ...now, conditions: { ...now.conditions, ambientC: next } }));
    }, FRAME_MS);
    return () => clearTimeout(timer);
  }, [playing, ambientC, set]);
  const play = () => {
    if (!playing && ambientC + STEP_C > HOTTEST_C)
      set((now) => ({ ...now, conditions: { ...now.conditions, ambientC: COLDEST_C } }));
    setPlaying(!playing);
  };
  const beside = kept
    .filter((one) => JSON.stringify(one.state.label) === JSON.stringify(state.label))
    .map(({ name, state: { chargeG }, answer: { reading } }) => ({ name, chargeG, reading }));
  const most = benchLimits.chargeShare.max * state.label.chargeG;
  return (
    <Card
      title={curveCardText.pressuresAgainstChargeAt(figures.quantity(ambientC, "degC", 1))}
      aside={
        <Flex gap="2" align="center">
          <Text kind="note" role="status">
            {done
              ? ""
              : curve === null || curve.vehicles < CURVE_VEHICLES
                ? curveCardText.ofLabel(curve?.vehicles ?? 0, CURVE_VEHICLES)
                : "weighing"}
          </Text>
          <BenchButton kind="quiet" aria-pressed={playing} onClick={play}>
            {playing ? "Stop" : curveCardText.playHotter}
          </BenchButton>
        </Flex>
      }
    >
      {curve === null ? (
        <Text kind="soft" py="12">
          {curveCardText.simulatingTwentyVehicles}
        </Text>
      ) : (
        <>
          <ChargeCurvePicture
            curve={curve}
            labelG={state.label.chargeG}
            chargeG={state.chargeG}
            now={answer?.reading ?? null}
            kept={beside}
            silent={silentWords(curve, state.label.chargeG, figures)}
            names={channelWords}
            onCharge={(chargeG) => set((now) => ({ ...now, chargeG: Math.min(chargeG, most) }))}
          />
          <Text kind="note">{curveCardText.linesMedianOfSuchVehicles}</Text>
        </>
      )}
    </Card>
  );
}
