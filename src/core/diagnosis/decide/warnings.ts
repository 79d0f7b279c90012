/** Warnings of a verdict, from what was read, what cannot be, and what was weighed. */
import { type EmptyAtRest, emptyAtRest } from "../../readings/derive/empty";
import { foreignRefrigerant } from "../../readings/derive/foreign";
import type { Implausible } from "../../readings/derive/plausibility";
import type { EmptyKind } from "../../readings/derive/rest";
import type { ReadingFile } from "../../readings/file/reading-file";
import type { Hypotheses } from "../explain/hypotheses";
import { type Observed, observableAt, placesRead } from "../explain/observables";
import { leftOut } from "../explain/read-fields";
import { DOUBTFUL_PROBABILITY, FEW_READINGS, STILL_PROBABLE, SUSPECT_SPREADS } from "../thresholds";
import { learnedNow } from "../weigh/learned";
import { misfitOf } from "../weigh/population";
import { classOfHypothesis, posteriorWeights } from "../weigh/posterior";
import { presences, type Weighed, weigh } from "../weigh/weigh";
import type { RankedCause, Warning } from "./diagnosis";
import { stopsOf } from "./stops";

export interface Judged {
  /** As it was read, and what of it can be. */
  given: ReadingFile;
  reading: ReadingFile;
  implausible: readonly Implausible[];
  observed: Observed;
  weighed: Weighed;
  ranked: readonly RankedCause[];
  /** Null where this vehicle has no solution. */
  hypotheses: Hypotheses | null;
}

/** Lists what must be said beside the ranking: stops, what cannot be, an empty or foreign circuit, what was not read. */
export function warningsOf({ given, reading, implausible, observed, weighed, ranked, hypotheses }: Judged): Warning[] {
  const found = [...labelDoubt(reading), ...stopsOf(given, ranked)];
  for (const { code, setting } of implausible) {
    found.push({ code: "implausible", what: code, rpm: setting === null ? null : observed.rpm[setting]! });
  }
  const empty = emptyAtRest(reading);
  if (empty !== null) found.push(emptyWarnings[empty.kind](empty));
  const read = placesRead(observed);
  const strange = empty === null ? strangest(reading, observed, read) : null;
  if (strange) found.push(strange);
  else if (hypotheses) found.push(...suspects(reading, observed, read, hypotheses));
  if (weighed.beyond.length > 0) found.push({ code: "beyond-learned", values: weighed.beyond });
  const foreign = empty === null ? foreignAtRest(reading) : null;
  if (foreign) found.push(foreign);
  if (lowSideOnly(reading)) found.push({ code: "low-side-only" });
  if (empty === null && read.length < FEW_READINGS) found.push({ code: "few-readings", count: read.length });
  if (observed.cycling.some((cycles) => cycles)) found.push({ code: "cycling" });
  if (reading.vehicle.compressor === "electric") found.push({ code: "electric" });
  if (reading.vehicle.chargeG === null || reading.vehicle.chargeG === undefined) found.push({ code: "unknown-charge" });
  return found;
}

/** Readings after charging by weight, without the weight and without what was known before: only they can speak against the label. */
function labelDoubt({ before: _before, work, ...reading }: ReadingFile): Warning[] {
  if (!work?.includes("charged-by-weight")) return [];
  const alone = presences(weigh({ ...reading, recoveredG: null }));
  return (["overcharge", "undercharge"] as const)
    .filter((cause) => alone[cause] > DOUBTFUL_PROBABILITY)
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
    const byClass = new Map<number, number>();
    const classes = all.map(classOfHypothesis);
    for (const [i, its] of classes.entries()) byClass.set(its, (byClass.get(its) ?? 0) + weights[i]!);
    const nearest = all.reduce((least, { shown }, i) => {
      const gap = gapFrom(shown.values[place]!);
      return byClass.get(classes[i]!)! >= STILL_PROBABLE && gap < least ? gap : least;
    }, Number.POSITIVE_INFINITY);
    return Number.isFinite(nearest) && nearest > SUSPECT_SPREADS
      ? [{ code: "suspect-reading", observable: name, rpm: setting === null ? null : observed.rpm[setting]! }]
      : [];
  });
}

/** Low pressures of the running test, and no high one: half of the causes show on the side that was not read. */
function lowSideOnly({ running }: ReadingFile): boolean {
  const settings = running ?? [];
  return settings.some(({ lowKpa }) => lowKpa != null) && settings.every(({ highKpa }) => highKpa == null);
}

const emptyWarnings: Record<EmptyKind, (empty: EmptyAtRest) => Warning> = {
  "vapour-only": ({ belowK }) => ({ code: "almost-empty", belowK }),
  "open-to-air": () => ({ code: "open-to-air" }),
  vacuum: ({ kpa }) => ({ code: "held-vacuum", kpa }),
};

/** The static pressure does not fit the label's refrigerant: it stands above its saturation, or another one fits. */
function foreignAtRest({ rest, vehicle, conditions }: ReadingFile): Warning | null {
  if (rest?.soakC == null) return null;
  const found = foreignRefrigerant(vehicle.refrigerant, rest.lowKpa, rest.highKpa, rest.soakC, conditions.altitudeM);
  return found && { code: "wrong-refrigerant", ...found };
}
