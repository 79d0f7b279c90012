"use client";

import { Grid } from "@chakra-ui/react";
import { fields } from "@/core/records/fields";
import { useJob, useSetPart } from "@/session/session";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/fields/number-field";
import { Text } from "@/ui/text";
import { typedHoldText } from "@/words/screens/steps/evacuate";

/** Where no trace was taken: two readings and a clock. */
export function TypedHold() {
  const { job } = useJob();
  const set = useSetPart("evacuate");
  const { evacuate } = job;
  return (
    <Card title={typedHoldText.holdByTwoReadings}>
      <Grid templateColumns="1fr" gap="3">
        <NumberField spec={fields.lowest} value={evacuate.lowest} onChange={(lowest) => set({ lowest })} />
        <NumberField spec={fields.held} value={evacuate.held} onChange={(held) => set({ held })} />
        <NumberField spec={fields.hold} value={evacuate.hold} onChange={(hold) => set({ hold })} />
      </Grid>
      <Text mt="2" kind="soft">
        {typedHoldText.aGaugeThatOnlyShows}
      </Text>
    </Card>
  );
}
