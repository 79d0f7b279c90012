"use client";

import { Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { LeakPlace } from "@/core/causes/leak-places";
import { leakPlaceRows, nextCheckOf, placesAfterWork } from "@/core/records/derived/job-leak";
import { LeakBoard } from "@/pictures/leak-board";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Text } from "@/ui/text";
import { PlaceCheck } from "@/views/job/steps/leak/place-check";
import { leakWords, placeLabel } from "@/words/leak";

/** Everything that was opened, and what leaked before, checked after charging; and the caps. */
export function LeakCheck() {
  const { job, edit } = useJob();
  const places = placesAfterWork(job);
  const rows = leakPlaceRows(job, "after-work").filter(({ place }) => places.includes(place));
  const [chosen, setChosen] = useState<LeakPlace | null>(null);
  const next = nextCheckOf(job);
  const due = next !== null && places.includes(next.place) ? next.place : places[0]!;
  const place = chosen !== null && places.includes(chosen) ? chosen : due;
  const stateHere = (at: LeakPlace) =>
    job.leak.checks.some((check) => check.place === at && check.stage === "after-work")
      ? rows.find((row) => row.place === at)!.state
      : "unchecked";
  const marks = rows.map(({ place }, i) => ({ place, rank: i + 1, state: stateHere(place) }));
  return (
    <Card title={leakWords.after}>
      <Stack gap="3">
        <LeakBoard metering={job.intake.metering} marks={marks} selected={place} onSelect={setChosen} />
        <Flex gap="1.5" wrap="wrap">
          {marks.map((mark) => (
            <BenchButton
              key={mark.place}
              aria-pressed={mark.place === place}
              px="3"
              onClick={() => setChosen(mark.place)}
            >
              {placeLabel(mark.place, mark.state)}
            </BenchButton>
          ))}
        </Flex>
        <PlaceCheck key={place} place={place} stage="after-work" step="prove" next={null} />
        <Text kind="note">{leakWords.how}</Text>
        <BenchButton
          alignSelf="start"
          aria-pressed={job.prove.capsOn}
          onClick={() => edit((stored) => ({ ...stored, prove: { ...stored.prove, capsOn: !stored.prove.capsOn } }))}
        >
          {job.prove.capsOn ? leakWords.capsOn : leakWords.capsOff}
        </BenchButton>
      </Stack>
    </Card>
  );
}
