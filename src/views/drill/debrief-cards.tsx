"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { ChevronDown, ChevronRight } from "lucide-react";
import { type ReactNode, useState } from "react";
import type { Debrief } from "@/core/drill/debrief";
import { isDecisive } from "@/core/drill/mechanism";
import { PART_POINTS, type ScorePart, scoreParts } from "@/core/drill/score";
import { formatClock } from "@/core/units/units";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { dangerWords, mistakeWords, newsWords, pathWords, rankedName, scoreReasonWords, wayWords } from "@/words/drill";
import { percent } from "@/words/drill-sheets";
import { mechanismSentence } from "@/words/mechanisms";
import { debriefCardsText } from "@/words/screens/drill";

/** Points of each part; every part opens to the acts and reasons behind them. */
export function ScoreCard({ score }: Pick<Debrief, "score">) {
  const [open, setOpen] = useState<ScorePart | null>(null);
  return (
    <Card
      title={debriefCardsText.score}
      aside={
        <Text fontSize="xl" fontWeight="semibold" color={score.failed ? "danger" : "ink"}>
          {score.failed ? debriefCardsText.failed : debriefCardsText.of100(score.total)}
        </Text>
      }
    >
      {score.failed && <Text kind="note">{debriefCardsText.noPointsForADamagedVehicle}</Text>}
      {scoreParts.map((part) => (
        <Box key={part} borderTopWidth="1px" borderColor="line">
          <Box
            asChild
            w="full"
            minH="target"
            display="flex"
            alignItems="center"
            gap="3"
            textAlign="left"
            cursor="pointer"
          >
            <button type="button" aria-expanded={open === part} onClick={() => setOpen(open === part ? null : part)}>
              {open === part ? <ChevronDown size={18} aria-hidden /> : <ChevronRight size={18} aria-hidden />}
              <Text as="span" flex="1">
                {debriefCardsText.parts[part]}
              </Text>
              <Text as="span" kind="item" minW="64px" textAlign="right">
                {debriefCardsText.ofLabel(score[part], PART_POINTS[part])}
              </Text>
            </button>
          </Box>
          {open === part && (
            <Stack gap="1" pb="2" ps="7">
              {score.lines
                .filter((line) => line.part === part)
                .map((line, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: the list never changes
                  <Flex key={i} gap="3" justify="space-between">
                    <Text kind="note">
                      {`${line.atS === null ? "" : `${formatClock(line.atS)}. `}${scoreReasonWords(line.reason)}`}
                    </Text>
                    <Text kind="note" whiteSpace="nowrap">
                      {signedPoints(line.points)}
                    </Text>
                  </Flex>
                ))}
            </Stack>
          )}
        </Box>
      ))}
    </Card>
  );
}

const signedPoints = (points: number) => {
  const rounded = Math.round(points);
  return rounded < 0 ? `−${-rounded}` : `+${rounded}`;
};

/** Each reading, and what it did to the truth. */
export function SaidCard({ debrief }: { debrief: Debrief }) {
  const figures = useFigures();
  const { said, knowableAtS } = debrief;
  return (
    <Card title={debriefCardsText.effectOfEachReading}>
      {said.length === 0 ? (
        <Text kind="soft">{debriefCardsText.noReadingsTaken}</Text>
      ) : (
        <Box overflowX="auto" tabIndex={0} role="group" aria-label={debriefCardsText.effectOfEachReading}>
          <Box as="table" w="100%" minW="560px" fontSize="md">
            <thead>
              <tr>
                {["At", "New", debriefCardsText.beforeAndAfter, debriefCardsText.leadingCause].map((head, i) => (
                  <Box
                    as="th"
                    key={head}
                    textAlign={i === 2 ? "right" : "left"}
                    fontWeight="semibold"
                    color="soft"
                    fontSize="sm"
                    pb="1"
                    pe="3"
                    whiteSpace="nowrap"
                  >
                    {head}
                  </Box>
                ))}
              </tr>
            </thead>
            <tbody>
              {said.map(({ atS, news, readings, before, after, leads, mechanism }, i) => {
                const moved = after - before;
                const known = knowableAtS === atS && (said[i - 1]?.atS ?? -1) !== atS;
                return (
                  // biome-ignore lint/suspicious/noArrayIndexKey: two may come at one moment; the list never changes
                  <tr key={i}>
                    <Cell>{formatClock(atS)}</Cell>
                    <Cell>
                      {newsWords(news, readings, figures)}
                      {mechanism !== null && isDecisive(before, after) && (
                        <Text kind="note">{mechanismSentence(mechanism, figures)}</Text>
                      )}
                      {known && (
                        <Text as="span" color="danger" fontWeight="semibold">
                          {debriefCardsText.decidableFromHere}
                        </Text>
                      )}
                    </Cell>
                    <Cell right>
                      <Text as="span" fontWeight={Math.abs(moved) > 0.1 ? "semibold" : "normal"} whiteSpace="nowrap">
                        {`${percent(before)} → ${percent(after)}`}
                      </Text>
                    </Cell>
                    <Cell>{`${rankedName(leads.cause)}, ${percent(leads.probability)}`}</Cell>
                  </tr>
                );
              })}
            </tbody>
          </Box>
        </Box>
      )}
    </Card>
  );
}

