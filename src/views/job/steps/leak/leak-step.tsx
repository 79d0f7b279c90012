"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import type { LeakPlace } from "@/core/causes/leak-places";
import { type LeakPlaceRow, leakPlaceRows, leakStageOf, nextCheckOf, openLeaks } from "@/core/records/derived/job-leak";
import { LeakBoard } from "@/pictures/leak-board";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { StepEnd } from "@/views/job/frame/step-end";
import { StepActs } from "@/views/job/frame/step-foot";
import {
  leakHeadline,
  leakPlaceName,
  leakWords,
  nextCheckWords,
  placeEvidence,
  placeLabel,
  placeStateWords,
} from "@/words/leak";
import { PlaceCheck } from "./place-check";
import { PressureCard } from "./pressure-card";

/** Places of this circuit by likelihood, what was checked there, and the pressure test. */
export function LeakStep() {
  const figures = useFigures();
  const { job } = useJob();
  const rows = leakPlaceRows(job);
  const next = nextCheckOf(job);
  const [chosen, setChosen] = useState<LeakPlace | null>(null);
  const place = chosen ?? next?.place ?? rows[0]!.place;
  const stage = leakStageOf(job);
  const { title, text } = leakHeadline(job, rows, next, figures);
  return (
    <Stack gap="3">
      <Notice tone={openLeaks(job).length > 0 ? "act" : next === null ? "plain" : "wait"} title={title}>
        {text}
      </Notice>
      <Grid templateColumns={{ base: "1fr", xl: "minmax(0, 1.15fr) minmax(0, 1fr)" }} gap="3" alignItems="start">
        <Column>
          <Card title={leakWords.board}>
            <LeakBoard metering={job.intake.metering} marks={rows} selected={place} onSelect={setChosen} />
          </Card>
          {/* Upright the check of the place comes before it. */}
          <Box order={{ base: 1, xl: 0 }} minW="0">
            <PressureCard />
          </Box>
        </Column>
        <Column>
          <Card title={leakPlaceName(place)}>
            <PlaceCheck
              key={`${place}-${stage}`}
              place={place}
              stage={stage}
              step="leak"
              next={next?.place === place ? next.method : null}
            />
          </Card>
          <Card title={leakWords.places}>
            <Stack gap="0" as="ul" listStyleType="none">
              {rows.map((row) => (
                <PlaceRow
                  key={row.place}
                  row={row}
                  selected={row.place === place}
                  onSelect={() => setChosen(row.place)}
                />
              ))}
            </Stack>
          </Card>
        </Column>
      </Grid>
      {next !== null && (
        <StepActs>
          <BenchButton kind="act" onClick={() => setChosen(next.place)}>
            {nextCheckWords(next)}
          </BenchButton>
        </StepActs>
      )}
      <StepEnd step="leak" later={next !== null} />
    </Stack>
  );
}

/** On the bench a column of its own; upright all cards stand in one. */
const Column = ({ children }: { children: ReactNode }) => (
  <Stack display={{ base: "contents", xl: "flex" }} gap="3" minW="0">
    {children}
  </Stack>
);

const tones = { leaks: "act", repaired: "wait", tight: "done", unchecked: "soft" } as const;

function PlaceRow({ row, selected, onSelect }: { row: LeakPlaceRow; selected: boolean; onSelect: () => void }) {
  const figures = useFigures();
  const { place, rank, state } = row;
  return (
    <Box as="li" borderTopWidth="1px" borderColor="line">
      <Flex
        asChild
        w="full"
        minH="target"
        align="center"
        gap="2.5"
        px="1.5"
        py="1"
        textAlign="start"
        cursor="pointer"
        bg={selected ? "picked" : undefined}
      >
        <button type="button" aria-label={placeLabel(place, state)} aria-pressed={selected} onClick={onSelect}>
          <Text
            as="span"
            w="26px"
            h="26px"
            flexShrink="0"
            rounded="6px"
            textAlign="center"
            fontSize="md"
            fontWeight="bold"
            lineHeight="24px"
            borderWidth="1.5px"
            borderColor="ink"
            bg={state === "unchecked" ? "field" : tones[state]}
            color={state === "unchecked" ? "ink" : "onAct"}
          >
            {rank}
          </Text>
          <Box flex="1" minW="0">
            <Text as="span" display="block" fontSize="md" fontWeight="semibold" lineHeight="1.25">
              {leakPlaceName(place)}
            </Text>
            <Text as="span" display="block" kind="small" lineHeight="1.25">
              {placeEvidence(row, figures)}
            </Text>
          </Box>
          <Text as="span" flexShrink="0" fontSize="md" fontWeight="semibold" color={tones[state]}>
            {placeStateWords[state]}
          </Text>
        </button>
      </Flex>
    </Box>
  );
}
