"use client";

import { useJobActs, useJobOf } from "./session";

/** What stands in a field that is written down with a press: kept with the job as it is typed, gone when it was written down. */
export function useDraft(name: string): [string, (text: string) => void] {
  const text = useJobOf((job) => job.drafts[name] ?? "");
  const { record } = useJobActs();
  return [
    text,
    (typed) => void record((stored) => ({ ...stored, drafts: withDraft(stored.drafts, name, typed) }), { typed: true }),
  ];
}

/** Drafts with one of them set; an empty one is left out. */
export function withDraft(
  drafts: Readonly<Record<string, string>>,
  name: string,
  text: string,
): Record<string, string> {
  const { [name]: _, ...others } = drafts;
  return text === "" ? others : { ...others, [name]: text };
}
