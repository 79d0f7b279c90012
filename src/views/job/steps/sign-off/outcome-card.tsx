"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { Cause } from "@/core/causes/catalogue";
import type { OutcomeFacts } from "@/core/learning/statement";
import { answerable, noFacts, outcomeOf, withAnswer } from "@/core/records/derived/job-outcome";
import { outcomeResults } from "@/core/records/job";
import { isSigned } from "@/core/records/signature";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { Select } from "@/ui/fields/select";
import { Text } from "@/ui/text";
import { capital } from "@/words/letters";
import { localPriorSentence, outcomeName, outcomeSentence, outcomeWords, resultWords } from "@/words/outcome";

const options = outcomeResults.map((value) => ({ value, label: capital(resultWords[value]) }));

/** The outcome in one line; each cause can be answered by hand until the job is signed. */
export function OutcomeCard({ facts }: { facts: OutcomeFacts | null }) {
  const { job, edit } = useJob();
  const [editing, setEditing] = useState(false);
  const closed = isSigned(job);
  const results = closed ? (job.outcome.signed?.results ?? []) : outcomeOf(job, facts ?? noFacts);
  const others = answerable(job).filter((cause) => results.every((one) => one.cause !== cause));
  const answer = (cause: Cause, result: (typeof outcomeResults)[number]) =>
    edit((stored) => withAnswer(stored, cause, result));
  const prior = localPriorSentence(job);
  return (
    <Card title={outcomeWords.title}>
      <Flex gap="3" wrap="wrap" align="center">
        <Text flex="1 1 320px" fontSize="lg" data-testid="outcome">
          {facts === null && !closed ? outcomeWords.waiting : outcomeSentence(results)}
        </Text>
        {!closed && (
          <BenchButton kind="quiet" aria-expanded={editing} onClick={() => setEditing(!editing)}>
            {editing ? outcomeWords.done : outcomeWords.edit}
          </BenchButton>
        )}
      </Flex>
      {editing && !closed && (
        <Stack gap="2.5" mt="3">
          <Text kind="soft">{outcomeWords.note}</Text>
          {results.map(({ cause, result }) => (
            <Choice
              key={cause}
              label={outcomeName(cause)}
              options={options}
              value={result}
              onChange={(next) => answer(cause, next)}
            />
          ))}
          <Box maxW="360px">
            <Select
              label={outcomeWords.add}
              empty={outcomeWords.addEmpty}
              value=""
              options={others.map((cause) => [cause, outcomeName(cause)] as const)}
              onPick={(cause) => answer(cause, "confirmed")}
            />
          </Box>
        </Stack>
      )}
      {prior !== null && (
        <Text kind="note" mt="2">
          {prior}
        </Text>
      )}
    </Card>
  );
}
