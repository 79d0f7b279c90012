"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import { causes } from "@/core/causes/catalogue";
import { type Lesson, type LessonChannel, lessonChannels } from "@/core/drill/lesson-shapes";
import { channels } from "@/core/readings/channels";
import { reasonOf } from "@/core/result";
import { formatClock, type UnitId } from "@/core/units/units";
import * as z from "@/core/zod";
import { LessonTrace } from "@/pictures/lesson-trace";
import { useChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { useShortcuts } from "@/ui/shortcuts";
import { Text, useSay } from "@/ui/text";
import { TextField } from "@/ui/text-field";
import { saveReport } from "@/views/report/report-pdf";
import { pauseQuestions } from "@/words/drill";
import { allowedWords, type ClassSheetOptions, classSheet, lessonAnswer } from "@/words/drill-sheets";
import { classScreenText } from "@/words/screens/drill";
import { VoteBars, VoteTable } from "./class-votes";
import { noteRevealed } from "./revealed";

export interface Prepared extends Omit<ClassSheetOptions, "answer"> {
  lesson: Lesson;
  /** Code of the case; null for a log or a job. */
  code: string | null;
  /** Where its votes and answer are kept. */
  key: string;
  address: string;
}

const keptSchema = z.object({
  answer: z.string().max(4000),
  votes: z.array(z.partialRecord(z.enum(causes), z.int().min(0).max(999))),
});
type Kept = z.infer<typeof keptSchema>;

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Answer typed by the trainer, kept as long as the tab. */
function useKept(key: string, pauses: number): [Kept, (change: (kept: Kept) => Kept) => void] {
  const name = `evrid.class ${key}`;
  const [kept, setKept] = useState<Kept>({ answer: "", votes: Array.from({ length: pauses }, () => ({})) });
  useEffect(() => {
    const found = sessionStorage.getItem(name);
    if (found === null) return;
    const read = keptSchema.safeParse(parsed(found));
    if (read.success && read.data.votes.length === pauses) setKept(read.data);
  }, [name, pauses]);
  const change = useCallback(
    (make: (kept: Kept) => Kept) =>
      setKept((now) => {
        const next = make(now);
        sessionStorage.setItem(name, JSON.stringify(next));
        return next;
      }),
    [name],
  );
  return [kept, change];
}

const shownAs: Record<LessonChannel, { unit: UnitId; decimals: number }> = {
  low: { unit: "kPa", decimals: 0 },
  high: { unit: "kPa", decimals: 0 },
  vent: { unit: "degC", decimals: 1 },
  suction: { unit: "degC", decimals: 1 },
  liquid: { unit: "degC", decimals: 1 },
  discharge: { unit: "degC", decimals: 0 },
};
const PACE = 20;
const TICK_MS = 100;

/** Full screen, in type for the back row; everything by one key. No sound. */
export function Class({ prepared }: { prepared: Prepared }) {
  const { lesson, title, facts, customer, address } = prepared;
  const router = useRouter();
  const figures = useFigures();
  const say = useSay();
  const { units } = useChoices();
  const { samples, pauses } = lesson;
  const [kept, change] = useKept(prepared.key, pauses.length);
  const [atS, setAtS] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [shown, setShown] = useState<readonly LessonChannel[]>(["low", "high"]);
  const [answerOn, setAnswerOn] = useState(false);
  useEffect(() => {
    if (answerOn && prepared.code !== null) noteRevealed(prepared.code);
  }, [answerOn, prepared.code]);
  const [votesOpen, setVotesOpen] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const root = useRef<HTMLDivElement>(null);
  /** The whole test with all its lines, for the sheets. */
  const drawn = useRef<HTMLDivElement>(null);
  const endS = samples.at(-1)?.time ?? 0;
  const at = pauses.findLastIndex((pause) => pause.atS <= atS + 0.01);
  const pause = pauses[at];
  const stands = pause !== undefined && Math.abs(pause.atS - atS) < 0.5;
  const nextS = pauses.find((one) => one.atS > atS + 0.01)?.atS ?? endS;
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => {
      setAtS((now) => {
        const next = now + (PACE * TICK_MS) / 1000;
        if (next < nextS) return next;
        setPlaying(false);
        return nextS;
      });
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [playing, nextS]);
  const there = lessonChannels.filter((channel) => samples.some((sample) => sample[channel] !== null));
  const toggle = (channel: LessonChannel) =>
    setShown(shown.includes(channel) ? shown.filter((one) => one !== channel) : [...shown, channel]);
  const jump = (to: number | undefined) => {
    setPlaying(false);
    if (to !== undefined) setAtS(to);
  };
  const answer = kept.answer.trim() === "" ? lessonAnswer(lesson, figures) : kept.answer;
  // One after the other, however fast the keys come.
  const saving = useRef<Promise<void>>(Promise.resolve());
  const sheet = (withAnswers: boolean) => {
    const make = () =>
      saveReport(
        `evrid-class-${withAnswers ? "answers" : "questions"}.pdf`,
        classSheet(lesson, { title, facts, customer, answer }, withAnswers, figures),
        {
          size: units === "us" ? "LETTER" : "A4",
          code: `${window.location.origin}${address}`,
          pictures: drawn.current,
          say,
          onePage: false,
        },
      ).catch((error: unknown) => setFailure(classScreenText.sheetNotCreated(reasonOf(error))));
    saving.current = saving.current.then(make);
  };
  const full = () => {
    if (document.fullscreenElement !== null) void document.exitFullscreen();
    else root.current?.requestFullscreen().catch(() => setFailure(classScreenText.thisBrowserDoesNotAllow));
  };
  useShortcuts([
    { key: " ", does: classScreenText.playOrPause, run: () => setPlaying(!playing && atS < endS) },
    { key: "arrowright", does: classScreenText.nextPause, run: () => jump(nextS) },
    {
      key: "arrowleft",
      does: classScreenText.previousPause,
      run: () => jump(pauses.findLast((one) => one.atS < atS - 0.5)?.atS ?? 0),
    },
    ...there.map((channel, i) => ({
      key: String(i + 1),
      does: classScreenText.showOrHide(channels[channel].name),
      run: () => toggle(channel),
    })),
    { key: "a", does: classScreenText.showOrHideAnswer, run: () => setAnswerOn(!answerOn) },
    { key: "g", does: classScreenText.votes, run: () => setVotesOpen(!votesOpen) },
    { key: "f", does: classScreenText.fullScreen, run: full },
    { key: "q", does: classScreenText.classSheetQuestions, run: () => sheet(false) },
    { key: "s", does: classScreenText.classSheetAnswers, run: () => sheet(true) },
    { key: "escape", does: classScreenText.backToDrills, run: () => router.push("/drill") },
  ]);
  const now = samples.findLast(({ time }) => time <= atS) ?? samples[0];
  const votes = at >= 0 ? (kept.votes[at] ?? {}) : {};
  return (
    <Box
      ref={root}
      as="main"
      bg="ground"
      color="ink"
      h="100dvh"
      overflow="hidden"
      display="flex"
      flexDirection="column"
      data-class-room
    >
      <Flex px="6" py="3" bg="sheet" borderBottomWidth="1px" borderColor="line" align="baseline" gap="5">
        <Text as="h1" fontSize="3xl" fontWeight="semibold" whiteSpace="nowrap">
          {title}
        </Text>
        <Text fontSize="3xl" color="soft" truncate flex="1" minW="0">
          {facts.join(", ")}
        </Text>
        <Text fontSize="3xl" fontWeight="semibold" whiteSpace="nowrap">
          {classScreenText.ofLabel(formatClock(atS), formatClock(endS))}
        </Text>
      </Flex>
      <Grid
        templateColumns={`repeat(${Math.max(there.length, 1)}, 1fr)`}
        borderBottomWidth="1px"
        borderColor="line"
        bg="field"
      >
        {there.map((channel, i) => {
          const { unit, decimals } = shownAs[channel];
          const on = shown.includes(channel);
          return (
            <Box key={channel} px="5" py="2" borderRightWidth="1px" borderColor="line" minW="0">
              <Text fontSize="3xl" color="soft" whiteSpace="nowrap">
                {`${channels[channel].short}, ${figures.label(unit)}`}
              </Text>
              <Text
                fontSize={on ? "4xl" : "3xl"}
                fontWeight={on ? "semibold" : "normal"}
                color={on ? "ink" : "soft"}
                lineHeight="1.05"
                minH="clamp(38px, 3.9vw, 76px)"
                whiteSpace="nowrap"
              >
                {on ? figures.number(now?.[channel], unit, decimals) : "covered"}
              </Text>
              <Text fontSize="3xl" color="soft">
                {`key ${i + 1}`}
              </Text>
            </Box>
          );
        })}
      </Grid>
      <Grid flex="1" minH="0" templateColumns="minmax(0, 1fr) clamp(300px, 28vw, 540px)">
        <Box p="4" minH="0" minW="0">
          <LessonTrace samples={samples} pauses={pauses} atS={atS} shown={shown} />
        </Box>
        <Stack p="5" gap="4" borderLeftWidth="1px" borderColor="line" bg="sheet" minH="0" overflowY="auto">
          <Text fontSize="3xl" fontWeight="semibold" lineHeight="1.2" role="status">
            {stands
              ? pauseQuestions[pause.kind]
              : customer !== null
                ? `“${customer}”`
                : playing
                  ? "Running."
                  : classScreenText.pressSpaceToPlay}
          </Text>
          {at >= 0 && <VoteBars votes={votes} />}
          {votesOpen && at >= 0 && (
            <VoteTable
              votes={votes}
              onVotes={(next) => change((k) => ({ ...k, votes: k.votes.map((one, i) => (i === at ? next : one)) }))}
              onDone={() => setVotesOpen(false)}
            />
          )}
          {answerOn && (
            <Box borderWidth="3px" borderColor="done" rounded="card" px="4" py="3" data-answer>
              <Text fontSize="3xl" color="soft" fontWeight="semibold">
                {classScreenText.answer}
              </Text>
              <Text fontSize="3xl" fontWeight="semibold" lineHeight="1.2" typed={kept.answer !== ""}>
                {answer === "" ? classScreenText.onlyTheTrainerKnowsEnter : answer}
              </Text>
              {lesson.truth === null && (
                <Box mt="2">
                  <TextField
                    label={classScreenText.answer}
                    value={kept.answer}
                    onChange={(text) => change((k) => ({ ...k, answer: text }))}
                  />
                </Box>
              )}
              {pause !== undefined && pause.allowed.length > 0 && (
                <Text fontSize="3xl" mt="2">
                  {classScreenText.possibleByThen(allowedWords(pause))}
                </Text>
              )}
            </Box>
          )}
          {failure !== null && (
            <Text role="alert" color="danger" fontSize="3xl" fontWeight="semibold">
              {failure}
            </Text>
          )}
        </Stack>
      </Grid>
      <Flex px="4" py="1.5" gap="2" bg="sheet" borderTopWidth="1px" borderColor="line" wrap="wrap" align="center">
        <BenchButton kind="act" shortcut="space" onClick={() => setPlaying(!playing && atS < endS)}>
          {playing ? "Stop" : "Play"}
        </BenchButton>
        <BenchButton kind="quiet" shortcut="→" repeats onClick={() => jump(nextS)}>
          {classScreenText.nextPause}
        </BenchButton>
        <BenchButton
          kind="quiet"
          shortcut="G"
          aria-expanded={votesOpen}
          disabled={at < 0}
          onClick={() => setVotesOpen(!votesOpen)}
        >
          {classScreenText.votes}
        </BenchButton>
        <BenchButton kind="quiet" shortcut="A" aria-pressed={answerOn} onClick={() => setAnswerOn(!answerOn)}>
          {classScreenText.answer}
        </BenchButton>
        <BenchButton kind="quiet" shortcut="F" onClick={full}>
          {classScreenText.fullScreen}
        </BenchButton>
        <Box ml="auto" />
        <BenchButton kind="quiet" shortcut="Q" onClick={() => sheet(false)}>
          {classScreenText.questions}
        </BenchButton>
        <BenchButton kind="quiet" shortcut="S" onClick={() => sheet(true)}>
          {classScreenText.withAnswers}
        </BenchButton>
        <BenchButton kind="quiet" shortcut="Esc" onClick={() => router.push("/drill")}>
          {classScreenText.drills}
        </BenchButton>
      </Flex>
      <Box ref={drawn} position="absolute" left="-10000px" top="0" w="1240px" aria-hidden>
        <Box data-picture="traces">
          <LessonTrace samples={samples} pauses={pauses} atS={endS} shown={there} />
        </Box>
      </Box>
    </Box>
  );
}
