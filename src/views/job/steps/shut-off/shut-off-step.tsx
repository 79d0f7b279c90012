"use client";

import { Flex, Grid, Stack } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import {
  followShutOff,
  judgeShutOff,
  LONGEST_WAIT_S,
  type ShutOffSample,
  type ShutOffState,
  usualEqualisationS,
} from "@/core/readings/stream/shut-off";
import { equaliseOf } from "@/core/records/derived/job-readings";
import { emptyOf } from "@/core/records/derived/job-rest";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryOf } from "@/core/units/entry";
import { formatClock, formatNumber } from "@/core/units/units";
import { Trace } from "@/pictures/charts/trace";
import { useJob, useJobActs, useJobOf, useSetPart, useSimulator, useSimulatorOf } from "@/session/session";
import { useAnnounced } from "@/ui/announce";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Measure } from "@/ui/measure";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { useTick } from "@/ui/tick";
import { DoNotRun } from "@/views/job/frame/do-not-run";
import { StepEnd } from "@/views/job/frame/step-end";
import { StepActs } from "@/views/job/frame/step-foot";
import { jobFileName } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { shutOffStepText } from "@/words/screens/steps/shut-off";
import { equalisationResults, shutOffWords } from "@/words/tests";

/** The sides since the stop, as they stream; the time is written down once it is decided. */
function LiveShutOff() {
  const { record, edit } = useJobActs();
  const { samples, trace, latest, setEngine } = useSimulator("samples", "trace", "latest", "setEngine");
  const metering = useJobOf((job) => job.intake.metering);
  const state = followShutOff(samples.flatMap(bothSides));
  const decided = state.state === "met" || state.state === "never";
  // Sides that never meet are apart after the longest wait, however long one goes on looking.
  const seconds = state.state === "met" ? state.seconds : state.state === "never" ? LONGEST_WAIT_S : null;
  const typedStands = useJobOf(
    ({ shutOff }) =>
      seconds !== null &&
      shutOff.takenAt === null &&
      shutOff.seconds.text !== "" &&
      shutOff.seconds.text !== entryOf(seconds, "s").text,
  );
  const met = state.state === "met";
  useEffect(() => {
    if (!decided || seconds === null) return;
    const taken = takenNow(seconds, met);
    record((stored) => {
      const { takenAt: before, seconds: written } = stored.shutOff;
      // Typed values stay; recorded values are written once.
      if (written.text !== "" && (before === null || written.text === taken.seconds.text)) return stored;
      return { ...stored, shutOff: taken };
    });
  }, [decided, seconds, met, record]);
  const traceName = useJobOf((job) => jobFileName(job).replace(/\.json$/, "-trace.csv"));
  return (
    <>
      <Watch state={state} metering={metering} onStop={() => setEngine("off")} />
      {typedStands && seconds !== null && (
        <Notice tone="wait" title={shutOffStepText.measuredSYourTypedValue(formatNumber(seconds, "s"))}>
          <BenchButton kind="quiet" onClick={() => edit((stored) => ({ ...stored, shutOff: takenNow(seconds, met) }))}>
            {shutOffStepText.useMeasuredTime}
          </BenchButton>
        </Notice>
      )}
      <Card title={shutOffStepText.bothSidesAfterShutdown}>
        <Trace trace={trace} latest={latest} temperatures={["vent"]} fileName={traceName} />
      </Card>
    </>
  );
}

function takenNow(seconds: number, met: boolean): Job["shutOff"] {
  return { seconds: entryOf(seconds, "s"), met, takenAt: new Date().toISOString() };
}

export function ShutOffStep() {
  const { job } = useJob();
  const live = useSimulatorOf(({ status }) => status === "running");
  const set = useSetPart("shutOff");
  const answer = equaliseOf(job);
  const { metering } = job.intake;
  const lowOnly = job.hookUp.gauges === "low-only";
  if (emptyOf(job) !== null && answer === null) {
    return (
      <Stack gap="3.5" maxW="1080px">
        <DoNotRun />
        <StepEnd step="shut-off" />
      </Stack>
    );
  }
  return (
    <Stack gap="3.5" maxW="1080px">
      <DoNotRun />
      {live && <LiveShutOff />}
      <Grid templateColumns="minmax(0, 1fr)" gap="3.5">
        <Card title={live ? shutOffStepText.orTimeItByHand : shutOffStepText.timeByHand}>
          <Stack gap="3">
            <HandClock onMet={(seconds, met) => set(takenNow(seconds, met))} />
            <NumberField
              spec={fields.meet}
              value={job.shutOff.seconds}
              hint={lowOnly ? shutOffStepText.fromEngineStopUntilThe : shutOffStepText.fromEngineStopUntilBoth}
              onChange={(entry) => set({ seconds: entry, takenAt: null })}
            />
            <Choice
              label={shutOffStepText.equalised}
              options={[
                { value: "met", label: shutOffStepText.yes },
                { value: "apart", label: shutOffStepText.noStillApart },
              ]}
              value={job.shutOff.met === null ? null : job.shutOff.met ? "met" : "apart"}
              onChange={(met) => set({ met: met === "met", takenAt: null })}
            />
          </Stack>
        </Card>
      </Grid>
      {answer !== null && metering !== null && <Answer {...answer} metering={metering} />}
      {answer !== null && metering === null && (
        <Notice
          title={`${answer.equalised ? shutOffStepText.equalisedAfter : shutOffStepText.stillApartAfter} ${formatNumber(answer.seconds, "s")} s`}
        >
          {shutOffStepText.usualExpansionValveToS(
            usualEqualisationS["expansion-valve"].from,
            usualEqualisationS["expansion-valve"].to,
            usualEqualisationS["orifice-tube"].from,
            usualEqualisationS["orifice-tube"].to,
          )}
        </Notice>
      )}
      <StepEnd step="shut-off" />
    </Stack>
  );
}

