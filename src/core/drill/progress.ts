/**
 * Progress of a learner and due dates. Each run is kept with its acts and result; the schedule follows from all runs in order, so that runs of two
 * devices are simply combined. Scheduling by FSRS (library ts-fsrs, published default weights).
 */
import { type Card, createEmptyCard, fsrs, type Grade, Rating } from "ts-fsrs";
import { instantSchema } from "../dates";
import { idIssue } from "../ids";
import { readTextRecord, type TextIssue } from "../read-record";
import { fail, type Result } from "../result";
import * as z from "../zod";
import type { Debrief } from "./debrief";
import { type DrillTheme, drillThemes, type Mistake, mistakes } from "./drill-shapes";
import { drillStepSchema, MOST_MINUTES, momentSchema } from "./drill-steps";
import { caseFaults, type Named } from "./drill-troubles";
import { PART_POINTS } from "./score";

export const learnerSchema = z.strictObject({
  id: z.string().min(1).max(100),
  name: z.string().max(100),
  createdAt: instantSchema,
});
export type Learner = z.infer<typeof learnerSchema>;
/** Form in which a learner is named. */
export const learnerFormSchema = z.object({
  name: z
    .string()
    .max(100)
    .refine((name) => name.trim() !== "", "name"),
});

const causesSchema = z.array(z.enum(caseFaults));

export const drillRecordSchema = z.strictObject({
  id: z.string().min(1).max(100),
  learnerId: z.string().min(1).max(100),
  at: instantSchema,
  /** Code of a made case, or the address of a bench state. */
  code: z.string().max(20).nullable(),
  bench: z.string().max(4000).nullable(),
  theme: z.enum(drillThemes).nullable(),
  script: z.array(drillStepSchema).max(2000),
  /** Samples of half a second. */
  endAt: momentSchema,
  truth: causesSchema,
  /** Null after an accident. */
  causes: causesSchema.nullable(),
  mistakes: z.array(z.enum(mistakes)),
  score: z.int().min(0).max(100),
  minutes: z.number().min(0).max(MOST_MINUTES),
  wayMinutes: z.number().min(0).max(MOST_MINUTES).nullable(),
  /** The answer had been revealed on this device before: it does not count. */
  practice: z.boolean().optional(),
  /** Case of a sealed class set. */
  set: z.strictObject({ id: z.string().min(1).max(100), number: z.int().min(1).max(100) }).optional(),
});
export type DrillRecord = z.infer<typeof drillRecordSchema>;

/** Whether the answer of a case was revealed before: by an earlier run of anybody here, or before a class. */
export function isRevealed(
  asked: Pick<DrillRecord, "code" | "bench">,
  drills: readonly DrillRecord[],
  shown: readonly string[],
): boolean {
  const same = ({ code, bench }: Pick<DrillRecord, "code" | "bench">) => code === asked.code && bench === asked.bench;
  return drills.some(same) || (asked.code !== null && shown.includes(asked.code));
}

export function recordOf(
  debrief: Debrief,
  run: Pick<DrillRecord, "id" | "learnerId" | "at" | "code" | "bench" | "theme" | "script" | "endAt"> & {
    practice: boolean;
  },
): DrillRecord {
  const { truth, causes, mistakes, score, minutes, way, wayMinutes } = debrief;
  const { practice, ...kept } = run;
  const tenth = (value: number) => Math.round(value * 10) / 10;
  return {
    ...kept,
    ...(practice && { practice }),
    truth,
    causes,
    mistakes,
    score: score.total,
    minutes: tenth(minutes),
    wayMinutes: way === null ? null : tenth(wayMinutes),
  };
}

/** Subject of practice: a cause, or a theme. */
export type Subject = { kind: "cause"; cause: Named } | { kind: "theme"; theme: DrillTheme };

export interface SubjectStanding {
  subject: Subject;
  runs: number;
  right: number;
  /** When it is due again. */
  dueAt: Date;
  lastAt: Date;
}

/** A cause is due for itself, not for another that was missed beside it. */
function gradeOf(subject: Subject, { truth, causes: said, mistakes, score }: DrillRecord): Grade {
  // An accident, or a guess that the readings did not support, is not known yet.
  if (said === null || score <= PART_POINTS.care) return Rating.Again;
  const none = mistakes.includes("condemned-a-sound-car") || mistakes.includes("wrong-cause");
  if (subject.kind === "cause") {
    const hit = subject.cause === "none" ? said.length === 0 : said.some((cause) => cause === subject.cause);
    if (!hit) return Rating.Again;
  } else if (none || said.length < truth.length) return Rating.Again;
  return mistakes.length > 0 ? Rating.Hard : Rating.Good;
}

