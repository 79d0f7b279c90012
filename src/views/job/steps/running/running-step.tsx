"use client";

import { Flex, Grid, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useState } from "react";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { hasReadings, readingFileOf, type TestName, workableRefrigerant, workBegun } from "@/core/records/job-readings";
import { checkEntry, entryValue } from "@/core/units/entry";
import { formatNumber, formatQuantity } from "@/core/units/units";
import { AgainstBands } from "@/pictures/against-bands";
import { Towers } from "@/pictures/towers";
import { Trace } from "@/pictures/trace";
import { type Expected, useExpected } from "@/session/expected";
import { useJob, useLive, useRack, useRackOf } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Locked } from "@/ui/locked";
import { Caution, Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { StepEnd } from "@/views/job/frame/step-end";
import { stepPath } from "@/views/job/frame/steps";
import { RackPanel } from "@/views/job/instruments/rack-panel";
import { AlongTheLines } from "./along-the-lines";
import { CaptureBar } from "./capture";
import { ShopChartNote, useShopChart } from "./shop-chart";
import { TestForm } from "./test-form";
import { TypedCycle } from "./typed-cycle";

export function RunningStep() {
  const { job } = useJob();
  const expected = useExpected("baseline");
  const [opened, setOpened] = useState(false);
  const live = useRackOf(({ status }) => status === "running");
  const kept = workBegun(job) && job.baseline.settings.some(hasReadings) && !opened;
  return (
    <Stack gap="3.5" maxW="1080px">
      <RackPanel />
      {kept && (
        <Notice tone="wait" title="These are the readings from before the work">
          <Flex gap="3" align="center" wrap="wrap">
            <Text flex="1 1 300px">
              The circuit has been opened or charged since. A test of the car as it is now belongs to Prove, beside
              these; taken here it would overwrite them.
            </Text>
            <BenchButton kind="quiet" onClick={() => setOpened(true)}>
              Change them all the same
            </BenchButton>
            <BenchButton asChild>
              <Link href={stepPath(job.id, "prove")}>Test in Prove</Link>
            </BenchButton>
          </Flex>
        </Notice>
      )}
      {!kept && <LiveTest which="baseline" expected={expected} />}
      <Locked locked={kept}>
        <Stack gap="3.5">
          <TestForm which="baseline" />
        </Stack>
      </Locked>
      {!kept && !live && <TypedCycle which="baseline" />}
      {!kept && <AlongTheLines which="baseline" expected={expected} />}
      <Caution title="Belts and fans turn">
        Cables and sleeves away from both; the discharge line burns. High-side valve of the manifold stays shut while
        the engine runs.
      </Caution>
      <StepEnd step="running" gaps={testGaps(job, "baseline")} />
    </Stack>
  );
}

/** What a person does to the car while it is watched is marked where it happened. */
const marks = ["doors opened", "air source changed", "blower changed", "condenser wetted"] as const;

function MarkBar() {
  const { note } = useRack("note");
  return (
    <Flex gap="1.5" wrap="wrap" align="center" mt="1">
      <Text fontSize="14px" color="soft" me="1">
        Mark on the trace
      </Text>
      {marks.map((text) => (
        <BenchButton key={text} kind="quiet" px="2.5" fontSize="14px" onClick={() => note("mark", text)}>
          {text}
        </BenchButton>
      ))}
    </Flex>
  );
}

/** What must be read before a test says anything. */
export function testGaps(job: Job, which: TestName): string[] {
  const test = job[which];
  const gaps: string[] = [];
  if (!checkEntry(fields.ambient, test.ambient).ok) gaps.push("ambient");
  if (!checkEntry(fields.altitude, job.altitude).ok) gaps.push("altitude");
  if (!test.settings.some(hasReadings)) gaps.push("a reading at idle or fast idle");
  if (gaps.length === 0 && readingFileOf(job, which) === null) gaps.push("what intake leaves open");
  return gaps;
}

/** The instruments while they run: what to do, both sides as towers, the last minutes. */
export function LiveTest({ which, expected }: { which: TestName; expected: Expected | null }) {
  const figures = useFigures();
  const { job } = useJob();
  const { samples, engine, trace, latest } = useRack("samples", "engine", "trace", "latest");
  const live = useLive();
  const refrigerant = workableRefrigerant(job);
  const shop = useShopChart(refrigerant, live?.values.ambient ?? null);
  if (live === null) return null;
  const _unit = job[which].settings[0].low.unit;
  // Bands are for a running circuit: at a standstill there is nothing to hold against them.
  const bands = engine === "off" ? null : (expected?.bands.bands ?? null);
  const recent = samples.slice(-120);
  const range = (key: "low" | "high") => {
    const values = recent.flatMap((sample) => (sample[key] === null ? [] : [sample[key]]));
    return values.length === 0 ? null : ([Math.min(...values), Math.max(...values)] as const);
  };
  return (
    <>
      <CaptureBar which={which} />
      <Grid templateColumns={{ base: "1fr", md: "minmax(230px, 262px) minmax(0, 1fr)" }} gap="3.5">
        <Card title="Both sides, gauge">
          <Towers
            low={{
              value: live.values.low,
              range: range("low"),
              band: bands?.low ?? null,
              shop: shop.ranges?.low ?? null,
            }}
            high={{
              value: live.values.high,
              range: range("high"),
              band: bands?.high ?? null,
              shop: shop.ranges?.high ?? null,
            }}
            refrigerant={refrigerant}
            altitudeM={entryValue(fields.altitude, job.altitude)}
          />
          <Text fontSize="13px" color="soft" mt="1" minH="18px">
            {bands && expected
              ? `Green: such a vehicle at ${figures.quantity(expected.ambientC, "degC")}, ${formatNumber(expected.rpm, "rpm")} rpm, blower ${formatQuantity(expected.blowerPct, "pct")}`
              : ""}
          </Text>
          {refrigerant !== null && <ShopChartNote refrigerant={refrigerant} shop={shop} />}
        </Card>
        <Card title={bands ? "Against such a vehicle" : "What it should be"}>
          <AgainstBands bands={bands} ownTests={expected?.bands.ownTests ?? 0} live={live} />
        </Card>
      </Grid>
      <Card title="Trace">
        <Trace trace={trace} latest={latest} />
        <MarkBar />
      </Card>
    </>
  );
}
