"use client";

import type { ComponentType } from "react";
import type { StepId } from "@/core/records/job";
import { ChargeStep } from "./steps/charge/charge-step";
import { EvacuateStep } from "./steps/evacuate/evacuate-step";
import { HookUpStep } from "./steps/hook-up/hook-up-step";
import { IntakeStep } from "./steps/intake/intake-step";
import { LookStep } from "./steps/look/look-step";
import { ProveStep } from "./steps/prove/prove-step";
import { RecoverStep } from "./steps/recover/recover-step";
import { RepairStep } from "./steps/repair/repair-step";
import { RestStep } from "./steps/rest/rest-step";
import { RunningStep } from "./steps/running/running-step";
import { ShutOffStep } from "./steps/shut-off/shut-off-step";
import { SignOffStep } from "./steps/sign-off/sign-off-step";
import { VerdictStep } from "./steps/verdict/verdict-step";

const views: Record<StepId, ComponentType> = {
  intake: IntakeStep,
  look: LookStep,
  "hook-up": HookUpStep,
  rest: RestStep,
  running: RunningStep,
  "shut-off": ShutOffStep,
  verdict: VerdictStep,
  recover: RecoverStep,
  repair: RepairStep,
  evacuate: EvacuateStep,
  charge: ChargeStep,
  prove: ProveStep,
  "sign-off": SignOffStep,
};

export function StepView({ step }: { step: StepId }) {
  const View = views[step];
  return <View />;
}
