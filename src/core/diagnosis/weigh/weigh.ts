/**
 * Probabilities of the causes: the ensemble's answer, times visual findings, given the weighed charge, and only causes possible in this vehicle. A
 * forward pass is a few multiplications, so that moving pressures can be weighed at every step.
 */
import { type Cause, causes, commonPairs, faultCauses, possible, shareAlone } from "../../causes/catalogue";
import { belowAtRest, emptyAtRest } from "../../readings/derive/empty";
import { plausiblePart } from "../../readings/derive/plausibility";
import { holdsNothing, liquidOdds } from "../../readings/derive/rest";
import type { ReadingFile } from "../../readings/file/reading-file";
import { complaintOdds } from "../explain/complaint-odds";
import { inspectedOdds, sightOdds } from "../explain/sights";
import { afterWork } from "../explain/work";
import {
  BEYOND_COST,
  BEYOND_GIVEN,
  BEYOND_READ,
  MOST_BEYOND,
  TOO_LITTLE_SHARE,
  TOO_MUCH_SHARE,
  WEIGHED_DOUBT,
  WEIGHED_SD,
} from "../thresholds";
import { CLASSES, causeClasses } from "./classes";
import { featuresOf, VALUE_COUNT, valueNames } from "./features";
import { learnedNow } from "./learned";
import { askEnsemble, type Learned } from "./network";
import { type Scales, scaleRow } from "./scales";

export interface Weighed {
  /** Probability of each class, summing to one. */
  classes: Float64Array;
  /** Quantiles of the charge, shares of the label's. */
  charge: number[];
  /** Quantiles of each cause's severity were it there, in the order of faultCauses. */
  severities: number[][];
  /** Names of the values beyond what was learned (features.ts). */
  beyond: readonly string[];
}

const givenValues: readonly string[] = [
  "ambient",
  "humidity",
  "blower",
  "returnOverAmbient",
  "lnCharge",
  "soakOverAmbient",
];
const beyondMargins = valueNames.map((name) => (givenValues.includes(name) ? BEYOND_GIVEN : BEYOND_READ));

/** Weighs a reading. Whatever cannot be is left out: no fault is read into it, whoever asks. */
export function weigh(given: ReadingFile): Weighed {
  const reading = plausiblePart(given);
  const learned = learnedNow();
  const row = featuresOf(reading);
  const empty = emptyAtRest(reading);
  // No car was learned from that held air alone, or nothing.
  const nothingLearned = holdsNothing(empty?.kind);
  const beyond = nothingLearned ? [] : valuesBeyond(row, learned.scales);
  scaleRow(row, learned.scales);
  const { classes, charge, severities } = askEnsemble(learned, row);
  const share = nothingLearned ? 1 : Math.min(BEYOND_COST * beyond.length, MOST_BEYOND);
  for (let k = 0; share > 0 && k < CLASSES; k++) classes[k] = (1 - share) * classes[k]! + share * classPriors[k]!;
  const seen = reading.observations ?? [];
  const weighedShare =
    reading.recoveredG != null && reading.vehicle.chargeG != null ? reading.recoveredG / reading.vehicle.chargeG : null;
  const complaints = reading.complaints ?? [];
  // A vacuum was pulled by somebody: that nothing is in it is no fault.
  const emptied = empty?.kind === "vacuum";
  const withLiquid = emptied ? 1 : liquidOdds(belowAtRest(reading) ?? 0);
  const came = chancesBefore(reading);
  const local = localOdds(reading);
  let total = 0;
  for (const [k, acting] of causeClasses.entries()) {
    const able = acting.every((cause) => possible(cause, reading.vehicle) && !(emptied && cause === "undercharge"));
    const odds = Math.exp(
      sightOdds(seen, acting.length === 0 ? sound : acting.map(asActing)) +
        inspectedOdds(reading.inspectedParts ?? [], seen, acting) +
        complaintOdds(complaints, acting.length === 0 ? ["none"] : acting),
    );
    classes[k] = able
      ? classes[k]! * odds * weightOdds(acting, weighedShare) * restOdds(acting, withLiquid) * came[k]! * local[k]!
      : 0;
    total += classes[k]!;
  }
  for (let k = 0; k < CLASSES; k++) classes[k] = classes[k]! / total;
  return { classes, charge: charge.map(Math.exp), severities, beyond };
}