/** A clock for a hand in a glove: started as the engine stops, stopped as the needles meet. */
function HandClock({ onMet }: { onMet: (seconds: number, met: boolean) => void }) {
  const [startedAt, setStartedAt] = useState<number | null>(null);
  useTick(startedAt !== null);
  const seconds = startedAt === null ? 0 : (Date.now() - startedAt) / 1000;
  const stop = (met: boolean) => {
    onMet(Math.round(seconds), met);
    setStartedAt(null);
  };
  return (
    <Flex gap="4" wrap="wrap" align="center" role="group" aria-label={shutOffStepText.stopwatch}>
      {startedAt === null ? (
        <>
          <BenchButton kind="act" minH="72px" px="6" onClick={() => setStartedAt(Date.now())}>
            {shutOffStepText.engineOffStartStopwatch}
          </BenchButton>
          <Text flex="1 1 260px" kind="soft">
            {shutOffStepText.runAtFullColdWith}
          </Text>
        </>
      ) : (
        <>
          <Text fontSize="4xl" fontWeight="semibold" lineHeight="1" role="timer" aria-live="off">
            {formatClock(seconds)}
          </Text>
          <BenchButton kind="act" minH="72px" px="6" onClick={() => stop(true)}>
            {shutOffStepText.equalisedNow}
          </BenchButton>
          <BenchButton kind="quiet" minH="72px" disabled={seconds < 60} onClick={() => stop(false)}>
            {seconds < 60 ? shutOffStepText.stillApartAfter1Min : shutOffStepText.stillApartStop}
          </BenchButton>
        </>
      )}
    </Flex>
  );
}

/** Moments at which engine speed and both sides were read; without a speed the engine is taken to run. */
function bothSides({ time, rpm, low, high }: SimulatorSample): ShutOffSample[] {
  return low === null || high === null ? [] : [{ time, rpm: rpm ?? 800, low, high }];
}

function Watch({
  state,
  metering,
  onStop,
}: {
  state: ShutOffState;
  metering: Job["intake"]["metering"];
  onStop: () => void;
}) {
  const figures = useFigures();
  const usual = metering === null ? null : usualEqualisationS[metering];
  const { title, detail } = shutOffWords(state, figures);
  useAnnounced(title, state.state);
  return (
    <Card>
      <Flex gap="5" align="center" wrap="wrap">
        {state.state !== "running" && (
          <Measure
            size="large"
            label={shutOffStepText.sinceEngineStop}
            value={state.state === "met" ? state.seconds : state.sinceS}
            unit="s"
          />
        )}
        <Stack flex="1 1 260px" gap="1">
          <Text kind="value">{title}</Text>
          <Text kind="soft">{detail}</Text>
          {usual && (
            <Text kind="note">
              {shutOffStepText.usualForToS(
                metering === "orifice-tube" ? shutOffStepText.anOrificeTube : "a valve",
                usual.from,
                usual.to,
              )}
            </Text>
          )}
        </Stack>
        <StepActs>
          {state.state === "running" ? (
            <BenchButton minW="200px" kind="act" onClick={onStop}>
              {shutOffStepText.stopEngine}
            </BenchButton>
          ) : (
            <Text kind="strong">{commonText.engineOff}</Text>
          )}
        </StepActs>
      </Flex>
    </Card>
  );
}

function Answer({
  seconds,
  equalised,
  metering,
}: {
  seconds: number;
  equalised: boolean;
  metering: NonNullable<Job["intake"]["metering"]>;
}) {
  const { tone, title, text } = equalisationResults[judgeShutOff(metering, seconds, equalised)];
  return (
    <Notice
      tone={tone}
      title={`${title}: ${equalised ? "" : shutOffStepText.apartAfter}${formatNumber(seconds, "s")} s`}
    >
      {text(metering === "expansion-valve")}
    </Notice>
  );
}
