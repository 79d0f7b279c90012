"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { BenchState } from "@/core/bench/bench-state";
import type { Cause } from "@/core/causes/catalogue";
import type { Work } from "@/core/causes/work";
import type { Debrief } from "@/core/drill/debrief";
import type { DrillSample } from "@/core/drill/drill-car";
import type { WayStep } from "@/core/drill/drill-check";
import type { Refusal } from "@/core/drill/drill-run";
import type { DrillTheme } from "@/core/drill/drill-shapes";
import { type DrillSource, queryOfSource } from "@/core/drill/drill-source";
import type { Doing, DrillStep } from "@/core/drill/drill-steps";
import type { Lesson } from "@/core/drill/lesson-shapes";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import { TraceStore } from "@/core/readings/stream/trace-store";
import { reasonOf } from "@/core/result";
import { type DrillDraft, loadOpenRun, saveOpenRun } from "@/data/drills";
import { drillText } from "@/words/screens/session";
import { connectDrillCar, connectDrillClerk, type DrillConnection } from "@/worker/drill-client";
import type { RunStanding } from "@/worker/drill-protocol";
import { noteUnsavedDrill } from "./drill-book";
import { useNewestRef } from "./newest-ref";

const emptyDraft: DrillDraft = { ranking: [], answer: [], charge: null, grams: { text: "", unit: "g" } };

export interface DrillAtCar {
  status: "connecting" | "running" | "lost";
  reason: string | null;
  standing: RunStanding | null;
  latest: DrillSample | null;
  trace: TraceStore;
  pace: number;
  /** An act that passes now. */
  passing: Doing | null;
  refused: Refusal | null;
  /** Asked for, and what it was: null where nothing more is needed. */
  hint: { step: WayStep | null } | null;
  draft: DrillDraft;
}

export interface DrillAtCarActs {
  does: (step: Doing) => Promise<boolean>;
  /** Opens the run again from its acts, after its worker failed. */
  reopen: () => void;
  setPace: (pace: number) => void;
  askHint: () => void;
  setDraft: (change: (draft: DrillDraft) => DrillDraft) => void;
  /** With the acts it is made of, as they are kept. */
  debrief: () => Promise<{ debrief: Debrief; at: number; script: DrillStep[] } | null>;
}

/** The key under which an open run is kept: who, and which case. */
export const runKey = (learnerId: string, source: DrillSource) => `${learnerId} ${queryOfSource(source)}`;

/** Kept at least so often while the clock runs, ms. */
const KEEP_MS = 4000;

type SetAtCar = (change: (now: DrillAtCar) => DrillAtCar) => void;

/** What is kept of an open run, and the thread that runs it. */
interface OpenRun {
  connection: DrillConnection | null;
  kept: { at: number; script: readonly DrillStep[]; draft: DrillDraft } | null;
  keptAt: number;
}

/** Opens the run in a thread of its own, with the acts that were kept of it. Returns the function that closes it. */
function openRun(
  run: OpenRun,
  key: string,
  source: DrillSource,
  keep: (now: boolean) => void,
  set: SetAtCar,
): () => void {
  let gone = false;
  const lost = (reason: string) => {
    if (!gone) set((now) => ({ ...now, status: "lost", reason }));
  };
  const made = connectDrillCar(lost);
  run.connection = made;
  const trace = new TraceStore();
  let steps = 0;
  const onRun = (samples: DrillSample[], standing: RunStanding) => {
    if (gone) return;
    trace.append(samples);
    const changed = standing.script.length !== steps;
    steps = standing.script.length;
    run.kept = { at: standing.at, script: standing.script, draft: run.kept?.draft ?? emptyDraft };
    if (standing.over === "no") keep(changed);
    set((now) => ({ ...now, standing, trace, latest: samples.at(-1) ?? now.latest }));
  };
  // After a failure the acts are those that this page still knows.
  const before = run.kept;
  (before === null ? loadOpenRun(key) : Promise.resolve({ ...before, script: [...before.script] }))
    // A store that refuses is no reason not to begin.
    .catch((error: unknown) => {
      noteUnsavedDrill(error);
      return null;
    })
    .then((open) => {
      if (gone) return null;
      const draft = open?.draft ?? emptyDraft;
      run.kept = { at: open?.at ?? 0, script: open?.script ?? [], draft };
      set((now) => ({ ...now, draft }));
      return made.api.open(source, open?.script ?? [], open?.at ?? 0, made.listen(onRun));
    })
    .then((standing) => {
      if (gone) return;
      if (standing === null) lost(drillText.thisCaseCannotBeSimulated);
      else set((now) => ({ ...now, status: "running", standing }));
    })
    .catch((error: unknown) => lost(reasonOf(error)));
  const leaves = () => keep(true);
  window.addEventListener("pagehide", leaves);
  return () => {
    window.removeEventListener("pagehide", leaves);
    gone = true;
    made.close();
    run.connection = null;
  };
}

