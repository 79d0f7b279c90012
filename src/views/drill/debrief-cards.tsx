"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Debrief } from "@/core/drill/debrief";
import { formatClock } from "@/core/units/units";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { dangerWords, mistakeWords, newsWords, rankedName, wayWords } from "@/words/drill";
import { percent } from "@/words/drill-sheets";
import { debriefCardsText } from "@/words/screens/drill";

const parts = [
  ["cause", "Cause", 40],
  ["evidence", "Evidence", 20],
  ["care", "Care", 20],
  ["grams", "Grams", 10],
  ["time", "Minutes", 10],
] as const;

export function ScoreCard({ score }: Pick<Debrief, "score">) {
  return (
    <Card
      title={debriefCardsText.score}
      aside={
        <Text fontSize="xl" fontWeight="semibold">
          {debriefCardsText.of100(score.total)}
        </Text>
      }
    >
      {parts.map(([part, name, of]) => (
        <Flex key={part} align="center" gap="3" py="1" borderTopWidth="1px" borderColor="line">
          <Text flex="1" fontSize="md">
            {name}
          </Text>
          <Box w="110px" h="10px" borderWidth="1px" borderColor="edge" rounded="full" overflow="hidden">
            <Box h="100%" bg="ink" w={`${(100 * score[part]) / of}%`} />
          </Box>
          <Text kind="item" minW="64px" textAlign="right">
            {debriefCardsText.ofLabel(score[part], of)}
          </Text>
        </Flex>
      ))}
    </Card>
  );
}

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
              {said.map(({ atS, news, readings, before, after, leads }, i) => {
                const moved = after - before;
                const known = knowableAtS === atS && (said[i - 1]?.atS ?? -1) !== atS;
                return (
                  // biome-ignore lint/suspicious/noArrayIndexKey: two may come at one moment; the list never changes
                  <tr key={i}>
                    <Cell>{formatClock(atS)}</Cell>
                    <Cell>
                      {newsWords(news, readings, figures)}
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
        {debriefCardsText.chargeAtIntakeAddedRecovered(
          figures.quantity(books.startG, "g"),
          figures.quantity(books.addedG, "g"),
          figures.quantity(books.recoveredG, "g"),
          figures.quantity(Math.max(0, books.lostG), "g"),
          figures.quantity(books.nowG, "g"),
          hints > 0 ? debriefCardsText.hints(hints) : "",
        )}
      </Text>
    </Card>
  );
}
