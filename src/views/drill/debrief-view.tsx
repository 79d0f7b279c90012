"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useEffect, useMemo, useState } from "react";
import { CLEAR_PROBABILITY } from "@/core/diagnosis/thresholds";
import type { Debrief } from "@/core/drill/debrief";
import type { DrillSample } from "@/core/drill/drill-car";
import type { DrillCase } from "@/core/drill/drill-case";
import { caseOfSource, type DrillSource, queryOfSource, sourceOfQuery } from "@/core/drill/drill-source";
import type { DrillRecord } from "@/core/drill/progress";
import { TraceStore } from "@/core/readings/stream/trace-store";
import { reasonOf } from "@/core/result";
import { formatClock } from "@/core/units/units";
import { KnownLine } from "@/pictures/charts/known-line";
import { Trace } from "@/pictures/charts/trace";
import { useChoices } from "@/session/choices";
import { useDrillClerk } from "@/session/drill";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text, useSay } from "@/ui/text";
import { MethodTable } from "@/views/bench/method-table";
import { AppFrame } from "@/views/frame/app-frame";
import { saveReport } from "@/views/report/report-pdf";
import { customerSays, misreadWords, rankedName, wayWords } from "@/words/drill";
import { answerWords, caseName, debriefSheet, percent, rightCorrection, truthWords } from "@/words/drill-sheets";
import { causeMechanisms } from "@/words/mechanisms";
import { commonText } from "@/words/screens/common";
import { debriefCardsText, debriefViewText } from "@/words/screens/drill";
import { CareCard, PathCard, SaidCard, ScoreCard, WayCard } from "./debrief-cards";

interface DebriefViewProps {
  record: DrillRecord;
  onDrills: () => void;
}

type Opened =
  | { state: "opening" }
  | { state: "failed"; reason: string }
  | {
      state: "open";
      given: DrillCase;
      source: DrillSource;
      debrief: Debrief;
      trace: TraceStore;
      latest: DrillSample | null;
    };

/** The cover is off: a run that was kept, played again from its acts, and gone through. */
export function DebriefView({ record, onDrills }: DebriefViewProps) {
  const clerk = useDrillClerk();
  const [opened, setOpened] = useState<Opened>({ state: "opening" });
  useEffect(() => {
    let gone = false;
    const asked = sourceOfQuery(
      record.code === null ? (record.bench ?? "") : new URLSearchParams({ code: record.code }).toString(),
    );
    const made = asked?.ok ? caseOfSource(asked.value) : null;
    if (asked?.ok !== true || made?.ok !== true) {
      setOpened({ state: "failed", reason: debriefViewText.theCaseCannotBeCreated });
      return;
    }
    clerk.debriefOf(asked.value, record.script, record.endAt).then(
      (answer) => {
        if (gone) return;
        if (answer === null) return setOpened({ state: "failed", reason: debriefViewText.theCaseCannotBeSimulated });
        const trace = new TraceStore();
        trace.append(answer.samples);
        const { debrief } = answer;
        if (debrief.knowableAtS !== null) trace.note({ time: debrief.knowableAtS, kind: "mark", text: "decidable" });
        setOpened({
          state: "open",
          given: made.value,
          source: asked.value,
          debrief,
          trace,
          latest: answer.samples.at(-1) ?? null,
        });
      },
      (error: unknown) => !gone && setOpened({ state: "failed", reason: reasonOf(error) }),
    );
    return () => {
      gone = true;
    };
  }, [clerk, record]);
  if (opened.state !== "open")
    return (
      <AppFrame current="drill" title={debriefViewText.debrief}>
        <Box p="4" maxW="760px">
          {opened.state === "opening" ? (
            <Text role="status" fontSize="lg">
              {debriefViewText.replayingTheCase}
            </Text>
          ) : (
            <Notice tone="act" title={debriefViewText.debriefNotAvailable}>
              {debriefViewText.theListOfRunsShows(opened.reason)}
            </Notice>
          )}
        </Box>
      </AppFrame>
    );
  return <Open {...opened} onDrills={onDrills} />;
}

