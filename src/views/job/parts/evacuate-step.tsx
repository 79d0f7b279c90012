"use client";

import { Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { judgeHold, type VacuumVerdict } from "@/core/charge/vacuum";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryOf, entryValue } from "@/core/units/entry";
import { formatClock, formatQuantity } from "@/core/units/units";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Measure } from "@/ui/measure";
import { Notice } from "@/ui/notice";
import { NumberField } from "@/ui/number-field";
import { rackSentence } from "@/ui/sentences";
import { useJob, useSetPart } from "../job-context";
import { useLive } from "../live";
import { useRack } from "../rack-context";
import { RackPanel } from "./rack-panel";
import { StepEnd } from "./step-end";

type Evacuate = Job["evacuate"];

/** Shops hold from five minutes to an hour; below a quarter of an hour only large leaks show. */
const LONG_ENOUGH_S = 900;

const headlines: Record<VacuumVerdict, string> = {
  "not-deep-enough": "Not deep enough to dry it",
  "rise-to-water": "It rose to where water boils: moisture",
  rises: "It rose: a leak, or moisture still boiling off",
  held: "It held",
};

const meanings: Record<VacuumVerdict, string> = {
  "not-deep-enough": "Pump on until the pressure is under half the boiling pressure of water at the coldest part.",
  "rise-to-water": "Pull again, longer; new drier if the circuit stood open.",
  rises: "A leak rises straight on; moisture levels off. Hold longer and watch which, then find it or pull again.",
  held: "For this long and with this gauge. A small leak can hide in a short hold.",
};

export function EvacuateStep() {
  const { job } = useJob();
  const rack = useRack();
  const live = useLive();
  const [refused, setRefused] = useState<string | null>(null);
  const set = useSetPart("evacuate");
  const values = holdValues(job.evacuate);
  const answer = values && judgeHold(values);
  const pumping = rack.machine === "pump";
  const vacuum = rack.latest?.vacuumKpa ?? null;
  const unit = job.evacuate.lowest.unit;
  const decimals = unit === "micron" ? 0 : 2;

  const heldS = rack.holdSince === null || !rack.latest ? null : rack.latest.time - rack.holdSince;

  const toggle = async () => {
    if (pumping && vacuum !== null) {
      set({
        lowest: entryOf(vacuum, unit, decimals),
        wall:
          live && live.values.ambient !== null
            ? entryOf(live.values.ambient, job.evacuate.wall.unit)
            : job.evacuate.wall,
      });
      await rack.setMachine("off");
      return;
    }
    rack.setEngine("off");
    const issue = await rack.setMachine("pump");
    setRefused(issue ? rackSentence(issue) : null);
  };
  return (
    <Stack gap="3.5" maxW="1080px">
      <RackPanel />
      {rack.status === "running" && (
        <Card title="Vacuum gauge, on the simulated rack">
          <Flex align="end" gap="4" wrap="wrap">
            <Measure
              label="Absolute pressure in the circuit"
              value={vacuum}
              unit={unit}
              decimals={decimals}
              size="large"
              note={vacuum === null ? "refrigerant is still in it" : undefined}
            />
            <BenchButton kind={pumping ? "act" : "main"} onClick={toggle}>
              {pumping ? "Shut the valve, stop the pump, begin the hold" : "Start the pump"}
            </BenchButton>
            {!pumping && vacuum !== null && heldS !== null && (
              <BenchButton
                kind="act"
                disabled={heldS < fields.hold.min}
                onClick={() =>
                  set({
                    held: entryOf(vacuum, job.evacuate.held.unit, decimals),
                    hold: entryOf(heldS, "min", 1),
                  })
                }
              >
                {`End the hold after ${formatClock(heldS)}`}
              </BenchButton>
            )}
          </Flex>
          {refused && (
            <Text color="act" mt="2">
              {refused}
            </Text>
          )}
        </Card>
      )}
      <Card title="Pull, shut off, hold">
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
          <NumberField spec={fields.lowest} value={job.evacuate.lowest} onChange={(lowest) => set({ lowest })} />
          <NumberField spec={fields.wall} value={job.evacuate.wall} onChange={(wall) => set({ wall })} />
          <NumberField spec={fields.hold} value={job.evacuate.hold} onChange={(hold) => set({ hold })} />
          <NumberField spec={fields.held} value={job.evacuate.held} onChange={(held) => set({ held })} />
        </Grid>
      </Card>
      {answer ? (
        <Notice
          tone={answer.verdict === "held" && values.holdS >= LONG_ENOUGH_S ? "done" : "wait"}
          title={
            answer.verdict === "held"
              ? `It held for ${Math.round(values.holdS / 60)} min${values.holdS < LONG_ENOUGH_S ? ", which is short" : ""}`
              : headlines[answer.verdict]
          }
        >
          {meanings[answer.verdict]} It rose {formatQuantity(answer.riseKpa, unit, decimals)} in the hold; water boils
          at {formatQuantity(answer.boilingKpa, unit, decimals)} in the coldest part.
        </Notice>
      ) : (
        <Notice title="Waiting for the hold">
          Needed: {evacuateGaps(job.evacuate).join(", ")}. A gauge that shows only “vacuum” cannot answer this.
        </Notice>
      )}
      <StepEnd step="evacuate" gaps={evacuateGaps(job.evacuate)} />
    </Stack>
  );
}

function holdValues(evacuate: Evacuate) {
  const lowestKpa = entryValue(fields.lowest, evacuate.lowest);
  const heldKpa = entryValue(fields.held, evacuate.held);
  const holdS = entryValue(fields.hold, evacuate.hold);
  const coldestWallC = entryValue(fields.wall, evacuate.wall);
  if (lowestKpa === null || heldKpa === null || holdS === null || coldestWallC === null) return null;
  return { lowestKpa, heldKpa, holdS, coldestWallC };
}

function evacuateGaps(evacuate: Evacuate): string[] {
  const gaps: string[] = [];
  if (entryValue(fields.lowest, evacuate.lowest) === null) gaps.push("lowest pressure");
  if (entryValue(fields.wall, evacuate.wall) === null) gaps.push("coldest part");
  if (entryValue(fields.hold, evacuate.hold) === null) gaps.push("length of the hold");
  if (entryValue(fields.held, evacuate.held) === null) gaps.push("pressure after the hold");
  return gaps;
}