/** What is done at the car of an open run. */
function actsAtCar(run: OpenRun, keep: (now: boolean) => void, set: SetAtCar): Omit<DrillAtCarActs, "reopen"> {
  const api = () => run.connection?.api;
  const fails = (error: unknown) => set((now) => ({ ...now, status: "lost", reason: reasonOf(error) }));
  return {
    async does(step) {
      const car = api();
      if (car === undefined) return false;
      set((now) => ({ ...now, passing: step, refused: null }));
      try {
        const refused = await car.does(step);
        set((now) => ({ ...now, passing: null, refused }));
        keep(true);
        return refused === null;
      } catch (error) {
        fails(error);
        return false;
      }
    },
    setPace(pace) {
      set((now) => ({ ...now, pace }));
      api()?.setPace(pace).catch(fails);
    },
    askHint() {
      const car = api();
      if (car === undefined) return;
      set((now) => ({ ...now, passing: { does: "act", act: "hint" }, refused: null }));
      car
        .does({ does: "act", act: "hint" })
        .then(async (refused) => {
          const step = refused === null ? await car.hint() : null;
          set((now) => ({ ...now, passing: null, refused, hint: refused === null ? { step } : now.hint }));
        })
        .catch(fails);
    },
    setDraft(change) {
      set((now) => {
        const draft = change(now.draft);
        if (run.kept !== null) run.kept = { ...run.kept, draft };
        return { ...now, draft };
      });
      // The acts are kept with it, so that neither is older than the other.
      queueMicrotask(() => keep(true));
    },
    async debrief() {
      const debrief = (await api()?.debrief()) ?? null;
      // The newest standing, not the one that was drawn when the answer was given.
      const { kept } = run;
      return debrief && kept && { debrief, at: kept.at, script: [...kept.script] };
    },
  };
}

const connecting = (): DrillAtCar => ({
  status: "connecting",
  reason: null,
  standing: null,
  latest: null,
  trace: new TraceStore(),
  pace: 1,
  passing: null,
  refused: null,
  hint: null,
  draft: emptyDraft,
});

/** The car of a case, taken up where it was left; its acts are kept as they are done. */
export function useDrillAtCar(source: DrillSource, key: string): DrillAtCar & DrillAtCarActs {
  const [state, setState] = useState(connecting);
  const run = useRef<OpenRun>({ connection: null, kept: null, keptAt: 0 });
  const begins = useNewestRef(source);
  const [attempt, setAttempt] = useState(0);
  const keep = useCallback(
    (now: boolean) => {
      const { kept, keptAt } = run.current;
      if (kept === null || (!now && Date.now() - keptAt < KEEP_MS)) return;
      run.current.keptAt = Date.now();
      saveOpenRun(key, { ...kept, script: [...kept.script] }).catch(noteUnsavedDrill);
    },
    [key],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: another attempt opens the run again
  useEffect(() => openRun(run.current, key, begins.current, keep, setState), [key, keep, attempt]);
  const acts = useMemo(() => actsAtCar(run.current, keep, setState), [keep]);
  return {
    ...state,
    ...acts,
    reopen() {
      setState((now) => ({ ...now, status: "connecting", reason: null, passing: null }));
      setAttempt((n) => n + 1);
    },
  };
}

/** Work of the drill besides the car: new cases, debriefs of kept runs, lessons. The worker lives as long as the view. */
export interface DrillClerk {
  make: (theme: DrillTheme, cause: Cause | null, from: number) => Promise<string | null>;
  debriefOf: (
    source: DrillSource,
    script: readonly DrillStep[],
    at: number,
  ) => Promise<{ debrief: Debrief; samples: DrillSample[] } | null>;
  afterTest: (reading: ReadingFile, state: BenchState, work: readonly Work[]) => Promise<BenchState | null>;
  lesson: (source: DrillSource) => Promise<Lesson | null>;
}

export function useDrillClerk(): DrillClerk {
  const thread = useRef<DrillConnection | null>(null);
  useEffect(
    () => () => {
      thread.current?.close();
      thread.current = null;
    },
    [],
  );
  const clerk = useRef<DrillClerk>({
    make: (theme, cause, from) => reached().make(theme, cause, from),
    debriefOf: (source, script, at) => reached().debriefOf(source, script, at),
    afterTest: (reading, state, work) => reached().afterTest(reading, state, work),
    lesson: (source) => reached().lesson(source),
  });
  const reached = () => {
    thread.current ??= connectDrillClerk();
    return thread.current.api;
  };
  return clerk.current;
}
