"use client";

import Link from "next/link";
import { emptyOf } from "@/core/records/derived/job-rest";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { doNotRunWords } from "@/words/static-pressure";
import { stepPath } from "./steps";

/** In place of a test of the running car, where its static pressure says that nothing carries the oil. */
export function DoNotRun() {
  const { job } = useJob();
  const empty = emptyOf(job);
  if (empty === null) return null;
  return (
    <Notice tone="act" title={doNotRunWords.title}>
      <Text mb="2">{doNotRunWords.why[empty]}</Text>
      <BenchButton asChild>
        <Link href={stepPath(job.id, "verdict")}>{doNotRunWords.onward}</Link>
      </BenchButton>
    </Notice>
  );
}
