"use client";

import { Grid, Text } from "@chakra-ui/react";
import { judgeHold, type VacuumVerdict } from "@/core/charge/vacuum";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import { formatClock, formatQuantity } from "@/core/units/units";
import { useJob, useSetPart } from "@/session/session";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/number-field";

type Evacuate = Job["evacuate"];

const endsWords: Record<VacuumVerdict, string> = {
  "not-deep-enough": "Not deep enough to dry it: pump on until it is under half of what water boils at.",
  "rise-to-water": "It rose to where water boils: moisture. Pull again, longer.",
  rises: "It rose: a leak, or moisture still boiling off. Only the shape of the rise tells which.",
  held: "It held, as far as two readings can tell.",
};

/** Where no trace was taken: two readings and a clock. */
export function TypedHold() {
  const { job } = useJob();
  const set = useSetPart("evacuate");
  const { evacuate } = job;
  const ends = endsOf(evacuate);
  const answer = ends && judgeHold(ends);
  return (
    <Card title="The hold by its two ends">
      <Grid templateColumns="1fr" gap="3">
        <NumberField spec={fields.lowest} value={evacuate.lowest} onChange={(lowest) => set({ lowest })} />
        <NumberField spec={fields.held} value={evacuate.held} onChange={(held) => set({ held })} />
        <NumberField spec={fields.hold} value={evacuate.hold} onChange={(hold) => set({ hold })} />
      </Grid>
      <Text mt="2" color="soft" role="status">
        {answer
          ? `${endsWords[answer.verdict]} It rose ${formatQuantity(answer.riseKpa, evacuate.lowest.unit, evacuate.lowest.unit === "micron" ? 0 : 2)} in ${formatClock(ends.holdS)}.`
          : "A gauge that shows only “vacuum” cannot answer this."}
      </Text>
    </Card>
  );
}

function endsOf(evacuate: Evacuate) {
  const lowestKpa = entryValue(fields.lowest, evacuate.lowest);
  const heldKpa = entryValue(fields.held, evacuate.held);
  const holdS = entryValue(fields.hold, evacuate.hold);
  const coldestWallC = entryValue(fields.wall, evacuate.wall);
  if (lowestKpa === null || heldKpa === null || holdS === null || coldestWallC === null) return null;
  return { lowestKpa, heldKpa, holdS, coldestWallC };
}
