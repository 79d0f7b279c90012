/**
 * The diagnosis: Bayesian, by simulation. Everything that could be the matter with this vehicle is simulated in the conditions of its
 * test; what was read weighs it, with the errors of instruments, vehicle and model as they were found on cases of another origin
 * (docs/accuracy.md). Same readings and same seed, same answer.
 */
import { atmosphericPressureKpa } from "../air/atmosphere";
import { sizeVehicle } from "../circuit/sizing";
import { identify } from "../fluids/identification";
import { workshopInstruments } from "../readings/instruments";
import type { ReadingFile } from "../readings/reading-file";
import { fail, type Result, succeed } from "../result";
import { type Cause, causes } from "./causes";
import type { Diagnosis } from "./diagnosis";
import { diagnosisFile } from "./diagnosis-file";
import { type Discrepancy, discrepancy, type ErrorModel, errorModel } from "./discrepancy";
import { reasonsFor } from "./explain";
import { conditionsOfReading, type Hypotheses, labelOfReading, possible, solveHypotheses } from "./hypotheses";
import { LikelihoodEvaluator } from "./likelihood";
import { nextTests } from "./next-tests";
import { type Observed, observableAt, observe, speedsOf } from "./observables";
import { type Posterior, posteriorOf } from "./posterior";
import { sightFactor } from "./sights";
import type { RankedCause, Severity, Verdict, Warning } from "./verdict";

export interface Prepared {
  observed: Observed;
  hypotheses: Hypotheses;
}

export type PrepareIssue = { code: "no-such-vehicle"; why: string } | { code: "no-solution" };

export interface DiagnoseOptions {
  seed?: number;
  /** For trying other error models. */
  discrepancy?: Discrepancy;
}

/** What hypotheses depend on, as a key: readings that change it not need no new simulation. */
export function preparationKey(reading: ReadingFile): string {
  return JSON.stringify([
    labelOfReading(reading),
    speedsOf(reading).map((speed) => conditionsOfReading(reading, speed)),
    soakOf(reading),
  ]);
}

/** Simulates all that could be the matter. Between the causes it yields the share that is done. */
export function* prepareSteps(reading: ReadingFile): Generator<number, Result<Prepared, PrepareIssue>> {
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
  const conditions = observed.rpm.map((rpm) => conditionsOfReading(reading, rpm));
  const hypotheses = yield* solveHypotheses(sized.value, conditions, soakOf(reading));
  return hypotheses === null ? fail({ code: "no-solution" }) : succeed({ observed, hypotheses });
}

function soakOf(reading: ReadingFile): number {
  return reading.rest?.soakC ?? reading.conditions.ambientC;
}

export function prepare(reading: ReadingFile): Result<Prepared, PrepareIssue> {
  return finish(prepareSteps(reading));
}

/** The verdict on one reading file. */
export function judge(reading: ReadingFile, options: DiagnoseOptions = {}): Verdict {
  const prepared = prepare(reading);
  return prepared.ok ? judgePrepared(reading, prepared.value.hypotheses, options) : cannotTell(reading, prepared.issue);
}

