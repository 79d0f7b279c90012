"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { StepId } from "@/core/records/job";
import { stepOfPath } from "@/core/records/run-sheet";
import { useJobState } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { stepWords } from "@/words/step-words";
import { movedSentence, movedTitle, undoWords } from "@/words/undo";

/** Last undo or redo and its step; leads there from another step. */
export function MovedNotice({ step, onShow }: { step: StepId; onShow: (step: StepId) => void }) {
  const { moved, seen } = useJobState("moved", "seen");
  if (moved === null || moved.places.length === 0) return null;
  const steps = [...new Set(moved.places.map(stepOfPath))];
  const elsewhere = steps.find((one) => one !== null && one !== step) ?? null;
  return (
    <Box mb="3">
      <Notice tone={elsewhere === null ? "plain" : "wait"} title={movedTitle(moved.way)}>
        <Flex gap="3" align="center" wrap="wrap">
          <Box flex="1 1 260px">{movedSentence(moved.places)}</Box>
          {elsewhere !== null && (
            <BenchButton
              onClick={() => onShow(elsewhere)}
            >{`${undoWords.show} ${stepWords[elsewhere].name.toLowerCase()}`}</BenchButton>
          )}
          <BenchButton kind="quiet" onClick={seen}>
            {undoWords.close}
          </BenchButton>
        </Flex>
      </Notice>
    </Box>
  );
}