function Cell({ right = false, children }: { right?: boolean; children: ReactNode }) {
  return (
    <Box
      as="td"
      borderTopWidth="1px"
      borderColor="line"
      py="1.5"
      pe="3"
      verticalAlign="top"
      textAlign={right ? "right" : "left"}
    >
      {children}
    </Box>
  );
}

/** Acts of the learner beside those of the shortest sequence, minute by minute, with the grams of both. */
export function PathCard({ debrief }: { debrief: Debrief }) {
  const figures = useFigures();
  const { mine, expert } = debrief.path;
  const minutes = [...new Set([...mine, ...expert].map(({ atS }) => Math.floor(atS / 60)))].sort((a, b) => a - b);
  const at = (steps: Debrief["path"]["mine"], minute: number) =>
    steps
      .filter(({ atS }) => Math.floor(atS / 60) === minute)
      .map(({ step }) => pathWords(step))
      .join(", ");
  return (
    <Card title={debriefCardsText.youAndTheExpert}>
      <Box as="table" w="full">
        <thead>
          <tr>
            {[debriefCardsText.minute, debriefCardsText.you, debriefCardsText.expert].map((head) => (
              <Box as="th" key={head} textAlign="left" color="soft" fontSize="sm" fontWeight="semibold" pe="3">
                {head}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {minutes.map((minute) => (
            <tr key={minute}>
              <Cell>{String(minute)}</Cell>
              <Cell>{at(mine, minute)}</Cell>
              <Cell>{at(expert, minute)}</Cell>
            </tr>
          ))}
          <tr>
            <Cell>{debriefCardsText.inAll}</Cell>
            <Cell>
              {debriefCardsText.minutesAndGrams(
                Math.round(debrief.minutes),
                figures.quantity(debrief.books.addedG, "g"),
                figures.quantity(Math.max(0, debrief.books.lostG), "g"),
              )}
            </Cell>
            <Cell>
              {debrief.way === null ? debriefCardsText.noneFound : debriefCardsText.min(Math.round(debrief.wayMinutes))}
            </Cell>
          </tr>
        </tbody>
      </Box>
    </Card>
  );
}

export function WayCard({ debrief }: { debrief: Debrief }) {
  const { way, wayMinutes, done, minutes, skipped } = debrief;
  const steps = way ?? [];
  return (
    <Card title={debriefCardsText.shortestTestSequence}>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="4">
        <Box>
          <Text kind="lead">
            {way === null ? debriefCardsText.noneFound : debriefCardsText.min(Math.round(wayMinutes))}
          </Text>
          {steps.map((step) => (
            <Text key={step} fontSize="md" borderTopWidth="1px" borderColor="line" py="1" lineHeight="1.3">
              {wayWords(step)}
            </Text>
          ))}
        </Box>
        <Box>
          <Text kind="lead">{debriefCardsText.min2(Math.round(minutes))}</Text>
          {done.map((step) => (
            <Text
              key={step}
              fontSize="md"
              borderTopWidth="1px"
              borderColor="line"
              py="1"
              lineHeight="1.3"
              color={steps.includes(step) ? "ink" : "soft"}
            >
              {wayWords(step)}
            </Text>
          ))}
        </Box>
      </Grid>
      {skipped.length > 0 && (
        <Text fontSize="md" mt="2" color="wait" fontWeight="semibold">
          {debriefCardsText.notDone(skipped.map(wayWords).join(", ").toLowerCase())}
        </Text>
      )}
    </Card>
  );
}

export function CareCard({ debrief }: { debrief: Debrief }) {
  const figures = useFigures();
  const { mistakes, dangers, hints, books } = debrief;
  return (
    <Card title={debriefCardsText.mistakesAndDangers}>
      {mistakes.length === 0 && dangers.length === 0 && <Text fontSize="md">{debriefCardsText.none}</Text>}
      {mistakes
        .filter((mistake) => mistake !== "danger")
        .map((mistake) => (
          <Text key={mistake} fontSize="md" borderTopWidth="1px" borderColor="line" py="1">
            {mistakeWords[mistake]}
          </Text>
        ))}
      {dangers.map((danger) => (
        <Box key={danger} borderTopWidth="1px" borderColor="line" py="1">
          <Text fontSize="md" fontWeight="semibold" color="danger">
            {dangerWords[danger].title}
          </Text>
          <Text fontSize="md">{dangerWords[danger].text}</Text>
        </Box>
      ))}
      <Text kind="aside" mt="2">
        {debriefCardsText.books({
          start: figures.quantity(books.startG, "g"),
          added: figures.quantity(books.addedG, "g"),
          recovered: figures.quantity(books.recoveredG, "g"),
          lost: figures.quantity(Math.max(0, books.lostG), "g"),
          now: figures.quantity(books.nowG, "g"),
        })}
        {hints > 0 && debriefCardsText.hints(hints)}
      </Text>
    </Card>
  );
}
