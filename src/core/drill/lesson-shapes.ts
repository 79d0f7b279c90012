/** Content of a class and of a lesson from a log; light enough for a page. Pressures kPa gauge, temperatures degC, times s. */
import type { CaseFault, Named } from "./drill-troubles";

/** Channels shown to a class, each on a key of its own. */
export const lessonChannels = ["low", "high", "vent", "suction", "liquid", "discharge"] as const;
export type LessonChannel = (typeof lessonChannels)[number];

export type LessonSample = { time: number; rpm: number | null } & Record<LessonChannel, number | null>;

const pauseKinds = ["rest", "idle", "fast", "shut-off", "end"] as const;
export type PauseKind = (typeof pauseKinds)[number];

export interface LessonPause {
  atS: number;
  kind: PauseKind;
  /** Possible causes at that time, most likely first; empty where not evaluated. */
  allowed: { cause: Named; probability: number }[];
}

export interface Lesson {
  /** A point every so many s. */
  samples: LessonSample[];
  pauses: LessonPause[];
  /** Null where only the trainer knows it. */
  truth: CaseFault[] | null;
  chargeG: number | null;
}

export function lessonSample(of: Record<LessonChannel, number | null>, time: number, rpm: number | null): LessonSample {
  const { low, high, vent, suction, liquid, discharge } = of;
  return { time, rpm, low, high, vent, suction, liquid, discharge };
}

/** Engine speeds between which a test changes its part. */
const STOPPED_RPM = 150;
const FAST_RPM = 1300;
const MOST_SAMPLES = 4000;
/** A part shorter than this is a blip of the engine, s. */
const LEAST_S = 40;

/** Lesson from a log or a kept trace: pauses where the engine was changed. Not evaluated; the trainer knows the answer. */
export function lessonOfLog(
  given: readonly ({ time: number; rpm: number | null } & Partial<Record<LessonChannel, number | null>>)[],
): Lesson {
  const first = given[0]?.time ?? 0;
  const every = Math.max(1, Math.ceil(given.length / MOST_SAMPLES));
  const samples = given
    .filter((_, i) => i % every === 0 || i === given.length - 1)
    .map(({ time, rpm, low = null, high = null, vent = null, suction = null, liquid = null, discharge = null }) =>
      lessonSample({ low, high, vent, suction, liquid, discharge }, time - first, rpm),
    );
  const kindOf = (rpm: number | null): PauseKind =>
    rpm === null ? "end" : rpm < STOPPED_RPM ? "rest" : rpm > FAST_RPM ? "fast" : "idle";
  const pauses: LessonPause[] = [];
  let since = 0;
  let ran = false;
  for (const [i, { time, rpm }] of samples.entries()) {
    const kind = kindOf(rpm);
    const next = samples[i + 1];
    if (next !== undefined && kindOf(next.rpm) === kind) continue;
    if (time - since >= LEAST_S || next === undefined)
      pauses.push({ atS: time, kind: kind === "rest" && ran ? "shut-off" : kind, allowed: [] });
    ran ||= kind === "idle" || kind === "fast";
    since = time;
  }
  return { samples, pauses, truth: null, chargeG: null };
}

/** A group's votes, as counts: the share of each, in order. */
export function votesShown<Key extends string>(
  votes: Readonly<Partial<Record<Key, number>>>,
): { key: Key; count: number; share: number }[] {
  const counted = (Object.entries(votes) as [Key, number][]).filter(([, count]) => count > 0);
  const total = counted.reduce((sum, [, count]) => sum + count, 0);
  return counted
    .map(([key, count]) => ({ key, count, share: count / total }))
    .sort((a, b) => b.count - a.count || a.key.localeCompare(b.key));
}