function finish<Value>(steps: Generator<unknown, Value>): Value {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** The verdict from hypotheses that were solved before; a few milliseconds. */
export function judgePrepared(reading: ReadingFile, hypotheses: Hypotheses, options: DiagnoseOptions = {}): Verdict {
  const observed = observe(reading);
  const kind = reading.vehicle.compressor;
  const sights = reading.observations ?? [];
  const model = options.discrepancy ?? discrepancy;
  const posterior = posteriorOf(observed, hypotheses, kind, model, sights);
  const { weights, places } = posterior;
  const errors = errorModel(model, kind === "fixed", observed.rpm, observed.values.length);
  const marginals = marginalsOf(hypotheses, weights);
  const total = causes.reduce((sum, cause) => sum + marginals[cause], 0);
  const ranked = causes
    .map((cause): RankedCause => {
      const chosen = reasonedFrom(cause, hypotheses, weights);
      const reasons =
        marginals[cause] > 0
          ? reasonsFor(observed, hypotheses, errors, weights, chosen, places)
          : { for: [], against: [] };
      return {
        cause,
        probability: marginals[cause] / total,
        present: marginals[cause],
        severity: severityOf(cause, hypotheses, weights),
        ...reasons,
        seen: sights.filter((code) => (sightFactor(code, cause) ?? 1) > 1),
      };
    })
    .sort((a, b) => b.probability - a.probability);
  const leading = ranked.slice(0, LEADING).map(({ cause }) => cause);
  const context = { commanded: kind === "variable-external", looked: sights.length > 0, leading };
  return {
    id: reading.id,
    causes: ranked,
    together: pairsOf(hypotheses, weights),
    charge: chargeOf(reading, observed, hypotheses, weights, places, errors),
    nextTests: nextTests(observed, hypotheses, errors, weights, places, context, options.seed ?? DEFAULT_SEED),
    warnings: warningsOf(reading, observed, posterior, ranked),
    undecidedBits: ranked.reduce((sum, { probability: p }) => sum - (p > 0 ? p * Math.log2(p) : 0), 0),
  };
}

/** A cause is reasoned about as it would be alone; only where that cannot be at all, as one of two. */
function reasonedFrom(cause: Cause, { all }: Hypotheses, weights: Float64Array): (index: number) => boolean {
  const alone = (i: number) => all[i]!.causes.length === 1 && all[i]!.causes[0]!.cause === cause;
  const possible = all.some((_, i) => alone(i) && weights[i]! > 0);
  return possible ? alone : (i) => all[i]!.causes.some((one) => one.cause === cause);
}

/** Causes whose outcomes are foretold for each next test. */
const LEADING = 3;
const DEFAULT_SEED = 1;

function marginalsOf({ all }: Hypotheses, weights: Float64Array): Record<Cause, number> {
  const marginals = Object.fromEntries(causes.map((cause) => [cause, 0])) as Record<Cause, number>;
  for (const [i, hypothesis] of all.entries()) {
    for (const { cause } of hypothesis.causes) marginals[cause] += weights[i]!;
  }
  return marginals;
}

function severityOf(cause: Cause, { all }: Hypotheses, weights: Float64Array): Severity {
  const found: { value: number; weight: number }[] = [];
  for (const [i, hypothesis] of all.entries()) {
    const own = hypothesis.causes.find((one) => one.cause === cause);
    if (own) found.push({ value: own.severity, weight: weights[i]! });
  }
  const [low, median, high] = quantiles(found, [0.05, 0.5, 0.95]);
  return { low: low!, median: median!, high: high! };
}

/** Weighted quantiles; zeros when nothing has weight. */
function quantiles(values: { value: number; weight: number }[], shares: readonly number[]): number[] {
  const sorted = [...values].sort((a, b) => a.value - b.value);
  const total = sorted.reduce((sum, { weight }) => sum + weight, 0);
  return shares.map((share) => {
    let running = 0;
    for (const { value, weight } of sorted) {
      running += weight;
      if (running >= share * total && weight > 0) return rounded(value);
    }
    return 0;
  });
}

function pairsOf({ all }: Hypotheses, weights: Float64Array): Verdict["together"] {
  const pairs = new Map<string, Verdict["together"][number]>();
  for (const [i, { causes: both }] of all.entries()) {
    const [a, b] = both;
    if (!a || !b) continue;
    const key = `${a.cause}+${b.cause}`;
    const pair = pairs.get(key) ?? { causes: [a.cause, b.cause], probability: 0 };
    pair.probability += weights[i]!;
    pairs.set(key, pair);
  }
  return [...pairs.values()].sort((a, b) => b.probability - a.probability);
}

/** A range narrower than this share of the label would tell the charge; no pressure does it often. */
const IDENTIFIED_SHARE = 0.12;
/** A weighing is good for this much, g: the scale, the oil and what is left. */
const WEIGHED_G = 10;
/** A charge read off a fault's severity is good for this share of the label. */
const CHARGE_SPREAD = [-0.05, -0.025, 0, 0.025, 0.05];

function chargeOf(
  reading: ReadingFile,
  observed: Observed,
  hypotheses: Hypotheses,
  weights: Float64Array,
  places: readonly number[],
  errors: ErrorModel,
): Verdict["charge"] {
  const label = reading.vehicle.chargeG;
  if (reading.recoveredG !== null && reading.recoveredG !== undefined) {
    const g = reading.recoveredG;
    return { lowG: Math.max(0, g - WEIGHED_G), medianG: g, highG: g + WEIGHED_G, identified: true, weighed: true };
  }
  if (label === null || label === undefined) return null;
  const hidden = plateauOf(observed, hypotheses, places, errors);
  const values = hypotheses.all.flatMap(({ shown, causes: acting }, i) => {
    const weight = weights[i]!;
    if (weight < NEGLIGIBLE_WEIGHT) return [];
    // Where no fault of the charge acts, it may be any that these readings do not show.
    if (!acting.some(({ cause }) => cause === "undercharge" || cause === "overcharge")) {
      return hidden.map((one) => ({ value: one.value, weight: weight * one.weight }));
    }
    const share = shown.values.at(-1)!;
    return CHARGE_SPREAD.map((off) => ({ value: share + off, weight: weight / CHARGE_SPREAD.length }));
  });
  const [low, median, high] = quantiles(values, [0.05, 0.5, 0.95]).map((share) => Math.round(share * label));
  return {
    lowG: low!,
    medianG: median!,
    highG: high!,
    identified: high! - low! < IDENTIFIED_SHARE * label,
    weighed: false,
  };
}

const NEGLIGIBLE_WEIGHT = 1e-4;
/** Charges of vehicles that come in for something else: a little under the label, some far from it; shares of it. */
const USUAL_SHARE = 0.96;
const USUAL_SPREAD = 0.14;

/** Charges that would show much the same as the label's, with how probable each is: the plateau on which pressures do not weigh. */
function plateauOf(
  observed: Observed,
  { all, sound }: Hypotheses,
  places: readonly number[],
  errors: ErrorModel,
): { value: number; weight: number }[] {
  const evaluator = new LikelihoodEvaluator(places);
  const asRead = (values: Float64Array) => values.map((value, place) => value + errors.bias[place]!);
  const at = (values: Float64Array) => evaluator.evaluate(asRead(values), sound.values, sound.values, errors).log;
  const right = at(sound.values);
  const found = [{ value: 1, weight: usual(1) }];
  for (const { causes: acting, shown } of all) {
    const [only, second] = acting;
    if (second || (only?.cause !== "undercharge" && only?.cause !== "overcharge")) continue;
    if (shown.standing !== sound.standing || shown.values.length !== observed.values.length) continue;
    const share = shown.values.at(-1)!;
    found.push({ value: share, weight: usual(share) * Math.exp(Math.min(0, at(shown.values) - right)) });
  }
  const total = found.reduce((sum, { weight }) => sum + weight, 0);
  return found.map(({ value, weight }) => ({ value, weight: weight / total }));
}

function usual(share: number): number {
  return Math.exp(-(((share - USUAL_SHARE) / USUAL_SPREAD) ** 2) / 2);
}

/** Above this pressure the relief valve is near, kPa gauge. */
const STOP_KPA = 2600;
const STOP_PROBABILITY = 0.35;
/** A reading is named as wild from this probability on. */
const SUSPECT = 0.5;
const FEW = 4;
/** Typical distance of a fitting test, by reading; beyond this nothing known fits. */
const NOTHING_FITS_SPREADS = 2.6;

function warningsOf(reading: ReadingFile, observed: Observed, posterior: Posterior, ranked: RankedCause[]): Warning[] {
  const found: Warning[] = [];
  const highest = Math.max(0, ...(reading.running ?? []).map(({ highKpa }) => highKpa ?? 0));
  if (highest > STOP_KPA) found.push({ code: "stop-high-side", kpa: highest });
  const blocked = ranked.find(({ cause }) => cause === "restriction-before-port");
  if (blocked && blocked.probability > STOP_PROBABILITY) {
    found.push({ code: "stop-blocked-before-port", probability: blocked.probability });
  }
  for (const [i, place] of posterior.places.entries()) {
    const probability = posterior.wild[i]!;
    if (probability < SUSPECT) continue;
    const { name, setting } = observableAt(place, observed.rpm.length);
    found.push({
      code: "suspect-reading",
      observable: name,
      rpm: setting === null ? null : observed.rpm[setting]!,
      probability,
    });
  }
  if (posterior.places.length >= FEW && posterior.spreads > NOTHING_FITS_SPREADS) {
    found.push({ code: "nothing-fits", spreads: posterior.spreads });
  }
  const foreign = foreignRefrigerant(reading);
  if (foreign) found.push(foreign);
  if (posterior.places.length < FEW) found.push({ code: "few-readings", count: posterior.places.length });
  if (observed.cycling.some((cycles) => cycles)) found.push({ code: "cycling" });
  if (reading.vehicle.compressor === "electric") found.push({ code: "electric" });
  if (reading.vehicle.chargeG === null || reading.vehicle.chargeG === undefined) found.push({ code: "unknown-charge" });
  return found;
}

/** At rest another refrigerant fits and the label's does not; air lifts a pressure too, and the sentence says so. */
function foreignRefrigerant({ rest, vehicle, conditions }: ReadingFile): Warning | null {
  const sides = [rest?.lowKpa, rest?.highKpa].filter((kpa) => kpa !== null && kpa !== undefined);
  if (rest?.soakC === null || rest?.soakC === undefined || sides.length === 0) return null;
  const meanKpa = sides.reduce((sum, kpa) => sum + kpa, 0) / sides.length;
  const absolute = meanKpa + atmosphericPressureKpa(conditions.altitudeM ?? 0);
  const list = identify(absolute, workshopInstruments.highKpa, rest.soakC, BAY_K);
  if (list.find(({ name }) => name === vehicle.refrigerant)?.fits !== false) return null;
  const fits = list.filter((candidate) => candidate.fits).map(({ name }) => name);
  return fits.length > 0 ? { code: "wrong-refrigerant", fits } : null;
}

/** Parts of an engine bay stand this far apart even when soaked. */
const BAY_K = 2.5;

/** The priors alone, when not even a sound vehicle of this label can be simulated. */
function cannotTell(reading: ReadingFile, issue: PrepareIssue): Verdict {
  const label = labelOfReading(reading);
  const open = causes.filter((cause) => possible(cause, label));
  const none = { low: 0, median: 0, high: 0 };
  return {
    id: reading.id,
    causes: causes
      .map((cause) => ({
        cause,
        probability: open.includes(cause) ? 1 / open.length : 0,
        present: open.includes(cause) ? 1 / open.length : 0,
        severity: none,
        for: [],
        against: [],
        seen: [],
      }))
      .sort((a, b) => b.probability - a.probability),
    together: [],
    charge: null,
    nextTests: [],
    warnings: [{ code: "cannot-simulate", why: issue.code === "no-such-vehicle" ? issue.why : "no steady state" }],
    undecidedBits: Math.log2(open.length),
  };
}

function rounded(value: number): number {
  return Number(value.toFixed(3));
}

/** The verdict as a diagnosis file has it. */
export function diagnose(reading: ReadingFile, options: DiagnoseOptions = {}): Diagnosis {
  return diagnosisFile(judge(reading, options), reading);
}
