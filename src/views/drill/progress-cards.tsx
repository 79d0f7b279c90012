"use client";

import { Box, Flex } from "@chakra-ui/react";
import { format, formatDistanceStrict } from "date-fns";
import { mistakesOverTime, type SubjectStanding } from "@/core/drill/progress";
import type { KeptDrills } from "@/data/drills";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Text } from "@/ui/text";
import { causesWords, mistakeWords, subjectName } from "@/words/drill";

interface ProgressProps {
  standing: readonly SubjectStanding[];
  drills: KeptDrills["drills"];
  onGo: (query: string) => void;
}

/** Per cause and theme, and each sort of mistake, earlier and lately. */
export function Progress({ standing, drills, onGo }: ProgressProps) {
  if (drills.length === 0)
    return (
      <Card title="Progress">
        <Text color="soft" fontSize="15px">
          After the first case: results and due dates by cause and theme.
        </Text>
      </Card>
    );
  const now = new Date();
  const mistakes = mistakesOverTime(drills);
  return (
    <>
      <Card title="By cause and theme">
        {standing.map(({ subject, runs, right, dueAt }) => (
          <Flex key={subjectName(subject)} borderTopWidth="1px" borderColor="line" py="1.5" gap="2" align="baseline">
            <Text flex="1" fontSize="15px" lineHeight="1.25">
              {subjectName(subject)}
            </Text>
            <Text fontSize="15px" fontWeight="650" whiteSpace="nowrap">
              {`${right} of ${runs}`}
            </Text>
            <Text
              fontSize="14px"
              color={dueAt <= now ? "act" : "soft"}
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
        <Card title="Mistakes, earlier and recent">
          {mistakes.map(({ mistake, earlier, later, earlierOf, laterOf }) => (
            <Flex key={mistake} borderTopWidth="1px" borderColor="line" py="1.5" gap="2" align="baseline">
              <Text flex="1" fontSize="15px" lineHeight="1.25">
                {mistakeWords[mistake]}
              </Text>
              <Text fontSize="15px" color="soft" whiteSpace="nowrap">
                {earlierOf === 0 ? "" : `${earlier} of ${earlierOf}`}
              </Text>
              <Text fontSize="15px" fontWeight="650" whiteSpace="nowrap" minW="56px" textAlign="right">
                {`${later} of ${laterOf}`}
              </Text>
            </Flex>
          ))}
        </Card>
      )}
      <Card title="Runs">
        {[...drills]
          .reverse()
          .slice(0, 8)
          .map(({ id, at, code, truth, score }) => (
            <Flex key={id} borderTopWidth="1px" borderColor="line" py="1" gap="2" align="center">
              <Box flex="1" minW="0">
                <Text fontSize="15px" lineHeight="1.25">
                  {causesWords(truth)}
                </Text>
                <Text color="soft" fontSize="13px">
                  {`${format(new Date(at), "d MMM, HH:mm")}, ${code ?? "custom case"}`}
                </Text>
              </Box>
              <Text fontWeight="650" fontSize="17px">
                {score}
              </Text>
              <BenchButton
                kind="quiet"
                px="3"
                aria-label={`Debrief of ${code ?? "custom case"}`}
                onClick={() => onGo(`run=${id}`)}
              >
                View
              </BenchButton>
            </Flex>
          ))}
      </Card>
    </>
  );
}
