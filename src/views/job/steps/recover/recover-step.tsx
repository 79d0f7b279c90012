"use client";

import { Flex, Grid, Stack } from "@chakra-ui/react";
import { format } from "date-fns";
import { useMemo, useState } from "react";
import { judgeRecovery, REBOUND_KPA } from "@/core/charge/recovery";
import type { SimulatorIssue } from "@/core/instruments/instrument-simulator";
import { booked } from "@/core/records/bookkeeping";
import { balanceOf, recoveredOf } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { nothingToRecover } from "@/core/records/run-sheet";
import { entryOf } from "@/core/units/entry";
import { useJob, useSetPart, useSimulator } from "@/session/session";
import { useAnnounced } from "@/ui/announce";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { fieldRow } from "@/ui/fields/field-note";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Measure } from "@/ui/measure";
import { Caution, Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { LabelDoubts } from "@/views/job/frame/label-doubts";
import { StepEnd } from "@/views/job/frame/step-end";
import { StepActs } from "@/views/job/frame/step-foot";
import { chargeSentence, simulatorSentence } from "@/words/issues";
import { nothingToRecoverWords, recoveryWords } from "@/words/recover";
import { commonText } from "@/words/screens/common";
import { recoverStepText } from "@/words/screens/steps/recover";
import { CorrectionCard } from "./correction-card";
import { FoundCard } from "./found-card";
import { IdentifyCard } from "./identify-card";
import { StationCard, WayOfWork } from "./station-card";

export function RecoverStep() {
  const figures = useFigures();
  const { job } = useJob();
  const recovered = recoveredOf(job);
  const balance = balanceOf(job);
  const charged = balance?.ok === true && balance.value.drawnG > 0;
  const weighed = recovered.ok && recovered.value !== null;
  return (
    <Stack gap="3.5" maxW="1080px">
      <Caution title={recoverStepText.gogglesAndGlovesOnDo}>{recoverStepText.refrigerantCausesFrostbiteAndCan}</Caution>
      {nothingToRecover(job) && (
        <Notice tone="wait" title={nothingToRecoverWords.title}>
          {nothingToRecoverWords.meaning}
        </Notice>
      )}
      <IdentifyCard />
      <WayOfWork disabled={job.correction !== null || (charged && !job.station.used)} />
      {job.station.used ? (
        <StationCard />
      ) : (
        <>
          {(!weighed || job.correction !== null) && <CorrectionCard />}
          <MachineCard disabled={charged} />
          <WeightCard />
        </>
      )}
      {!recovered.ok && (
        <Notice tone="act" title={recoverStepText.impossibleWeight}>
          {recoverStepText.yourEntryIsKept(chargeSentence(recovered.issue, figures))}
        </Notice>
      )}
      {recovered.ok && job.correction === null && <FoundCard />}
      <LabelDoubts />
      {charged && !job.station.used && (
        <Notice tone="wait" title={recoverStepText.chargingHasBegun}>
          {recoverStepText.theRecoveredWeightBelongsBefore}
        </Notice>
      )}
      <StepEnd step="recover" />
    </Stack>
  );
}

/** Recovered mass as typed. */
function WeightCard() {
  const { job } = useJob();
  const set = useSetPart("recover");
  return (
    <Card title={recoverStepText.byWeightTheOnlyTrue}>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr 1fr" }} gap="3">
        <NumberField
          spec={fields.recovered}
          value={job.recover.recovered}
          onChange={(entry) => set({ recovered: entry })}
        />
        <NumberField
          spec={fields.machineHoses}
          value={job.recover.hoses}
          hint={recoverStepText.ownHoses}
          onChange={(hoses) => set({ hoses })}
        />
        <NumberField
          spec={fields.oil}
          value={job.recover.oil}
          hint={recoverStepText.fromTheSeparatorRefillThe}
          onChange={(oil) => set({ oil })}
        />
      </Grid>
    </Card>
  );
}

/** Records the machine's scale; oil only where known. */
function recoveredBooked(job: Job, grams: number, oilG: number | null): Job {
  const { recovered, oil } = job.recover;
  const recover: Job["recover"] = {
    ...job.recover,
    recovered: entryOf(grams, recovered.unit),
    oil: oilG === null ? oil : entryOf(oilG, oil.unit, 1),
    scale: null,
  };
  return booked({ ...job, recover }, new Date().toISOString());
}

/** The machine on the simulated rack: run it, stop it, watch the pressure come back, write the weight down. */
function MachineCard({ disabled }: { disabled: boolean }) {
  const figures = useFigures();
  const { edit } = useJob();
  const rack = useSimulator(
    "status",
    "source",
    "samples",
    "latest",
    "machine",
    "setEngine",
    "tareMachine",
    "setMachine",
  );
  const [refused, setRefused] = useState<string | null>(null);
  const { samples, latest } = rack;
  const state = useMemo(
    () =>
      judgeRecovery(
        samples
          .filter(({ recoveredG }) => recoveredG > 0)
          .map(({ time, low, recoveredG, machine }) => ({ time, low, recoveredG, machineOn: machine === "recover" })),
      ),
    [samples],
  );
  if (rack.status !== "running" || rack.source.kind !== "rack" || latest === null)
    return <OwnMachine disabled={disabled} />;
  const answered = (issue: SimulatorIssue | null) => setRefused(issue ? simulatorSentence(issue) : null);
  const running = rack.machine === "recover";
  const shown = latest.recoveredG;
  const start = async () => {
    rack.setEngine("off");
    const issue = (shown < 1 ? await rack.tareMachine() : null) ?? (await rack.setMachine("recover"));
    answered(issue);
  };
  const stop = () => void rack.setMachine("off").then(answered);
  const write = () => edit((stored) => recoveredBooked(stored, shown, latest.recoveredOilG ?? 0));
  const words = recoveryWords(state, running, figures);
  const over = !running && (state.state === "done" || state.state === "watching");
  return (
    <Card title={recoverStepText.recoveryMachineSimulator}>
      <Flex align="end" css={fieldRow} gap="6" wrap="wrap">
        <Measure label={commonText.recovered} value={shown} unit="g" size="large" />
        <Measure label={commonText.lowSide} value={latest.low} unit="kPa" />
      </Flex>
      <StepActs>
        {running ? (
          <BenchButton kind={state.state === "dry" ? "act" : "quiet"} onClick={stop}>
            {recoverStepText.stopAndWatch}
          </BenchButton>
        ) : (
          <BenchButton kind={over ? "quiet" : "act"} disabled={disabled} onClick={start}>
            {shown > 1 ? recoverStepText.recoverAgain : recoverStepText.startRecovery}
          </BenchButton>
        )}
        {!running && shown > 1 && (
          <BenchButton kind={state.state === "done" ? "act" : "quiet"} disabled={disabled} onClick={write}>
            {recoverStepText.record2(figures.quantity(shown, "g"))}
          </BenchButton>
        )}
      </StepActs>
      <Course {...words} state={state.state} />
      {refused && (
        <Text kind="alarm" role="alert">
          {refused}
        </Text>
      )}
    </Card>
  );
}

/** Without simulated instruments: what to do at the shop's own machine, and the weight that a simulated one showed before. */
function OwnMachine({ disabled }: { disabled: boolean }) {
  const figures = useFigures();
  const { job, edit } = useJob();
  const { scale } = job.recover;
  return (
    <Notice title={recoverStepText.ownMachine}>
      {scale !== null && (
        <Flex gap="3" align="center" wrap="wrap" mb="2">
          <Text color="ink" fontWeight="semibold">
            {recoverStepText.theSimulatedMachineShowedAt(figures.quantity(scale.grams, "g"), format(scale.at, "HH:mm"))}
          </Text>
          <BenchButton disabled={disabled} onClick={() => edit((stored) => recoveredBooked(stored, scale.grams, null))}>
            {recoverStepText.record(figures.quantity(scale.grams, "g"))}
          </BenchButton>
        </Flex>
      )}
      {recoverStepText.zeroTheMachineOpenBoth(figures.quantity(REBOUND_KPA, "kPa"))}
    </Notice>
  );
}

/** Course of the recovery in words, announced when its state changes. */
function Course({ text, tone, state }: { text: string; tone: string; state: string }) {
  useAnnounced(text, state);
  return (
    <Text mt="2" fontSize="md" fontWeight="semibold" color={tone}>
      {text}
    </Text>
  );
}
