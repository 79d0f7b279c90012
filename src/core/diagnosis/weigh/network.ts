/**
 * The committee: a few small networks (two hidden layers, leaky rectifiers) that answer any subset of readings. One binary file holds them:
 * "EVN1", the length of a header (uint32, little endian), the header as JSON padded to four bytes, then float32: scales of the values,
 * of each member weights and biases, layer after layer, then the mixture that says what fits together (population.ts).
 */
import { CHARGE_AT, CLASSES, OUTPUTS, QUANTILES, SEVERITY_AT } from "./classes";
import { FEATURES, VALUE_COUNT } from "./features";
import { POPULATION_VALUES, type Population } from "./population";
import type { Scales } from "./scales";

const LEARNED_MAGIC = "EVN1";
/** Below nothing a rectifier still lets this share through. */
export const LEAK = 0.05;
export interface LearnedHeader {
  version: 1;
  features: number;
  hidden: readonly [number, number];
  outputs: number;
  members: number;
  /** Sources that it was learned from. */
  seed: number;
  draws: number;
  fingerprint: string;
  learnedAt: string;
  /** Components of the mixture that says what fits together; absent in the file of a single member. */
  components?: number;
  /** On drawn tests that no member has seen. */
  figures: { logLoss: number; first: number; calibration: number; chargeInside: number };
}

export interface Member {
  /** Weights [input][output], then biases, of the three layers. */
  layers: { weights: Float32Array; biases: Float32Array; inputs: number; outputs: number }[];
}

export interface Learned {
  header: LearnedHeader;
  scales: Scales;
  members: Member[];
  population: Population;
}

type LearnedIssue = { code: "not-learned" | "other-version" | "other-shape" | "cut-short" };

export function layerSizes(hidden: readonly [number, number]): [number, number][] {
  return [
    [FEATURES, hidden[0]],
    [hidden[0], hidden[1]],
    [hidden[1], OUTPUTS],
  ];
}

/** Reads the file; throws a {@link LearnedIssue} when it is not one of this build. */
export function readLearned(bytes: Uint8Array): Learned {
  const issue = (code: LearnedIssue["code"]) => Object.assign(new Error(code), { code });
  if (new TextDecoder().decode(bytes.subarray(0, 4)) !== LEARNED_MAGIC) throw issue("not-learned");
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const length = view.getUint32(4, true);
  const header = JSON.parse(new TextDecoder().decode(bytes.subarray(8, 8 + length))) as LearnedHeader;
  if (header.version !== 1) throw issue("other-version");
  if (header.features !== FEATURES || header.outputs !== OUTPUTS) throw issue("other-shape");
  let at = 8 + length;
  const take = (count: number) => {
    if (at + count * 4 > bytes.byteLength) throw issue("cut-short");
    const values = new Float32Array(count);
    for (let i = 0; i < count; i++) values[i] = view.getFloat32(at + i * 4, true);
    at += count * 4;
    return values;
  };
  const scales: Scales = {
    mean: take(VALUE_COUNT),
    spread: take(VALUE_COUNT),
    least: take(VALUE_COUNT),
    most: take(VALUE_COUNT),
  };
  const members = Array.from({ length: header.members }, () => ({
    layers: layerSizes(header.hidden).map(([inputs, outputs]) => ({
      weights: take(inputs * outputs),
      biases: take(outputs),
      inputs,
      outputs,
    })),
  }));
  const components = Array.from({ length: header.components ?? 0 }, () => ({
    mean: take(POPULATION_VALUES),
    covariance: take((POPULATION_VALUES * (POPULATION_VALUES + 1)) / 2),
  }));
  const limits = components.length > 0 ? take(POPULATION_VALUES + 1) : new Float32Array(POPULATION_VALUES + 1);
  return { header, scales, members, population: { components, limits } };
}

export function writeLearned({ header, scales, members, population }: Learned): Uint8Array {
  const { components, limits } = population;
  const text = JSON.stringify({ ...header, components: components.length });
  const head = new TextEncoder().encode(text.padEnd(Math.ceil(text.length / 4) * 4));
  const parts = [scales.mean, scales.spread, scales.least, scales.most].concat(
    members.flatMap(({ layers }) => layers.flatMap(({ weights, biases }) => [weights, biases])),
    components.flatMap(({ mean, covariance }) => [mean, covariance]),
    components.length > 0 ? [limits] : [],
  );
  const bytes = new Uint8Array(8 + head.length + 4 * parts.reduce((sum, { length }) => sum + length, 0));
  const view = new DataView(bytes.buffer);
  bytes.set(new TextEncoder().encode(LEARNED_MAGIC));
  view.setUint32(4, head.length, true);
  bytes.set(head, 8);
  let at = 8 + head.length;
  for (const part of parts) {
    for (const value of part) {
      view.setFloat32(at, value, true);
      at += 4;
    }
  }
  return bytes;
}

/** One member's outputs for a scaled row. */
function forward(member: Member, row: ArrayLike<number>): Float64Array {
  let input: ArrayLike<number> = row;
  const last = member.layers.length - 1;
  for (const [k, { weights, biases, inputs, outputs }] of member.layers.entries()) {
    const out = Float64Array.from(biases);
    for (let i = 0; i < inputs; i++) {
      const x = input[i]!;
      if (x === 0) continue;
      const from = i * outputs;
      for (let j = 0; j < outputs; j++) out[j] = out[j]! + x * weights[from + j]!;
    }
    if (k < last) for (let j = 0; j < outputs; j++) if (out[j]! < 0) out[j] = out[j]! * LEAK;
    input = out;
  }
  return input as Float64Array;
}

export interface EnsembleAnswer {
  /** Probability of each class. */
  classes: Float64Array;
  /** Quantiles of ln(share of the label's charge). */
  charge: number[];
  /** Quantiles of each cause's severity, as the causes stand in faultCauses. */
  severities: number[][];
}

/** Mean of the members' probabilities and quantiles for a scaled row. */
export function askEnsemble({ members }: Learned, row: ArrayLike<number>): EnsembleAnswer {
  const mean = new Float64Array(OUTPUTS);
  for (const member of members) {
    const out = forward(member, row);
    softmax(out);
    for (let j = 0; j < OUTPUTS; j++) mean[j] = mean[j]! + out[j]! / members.length;
  }
  const quantiles = (at: number) => [...mean.subarray(at, at + QUANTILES.length)].sort((a, b) => a - b);
  const severities: number[][] = [];
  for (let at = SEVERITY_AT; at < OUTPUTS; at += QUANTILES.length) {
    severities.push(quantiles(at).map((value) => Math.min(Math.max(value, 0), 1)));
  }
  return { classes: mean.slice(0, CLASSES), charge: quantiles(CHARGE_AT), severities };
}

/** Logits of the classes to probabilities, in place; the other outputs stay. */
export function softmax(out: Float64Array | Float32Array): void {
  let top = Number.NEGATIVE_INFINITY;
  for (let j = 0; j < CLASSES; j++) top = Math.max(top, out[j]!);
  let sum = 0;
  for (let j = 0; j < CLASSES; j++) {
    out[j] = Math.exp(out[j]! - top);
    sum += out[j]!;
  }
  for (let j = 0; j < CLASSES; j++) out[j] = out[j]! / sum;
}
