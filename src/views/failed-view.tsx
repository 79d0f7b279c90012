"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { reasonOf } from "@/core/result";
import { saveBlob, saveTextFile } from "@/services/save-file";
import { makeCopy } from "@/session/archive";
import { recordAsText } from "@/session/records/jobs";
import { fileMark } from "@/session/records/workshop";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { AppFrame, type View } from "@/views/frame/app-frame";
import { failedViewSentence, noticeWords } from "@/words/notices";
import { copyIssueSentence } from "@/words/shop";

interface FailedViewProps {
  current: View;
  title: string;
  error: Error;
  retry: () => void;
}

/** In place of a view that stopped with an error: the record as a file, and another try. */
export function FailedView({ current, title, error, retry }: FailedViewProps) {
  const [failure, setFailure] = useState<string | null>(null);
  const jobId = /^\/job\/([^/]+)/.exec(globalThis.location?.pathname ?? "")?.[1] ?? null;
  const save = async () => {
    try {
      if (jobId !== null) return saveTextFile("evrid-job.json", (await recordAsText(decodeURIComponent(jobId))) ?? "");
      const made = await makeCopy();
      if (made.ok) saveBlob(`evrid-${fileMark}shop.zip`, made.value);
      else setFailure(copyIssueSentence(made.issue));
    } catch (reason) {
      setFailure(reasonOf(reason));
    }
  };
  return (
    <AppFrame current={current} title={title}>
      <Box as="main" p="4">
        <Notice tone="act" title={noticeWords.viewFailed}>
          {failedViewSentence(reasonOf(error))}
          <Flex gap="2" mt="3" wrap="wrap">
            <BenchButton kind="act" onClick={save}>
              {jobId === null ? noticeWords.saveShop : noticeWords.saveJob}
            </BenchButton>
            <BenchButton kind="quiet" onClick={retry}>
              {noticeWords.tryAgain}
            </BenchButton>
          </Flex>
          {failure !== null && (
            <Text kind="alarm" role="alert">
              {failure}
            </Text>
          )}
        </Notice>
      </Box>
    </AppFrame>
  );
}
