/**
 * The table of steps: for each the key that opens it, the parts of the record it writes, what it still lacks, whether it is complete, and whether
 * it may be skipped. Views, the Bay, sign-off and undo read this one table; words for its codes are in `words/steps.ts`.
 */
import { usualOilSheet } from "../charge/oil";
import { holdsNothing } from "../readings/derive/rest";
import { checkEntry, type Entry, entryValue, isBlank } from "../units/entry";
import { labelOf, workableRefrigerant } from "./derived/job-label";
import { placesToCheck } from "./derived/job-leak";
import { type OilSheet, oilOf } from "./derived/job-oil";
import { balanceOf, equaliseOf, hasReadings, readingFileOf, recoveredOf, type TestName } from "./derived/job-readings";
import { emptyOf, restOf } from "./derived/job-rest";
import { type FieldName, fields } from "./fields";
import { type Job, type StepId, stepIds } from "./job";

/** One thing that a step lacks. `field`: where it is typed, if that is a field of its view. */
export type StepGap =
  | { code: PlainGap; field?: FieldName | "low-idle" }
  | { code: "checks"; count: number }
  | { code: "to-label" | "over-label"; grams: number };

const plainGaps = [
  "vehicle",
  "refrigerant",
  "label-charge",
  "label-tolerance",
  "metering",
  "compressor",
  "gauges",
  "pressure",
  "soak",
  "altitude",
  "ambient",
  "running-reading",
  "intake-open",
  "meet-time",
  "judgeable-readings",
  "recovered-weight",
  "possible-recovered-weight",
  "oil-filled",
  "coldest-part",
  "hold-end",
  "lowest-pressure",
  "hold-length",
  "held-pressure",
  "hose-content",
  "purged",
  "open-valve",
  "station-vacuum",
  "station-result",
  "leak-check",
  "caps",
  "signature",
] as const;
export type PlainGap = (typeof plainGaps)[number];

/** Facts about the shop that a step depends on. */
export interface StepContext {
  oilSheet: OilSheet;
}
const usual: StepContext = { oilSheet: usualOilSheet };

interface StepRule {
  /** Typed on the keyboard, as printed on the step. */
  key: string;
  /** Parts of the record that are written at this step. */
  parts: readonly (keyof Job)[];
  /** A job can do without it, with a reason; what holds the weight or the law cannot be skipped. */
  skippable: boolean;
  gaps: (job: Job, context: StepContext) => StepGap[];
  /** Something was recorded at it; a step that lacks nothing by itself is complete only then. */
  begun: (job: Job) => boolean;
}

const given = (name: FieldName, entry: Entry) => checkEntry(fields[name], entry).ok;
const gap = (code: PlainGap, open: boolean, field?: FieldName | "low-idle"): StepGap[] =>
  open ? [field === undefined ? { code } : { code, field }] : [];

/** Checks before and while coupling, in the order they are made. */
export const hookUpChecks = ["protection", "wheels-closed", "backed-off", "low-first", "tugged", "opened"] as const;
export type HookUpCheck = (typeof hookUpChecks)[number];

function hookUpGaps({ hookUp }: Job): StepGap[] {
  const missing = hookUpChecks.filter((id) => !hookUp.checked.includes(id)).length;
  return [
    ...gap("gauges", hookUp.gauges === null),
    ...(missing > 0 ? [{ code: "checks" as const, count: missing }] : []),
  ];
}

/** Fields that still have to be given before anything can be measured on this vehicle. */
export function intakeGaps(job: Job): StepGap[] {
  const { intake } = job;
  return [
    ...gap("vehicle", intake.vehicle.trim() === ""),
    ...gap("refrigerant", workableRefrigerant(job) === null),
    ...gap("label-charge", labelOf(job).chargeG === null && !labelUnreadable(job)),
    ...gap("label-tolerance", labelOf(job).toleranceG === null),
    ...gap("metering", intake.metering === null && !intake.unsure.includes("metering")),
    ...gap("compressor", intake.compressor === null && !intake.unsure.includes("compressor")),
  ];
}

/** Nobody can read the label, and no figure was typed: what is found is then in grams alone. */
function labelUnreadable({ intake }: Job): boolean {
  return intake.labelUnreadable && isBlank(intake.charge);
}

function restGaps(job: Job): StepGap[] {
  if (restOf(job) !== null) return [];
  return [
    ...gap("refrigerant", workableRefrigerant(job) === null),
    ...gap("pressure", !given("low", job.rest.low) && !given("high", job.rest.high)),
    ...gap("soak", !given("soak", job.rest.soak)),
    ...gap("altitude", !given("altitude", job.altitude)),
  ];
}

