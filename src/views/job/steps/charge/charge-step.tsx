"use client";

import { Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { movedBy } from "@/core/charge/books/ledger";
import type { ChargeInputs, MassBalance } from "@/core/charge/books/mass-balance";
import { hoseStates } from "@/core/charge/hose-states";
import {
  CHARGING_RPM,
  type ChargePlan,
  type PlanHose,
  type PlanInputs,
  WARM_WATER_C,
} from "@/core/charge/plan/charge-plan";
import { afterflowG, chanceInside, endSdG } from "@/core/charge/scale/live-charge";
import { withUsualConditions } from "@/core/circuit/vehicle/usual";
import { purgeBooked } from "@/core/records/bookkeeping";
import {
  balanceOf,
  chargeInputsOf,
  chargingHoseOf,
  recoveredOf,
  vehicleLabelOf,
} from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { chargeSetupGaps } from "@/core/records/run-sheet";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { ChargeBar } from "@/pictures/charge-bar";
import { ChargeTrack } from "@/pictures/charge-track";
import { useChargeAnswer } from "@/session/charge-answers";
import type { Desk } from "@/session/job/desk-store";
import { useAmbientC, useDesk, useJob, useSetPart, useSimulatorOf } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Caution, Notice } from "@/ui/notice";
import { OnHand } from "@/views/job/frame/on-hand";
import { StepEnd } from "@/views/job/frame/step-end";
import { StationCard } from "@/views/job/steps/recover/station-card";
import {
  endsShortWords,
  hoseCardWords,
  hoseEnds,
  hoseWords,
  nextStepSentence,
  paceSentence,
  waitsInHose,
} from "@/words/charge";
import { chargeSentence } from "@/words/issues";
import { chargeStepText } from "@/words/screens/steps/charge";
import { gapList } from "@/words/steps";
import { LedgerCard } from "./ledger-card";
import { ChargingMethodsCard } from "./methods-card";
import { PlanCards } from "./plan-cards";
import { ScalePanel } from "./scale-panel";
import { SurplusCard } from "./surplus-card";

/** A workshop's scale: its smallest step and its gain. */
const SCALE_STEP_G = 1;
const SCALE_SHARE = 0.001;
/** Rate at which the last grams usually come, g/s. */
const LAST_RATE = 1.2;

export function ChargeStep() {
  const figures = useFigures();
  const { job } = useJob();
  const desk = useDesk("live", "call", "track");
  const inputs = chargeInputsOf(job);
  const found = balanceOf(job);
  const recovered = recoveredOf(job);
  const known = (recovered.ok && recovered.value !== null) || job.correction !== null;
  const plan = usePlan(inputs, found?.ok ? found.value : null);
  const ready = known && inputs !== null && found?.ok === true;
  return (
    <Stack gap="3.5" maxW="1080px">
      <Caution title={chargeStepText.gogglesAndGlovesOnKeep}>
        {chargeStepText.neverOpenTheHighValve(figures.quantity(WARM_WATER_C, "degC", 0))}
      </Caution>
      {!known ? (
        <Notice tone="wait" title={chargeStepText.recoverAndWeighFirst}>
          {chargeStepText.theResidualChargeIsUnknown}
        </Notice>
      ) : inputs === null ? (
        <Notice tone="wait" title={chargeStepText.chargingNeedsTheLabel}>
          {chargeStepText.missingNeverChargeByPressure(gapList(chargeSetupGaps(job), figures))}
        </Notice>
      ) : found && !found.ok ? (
        <Notice tone="act" title={chargeStepText.impossibleWeights}>
          {chargeSentence(found.issue, figures)}
        </Notice>
      ) : (
        found && (
          <ChargeBar
            inputs={inputs}
            balance={found.value}
            pace={paceSentence(desk, figures)}
            runsOut={runsOut(plan, job)}
            foot={footWords(desk, job, { inputs, balance: found.value, missingG: plan?.missingG ?? 0 }, figures)}
          />
        )
      )}
      {ready && found.value.state === "over" && job.charge.open === null && <SurplusCard overG={-found.value.toGoG} />}
      {job.station.used ? (
        <StationCard />
      ) : (
        <>
          {ready && <VacuumDoubt job={job} />}
          <OnHand />
          {ready && (
            <ScalePanel balance={found.value} next={plan === null ? null : nextStepSentence(plan, job, figures)} />
          )}
          {ready && plan && (
            <PlanCards
              plan={plan}
              job={job}
              purged={movedBy(job.ledger, "purge") > 0}
              warmWater={job.charge.warmWater}
            />
          )}
          {ready && desk.track.length > 2 && (
            <Card title={chargeStepText.rateAndPressuresWithThis}>
              <ChargeTrack track={desk.track} />
            </Card>
          )}
          <Hoses />
        </>
      )}
      <ChargingMethodsCard />
      <LedgerCard />
      <StepEnd step="charge" />
    </Stack>
  );
}

