"use client";

import { implausibleOf } from "@/core/readings/derive/plausibility";
import { readingFileOf, type TestName, withSidesExchanged } from "@/core/records/derived/job-readings";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { exchangeWords, implausibleSentence, implausibleWords } from "@/words/plausibility";

/** Readings that no circuit can show, as soon as they are typed, with what to check. */
export function Implausible({ which }: { which: TestName }) {
  const { job, edit } = useJob();
  const reading = readingFileOf(job, which);
  if (reading === null) return null;
  const electric = job.intake.compressor === "electric";
  return implausibleOf(reading).map(({ code, setting }) => {
    const rpm = setting === null || electric ? null : (reading.running?.[setting]?.rpm ?? null);
    return (
      <Notice key={`${code} ${setting}`} tone="act" title={implausibleSentence(code, rpm)}>
        <Text>{implausibleWords[code].check}</Text>
        {code === "swapped-sides" && (
          <BenchButton mt="2" onClick={() => edit((stored) => withSidesExchanged(stored, which))}>
            {exchangeWords}
          </BenchButton>
        )}
      </Notice>
    );
  });
}
