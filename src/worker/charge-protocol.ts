/** The one protocol between page and the worker of the charge desk: plan, schools, judging a hold. */
import type { FaultCause } from "@/core/causes/catalogue";
import type { MethodChart, MethodsAnswer } from "@/core/charge/charging-methods";
import type { CauseExample, ChargeExample } from "@/core/charge/examples";
import type { ChargePlan, PlanInputs } from "@/core/charge/plan/charge-plan";
import type { HoldPoint, HoldSetting } from "@/core/charge/vacuum/hold";
import type { HoldAnswer, HoldIssue } from "@/core/charge/vacuum/judge-hold";
import type { CircuitConditions, VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import type { Result } from "@/core/result";

export interface ChargeWorkerApi {
  /** Null for a label that cannot be sized. */
  plan(label: VehicleLabel, inputs: Omit<PlanInputs, "vehicle">): ChargePlan | null;
  schools(label: VehicleLabel, conditions: CircuitConditions, chart: MethodChart | null): MethodsAnswer | null;
  /** Figures of terms: a typical car as its charge falls, and beside one with a cause. */
  chargeExamples(): ChargeExample[];
  causeExample(cause: FaultCause): CauseExample;
  judgeHold(points: HoldPoint[], setting: HoldSetting): Result<HoldAnswer, HoldIssue>;
}
