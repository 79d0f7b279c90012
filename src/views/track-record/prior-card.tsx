"use client";

import { Flex, Stack } from "@chakra-ui/react";
import { type Cause, causes, generalShares } from "@/core/causes/catalogue";
import { groupsIn, LEAST_OF_ITS_OWN, type LearnedCounts, weightOf, workshopShares } from "@/core/learning/local-prior";
import { keepChoices, useChoices } from "@/session/choices";
import type { LearnedHere } from "@/session/track-record";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { causeName } from "@/words/causes";
import { trackRecordText } from "@/words/screens/track-record";
import { groupName, shareWords } from "@/words/track-record";
import { PlainTable } from "./plain-table";

/** The largest groups. */
const MOST_GROUPS = 9;

/** Shares of the causes here and everywhere, their weight, and the switch that leaves the local prior out. */
export function PriorCard({ counts }: { counts: LearnedCounts }) {
  const { learning } = useChoices();
  const here = workshopShares(counts);
  return (
    <Card title={trackRecordText.prior}>
      <Flex justify="space-between" gap="3" wrap="wrap" mb="3">
        <Text flex="1 1 220px" fontSize="md">
          {trackRecordText.weight(counts.jobs, counts.jobs === 0 ? 0 : weightOf(counts))}
        </Text>
        <Choice
          label={trackRecordText.priorOn}
          options={[
            { value: "on", label: trackRecordText.on },
            { value: "off", label: trackRecordText.off },
          ]}
          value={learning.localPrior ? "on" : "off"}
          onChange={(value) =>
            keepChoices(({ learning: now }) => ({ learning: { ...now, localPrior: value === "on" } }))
          }
        />
      </Flex>
      <PlainTable
        head={[trackRecordText.cause, trackRecordText.here, trackRecordText.general]}
        rows={causes.map((cause) => ({
          key: cause,
          cells: [causeName(cause), shareWords(here[cause]), shareWords(generalShares[cause])],
        }))}
      />
    </Card>
  );
}

/** Groups of jobs whose prior differs from that of the whole workshop. Nothing where none has enough jobs. */
export function GroupsCard({ counts }: { counts: LearnedCounts }) {
  const figures = useFigures();
  const groups = groupsIn(counts)
    .filter(({ jobs }) => jobs >= LEAST_OF_ITS_OWN)
    .sort((a, b) => b.jobs - a.jobs);
  if (groups.length === 0) return null;
  return (
    <Card title={trackRecordText.groups}>
      <PlainTable
        head={[trackRecordText.part, trackRecordText.jobs, trackRecordText.mostFound]}
        rows={groups.slice(0, MOST_GROUPS).map(({ part, value, jobs, counts: found }) => ({
          key: `${part} ${value}`,
          cells: [groupName(part, value, figures), jobs, causeName(mostOf(found))],
        }))}
      />
      <Text kind="note" mt="2">
        {trackRecordText.partsNote}
      </Text>
    </Card>
  );
}

const mostOf = (found: Record<Cause, number>): Cause => [...causes].sort((a, b) => found[b] - found[a])[0]!;

/** Jobs under other names, and outcomes that a return has put in doubt. Nothing where there are none. */
export function OtherShopsCard({ otherShops, revoked }: Pick<LearnedHere, "otherShops" | "revoked">) {
  if (otherShops.length === 0 && revoked === 0) return null;
  return (
    <Card title={trackRecordText.otherShops}>
      <Stack gap="2">
        {revoked > 0 && <Text>{trackRecordText.revoked(revoked)}</Text>}
        {otherShops.map(({ shop, jobs }) => (
          <Flex key={shop} align="center" justify="space-between" gap="3">
            <Text typed>{trackRecordText.otherShop(shop, jobs)}</Text>
            <BenchButton
              onClick={() =>
                keepChoices(({ learning: now }) => ({ learning: { ...now, alsoCount: [...now.alsoCount, shop] } }))
              }
            >
              {trackRecordText.count}
            </BenchButton>
          </Flex>
        ))}
      </Stack>
    </Card>
  );
}
