"use client";

import { Grid } from "@chakra-ui/react";
import { useState } from "react";
import { repairParts } from "@/core/charge/oil";
import { fields } from "@/core/records/fields";
import { keepChoices, useChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { BaseField } from "@/ui/fields/base-field";
import { Text } from "@/ui/text";
import { repairPartLabels } from "@/words/job";
import { oilSheetText } from "@/words/screens/workshop";

/** The workshop's sheet; the vehicle's own figure still comes before it. */
export function OilSheet() {
  const { oilSheet } = useChoices();
  const [open, setOpen] = useState(false);
  return (
    <Card
      title={oilSheetText.oilRefillPerNewPart}
      aside={
        <BenchButton kind="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Close" : "Edit"}
        </BenchButton>
      }
    >
      {open ? (
        <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }} gap="3">
          {repairParts
            .filter((part) => part !== "service-cores" && part !== "o-rings" && part !== "compressor")
            .map((part) => (
              <BaseField
                key={part}
                spec={fields.ownOil}
                label={repairPartLabels[part]}
                base={oilSheet[part]}
                of="g"
                onChange={(grams) => keepChoices((now) => ({ oilSheet: { ...now.oilSheet, [part]: grams } }))}
              />
            ))}
        </Grid>
      ) : (
        <Text kind="soft">{oilSheetText.typicalValuesForAMid}</Text>
      )}
    </Card>
  );
}
