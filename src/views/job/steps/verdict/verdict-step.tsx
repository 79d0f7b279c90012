"use client";

import { Box, Grid, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useState } from "react";
import type { Cause } from "@/core/causes/catalogue";
import { type Decision, decide, isBeforeRanking, isWorthwhile } from "@/core/diagnosis/decide/decide";
import { type Diagnosis, type RankedCause, type Warning, warningOf } from "@/core/diagnosis/decide/diagnosis";
import type { EvidenceRow, ReasonQuantity } from "@/core/diagnosis/explain/reasons";
import { gapsOf } from "@/core/records/run-sheet";
import { RankingHistory } from "@/pictures/charts/ranking-history";
import { EvidenceRows } from "@/pictures/evidence-rows";
import { useDiagnosis, useJobOf, useWording } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { Apart, CauseBar, Progress } from "@/views/job/frame/evidence-rail";
import { ActHeadline } from "@/views/job/frame/next-act";
import { StepEnd } from "@/views/job/frame/step-end";
import {
  gainSentence,
  outcomeSentence,
  seenSentence,
  severitySentence,
  testSentence,
  type Wording,
  warningSentence,
} from "@/words/diagnosis";
import { noticeWords } from "@/words/notices";
import { evidenceWords } from "@/words/reasons";
import { commonText } from "@/words/screens/common";
import { diagnosisStepText } from "@/words/screens/steps/verdict";

const actTones: Record<Decision["act"], "act" | "wait" | "done"> = {
  stop: "act",
  "check-instruments": "wait",
  identify: "act",
  "test-first": "wait",
  "prove-tight": "act",
  "check-control": "done",
  "check-air": "done",
  repair: "done",
  "find-leak": "done",
  weigh: "done",
  leave: "done",
};

/** Warnings that forbid going on stand first and loud. */
const loud: readonly Warning["code"][] = [
  "stop-high-side",
  "stop-blocked-before-port",
  "implausible",
  "low-side-only",
  "almost-empty",
  "open-to-air",
  "held-vacuum",
  "beyond-learned",
  "wrong-refrigerant",
  "do-not-fit",
  "suspect-reading",
];

/** Their decision says all that there is to say. */
const said: ReadonlySet<string> = new Set(["almost-empty", "open-to-air", "held-vacuum", "implausible", "do-not-fit"]);

/** Rows that stand whatever they say; others only where they support or contradict. */
const alwaysShown: readonly ReasonQuantity[] = [
  "subcooling",
  "liquid",
  "superheat",
  "suction",
  "condenserSplit",
  "airDrop",
  "low",
  "staticPressure",
];
const isShown = ({ quantity, says }: EvidenceRow) => says !== "neutral" || alwaysShown.includes(quantity);

/** Causes less probable than this are not listed. */
const LISTED = 0.01;

const keyOf = (warning: Warning) => JSON.stringify(warning);

export function DiagnosisStep() {
  const figures = useFigures();
  const { verdict, rows, history, failed } = useDiagnosis("verdict", "rows", "history", "failed");
  const wording = useWording(figures);
  const jobId = useJobOf(({ id }) => id);
  const judgeable = useJobOf((job) => gapsOf(job, "verdict").length === 0);
  const unanswered = judgeable ? noticeWords.diagnosisGap : undefined;
  if (verdict === null || wording === null) {
    return (
      <Stack gap="3.5" maxW="1180px">
        <NoDiagnosis failed={verdict === null && failed} />
        <StepEnd step="verdict" also={unanswered} />
      </Stack>
    );
  }
  const decision = decide(verdict);
  // An evacuated circuit says nothing of what was the matter.
  const ranks = warningOf(verdict, "held-vacuum") === undefined;
  const leading = verdict.causes[0]!;
  // The decision is stated once, on top.
  const loudOnes = verdict.warnings.filter(
    ({ code }) => loud.includes(code) && !(said.has(code) && code === decision.reason.code),
  );
  const quiet = verdict.warnings.filter(({ code }) => !loud.includes(code));
  const evidence = verdict.evidence.filter(isShown);
  return (
    <Stack gap="3" maxW="1180px">
      <ActHeadline
        verdict={verdict}
        wording={wording}
        tone={isBeforeRanking(decision) ? "act" : actTones[decision.act]}
        amount={amountOf(leading, decision, wording)}
      />
      {loudOnes.map((warning) => (
        <Notice key={keyOf(warning)} tone="act" title={warningSentence(warning, wording)} />
      ))}
      {ranks && (evidence.length > 0 || leading.seen.length > 0) && (
        <Card>
          <EvidenceRows
            rows={evidence}
            leading={leading.cause}
            wording={wording}
            seen={leading.seen.map(seenSentence)}
          />
          <Text kind="note" mt="1">
            {evidenceWords.note}
          </Text>
        </Card>
      )}
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3" alignItems="start">
        {ranks && <OtherCauses verdict={verdict} rows={rows} wording={wording} />}
        <Tests verdict={verdict} wording={wording} />
        {verdict.charge && <Amount charge={verdict.charge} />}
        {history.length > 1 && (
          <Card title={diagnosisStepText.rankingOverTime}>
            <RankingHistory history={history} />
          </Card>
        )}
      </Grid>
      {quiet.map((warning) => (
        <Text key={keyOf(warning)} kind="soft">
          {warningSentence(warning, wording)}
        </Text>
      ))}
      <BenchButton asChild kind="quiet" alignSelf="start">
        <Link href={`/bench?job=${encodeURIComponent(jobId)}`}>{diagnosisStepText.tryOnBench}</Link>
      </BenchButton>
      <StepEnd step="verdict" later={decision.act !== "stop"} />
    </Stack>
  );
}

