"use client";

import { Grid, Stack, Text } from "@chakra-ui/react";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { hasReadings, readingFileOf, type TestName, workableRefrigerant } from "@/core/records/job-readings";
import { checkEntry, entryValue } from "@/core/units/entry";
import { formatNumber, formatQuantity } from "@/core/units/units";
import { Card } from "@/ui/card";
import { Caution } from "@/ui/notice";
import { useExpected } from "../expected";
import { useJob } from "../job-context";
import { useLive } from "../live";
import { useRack } from "../rack-context";
import { CaptureBar } from "./capture";
import { RackPanel } from "./rack-panel";
import { ShopChartNote, useShopChart } from "./shop-chart";
import { StepEnd } from "./step-end";
import { TestForm } from "./test-form";
import { Towers } from "./towers";
import { Trace } from "./trace";

export function RunningStep() {
  const { job } = useJob();
  return (
    <Stack gap="3.5" maxW="1080px">
      <RackPanel />
      <LiveTest which="baseline" />
      <TestForm which="baseline" />
      <Caution title="Belts and fans turn">
        Cables and sleeves away from both; the discharge line burns. High-side valve of the manifold stays shut while
        the engine runs.
      </Caution>
      <StepEnd step="running" gaps={testGaps(job, "baseline")} />
    </Stack>
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
export function LiveTest({ which }: { which: TestName }) {
  const { job } = useJob();
  const { samples } = useRack();
  const live = useLive();
  const expected = useExpected(which);
  const refrigerant = workableRefrigerant(job);
  const shop = useShopChart(refrigerant, live?.values.ambient ?? null);
  if (live === null) return null;
  const unit = job[which].settings[0].low.unit;
  const recent = samples.slice(-120);
  const range = (key: "low" | "high") => {
    const values = recent.flatMap((sample) => (sample[key] === null ? [] : [sample[key]]));
    return values.length === 0 ? null : ([Math.min(...values), Math.max(...values)] as const);
  };
  return (
    <>
      <CaptureBar which={which} />
      <Grid templateColumns={{ base: "1fr", md: "minmax(250px, 320px) minmax(0, 1fr)" }} gap="3.5">
        <Card title="Both sides, gauge">
          <Towers
            low={{
              value: live.values.low,
              range: range("low"),
              band: expected?.bands.bands.low ?? null,
              shop: shop.ranges?.low ?? null,
            }}
            high={{
              value: live.values.high,
              range: range("high"),
              band: expected?.bands.bands.high ?? null,
              shop: shop.ranges?.high ?? null,
            }}
            unit={unit}
            refrigerant={refrigerant}
            altitudeM={entryValue(fields.altitude, job.altitude)}
          />
          <Text fontSize="13px" color="soft" mt="1" minH="18px">
            {expected
              ? `Green: such a vehicle at ${formatQuantity(expected.ambientC, "degC")}, ${formatNumber(expected.rpm, "rpm")} rpm`
              : ""}
          </Text>
          {refrigerant !== null && <ShopChartNote refrigerant={refrigerant} shop={shop} unit={unit} />}
        </Card>
        <Card title="Last 6 minutes">
          <Trace samples={samples} />
        </Card>
      </Grid>
    </>
  );
}
