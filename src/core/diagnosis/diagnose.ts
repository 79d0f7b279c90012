/**
 * The provisional verdict: the readings as deviations from what a healthy vehicle shows, compared with the direction in
 * which each cause moves them. It stands behind the one function `diagnose`; a verdict by simulation is to replace it.
 */
import type { ReadingFile } from "../readings/reading-file";
import { type Cause, causes } from "./causes";
import type { Diagnosis } from "./diagnosis";
import { type Feature, type FeatureName, featuresOf } from "./features";

/** Shown wherever a verdict is. */
export const PROVISIONAL = "Provisional: judged from rules of the trade, not yet from a simulation of this vehicle.";

/**
 * Shift of each feature at full severity, in spreads between healthy vehicles: the signs are those of the trade's
 * pattern tables, the sizes rough. A feature not named does not move.
 */
const signatures: Record<Cause, Partial<Record<FeatureName, number>>> = {
  none: {},
  undercharge: { evaporating: -2.5, condensing: -1.8, superheat: 3, subcooling: -1.6, split: -1.8, rest: -0.8 },
  overcharge: { condensing: 2.2, subcooling: 2.6, evaporating: 0.8, superheat: -0.4, split: -0.4 },
  air: { condensing: 2.2, subcooling: 1.8, evaporating: 0.8, split: -0.7, rest: 3 },
  "condenser-airflow": { condensing: 3, evaporating: 1, subcooling: -0.3, split: -0.8, sides: 1 },
  "restriction-before-port": { condensing: -2, evaporating: -2, superheat: 3, split: -2.5, subcooling: 1 },
  "restriction-after-port": {
    evaporating: -2.5,
    condensing: -0.4,
    superheat: 3,
    subcooling: 2,
    split: -1.8,
    meeting: 1.5,
  },
  "metering-stuck-closed": { evaporating: -3, condensing: -0.6, superheat: 3, subcooling: 1.6, split: -2, meeting: 2 },
  "metering-stuck-open": {
    evaporating: 2,
    condensing: -0.4,
    superheat: -1.3,
    subcooling: -1,
    split: -0.9,
    sides: -1,
    meeting: -3,
  },
  "compressor-worn": { evaporating: 2.4, condensing: -1.6, sides: -2.6, split: -1.6, superheat: 0.3, subcooling: -0.7 },
  "compressor-low-stroke": {
    evaporating: 3,
    condensing: -2,
    sides: -3.2,
    split: -2.4,
    superheat: -0.4,
    subcooling: -0.8,
  },
  "compressor-not-driven": { evaporating: 5.5, condensing: -3, sides: -6, split: -5, superheat: 0, subcooling: -1.5 },
  "evaporator-airflow": { evaporating: -1.8, condensing: -1.2, superheat: -0.9, split: 0.8 },
  "blend-door": { split: -2.6 },
};

/** How often each cause brings a car in, before anything is read: trade experience, rounded. */
const priors: Record<Cause, number> = {
  none: 0.2,
  undercharge: 0.22,
  overcharge: 0.06,
  air: 0.06,
  "condenser-airflow": 0.07,
  "restriction-before-port": 0.03,
  "restriction-after-port": 0.05,
  "metering-stuck-closed": 0.05,
  "metering-stuck-open": 0.06,
  "compressor-worn": 0.06,
  "compressor-low-stroke": 0.04,
  "compressor-not-driven": 0.04,
  "evaporator-airflow": 0.05,
  "blend-door": 0.03,
};

const severities = [0.2, 0.35, 0.5, 0.65, 0.8, 1] as const;

/** A signature is right only roughly: this much of its own shift, added to the healthy spread of one. */
const SIGNATURE_DOUBT = 0.45;
/** Degrees of freedom of the Student likelihood: one wild reading cannot decide alone. */
const FREEDOM = 4;
/** A reason is given when a reading shifts the odds of the cause by at least this factor. */
const REASON_FACTOR = 1.6;

