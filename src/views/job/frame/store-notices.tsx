"use client";

import { Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { JobFileIssue } from "@/core/records/files/job-file";
import { reasonOf } from "@/core/result";
import { saveTextFile } from "@/services/save-file";
import { useChoiceFailure } from "@/session/choices";
import { recordAsText } from "@/session/records/jobs";
import { useJobOf, useJobState, useSession } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { RecordText } from "@/ui/record-text";
import { Text } from "@/ui/text";
import { SharingNotices } from "@/views/sharing/sharing-notices";
import { TakeOver } from "@/views/sharing/take-over";
import { jobFileSentence, refusalSentence } from "@/words/issues";
import { placeWords } from "@/words/job";
import { noticeWords } from "@/words/notices";
import { commonText } from "@/words/screens/common";
import { storeNoticesText } from "@/words/screens/job-frame";
import { saveJob } from "./save-job";

/** Notices between this page and the store: who holds the desk, what could not be stored or done. */
export function StoreNotices() {
  const figures = useFigures();
  const { loaded, issue, storeError, refusal, undoStays, desk, holder, takeOver, putBack, seen } = useJobState(
    "loaded",
    "issue",
    "storeError",
    "refusal",
    "undoStays",
    "desk",
    "holder",
    "takeOver",
    "putBack",
    "seen",
  );
  const choiceFailure = useChoiceFailure();
  const { jobs } = useSession();
  const id = useJobOf(({ id }) => id);
  const save = async () => {
    const job = await jobs.filed();
    if (job !== null) await saveJob(job);
  };
  return (
    <Stack gap="3" css={{ "&:not(:empty)": { marginBottom: "12px" } }}>
      <TakeOver />
      <SharingNotices record={`job/${id}`} />
      {desk === "elsewhere" && holder === null && (
        <Act title={storeNoticesText.openInAnotherTab} act={takeOver} does={storeNoticesText.takeOverHere} tone="wait">
          {storeNoticesText.thisTabIsReadOnly}
        </Act>
      )}
      {loaded === "missing" && (
        <Act
          title={storeNoticesText.thisJobIsNoLonger}
          act={putBack}
          does={noticeWords.storeAgain}
          second={save}
          tone="act"
        >
          {storeNoticesText.itWasRemovedInAnother}
        </Act>
      )}
      {loaded === "unreadable" && issue !== null && (
        <Act
          title={storeNoticesText.theStoredJobIsUnreadable}
          act={save}
          does={storeNoticesText.saveThisVersion}
          tone="act"
        >
          {storeNoticesText.thisTabStillHasEverything(jobFileSentence(storeNoticesText.theStoredVersion, issue))}
        </Act>
      )}
      {storeError !== null && loaded !== "missing" && (
        <Act title={storeNoticesText.notSavedByTheBrowser} act={save} does={commonText.saveAsFile} tone="act">
          {storeNoticesText.reasonThisTabKeepsEverything(storeError)}
        </Act>
      )}
      {choiceFailure !== null && (
        <Notice tone="act" title={storeNoticesText.workshopSettingNotSaved}>
          {storeNoticesText.reasonThePreviousSettingApplies(choiceFailure)}
        </Notice>
      )}
      {refusal !== null && (
        <Act title={commonText.notDone} act={seen} does={storeNoticesText.close} tone="act">
          {refusalSentence(refusal, figures)}
        </Act>
      )}
      {undoStays.length > 0 && (
        <Act title={storeNoticesText.partlyUndone} act={seen} does={storeNoticesText.close} tone="wait">
          {storeNoticesText.keptBecauseOfALater(undoStays.map(placeWords).join(", "))}
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
            {commonText.saveAsFile}
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
    void recordAsText(id).then(
      (found) => (found === null ? setSaid(storeNoticesText.itIsNoLongerStored) : use(found)),
      failed,
    );
  return (
    <Stack gap="3">
      <Notice tone="act" title={storeNoticesText.thisJobCannotBeRead}>
        {jobFileSentence(storeNoticesText.theStoredJob, issue)}
      </Notice>
      <Flex gap="3" wrap="wrap">
        <BenchButton onClick={() => withText((found) => saveTextFile(`evrid-${id}.json`, found))}>
          {commonText.saveAsFile}
        </BenchButton>
        <BenchButton
          kind="quiet"
          aria-pressed={text !== null}
          onClick={() => (text === null ? withText(setText) : setText(null))}
        >
          {text === null ? storeNoticesText.showAsText : storeNoticesText.hideText}
        </BenchButton>
        {canUndo && (
          <BenchButton
            kind="quiet"
            onClick={() =>
              void mend().then((done) => setSaid(done ? null : storeNoticesText.undoingTheChangesOfThis), failed)
            }
          >
            {storeNoticesText.undoLastChange}
          </BenchButton>
        )}
      </Flex>
      {said !== null && (
        <Text kind="alarm" role="alert">
          {said}
        </Text>
      )}
      {text !== null && <RecordText text={text} />}
    </Stack>
  );
}