/** By how much each class is likelier than in any car that comes in: after work it hangs on what it was before. */
function chancesBefore(reading: ReadingFile): Float64Array {
  const { vehicle, before, work, localPrior } = reading;
  if (!before) return evenly;
  const learned = learnedNow();
  const last = lastBefore.get(before);
  if (last?.vehicle === vehicle && last.work === work && last.localPrior === localPrior && last.learned === learned)
    return last.odds;
  const { classes } = weigh({ format: "evrid.readings", version: 1, id: "before", vehicle, ...before, localPrior });
  const after = afterWork(classes, work ?? [], classPriors);
  const odds = after.map((p, k) => p / classPriors[k]!);
  lastBefore.set(before, { vehicle, work, localPrior, learned, odds });
  return odds;
}

const evenly = new Float64Array(CLASSES).fill(1);
/** One verdict weighs hundreds of readings that differ in one value: what came before them is the same in all, and is weighed once. */
const lastBefore = new WeakMap<
  NonNullable<ReadingFile["before"]>,
  Pick<ReadingFile, "vehicle" | "work" | "localPrior"> & { learned: Learned; odds: Float64Array }
>();

/** Factor on each class by how often its causes occur in this workshop; of two causes the mean. A test after work starts from the one before it, which has it already. */
function localOdds({ localPrior, before }: ReadingFile): Float64Array {
  if (!localPrior || before) return evenly;
  const odds = (cause: Cause) => localPrior.odds[cause] ?? 1;
  return Float64Array.from(causeClasses, (acting) =>
    acting.length === 0
      ? odds("none")
      : acting.reduce((product, cause) => product * odds(cause), 1) ** (1 / acting.length),
  );
}

const sound = [{ cause: "none" as const, severity: 0 }];
const asActing = (cause: Cause) => ({ cause, severity: 1 });

const classPriors = causeClasses.map((acting, k) =>
  acting.length < 2 ? shareAlone(acting[0] ?? "none") : commonPairs[k - 1 - faultCauses.length]!.weight,
);

/** The weighed charge decides about the amount: smooth steps, so that more grams never support undercharge. */
function weightOdds(acting: readonly Cause[], share: number | null): number {
  if (share === null) return 1;
  const under = 1 / (1 + Math.exp((share - TOO_LITTLE_SHARE) / (WEIGHED_SD / 1.7)));
  const over = 1 / (1 + Math.exp((TOO_MUCH_SHARE - share) / (WEIGHED_SD / 1.7)));
  const is = acting.includes("undercharge") ? under : acting.includes("overcharge") ? over : (1 - under) * (1 - over);
  return is + WEIGHED_DOUBT;
}

/** Factor on a class by the static pressure: too far below saturation for liquid to be left, the charge is gone, whatever else there is. */
function restOdds(acting: readonly Cause[], withLiquid: number): number {
  return acting.includes("undercharge") ? 1 : withLiquid;
}

function valuesBeyond(row: Float64Array, { least, most }: Scales): string[] {
  const beyond: string[] = [];
  for (let i = 0; i < VALUE_COUNT; i++) {
    const margin = beyondMargins[i]! * (most[i]! - least[i]!);
    if (row[i]! < least[i]! - margin || row[i]! > most[i]! + margin) beyond.push(valueNames[i]!);
  }
  return beyond;
}

/** Probability of each cause, alone or with another; these need not sum to one. */
export function presences({ classes }: Pick<Weighed, "classes">): Record<Cause, number> {
  const found = Object.fromEntries(causes.map((cause) => [cause, 0])) as Record<Cause, number>;
  for (const [k, acting] of causeClasses.entries()) {
    if (acting.length === 0) found.none += classes[k]!;
    for (const cause of acting) found[cause] += classes[k]!;
  }
  return found;
}

/**
 * Probability that each cause is the one that matters most; these sum to one. What two causes do together is shared between them as probable as
 * each is at all, so that a cause is not held less likely because another may have joined it.
 */
export function shares(weighed: Pick<Weighed, "classes">): Record<Cause, number> {
  const present = presences(weighed);
  const found = Object.fromEntries(causes.map((cause) => [cause, 0])) as Record<Cause, number>;
  for (const [k, acting] of causeClasses.entries()) {
    const all = acting.length === 0 ? (["none"] as const) : acting;
    const total = all.reduce((sum, cause) => sum + present[cause], 0);
    if (total > 0) for (const cause of all) found[cause] += (weighed.classes[k]! * present[cause]) / total;
  }
  return found;
}

/** Entropy between the classes, bits. */
export function entropyOf(classes: ArrayLike<number>): number {
  let bits = 0;
  for (let k = 0; k < classes.length; k++) {
    const p = classes[k]!;
    if (p > 0) bits -= p * Math.log2(p);
  }
  return bits;
}
