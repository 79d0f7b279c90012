/**
 * Points of a run, out of 100. An answer earns points only as far as the readings taken by then supported it; a vehicle that was destroyed, burst or
 * vented fails the case whatever the answer. Every point is a line with the act and the reason it stands for.
 */

import { CLEAR_PROBABILITY } from "../diagnosis/thresholds";
import type { Mistake } from "./drill-shapes";
import type { CaseFault } from "./drill-troubles";

/** Most points of each part. */
export const PART_POINTS = { cause: 40, evidence: 20, care: 20, grams: 10, time: 10 } as const;
export type ScorePart = keyof typeof PART_POINTS;
export const scoreParts = Object.keys(PART_POINTS) as ScorePart[];

export type ScoreReason =
  | { code: "right" | "half-right" | "effect-only" | "wrong" | "no-answer" | "nothing-read" }
  /** The readings taken gave the answer this probability. */
  | { code: "supported" | "partly-supported" | "unsupported" | "misled"; probability: number }
  | { code: "hint" | "careful" | "charge-right" | "charge-wrong" | "weigh-first" }
  | { code: "mistake"; mistake: Mistake }
  | { code: "minutes"; minutes: number; wayMinutes: number | null };

interface ScoreLine {
  part: ScorePart;
  points: number;
  reason: ScoreReason;
  /** Moment of the act, s; null for the run as a whole. */
  atS: number | null;
}

export type Score = Record<ScorePart, number> & {
  total: number;
  /** Destroyed, burst or vented: no points. */
  failed: boolean;
  lines: ScoreLine[];
};

/** A mistake at its moment; null where it is one of the whole run. */
export interface PlacedMistake {
  mistake: Mistake;
  atS: number | null;
}

export interface ForScore {
  truth: readonly CaseFault[];
  /** Null after an accident. */
  causes: readonly CaseFault[] | null;
  right: boolean;
  /** Probability that the readings gave to the answer when it was given, and whether it led. */
  support: { probability: number; leads: boolean };
  /** Any reading was taken. */
  read: boolean;
  mistakes: readonly PlacedMistake[];
  /** A danger happened, or the relief valve opened. */
  failed: boolean;
  grams: { within: boolean | null };
  minutes: number;
  wayMinutes: number | null;
  hintsAtS: readonly number[];
}

/** An answer that leads with this probability is partly supported. */
const PARTLY = 0.35;
const HINT_COST = 2;
/** A correction that waits for the scale is no guess, and no answer either. */
const WEIGH_FIRST_SHARE = 0.6;
/** Minutes beside the cheapest way that cost nothing: nobody walks it at once. */
const FREE_MIN = 6;
/** Care lost for each. */
const CARE_COST: Partial<Record<Mistake, number>> = {
  "did-not-look": 5,
  "believed-a-wrong-reading": 5,
  danger: 10,
  "dangerous-act": 10,
  "topped-up": 5,
  "charged-by-a-sign": 5,
  overfilled: 5,
};

export function scoreOf(of: ForScore): Score {
  const lines = [...answerLines(of), ...careLines(of)];
  const points = (part: ScorePart) =>
    Math.max(0, Math.round(lines.reduce((sum, line) => (line.part === part ? sum + line.points : sum), 0)));
  const earned = Object.fromEntries(scoreParts.map((part) => [part, of.failed ? 0 : points(part)])) as Record<
    ScorePart,
    number
  >;
  const total = scoreParts.reduce((sum, part) => sum + earned[part], 0);
  return { ...earned, total, failed: of.failed, lines };
}

/** Points of the answer: cause, evidence, charge and time. */
function answerLines(of: ForScore): ScoreLine[] {
  const { causes, right, support, mistakes, grams, truth, hintsAtS, minutes, wayMinutes } = of;
  const { probability } = support;
  const line = (part: ScorePart, points: number, reason: ScoreReason): ScoreLine => ({
    part,
    points,
    reason,
    atS: null,
  });
  if (causes === null) return [line("cause", 0, { code: "no-answer" })];
  const has = (mistake: Mistake) => mistakes.some((one) => one.mistake === mistake);
  const half = has("missed-the-second") || has("not-to-the-part");
  const clear = probability >= CLEAR_PROBABILITY;
  const partly = !clear && support.leads && probability >= PARTLY;
  const share = clear ? 1 : partly ? 0.5 : 0;
  const evidence: ScoreReason = clear
    ? { code: "supported", probability }
    : { code: partly ? "partly-supported" : "unsupported", probability };
  if (!right && !half) {
    // Wrong in good faith of readings that misled is half as good as right by reason.
    const misled = clear && !has("against-the-readings");
    return [
      line("cause", 0, { code: "wrong" }),
      line("evidence", misled ? PART_POINTS.evidence / 2 : 0, misled ? { code: "misled", probability } : evidence),
    ];
  }
  const worth = right ? PART_POINTS.cause : PART_POINTS.cause / 2;
  const ofCharge = truth.some((one) => one === "undercharge" || one === "overcharge");
  const charge: [number, ScoreReason] =
    grams.within === false
      ? [0, { code: "charge-wrong" }]
      : grams.within === null && ofCharge
        ? [PART_POINTS.grams * WEIGH_FIRST_SHARE, { code: "weigh-first" }]
        : [PART_POINTS.grams, { code: "charge-right" }];
  const pace = wayMinutes === null ? 1 : Math.min(1, (wayMinutes + FREE_MIN) / Math.max(minutes, 0.1));
  return [
    line("cause", worth * share, { code: right ? "right" : has("not-to-the-part") ? "effect-only" : "half-right" }),
    line("evidence", right ? PART_POINTS.evidence * share : 0, evidence),
    ...(share > 0
      ? hintsAtS.map((atS) => ({
          part: "evidence" as const,
          points: -HINT_COST,
          reason: { code: "hint" as const },
          atS,
        }))
      : []),
    line("grams", charge[0] * share, charge[1]),
    line("time", right ? Math.round(PART_POINTS.time * pace * share) : 0, { code: "minutes", minutes, wayMinutes }),
  ];
}

/** Points of care: for work at the vehicle, less what harms it or its charge. */
function careLines({ read, mistakes }: ForScore): ScoreLine[] {
  if (!read) return [{ part: "care", points: 0, reason: { code: "nothing-read" }, atS: null }];
  return [
    { part: "care", points: PART_POINTS.care, reason: { code: "careful" }, atS: null },
    ...mistakes.flatMap(({ mistake, atS }): ScoreLine[] => {
      const cost = CARE_COST[mistake];
      return cost === undefined ? [] : [{ part: "care", points: -cost, reason: { code: "mistake", mistake }, atS }];
    }),
  ];
}
