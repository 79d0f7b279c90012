"use client";

/** Notices of every view: failed workers, and changes that could not be stored. */
import { Flex, Stack } from "@chakra-ui/react";
import { type ReactNode, useEffect, useState } from "react";
import { reasonOf } from "@/core/result";
import {
  forgetRefused,
  recallRefused,
  storeRefused,
  useRefusedChanges,
  warnBeforeLeaving,
} from "@/session/job/refused-changes";
import {
  forgetRefusedWords,
  type RefusedWords,
  recallRefusedWords,
  storeRefusedWords,
  useRefusedWords,
  wordsId,
} from "@/session/job/refused-words";
import { useWorkerTroubles, type WorkerTrouble } from "@/session/worker-health";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { saveJob } from "@/views/job/frame/save-job";
import {
  noticeWords,
  refusedSentence,
  refusedTitle,
  refusedWordsTitle,
  troubleSentence,
  troubleTitle,
} from "@/words/notices";

export default function Notices() {
  const troubles = useWorkerTroubles();
  const refused = useRefusedChanges().filter(({ open }) => !open);
  const words = useRefusedWords().filter(({ open }) => !open);
  useEffect(() => {
    recallRefused();
    recallRefusedWords();
    return warnBeforeLeaving();
  }, []);
  if (troubles.length + refused.length + words.length === 0) return null;
  return (
    <Stack gap="2" px="4" pt="2.5" flexShrink="0" maxH="40vh" overflowY="auto">
      {refused.map((change) => (
        <Refused
          key={change.job.id}
          title={refusedTitle(change.job)}
          reason={change.reason}
          onStore={() => storeRefused(change)}
          onSave={() => saveJob(change.job)}
          onDiscard={() => forgetRefused(change.job.id)}
        />
      ))}
      {words.map((one) => (
        <Refused
          key={wordsId(one)}
          title={refusedWordsTitle(one)}
          reason={one.reason}
          onStore={() => storeRefusedWords(one)}
          onDiscard={() => forgetRefusedWords(wordsId(one))}
        >
          <TypedWords one={one} />
        </Refused>
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

interface RefusedProps {
  title: string;
  reason: string;
  onStore: () => Promise<unknown>;
  /** Where it can be saved as a file. */
  onSave?: () => void;
  onDiscard: () => void;
  children?: ReactNode;
}

function Refused({ title, reason, onStore, onSave, onDiscard, children }: RefusedProps) {
  const [failure, setFailure] = useState<string | null>(null);
  return (
    <Notice tone="act" title={title}>
      {refusedSentence(failure ?? reason)}
      {children}
      <Flex gap="2" mt="2" wrap="wrap">
        <BenchButton kind="act" onClick={() => onStore().catch((error: unknown) => setFailure(reasonOf(error)))}>
          {noticeWords.storeAgain}
        </BenchButton>
        {onSave && (
          <BenchButton kind="quiet" onClick={onSave}>
            {noticeWords.saveFile}
          </BenchButton>
        )}
        <BenchButton kind="quiet" onClick={onDiscard}>
          {noticeWords.discard}
        </BenchButton>
      </Flex>
    </Notice>
  );
}

/** The words themselves, so that they can be copied elsewhere. */
function TypedWords({ one }: { one: RefusedWords }) {
  if (one.kind === "desk") return null;
  return (
    <Text typed mt="1">
      {Object.values(one.words).join("; ")}
    </Text>
  );
}
