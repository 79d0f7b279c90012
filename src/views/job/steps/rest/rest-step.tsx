"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import { emptyKinds, type RestAnswer } from "@/core/readings/derive/rest";
import { workableRefrigerant } from "@/core/records/derived/job-label";
import { foreignOf, restOf } from "@/core/records/derived/job-rest";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { gapsOf } from "@/core/records/run-sheet";
import { entryOf, entryValue } from "@/core/units/entry";
import { SaturationChart } from "@/pictures/charts/saturation-chart";
import { useJob, useLiveOf, useSession, useSetPart, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Measure } from "@/ui/measure";
import { Caution, Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { StepEnd } from "@/views/job/frame/step-end";
import { StepActs } from "@/views/job/frame/step-foot";
import { foreignSentence } from "@/words/diagnosis";
import { restStepText } from "@/words/screens/steps/rest";
import { restWords } from "@/words/static-pressure";
import { gapList } from "@/words/steps";

export function RestStep() {
  const figures = useFigures();
  const accuracy = useAccuracy();
  const { job, edit } = useJob();
  const { engine } = useSimulator("engine");
  const streams = useLiveOf((live) => live !== null);
  const { live: stream } = useSession();
  const answer = restOf(job, accuracy);
  const set = useSetPart("rest");
  const canTake = streams && engine === "off";
  const take = () => {
    const { live } = stream.getState();
    if (!live) return;
    const { low, high, ambient } = live.values;
    set({
      // A channel that is not there leaves what was typed.
      ...(low === null ? {} : { low: entryOf(low, job.rest.low.unit) }),
      ...(high === null ? {} : { high: entryOf(high, job.rest.high.unit) }),
      ...(ambient === null ? {} : { soak: entryOf(ambient, job.rest.soak.unit) }),
    });
  };
  return (
    <Stack gap="3.5" maxW="1080px">
      <Caution title={restStepText.beforeConnecting}>{restStepText.gogglesAndGlovesOnHand}</Caution>
      {streams && (
        <StepActs>
          <BenchButton minW="230px" kind={answer ? "quiet" : "act"} disabled={!canTake} onClick={take}>
            {canTake ? restStepText.recordFromSimulator : restStepText.stopEngineToRecord}
          </BenchButton>
        </StepActs>
      )}
      <Card title={restStepText.engineOffTemperaturesEqualised}>
        <Grid templateColumns="repeat(auto-fit, minmax(170px, 1fr))" gap="3">
          <NumberField spec={fields.low} value={job.rest.low} onChange={(low) => set({ low })} />
          <NumberField spec={fields.high} value={job.rest.high} onChange={(high) => set({ high })} />
          <NumberField spec={fields.soak} value={job.rest.soak} onChange={(soak) => set({ soak })} />
          <NumberField
            spec={fields.altitude}
            value={job.altitude}
            onChange={(altitude) => edit((stored) => ({ ...stored, altitude }))}
          />
        </Grid>
      </Card>
      {answer === null ? (
        <Notice title={restStepText.waitingForReadings}>
          {workableRefrigerant(job) === null
            ? restStepText.selectTheRefrigerantAtIntake
            : restStepText.missing(gapList(gapsOf(job, "rest"), figures))}
        </Notice>
      ) : (
        <RestAnswerCard answer={answer} job={job} />
      )}
      <StepEnd step="rest" />
    </Stack>
  );
}

function toneOf({ verdict }: RestAnswer): "done" | "wait" | "act" {
  if (verdict === "at-saturation") return "done";
  return emptyKinds.some((kind) => kind === verdict) ? "act" : "wait";
}

function RestAnswerCard({ answer, job }: { answer: RestAnswer; job: Job }) {
  const accuracy = useAccuracy();
  const figures = useFigures();
  const soak = entryValue(fields.soak, job.rest.soak);
  const refrigerant = workableRefrigerant(job);
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const { title, meaning } = restWords[answer.verdict];
  const foreign = foreignOf(job);
  const pressure = entryValue(fields.low, job.rest.low) ?? entryValue(fields.high, job.rest.high);
  return (
    <>
      <Notice tone={toneOf(answer)} title={title}>
        {meaning}
      </Notice>
      {foreign && <Notice tone="act" title={foreignSentence(foreign, figures)} />}
      <Card>
        <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(3, 1fr)" }} gap="4">
          <Measure
            label={restStepText.saturationAt(figures.quantity(soak, "degC"))}
            value={answer.saturation}
            unit="kPa"
            note={restStepText.fromTheEquationOfState}
          />
          <Measure
            label={restStepText.readingAboveSaturation}
            value={answer.margin}
            unit="kPa"
            note={restStepText.equalWithin(figures.quantity(answer.margin.uncertainty, "kPa"))}
          />
          {answer.difference === null ? (
            <Flex direction="column" justify="center">
              <Text kind="note">{restStepText.oneGaugeOnlyTheOther}</Text>
            </Flex>
          ) : (
            <Measure label={restStepText.highMinusLow} value={answer.difference} unit="kPa" />
          )}
        </Grid>
        {pressure !== null && refrigerant !== null && soak !== null && altitudeM !== null && (
          <Box mt="4">
            <SaturationChart
              gaugeKpa={pressure}
              uncertaintyKpa={answer.margin.uncertainty}
              soakC={soak}
              soakUncertaintyK={accuracy.soakK}
              atmosphereKpa={atmosphericPressureKpa(altitudeM)}
              expected={refrigerant}
            />
          </Box>
        )}
        <Text mt="3" kind="strong">
          {restStepText.staticPressureDoesNotShow}
        </Text>
      </Card>
    </>
  );
}
