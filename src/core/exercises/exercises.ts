/**
 * Exercises with the steps of the real job: practice jobs on a simulated vehicle, judged by what the vehicle then truly holds or where it truly leaks. An
 * exercise is known by the id of its job. Masses g.
 */
import type { LeakPlace } from "../causes/leak-places";
import { heldKg } from "../circuit/time/held-charge";
import { simulatedVehicle } from "../instruments/simulated-vehicles";
import { readSimulatorState } from "../instruments/simulator-state";
import { labelOf } from "../records/derived/job-label";
import { foundLeaks, leakPlaceRows } from "../records/derived/job-leak";
import { balanceOf } from "../records/derived/job-readings";
import { type Job, newJob, type StepId, stepIds } from "../records/job";
import { entry } from "../units/entry";

export const exerciseIds = ["change-cans", "hose-content", "overcharged", "hot-day", "find-the-leak"] as const;
export type ExerciseId = (typeof exerciseIds)[number];

interface ExerciseSpec {
  vehicles: readonly [string, ...string[]];
  /** Step at which it begins. */
  step: StepId;
  toleranceG: number;
  /** Cans or cylinders on hand: number and net content, g. */
  containers: { count: number; netG: number };
  /** Longer hoses than usual hold more, m. */
  hoseM?: string;
}

/** A difference between log and vehicle below this is the scale's, g. */
const BOOKS_WITHIN_G = 8;

const specs: Record<ExerciseId, ExerciseSpec> = {
  "change-cans": {
    vehicles: ["exercise-empty-pickup"],
    step: "charge",
    toleranceG: 20,
    containers: { count: 4, netG: 250 },
  },
  "hose-content": {
    vehicles: ["exercise-empty-estate"],
    step: "charge",
    toleranceG: 10,
    containers: { count: 1, netG: 4500 },
    hoseM: "2.4",
  },
  overcharged: {
    vehicles: ["exercise-overfilled"],
    step: "recover",
    toleranceG: 20,
    containers: { count: 1, netG: 5000 },
  },
  "hot-day": {
    vehicles: ["exercise-empty-hot"],
    step: "charge",
    toleranceG: 20,
    containers: { count: 2, netG: 500 },
  },
  "find-the-leak": {
    vehicles: ["exercise-leak-1", "exercise-leak-2", "exercise-leak-3"],
    step: "leak",
    toleranceG: 20,
    containers: { count: 1, netG: 5000 },
  },
};

export const exerciseStep = (id: ExerciseId): StepId => specs[id].step;

/** The id of every job of an exercise begins so. */
export const exerciseIdPrefix = "exercise.";
const exerciseJobId = (id: ExerciseId, unique: string): string => `${exerciseIdPrefix}${id}.${unique}`;
/** Exercise of a job; null for any other job. */
export function exerciseOf(jobId: string): ExerciseId | null {
  return exerciseIds.find((id) => jobId.startsWith(exerciseJobId(id, ""))) ?? null;
}

/**
 * A new practice job at the step where the exercise begins. `unique` sets the id apart, `pick` (0 to 1) chooses one of its vehicles, `names` are the
 * name of the vehicle and the complaint, `now` an ISO instant.
 */
