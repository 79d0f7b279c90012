/** Diagnoses of a workshop against their outcomes: calibration, confusions, and the worth of the tests. */
import { type Cause, causes } from "../causes/catalogue";
import { minutesLost } from "../diagnosis/decide/acts";
import { binomialRange } from "../maths/binomial";
import type { Statement } from "./statement-shape";

/** A signed job with what had been said of it and what was found; null where either is missing. */
export interface JudgedRow {
  said: Statement | null;
  confirmed: readonly Cause[] | null;
  /** Weighed on arrival, g; null where it was not. */
  foundG: number | null;
}

/** A number of diagnoses with the same property, and how many had the right cause first. */
export interface RightOf {
  jobs: number;
  right: number;
  /** Mean probability of the leading cause, 0 to 1. */
  said: number;
  /** Number that would be right by chance in nine of ten such sets, if the probabilities were true. */
  expected: { low: number; high: number };
}

export interface TrackRecord {
  signed: number;
  resolved: number;
  /** Resolved, with a statement from before the work. */
  judged: RightOf;
  /** By the probability of the leading cause, lower and upper end of each band. */
  calibration: (RightOf & { from: number; to: number })[];
  byCause: (RightOf & { cause: Cause; found: number })[];
  byData: (RightOf & { data: DataBand })[];
  /** Pairs of what was said first and what was found, the most frequent first. */
  confusions: { said: Cause; found: Cause; jobs: number }[];
  saved: Saved;
}

export interface Saved {
  jobs: number;
  /** By the tests beyond the first look, after their own time; negative where they cost more than they saved. */
  minutes: number;
  /** Vehicles weighed, and how much nearer to that weight the charge by all readings lay than that by the first, g. */
  weighed: number;
  grams: number;
}

const dataBands = ["up to 4", "5 to 9", "10 and more"] as const;
type DataBand = (typeof dataBands)[number];

const bandOf = (values: number): DataBand => (values <= 4 ? "up to 4" : values <= 9 ? "5 to 9" : "10 and more");

const EDGES = [0, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1] as const;

interface Judged extends JudgedRow {
  said: Statement;
  confirmed: readonly Cause[];
  first: Cause;
  p: number;
  isRight: boolean;
}

export function trackRecordOf(rows: readonly JudgedRow[]): TrackRecord {
  const judged = rows.flatMap(judgedOf);
  const bands = EDGES.slice(0, -1).map((from, i) => ({ from, to: EDGES[i + 1]! }));
  const inBand = ({ p }: Judged, { from, to }: { from: number; to: number }) => p >= from && (p < to || to === 1);
  return {
    signed: rows.length,
    resolved: rows.filter(({ confirmed }) => confirmed !== null).length,
    judged: rightOf(judged),
    calibration: bands
      .map((band) => ({ ...band, ...rightOf(judged.filter((one) => inBand(one, band))) }))
      .filter(({ jobs }) => jobs > 0),
    byCause: causes
      .map((cause) => ({
        cause,
        ...rightOf(judged.filter(({ first }) => first === cause)),
        found: judged.filter(({ confirmed }) => confirmed.includes(cause)).length,
      }))
      .filter(({ jobs, found }) => jobs + found > 0)
      .sort((a, b) => b.found - a.found || b.jobs - a.jobs),
    byData: dataBands
      .map((data) => ({ data, ...rightOf(judged.filter(({ said }) => bandOf(said.values) === data)) }))
      .filter(({ jobs }) => jobs > 0),
    confusions: confusionsOf(judged),
    saved: savedOf(judged),
  };
}

function judgedOf({ said, confirmed, foundG }: JudgedRow): Judged[] {
  const [first] = Object.entries(said?.shares ?? {}).sort(([, a], [, b]) => b - a) as [Cause, number][];
  if (said === null || confirmed === null || first === undefined) return [];
  const [cause, p] = first;
  return [{ said, confirmed, foundG, first: cause, p, isRight: confirmed.includes(cause) }];
}

function rightOf(judged: readonly Judged[]): RightOf {
  const jobs = judged.length;
  const said = jobs === 0 ? 0 : judged.reduce((sum, { p }) => sum + p, 0) / jobs;
  const right = judged.filter(({ isRight }) => isRight).length;
  return { jobs, right, said, expected: binomialRange(jobs, said) };
}

function confusionsOf(judged: readonly Judged[]): TrackRecord["confusions"] {
  const counts = new Map<string, TrackRecord["confusions"][number]>();
  for (const { first, confirmed, isRight } of judged) {
    const found = isRight ? first : confirmed[0]!;
    const key = `${first} ${found}`;
    const one = counts.get(key) ?? { said: first, found, jobs: 0 };
    counts.set(key, { ...one, jobs: one.jobs + 1 });
  }
  return [...counts.values()].sort((a, b) => b.jobs - a.jobs);
}

/** By the costs of acts (diagnosis/decide/acts.ts): what the act after the first look would have lost, less that after all tests and their time. */
function savedOf(judged: readonly Judged[]): Saved {
  const weighed = judged.flatMap(({ said: { first, last }, foundG }) =>
    foundG === null || first.chargeG === null || last.chargeG === null
      ? []
      : [Math.abs(first.chargeG - foundG) - Math.abs(last.chargeG - foundG)],
  );
  const minutes = judged.map(
    ({ said: { first, last, testMinutes }, confirmed }) =>
      minutesLost(first.about, confirmed) - minutesLost(last.about, confirmed) - testMinutes,
  );
  return {
    jobs: judged.length,
    minutes: sum(minutes),
    weighed: weighed.length,
    grams: sum(weighed),
  };
}

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
