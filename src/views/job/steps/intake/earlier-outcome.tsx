"use client";

import { Flex } from "@chakra-ui/react";
import { useEarlierOutcome } from "@/session/outcome";
import { useJob } from "@/session/session";
import { Choice } from "@/ui/fields/choice";
import { Notice } from "@/ui/notice";
import { earlierSentence, outcomeWords, similarSentence } from "@/words/outcome";
import { dayOf } from "@/words/vehicles";

const options = [
  { value: "stands", label: outcomeWords.stands },
  { value: "fallen", label: outcomeWords.doesNotStand },
] as const;

/** A return with the same complaint puts the earlier outcome in doubt: asked once, and counted accordingly. */
export function EarlierOutcome() {
  const { job, edit } = useJob();
  const earlier = useEarlierOutcome();
  if (earlier === null || earlier.at === null) return null;
  const { jobId } = earlier;
  const answered = job.outcome.earlier?.jobId === jobId ? job.outcome.earlier : null;
  return (
    <Notice tone={answered === null ? "wait" : "plain"} title={outcomeWords.earlierTitle}>
      {earlierSentence(dayOf(earlier.at), earlier.results)}
      <Flex mt="2">
        <Choice
          label={outcomeWords.earlierTitle}
          options={options}
          value={answered === null ? null : answered.stands ? "stands" : "fallen"}
          onChange={(value) =>
            edit((stored) => ({
              ...stored,
              outcome: { ...stored.outcome, earlier: { jobId, stands: value === "stands" } },
            }))
          }
        />
      </Flex>
    </Notice>
  );
}

/** Leaks of similar vehicles in this workshop. */
export function SimilarVehicles() {
  const { job } = useJob();
  const { similar } = job.outcome;
  if (similar === null) return null;
  return <Notice title={outcomeWords.similarTitle}>{similarSentence(similar)}</Notice>;
}
