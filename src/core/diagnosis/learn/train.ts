/**
 * Training of one member: minibatches, Adam (Kingma and Ba, 2015) with a falling step, cross-entropy for the classes, pinball loss (Koenker and
 * Bassett 1978) for the quantiles. Every pass reads every test anew.
 */
import { faultCauses } from "../../causes/catalogue";
import { type NoiseSource, seededNoise } from "../../maths/noise";
import { CHARGE_AT, CLASSES, classOf, QUANTILES, SEVERITY_AT } from "../weigh/classes";
import { FEATURES, featuresOf, VALUE_COUNT } from "../weigh/features";
import { LEAK, layerSizes, type Member, softmax } from "../weigh/network";
import { type Scales, scaleRow } from "../weigh/scales";
import type { TrueTest } from "./draw-test";
import { readAs } from "./read-as";

export interface TrainOptions {
  hidden: readonly [number, number];
  seed: number;
  passes: number;
  onPass?: (pass: number, loss: number) => void;
}

const BATCH = 128;
const FIRST_STEP = 1.5e-3;
const LAST_STEP = 2e-5;
const CHARGE_WEIGHT = 1;
const SEVERITY_WEIGHT = 0.6;
const DECAY = 2e-5;

/** Targets of a test. */
export interface Target {
  class: number;
  lnCharge: number;
  /** NaN where a cause does not act. */
  severities: number[];
}

export function targetOf({ faults, chargeShare }: TrueTest): Target {
  return {
    class: classOf(faults.map(({ cause }) => cause)),
    lnCharge: Math.log(chargeShare),
    severities: faultCauses.map((cause) => faults.find((fault) => fault.cause === cause)?.severity ?? Number.NaN),
  };
}

/** Means, spreads and ranges of the values as they are read. */
export function scalesOf(tests: readonly TrueTest[], noise: NoiseSource): Scales {
  const values: number[][] = Array.from({ length: VALUE_COUNT }, () => []);
  const row = new Float64Array(FEATURES);
  for (const test of tests) {
    featuresOf(readAs(test, noise), row);
    for (let i = 0; i < VALUE_COUNT; i++) if (Number.isFinite(row[i]!)) values[i]!.push(row[i]!);
  }
  const scales: Scales = {
    mean: new Float32Array(VALUE_COUNT),
    spread: new Float32Array(VALUE_COUNT),
    least: new Float32Array(VALUE_COUNT),
    most: new Float32Array(VALUE_COUNT),
  };
  for (const [i, list] of values.entries()) {
    list.sort((a, b) => a - b);
    const mean = list.reduce((sum, x) => sum + x, 0) / Math.max(list.length, 1);
    const variance = list.reduce((sum, x) => sum + (x - mean) ** 2, 0) / Math.max(list.length, 1);
    scales.mean[i] = mean;
    scales.spread[i] = Math.max(Math.sqrt(variance), 1e-3);
    scales.least[i] = list[Math.floor(0.0025 * list.length)] ?? mean;
    scales.most[i] = list[Math.ceil(0.9975 * list.length) - 1] ?? mean;
  }
  return scales;
}