export function exerciseJob(
  id: ExerciseId,
  { unique, pick, now }: { unique: string; pick: number; now: string },
  names: { vehicle: string; complaint: string; container: (number: number) => string },
): Job {
  const spec = specs[id];
  const vehicleId = spec.vehicles[Math.min(Math.floor(pick * spec.vehicles.length), spec.vehicles.length - 1)]!;
  const { label, site } = simulatedVehicle(vehicleId)!;
  const job = newJob(exerciseJobId(id, unique), now, "practice");
  job.rackVehicle = vehicleId;
  job.altitude = entry(String(site.altitudeM), "m");
  job.intake = {
    ...job.intake,
    vehicle: names.vehicle,
    complaint: names.complaint,
    history: "serviced",
    oilKind: "PAG",
    refrigerant: label.refrigerant,
    charge: entry(String(label.chargeG), "g"),
    tolerance: entry(String(spec.toleranceG), "g"),
    metering: label.metering,
    compressor: label.compressor,
    condenserFan: label.condenserFan,
    evaporators: label.evaporators,
  };
  job.hookUp = {
    ...job.hookUp,
    gauges: "both",
    hosesOff: "let-back",
    ...(spec.hoseM === undefined ? {} : { hose: entry(spec.hoseM, "hoseM") }),
  };
  job.charge.containers = Array.from({ length: spec.containers.count }, (_, i) => ({
    id: `${id}-${i + 1}`,
    name: names.container(i + 1),
    net: entry(String(spec.containers.netG), "g"),
    temperature: entry("", "degC"),
  }));
  for (const step of stepIds.slice(0, stepIds.indexOf(spec.step)))
    job.steps[step] = { startedAt: now, doneAt: now, skipped: null, note: "" };
  if (spec.step !== "charge") return job;
  // Weighed out, tight and dry: what is left to do is the charge.
  job.recover = { ...job.recover, recovered: entry(String(label.chargeG - 12), "g"), oil: entry("4", "g") };
  job.evacuate = {
    ...job.evacuate,
    lowest: entry("0.3", "mbarAbs"),
    hold: entry("30", "min"),
    held: entry("0.5", "mbarAbs"),
    wall: entry(String(site.ambientC), "degC"),
    seenAt: now,
    simulated: { airKpa: 0.02, refrigerantKpa: 0.02, waterKpa: 0, waterKg: 0, dissolvedKg: 1e-5 },
  };
  return job;
}

export type ExerciseFinding =
  /** True content beside the label. */
  | { code: "weight"; ok: boolean; trueG: number; labelG: number; toleranceG: number }
  /** Content by the log beside the true one. */
  | { code: "books"; ok: boolean; bookedG: number; trueG: number }
  | { code: "leak"; ok: boolean; place: LeakPlace }
  | { code: "wrong-places"; ok: boolean; places: LeakPlace[] }
  | { code: "searched"; ok: true; places: number };

export interface ExerciseResult {
  /** Open as long as its last step is not done. */
  state: "open" | "passed" | "failed";
  findings: ExerciseFinding[];
}

/** Judges an exercise by its job and its rack as it was stored last, unchecked; null for a job that is none. */
export function judgeExercise(job: Job, rack: unknown): ExerciseResult | null {
  const id = exerciseOf(job.id);
  if (id === null || job.rackVehicle === null) return null;
  const findings = id === "find-the-leak" ? leakFindings(job) : chargeFindings(job, rack);
  const last: StepId = id === "find-the-leak" ? "leak" : "charge";
  const done = job.steps[last].doneAt !== null;
  const state = !done ? "open" : findings.length > 0 && findings.every(({ ok }) => ok) ? "passed" : "failed";
  return { state, findings: done ? findings : [] };
}

function chargeFindings(job: Job, rack: unknown): ExerciseFinding[] {
  const state = readSimulatorState(rack, job.rackVehicle!);
  const { chargeG, toleranceG } = labelOf(job);
  const balance = balanceOf(job);
  if (state === null || chargeG === null || toleranceG === null) return [];
  const trueG = heldKg(state.circuit) * 1000;
  const bookedG = balance?.ok ? balance.value.inVehicleG : 0;
  return [
    { code: "weight", ok: Math.abs(trueG - chargeG) <= toleranceG, trueG, labelG: chargeG, toleranceG },
    { code: "books", ok: Math.abs(bookedG - trueG) <= BOOKS_WITHIN_G, bookedG, trueG },
  ];
}

function leakFindings(job: Job): ExerciseFinding[] {
  const leaking = simulatedVehicle(job.rackVehicle!)?.leaks[0]?.place;
  if (leaking === undefined) return [];
  const found = foundLeaks(job);
  const wrong = found.filter((place) => place !== leaking);
  const searched = leakPlaceRows(job, "search").filter(({ state }) => state !== "unchecked").length;
  return [
    { code: "leak", ok: found.includes(leaking), place: leaking },
    ...(wrong.length > 0 ? [{ code: "wrong-places" as const, ok: false, places: wrong }] : []),
    { code: "searched", ok: true, places: searched },
  ];
}
