"use client";

import { Box, Flex } from "@chakra-ui/react";
import { format, formatDistanceStrict } from "date-fns";
import { mistakesOverTime, type SubjectStanding } from "@/core/drill/progress";
import type { KeptDrills } from "@/session/records/drills";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Text } from "@/ui/text";
import { causesWords, mistakeWords, subjectName } from "@/words/drill";
import { progressCardsText } from "@/words/screens/drill";

interface ProgressProps {
  standing: readonly SubjectStanding[];
  drills: KeptDrills["drills"];
  onGo: (query: string) => void;
}

/** Per cause and theme, and each sort of mistake, earlier and lately. */
export function Progress({ standing, drills, onGo }: ProgressProps) {
  if (drills.length === 0)
    return (
      <Card title={progressCardsText.progress}>
        <Text kind="aside">{progressCardsText.afterTheFirstCaseResults}</Text>
      </Card>
    );
  const now = new Date();
  const mistakes = mistakesOverTime(drills);
  return (
    <>
      <Card title={progressCardsText.byCauseAndTheme}>
        {standing.map(({ subject, runs, right, dueAt }) => (
          <Flex key={subjectName(subject)} borderTopWidth="1px" borderColor="line" py="1.5" gap="2" align="baseline">
            <Text flex="1" fontSize="md" lineHeight="1.25">
              {subjectName(subject)}
            </Text>
            <Text kind="item" whiteSpace="nowrap">
              {progressCardsText.ofLabel(right, runs)}
            </Text>
            <Text
              fontSize="sm"
              color={dueAt <= now ? "danger" : "soft"}
              minW="82px"
              textAlign="right"
              whiteSpace="nowrap"
            >
              {dueAt <= now ? "due" : `in ${formatDistanceStrict(dueAt, now, { unit: "day", roundingMethod: "ceil" })}`}
            </Text>
          </Flex>
        ))}
      </Card>
      {mistakes.length > 0 && (
        <Card title={progressCardsText.mistakesEarlierAndRecent}>
          {mistakes.map(({ mistake, earlier, later, earlierOf, laterOf }) => (
            <Flex key={mistake} borderTopWidth="1px" borderColor="line" py="1.5" gap="2" align="baseline">
              <Text flex="1" fontSize="md" lineHeight="1.25">
                {mistakeWords[mistake]}
              </Text>
              <Text kind="aside" whiteSpace="nowrap">
                {earlierOf === 0 ? "" : progressCardsText.ofLabel2(earlier, earlierOf)}
              </Text>
              <Text kind="item" whiteSpace="nowrap" minW="56px" textAlign="right">
                {progressCardsText.ofLabel3(later, laterOf)}
              </Text>
            </Flex>
          ))}
        </Card>
      )}
      <Card title={progressCardsText.runs}>
        {[...drills]
          .reverse()
          .slice(0, 8)
          .map(({ id, at, code, truth, score }) => (
            <Flex key={id} borderTopWidth="1px" borderColor="line" py="1" gap="2" align="center">
              <Box flex="1" minW="0">
                <Text fontSize="md" lineHeight="1.25">
                  {causesWords(truth)}
                </Text>
                <Text kind="small">
                  {`${format(new Date(at), "d MMM, HH:mm")}, ${code ?? progressCardsText.customCase}`}
                </Text>
              </Box>
              <Text kind="lead">{score}</Text>
              <BenchButton
                kind="quiet"
                px="3"
                aria-label={progressCardsText.debriefOf(code ?? progressCardsText.customCase)}
                onClick={() => onGo(`run=${id}`)}
              >
                {progressCardsText.view}
              </BenchButton>
            </Flex>
          ))}
      </Card>
    </>
  );
}
