/** One visit of the made-up year as its job: tests, work, weighing and outcome. */
import { type FaultCause, faultCauses } from "@/core/causes/catalogue";
import { leakPlacesOf, placesTouchedBy } from "@/core/causes/leak-places";
import { type RepairPart, usualOilSheet } from "@/core/charge/oil";
import { outcomeFacts } from "@/core/learning/statement";
import type { NoiseSource } from "@/core/maths/noise";
import { booked, drawn, purgeBooked } from "@/core/records/bookkeeping";
import { confirmedOf, outcomeOf, signedOutcomeOf, withAnswer } from "@/core/records/derived/job-outcome";
import { foundOf, hasReadings, readingFileOf } from "@/core/records/derived/job-readings";
import { type Job, type LeakCheck, newJob, type StepId, stepIds } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { complaintOf, leakOf, leakRemarks, pickAilment } from "./ailments";
import { ALTITUDE_M, instant, MINUTE_MS, pick, round, technicians } from "./common";
import { type Car, heldAt, VANS } from "./fleet";
import { testOf, weatherOf } from "./readings";
import type { Shelf } from "./shelf";

/** The clamp of this workshop reads too low, K, since it was dropped: in the last visits of the year. */
const CLAMP_K = -2.8;

export const JOBS = 200;
const CLAMP_OFF_FROM = JOBS - 54;

export function visitAt(noise: NoiseSource, car: Car, at: number, shelf: Shelf, id: string): Job {
  const { label } = car;
  const held = heldAt(car, at);
  const share = held / label.chargeG;
  // Low ones mostly come for that alone.
  const ails = noise.uniform() < (share < 0.75 ? 0.12 : 0.55) ? pickAilment(noise, label) : null;
  const { fault, what } = ails ?? { fault: null, what: null };
  const weather = { ...weatherOf(noise, at), clampK: Number(id.slice(-3)) > CLAMP_OFF_FROM ? CLAMP_K : 0 };
  const leaking = car.leakGYear > 30;
  const opens = (what?.parts.length ?? 0) > 0;
  const weighs = opens || share < 0.88 || noise.uniform() < 0.2;
  const job = intakeOf(newJob(id, instant(at), "demo"), car, what?.says ?? complaintOf(noise, share));
  job.altitude = entry(String(ALTITUDE_M), "m");
  const before = testOf(noise, { car, share, ails: fault }, weather, job.baseline);
  job.baseline = before.test;
  job.rest = before.rest;
  if (before.meets !== null)
    job.shutOff = { seconds: entry(String(before.meets), "s"), met: true, takenAt: instant(at + 70 * MINUTE_MS) };
  const minutes = weighs ? 170 + 60 * noise.uniform() : 60 + 30 * noise.uniform();
  const done = at + minutes * MINUTE_MS;
  let made: Job = job;
  car.heldG = held;
  car.since = at;
  if (weighs) {
    const part = leaking && noise.uniform() < (car.owner === VANS ? 0.8 : 0.5) ? leakOf(noise, car) : null;
    made = weighed(noise, made, { car, at, done, leak: part }, shelf, [
      ...(what?.parts ?? []),
      ...(part ? [part] : []),
    ]);
    if (part !== null) car.leakGYear = 9 + 7 * noise.uniform();
    made.signOff.remark = [what?.done, part === null ? null : leakRemarks[part]].filter(Boolean).join(" ");
    if (leaking && part === null)
      made.signOff.remark = `${made.signOff.remark} Leak not found yet: dye put in, to come back.`.trim();
  } else made.signOff.remark = what?.done ?? "Nothing found that needs work.";
  if (opens || weighs || what !== null) {
    const after = testOf(noise, { car, share: car.heldG / label.chargeG, ails: null }, weather, made.proof);
    made.proof = after.test;
  }
  made.repair = { ...made.repair, others: what?.others ?? [] };
  made.signOff = { ...made.signOff, technician: pick(noise, technicians), signedAt: instant(done) };
  const steps: StepId[] = weighs
    ? [...stepIds]
    : [
        "intake",
        "look",
        "hook-up",
        "rest",
        "running",
        "shut-off",
        "verdict",
        ...(what === null ? [] : (["prove"] as const)),
        "sign-off",
      ];
  made = stepsDone(made, steps, at, done);
  return { ...withOutcome(noise, made, what?.cause ?? null), updatedAt: instant(done), archivedAt: instant(done) };
}

/** Wrong outcomes, and visits without a fault whose soundness nobody confirms. */
const WRONG_OUTCOMES = 0.05;

const LEFT_OPEN = 0.3;

/** The outcome as this workshop signs it: what follows, and what the technician knows beside it. */
function withOutcome(noise: NoiseSource, job: Job, ails: FaultCause | null): Job {
  const proved = job.proof.settings.some(hasReadings);
  const facts = outcomeFacts(readingFileOf(job, "baseline"), proved ? readingFileOf(job, "proof") : null);
  const guess = pick(noise, faultCauses);
  const wrong = noise.uniform() < WRONG_OUTCOMES;
  const open = noise.uniform() < LEFT_OPEN;
  const known: Job =
    ails !== null
      ? withAnswer(job, wrong ? guess : ails, "confirmed")
      : confirmedOf(outcomeOf(job, facts)) === null && !open
        ? withAnswer(job, "none", "confirmed")
        : job;
  return { ...known, outcome: { ...known.outcome, signed: signedOutcomeOf(known, facts) } };
}

