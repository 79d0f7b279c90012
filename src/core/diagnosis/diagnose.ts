/**
 * The diagnosis. A committee learned from simulated tests of the whole population says how probable each cause is (weigh/); the simulation of
 * this vehicle in the conditions of its test says why, what each cause would show, and which test would settle it. Same readings and same
 * seed, same answer. How good it is on cases of other origin: docs/accuracy.md.
 */
import { type Cause, causeEntry, causes, faultCauses } from "../causes/catalogue";
import type { SeverityRange } from "../causes/cause";
import { sizeVehicle } from "../circuit/vehicle/sizing";
import { emptyAtRest } from "../readings/derive/empty";
import { implausibleOf, plausiblePart } from "../readings/derive/plausibility";
import { holdsNothing } from "../readings/derive/rest";
import type { ReadingFile } from "../readings/file/reading-file";
import { fail, type Result, succeed } from "../result";
import type { Diagnosis, RankedCause } from "./decide/diagnosis";
import { warningsOf } from "./decide/warnings";
import { complaintFactor } from "./explain/complaint-odds";
import { type Hypotheses, labelOfReading, solveHypotheses } from "./explain/hypotheses";
import { type Observed, observe, speedsOf } from "./explain/observables";
import { type Evidence, evidenceOf, reasonsAbout, rowsAbout } from "./explain/reasons";
import { sightFactor } from "./explain/sights";
import type { SoundReading } from "./explain/sound-vehicles";
import { nextTests } from "./next-test/next-tests";
import { IDENTIFIED_SHARE, LEADING_CAUSES, RIVAL_PROBABILITY, WEIGHING_ERROR_G } from "./thresholds";
import { causeClasses } from "./weigh/classes";
import { posteriorWeights } from "./weigh/posterior";
import { entropyOf, presences, shares, type Weighed, weigh } from "./weigh/weigh";

export interface Prepared {
  observed: Observed;
  hypotheses: Hypotheses;
}

export type PrepareIssue = { code: "no-such-vehicle"; why: string } | { code: "no-solution" };

export interface DiagnoseOptions {
  seed?: number;
  /** Readings of this very vehicle when it was sound: they narrow what is expected of it. */
  own?: readonly SoundReading[];
}

/** Key of everything the hypotheses depend on: readings that leave it unchanged need no new simulation. */
export function preparationKey(reading: ReadingFile, own: readonly SoundReading[] = []): string {
  return JSON.stringify([labelOfReading(reading), reading.conditions, speedsOf(reading), soakOf(reading), own]);
}

/** Simulates all that could be the matter. Between the causes it yields the share that is done. */
export function* prepareSteps(
  reading: ReadingFile,
  own: readonly SoundReading[] = [],
): Generator<number, Result<Prepared, PrepareIssue>> {
  const observed = observe(reading);
  const sized = sizeVehicle(labelOfReading(reading));
  if (!sized.ok) {
    const { issue } = sized;
    const why =
      issue.code === "charge-out-of-range"
        ? `a charge of ${issue.value} g is outside ${issue.min} to ${issue.max} g`
        : "";
    return fail({ code: "no-such-vehicle", why });
  }
  const hypotheses = yield* solveHypotheses(sized.value, reading, observed.rpm, soakOf(reading), own);
  return hypotheses === null ? fail({ code: "no-solution" }) : succeed({ observed, hypotheses });
}

function soakOf(reading: ReadingFile): number {
  return reading.rest?.soakC ?? reading.conditions.ambientC;
}

export function prepare(reading: ReadingFile, own?: readonly SoundReading[]): Result<Prepared, PrepareIssue> {
  return finish(prepareSteps(reading, own));
}

/** The verdict on one reading file. */
export function judge(reading: ReadingFile, options: DiagnoseOptions = {}): Diagnosis {
  const prepared = prepare(reading, options.own);
  return prepared.ok
    ? judgePrepared(reading, prepared.value.hypotheses, options)
    : withoutSimulation(reading, prepared.issue);
}

