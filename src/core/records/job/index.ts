/**
 * The job record, `evrid.job` version 14: everything typed, taken and weighed for one vehicle on one visit; a part a file, each with its schema
 * and its blank. Numbers are entries (text as typed plus unit); whatever can be derived is derived, never stored.
 */

import { partIds } from "../../causes/signs";
import { ledgerEntrySchema } from "../../charge/books/ledger";
import { observationSchema } from "../../readings/observations";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { chargeSchema, emptyCharge } from "./charge";
import { emptyEvacuate, evacuateSchema } from "./evacuate";
import { emptyHookUp, hookUpSchema } from "./hook-up";
import { emptyIntake, intakeSchema } from "./intake";
import { emptyLeak, leakSchema } from "./leak";
import { emptyLines, linesSchema } from "./lines";
import { emptyOutcome, outcomeSchema } from "./outcome";
import { MOST_PHOTOS, photoSchema } from "./photos";
import { emptyVerification, proveSchema } from "./prove";
import { type Purpose, purposeSchema } from "./purpose";
import { emptyRecovery, recoverSchema } from "./recover";
import { emptyRepair, repairSchema } from "./repair";
import { emptyTest, testSchema } from "./running-test";
import { emptyEqualisation, shutOffSchema } from "./shut-off";
import { amendmentsSchema, emptySignOff, signOffSchema } from "./sign-off";
import { emptyStation, stationSchema } from "./station";
import { emptySteps, stepsSchema } from "./steps";
import { draftsSchema, emptyDrafts, gramsSchema, instant } from "./written";

export { MOST_CONTAINERS, valvesAt } from "./charge";
export { MOST_MARKS, MOST_TRACE } from "./evacuate";

export {
  type BuildQuestion,
  type LabelRefrigerant,
  labelRefrigerants,
  type StopSign,
} from "./intake";
export {
  type LeakCheck,
  type LeakStage,
  MOST_CHECKS,
  MOST_TEST_POINTS,
  pressureTestRuns,
  type TestGas,
  testGases,
} from "./leak";
export {
  type CauseOutcome,
  type OutcomeResult,
  outcomeResults,
  type SignedOutcome,
} from "./outcome";
export { MOST_PHOTO_BYTES, MOST_PHOTOS } from "./photos";
export type { Purpose } from "./purpose";
export type { TestRecord, TestSetting } from "./running-test";
export { type Amendment, type Credentials, MOST_AMENDMENTS } from "./sign-off";
export { type VacuumResult, vacuumResults } from "./station";
export { type StepId, stepIds } from "./steps";

/** Entries that the books of one job hold. */
export const MOST_ENTRIES = 5000;

export const jobSchema = z.strictObject({
  format: z.literal("evrid.job"),
  version: z.literal(14),
  id: z.string().min(1).max(100),
  createdAt: instant,
  updatedAt: instant,
  /** Practice and demo jobs count in no book of the shop. */
  purpose: purposeSchema,
  intake: intakeSchema,
  /** Signs at parts, and parts that were looked at and found fine. */
  look: z.strictObject({
    notes: z.array(observationSchema).max(200),
    fine: z.array(z.enum(partIds)).max(partIds.length),
  }),
  hookUp: hookUpSchema,
  altitude: entrySchema,
  rest: z.strictObject({ low: entrySchema, high: entrySchema, soak: entrySchema }),
  baseline: testSchema,
  proof: testSchema,
  lines: linesSchema,
  shutOff: shutOffSchema,
  leak: leakSchema,
  recover: recoverSchema,
  repair: repairSchema,
  evacuate: evacuateSchema,
  charge: chargeSchema,
  station: stationSchema,
  /** A charge that is to be corrected without recovering first: what the readings held, and how closely, g. */
  correction: z.strictObject({ startG: gramsSchema, rangeG: gramsSchema, at: instant }).nullable(),
  prove: proveSchema,
  /** The books: only ever appended to. */
  ledger: z.array(ledgerEntrySchema).max(MOST_ENTRIES),
  outcome: outcomeSchema,
  signOff: signOffSchema,
  /** A signed job is changed only by an amendment, which keeps what was signed: only ever appended to. */
  amendments: amendmentsSchema,
  steps: stepsSchema,
  /** Name of the simulated vehicle the rack plays for this job; null at a real car, and always null where the job is work. */
  rackVehicle: z.string().max(100).nullable(),
  /** Typed into a field that is written down with a press, and not pressed yet. */
  drafts: draftsSchema,
  photos: z.array(photoSchema).max(MOST_PHOTOS),
  /** Put away from the bay; everything is kept. */
  archivedAt: instant.nullable(),
});

export type Job = z.infer<typeof jobSchema>;

/** A new job with nothing known. `now` is an ISO instant. */
export function newJob(id: string, now: string, purpose: Purpose = "work"): Job {
  return {
    format: "evrid.job",
    version: 14,
    id,
    createdAt: now,
    updatedAt: now,
    purpose,
    intake: emptyIntake(),
    look: { notes: [], fine: [] },
    hookUp: emptyHookUp(),
    altitude: entry("", "m"),
    rest: { low: entry("", "kPa"), high: entry("", "kPa"), soak: entry("", "degC") },
    baseline: emptyTest(),
    proof: emptyTest(),
    lines: emptyLines(),
    shutOff: emptyEqualisation(),
    leak: emptyLeak(),
    recover: emptyRecovery(),
    repair: emptyRepair(),
    evacuate: emptyEvacuate(),
    charge: emptyCharge(),
    station: emptyStation(),
    correction: null,
    prove: emptyVerification(),
    ledger: [],
    outcome: emptyOutcome(),
    signOff: emptySignOff(),
    amendments: [],
    steps: emptySteps(),
    rackVehicle: null,
    drafts: emptyDrafts(),
    photos: [],
    archivedAt: null,
  };
}
