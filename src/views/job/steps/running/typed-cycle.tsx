"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { useState } from "react";
import { settingValues, type TestName, withSetting } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import { entryOf, entryValue, type FieldSpec } from "@/core/units/entry";
import { formatNumber } from "@/core/units/units";
import { useDraftEntry } from "@/session/job/drafts";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Explain } from "@/ui/explain";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { typedCycleText } from "@/words/screens/steps/running";

const lowest: FieldSpec = { ...fields.low, label: typedCycleText.lowSideLowest };
const highest: FieldSpec = { ...fields.low, label: typedCycleText.lowSideHighest };
const period: FieldSpec = { label: typedCycleText.cycleTime, dimension: "duration", min: 3, max: 600 };
/** So many times it must have cut in before the middle of the times between says anything. */
const LEAST_TAPS = 3;
/** Longer than any cycle: the next tap begins anew, ms. */
const FORGET_MS = 600_000;

/** A clutch that cycles, read from needles by hand: how far the low side swings, and how often it cuts in. */
export function TypedCycle({ which }: { which: TestName }) {
  const figures = useFigures();
  const { job, edit } = useJob();
  const [index, setIndex] = useState<0 | 1>(0);
  const setting = job[which].settings[index];
  const typed = useTypedCycle(which, index);
  const { min, max, between, taps, missing } = typed;
  const { cycle } = setting;
  return (
    <Card title={typedCycleText.clutchCycling}>
      <Flex gap="2" wrap="wrap" align="center" mb="3">
        {job[which].settings.map(({ name: of }, i) => (
          <BenchButton key={of} aria-pressed={index === i} onClick={() => setIndex(i as 0 | 1)}>
            {typedCycleText.at(of)}
          </BenchButton>
        ))}
        <Text kind="soft" flex="1 1 260px">
          <Explain about="steady">{typedCycleText.cycling}</Explain>
          {typedCycleText.isNotAFaultBy}
        </Text>
      </Flex>
      <Grid templateColumns={{ base: "1fr", md: "repeat(3, minmax(0, 1fr))" }} gap="3">
        <NumberField spec={lowest} value={min} onChange={typed.setMin} />
        <NumberField spec={highest} value={max} onChange={typed.setMax} />
        <NumberField spec={period} value={between} onChange={typed.setBetween} />
      </Grid>
      <Flex gap="3" mt="3" wrap="wrap" align="center">
        <BenchButton kind="quiet" minH="72px" px="6" repeats onClick={typed.tap}>
          {typedCycleText.tapAtEachCutIn}
        </BenchButton>
        <Text kind="soft" role="status">
          {taps.length === 0
            ? typedCycleText.noneYet
            : taps.length < LEAST_TAPS
              ? typedCycleText.ofAtLeast(taps.length, LEAST_TAPS)
              : typedCycleText.cutInsSApart(taps.length, formatNumber(typed.periodS, "s", 0))}
        </Text>
        <Box ml="auto">
          <BenchButton disabled={missing.length > 0} onClick={typed.write}>
            {typedCycleText.recordCycle}
          </BenchButton>
        </Box>
      </Flex>
      <Text mt="2" kind="aside">
        {cycle !== null
          ? typedCycleText.recordedForEveryS(
              setting.name,
              figures.range(cycle.lowMinKpa, cycle.lowMaxKpa, "kPa"),
              formatNumber(cycle.periodS, "s", 0),
            )
          : missing.length > 0
            ? typedCycleText.missing(missing.join(", "))
            : typedCycleText.noCycleRecordedForThis}
      </Text>
      {cycle !== null && (
        <BenchButton
          kind="quiet"
          mt="2"
          onClick={() => edit((stored) => withSetting(stored, which, index, (now) => ({ ...now, cycle: null })))}
        >
          {typedCycleText.clearCycle}
        </BenchButton>
      )}
    </Card>
  );
}

/** Swing and period as they are typed or tapped, and what is missing to record them. */
function useTypedCycle(which: TestName, index: 0 | 1) {
  const figures = useFigures();
  const { job, edit } = useJob();
  const setting = job[which].settings[index];
  const name = `cycle-${which}-${index}`;
  const [min, setMin] = useDraftEntry(`${name}-min`, figures.unit("kPa"));
  const [max, setMax] = useDraftEntry(`${name}-max`, figures.unit("kPa"));
  const [between, setBetween] = useDraftEntry(`${name}-period`, "s");
  const [taps, setTaps] = useState<readonly number[]>([]);
  const tap = () => {
    const now = Date.now();
    const kept = taps.length > 0 && now - taps.at(-1)! < FORGET_MS ? [...taps, now] : [now];
    setTaps(kept);
    if (kept.length >= LEAST_TAPS) setBetween(entryOf((now - kept[0]!) / 1000 / (kept.length - 1), "s", 1));
  };
  const [minKpa, maxKpa, periodS] = [entryValue(lowest, min), entryValue(highest, max), entryValue(period, between)];
  const highKpa = settingValues(setting).high;
  const lowOnly = job.hookUp.gauges === "low-only";
  const missing = [
    minKpa === null && "lowest",
    maxKpa === null && "highest",
    periodS === null && typedCycleText.cycleTime2,
    highKpa === null && !lowOnly && typedCycleText.highSideAtClutchEngaged(setting.name),
    minKpa !== null && maxKpa !== null && minKpa >= maxKpa && typedCycleText.highestAboveLowest,
  ].filter((gap) => gap !== false);
  const write = () => {
    if (minKpa === null || maxKpa === null || periodS === null || (highKpa === null && !lowOnly)) return;
    edit((stored) =>
      withSetting(stored, which, index, (now) => ({
        ...now,
        // The fields hold the reading just before cut-out.
        low: min,
        cycle: {
          periodS,
          lowMinKpa: minKpa,
          lowMaxKpa: maxKpa,
          lowMeanKpa: (minKpa + maxKpa) / 2,
          highEngagedKpa: highKpa,
        },
      })),
    );
  };
  return { min, setMin, max, setMax, between, setBetween, taps, tap, periodS, missing, write };
}
