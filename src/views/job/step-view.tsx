"use client";

import { Center, Spinner } from "@chakra-ui/react";
import { type ComponentType, useEffect, useState } from "react";
import { type StepId, stepIds } from "@/core/records/job";
import { Notice } from "@/ui/notice";
import { stepViewText } from "@/words/screens/job-frame";

/** Each step's own program, fetched when it is first gone to, and the others when nothing else is to be done. */
const programs: Record<StepId, () => Promise<ComponentType>> = {
  intake: () => import("./steps/intake/intake-step").then(({ IntakeStep }) => IntakeStep),
  look: () => import("./steps/look/look-step").then(({ LookStep }) => LookStep),
  "hook-up": () => import("./steps/hook-up/hook-up-step").then(({ HookUpStep }) => HookUpStep),
  rest: () => import("./steps/rest/rest-step").then(({ RestStep }) => RestStep),
  running: () => import("./steps/running/running-step").then(({ RunningStep }) => RunningStep),
  "shut-off": () => import("./steps/shut-off/shut-off-step").then(({ ShutOffStep }) => ShutOffStep),
  verdict: () => import("./steps/verdict/verdict-step").then(({ DiagnosisStep: VerdictStep }) => VerdictStep),
  leak: () => import("./steps/leak/leak-step").then(({ LeakStep }) => LeakStep),
  recover: () => import("./steps/recover/recover-step").then(({ RecoverStep }) => RecoverStep),
  repair: () => import("./steps/repair/repair-step").then(({ RepairStep }) => RepairStep),
  evacuate: () => import("./steps/evacuate/evacuate-step").then(({ EvacuateStep }) => EvacuateStep),
  charge: () => import("./steps/charge/charge-step").then(({ ChargeStep }) => ChargeStep),
  prove: () => import("./steps/prove/prove-step").then(({ ProveStep }) => ProveStep),
  "sign-off": () => import("./steps/sign-off/sign-off-step").then(({ SignOffStep }) => SignOffStep),
};

const here: Partial<Record<StepId, ComponentType>> = {};

async function fetched(step: StepId): Promise<ComponentType> {
  const view = here[step] ?? (await programs[step]());
  here[step] = view;
  return view;
}

/** All of them, so that going to a step waits for nothing. */
export async function fetchSteps(): Promise<void> {
  for (const step of stepIds) await fetched(step);
}

const idly = (act: () => void) =>
  "requestIdleCallback" in window ? window.requestIdleCallback(act, { timeout: 4000 }) : setTimeout(act, 1500);

export function StepView({ step }: { step: StepId }) {
  const [, drawAgain] = useState(0);
  const [failed, setFailed] = useState(false);
  const View = here[step];
  useEffect(() => {
    let gone = false;
    const again = () => !gone && drawAgain((n) => n + 1);
    fetched(step).then(
      () => {
        again();
        // Without a network the ones that are missing are asked for when they are gone to.
        idly(() => void fetchSteps().catch(() => undefined));
      },
      () => !gone && setFailed(true),
    );
    return () => {
      gone = true;
    };
  }, [step]);
  if (View !== undefined) return <View />;
  return failed ? (
    <Notice tone="act" title={stepViewText.stepNotLoaded}>
      {stepViewText.theNetworkOrServerIs}
    </Notice>
  ) : (
    <Center h="40vh">
      <Spinner aria-label={stepViewText.openingTheStep} />
    </Center>
  );
}
