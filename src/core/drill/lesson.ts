/**
 * A case for a class: one test as it is done by the book, with every channel, pauses at which the class is asked, and what the readings told there.
 * Pressures kPa gauge, temperatures degC, times s.
 */
import type { InstrumentSample } from "../instruments/stream";
import { type DrillCase, truthOfCase } from "./drill-case";
import { leadingOf, weighReadings } from "./drill-readings";
import { DrillRun, unasked } from "./drill-run";
import type { Doing } from "./drill-steps";
import { type Lesson, type LessonPause, lessonSample, type PauseKind } from "./lesson-shapes";

const EVERY = 4;

/** By the book: gauges and clamps before the engine, rest, idle, fast idle, shut-off. */
export function lessonOfCase(given: DrillCase): Lesson {
  // A class sees all instruments, with the faults they have in the drill.
  const run = new DrillRun({ ...given, theme: null });
  const all: InstrumentSample[] = [];
  const pauses: LessonPause[] = [];
  const go = (step: Doing) => all.push(...unasked(run, step));
  const pause = (kind: PauseKind) => {
    pauses.push({ atS: run.atS, kind, allowed: leadingOf(weighReadings(given, run.readings)) });
  };
  for (const act of ["gauges", "vent-probe", "suction-clamp", "liquid-clamp", "discharge-clamp"] as const)
    go({ does: "act", act });
  const fromS = run.atS;
  all.push(...run.live(120));
  pause("rest");
  for (const [engine, kind] of [
    ["idle", "idle"],
    ["fast", "fast"],
  ] as const) {
    go({ does: "engine", engine });
    go({ does: "act", act: "settle" });
    pause(kind);
  }
  go({ does: "act", act: "shut-off" });
  pause("shut-off");
  const samples = all
    .filter(({ time }, i) => time > fromS && i % EVERY === 0)
    .map((sample) => lessonSample(sample, sample.time - fromS, sample.rpm));
  return {
    samples,
    pauses: pauses.map((one) => ({ ...one, atS: one.atS - fromS })),
    truth: truthOfCase(given),
    chargeG: run.grams.startG,
  };
}