function intakeOf(job: Job, { name, label }: Car, complaint: string): Job {
  return {
    ...job,
    intake: {
      ...job.intake,
      vehicle: name,
      complaint,
      refrigerant: label.refrigerant,
      charge: entry(String(label.chargeG), "g"),
      tolerance: entry("20", "g"),
      metering: label.metering,
      compressor: label.compressor,
      condenserFan: label.condenserFan,
      evaporators: label.evaporators,
      history: "serviced",
      oilKind: "PAG",
      oilAmount: entry(String(round(label.chargeG * 0.24, 5)), "g"),
    },
  };
}

/** A leak was found at the part then replaced; it and the ports were checked again before departure. */
function leakChecks(
  job: Job,
  { car, leak }: Visit,
  parts: readonly RepairPart[],
  before: string,
  after: string,
): LeakCheck[] {
  const here = leakPlacesOf({ metering: car.label.metering, compressor: car.label.compressor });
  const touched = (part: RepairPart) => placesTouchedBy(part).filter((place) => here.includes(place));
  const made = { method: "detector", size: entry("", "g"), spot: "", photo: null } as const;
  const found = leak === null ? [] : touched(leak).slice(0, 1);
  const checked = [...new Set([...parts, "service-cores" as const])].flatMap(touched);
  return [
    ...job.leak.checks,
    ...found.map((place) => ({ ...made, place, stage: "search" as const, leaks: true, at: before })),
    ...checked.map((place) => ({ ...made, place, stage: "after-work" as const, leaks: false, at: after })),
  ];
}

/** Arrival and departure of a car, ms since 1970. */
interface Visit {
  car: Car;
  at: number;
  done: number;
  /** Part that was found to leak; null where none was. */
  leak: RepairPart | null;
}

/** Recovered, opened where something is renewed, evacuated, and filled to its label from the shelf. */
function weighed(noise: NoiseSource, job: Job, visit: Visit, shelf: Shelf, parts: RepairPart[]): Job {
  const { car, at, done } = visit;
  const share = (fraction: number) => instant(at + (done - at) * fraction);
  const { label } = car;
  const refrigerant = label.refrigerant;
  // The job itself computes the hose loss from their length.
  const weighedOf = (recovered: number): Job => ({
    ...job,
    hookUp: { ...job.hookUp, gauges: "both", hosesOff: "let-back" },
    recover: {
      ...job.recover,
      recovered: entry(recovered.toFixed(0), "g"),
      oil: entry(String(Math.round(3 + 14 * noise.uniform())), "g"),
    },
  });
  const hosesG = (foundOf(weighedOf(100)) ?? 100) - 100;
  const machineG = Math.max(car.heldG - hosesG + 3 * noise.normal(), 5);
  const recovered = weighedOf(machineG);
  const oil = refrigerant === "R1234yf" ? ("PAG for R1234yf" as const) : ("PAG" as const);
  const filled = parts.reduce((sum, part) => sum + usualOilSheet[part], 0) + 10;
  const opened: Job = {
    ...recovered,
    repair: {
      ...recovered.repair,
      parts: [...new Set(parts)].map((part) => ({
        part,
        kind: "renewed" as const,
        drained: entry("", "g"),
        own: entry("", "g"),
      })),
      flushed: parts.includes("compressor"),
      oil,
      filled: entry(String(filled), "g"),
    },
    evacuate: {
      ...recovered.evacuate,
      lowest: entry((0.3 + 0.3 * noise.uniform()).toFixed(2), "mbarAbs"),
      held: entry((0.8 + 0.6 * noise.uniform()).toFixed(2), "mbarAbs"),
      wall: entry("20", "degC"),
    },
    leak: { ...recovered.leak, checks: leakChecks(job, visit, parts, share(0.05), share(0.95)) },
    prove: { capsOn: true },
  };
  const weighedOut = booked(opened, share(0.4));
  // By eye at the valve: a few grams beside the label.
  const aimG = label.chargeG + 6 * noise.normal();
  const hoseG = 9;
  const drawG = Math.round(aimG + hoseG + 4);
  const from = shelf.take(refrigerant, drawG, Date.parse(share(0.8)));
  shelf.recovered(refrigerant, machineG);
  const cylinder = shelf.byId(from.id);
  const onHand: Job = {
    ...weighedOut,
    charge: {
      ...weighedOut.charge,
      hoses: entry(String(hoseG), "g"),
      purged: entry("4", "g"),
      containers: [
        {
          id: from.id,
          name: cylinder.name,
          net: entry((from.heldG / 1000).toFixed(3), "kg"),
          temperature: entry("", "degC"),
        },
      ],
    },
  };
  car.heldG = drawG - hoseG - 4;
  car.since = done;
  return drawn(purgeBooked(onHand, 4, share(0.72)), from.id, drawG, share(0.8));
}

function stepsDone(job: Job, steps: readonly StepId[], at: number, done: number): Job {
  const each = (done - at) / steps.length;
  const marked = steps.map((step, i) => [
    step,
    { ...job.steps[step], startedAt: instant(at + each * i), doneAt: instant(at + each * (i + 0.95)) },
  ]);
  const skipped = stepIds
    .filter((step) => !steps.includes(step))
    .map((step) => [step, { ...job.steps[step], skipped: "Not needed" }]);
  return { ...job, steps: { ...job.steps, ...Object.fromEntries([...marked, ...skipped]) } };
}
