"use client";

import type { ComponentType } from "react";
import type { StepId } from "@/core/records/job";
import { ChargeStep } from "./parts/charge-step";
import { EvacuateStep } from "./parts/evacuate-step";
import { IntakeStep } from "./parts/intake-step";
import { ProveStep } from "./parts/prove-step";
import { RecoverStep } from "./parts/recover-step";
import { RestStep } from "./parts/rest-step";
import { RunningStep } from "./parts/running-step";
import { SignOffStep } from "./parts/sign-off-step";
import { VerdictStep } from "./parts/verdict-step";

const views: Record<StepId, ComponentType> = {
  intake: IntakeStep,
  rest: RestStep,
  running: RunningStep,
  verdict: VerdictStep,
  recover: RecoverStep,
  evacuate: EvacuateStep,
  charge: ChargeStep,
  prove: ProveStep,
  "sign-off": SignOffStep,
};

export function StepView({ step }: { step: StepId }) {
  const View = views[step];
  return <View />;
}
