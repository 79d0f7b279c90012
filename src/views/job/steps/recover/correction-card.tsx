"use client";

import { Flex } from "@chakra-ui/react";
import { correctionOf } from "@/core/charge/correction";
import { endSdG } from "@/core/charge/scale/live-charge";
import type { Diagnosis } from "@/core/diagnosis/decide/diagnosis";
import { labelOf } from "@/core/records/derived/job-label";
import { balanceOf } from "@/core/records/derived/job-readings";
import { useDiagnosis, useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { causeName } from "@/words/causes";
import { refusalSentence } from "@/words/recover";
import { correctionCardText } from "@/words/screens/steps/recover";

/** Another cause must not lead by this much; air must not be likelier than this. */
const LEADS = 0.5;
const AIR = 0.1;

const aboutCharge = ["none", "undercharge", "overcharge"];

/** Parts of the diagnosis that bear on a correction. */
function saidOf(verdict: Diagnosis | null) {
  const leading = verdict?.causes[0];
  const other = leading !== undefined && !aboutCharge.includes(leading.cause) && leading.probability > LEADS;
  return {
    charge: verdict?.charge ?? null,
    otherCause: other ? causeName(leading.cause) : null,
    airPossible: (verdict?.causes.find(({ cause }) => cause === "air")?.present ?? 0) > AIR,
  };
}

/** Whether grams may be added or taken without recovering first, and why not. */
export function CorrectionCard() {
  const figures = useFigures();
  const { job, edit } = useJob();
  const { verdict } = useDiagnosis("verdict");
  const { chargeG, toleranceG } = labelOf(job);
  if (chargeG === null || toleranceG === null) return null;
  const correction = correctionOf({
    labelG: chargeG,
    toleranceG,
    history: job.intake.history,
    ...saidOf(verdict),
    endSdG: endSdG({ scaleStepG: 1, scaleShare: 0.001, hosesG: 9, rateGPerS: 0.5, containers: 1 }, chargeG),
  });
  const balance = balanceOf(job);
  const begun = balance?.ok === true && balance.value.drawnG > 0;
  if (job.correction !== null) {
    const { startG, rangeG } = job.correction;
    return (
      <Notice
        tone="wait"
        title={correctionCardText.correctedFromNotRecovered(
          figures.quantity(startG, "g"),
          figures.quantity(rangeG, "g"),
        )}
      >
        <Flex gap="3" align="center" wrap="wrap">
          {correctionCardText.recordExcessRecoveredBelowAnd}
          {!begun && (
            <BenchButton kind="quiet" onClick={() => edit((stored) => ({ ...stored, correction: null }))}>
              {correctionCardText.recoverInstead}
            </BenchButton>
          )}
        </Flex>
      </Notice>
    );
  }
  if (!correction.ok) {
    return (
      <Notice title={correctionCardText.doNotTopUpRecover}>
        {correctionCardText.recoverWeighEvacuateChargeThe(refusalSentence(correction.issue, figures))}
      </Notice>
    );
  }
  const { grams, lowG, highG, inside } = correction.value;
  return (
    <Notice
      tone="wait"
      title={
        inside
          ? correctionCardText.nothingToCorrect
          : correctionCardText.byTheScale(
              grams > 0 ? correctionCardText.add : correctionCardText.recover,
              figures.quantity(Math.abs(grams), "g"),
            )
      }
    >
      {correctionCardText.theHistoryIsKnownAnd(figures.quantity(lowG, "g"), figures.quantity(highG, "g"))}
      {!inside && (
        <BenchButton
          kind="quiet"
          mt="2"
          display="flex"
          onClick={() =>
            edit((stored) => ({
              ...stored,
              correction: {
                startG: Math.round(chargeG - grams),
                rangeG: Math.round((highG - lowG) / 2),
                at: new Date().toISOString(),
              },
            }))
          }
        >
          {correctionCardText.correctFrom(figures.quantity(chargeG - grams, "g"))}
        </BenchButton>
      )}
    </Notice>
  );
}
