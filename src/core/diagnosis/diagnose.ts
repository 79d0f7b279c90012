/**
 * The diagnosis. A committee learned from simulated tests of the whole population says how probable each cause is (weigh/); the simulation of
 * this vehicle in the conditions of its test says why, what each cause would show, and which test would settle it. Same readings and same
 * seed, same answer. How good it is on cases of other origin: docs/accuracy.md.
 */
import { type Cause, causes, faultCauses } from "../causes/catalogue";
import type { SeverityRange } from "../causes/cause";
import { sizeVehicle } from "../circuit/vehicle/sizing";
import { identify } from "../fluids/identification";
import { workshopInstruments } from "../readings/derive/instruments";
import type { ReadingFile } from "../readings/file/reading-file";
import { fail, type Result, succeed } from "../result";
import { stopsOf } from "./decide/stops";
import type { RankedCause, Verdict, Warning } from "./decide/verdict";
import { leftOut, reasonsOf } from "./explain/explain";
import { conditionsOfReading, type Hypotheses, labelOfReading, solveHypotheses } from "./explain/hypotheses";
import { type Observed, observableAt, observe, placesRead, speedsOf } from "./explain/observables";
import { sightFactor } from "./explain/sights";
import { nextTests } from "./next-test/next-tests";
import { causeClasses } from "./weigh/classes";
import { learnedNow } from "./weigh/learned";
import { misfitOf } from "./weigh/population";
import { posteriorWeights } from "./weigh/posterior";
import { entropyOf, gasAtRest, presences, restPressures, shares, type Weighed, weigh } from "./weigh/weigh";

export interface Prepared {
  observed: Observed;
  hypotheses: Hypotheses;
}

export type PrepareIssue = { code: "no-such-vehicle"; why: string } | { code: "no-solution" };

