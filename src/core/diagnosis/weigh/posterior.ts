/** The committee's answer spread over the simulated hypotheses of this vehicle, for reasons, drawings and what a next test would show. */
import { faultCauses } from "../../causes/catalogue";
import type { Hypotheses, Hypothesis } from "../explain/hypotheses";
import { classOf } from "./classes";
import type { Weighed } from "./weigh";

/** One weight for each hypothesis, summing to one: a class's probability over its severities, by the quantiles that were told of them. */
export function posteriorWeights({ all }: Hypotheses, { classes, severities }: Weighed): Float64Array {
  const weights = new Float64Array(all.length);
  const totals = new Float64Array(classes.length);
  const places = all.map(classOfHypothesis);
  for (const [i, { causes }] of all.entries()) {
    let density = 1;
    for (const { cause, severity } of causes) {
      if (cause !== "none") density *= densityAt(severity, severities[faultCauses.indexOf(cause)]!);
    }
    weights[i] = density;
    totals[places[i]!] = totals[places[i]!]! + density;
  }
  let sum = 0;
  for (let i = 0; i < weights.length; i++) {
    const k = places[i]!;
    weights[i] = totals[k]! > 0 ? (classes[k]! * weights[i]!) / totals[k]! : 0;
    sum += weights[i]!;
  }
  for (let i = 0; i < weights.length; i++) weights[i] = weights[i]! / sum;
  return weights;
}

/** Place among the classes of what a hypothesis takes to act. */
export function classOfHypothesis({ causes }: Hypothesis): number {
  return classOf(causes.flatMap(({ cause }) => (cause === "none" ? [] : [cause])));
}

/** Density of a severity whose quantiles of 5, 50 and 95 % are known: level between them, thin beyond. */
function densityAt(severity: number, quantiles: readonly number[]): number {
  const [low, middle, high] = quantiles as [number, number, number];
  const width = (from: number, to: number) => Math.max(to - from, LEAST_WIDTH);
  if (severity < low) return 0.05 / width(0, low);
  if (severity < middle) return 0.45 / width(low, middle);
  if (severity < high) return 0.45 / width(middle, high);
  return 0.05 / width(high, 1);
}

const LEAST_WIDTH = 0.08;