/** The plan from what is in it and on hand now; it stays while a valve is open. */
function usePlan(inputs: ChargeInputs | null, balance: MassBalance | null): ChargePlan | null {
  const { job } = useJob();
  const label = vehicleLabelOf(job);
  const ambientC = useAmbientC();
  // While it flows the plan that is being followed stays.
  const flowing = job.charge.open !== null;
  const asked: Omit<PlanInputs, "vehicle"> | null =
    inputs === null || balance === null
      ? null
      : {
          conditions: withUsualConditions(
            { ambientC: Math.round(ambientC), rpm: CHARGING_RPM },
            { altitudeM: entryValue(fields.altitude, job.altitude) },
          ),
          inVehicleG: Math.round(balance.inVehicleG),
          targetG: inputs.labelG,
          containers: balance.perContainer.map(({ id, leftG }) => ({
            id,
            netG: Math.max(0, Math.round(leftG)),
            temperatureC: temperatureOf(job, id) ?? Math.round(ambientC),
          })),
          toleranceG: inputs.toleranceG,
          hose: planHose(job, inputs, balance),
          purgeG: Math.max(0, inputs.purgeG - balance.purgedG),
          warmWater: job.charge.warmWater,
        };
  const key = flowing || label === null || asked === null ? null : JSON.stringify([label, asked]);
  const plan = useChargeAnswer<ChargePlan | null>(key, (api) => api.plan(label!, asked!));
  return useLastOf(plan);
}

function temperatureOf(job: Job, id: string): number | null {
  const container = job.charge.containers.find((one) => one.id === id);
  return container ? entryValue(fields.container, container.temperature) : null;
}

/** The hose of the plan; one whose content was typed holds that, whatever it passes. */
function planHose(job: Job, { hoseEndG }: ChargeInputs, { hosesG }: MassBalance): PlanHose {
  const hose = job.charge.hoses.text.trim() === "" ? chargingHoseOf(job) : null;
  const [liquidG, vapourG] = hose === null ? [hoseEndG, hoseEndG] : [hose.liquid, hose.vapour];
  return { nowG: hosesG, liquidG, vapourG, endG: hoseEndG };
}

/** Keeps the newest that was not null. */
function useLastOf<Value>(value: Value | null): Value | null {
  const [kept, setKept] = useState<Value | null>(value);
  if (value !== null && value !== kept) setKept(value);
  return value ?? kept;
}

function runsOut(plan: ChargePlan | null, job: Job): { name: string; atG: number }[] {
  return (plan?.steps ?? []).flatMap((step) => {
    if (step.kind !== "liquid-high" && step.kind !== "vapour-low") return [];
    const name = job.charge.containers.find(({ id }) => id === step.containerId)?.name;
    return step.ends === "empty" && name ? [{ name, atG: step.inVehicleG }] : [];
  });
}