export interface DiagnoseOptions {
  seed?: number;
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
export function judgePrepared(reading: ReadingFile, hypotheses: Hypotheses, options: DiagnoseOptions = {}): Verdict {
  const observed = observe(reading);
  const weighed = weigh(reading);
  const weights = posteriorWeights(hypotheses, weighed);
  const ranked = rankedCauses(reading, observed, weighed, hypotheses, weights);
  const leading = ranked.slice(0, LEADING).map(({ cause }) => cause);
  const looked = (reading.observations ?? []).length > 0;
  const context = { commanded: reading.vehicle.compressor === "variable-external", looked, leading };
  const seed = options.seed ?? DEFAULT_SEED;
  return {
    ...verdictOf(reading, weighed, ranked),
    nextTests: nextTests(reading, observed, hypotheses, weighed, weights, context, seed),
    warnings: warningsOf(reading, observed, weighed, ranked, hypotheses),
  };
}

/** Weighed all the same when this vehicle cannot be simulated: without bands and without foretold outcomes. */
function withoutSimulation(reading: ReadingFile, issue: PrepareIssue): Verdict {
  const observed = observe(reading);
  const weighed = weigh(reading);
  const ranked = rankedCauses(reading, observed, weighed, null, null);
  const why = issue.code === "no-such-vehicle" ? issue.why : "no steady state";
  return {
    ...verdictOf(reading, weighed, ranked),
    nextTests: [],
    warnings: [
      { code: "cannot-simulate", why },
      ...warningsOf(reading, observed, { ...weighed, beyond: weighed.beyond + 1 }, ranked, null),
    ],
  };
}

/** Causes whose outcomes are foretold for each next test. */
const LEADING = 3;
const DEFAULT_SEED = 1;

function rankedCauses(
  reading: ReadingFile,
  observed: Observed,
  weighed: Weighed,
  hypotheses: Hypotheses | null,
  weights: Float64Array | null,
): RankedCause[] {
  const present = presences(weighed);
  const share = shares(weighed);
  const reasons = reasonsOf(reading, observed, hypotheses, weights);
  const sights = reading.observations ?? [];
  return causes
    .map(
      (cause): RankedCause => ({
        cause,
        probability: share[cause],
        present: present[cause],
        severity: severityOf(cause, weighed),
        ...(present[cause] > 0 ? reasons[cause] : { for: [], against: [] }),
        seen: sights.filter((code) => (sightFactor(code, cause) ?? 1) > 1),
      }),
    )
    .sort((a, b) => b.probability - a.probability);
}

function severityOf(cause: Cause, { severities }: Weighed): SeverityRange {
  const quantiles = cause === "none" ? undefined : severities[faultCauses.indexOf(cause)];
  const [low = 0, median = 0, high = 0] = (quantiles ?? []).map(rounded);
  return { low, median, high };
}

function verdictOf(
  reading: ReadingFile,
  weighed: Weighed,
  ranked: RankedCause[],
): Omit<Verdict, "nextTests" | "warnings"> {
  return {
    id: reading.id,
    causes: ranked,
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

/** A range narrower than this share of the label would tell the charge; no pressure does it often. */
const IDENTIFIED_SHARE = 0.12;
/** A weighing is good for this much, g: the scale, the oil and what is left. */
const WEIGHED_G = 10;

function chargeOf(reading: ReadingFile, { charge }: Weighed): Verdict["charge"] {
  const label = reading.vehicle.chargeG;
  if (reading.recoveredG !== null && reading.recoveredG !== undefined) {
    const g = reading.recoveredG;
    return { lowG: Math.max(0, g - WEIGHED_G), medianG: g, highG: g + WEIGHED_G, identified: true, weighed: true };
  }
  if (label === null || label === undefined) return null;
  const [low, median, high] = charge.map((share) => Math.round(share * label)) as [number, number, number];
  return { lowG: low, medianG: median, highG: high, identified: high - low < IDENTIFIED_SHARE * label, weighed: false };
}

const FEW = 4;
/** A reading this many spreads from where every cause that is still probable would have it is suspect. */
const SUSPECT_SPREADS = 3.5;
const STILL_PROBABLE = 0.04;

function warningsOf(
  reading: ReadingFile,
  observed: Observed,
  weighed: Weighed,
  ranked: RankedCause[],
  hypotheses: Hypotheses | null,
): Warning[] {
  const found = [...labelDoubt(reading), ...stopsOf(reading.running ?? [], ranked)];
  const empty = gasAtRest(reading);
  if (empty !== null) found.push({ code: "almost-empty", belowK: empty });
  const read = placesRead(observed);
  const strange = empty === null ? strangest(reading, observed, read) : null;
  if (strange) found.push(strange);
  else if (hypotheses) found.push(...suspects(reading, observed, read, hypotheses));
  if (weighed.beyond > 0) found.push({ code: "beyond-learned", values: weighed.beyond });
  const foreign = empty === null ? foreignRefrigerant(reading) : null;
  if (foreign) found.push(foreign);
  if (read.length < FEW) found.push({ code: "few-readings", count: read.length });
  if (observed.cycling.some((cycles) => cycles)) found.push({ code: "cycling" });
  if (reading.vehicle.compressor === "electric") found.push({ code: "electric" });
  if (reading.vehicle.chargeG === null || reading.vehicle.chargeG === undefined) found.push({ code: "unknown-charge" });
  return found;
}

/** A cause of a wrong amount that is likelier than not, after charging by weight, speaks against the weight. */
const DOUBT = 0.5;

/** Readings after charging by weight, without the weight and without what was known before: only they can speak against the label. */
function labelDoubt({ before: _before, work, ...reading }: ReadingFile): Warning[] {
  if (!work?.includes("charged-by-weight")) return [];
  const alone = presences(weigh({ ...reading, recoveredG: null }));
  return (["overcharge", "undercharge"] as const)
    .filter((cause) => alone[cause] > DOUBT)
    .map((cause) => ({ code: "label-doubt", cause }));
}

/** The readings as a whole are rarer than one in two hundred, and without this one they are not, or least so. */
function strangest(reading: ReadingFile, observed: Observed, read: readonly number[]): Warning | null {
  const { scales, population } = learnedNow();
  const misfit = (given: ReadingFile) => misfitOf(given, scales, population);
  if (!(misfit(reading) > 1)) return null;
  const without = read.map((place) => {
    const { name, setting } = observableAt(place, observed.rpm.length);
    return { name, setting, left: misfit(leftOut(reading, name, setting)) };
  });
  const { name, setting } = without.reduce((best, next) => (next.left < best.left ? next : best));
  return { code: "do-not-fit", observable: name, rpm: setting === null ? null : observed.rpm[setting]! };
}

/** Readings that lie far from where any cause that the other readings leave probable would have them. */
function suspects(
  reading: ReadingFile,
  observed: Observed,
  read: readonly number[],
  hypotheses: Hypotheses,
): Warning[] {
  const { all, spread, sound } = hypotheses;
  const length = observed.values.length;
  return read.flatMap((place): Warning[] => {
    const { name, setting } = observableAt(place, observed.rpm.length);
    // At rest another refrigerant is the likelier reason, and a weight is what it is.
    if (name === "rest" || name === "charge" || name === "meeting") return [];
    const sd = Math.sqrt(spread.covariance[place * length + place]!);
    const gapFrom = (value: number) => Math.abs(observed.values[place]! - value - spread.bias[place]!) / sd;
    if (!(gapFrom(sound.values[place]!) > SUSPECT_SPREADS)) return [];
    const weights = posteriorWeights(hypotheses, weigh(leftOut(reading, name, setting)));
    const byCause = new Map<string, number>();
    const nameOf = (i: number) => all[i]!.causes.map(({ cause }) => cause).join("+");
    for (const i of all.keys()) byCause.set(nameOf(i), (byCause.get(nameOf(i)) ?? 0) + weights[i]!);
    const nearest = all.reduce((least, { shown }, i) => {
      const gap = gapFrom(shown.values[place]!);
      return byCause.get(nameOf(i))! >= STILL_PROBABLE && gap < least ? gap : least;
    }, Number.POSITIVE_INFINITY);
    return Number.isFinite(nearest) && nearest > SUSPECT_SPREADS
      ? [{ code: "suspect-reading", observable: name, rpm: setting === null ? null : observed.rpm[setting]! }]
      : [];
  });
}

/** At rest another refrigerant fits and the label's does not; air lifts a pressure too, and the sentence says so. */
function foreignRefrigerant(reading: ReadingFile): Warning | null {
  const rest = restPressures(reading);
  if (rest === null) return null;
  const { vehicle } = reading;
  const meanKpa = rest.sidesKpa.reduce((sum, kpa) => sum + kpa, 0) / rest.sidesKpa.length;
  const list = identify(meanKpa, workshopInstruments.highKpa, rest.soakC, BAY_K);
  if (list.find(({ name }) => name === vehicle.refrigerant)?.fits !== false) return null;
  const fits = list.filter((candidate) => candidate.fits).map(({ name }) => name);
  return fits.length > 0 ? { code: "wrong-refrigerant", fits } : null;
}

/** Parts of an engine bay stand this far apart even when soaked. */
const BAY_K = 2.5;

function rounded(value: number): number {
  return Number(value.toFixed(3));
}
