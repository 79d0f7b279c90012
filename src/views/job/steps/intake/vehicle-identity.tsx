"use client";

import { Grid } from "@chakra-ui/react";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { vinDoubt } from "@/core/records/vehicles/vin";
import { NumberField } from "@/ui/fields/number-field";
import { TextField } from "@/ui/fields/text-field";
import { Text } from "@/ui/text";
import { vinDoubtSentence } from "@/words/issues";
import { identityWords } from "@/words/job";

type Intake = Job["intake"];

interface VehicleIdentityProps {
  intake: Intake;
  set: <Key extends keyof Intake>(key: Key, value: Intake[Key]) => void;
}

/** Which vehicle it is on paper: each optional, each found by the search. */
export function VehicleIdentity({ intake, set }: VehicleIdentityProps) {
  const doubt = vinDoubt(intake.vin);
  return (
    <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3">
      <TextField
        label={identityWords.model}
        value={intake.model}
        onChange={(model) => set("model", model.slice(0, 200))}
      />
      <TextField
        label={identityWords.plate}
        value={intake.plate}
        onChange={(plate) => set("plate", plate.slice(0, 60))}
      />
      <TextField label={identityWords.vin} value={intake.vin} onChange={(vin) => set("vin", vin.slice(0, 40))} />
      <TextField
        label={identityWords.firstYear}
        value={intake.firstYear}
        onChange={(year) => set("firstYear", year.slice(0, 20))}
      />
      <NumberField spec={fields.mileage} value={intake.mileage} onChange={(mileage) => set("mileage", mileage)} />
      {doubt !== null && (
        <Text gridColumn="1 / -1" fontSize="md" color="wait" role="status">
          {vinDoubtSentence(doubt)}
        </Text>
      )}
    </Grid>
  );
}