function finish<Value>(steps: Generator<unknown, Value>): Value {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** The verdict with hypotheses that were solved before. */
export function judgePrepared(given: ReadingFile, hypotheses: Hypotheses, options: DiagnoseOptions = {}): Diagnosis {
  const implausible = implausibleOf(given);
  // Impossible readings are named and not interpreted.
  const reading = plausiblePart(given, implausible);
  const observed = observe(reading);
  const weighed = weigh(reading);
  const weights = posteriorWeights(hypotheses, weighed);
  const evidence = evidenceOf(reading, observed, hypotheses);
  const ranked = rankedCauses(reading, weighed, evidence);
  const leading = ranked.slice(0, LEADING_CAUSES).map(({ cause }) => cause);
  const looked = (reading.observations ?? []).length + (reading.inspectedParts ?? []).length > 0;
  const context = { compressor: reading.vehicle.compressor, looked, leading };
  const seed = options.seed ?? DEFAULT_SEED;
  return {
    ...verdictOf(reading, weighed, ranked),
    evidence: leading[0] === undefined ? [] : rowsAbout(leading[0], rivalsOf(leading[0], ranked), evidence),
    nextTests: nextTests({ reading, observed, hypotheses, weighed, weights }, context, seed),
    warnings: warningsOf({ given, reading, implausible, observed, weighed, ranked, hypotheses }),
  };
}

/** Weighed all the same when this vehicle cannot be simulated: without bands and without foretold outcomes. */
function withoutSimulation(given: ReadingFile, issue: PrepareIssue): Diagnosis {
  const implausible = implausibleOf(given);
  const reading = plausiblePart(given, implausible);
  const observed = observe(reading);
  const weighed = weigh(reading);
  const ranked = rankedCauses(reading, weighed, { judged: [] });
  const why = issue.code === "no-such-vehicle" ? issue.why : "no steady state";
  return {
    ...verdictOf(reading, weighed, ranked),
    evidence: [],
    nextTests: [],
    warnings: [
      { code: "cannot-simulate", why },
      ...warningsOf({ given, reading, implausible, observed, weighed, ranked, hypotheses: null }),
    ],
  };
}

const DEFAULT_SEED = 1;

function rankedCauses(reading: ReadingFile, weighed: Weighed, evidence: Evidence): RankedCause[] {
  const present = presences(weighed);
  const share = shares(weighed);
  const sights = reading.observations ?? [];
  const complaints = reading.complaints ?? [];
  const order = causes
    .map((cause) => ({ cause, probability: share[cause] }))
    .sort((a, b) => b.probability - a.probability);
  return order.map(({ cause, probability }): RankedCause => {
    return {
      cause,
      probability,
      present: present[cause],
      severity: severityOf(cause, weighed, reading),
      ...(present[cause] > 0 ? reasonsAbout(cause, rivalsOf(cause, order), evidence) : { for: [], against: [] }),
      seen: [
        ...sights.filter((code) => (sightFactor(code, cause) ?? 1) > 1),
        ...complaints.filter((code) => complaintFactor(code, cause) > 1),
      ],
    };
  });
}

/** Causes that a cause is held against: the likeliest other one, and a sound vehicle. */
function rivalsOf(cause: Cause, order: readonly { cause: Cause; probability: number }[]): Cause[] {
  const nearest = order.find((one) => one.cause !== cause)!;
  if (cause === "none") return [nearest.cause];
  return nearest.cause === "none" || nearest.probability < RIVAL_PROBABILITY ? ["none"] : [nearest.cause, "none"];
}

function severityOf(cause: Cause, { severities }: Weighed, { recoveredG, vehicle }: ReadingFile): SeverityRange {
  const at = cause === "none" ? undefined : causeEntry(cause).severityAt;
  if (at !== undefined && recoveredG != null && vehicle.chargeG != null) {
    // A weighed charge is known and no longer estimated.
    const [a, median, b] = [-WEIGHING_ERROR_G, 0, WEIGHING_ERROR_G].map((off) =>
      rounded(Math.min(Math.max(at((recoveredG + off) / vehicle.chargeG!), 0), 1)),
    ) as [number, number, number];
    return { low: Math.min(a, b), median, high: Math.max(a, b) };
  }
  const quantiles = cause === "none" ? undefined : severities[faultCauses.indexOf(cause)];
  const [low = 0, median = 0, high = 0] = (quantiles ?? []).map(rounded);
  return { low, median, high };
}

function verdictOf(
  reading: ReadingFile,
  weighed: Weighed,
  ranked: RankedCause[],
): Omit<Diagnosis, "nextTests" | "warnings" | "evidence"> {
  return {
    id: reading.id,
    causes: ranked,
    classes: [...weighed.classes],
    together: causeClasses
      .flatMap((acting, k) => {
        const [a, b] = acting;
        return a && b ? [{ causes: [a, b] as [Cause, Cause], probability: weighed.classes[k]! }] : [];
      })
      .sort((a, b) => b.probability - a.probability),
    charge: chargeOf(reading, weighed),
    undecidedBits: entropyOf(ranked.map(({ probability }) => probability)),
  };
}

function chargeOf(reading: ReadingFile, { charge }: Weighed): Diagnosis["charge"] {
  const label = reading.vehicle.chargeG;
  if (reading.recoveredG !== null && reading.recoveredG !== undefined) {
    const g = reading.recoveredG;
    return {
      lowG: Math.max(0, g - WEIGHING_ERROR_G),
      medianG: g,
      highG: g + WEIGHING_ERROR_G,
      identified: true,
      weighed: true,
    };
  }
  if (label === null || label === undefined || holdsNothing(emptyAtRest(reading)?.kind)) return null;
  const [low, median, high] = charge.map((share) => Math.round(share * label)) as [number, number, number];
  return { lowG: low, medianG: median, highG: high, identified: high - low < IDENTIFIED_SHARE * label, weighed: false };
}

function rounded(value: number): number {
  return Number(value.toFixed(3));
}
