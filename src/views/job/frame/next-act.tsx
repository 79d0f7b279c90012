"use client";

import { Box } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { type Decision, decide } from "@/core/diagnosis/decide/decide";
import type { Diagnosis } from "@/core/diagnosis/decide/diagnosis";
import type { NextTest, TestId } from "@/core/diagnosis/next-test/next-tests";
import { channels } from "@/core/readings/channels";
import { fields } from "@/core/records/fields";
import type { StepId } from "@/core/records/job";
import { useJob } from "@/session/session";
import { bringTo } from "@/ui/bring-to";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { actButtons, actInShort, decisionWords } from "@/words/decision";
import { gainSentence, outcomeSentence, testSentence, type Wording } from "@/words/diagnosis";
import { lowerFirst } from "@/words/letters";
import { nextActText } from "@/words/screens/job-frame";
import { stepPath } from "./steps";

/** Field that the reading of a test is typed into, by its label. */
const fieldOfTest: Partial<Record<TestId, string>> = {
  "suction-clamp": `${channels.suction.name}, idle`,
  "liquid-clamp": `${channels.liquid.name}, idle`,
  "discharge-clamp": `${channels.discharge.name}, idle`,
  "vent-probe": `${channels.vent.name}, idle`,
  "condenser-air": `${channels.condenserIn.name}, idle`,
  idle: `${channels.low.name}, idle`,
  "fast-idle": nextActText.fastIdle(channels.low.name),
  rest: fields.low.label,
  "shut-off": fields.meet.label,
  command: `${channels.command.name}, idle`,
  recover: fields.recovered.label,
};

/** Where each test is done and entered. */
const stepOfTest: Record<TestId, StepId> = {
  look: "look",
  "suction-clamp": "running",
  "liquid-clamp": "running",
  "discharge-clamp": "running",
  "vent-probe": "running",
  "condenser-air": "running",
  "both-gauges": "hook-up",
  idle: "running",
  "fast-idle": "running",
  rest: "rest",
  "shut-off": "shut-off",
  "line-spots": "running",
  command: "running",
  "electric-scan": "look",
  recover: "recover",
};

/** Step where each act begins; a test has its own. */
const stepOfAct: Record<Decision["act"], StepId | null> = {
  stop: null,
  "check-instruments": "running",
  identify: "recover",
  "test-first": "running",
  "prove-tight": "leak",
  "check-control": "look",
  "check-air": "look",
  repair: "recover",
  "find-leak": "leak",
  weigh: "recover",
  leave: "sign-off",
};

/** The one next act by a verdict, the test that comes first where there is one, and the way to begin it. Bound to G. */
function useNextAct(verdict: Diagnosis): { decision: Decision; test: NextTest | null; begin: (() => void) | null } {
  const { job } = useJob();
  const router = useRouter();
  const decision = decide(verdict);
  const test =
    decision.act === "test-first" ? (verdict.nextTests.find((one) => one.test === decision.test) ?? null) : null;
  const step = test ? stepOfTest[test.test] : stepOfAct[decision.act];
  const begin = () => {
    if (step === null) return;
    router.push(stepPath(job.id, step));
    if (test) bringTo(fieldOfTest[test.test] ?? null);
  };
  useShortcuts([{ key: "g", does: nextActText.startNextAction, run: begin }]);
  return { decision, test, begin: step === null ? null : begin };
}

interface NextActProps {
  verdict: Diagnosis;
  wording: Wording;
}

/** The next act at the foot of the rail, the same as in the diagnosis step. */
export function NextAct({ verdict, wording }: NextActProps) {
  const { decision, test, begin } = useNextAct(verdict);
  return (
    <Box borderWidth="2px" borderColor="ink" rounded="10px" px="3" py="2.5">
      <Text fontSize="md" fontWeight="semibold" lineHeight="1.3">
        {nextActText.next(test ? lowerFirst(testSentence(test.test, wording)) : actInShort(decision))}
      </Text>
      {test && <TestNotes test={test} verdict={verdict} wording={wording} />}
      {begin && (
        <BenchButton mt="2" w="full" shortcut="G" onClick={begin}>
          {nextActText.open}
        </BenchButton>
      )}
    </Box>
  );
}

function TestNotes({ test, verdict, wording }: NextActProps & { test: NextTest }) {
  return (
    <>
      <Text kind="note" mt="1">
        {gainSentence(test, verdict)}
      </Text>
      {test.outcomes.slice(0, 2).map((outcome) => (
        <Text key={outcome.cause} fontSize="sm">
          {outcomeSentence(outcome, wording)}
        </Text>
      ))}
    </>
  );
}

/** The next act as the headline of the diagnosis, with its reason, what would change it, and the button that begins it. */
export function ActHeadline({
  verdict,
  wording,
  tone,
  amount,
}: NextActProps & { tone: "act" | "wait" | "done"; amount: string | null }) {
  const { decision, test, begin } = useNextAct(verdict);
  const { sentence, unless } = decisionWords(decision, wording);
  const settled =
    test === null && !verdict.nextTests.some(({ changesAct, test: id }) => changesAct && id !== "recover");
  const button = begin && (
    <BenchButton kind="act" shortcut="G" px="5" minH="60px" flexShrink="0" onClick={begin}>
      {actButtons[decision.act]}
    </BenchButton>
  );
  return (
    <Notice tone={tone} title={sentence} aside={button}>
      {test && (
        <>
          <Text fontSize="md" fontWeight="semibold" color="ink">
            {testSentence(test.test, wording)}
          </Text>
          <TestNotes test={test} verdict={verdict} wording={wording} />
        </>
      )}
      <Text>{[amount, settled ? nextActText.noFurtherTestWouldChange : unless].filter(Boolean).join(" ")}</Text>
    </Notice>
  );
}