/** Lists the entries that a running test lacks before its readings can be judged. */
function testGaps(job: Job, which: TestName): StepGap[] {
  const test = job[which];
  if (which === "baseline" && emptyOf(job) !== null) return [];
  const gaps = [
    ...gap("ambient", !given("ambient", test.ambient), "ambient"),
    ...gap("altitude", !given("altitude", job.altitude), "altitude"),
    ...gap("running-reading", !test.settings.some(hasReadings), "low-idle"),
  ];
  return gaps.length > 0 ? gaps : gap("intake-open", readingFileOf(job, which) === null);
}

/** Oil closer than this to what is asked for is right, g. */
export const OIL_TOLERANCE_G = 5;

/** A hold on the trace with fewer points says nothing of a rise. */
export const LEAST_HOLD_POINTS = 6;

/** Pressures of the newest hold, on the trace's clock: from the shut-off to its end. `time` s, `kpa` absolute. */
export function holdPoints({ trace, marks }: Job["evacuate"]): { time: number; kpa: number }[] {
  const at = marks.findLastIndex(({ kind }) => kind === "hold");
  if (at < 0) return [];
  const from = marks[at]!.t;
  const to = marks[at + 1]?.t ?? Number.POSITIVE_INFINITY;
  return trace.filter(({ t }) => t >= from && t <= to + 1).map(({ t, kpa }) => ({ time: t, kpa }));
}

function evacuateGaps({ evacuate, station }: Job): StepGap[] {
  if (station.used)
    return [
      ...gap("station-vacuum", entryValue(fields.stationVacuum, station.vacuum) === null),
      ...gap("station-result", station.result === null),
    ];
  const typed = holdPoints(evacuate).length < LEAST_HOLD_POINTS;
  const missing = (name: FieldName, entry: Entry) => typed && entryValue(fields[name], entry) === null;
  return [
    ...gap("coldest-part", entryValue(fields.wall, evacuate.wall) === null),
    ...gap("hold-end", evacuate.marks.at(-1)?.kind === "hold"),
    ...gap("lowest-pressure", missing("lowest", evacuate.lowest)),
    ...gap("hold-length", missing("hold", evacuate.hold)),
    ...gap("held-pressure", missing("held", evacuate.held)),
  ];
}

/** Nothing is in it that could be recovered. */
export const nothingToRecover = (job: Job): boolean => holdsNothing(emptyOf(job));

const isWeighed = (job: Job): boolean => {
  if (nothingToRecover(job)) return true;
  const recovered = recoveredOf(job);
  return (recovered.ok && recovered.value !== null) || job.correction !== null;
};

/** Lists the entries that must be readable before anything is charged to the label. */
export function chargeSetupGaps(job: Job): StepGap[] {
  // A blank field takes the usual value; typed text must be readable.
  const unreadable = (name: FieldName, entry: Entry) => entry.text.trim() !== "" && !given(name, entry);
  return [
    ...gap("label-charge", !given("charge", job.intake.charge)),
    ...gap("label-tolerance", labelOf(job).toleranceG === null),
    ...gap("hose-content", unreadable("hoses", job.charge.hoses)),
    ...gap("purged", unreadable("purged", job.charge.purged)),
  ];
}

function chargeGaps(job: Job): StepGap[] {
  if (!isWeighed(job)) return gap("recovered-weight", true);
  const found = balanceOf(job);
  if (!found?.ok) return [...chargeSetupGaps(job), ...gap("possible-recovered-weight", !recoveredOf(job).ok)];
  if (job.charge.open !== null) return gap("open-valve", true);
  const { state, toGoG } = found.value;
  if (state === "short") return [{ code: "to-label", grams: toGoG }];
  return state === "over" ? [{ code: "over-label", grams: -toGoG }] : [];
}

function proveGaps(job: Job): StepGap[] {
  return [
    ...testGaps(job, "proof"),
    ...gap("leak-check", placesToCheck(job).length > 0),
    ...gap("caps", !job.prove.capsOn),
  ];
}