function NoDiagnosis({ failed }: { failed: boolean }) {
  return failed ? (
    <Notice tone="act" title={noticeWords.noDiagnosis}>
      {noticeWords.restartDiagnosis}
    </Notice>
  ) : (
    <>
      <Progress />
      <Notice title={diagnosisStepText.noDiagnosisWithoutReadings}>
        {diagnosisStepText.enterLabelAmbientAltitudeAnd}
      </Notice>
    </>
  );
}

/** Severity of the leading cause, where it decides the action. */
function amountOf({ cause, severity }: RankedCause, { reason }: Decision, wording: Wording): string | null {
  if (reason.code !== "lack" && reason.code !== "cause") return null;
  const sentence = severitySentence(cause, severity, wording);
  return sentence === null ? null : `${sentence}.`;
}

interface OtherCausesProps {
  verdict: Diagnosis;
  rows: readonly RankedCause[];
  wording: Wording;
}

/** Every cause with its probability; one at a time shows its reasons. */
function OtherCauses({ verdict, rows, wording }: OtherCausesProps) {
  const [open, setOpen] = useState<Cause | null>(null);
  return (
    <Card title={diagnosisStepText.possibleCauses}>
      <Apart verdict={verdict} wording={wording} />
      {rows
        .filter(({ probability }) => probability > LISTED)
        .map((row) => (
          <CauseBar
            key={row.cause}
            row={row}
            wording={wording}
            reasons={3}
            open={row.cause === open}
            onToggle={() => setOpen(row.cause === open ? null : row.cause)}
          />
        ))}
    </Card>
  );
}

/** Tests that are worth their minutes first; of the others it is said that they would not change the act. */
function Tests({ verdict, wording }: { verdict: Diagnosis; wording: Wording }) {
  const [worth, idle] = [true, false].map((kind) => verdict.nextTests.filter((one) => isWorthwhile(one) === kind));
  const would = idle!.filter(({ changesAct }) => changesAct);
  const wouldNot = idle!.filter(({ changesAct }) => !changesAct);
  if (verdict.nextTests.length === 0) return null;
  return (
    <Card title={diagnosisStepText.nextTests}>
      {worth!.slice(0, 4).map((test) => (
        <Box key={test.test} py="2" borderTopWidth="1px" borderColor="line">
          <Text fontWeight="semibold">{testSentence(test.test, wording)}</Text>
          <Text kind="note">{gainSentence(test, verdict)}</Text>
          <Box fontSize="sm">
            {test.outcomes.map((outcome) => (
              <Text key={outcome.cause}>{outcomeSentence(outcome, wording)}</Text>
            ))}
          </Box>
        </Box>
      ))}
      <TestList title={diagnosisStepText.couldChangeTheActionBut} tests={would} wording={wording} />
      <TestList title={diagnosisStepText.wouldNotChangeTheAction} tests={wouldNot} wording={wording} />
    </Card>
  );
}

function TestList({ title, tests, wording }: { title: string; tests: Diagnosis["nextTests"]; wording: Wording }) {
  if (tests.length === 0) return null;
  return (
    <Box py="2" borderTopWidth="1px" borderColor="line">
      <Text fontSize="sm" fontWeight="semibold" color="soft">
        {title}
      </Text>
      <Text fontSize="md">
        {tests.map(({ test, minutes }) => diagnosisStepText.min(testSentence(test, wording), minutes)).join(" · ")}
      </Text>
    </Box>
  );
}

function Amount({ charge }: { charge: NonNullable<Diagnosis["charge"]> }) {
  const figures = useFigures();
  return (
    <Card title={commonText.charge}>
      <Text fontSize="3xl" fontWeight="semibold">
        {charge.weighed
          ? `${figures.quantity(charge.medianG, "g")}, weighed`
          : diagnosisStepText.to(figures.number(charge.lowG, "g"), figures.quantity(charge.highG, "g"))}
      </Text>
      <Text kind="soft">
        {charge.weighed
          ? diagnosisStepText.recoveredAndWeighed
          : charge.identified
            ? diagnosisStepText.theReadingsGiveANarrow
            : diagnosisStepText.theReadingsFitAllOf}
      </Text>
    </Card>
  );
}
