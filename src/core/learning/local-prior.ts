/**
 * Frequency of each cause in this workshop: the general prior, updated with the resolved jobs. The shares of the causes have a Dirichlet
 * distribution whose mean is the general prior; n resolved jobs move it to (weight x prior + counts) / (weight + n) (Gelman et al., Bayesian Data
 * Analysis, 3rd ed., 3.4). How many jobs the general prior counts as follows from the jobs too: weights are averaged by the probability of the
 * counts under each (the Dirichlet-multinomial distribution), so that a workshop like all others stays with the general prior and a different
 * one leaves it. Metering device, age, season, fleet and label are updated from the workshop's own shares in the same way.
 */
import { type Cause, causes, generalShares } from "../causes/catalogue";
import { logGamma } from "../maths/gamma";
import type { LocalPrior } from "../readings/file/local-prior";
import type { ResolvedJob } from "./resolved-job";

/** Weights that are averaged, in jobs. */
const WEIGHTS = [50, 100, 200, 400, 800, 1600, 3200, 6400] as const;
/** A fleet or a label has a prior of its own from so many resolved jobs on. */
export const LEAST_OF_ITS_OWN = 5;
/** No cause becomes more or less frequent than by this factor: a few hundred jobs prove no more. */
const MOST_ODDS = 20;

type Shares = Record<Cause, number>;

/** Vehicle and day that a prior is asked for. */
export type Situation = Pick<ResolvedJob, "metering" | "age" | "season" | "fleet" | "label">;

/** Groups of jobs that a prior is learned for, the widest first. */
export const priorParts = ["metering", "age", "season", "fleet", "label"] as const;
export type PriorPart = (typeof priorParts)[number];
/** Groups that have a prior only from {@link LEAST_OF_ITS_OWN} jobs on. */
const ofItsOwn: readonly PriorPart[] = ["fleet", "label"];

export interface LearnedCounts {
  jobs: number;
  all: Shares;
  /** By part and its value: jobs and counts. */
  parts: Record<PriorPart, Record<string, { jobs: number; counts: Shares }>>;
}

/** Counts of resolved jobs; a job with two causes counts half for each. */
export function countsOf(jobs: readonly ResolvedJob[]): LearnedCounts {
  const counted: LearnedCounts = {
    jobs: jobs.length,
    all: sharesOf(() => 0),
    parts: { metering: {}, age: {}, season: {}, fleet: {}, label: {} },
  };
  for (const job of jobs) {
    add(counted.all, job);
    for (const part of priorParts) {
      const value = job[part];
      if (value === null) continue;
      const group = groupOf(counted, part, value) ?? { jobs: 0, counts: sharesOf(() => 0) };
      counted.parts[part][value] = group;
      group.jobs++;
      add(group.counts, job);
    }
  }
  return counted;
}

/** Every group of jobs with its counts, part by part. */
export const groupsIn = ({ parts }: LearnedCounts) =>
  priorParts.flatMap((part) => Object.entries(parts[part]).map(([value, group]) => ({ part, value, ...group })));

/** Names are a person's: one may be that of a method of every object. */
const groupOf = ({ parts }: Pick<LearnedCounts, "parts">, part: PriorPart, value: string) =>
  Object.hasOwn(parts[part], value) ? parts[part][value] : undefined;

function add(counts: Shares, { causes: found }: ResolvedJob): void {
  for (const cause of found) counts[cause] += 1 / found.length;
}

/** Shares of the causes in a workshop for such a vehicle on such a day; they sum to one. */
export function localShares(counts: LearnedCounts, situation: Situation): Shares {
  const workshop = workshopShares(counts);
  const factors = priorParts.flatMap((part) => {
    const value = situation[part];
    const group = value === null ? undefined : groupOf(counts, part, value);
    if (group === undefined || (ofItsOwn.includes(part) && group.jobs < LEAST_OF_ITS_OWN)) return [];
    const own = updated(workshop, group.counts, group.jobs).shares;
    return [sharesOf((cause) => own[cause] / workshop[cause])];
  });
  const raw = sharesOf((cause) => factors.reduce((share, factor) => share * factor[cause], workshop[cause]));
  const total = causes.reduce((sum, cause) => sum + raw[cause], 0);
  return sharesOf((cause) => raw[cause] / total);
}

/** Shares of the causes in a workshop over all its jobs. */
export const workshopShares = ({ all, jobs }: LearnedCounts): Shares => updated(generalShares, all, jobs).shares;

/** Jobs that the general prior counts as beside these. */
export const weightOf = ({ all, jobs }: LearnedCounts): number => Math.round(updated(generalShares, all, jobs).weight);

/** The prior as a reading file carries it; null while no job is resolved. */
export function localPriorOf(counts: LearnedCounts, situation: Situation): LocalPrior | null {
  if (counts.jobs === 0) return null;
  const local = localShares(counts, situation);
  const odds = sharesOf((cause) => {
    const ratio = local[cause] / generalShares[cause];
    return Number(Math.min(Math.max(ratio, 1 / MOST_ODDS), MOST_ODDS).toFixed(4));
  });
  return { jobs: counts.jobs, generalWeight: weightOf(counts), odds };
}

/** Mean of the shares after these counts, and the weight that moves the prior as far. */
function updated(prior: Readonly<Shares>, counts: Shares, jobs: number): { shares: Shares; weight: number } {
  const logs = WEIGHTS.map((weight) => logProbability(prior, weight, counts, jobs));
  const most = Math.max(...logs);
  const chances = logs.map((log) => Math.exp(log - most));
  const total = chances.reduce((sum, chance) => sum + chance, 0);
  // Share of what the jobs say in the mean: the rest is the prior's.
  const own = WEIGHTS.reduce((sum, weight, i) => sum + ((chances[i]! / total) * jobs) / (weight + jobs), 0);
  const shares = sharesOf((cause) => (1 - own) * prior[cause] + (own * counts[cause]) / Math.max(jobs, 1));
  return { shares, weight: own > 0 ? jobs / own - jobs : WEIGHTS[0] };
}

/** Logarithm of the probability of the counts where the prior counts as `weight` jobs (Dirichlet-multinomial, without what is the same for every weight). */
function logProbability(prior: Readonly<Shares>, weight: number, counts: Shares, jobs: number): number {
  const start = logGamma(weight) - logGamma(weight + jobs);
  return causes.reduce((sum, cause) => {
    const alpha = weight * prior[cause];
    return counts[cause] > 0 ? sum + logGamma(alpha + counts[cause]) - logGamma(alpha) : sum;
  }, start);
}

function sharesOf(of: (cause: Cause) => number): Shares {
  return Object.fromEntries(causes.map((cause) => [cause, of(cause)])) as Shares;
}