function footWords(
  { live }: Pick<Desk, "live">,
  job: Job,
  { inputs, balance, missingG }: { inputs: ChargeInputs; balance: MassBalance; missingG: number },
  figures: Figures,
): string {
  const rate = live !== null && live.openSince !== null ? Math.max(live.rateGPerS * 0.3, 0.2) : LAST_RATE;
  const containers = Math.max(1, balance.perContainer.filter(({ drawnG }) => drawnG > 1).length);
  const sd = endSdG(
    { scaleStepG: SCALE_STEP_G, scaleShare: SCALE_SHARE, hosesG: inputs.hoseEndG, rateGPerS: rate, containers },
    inputs.labelG,
  );
  const chance = Math.min(99, Math.floor(chanceInside(inputs.toleranceG, sd, missingG) * 100));
  if (job.correction !== null) {
    return chargeStepText.fromTheReadingsTheRest(
      figures.quantity(inputs.residualG, "g"),
      figures.quantity(job.correction.rangeG, "g"),
    );
  }
  if (waitsInHose(balance)) return chargeStepText.inTheHoseToBe(figures.quantity(balance.drawInG, "g"));
  if (balance.state === "over") return chargeStepText.overTheLabelRecoverThe;
  if (balance.state === "inside") {
    return chargeStepText.scaleHosesAndValveOperation(figures.quantity(2 * sd, "g"));
  }
  const after = live === null ? 0 : afterflowG(live);
  const early = after > 0.5 ? chargeStepText.stopComesEarlyTheRest(figures.quantity(after, "g", 1)) : "";
  if (missingG > 0) return `${early}${endsShortWords(missingG, chance, figures)}`;
  return chargeStepText.chanceOfEndingWithinThe(early, chance);
}

/** Charging into a circuit that was not dried or has leaked: said where it matters, decided by the person. */
function VacuumDoubt({ job }: { job: Job }) {
  const { evacuate, steps } = job;
  if (steps.evacuate.doneAt !== null || job.correction !== null) return null;
  return (
    <Notice
      tone="wait"
      title={
        evacuate.trace.length === 0 && evacuate.held.text === ""
          ? chargeStepText.notEvacuatedYet
          : chargeStepText.vacuumNotCompleted
      }
    >
      {chargeStepText.airAndMoistureStayIn}
    </Notice>
  );
}

function Hoses() {
  const figures = useFigures();
  const { job, edit } = useJob();
  const set = useSetPart("charge");
  const { hoseHolds, drawIn } = job.charge;
  const hose = chargingHoseOf(job);
  const purgeG = entryValue(fields.purged, job.charge.purged);
  const booked = movedBy(job.ledger, "purge");
  const flowing = useSimulatorOf(({ latest }) => (latest?.valve ?? "shut") !== "shut");
  return (
    <Card title={chargeStepText.chargingHose}>
      <Flex gap="6" wrap="wrap">
        <Choice
          label={hoseCardWords.end}
          options={hoseEnds}
          value={drawIn ? "drawn-in" : "left"}
          onChange={(end) => set({ drawIn: end === "drawn-in" })}
        />
        <Choice
          label={hoseCardWords.now}
          options={hoseStates.map((value) => ({
            value,
            label: hose === null ? hoseWords[value] : `${hoseWords[value]}, ${figures.quantity(hose[value], "g", 1)}`,
          }))}
          value={hoseHolds}
          onChange={(holds) => set({ hoseHolds: holds })}
        />
      </Flex>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3" mt="3">
        <NumberField
          spec={fields.hoses}
          value={job.charge.hoses}
          hint={hoseCardWords.typed}
          onChange={(hoses) => set({ hoses })}
        />
        <Stack gap="2">
          <NumberField
            spec={fields.purged}
            value={job.charge.purged}
            hint={
              booked > 0
                ? chargeStepText.recordedAsVented(figures.quantity(booked, "g", 1))
                : chargeStepText.aShortPuffThatDrives
            }
            onChange={(purged) => set({ purged })}
          />
          <BenchButton
            alignSelf="start"
            disabled={purgeG === null || purgeG <= 0 || booked > 0 || flowing}
            onClick={() => purgeG !== null && edit((stored) => purgeBooked(stored, purgeG, new Date().toISOString()))}
          >
            {booked > 0 ? chargeStepText.hoseIsPurged : chargeStepText.recordPurge}
          </BenchButton>
        </Stack>
      </Grid>
    </Card>
  );
}