function Open({
  given,
  source,
  debrief,
  trace,
  latest,
  onDrills,
}: Omit<Extract<Opened, { state: "open" }>, "state"> & { onDrills: () => void }) {
  const figures = useFigures();
  const say = useSay();
  const { units } = useChoices();
  const [failure, setFailure] = useState<string | null>(null);
  const { score, said, believed, knowableAtS, minutes } = debrief;
  const endS = minutes * 60;
  const moments = useMemo(
    () => [
      { atS: 0, probability: said[0]?.before ?? 0 },
      ...said.map(({ atS, after }) => ({ atS, probability: after })),
    ],
    [said],
  );
  const beliefs = believed.map(({ atS, causes: list }) => {
    const names: readonly string[] = debrief.truth.length === 0 ? ["none"] : debrief.truth;
    const place = list.findIndex((cause) => names.includes(cause));
    return { atS, place: place < 0 ? null : place + 1 };
  });
  const save = () =>
    saveReport(`evrid-debrief-${given.code ?? "own"}.pdf`, debriefSheet(given, debrief, figures), {
      size: units === "us" ? "LETTER" : "A4",
      code: `${window.location.origin}/drill?${queryOfSource(source)}`,
      pictures: null,
      say,
      onePage: false,
    }).catch((error: unknown) => setFailure(debriefViewText.pageNotCreated(reasonOf(error))));
  return (
    <AppFrame
      current="drill"
      about="drill"
      page={caseName(given.code)}
      header={<DebriefHeader code={given.code} minutes={minutes} onSave={save} onDrills={onDrills} />}
    >
      <Stack as="main" p="4" gap="3.5">
        {failure !== null && (
          <Notice tone="act" title={commonText.notSaved}>
            {failure}
          </Notice>
        )}
        <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 330px" }} gap="3.5">
          <FaultCard debrief={debrief} given={given} />
          <ScoreCard score={score} />
        </Grid>
        <Card title={debriefViewText.probabilityOfTheFault}>
          <KnownLine moments={moments} clear={CLEAR_PROBABILITY} endS={endS} knowableAtS={knowableAtS} said={beliefs} />
          <Text kind="note">
            {believed.length > 0 ? debriefViewText.belowYourRankOfThe : debriefViewText.noEstimateWasAskedThe}
          </Text>
        </Card>
        <SaidCard debrief={debrief} />
        {believed.length > 0 && <EstimatesCard believed={believed} />}
        <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" }} gap="3.5">
          <WayCard debrief={debrief} />
          <PathCard debrief={debrief} />
          <CareCard debrief={debrief} />
        </Grid>
        <Card title={debriefViewText.instrumentReadings}>
          <Trace trace={trace} latest={latest} minutes={minutes > 19 ? 60 : 20} />
        </Card>
        {debrief.habits !== null && (
          <Card title={debriefViewText.chargeByOtherMethodsOn}>
            <MethodTable answer={debrief.habits.answer} hotC={debrief.habits.hotC} />
          </Card>
        )}
      </Stack>
    </AppFrame>
  );
}

interface DebriefHeaderProps {
  code: Parameters<typeof caseName>[0];
  minutes: number;
  onSave: () => void;
  onDrills: () => void;
}

function DebriefHeader({ code, minutes, onSave, onDrills }: DebriefHeaderProps) {
  return (
    <>
      <Text as="h1" kind="value" whiteSpace="nowrap">
        {caseName(code)}
      </Text>
      <Text kind="aside" truncate minW="0" flex="1">
        {debriefViewText.answerShownAfterMin(Math.round(minutes))}
      </Text>
      <Flex gap="2" wrap={{ base: "wrap", md: "nowrap" }} flexShrink={{ md: 0 }}>
        <BenchButton kind="quiet" onClick={onSave}>
          {debriefViewText.savePage}
        </BenchButton>
        <BenchButton onClick={onDrills}>{debriefViewText.goToDrills}</BenchButton>
      </Flex>
    </>
  );
}

/** What was wrong, what was answered, and by which mechanism it shows. */
function FaultCard({ debrief, given }: Pick<Extract<Opened, { state: "open" }>, "debrief" | "given">) {
  const figures = useFigures();
  const { right, score, causes } = debrief;
  return (
    <Box
      bg="sheet"
      borderLeftWidth="6px"
      borderLeftColor={!right ? "danger" : score.cause === 0 ? "wait" : "done"}
      rounded="card"
      px="4"
      py="3"
    >
      <Text kind="label">{debriefViewText.fault}</Text>
      <Text fontSize="xl" fontWeight="semibold" lineHeight="1.2">
        {truthWords(debrief, given, figures)}
      </Text>
      <Text fontSize="md" mt="2">
        <b>
          {right && score.cause === 0
            ? debriefViewText.correctButAGuess
            : right
              ? debriefViewText.yourDiagnosisCorrect
              : causes === null
                ? ""
                : debriefViewText.yourDiagnosis}
        </b>
        {answerWords(debrief, figures)}
      </Text>
      {debrief.truth.map((cause) => (
        <Text key={cause} fontSize="md" mt="1">
          {causeMechanisms[cause]}
        </Text>
      ))}
      {debrief.separating !== null && (
        <Text fontSize="md" mt="1" fontWeight="semibold">
          {debriefCardsText.separating(wayWords(debrief.separating))}
        </Text>
      )}
      <Text fontSize="md">
        <b>{debriefViewText.charge}</b>
        {`${rightCorrection(debrief.grams, figures)}.`}
      </Text>
      {given.misread !== null && (
        <Text fontSize="md" mt="1" color="wait" fontWeight="semibold">
          {misreadWords[given.misread]}
        </Text>
      )}
      <Text kind="aside" mt="2">
        {`Complaint: “${customerSays(given.story)}”`}
      </Text>
    </Box>
  );
}

/** Each estimate that was asked for, beside what the readings allowed by then. */
function EstimatesCard({ believed }: Pick<Debrief, "believed">) {
  return (
    <Card title={debriefViewText.yourEstimatesAndTheReadings}>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" }} gap="4">
        {believed.map(({ atS, causes: list, allowed }) => (
          <Box key={atS}>
            <Text fontWeight="semibold" fontSize="md">
              {debriefViewText.after(formatClock(atS))}
            </Text>
            <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="2" mt="1">
              <Text fontSize="md" lineHeight="1.4">
                {list.map((cause, i) => `${i + 1} ${rankedName(cause)}`).join("\n")}
              </Text>
              <Text kind="aside" lineHeight="1.4">
                {allowed.map(({ cause, probability }) => `${rankedName(cause)}, ${percent(probability)}`).join("\n")}
              </Text>
            </Grid>
          </Box>
        ))}
      </Grid>
    </Card>
  );
}
