/** The one protocol between the page of a drill and its worker. */
import type { BenchState } from "@/core/bench/bench-state";
import type { Cause } from "@/core/causes/catalogue";
import type { Work } from "@/core/causes/work";
import type { Debrief } from "@/core/drill/debrief";
import type { DrillChannel } from "@/core/drill/drill-acts";
import type { DrillSample } from "@/core/drill/drill-car";
import type { DrillCheck, WayStep } from "@/core/drill/drill-check";
import type { DrillRun, Refusal, RunEvent } from "@/core/drill/drill-run";
import type { DrillTheme } from "@/core/drill/drill-shapes";
import type { DrillSource } from "@/core/drill/drill-source";
import type { Doing, DrillStep } from "@/core/drill/drill-steps";
import type { Lesson } from "@/core/drill/lesson-shapes";
import type { ReadingFile } from "@/core/readings/file/reading-file";

/** State of a run, without its hidden fault. */
export interface RunStanding {
  at: number;
  atS: number;
  engine: DrillRun["engine"];
  connected: DrillChannel[];
  settled: DrillRun["settled"];
  lostG: number;
  addedG: number;
  recoveredG: number;
  beliefDue: boolean;
  refusals: DrillRun["refusals"];
  over: "no" | "answered" | "accident";
  events: RunEvent[];
  script: DrillStep[];
}

export type OnRun = (samples: DrillSample[], standing: RunStanding) => void;

export interface DrillWorkerApi {
  /** Takes a run up from its acts, or begins it; the clock runs from then on. */
  open(source: DrillSource, script: readonly DrillStep[], at: number, onRun: OnRun): RunStanding | null;
  /** Simulated seconds a second; 0 stops the clock. */
  setPace(pace: number): void;
  /** Does one thing; null when it was done, else why not. */
  does(step: Doing): Promise<Refusal | null>;
  /** Whether the case can be solved, and by which way. */
  check(source: DrillSource): Promise<DrillCheck | null>;
  /** A new case that can be solved; of a cause where one is named. Null when none was found among many. */
  make(theme: DrillTheme, cause: Cause | null, from: number): Promise<string | null>;
  /** The step of the cheapest way that is not done yet; null where there is none. */
  hint(): Promise<WayStep | null>;
  debrief(): Promise<Debrief | null>;
  /** State of a kept run, with all it had shown. */
  debriefOf(
    source: DrillSource,
    script: readonly DrillStep[],
    at: number,
  ): Promise<{ debrief: Debrief; samples: DrillSample[] } | null>;
  /** A case after a test at a real car; null where none can be made of it. */
  afterTest(reading: ReadingFile, state: BenchState, work: readonly Work[]): Promise<BenchState | null>;
  lesson(source: DrillSource): Promise<Lesson | null>;
}
