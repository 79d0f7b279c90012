"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { workableRefrigerant } from "@/core/records/derived/job-label";
import { deriveFor, newestValues, type TestName } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import { entryValue } from "@/core/units/entry";
import { formatNumber, formatQuantity } from "@/core/units/units";
import { Trace } from "@/pictures/charts/trace";
import { ExpectedRows } from "@/pictures/expected-rows";
import { Towers } from "@/pictures/towers";
import type { Expected } from "@/session/expected";
import { useJob, useLive, useSimulator, useSimulatorOf } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Text } from "@/ui/text";
import { testBenchText } from "@/words/screens/steps/running";
import { CaptureBar } from "./capture";
import { ShopChartNote, useShopChart } from "./shop-chart";
import { TestBoard } from "./test-board";
import { Conditions, Derived, ReadingsTable } from "./test-form";
import { TypedCycle } from "./typed-cycle";

interface TestBenchProps {
  which: TestName;
  expected: Expected | null;
  /** Content below the readings. */
  children?: ReactNode;
}

/** Towers beside what they are read with: the circuit while instruments run, the table of readings where they are typed. */
const besideTowers = { base: "1fr", md: "226px minmax(0, 1fr)" };

/** A running test: with instruments, what they show and the act on one screen; without, the table to type into. */
export function TestBench({ which, expected, children }: TestBenchProps) {
  const streams = useSimulatorOf(({ status }) => status === "running");
  return streams ? (
    <>
      <CaptureBar which={which} />
      <Grid templateColumns={besideTowers} gap="2.5">
        <BothSides which={which} expected={expected} />
        <TestBoard which={which} expected={expected} />
      </Grid>
      <LiveTrace />
      {children}
      <Against which={which} expected={expected} />
      <ReadingsTable which={which} />
      <Conditions which={which} />
      <Derived which={which} />
    </>
  ) : (
    <>
      <Conditions which={which} />
      <Grid templateColumns={besideTowers} gap="2.5" alignItems="start">
        <BothSides which={which} expected={expected} />
        <ReadingsTable which={which} />
      </Grid>
      {children}
      <TestBoard which={which} expected={expected} />
      <Against which={which} expected={expected} />
      <Derived which={which} />
      <TypedCycle which={which} />
    </>
  );
}

/** Both gauges, live or typed last, with the expected range. */
function BothSides({ which, expected }: TestBenchProps) {
  const { job } = useJob();
  const { samples, engine } = useSimulator("samples", "engine");
  const live = useLive();
  const refrigerant = workableRefrigerant(job);
  const shop = useShopChart(
    refrigerant,
    live?.values.ambient ?? (live === null ? entryValue(fields.ambient, job[which].ambient) : null),
  );
  const bands = useExpectedNow(expected);
  const typed = newestValues(job[which]);
  const recent = samples.slice(-120);
  const range = (key: "low" | "high") => {
    const values = recent.flatMap((sample) => (sample[key] === null ? [] : [sample[key]]));
    return live === null || values.length === 0 ? null : ([Math.min(...values), Math.max(...values)] as const);
  };
  const side = (key: "low" | "high") => ({
    value: live === null ? typed[key] : live.values[key],
    range: range(key),
    band: bands?.[key] ?? null,
    shop: shop.ranges?.[key] ?? null,
  });
  return (
    <Card tight title={testBenchText.bothSidesGauge}>
      <Box mx="-1.5">
        <Towers
          low={side("low")}
          high={side("high")}
          refrigerant={refrigerant}
          altitudeM={entryValue(fields.altitude, job.altitude)}
        />
      </Box>
      <Text kind="small" lineHeight="1.25" minH="16px">
        {bands && expected
          ? testBenchText.expectedNow
          : engine === "off" && live !== null
            ? testBenchText.rangeWithEngineRunning
            : ""}
      </Text>
    </Card>
  );
}

/** Bands are for a running circuit: at a standstill there is nothing to hold against them. */
function useExpectedNow(expected: Expected | null) {
  const stands = useSimulatorOf(({ status, engine }) => status === "running" && engine === "off");
  return stands ? null : (expected?.ranges.ranges ?? null);
}

/** Every reading beside its band, and the workshop's own chart. */
function Against({ which, expected }: TestBenchProps) {
  const figures = useFigures();
  const { job } = useJob();
  const accuracy = useAccuracy();
  const live = useLive();
  const bands = useExpectedNow(expected);
  const typed = newestValues(job[which]);
  const refrigerant = workableRefrigerant(job);
  const ambientC = live === null ? entryValue(fields.ambient, job[which].ambient) : live.values.ambient;
  const shop = useShopChart(refrigerant, ambientC);
  return (
    <Card
      title={
        bands && expected
          ? testBenchText.expectedAtRpmBlower(
              figures.quantity(expected.ambientC, "degC"),
              formatNumber(expected.rpm, "rpm"),
              formatQuantity(expected.blowerPct, "pct"),
            )
          : testBenchText.expectedRange
      }
    >
      <ExpectedRows
        bands={bands}
        narrowedBy={expected?.ranges ?? { ownTests: 0, sisters: 0 }}
        live={
          live ?? {
            values: { ...typed, ambient: ambientC },
            derived: deriveFor(job, job[which], typed, accuracy),
          }
        }
      />
      {refrigerant !== null && <ShopChartNote refrigerant={refrigerant} shop={shop} />}
    </Card>
  );
}

function LiveTrace() {
  const { trace, latest } = useSimulator("trace", "latest");
  return (
    <Card tight>
      <Trace trace={trace} latest={latest} low>
        <MarkBar />
      </Trace>
    </Card>
  );
}

/** Manipulations are marked on the trace. */
const marks = [
  testBenchText.doorsOpened,
  testBenchText.airSourceChanged,
  testBenchText.blowerChanged,
  testBenchText.condenserWetted,
] as const;

function MarkBar() {
  const { note } = useSimulator("note");
  return (
    <Flex gap="1.5" wrap="wrap" align="center" mt="1">
      <Text kind="note" me="1">
        {testBenchText.markTrace}
      </Text>
      {marks.map((text) => (
        <BenchButton key={text} kind="quiet" px="2.5" onClick={() => note("mark", text)}>
          {text}
        </BenchButton>
      ))}
    </Flex>
  );
}
