"use client";

import { useMemo } from "react";
import { type InstrumentOffset, instrumentOffsets } from "@/core/learning/instrument-offsets";
import { type TrackRecord, trackRecordOf } from "@/core/learning/track-record";
import { techniciansOf } from "@/core/records/choices";
import type { OutcomeRow } from "@/core/records/derived/outcome-row";
import { learnedOutcomes } from "@/data/outcomes";
import { useChoices } from "./choices";
import { type Stored, useStored } from "./stored";

export interface LearnedHere extends Awaited<ReturnType<typeof learnedOutcomes>> {
  record: TrackRecord;
  thermometers: InstrumentOffset[];
}

/** Track record of all jobs or of one's own, with what was learned; thermometers from their last check on. */
export function useTrackRecord(own: string | null): Stored<LearnedHere> & { again: () => void } {
  const stored = useStored(learnedOutcomes);
  const { checked } = useChoices().learning;
  const value = stored.state === "ready" ? stored.value : null;
  const made = useMemo(() => {
    if (value === null) return null;
    const rows = own === null ? value.rows : value.rows.filter(({ technician }) => technician === own);
    return { ...value, record: trackRecordOf(rows), thermometers: offsetsSince(rows, checked) };
  }, [value, own, checked]);
  return useMemo(
    () =>
      stored.state === "ready" && made !== null
        ? { state: "ready", value: made, again: stored.again }
        : (stored as Exclude<typeof stored, { state: "ready" }>),
    [stored, made],
  );
}

function offsetsSince(rows: readonly OutcomeRow[], checked: Partial<Record<string, string>>): InstrumentOffset[] {
  const inTurn = [...rows].sort((a, b) => ((a.at ?? "") < (b.at ?? "") ? -1 : 1));
  return instrumentOffsets(
    inTurn.map(({ offsets, at }) => offsets.filter(({ thermometer }) => (at ?? "") > (checked[thermometer] ?? ""))),
  );
}

/** Name of the person at this device: the first technician of its settings; null where none is named. */
export function useOwnName(): string | null {
  return techniciansOf(useChoices())[0] ?? null;
}