export function trainMember(tests: readonly TrueTest[], scales: Scales, options: TrainOptions): Member {
  const noise = seededNoise(options.seed);
  const trainer = new Trainer(options.hidden, noise);
  const order = Int32Array.from(tests, (_, i) => i);
  const targets = tests.map(targetOf);
  const row = new Float64Array(FEATURES);
  const steps = options.passes * Math.floor(tests.length / BATCH);
  let step = 0;
  for (let pass = 0; pass < options.passes; pass++) {
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(noise.uniform() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    let loss = 0;
    let counted = 0;
    for (let at = 0; at + BATCH <= order.length; at += BATCH) {
      for (let k = 0; k < BATCH; k++) {
        const which = order[at + k]!;
        featuresOf(readAs(tests[which]!, noise), row);
        scaleRow(row, scales);
        loss += trainer.learn(row, targets[which]!);
        counted++;
      }
      const share = step++ / steps;
      trainer.update(LAST_STEP + 0.5 * (FIRST_STEP - LAST_STEP) * (1 + Math.cos(Math.PI * share)), BATCH);
    }
    options.onPass?.(pass + 1, loss / counted);
  }
  return {
    layers: trainer.layers.map(({ weights, biases, inputs, outputs }) => ({ weights, biases, inputs, outputs })),
  };
}

interface Layer {
  inputs: number;
  outputs: number;
  weights: Float32Array;
  biases: Float32Array;
  gradW: Float32Array;
  gradB: Float32Array;
  mW: Float32Array;
  vW: Float32Array;
  mB: Float32Array;
  vB: Float32Array;
  out: Float32Array;
  back: Float32Array;
}

class Trainer {
  readonly layers: Layer[];
  private steps = 0;

  constructor(hidden: readonly [number, number], { normal }: NoiseSource) {
    this.layers = layerSizes(hidden).map(([inputs, outputs], k) => {
      const size = inputs * outputs;
      const make = (length: number) => new Float32Array(length);
      const spread = Math.sqrt((k === 2 ? 0.5 : 2) / (k === 0 ? inputs / 2 : inputs));
      return {
        inputs,
        outputs,
        weights: Float32Array.from({ length: size }, () => spread * normal()),
        biases: make(outputs),
        gradW: make(size),
        gradB: make(outputs),
        mW: make(size),
        vW: make(size),
        mB: make(outputs),
        vB: make(outputs),
        out: make(outputs),
        back: make(outputs),
      };
    });
  }

  /** Adds the gradient of one row; gives its cross-entropy. */
  learn(row: ArrayLike<number>, target: Target): number {
    const { layers } = this;
    let input: ArrayLike<number> = row;
    for (const [k, layer] of layers.entries()) {
      const { weights, biases, inputs, outputs, out } = layer;
      out.set(biases);
      for (let i = 0; i < inputs; i++) {
        const x = input[i]!;
        if (x === 0) continue;
        const from = i * outputs;
        for (let j = 0; j < outputs; j++) out[j] = out[j]! + x * weights[from + j]!;
      }
      if (k < layers.length - 1) for (let j = 0; j < outputs; j++) if (out[j]! < 0) out[j] = out[j]! * LEAK;
      input = out;
    }
    const top = layers.at(-1)!;
    const loss = outputGradient(top.out, target, top.back);
    for (let k = layers.length - 1; k >= 0; k--) {
      const { weights, gradW, gradB, inputs, outputs, back } = layers[k]!;
      const below = k === 0 ? null : layers[k - 1]!;
      const from = below === null ? row : below.out;
      for (let j = 0; j < outputs; j++) gradB[j] = gradB[j]! + back[j]!;
      for (let i = 0; i < inputs; i++) {
        const x = from[i]!;
        const at = i * outputs;
        if (below !== null) {
          let sum = 0;
          for (let j = 0; j < outputs; j++) sum += weights[at + j]! * back[j]!;
          below.back[i] = x < 0 ? sum * LEAK : sum;
        }
        if (x === 0) continue;
        for (let j = 0; j < outputs; j++) gradW[at + j] = gradW[at + j]! + x * back[j]!;
      }
    }
    return loss;
  }

  update(rate: number, batch: number): void {
    this.steps++;
    const c1 = 1 - 0.9 ** this.steps;
    const c2 = 1 - 0.999 ** this.steps;
    const move = (p: Float32Array, g: Float32Array, m: Float32Array, v: Float32Array, decay: number) => {
      for (let i = 0; i < p.length; i++) {
        const gradient = g[i]! / batch + decay * p[i]!;
        m[i] = 0.9 * m[i]! + 0.1 * gradient;
        v[i] = 0.999 * v[i]! + 0.001 * gradient * gradient;
        p[i] = p[i]! - (rate * (m[i]! / c1)) / (Math.sqrt(v[i]! / c2) + 1e-8);
        g[i] = 0;
      }
    };
    for (const { weights, gradW, mW, vW, biases, gradB, mB, vB } of this.layers) {
      move(weights, gradW, mW, vW, DECAY);
      move(biases, gradB, mB, vB, 0);
    }
  }
}

/** Gradient of the losses by the outputs into `back`; gives the cross-entropy of the classes. */
function outputGradient(out: Float32Array, target: Target, back: Float32Array): number {
  back.fill(0);
  softmax(out);
  for (let j = 0; j < CLASSES; j++) back[j] = out[j]! - (j === target.class ? 1 : 0);
  const pinball = (at: number, value: number, weight: number) => {
    for (const [k, q] of QUANTILES.entries()) back[at + k] = weight * (value > out[at + k]! ? -q : 1 - q);
  };
  pinball(CHARGE_AT, target.lnCharge, CHARGE_WEIGHT);
  for (const [c, severity] of target.severities.entries()) {
    if (!Number.isNaN(severity)) pinball(SEVERITY_AT + c * QUANTILES.length, severity, SEVERITY_WEIGHT);
  }
  return -Math.log(Math.max(out[target.class]!, 1e-9));
}
