"use client";

import { Notice } from "@/ui/notice";
import { drillWords, unsavedDrillSentence } from "@/words/drill";

/** Says that runs are not stored, and why. */
export function UnsavedNotice({ reason }: { reason: string | null }) {
  if (reason === null) return null;
  return (
    <Notice tone="act" title={drillWords.unsavedTitle}>
      {unsavedDrillSentence(reason)}
    </Notice>
  );
}