/** The diagnosis of one reading file. Same readings, same answer. */
export function diagnose(reading: ReadingFile): Diagnosis {
  const features = featuresOf(reading);
  const scored = causes.filter((cause) => possible(cause, reading)).map((cause) => score(cause, features));
  const best = Math.max(...scored.map((s) => s.logEvidence));
  const total = scored.reduce((sum, s) => sum + Math.exp(s.logEvidence - best), 0);
  const ranked = scored
    .map((s) => {
      const probability = Math.exp(s.logEvidence - best) / total;
      return { cause: s.cause, probability, severity: s.severity, ...reasons(s, scored, features) };
    })
    .sort((a, b) => b.probability - a.probability);
  const answered = new Set(ranked.map((r) => r.cause));
  const impossible = causes
    .filter((cause) => !answered.has(cause))
    .map((cause) => ({
      cause,
      probability: 0,
      severity: { low: 0, median: 0, high: 0 },
      for: [],
      against: ["Cannot happen with this metering device or compressor"],
    }));
  return {
    format: "evrid.diagnosis",
    version: 1,
    id: reading.id,
    causes: [...ranked, ...impossible],
    charge: chargeRange(reading, ranked),
    nextTests: nextTests(reading, ranked),
    warnings: warnings(reading, features),
  };
}

interface Scored {
  cause: Cause;
  logEvidence: number;
  severity: { low: number; median: number; high: number };
  /** Log likelihood of each feature, averaged over severity. */
  byFeature: Map<FeatureName, number>;
}

/** A fixed orifice has no part that could stick open, and a fixed compressor no stroke. */
function possible(cause: Cause, { vehicle }: ReadingFile): boolean {
  if (cause === "metering-stuck-open") return vehicle.metering === "expansion-valve";
  if (cause === "compressor-low-stroke") return vehicle.compressor !== "fixed";
  return true;
}

function score(cause: Cause, features: Feature[]): Scored {
  const levels = cause === "none" ? [0] : severities;
  const table = levels.map((level) =>
    features.map((feature) => {
      const shift = (signatures[cause][feature.name] ?? 0) * level;
      const width = Math.hypot(1, SIGNATURE_DOUBT * shift);
      return studentLog((feature.z - shift) / width) - Math.log(width);
    }),
  );
  const perLevel = table.map((row) => row.reduce((sum, x) => sum + x, 0));
  const top = Math.max(...perLevel);
  const weights = perLevel.map((x) => Math.exp(x - top));
  const sum = weights.reduce((a, b) => a + b, 0);
  const quantile = (share: number) => {
    let running = 0;
    for (const [i, weight] of weights.entries()) {
      running += weight / sum;
      if (running >= share) return levels[i]!;
    }
    return levels.at(-1)!;
  };
  const byFeature = new Map(
    features.map((feature, j) => [
      feature.name,
      Math.log(table.reduce((total, row, i) => total + (weights[i]! / sum) * Math.exp(row[j]!), 0)),
    ]),
  );
  return {
    cause,
    logEvidence: Math.log(priors[cause]) + top + Math.log(sum / levels.length),
    severity: { low: quantile(0.05), median: quantile(0.5), high: quantile(0.95) },
    byFeature,
  };
}

/** Log density of Student's t up to a constant. */
function studentLog(z: number): number {
  return (-(FREEDOM + 1) / 2) * Math.log(1 + (z * z) / FREEDOM);
}

/** A reading speaks for a cause when it is likelier under it than under the others on average, weighed by their odds. */
function reasons(scored: Scored, all: Scored[], features: Feature[]): { for: string[]; against: string[] } {
  const others = all.filter((other) => other.cause !== scored.cause);
  const top = Math.max(...others.map((o) => o.logEvidence));
  const pros: { text: string; weight: number }[] = [];
  const cons: { text: string; weight: number }[] = [];
  for (const feature of features) {
    let weights = 0;
    let likelihood = 0;
    for (const other of others) {
      // Tempered, so that the reasons speak against the field and not only against the leader.
      const weight = Math.exp((other.logEvidence - top) / 2);
      weights += weight;
      likelihood += weight * Math.exp(other.byFeature.get(feature.name) ?? 0);
    }
    const factor = Math.exp(scored.byFeature.get(feature.name) ?? 0) / (likelihood / weights);
    const item = { text: feature.words(feature.deviation), weight: Math.abs(Math.log(factor)) };
    if (factor >= REASON_FACTOR) pros.push(item);
    else if (factor <= 1 / REASON_FACTOR) cons.push(item);
  }
  const byWeight = (a: { weight: number }, b: { weight: number }) => b.weight - a.weight;
  return { for: pros.sort(byWeight).map((p) => p.text), against: cons.sort(byWeight).map((c) => c.text) };
}

