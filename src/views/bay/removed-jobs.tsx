"use client";

import { Flex, Stack } from "@chakra-ui/react";
import { differenceInCalendarDays, format } from "date-fns";
import { useState } from "react";
import { REMOVED_KEPT_MS, type Removed } from "@/session/records/jobs";
import { BenchButton } from "@/ui/buttons";
import { Text } from "@/ui/text";
import { removedJobsText } from "@/words/screens/bay";
import { typed } from "@/words/typed";

interface RemovedJobsProps {
  removed: readonly Removed[];
  onRestore: (id: string) => void;
}

const KEPT_DAYS = REMOVED_KEPT_MS / 86_400_000;

/** The last job that was removed stands open; those before it are a press away, for as long as they are kept. */
export function RemovedJobs({ removed, onRestore }: RemovedJobsProps) {
  const [all, setAll] = useState(false);
  if (removed.length === 0) return null;
  return (
    <Stack as="section" aria-label={removedJobsText.removedJobs} gap="2">
      {(all ? removed : removed.slice(0, 1)).map(({ id, name, removedAt }) => (
        <Flex
          key={id}
          align="center"
          gap="4"
          bg="sheet"
          borderWidth="1px"
          borderStyle="dashed"
          borderColor="edge"
          rounded="card"
          px="4"
          py="2"
        >
          <Text flex="1" minW="0">
            {typed(name)}
            {removedJobsText.removedOn}
            {format(removedAt, "d MMMM, HH:mm")}.{" "}
            <Text as="span" kind="soft">
              {keptFor(removedAt)}
            </Text>
          </Text>
          <BenchButton aria-label={removedJobsText.restore2(name)} onClick={() => onRestore(id)}>
            {removedJobsText.restore}
          </BenchButton>
        </Flex>
      ))}
      {removed.length > 1 && (
        <Flex>
          <BenchButton kind="quiet" aria-pressed={all} onClick={() => setAll(!all)}>
            {all ? removedJobsText.showOnlyTheLast : removedJobsText.showAllRemoved(removed.length)}
          </BenchButton>
        </Flex>
      )}
    </Stack>
  );
}

function keptFor(removedAt: string): string {
  const days = KEPT_DAYS - differenceInCalendarDays(new Date(), removedAt);
  return days <= 1 ? removedJobsText.keptUntilTomorrow : removedJobsText.keptForMoreDays(days);
}
