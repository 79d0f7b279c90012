"use client";

import { Grid } from "@chakra-ui/react";
import { judgeHold } from "@/core/charge/vacuum/two-ends";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import { formatClock, formatQuantity } from "@/core/units/units";
import { useChoices } from "@/session/choices";
import { useJob, useSetPart } from "@/session/session";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/number-field";
import { Text } from "@/ui/text";
import { holdEndWords } from "@/words/vacuum";

type Evacuate = Job["evacuate"];

/** Where no trace was taken: two readings and a clock. */
export function TypedHold() {
  const { job } = useJob();
  const set = useSetPart("evacuate");
  const { holdS } = useChoices();
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
          ? `${holdEndWords[answer.verdict]} It rose ${formatQuantity(answer.riseKpa, evacuate.lowest.unit, evacuate.lowest.unit === "micron" ? 0 : 2)} in ${formatClock(ends.holdS)}.${ends.holdS < holdS ? ` This workshop holds for ${Math.round(holdS / 60)} min: a longer one may show more.` : ""}`
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
