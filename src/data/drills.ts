/** Learners, their runs, and the run that is open. Records that cannot be read stay where they are and count for nothing. */
import { type DrillStep, drillStepSchema } from "@/core/drill/drill-steps";
import { namedFaults } from "@/core/drill/drill-troubles";
import {
  type DrillBook,
  type DrillRecord,
  drillRecordSchema,
  type Learner,
  learnerSchema,
} from "@/core/drill/progress";
import { entrySchema } from "@/core/units/entry";
import * as z from "@/core/zod";
import { noteChange } from "./changes";
import { database } from "./database";

export type KeptDrills = DrillBook & {
  /** Records that cannot be read. */
  damaged: number;
};

export async function loadDrills(): Promise<KeptDrills> {
  const [learners, drills] = await Promise.all([database.learners.toArray(), database.drills.orderBy("at").toArray()]);
  const readLearners = learners.flatMap((one) => (learnerSchema.safeParse(one).success ? [one] : []));
  const readDrills = drills.flatMap((one) => (drillRecordSchema.safeParse(one).success ? [one] : []));
  return {
    learners: readLearners.sort((a, b) => a.createdAt.localeCompare(b.createdAt)),
    drills: readDrills,
    damaged: learners.length + drills.length - readLearners.length - readDrills.length,
  };
}

export async function saveLearner(learner: Learner): Promise<void> {
  await database.transaction("rw", database.learners, database.changes, async () => {
    await database.learners.put(learnerSchema.parse(learner));
    await noteChange("drill", learner.id);
  });
}

/** A run that is over; what was open of it is put away in the same act. */
export async function keepDrill(record: DrillRecord, key: string): Promise<void> {
  await database.transaction("rw", database.drills, database.openDrills, database.changes, async () => {
    await database.drills.put(drillRecordSchema.parse(record));
    await noteChange("drill", record.id);
    await database.openDrills.delete(key);
  });
}

export async function loadDrill(id: string): Promise<DrillRecord | null> {
  const read = drillRecordSchema.safeParse(await database.drills.get(id));
  return read.success ? read.data : null;
}

/** Puts another book beside this one: by record, none replaced. Gives how many were new. */
export async function addDrills({ learners, drills }: DrillBook): Promise<{ learners: number; drills: number }> {
  return database.transaction("rw", database.learners, database.drills, database.changes, async () => {
    const known = new Set(await database.learners.toCollection().primaryKeys());
    const had = new Set(await database.drills.toCollection().primaryKeys());
    const newLearners = learners.filter(({ id }) => !known.has(id));
    const newDrills = drills.filter(({ id }) => !had.has(id));
    await database.learners.bulkPut([...newLearners]);
    await database.drills.bulkPut([...newDrills]);
    await noteChange("drill", ...[...newLearners, ...newDrills].map(({ id }) => id));
    return { learners: newLearners.length, drills: newDrills.length };
  });
}

export const chargeAnswers = ["leave", "put-in", "take-out", "weigh"] as const;

/** Draft answer: most likely first, the answer, and the charge correction. */
const draftSchema = z.object({
  ranking: z.array(z.enum(namedFaults)).max(3),
  answer: z.array(z.enum(namedFaults)).max(3),
  charge: z.enum(chargeAnswers).nullable(),
  grams: entrySchema,
});
export type DrillDraft = z.infer<typeof draftSchema>;

export interface OpenRun {
  at: number;
  script: DrillStep[];
  draft: DrillDraft | null;
}

/** The acts of an open run, as far as they can be read; null where none is open. */
export async function loadOpenRun(key: string): Promise<OpenRun | null> {
  const found = await database.openDrills.get(key);
  const script = z.array(drillStepSchema).safeParse(found?.script);
  const draft = draftSchema.safeParse(found?.draft);
  return found && script.success
    ? { at: found.at, script: script.data, draft: draft.success ? draft.data : null }
    : null;
}

export async function saveOpenRun(key: string, { at, script, draft }: OpenRun): Promise<void> {
  await database.openDrills.put({ key, at, script, draft });
}

export async function dropOpenRun(key: string): Promise<void> {
  await database.openDrills.delete(key);
}