/**
 * Charges that fit, as a deliberately wide range: pressures do not weigh. A severe undercharge has lost about two thirds,
 * a severe overcharge has half as much again; the plateau of a healthy circuit spans 70 to 115 % of the label.
 */
function chargeRange(
  reading: ReadingFile,
  ranked: { cause: Cause; probability: number; severity: Scored["severity"] }[],
) {
  const label = reading.vehicle.chargeG;
  if (label === null || label === undefined) return null;
  const find = (cause: Cause) => ranked.find((r) => r.cause === cause);
  const under = find("undercharge");
  const over = find("overcharge");
  // A cause that may still be true keeps its end of the range open.
  const LIVE = 0.1;
  const low = under && under.probability > LIVE ? 1 - 0.7 * under.severity.high : 0.7;
  const high = over && over.probability > LIVE ? 1 + 0.5 * over.severity.high : 1.15;
  const pUnder = under?.probability ?? 0;
  const pOver = over?.probability ?? 0;
  const median = 1 - pUnder * 0.7 * (under?.severity.median ?? 0) + pOver * 0.5 * (over?.severity.median ?? 0);
  return {
    lowG: Math.round(label * low),
    medianG: Math.round(label * Math.min(Math.max(median, low), high)),
    highG: Math.round(label * high),
    identified: false,
  };
}

/** Tests not yet done, cheapest telling first; the gain is the entropy left, shared by how much such a test usually tells. */
function nextTests(reading: ReadingFile, ranked: { probability: number }[]): Diagnosis["nextTests"] {
  const entropy = ranked.reduce((sum, { probability: p }) => sum - (p > 0 ? p * Math.log2(p) : 0), 0);
  const setting = reading.running?.[0];
  const given = (value: unknown) => value !== null && value !== undefined;
  const candidates = [
    { test: "Rest reading after a soak", done: given(reading.rest?.soakC), share: 0.2, minutes: 3 },
    { test: "Clamp the liquid line beside the high port", done: given(setting?.liquidLineC), share: 0.35, minutes: 2 },
    { test: "Clamp the suction line near the low port", done: given(setting?.suctionLineC), share: 0.35, minutes: 2 },
    { test: "Repeat at 1500 to 2000 rpm", done: (reading.running?.length ?? 0) > 1, share: 0.25, minutes: 4 },
    { test: "Time the sides meeting after shut-off", done: given(reading.equalise?.seconds), share: 0.25, minutes: 5 },
    { test: "Recover and weigh", done: false, share: 0.45, minutes: 25 },
  ];
  return candidates
    .filter((candidate) => !candidate.done)
    .map(({ test, share, minutes }) => ({ test, gainBits: Math.round(entropy * share * 100) / 100, minutes }))
    .sort((a, b) => b.gainBits / b.minutes - a.gainBits / a.minutes);
}

function warnings(reading: ReadingFile, features: Feature[]): string[] {
  const found = [PROVISIONAL];
  if (features.length < 4) found.push("Few readings: a verdict from these alone says little.");
  if (reading.running?.some((s) => s.cyclePeriodS !== null && s.cyclePeriodS !== undefined)) {
    found.push("Taken while the clutch cycles: superheat and subcooling swing with it.");
  }
  const high = Math.max(...(reading.running ?? []).map((s) => s.highKpa ?? 0), 0);
  if (high > 2400) found.push("Stop at once: the high side is above 2400 kPa.");
  if (reading.vehicle.compressor === "electric") {
    found.push("Electric compressor: high voltage and its own oil, qualified people only.");
  }
  return found;
}
