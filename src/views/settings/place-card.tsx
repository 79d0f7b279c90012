"use client";

import { Grid } from "@chakra-ui/react";
import { useState } from "react";
import { altitudeOfPressure } from "@/core/readings/derive/barometer";
import type { Choices } from "@/core/records/choices";
import { fields } from "@/core/records/fields";
import { type Entry, entry, entryOf, entryValue, type FieldSpec } from "@/core/units/entry";
import { keepChoices } from "@/session/choices";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/fields/number-field";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { placeCardText } from "@/words/screens/settings";

const barometer: FieldSpec = {
  label: placeCardText.barometerReadingHere,
  dimension: "vacuum",
  min: 55,
  max: 108,
  reason: placeCardText.stationPressureNotSeaLevel,
};

/** Defaults of a new job: altitude, technicians, hoses. */
export function PlaceCard({ choices }: { choices: Choices }) {
  const figures = useFigures();
  const [typed, setTyped] = useState<Entry | null>(null);
  const { altitude, technician, hose, shopName } = choices;
  return (
    <Card title={placeCardText.defaultsForNewJobs}>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" }} gap="3">
        <NumberField
          spec={fields.altitude}
          value={altitude}
          label={placeCardText.workshopAltitude}
          hint={placeCardText.correctsTheGaugeReadings}
          onChange={(given) => {
            setTyped(null);
            keepChoices({ altitude: given });
          }}
        />
        <NumberField
          spec={barometer}
          value={typed ?? entry("", figures.unit("mbarAbs") === "micron" ? "inHgAbs" : figures.unit("mbarAbs"))}
          hint={placeCardText.savedAsTheAltitudeWith}
          onChange={(next) => {
            setTyped(next);
            const kpa = entryValue(barometer, next);
            if (kpa !== null) keepChoices({ altitude: entryOf(altitudeOfPressure(kpa), figures.unit("m"), 0) });
          }}
        />
        <TextField
          label={placeCardText.technicians}
          value={technician}
          hint={placeCardText.mostFrequentFirstSeparatedBy}
          onChange={(names) => keepChoices({ technician: names.slice(0, 200) })}
        />
        <TextField
          label={placeCardText.workshopName}
          value={shopName}
          hint={placeCardText.printedOnReports}
          onChange={(name) => keepChoices({ shopName: name.slice(0, 300) })}
        />
        <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3">
          <NumberField
            spec={fields.hose}
            value={hose.length}
            onChange={(length) => keepChoices((now) => ({ hose: { ...now.hose, length } }))}
          />
          <NumberField
            spec={fields.bore}
            value={hose.bore}
            onChange={(bore) => keepChoices((now) => ({ hose: { ...now.hose, bore } }))}
          />
        </Grid>
      </Grid>
    </Card>
  );
}
