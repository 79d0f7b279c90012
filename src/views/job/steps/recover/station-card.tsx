"use client";

import { Box, Grid } from "@chakra-ui/react";
import { movedBy } from "@/core/charge/books/ledger";
import { booked } from "@/core/records/bookkeeping";
import { fields } from "@/core/records/fields";
import { type Job, vacuumResults } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { NumberField } from "@/ui/fields/number-field";
import { Text } from "@/ui/text";
import { stationWords, vacuumResultLabels } from "@/words/station";

/** Whether the job is done with single machines or on a station; chosen before anything is charged. */
export function WayOfWork({ disabled }: { disabled: boolean }) {
  const { job, edit } = useJob();
  if (disabled) return null;
  return (
    <Choice
      label={stationWords.way}
      options={[
        { value: "separate", label: stationWords.separate },
        { value: "station", label: stationWords.station },
      ]}
      value={job.station.used ? "station" : "separate"}
      onChange={(way) =>
        edit((stored) =>
          booked({ ...stored, station: { ...stored.station, used: way === "station" } }, new Date().toISOString()),
        )
      }
    />
  );
}

/** Grams closer together are the same print. */
const SAME_G = 0.5;

/** All that a station prints, on one card: recovered, oil, vacuum, charged. */
export function StationCard() {
  const { job, edit } = useJob();
  const { station, recover } = job;
  const chargedG = entryValue(fields.stationCharged, station.charged);
  const due = chargedG !== null && Math.abs(chargedG - movedBy(job.ledger, "dose")) > SAME_G;
  const set = (change: Partial<Job["station"]>) =>
    edit((stored) => ({ ...stored, station: { ...stored.station, ...change } }));
  const recovered = (change: Partial<Job["recover"]>) =>
    edit((stored) => ({ ...stored, recover: { ...stored.recover, ...change } }));
  return (
    <Card title={stationWords.title}>
      <Text kind="soft" mb="2">
        {stationWords.note}
      </Text>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3" maxW="720px">
        <NumberField
          spec={fields.recovered}
          value={recover.recovered}
          onChange={(entry) => recovered({ recovered: entry })}
        />
        <NumberField spec={fields.oil} value={recover.oil} onChange={(oil) => recovered({ oil })} />
        <NumberField spec={fields.stationVacuum} value={station.vacuum} onChange={(vacuum) => set({ vacuum })} />
        <Box>
          <Choice
            label={stationWords.result}
            options={vacuumResults.map((value) => ({ value, label: vacuumResultLabels[value] }))}
            value={station.result}
            onChange={(result) => set({ result })}
          />
        </Box>
        <NumberField spec={fields.stationCharged} value={station.charged} onChange={(charged) => set({ charged })} />
        {due ? (
          <BenchButton alignSelf="end" onClick={() => edit((stored) => booked(stored, new Date().toISOString()))}>
            {stationWords.record}
          </BenchButton>
        ) : (
          <Text kind="strong" alignSelf="end" minH="target" alignContent="center">
            {stationWords.recorded}
          </Text>
        )}
      </Grid>
    </Card>
  );
}
