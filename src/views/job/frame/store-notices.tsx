"use client";

import { Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { JobFileIssue } from "@/core/records/job-file";
import { reasonOf } from "@/core/result";
import { recordAsText } from "@/data/jobs";
import { useChoiceFailure } from "@/session/choices";
import { useJobState, useSession } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { RecordText } from "@/ui/record-text";
import { saveTextFile } from "@/ui/save-file";
import { Text } from "@/ui/text";
import { jobFileSentence, refusalSentence } from "@/words/issues";
import { placeWords } from "@/words/job";
import { saveJob } from "./save-job";

/** What stands between this page and the store: who holds the desk, what could not be stored, what was not done. */
export function StoreNotices() {
  const figures = useFigures();
  const { loaded, issue, storeError, refusal, undoStays, desk, takeOver, putBack, seen } = useJobState(
    "loaded",
    "issue",
    "storeError",
    "refusal",
    "undoStays",
    "desk",
    "takeOver",
    "putBack",
    "seen",
  );
  const choiceFailure = useChoiceFailure();
  const { jobs } = useSession();
  const save = async () => {
    const job = await jobs.filed();
    if (job !== null) await saveJob(job);
  };
  return (
    <Stack gap="3" css={{ "&:not(:empty)": { marginBottom: "12px" } }}>
      {desk === "elsewhere" && (
        <Act title="Open in another tab" act={takeOver} does="Take over here" tone="wait">
          This tab is read-only and shows every change at once. Taking over closes an open valve and keeps its grams.
        </Act>
      )}
      {loaded === "missing" && (
        <Act title="This job is no longer stored" act={putBack} does="Store again" second={save} tone="act">
          It was removed in another tab, or the browser deleted its data. This tab still has everything.
        </Act>
      )}
      {loaded === "unreadable" && issue !== null && (
        <Act title="The stored job is unreadable" act={save} does="Save this version" tone="act">
          {jobFileSentence("The stored version", issue)} This tab still has everything.
        </Act>
      )}
      {storeError !== null && loaded !== "missing" && (
        <Act title="Not saved by the browser" act={save} does="Save as file" tone="act">
          {`Reason: ${storeError}. This tab keeps everything and tries again. Save a file before closing it.`}
        </Act>
      )}
      {choiceFailure !== null && (
        <Notice tone="act" title="Workshop setting not saved">
          {`Reason: ${choiceFailure}. The previous setting applies. Choose again later.`}
        </Notice>
      )}
      {refusal !== null && (
        <Act title="Not done" act={seen} does="Close" tone="act">
          {refusalSentence(refusal, figures)}
        </Act>
      )}
      {undoStays.length > 0 && (
        <Act title="Partly undone" act={seen} does="Close" tone="wait">
          {`Kept, because of a later change: ${undoStays.map(placeWords).join(", ")}.`}
        </Act>
      )}
    </Stack>
  );
}

interface ActProps {
  title: string;
  does: string;
  act: () => void;
  /** Save as a file, beside the act. */
  second?: () => void;
  tone: "act" | "wait";
  children: string | string[];
}

function Act({ title, does, act, second, tone, children }: ActProps) {
  return (
    <Notice tone={tone} title={title}>
      <Flex gap="3" align="center" wrap="wrap">
        <Text flex="1 1 320px">{children}</Text>
        {second && (
          <BenchButton kind="quiet" onClick={second}>
            Save as file
          </BenchButton>
        )}
        <BenchButton onClick={act}>{does}</BenchButton>
      </Flex>
    </Notice>
  );
}

/** A job of which nothing can be shown but its text. */
export function UnreadableJob({ id, issue }: { id: string; issue: JobFileIssue }) {
  const { canUndo, mend } = useJobState("canUndo", "mend");
  const [text, setText] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const failed = (error: unknown) => setSaid(reasonOf(error));
  const withText = (use: (text: string) => void) =>
    void recordAsText(id).then((found) => (found === null ? setSaid("It is no longer stored.") : use(found)), failed);
  return (
    <Stack gap="3">
      <Notice tone="act" title="This job cannot be read">
        {jobFileSentence("The stored job", issue)}
      </Notice>
      <Flex gap="3" wrap="wrap">
        <BenchButton onClick={() => withText((found) => saveTextFile(`evrid-${id}.json`, found))}>
          Save as file
        </BenchButton>
        <BenchButton
          kind="quiet"
          aria-pressed={text !== null}
          onClick={() => (text === null ? withText(setText) : setText(null))}
        >
          {text === null ? "Show as text" : "Hide text"}
        </BenchButton>
        {canUndo && (
          <BenchButton
            kind="quiet"
            onClick={() =>
              void mend().then(
                (done) => setSaid(done ? null : "Undoing the changes of this tab does not help."),
                failed,
              )
            }
          >
            Undo last change
          </BenchButton>
        )}
      </Flex>
      {said !== null && (
        <Text color="act" role="alert">
          {said}
        </Text>
      )}
      {text !== null && <RecordText text={text} />}
    </Stack>
  );
}
