"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { LeakPlace } from "@/core/causes/leak-places";
import { type LeakMethod, leakMethodIds, leakMethods } from "@/core/leak/methods";
import { circuitContents } from "@/core/records/derived/job-leak";
import { fields } from "@/core/records/fields";
import { type Job, type LeakCheck, type LeakStage, MOST_CHECKS, MOST_PHOTOS, type StepId } from "@/core/records/job";
import { reasonOf } from "@/core/result";
import { type Entry, entry, entryOf } from "@/core/units/entry";
import { useJob, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { FilesButton } from "@/ui/fields/file-button";
import { NumberField } from "@/ui/fields/number-field";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { keepPhotos } from "@/views/workshop/add-photo";
import { KeptPhoto } from "@/views/workshop/kept-photo";
import { leakMethodWords, leakPlaceName, leakWords } from "@/words/leak";

interface PlaceCheckProps {
  place: LeakPlace;
  stage: LeakStage;
  /** Step whose photos those of the leak belong to. */
  step: StepId;
  /** The method that is due next, if it is here. */
  next: LeakMethod | null;
}

/** The methods at one place: a press records the result, and a leak can be described. */
export function PlaceCheck({ place, stage, step, next }: PlaceCheckProps) {
  const { job, edit } = useJob();
  const figures = useFigures();
  const rack = useSimulator("status", "source", "sniff");
  const here = job.leak.checks.filter((check) => check.place === place && check.stage === stage);
  const full = job.leak.checks.length >= MOST_CHECKS;
  const contents = circuitContents(job);
  const methods = leakMethodIds.filter(
    (method) => leakMethods[method].works.includes(contents) || here.some((check) => check.method === method),
  );
  const simulated = rack.status === "running" && rack.source.kind === "rack";
  const add = (method: LeakMethod, leaks: boolean, size: Entry = entry("", "g")) => {
    const check: LeakCheck = {
      place,
      method,
      leaks,
      stage,
      size,
      spot: "",
      photo: null,
      at: new Date().toISOString(),
    };
    edit((stored) => ({ ...stored, leak: { ...stored.leak, checks: [...stored.leak.checks, check] } }));
  };
  const detect = async () => {
    const shown = await rack.sniff(place);
    if (shown !== null) add("detector", shown > 0, shown > 0 ? entryOf(shown, figures.unit("g")) : undefined);
  };
  const newest = (method: LeakMethod) => here.findLast((check) => check.method === method);
  const found = here.findLast(({ leaks }) => leaks);
  return (
    <Stack gap="0">
      {methods.map((method) => {
        const result = newest(method)?.leaks;
        return (
          <Flex
            key={method}
            gap="2"
            align="center"
            borderTopWidth="1px"
            borderColor="line"
            py="1.5"
            borderLeftWidth="4px"
            borderLeftColor={next === method ? "act" : "transparent"}
            px="1.5"
          >
            <Box flex="1" minW="0">
              <Text fontSize="md" fontWeight="semibold" lineHeight="1.25">
                {leakMethodWords[method].name}
              </Text>
              <Text kind="small" lineHeight="1.25">
                {leakMethodWords[method].how}
              </Text>
              {method === "detector" && simulated && (
                <BenchButton kind="quiet" mt="1" disabled={full} onClick={detect}>
                  {leakWords.detect}
                </BenchButton>
              )}
            </Box>
            {([false, true] as const).map((leaks) => (
              <BenchButton
                key={String(leaks)}
                px="3"
                aria-pressed={result === leaks}
                aria-label={`${leakPlaceName(place)}, ${leakMethodWords[method].name}: ${leaks ? leakWords.leaks : leakWords.tight}`}
                disabled={full}
                onClick={() => add(method, leaks)}
              >
                {leaks ? leakWords.leaks : leakWords.tight}
              </BenchButton>
            ))}
          </Flex>
        );
      })}
      {full && <Text kind="alarm">{leakWords.full}</Text>}
      {found && <FoundLeak key={found.at} check={found} step={step} />}
    </Stack>
  );
}

const isSame = (one: LeakCheck, other: LeakCheck) =>
  one.at === other.at && one.place === other.place && one.method === other.method;

/** Size, exact place and photo of a leak that was found. */
function FoundLeak({ check, step }: { check: LeakCheck; step: StepId }) {
  const figures = useFigures();
  const { job, edit } = useJob();
  const [refused, setRefused] = useState<string | null>(null);
  const change = (now: Partial<LeakCheck>) => (stored: Job) => ({
    ...stored,
    leak: {
      ...stored.leak,
      checks: stored.leak.checks.map((one) => (isSame(one, check) ? { ...one, ...now } : one)),
    },
  });
  const photo = job.photos.find(({ id }) => id === check.photo);
  const keep = async (files: readonly File[]) => {
    setRefused(null);
    const left = await keepPhotos(
      files.slice(0, 1),
      MOST_PHOTOS - job.photos.length,
      () => job.id,
      (kept) =>
        edit((stored) => change({ photo: kept.id })({ ...stored, photos: [...stored.photos, { ...kept, step }] })),
    );
    if (left.length > 0) setRefused(left.join(" "));
  };
  return (
    <Stack gap="2" borderTopWidth="1px" borderColor="line" pt="2" px="1.5">
      <Flex gap="2" wrap="wrap">
        <Box flex="1 1 150px">
          <NumberField
            spec={fields.leakSize}
            value={check.size.text === "" ? { ...check.size, unit: figures.unit("g") } : check.size}
            onChange={(size) => edit(change({ size }))}
          />
        </Box>
        <Box flex="2 1 170px">
          <TextField
            label={leakWords.spot}
            value={check.spot}
            placeholder={leakWords.spotHint}
            onChange={(spot) => edit(change({ spot }))}
          />
        </Box>
      </Flex>
      {photo ? (
        <KeptPhoto
          owner={job.id}
          photo={photo}
          name={leakWords.photo}
          onRemove={() =>
            edit((stored) => ({
              ...change({ photo: null })(stored),
              photos: stored.photos.filter(({ id }) => id !== photo.id),
            }))
          }
        />
      ) : (
        <Box>
          <FilesButton
            label={leakWords.photo}
            accept="image/*"
            onFiles={(files) => keep(files).catch((error: unknown) => setRefused(reasonOf(error)))}
          >
            {leakWords.photo}
          </FilesButton>
        </Box>
      )}
      {refused !== null && (
        <Text kind="alarm" role="alert">
          {refused}
        </Text>
      )}
    </Stack>
  );
}
