/**
 * Workshops with outcomes, simulated: each with causes as frequent as its own prior has them, instruments of its own, and a share of wrong
 * outcomes. Tests come from one pool drawn from the model, and are read anew in each workshop.
 */
import { type Cause, causes, generalShares } from "@/core/causes/catalogue";
import { drawTest, pick, type TrueTest } from "@/core/diagnosis/learn/draw-test";
import { readAs } from "@/core/diagnosis/learn/read-as";
import { learnedNow } from "@/core/diagnosis/weigh/learned";
import { thermometerOffsets } from "@/core/diagnosis/weigh/thermometer-offset";
import { shares, weigh } from "@/core/diagnosis/weigh/weigh";
import { instrumentOffsets } from "@/core/learning/instrument-offsets";
import { countsOf, localPriorOf } from "@/core/learning/local-prior";
import type { ResolvedJob } from "@/core/learning/resolved-job";
import { type NoiseSource, seededNoise } from "@/core/maths/noise";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import type { ThermometerOffset } from "@/core/readings/thermometers";

export interface SimulatedJob {
  reading: ReadingFile;
  truth: readonly Cause[];
  /** As it was written down, right or not. */
  outcome: readonly Cause[];
}

export type Pool = ReadonlyMap<string, readonly TrueTest[]>;

const truthOf = ({ faults }: TrueTest): readonly Cause[] =>
  faults.length === 0 ? ["none"] : faults.map(({ cause }) => cause);

/** Tests by what is the matter. */
export function drawPool(tests: number, seed: number): Pool {
  const noise = seededNoise(seed);
  const pool = new Map<string, TrueTest[]>();
  for (let count = 0; count < tests; ) {
    const test = drawTest(noise);
    if (test === null) continue;
    count++;
    const key = truthOf(test).join("+");
    const alike = pool.get(key);
    if (alike === undefined) pool.set(key, [test]);
    else alike.push(test);
  }
  return pool;
}

/** A workshop to simulate. `spread`: standard deviation of the logarithm of the factor by which each cause is more or less frequent. */
export interface WorkshopOptions {
  jobs: number;
  spread: number;
  wrongOutcomes: number;
  /** Offset of the clamp, K; that of a sound one when absent. */
  clampK?: number;
}

/** Spread of sound instruments, K. */
const INSTRUMENT_SD_K = 0.5;

export function simulateWorkshop(pool: Pool, seed: number, options: WorkshopOptions): SimulatedJob[] {
  const noise = seededNoise(seed);
  const factor = Object.fromEntries(causes.map((cause) => [cause, Math.exp(options.spread * noise.normal())]));
  const groups = [...pool.values()].map((tests) => {
    const truth = truthOf(tests[0]!);
    const weight = truth.reduce((product, cause) => product * factor[cause]!, 1) ** (1 / truth.length);
    return [tests, tests.length * weight] as const;
  });
  const usualK = INSTRUMENT_SD_K * noise.normal();
  const clampK = options.clampK ?? usualK;
  const ventK = INSTRUMENT_SD_K * noise.normal();
  return Array.from({ length: options.jobs }, () => {
    const tests = pick(noise, groups);
    const test = tests[Math.floor(noise.uniform() * tests.length)]!;
    const truth = truthOf(test);
    return {
      reading: readWith(readAs(test, noise), clampK, ventK),
      truth,
      outcome: noise.uniform() < options.wrongOutcomes ? [anyCause(noise)] : truth,
    };
  });
}

const anyCause = (noise: NoiseSource): Cause =>
  pick(
    noise,
    causes.map((cause) => [cause, generalShares[cause]] as const),
  );

function readWith(reading: ReadingFile, clampK: number, ventK: number): ReadingFile {
  const off = (value: number | null | undefined, byK: number) => (value == null ? value : value + byK);
  const running = (reading.running ?? []).map((one) => ({
    ...one,
    suctionLineC: off(one.suctionLineC, clampK),
    liquidLineC: off(one.liquidLineC, clampK),
    ventC: off(one.ventC, ventK),
  }));
  return { ...reading, running };
}

const resolved = ({ outcome, reading }: SimulatedJob): ResolvedJob => ({
  causes: outcome,
  metering: reading.vehicle.metering,
  age: null,
  season: reading.conditions.ambientC > 18 ? "warm" : "cold",
  fleet: null,
  label: null,
});

const logLoss = (jobs: readonly SimulatedJob[], weighed: (job: SimulatedJob) => ReadingFile) =>
  jobs.reduce((sum, job) => {
    const share = shares(weigh(weighed(job)));
    return sum - Math.log(Math.max(...job.truth.map((cause) => share[cause]), 1e-4));
  }, 0) / jobs.length;

/** Log loss of a workshop's later jobs with the general prior, and with what its first `learned` jobs taught. */
export function lossBeforeAndAfter(jobs: readonly SimulatedJob[], learned: number): { general: number; local: number } {
  const counts = countsOf(jobs.slice(0, learned).map(resolved));
  const later = jobs.slice(learned);
  return {
    general: logLoss(later, ({ reading }) => reading),
    local: logLoss(later, (job) => ({ ...job.reading, localPrior: localPriorOf(counts, resolved(job)) })),
  };
}

/** Number of vehicles read with the clamp until it is said to deviate, and until anything is; null where it never is. */
export function vehiclesUntilFound(jobs: readonly SimulatedJob[]): { clamp: number | null; any: number | null } {
  const { scales, population } = learnedNow();
  const tests: ThermometerOffset[][] = [];
  let read = 0;
  let any: number | null = null;
  for (const { reading } of jobs) {
    const offsets = thermometerOffsets(reading, scales, population);
    tests.push(offsets);
    if (offsets.some(({ thermometer }) => thermometer === "clamp")) read++;
    const found = instrumentOffsets(tests).filter(({ deviates }) => deviates);
    if (found.length > 0) any ??= tests.length;
    if (found.some(({ thermometer }) => thermometer !== "vent")) return { clamp: read, any };
  }
  return { clamp: null, any };
}
