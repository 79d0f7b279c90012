/** Bayesian sampling of a few parameters: sequential Monte Carlo from the prior to the posterior. */
import type { NoiseSource } from "./noise";

/** Members of the sample. Fewer tremble by more than a hundredth or two from seed to seed. */
const MEMBERS = 400;
/** The next temperature leaves this share of the members with weight. */
const KEPT_SHARE = 0.5;
const MOVES = 3;
/** Width of a proposed move, in standard deviations of the members. */
const MOVE_SHARE = 0.6;

/**
 * Equally weighted draws from the posterior of parameters whose prior is independent standard normal, each draw an array of `dimensions` numbers.
 * The likelihood is raised from power 0 to 1 in steps, with resampling and Metropolis moves at each (Del Moral, Doucet and Jasra, J. R. Stat. Soc. B
 * 68 (2006) 411). Natural logarithms; the same noise gives the same draws.
 */
export function posteriorDraws(
  dimensions: number,
  logLikelihood: (draw: Float64Array) => number,
  noise: NoiseSource,
): Float64Array[] {
  let members = Array.from({ length: MEMBERS }, () => Float64Array.from({ length: dimensions }, () => noise.normal()));
  let logs = members.map(logLikelihood);
  let power = 0;
  while (power < 1) {
    const step = nextStep(logs, 1 - power);
    power += step;
    const chosen = resampled(
      logs.map((log) => step * log),
      noise,
    );
    members = chosen.map((i) => members[i]!.slice());
    logs = chosen.map((i) => logs[i]!);
    const widths = spreadOf(members, dimensions).map((sd) => MOVE_SHARE * sd);
    for (let move = 0; move < MOVES; move++) {
      for (let i = 0; i < MEMBERS; i++) {
        const now = members[i]!;
        const proposed = now.map((value, k) => value + widths[k]! * noise.normal());
        const log = logLikelihood(proposed);
        const gain = power * (log - logs[i]!) + priorLog(proposed) - priorLog(now);
        if (Math.log(1 - noise.uniform()) > gain) continue;
        members[i] = proposed;
        logs[i] = log;
      }
    }
  }
  return members;
}

/** Highest exponent that leaves enough members with weight. */
function nextStep(logs: readonly number[], most: number): number {
  const largest = Math.max(...logs);
  const keeps = (step: number) => {
    let sum = 0;
    let squares = 0;
    for (const log of logs) {
      const weight = Math.exp(step * (log - largest));
      sum += weight;
      squares += weight * weight;
    }
    return sum ** 2 / squares >= KEPT_SHARE * logs.length;
  };
  if (keeps(most)) return most;
  let low = 0;
  let high = most;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (keeps(middle)) low = middle;
    else high = middle;
  }
  return high;
}

/** Systematic resampling: places of the members that are kept, by their weight. */
function resampled(logs: readonly number[], noise: NoiseSource): number[] {
  const most = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - most));
  const share = weights.reduce((sum, weight) => sum + weight, 0) / logs.length;
  let at = share * noise.uniform();
  let place = 0;
  let passed = weights[0]!;
  return logs.map(() => {
    while (passed < at && place < logs.length - 1) passed += weights[++place]!;
    at += share;
    return place;
  });
}

function spreadOf(members: readonly Float64Array[], dimensions: number): number[] {
  return Array.from({ length: dimensions }, (_, k) => {
    const mean = members.reduce((sum, member) => sum + member[k]!, 0) / members.length;
    const square = members.reduce((sum, member) => sum + (member[k]! - mean) ** 2, 0) / members.length;
    return Math.sqrt(square);
  });
}

const priorLog = (draw: Float64Array) => draw.reduce((sum, value) => sum - (value * value) / 2, 0);
