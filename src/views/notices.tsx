"use client";

/** Notices of every view: failed workers, and changes that could not be stored. */
import { Flex, Stack } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { reasonOf } from "@/core/result";
import {
  forgetRefused,
  type RefusedChange,
  recallRefused,
  storeRefused,
  useRefusedChanges,
  warnBeforeLeaving,
} from "@/session/refused-changes";
import { useWorkerTroubles, type WorkerTrouble } from "@/session/worker-health";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { saveJob } from "@/views/job/frame/save-job";
import { noticeWords, refusedSentence, refusedTitle, troubleSentence, troubleTitle } from "@/words/notices";

export default function Notices() {
  const troubles = useWorkerTroubles();
  const refused = useRefusedChanges().filter(({ open }) => !open);
  useEffect(() => {
    recallRefused();
    return warnBeforeLeaving();
  }, []);
  if (troubles.length + refused.length === 0) return null;
  return (
    <Stack gap="2" px="4" pt="2.5" flexShrink="0" maxH="40vh" overflowY="auto">
      {refused.map((change) => (
        <Refused key={change.job.id} change={change} />
      ))}
      {byName(troubles).map(([trouble, ...same]) => (
        <Notice key={trouble.name} tone="act" title={troubleTitle(trouble)}>
          <Flex gap="3" align="center" wrap="wrap">
            <Text flex="1 1 260px">{troubleSentence(trouble)}</Text>
            <BenchButton kind="quiet" onClick={() => [trouble, ...same].forEach(({ restart }) => void restart())}>
              {noticeWords.restart}
            </BenchButton>
          </Flex>
        </Notice>
      ))}
    </Stack>
  );
}

/** Troubles of one kind of worker together: one notice, and one restart for all of its lines. */
function byName(troubles: readonly WorkerTrouble[]): [WorkerTrouble, ...WorkerTrouble[]][] {
  const groups = new Map<WorkerTrouble["name"], [WorkerTrouble, ...WorkerTrouble[]]>();
  for (const trouble of troubles) {
    const group = groups.get(trouble.name);
    if (group === undefined) groups.set(trouble.name, [trouble]);
    else group.push(trouble);
  }
  return [...groups.values()];
}

function Refused({ change }: { change: RefusedChange }) {
  const [failure, setFailure] = useState<string | null>(null);
  const { job } = change;
  return (
    <Notice tone="act" title={refusedTitle(job)}>
      {refusedSentence(failure ?? change.reason)}
      <Flex gap="2" mt="2" wrap="wrap">
        <BenchButton
          kind="act"
          onClick={() => storeRefused(change).catch((error: unknown) => setFailure(reasonOf(error)))}
        >
          {noticeWords.storeAgain}
        </BenchButton>
        <BenchButton kind="quiet" onClick={() => saveJob(job)}>
          {noticeWords.saveFile}
        </BenchButton>
        <BenchButton kind="quiet" onClick={() => forgetRefused(job.id)}>
          {noticeWords.discard}
        </BenchButton>
      </Flex>
    </Notice>
  );
}