export const runSheet: Record<StepId, StepRule> = {
  intake: { key: "1", parts: ["intake"], skippable: false, gaps: intakeGaps, begun: () => true },
  look: {
    key: "2",
    parts: ["look"],
    skippable: true,
    gaps: () => [],
    begun: ({ look }) => look.notes.length + look.fine.length > 0,
  },
  "hook-up": {
    key: "3",
    parts: ["hookUp"],
    skippable: true,
    gaps: hookUpGaps,
    begun: ({ hookUp }) => hookUp.gauges !== null,
  },
  rest: {
    key: "4",
    parts: ["rest", "altitude"],
    skippable: true,
    gaps: restGaps,
    begun: (job) => restOf(job) !== null,
  },
  running: {
    key: "5",
    parts: ["baseline", "lines"],
    skippable: true,
    gaps: (job) => testGaps(job, "baseline"),
    begun: (job) => job.baseline.settings.some(hasReadings) || emptyOf(job) !== null,
  },
  "shut-off": {
    key: "6",
    parts: ["shutOff"],
    skippable: true,
    gaps: (job) => gap("meet-time", equaliseOf(job) === null && emptyOf(job) === null),
    begun: (job) => equaliseOf(job) !== null || emptyOf(job) !== null,
  },
  verdict: {
    key: "7",
    parts: [],
    skippable: false,
    gaps: (job) => gap("judgeable-readings", readingFileOf(job, "baseline") === null),
    begun: (job) => readingFileOf(job, "baseline") !== null,
  },
  leak: {
    key: "8",
    parts: ["leak"],
    skippable: true,
    gaps: () => [],
    begun: ({ leak }) => leak.checks.some(({ stage }) => stage === "search") || leak.test.end.text !== "",
  },
  recover: {
    key: "9",
    parts: ["recover", "correction"],
    skippable: false,
    gaps: (job) => gap("recovered-weight", !isWeighed(job)),
    begun: isWeighed,
  },
  repair: {
    key: "10",
    parts: ["repair"],
    skippable: false,
    gaps: (job, { oilSheet }) => {
      const { backG } = oilOf(job, oilSheet).balance;
      return gap("oil-filled", backG > OIL_TOLERANCE_G && entryValue(fields.oilFilled, job.repair.filled) === null);
    },
    begun: ({ repair }) => repair.parts.length > 0 || repair.flushed,
  },
  evacuate: {
    key: "11",
    parts: ["evacuate"],
    skippable: false,
    gaps: evacuateGaps,
    begun: ({ evacuate, station }) => station.used || evacuate.trace.length > 0 || evacuate.held.text.trim() !== "",
  },
  charge: {
    key: "12",
    parts: ["charge", "station", "ledger"],
    skippable: false,
    gaps: chargeGaps,
    begun: ({ ledger }) => ledger.some(({ act }) => act === "charge" || act === "dose"),
  },
  prove: {
    key: "13",
    parts: ["proof", "prove"],
    skippable: true,
    gaps: proveGaps,
    begun: ({ proof, leak }) =>
      proof.settings.some(hasReadings) || leak.checks.some(({ stage }) => stage === "after-work"),
  },
  "sign-off": {
    key: "14",
    parts: ["outcome", "signOff", "amendments"],
    skippable: false,
    gaps: ({ signOff }) => gap("signature", signOff.signedAt === null),
    begun: ({ signOff }) => signOff.signedAt !== null,
  },
};

export const gapsOf = (job: Job, step: StepId, context: StepContext = usual): StepGap[] =>
  runSheet[step].gaps(job, context);

/** Lacks nothing, and something was recorded: counts as done however it is left. */
export const isComplete = (job: Job, step: StepId, context: StepContext = usual): boolean =>
  runSheet[step].begun(job) && gapsOf(job, step, context).length === 0;

/** Steps that run the car: there is nothing to run an empty one for. */
const runs: readonly StepId[] = ["running", "shut-off"];

/** Not to be done on this car: it would be run empty. */
export const isRuledOut = (job: Job, step: StepId): boolean => runs.includes(step) && emptyOf(job) !== null;

/** The step after one, past those that are ruled out; null after the last. */
export function stepAfter(job: Job, step: StepId): StepId | null {
  return stepIds.slice(stepIds.indexOf(step) + 1).find((id) => !isRuledOut(job, id)) ?? null;
}

/** Done or skipped, or not to be done at all. */
export const isPassed = (job: Job, step: StepId): boolean =>
  job.steps[step].doneAt !== null || job.steps[step].skipped !== null || isRuledOut(job, step);

/** The step that a place in the record is written at, by its path ("steps/rest/note"); null for what no step shows. */
export function stepOfPath(path: string): StepId | null {
  const [part, second] = path.split("/");
  if (part === "steps" && (stepIds as readonly string[]).includes(second ?? "")) return second as StepId;
  return stepIds.find((id) => (runSheet[id].parts as readonly string[]).includes(part ?? "")) ?? null;
}
