"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { useState } from "react";
import { LEAST_TEST_KPA } from "@/core/leak/pressure-test";
import { circuitContents } from "@/core/records/derived/job-leak";
import { drawnPressureTest, judgedPressureTest, smallestOfTest } from "@/core/records/derived/job-pressure-test";
import { fields } from "@/core/records/fields";
import { type Job, pressureTestRuns, type TestGas, testGases } from "@/core/records/job";
import { entryOf, entryValue } from "@/core/units/entry";
import { formatClock } from "@/core/units/units";
import { PressureTrace } from "@/pictures/charts/pressure-trace";
import { useDesk, useJob, useLiveOf, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { fieldRow } from "@/ui/fields/field-note";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Measure } from "@/ui/measure";
import { Caution, Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { simulatorSentence } from "@/words/issues";
import { leakFigure, leakWords, pressureTestProblem, pressureTestWords, safetyText, testGasLabels } from "@/words/leak";

type Test = Job["leak"]["test"];

/** The circuit under dry nitrogen: pressure and temperature at start and end, and what the corrected drop means. */
export function PressureCard() {
  const figures = useFigures();
  const accuracy = useAccuracy();
  const { job, edit } = useJob();
  const { test } = job.leak;
  const set = (change: Partial<Test>) =>
    edit((stored) => ({ ...stored, leak: { ...stored.leak, test: { ...stored.leak.test, ...change } } }));
  const limitKpa = entryValue(fields.testLimit, test.limit);
  const answer = judgedPressureTest(job, accuracy);
  const smallest = smallestOfTest(job, accuracy);
  const drawn = drawnPressureTest(job, accuracy);
  if (circuitContents(job) === "charged" && test.startedAt === null && test.start.text === "") {
    return (
      <Card title={leakWords.test}>
        <Text kind="soft">{leakWords.charged}</Text>
      </Card>
    );
  }
  return (
    <Card title={leakWords.test}>
      <Caution title={leakWords.safetyTitle}>{safetyText(limitKpa, figures)}</Caution>
      <Flex gap="4" wrap="wrap" align="end" css={fieldRow} mt="3">
        <Choice
          label={leakWords.gas}
          options={testGases.map((value) => ({ value, label: testGasLabels[value] }))}
          value={test.gas}
          onChange={(gas: TestGas) => set({ gas })}
        />
        <BenchButton aria-pressed={test.regulator} onClick={() => set({ regulator: !test.regulator })}>
          {test.regulator ? leakWords.regulator : leakWords.noRegulator}
        </BenchButton>
        <Box w="190px">
          <NumberField spec={fields.testLimit} value={test.limit} onChange={(limit) => set({ limit })} />
        </Box>
      </Flex>
      <LiveTest limitKpa={limitKpa} />
      {drawn && (
        <Box mt="3">
          <PressureTrace {...drawn} trace={test.trace} unit={figures.unit("kPa")} />
        </Box>
      )}
      <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3" mt="3">
        <NumberField spec={fields.testStart} value={test.start} onChange={(start) => set({ start })} />
        <NumberField
          spec={fields.testStartTemperature}
          value={test.startTemperature}
          onChange={(startTemperature) => set({ startTemperature })}
        />
        <NumberField spec={fields.testEnd} value={test.end} onChange={(end) => set({ end })} />
        <NumberField
          spec={fields.testEndTemperature}
          value={test.endTemperature}
          onChange={(endTemperature) => set({ endTemperature })}
        />
        <NumberField spec={fields.testLength} value={test.length} onChange={(length) => set({ length })} />
        {smallest !== null && (
          <Box>
            <Text kind="small">{leakWords.smallest}</Text>
            <Text fontSize="xl" fontWeight="semibold">
              {leakFigure(smallest, figures)}
            </Text>
          </Box>
        )}
      </Grid>
      {answer !== null && <TestResult answer={answer} />}
    </Card>
  );
}

/** Fill, begin, end, let out: on the simulated rack, or by gauges that a log plays. */
function LiveTest({ limitKpa }: { limitKpa: number | null }) {
  const { job } = useJob();
  const rack = useSimulator("status", "source", "setEngine", "pressurise", "releaseTestGas");
  const desk = useDesk("pressureClock");
  const [refused, setRefused] = useState<string | null>(null);
  const { test } = job.leak;
  // As the strip of live readings shows them, not a single trembling sample.
  const kpa = useLiveOf((live) => live?.values.high ?? live?.values.low ?? null);
  const celsius = useLiveOf((live) => live?.values.ambient ?? null);
  const { begin, end } = useTestRun(kpa, celsius);
  if (rack.status !== "running") return null;
  const simulated = rack.source.kind === "rack";
  const running = pressureTestRuns(job.leak);
  const pressed = kpa !== null && kpa >= LEAST_TEST_KPA;
  const ready = test.gas !== null && test.regulator && limitKpa !== null;
  const fill = async () => {
    if (limitKpa === null) return;
    rack.setEngine("off");
    const issue = await rack.pressurise(limitKpa, limitKpa);
    setRefused(issue ? simulatorSentence(issue) : null);
  };
  const release = async () => {
    const issue = await rack.releaseTestGas();
    setRefused(issue ? simulatorSentence(issue) : null);
  };
  return (
    <Box mt="3">
      <Flex gap="6" align="end" css={fieldRow} wrap="wrap">
        <Measure label={leakWords.now} value={kpa} unit="kPa" size="large" />
        <Measure label={fields.ambient.label} value={celsius} unit="degC" decimals={1} />
        {running && (
          <Text kind="heading" pb="1">
            {formatClock(desk.pressureClock())}
          </Text>
        )}
      </Flex>
      <Flex gap="2" mt="2" wrap="wrap">
        {simulated && !pressed && (
          <BenchButton kind="act" disabled={!ready} onClick={fill}>
            {leakWords.fill}
          </BenchButton>
        )}
        {pressed && !running && (
          <BenchButton kind={test.endedAt === null ? "act" : "quiet"} disabled={!ready} onClick={begin}>
            {test.endedAt === null ? leakWords.begin : leakWords.again}
          </BenchButton>
        )}
        {running && <BenchButton onClick={end}>{leakWords.end}</BenchButton>}
        {simulated && pressed && !running && (
          <BenchButton kind={test.endedAt === null ? "quiet" : "act"} onClick={release}>
            {leakWords.release}
          </BenchButton>
        )}
      </Flex>
      {test.endedAt === null && (
        <Text kind="note" mt="1">
          {!ready ? leakWords.notReady : running ? leakWords.leaveIt : leakWords.settle}
        </Text>
      )}
      {refused && (
        <Text kind="alarm" role="alert">
          {refused}
        </Text>
      )}
    </Box>
  );
}

/** Begins and ends the test with what the instruments show. */
function useTestRun(kpa: number | null, celsius: number | null) {
  const { job, record } = useJob();
  const desk = useDesk("pressureClock");
  const { test } = job.leak;
  const change = (now: Partial<Test>) =>
    record((stored) => ({ ...stored, leak: { ...stored.leak, test: { ...stored.leak.test, ...now } } }));
  const begin = () => {
    if (kpa === null || celsius === null) return;
    const now = new Date().toISOString();
    change({
      start: entryOf(kpa, test.start.unit, 0),
      startTemperature: entryOf(celsius, test.startTemperature.unit, 1),
      end: { ...test.end, text: "" },
      endTemperature: { ...test.endTemperature, text: "" },
      startedAt: now,
      endedAt: null,
      trace: [{ t: 0, kpa, celsius }],
      seenAt: now,
    });
  };
  const end = () => {
    if (kpa === null || celsius === null) return;
    change({
      end: entryOf(kpa, test.end.unit, 0),
      endTemperature: entryOf(celsius, test.endTemperature.unit, 1),
      length: entryOf(desk.pressureClock(), test.length.unit === "s" ? "s" : "min", 1),
      endedAt: new Date().toISOString(),
    });
  };
  return { begin, end };
}

/** What the corrected drop means. */
function TestResult({ answer }: { answer: NonNullable<ReturnType<typeof judgedPressureTest>> }) {
  const figures = useFigures();
  return (
    <>
      {!answer.ok && (
        <Box mt="3">
          <Notice tone="act" title={pressureTestProblem(answer.issue, figures)} />
        </Box>
      )}
      {answer.ok && (
        <Box mt="3" role="status">
          <Measure
            label={leakWords.drop}
            value={{ value: answer.value.dropKpa, uncertainty: answer.value.uncertaintyKpa }}
            unit="kPa"
            decimals={1}
          />
          <Text
            mt="1"
            fontSize="md"
            fontWeight="semibold"
            color={answer.value.outcome === "none-shown" ? "ink" : "danger"}
          >
            {pressureTestWords(answer.value, figures)}
          </Text>
        </Box>
      )}
    </>
  );
}
