/**
 * How likely a test's readings are under a hypothesis: a multivariate Student t about what it would show, in which any single
 * reading may instead be wild.
 */
import { type ErrorModel, MOVE_DOUBT } from "./discrepancy";

/** Degrees of freedom: tails that a whole test somewhat beyond what was ever seen does not break. */
const FREEDOM = 8;
/** One reading in this many is wild: a slipped clamp, a half-open coupler, a misread scale. Then it may lie this many spreads off. */
const WILD_SHARE = 0.02;
const WILD_SPREADS = 15;

/** A reading of something that under a hypothesis cannot be lies this far off. */
const CONTRADICTION_SPREADS = 3;

/** Beyond this an exponential overflows. */
const MOST_EXPONENT = 600;

export interface Likelihood {
  log: number;
  /** Mean distance of a reading from what the hypothesis would show, in spreads, taken together. */
  spreads: number;
  /** Probability of each reading, in the order of `places`, that it is the wild one. */
  wild: Float64Array;
}

export class LikelihoodEvaluator {
  private readonly size: number;
  private readonly matrix: Float64Array;
  private readonly solved: Float64Array;
  private readonly residual: Float64Array;
  private readonly inverse: Float64Array;
  private readonly lower: Float64Array;
  private readonly odds: Float64Array;

  /** @param places in the vector that were read. */
  constructor(private readonly places: readonly number[]) {
    const n = places.length;
    this.size = n;
    this.matrix = new Float64Array(n * n);
    this.lower = new Float64Array(n * n);
    this.inverse = new Float64Array(n * n);
    this.solved = new Float64Array(n);
    this.residual = new Float64Array(n);
    this.odds = new Float64Array(n);
  }

  /**
   * @param sound what a sound vehicle shows: where a hypothesis moves a reading far from it, it is less sure how far.
   * @param atLeast place whose reading is only a lower bound.
   */
  evaluate(
    read: Float64Array,
    shown: Float64Array,
    sound: Float64Array,
    errors: ErrorModel,
    atLeast: number | null = null,
  ): Likelihood {
    const { size: n, places, matrix, residual, solved, inverse, odds } = this;
    const length = read.length;
    for (let i = 0; i < n; i++) {
      const p = places[i]!;
      for (let j = 0; j < n; j++) matrix[i * n + j] = errors.covariance[p * length + places[j]!]!;
      const move = shown[p]! - sound[p]!;
      if (Number.isFinite(move)) matrix[i * n + i] = matrix[i * n + i]! + (MOVE_DOUBT * move) ** 2;
      residual[i] = read[p]! - shown[p]! - errors.bias[p]!;
      if (p === atLeast && residual[i]! < 0) residual[i] = 0;
      if (!Number.isNaN(residual[i]!)) continue;
      // Sides that never stood apart cannot meet: such a reading speaks against. What no hypothesis shows speaks for none.
      residual[i] = Number.isNaN(sound[p]!) ? 0 : CONTRADICTION_SPREADS * Math.sqrt(matrix[i * n + i]!);
    }
    const logDeterminant = this.invert();
    let distance = 0;
    for (let i = 0; i < n; i++) {
      let sum = 0;
      for (let j = 0; j < n; j++) sum += inverse[i * n + j]! * residual[j]!;
      solved[i] = sum;
      distance += sum * residual[i]!;
    }
    const log = studentLog(distance, n) - 0.5 * logDeterminant;
    // Each reading against the others: its own density left out, a broad one put in.
    let all = 1 - Math.min(n * WILD_SHARE, 0.5);
    for (let i = 0; i < n; i++) {
      const variance = 1 / inverse[i * n + i]!;
      const gap = solved[i]! * variance;
      const without = distance - (gap * gap) / variance;
      const broad = WILD_SPREADS * WILD_SPREADS * matrix[i * n + i]!;
      const ratio =
        studentLog(without, n - 1) -
        studentLog(distance, n) +
        0.5 * Math.log(variance) -
        0.5 * Math.log(broad) -
        (residual[i]! * residual[i]!) / (2 * broad);
      odds[i] = WILD_SHARE * Math.exp(Math.min(ratio, MOST_EXPONENT));
      all += odds[i]!;
    }
    return {
      log: log + Math.log(all),
      spreads: Math.sqrt(distance / Math.max(n, 1)),
      wild: odds.map((share) => share / all),
    };
  }

  /** Cholesky of `matrix`, its inverse into `inverse`; returns the logarithm of its determinant. */
  private invert(): number {
    const { size: n, matrix, lower, inverse } = this;
    let log = 0;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j <= i; j++) {
        let sum = matrix[i * n + j]!;
        for (let k = 0; k < j; k++) sum -= lower[i * n + k]! * lower[j * n + k]!;
        if (i === j) {
          lower[i * n + i] = Math.sqrt(Math.max(sum, 1e-9));
          log += 2 * Math.log(lower[i * n + i]!);
        } else lower[i * n + j] = sum / lower[j * n + j]!;
      }
    }
    for (let c = 0; c < n; c++) {
      // Forward, then back, for one unit vector.
      for (let i = 0; i < n; i++) {
        let sum = i === c ? 1 : 0;
        for (let k = c; k < i; k++) sum -= lower[i * n + k]! * inverse[k * n + c]!;
        inverse[i * n + c] = i < c ? 0 : sum / lower[i * n + i]!;
      }
      for (let i = n - 1; i >= 0; i--) {
        let sum = inverse[i * n + c]!;
        for (let k = i + 1; k < n; k++) sum -= lower[k * n + i]! * inverse[k * n + c]!;
        inverse[i * n + c] = sum / lower[i * n + i]!;
      }
    }
    return log;
  }
}

/** Log density of the t distribution of this many dimensions at a squared distance, without the determinant; pi left out. */
function studentLog(distance: number, dimensions: number): number {
  return (
    lnGamma((FREEDOM + dimensions) / 2) -
    lnGamma(FREEDOM / 2) -
    (dimensions / 2) * Math.log(FREEDOM * Math.PI) -
    ((FREEDOM + dimensions) / 2) * Math.log1p(Math.max(distance, 0) / FREEDOM)
  );
}

/** Logarithm of the gamma function for arguments from 1/2 on: Stirling's series after a shift, good to 1e-9. */
function lnGamma(x: number): number {
  let shift = 0;
  let at = x;
  while (at < 8) shift += Math.log(at++);
  const inverse = 1 / (at * at);
  return (
    (at - 0.5) * Math.log(at) -
    at +
    0.5 * Math.log(2 * Math.PI) +
    (1 / 12 - inverse * (1 / 360 - inverse / 1260)) / at -
    shift
  );
}
