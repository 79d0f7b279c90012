/** The one protocol between the bench and its workers. */
import type { BenchAnswer } from "@/core/bench/bench-answer";
import type { BenchState } from "@/core/bench/bench-state";
import type { CouldTell, HotDays, MethodDay } from "@/core/bench/bench-work";
import type { ChargeCurve } from "@/core/bench/charge-curve";
import type { ControlLimits } from "@/core/bench/control-limits";
import type { MethodChart } from "@/core/charge/charging-methods";
import type { ExpectedRanges } from "@/core/diagnosis/explain/expected-range";

/** The longer questions, each with what it is asked with beside the state and what it gives, ever more of it. */
export interface BenchQuestions {
  bands: { with: null; gives: ExpectedRanges | null };
  curve: { with: null; gives: ChargeCurve };
  hotDay: { with: { hotC: number }; gives: HotDays };
  habits: { with: { hotC: number; chart: MethodChart | null }; gives: MethodDay[] };
  couldTell: { with: null; gives: CouldTell };
  limits: { with: null; gives: ControlLimits };
}
export type BenchQuestion = keyof BenchQuestions;

export interface BenchWorkerApi {
  /** One state solved: a few milliseconds. */
  answer(state: BenchState): BenchAnswer;
  /** Answers in parts, until it is done or given up. True when it was answered to its end. */
  ask<Which extends BenchQuestion>(
    ticket: number,
    which: Which,
    state: BenchState,
    given: BenchQuestions[Which]["with"],
    onPart: (part: BenchQuestions[Which]["gives"]) => void,
  ): Promise<boolean>;
  giveUp(ticket: number): void;
}
