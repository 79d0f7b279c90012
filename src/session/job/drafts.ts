"use client";

import { type Entry, entry } from "@/core/units/entry";
import { type UnitId, unitIds } from "@/core/units/units";
import { useJobActs, useJobOf } from "../session";

/** Draft text of fields that are recorded with a press: kept with the job while typed, removed once recorded. */
export function useDraft(name: string): [string, (text: string) => void] {
  const text = useJobOf((job) => job.drafts[name] ?? "");
  const { record } = useJobActs();
  return [
    text,
    (typed) => void record((stored) => ({ ...stored, drafts: withDraft(stored.drafts, name, typed) }), { typed: true }),
  ];
}

/** A draft that is a number with its unit: the usual one until it is typed. */
export function draftEntry(drafts: Readonly<Record<string, string>>, name: string, usual: UnitId): Entry {
  const unit = drafts[`${name}-unit`] as UnitId | undefined;
  return entry(drafts[name] ?? "", unit !== undefined && unitIds.includes(unit) ? unit : usual);
}

/** Drafts with such a number set. */
export function withDraftEntry(
  drafts: Readonly<Record<string, string>>,
  name: string,
  { text, unit }: Entry,
): Record<string, string> {
  return withDraft(withDraft(drafts, name, text), `${name}-unit`, unit);
}

/** Draft of one field of the open job. */
export function useDraftEntry(name: string, usual: UnitId): [Entry, (typed: Entry) => void] {
  const drafts = useJobOf((job) => job.drafts);
  const { record } = useJobActs();
  return [
    draftEntry(drafts, name, usual),
    (typed) =>
      void record((stored) => ({ ...stored, drafts: withDraftEntry(stored.drafts, name, typed) }), { typed: true }),
  ];
}

/** Drafts with one of them set; an empty one is left out. */
function withDraft(drafts: Readonly<Record<string, string>>, name: string, text: string): Record<string, string> {
  const { [name]: _, ...others } = drafts;
  return text === "" ? others : { ...others, [name]: text };
}
