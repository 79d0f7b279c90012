"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import { type Cause, causes } from "@/core/causes/catalogue";
import { votesShown } from "@/core/drill/lesson-shapes";
import { Text } from "@/ui/text";
import { rankedName } from "@/words/drill";
import { classVotesText } from "@/words/screens/drill";

export function VoteBars({ votes }: { votes: Partial<Record<Cause, number>> }) {
  const counted = votesShown(votes);
  if (counted.length === 0) return null;
  return (
    <Stack gap="2" role="group" aria-label={classVotesText.votes}>
      {counted.map(({ key, count, share }) => (
        <Box key={key}>
          <Flex justify="space-between" gap="3">
            <Text fontSize="3xl" lineHeight="1.2">
              {rankedName(key)}
            </Text>
            <Text fontSize="3xl" fontWeight="semibold">
              {String(count)}
            </Text>
          </Flex>
          <Box h="12px" bg="field" borderWidth="1px" borderColor="edge" rounded="full" overflow="hidden">
            <Box h="100%" bg="ink" w={`${share * 100}%`} />
          </Box>
        </Box>
      ))}
    </Stack>
  );
}

interface VoteTableProps {
  votes: Partial<Record<Cause, number>>;
  onVotes: (votes: Partial<Record<Cause, number>>) => void;
  onDone: () => void;
}

/** Counts, typed from one field to the next by Tab or Enter; Escape or the last Enter closes. */
export function VoteTable({ votes, onVotes, onDone }: VoteTableProps) {
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  return (
    <Box
      onKeyDown={(event) => {
        if (event.key === "Escape") {
          event.stopPropagation();
          onDone();
        }
        if (event.key !== "Enter") return;
        const fields = [...event.currentTarget.querySelectorAll("input")];
        const next = fields[fields.indexOf(event.target as HTMLInputElement) + 1];
        if (next === undefined) onDone();
        else next.focus();
      }}
    >
      {causes.map((cause, i) => (
        <Flex as="label" key={cause} align="center" gap="3" py="1" borderTopWidth="1px" borderColor="line">
          <Text flex="1" fontSize="3xl" lineHeight="1.2">
            {rankedName(cause)}
          </Text>
          <Box
            asChild
            w="64px"
            h="44px"
            fontSize="3xl"
            textAlign="right"
            px="2"
            bg="field"
            borderWidth="1px"
            borderColor="edge"
            rounded="card"
          >
            <input
              ref={i === 0 ? first : undefined}
              inputMode="numeric"
              aria-label={classVotesText.votes2(rankedName(cause))}
              value={votes[cause] ?? ""}
              maxLength={3}
              onChange={(event) => {
                const digits = event.target.value.replace(/\D/g, "");
                const { [cause]: _, ...others } = votes;
                onVotes(digits === "" ? others : { ...others, [cause]: Number(digits) });
              }}
            />
          </Box>
        </Flex>
      ))}
    </Box>
  );
}
