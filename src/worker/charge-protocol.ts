/** The one protocol between page and the worker of the charge desk: plan, schools, fit of a hold. */
import type { FaultCause } from "@/core/causes/catalogue";
import type { CauseExample, ChargeExample } from "@/core/charge/examples";
import type { ChargePlan, PlanInputs } from "@/core/charge/plan/charge-plan";
import type { SchoolChart, SchoolsAnswer } from "@/core/charge/schools";
import type { HoldPoint, HoldSetting } from "@/core/charge/vacuum/hold";
import type { HoldFit, HoldIssue } from "@/core/charge/vacuum/hold-fit";
import type { CircuitConditions, VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import type { Result } from "@/core/result";

export interface ChargeWorkerApi {
  /** Null for a label that cannot be sized. */
  plan(label: VehicleLabel, inputs: Omit<PlanInputs, "vehicle">): ChargePlan | null;
  schools(label: VehicleLabel, conditions: CircuitConditions, chart: SchoolChart | null): SchoolsAnswer | null;
  /** The circuit's own volume, m3; null for a label that cannot be sized. */
  volume(label: VehicleLabel): number | null;
  /** What explains a word: a usual car as its charge falls, and beside one with a cause. */
  chargeExamples(): ChargeExample[];
  causeExample(cause: FaultCause): CauseExample;
  fit(points: HoldPoint[], setting: HoldSetting): Result<HoldFit, HoldIssue>;
}