const keyOf = (subject: Subject) => (subject.kind === "cause" ? `cause ${subject.cause}` : `theme ${subject.theme}`);

function subjectsOf({ truth, theme }: Pick<DrillRecord, "truth" | "theme">): Subject[] {
  const acting: readonly Named[] = truth.length === 0 ? ["none"] : truth;
  return [
    ...acting.map((cause): Subject => ({ kind: "cause", cause })),
    ...(theme === null ? [] : [{ kind: "theme", theme } as const]),
  ];
}

/** Days only: what was missed in the morning is not asked again at noon. */
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false });

/** Everything that was practised, what is due first, first. */
export function standingOf(records: readonly DrillRecord[]): SubjectStanding[] {
  const found = new Map<string, SubjectStanding & { card: Card }>();
  for (const record of records
    .filter(({ practice }) => !practice)
    .sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id))) {
    const at = new Date(record.at);
    for (const subject of subjectsOf(record)) {
      const known = found.get(keyOf(subject));
      const grade = gradeOf(subject, record);
      const card = scheduler.next(known?.card ?? createEmptyCard(at), at, grade).card;
      found.set(keyOf(subject), {
        subject,
        runs: (known?.runs ?? 0) + 1,
        right: (known?.right ?? 0) + (grade === Rating.Again ? 0 : 1),
        dueAt: card.due,
        lastAt: at,
        card,
      });
    }
  }
  return [...found.values()]
    .map(({ card: _, ...standing }) => standing)
    .sort((a, b) => a.dueAt.getTime() - b.dueAt.getTime());
}

export const dueOf = (standing: readonly SubjectStanding[], now: Date): SubjectStanding[] =>
  standing.filter(({ dueAt }) => dueAt.getTime() <= now.getTime());

/** Frequency of each kind of mistake in the earlier and later half of the runs, and their number. */
export function mistakesOverTime(
  records: readonly DrillRecord[],
): { mistake: Mistake; earlier: number; later: number; earlierOf: number; laterOf: number }[] {
  const sorted = records.filter(({ practice }) => !practice).sort((a, b) => a.at.localeCompare(b.at));
  const half = Math.floor(sorted.length / 2);
  const [early, late] = [sorted.slice(0, half), sorted.slice(half)];
  const count = (list: readonly DrillRecord[], mistake: Mistake) =>
    list.filter((record) => record.mistakes.includes(mistake)).length;
  return mistakes
    .map((mistake) => ({
      mistake,
      earlier: count(early, mistake),
      later: count(late, mistake),
      earlierOf: early.length,
      laterOf: late.length,
    }))
    .filter(({ earlier, later }) => earlier + later > 0);
}

const book = {
  learners: z.array(learnerSchema).max(1000).readonly(),
  drills: z.array(drillRecordSchema).max(100_000).readonly(),
};
/** As a shop's file holds them. */
const drillBookSchema = z.strictObject(book);
export const drillFileSchema = z.strictObject({
  format: z.literal("evrid.drills"),
  version: z.literal([1, 2, 3]),
  ...book,
});
export const DRILL_FILE_VERSION = 3;

export type DrillBook = z.infer<typeof drillBookSchema>;

export function writeDrillFile({ learners, drills }: DrillBook): string {
  return `${JSON.stringify({ format: "evrid.drills", version: DRILL_FILE_VERSION, learners, drills }, null, 1)}\n`;
}

export function readDrillFile(text: string): Result<DrillBook, TextIssue> {
  const read = readTextRecord(text, "evrid.drills", DRILL_FILE_VERSION, drillFileSchema);
  if (!read.ok) return read;
  for (const list of ["learners", "drills"] as const) {
    const seen = new Set<string>();
    for (const [i, { id }] of read.value[list].entries()) {
      const field = `${list}.${i}.id`;
      const issue = idIssue(id, field);
      if (issue !== null) return fail(issue);
      if (seen.has(id)) return fail({ code: "broken", field, expected: "an id that no earlier record has" });
      seen.add(id);
    }
  }
  return read;
}
