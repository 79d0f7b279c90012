"use client";

import type { ComponentType } from "react";
import type { StepId } from "@/core/records/job";
import { ChargeStep } from "./parts/charge-step";
import { EvacuateStep } from "./parts/evacuate-step";
import { HookUpStep } from "./parts/hook-up-step";
import { IntakeStep } from "./parts/intake-step";
import { LookStep } from "./parts/look-step";
import { ProveStep } from "./parts/prove-step";
import { RecoverStep } from "./parts/recover-step";
import { RepairStep } from "./parts/repair-step";
import { RestStep } from "./parts/rest-step";
import { RunningStep } from "./parts/running-step";
import { ShutOffStep } from "./parts/shut-off-step";
import { SignOffStep } from "./parts/sign-off-step";
import { VerdictStep } from "./parts/verdict-step";

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
