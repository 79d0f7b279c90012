"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { type Decision, decide } from "@/core/diagnosis/decide/decide";
import { type Warning, warningOf } from "@/core/diagnosis/decide/verdict";
import { gapsOf } from "@/core/records/run-sheet";
import { RankingHistory } from "@/pictures/ranking-history";
import { useJobOf, useVerdict, useWording } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { Apart, CauseBar, Progress } from "@/views/job/frame/evidence-rail";
import { StepEnd } from "@/views/job/frame/step-end";
import { decisionWords } from "@/words/decision";
import { gainSentence, outcomeSentence, testSentence, warningSentence } from "@/words/diagnosis";
import { noticeWords } from "@/words/notices";

const actTones: Record<Decision["act"], "act" | "wait" | "done"> = {
  stop: "act",
  "check-instruments": "wait",
  identify: "act",
  "test-first": "wait",
  "prove-tight": "done",
  "check-control": "done",
  "check-air": "done",
  repair: "done",
  "find-leak": "done",
  weigh: "done",
  leave: "done",
};

/** Warnings that forbid going on stand first and loud. */
const loud = [
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

const empty: readonly Decision["reason"]["code"][] = ["almost-empty", "open-to-air", "held-vacuum"];
/** Their decision says all that there is to say. */
const said: ReadonlySet<Warning["code"]> = new Set([...empty, "implausible", "do-not-fit"] as Warning["code"][]);
const forbidsRunning = ({ reason }: Decision) => empty.includes(reason.code);

const keyOf = (warning: Warning) => JSON.stringify(warning);

export function VerdictStep() {
  const figures = useFigures();
  const { verdict, rows, history, failed } = useVerdict("verdict", "rows", "history", "failed");
  const wording = useWording(figures);
  const jobId = useJobOf(({ id }) => id);
  const judgeable = useJobOf((job) => gapsOf(job, "verdict").length === 0);
  if (verdict === null && failed) {
    return (
      <Stack gap="3.5" maxW="1080px">
        <Notice tone="act" title={noticeWords.noDiagnosis}>
          {noticeWords.restartDiagnosis}
        </Notice>
        <StepEnd step="verdict" also={judgeable ? noticeWords.diagnosisGap : undefined} />
      </Stack>
    );
  }
  if (verdict === null || wording === null) {
    return (
      <Stack gap="3.5" maxW="1080px">
        <Progress />
        <Notice title="No verdict without readings">
          Give label, ambient, altitude and at least one running reading, or the static pressure of an empty circuit.
          Until then nothing is guessed.
        </Notice>
        <StepEnd step="verdict" also={judgeable ? noticeWords.diagnosisGap : undefined} />
      </Stack>
    );
  }
  const decision = decide(verdict);
  // An evacuated circuit says nothing of what was the matter.
  const ranks = warningOf(verdict, "held-vacuum") === undefined;
  const { sentence, unless } = decisionWords(decision, wording);
  // What decides is said once, on top.
  const loudOnes = verdict.warnings.filter(
    ({ code }) => loud.includes(code) && !(said.has(code) && code === decision.reason.code),
  );
  const quiet = verdict.warnings.filter(({ code }) => !loud.includes(code));
  return (
    <Stack gap="3.5" maxW="1080px">
      <Notice tone={forbidsRunning(decision) ? "act" : actTones[decision.act]} title={sentence}>
        <Text>{unless}</Text>
      </Notice>
      {loudOnes.map((warning) => (
        <Notice key={keyOf(warning)} tone="act" title={warningSentence(warning, wording)} />
      ))}
      <Apart verdict={verdict} wording={wording} />
      {ranks && (
        <Card title="Causes, with what speaks for and against each">
          <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} columnGap="6" rowGap="2">
            {rows
              .filter(({ probability }) => probability > 0.01)
              .map((row) => (
                <CauseBar key={row.cause} row={row} wording={wording} reasons={4} open />
              ))}
          </Grid>
          <Text fontSize="14px" color="soft" mt="2">
            Learned from simulated tests of the whole range of vehicles, workshops and gaps; bands simulated for this
            label in these conditions.
          </Text>
        </Card>
      )}
      <BenchButton asChild kind="quiet" alignSelf="start">
        <Link href={`/bench?job=${encodeURIComponent(jobId)}`}>Try it on the bench</Link>
      </BenchButton>
      {verdict.nextTests.length > 0 && (
        <Card title="What would settle it, by what it tells in a minute">
          {verdict.nextTests.slice(0, 5).map((test) => (
            <Flex key={test.test} gap="4" py="2" borderTopWidth="1px" borderColor="line" wrap="wrap">
              <Box flex="1 1 240px">
                <Text fontWeight="600">{testSentence(test.test, wording)}</Text>
                <Text fontSize="14px" color="soft">
                  {gainSentence(test, verdict)}
                </Text>
              </Box>
              <Box flex="1 1 260px" fontSize="14px">
                {test.outcomes.map((outcome) => (
                  <Text key={outcome.cause}>{outcomeSentence(outcome, wording)}</Text>
                ))}
              </Box>
            </Flex>
          ))}
        </Card>
      )}
      {verdict.charge && (
        <Card title="The amount">
          <Text fontSize="28px" fontWeight="650">
            {verdict.charge.weighed
              ? `${figures.quantity(verdict.charge.medianG, "g")}, weighed`
              : `${figures.number(verdict.charge.lowG, "g")} to ${figures.quantity(verdict.charge.highG, "g")}`}
          </Text>
          <Text color="soft">
            {verdict.charge.weighed
              ? "It was recovered and weighed: nothing is inferred any more."
              : verdict.charge.identified
                ? "These readings hold it within a narrow range. The scale still decides."
                : "These readings fit any of these. Pressures do not weigh: recover it and read the scale."}
          </Text>
        </Card>
      )}
      {history.length > 1 && (
        <Card title="How the ranking moved">
          <RankingHistory history={history} />
        </Card>
      )}
      {quiet.map((warning) => (
        <Text key={keyOf(warning)} color="soft">
          {warningSentence(warning, wording)}
        </Text>
      ))}
      <StepEnd step="verdict" />
    </Stack>
  );
}
