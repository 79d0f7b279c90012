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
        <Act title="Open in another tab" act={takeOver} does="Take it over here" tone="wait">
          This tab reads along: what is typed, taken and weighed there is seen here at once. Taken over, an open draw
          goes on with its grams, valve shut.
        </Act>
      )}
      {loaded === "missing" && (
        <Act title="This job is no longer stored" act={putBack} does="Store it again" second={save} tone="act">
          It was removed in another tab, or the browser has thrown its data away. All that you see is still in this tab.
        </Act>
      )}
      {loaded === "unreadable" && issue !== null && (
        <Act title="The stored job cannot be read any more" act={save} does="Save what you see as a file" tone="act">
          {jobFileSentence("What is stored", issue)} All that you see is still in this tab.
        </Act>
      )}
      {storeError !== null && loaded !== "missing" && (
        <Act title="The browser does not store" act={save} does="Save as a file" tone="act">
          {`Its reason: ${storeError}. All that you see is kept in this tab, and tried again by itself; until this message goes, do not close it without a file.`}
        </Act>
      )}
      {choiceFailure !== null && (
        <Notice tone="act" title="The browser did not store the workshop's choice">
          {`Its reason: ${choiceFailure}. The choice before it stands; choose again when it can be stored.`}
        </Notice>
      )}
      {refusal !== null && (
        <Act title="Not done" act={seen} does="Read it" tone="act">
          {refusalSentence(refusal, figures)}
        </Act>
      )}
      {undoStays.length > 0 && (
        <Act title="Taken back, but not all of it" act={seen} does="Read it" tone="wait">
          {`A later change stands on it and stays: ${undoStays.map(placeWords).join(", ")}.`}
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
            Save as a file
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
          Save as a file
        </BenchButton>
        <BenchButton
          kind="quiet"
          aria-pressed={text !== null}
          onClick={() => (text === null ? withText(setText) : setText(null))}
        >
          {text === null ? "Show it as text" : "Hide the text"}
        </BenchButton>
        {canUndo && (
          <BenchButton
            kind="quiet"
            onClick={() =>
              void mend().then((done) => setSaid(done ? null : "Taking this tab's changes back does not help."), failed)
            }
          >
            Take this tab's last change back
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
