"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { type RefObject, useCallback, useEffect, useRef, useState } from "react";
import { causes } from "@/core/causes/catalogue";
import { type Lesson, type LessonChannel, lessonChannels } from "@/core/drill/lesson-shapes";
import { channels } from "@/core/readings/channels";
import { reasonOf } from "@/core/result";
import { formatClock, type UnitId } from "@/core/units/units";
import * as z from "@/core/zod";
import { LessonTrace } from "@/pictures/charts/lesson-trace";
import { useChoices } from "@/session/choices";
import { BenchButton } from "@/ui/buttons";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { useShortcuts } from "@/ui/shortcuts";
import { Text, useSay } from "@/ui/text";
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

/** The lesson as it plays: stops by itself at each pause. */
function usePlayed({ samples, pauses }: Lesson) {
  const [atS, setAtS] = useState(0);
  const [playing, setPlaying] = useState(false);
  const endS = samples.at(-1)?.time ?? 0;
  const at = pauses.findLastIndex((pause) => pause.atS <= atS + 0.01);
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
  const jump = (to: number) => {
    setPlaying(false);
    setAtS(to);
  };
  const pause = pauses[at];
  return {
    atS,
    endS,
    /** Index of the newest pause that was reached; -1 before the first. */
    at,
    pause,
    /** The clock stands at that pause. */
    stands: pause !== undefined && Math.abs(pause.atS - atS) < 0.5,
    playing,
    play: () => setPlaying(!playing && atS < endS),
    toNext: () => jump(nextS),
    toPrevious: () => jump(pauses.findLast((one) => one.atS < atS - 0.5)?.atS ?? 0),
  };
}
type Played = ReturnType<typeof usePlayed>;

/** Saves the printed pages of a class, one after the other, however fast the keys come. */
function useSheets(prepared: Prepared, answer: string, drawn: RefObject<HTMLDivElement | null>) {
  const figures = useFigures();
  const say = useSay();
  const { units } = useChoices();
  const saving = useRef<Promise<void>>(Promise.resolve());
  const [failure, setFailure] = useState<string | null>(null);
  const { lesson, title, facts, customer, address } = prepared;
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
  return { sheet, failure, setFailure };
}

/** Full screen, in type for the back row; everything by one key. No sound. */
export function Class({ prepared }: { prepared: Prepared }) {
  const { lesson } = prepared;
  const { samples, pauses } = lesson;
  const router = useRouter();
  const figures = useFigures();
  const [kept, change] = useKept(prepared.key, pauses.length);
  const played = usePlayed(lesson);
  const [shown, setShown] = useState<readonly LessonChannel[]>(["low", "high"]);
  const [answerOn, setAnswerOn] = useState(false);
  useEffect(() => {
    if (answerOn && prepared.code !== null) noteRevealed(prepared.code);
  }, [answerOn, prepared.code]);
  const [votesOpen, setVotesOpen] = useState(false);
  const root = useRef<HTMLDivElement>(null);
  /** The whole test with all its lines, for the sheets. */
  const drawn = useRef<HTMLDivElement>(null);
  const answer = kept.answer.trim() === "" ? lessonAnswer(lesson, figures) : kept.answer;
  const { sheet, failure, setFailure } = useSheets(prepared, answer, drawn);
  const there = lessonChannels.filter((channel) => samples.some((sample) => sample[channel] !== null));
  const acts: ClassActs = {
    answer: () => setAnswerOn(!answerOn),
    votes: () => setVotesOpen(!votesOpen),
    full: () => {
      if (document.fullscreenElement !== null) void document.exitFullscreen();
      else root.current?.requestFullscreen().catch(() => setFailure(classScreenText.thisBrowserDoesNotAllow));
    },
    sheet,
    leave: () => router.push("/drill"),
  };
  const toggle = (channel: LessonChannel) =>
    setShown(shown.includes(channel) ? shown.filter((one) => one !== channel) : [...shown, channel]);
  useClassKeys(played, acts, there, toggle);
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
      <Head prepared={prepared} played={played} />
      <ChannelRow there={there} shown={shown} now={samples.findLast(({ time }) => time <= played.atS) ?? samples[0]} />
      <Grid flex="1" minH="0" templateColumns="minmax(0, 1fr) clamp(300px, 28vw, 540px)">
        <Box p="4" minH="0" minW="0">
          <LessonTrace samples={samples} pauses={pauses} atS={played.atS} shown={shown} />
        </Box>
        <Stack p="5" gap="4" borderLeftWidth="1px" borderColor="line" bg="sheet" minH="0" overflowY="auto">
          <Question played={played} customer={prepared.customer} />
          {played.at >= 0 && (
            <Votes kept={kept} change={change} at={played.at} open={votesOpen} onDone={() => setVotesOpen(false)} />
          )}
          {answerOn && <Answer lesson={lesson} played={played} answer={answer} kept={kept} change={change} />}
          {failure !== null && (
            <Text role="alert" color="danger" fontSize="3xl" fontWeight="semibold">
              {failure}
            </Text>
          )}
        </Stack>
      </Grid>
      <Foot played={played} acts={acts} votesOpen={votesOpen} answerOn={answerOn} />
      <Box ref={drawn} position="absolute" left="-10000px" top="0" w="1240px" aria-hidden>
        <Box data-picture="traces">
          <LessonTrace samples={samples} pauses={pauses} atS={played.endS} shown={there} />
        </Box>
      </Box>
    </Box>
  );
}

interface ClassActs {
  answer: () => void;
  votes: () => void;
  full: () => void;
  sheet: (withAnswers: boolean) => void;
  leave: () => void;
}

function useClassKeys(
  played: Played,
  acts: ClassActs,
  there: readonly LessonChannel[],
  toggle: (channel: LessonChannel) => void,
) {
  useShortcuts([
    { key: " ", does: classScreenText.playOrPause, run: played.play },
    { key: "arrowright", does: classScreenText.nextPause, run: played.toNext },
    { key: "arrowleft", does: classScreenText.previousPause, run: played.toPrevious },
    ...there.map((channel, i) => ({
      key: String(i + 1),
      does: classScreenText.showOrHide(channels[channel].name),
      run: () => toggle(channel),
    })),
    { key: "a", does: classScreenText.showOrHideAnswer, run: acts.answer },
    { key: "g", does: classScreenText.votes, run: acts.votes },
    { key: "f", does: classScreenText.fullScreen, run: acts.full },
    { key: "q", does: classScreenText.classSheetQuestions, run: () => acts.sheet(false) },
    { key: "s", does: classScreenText.classSheetAnswers, run: () => acts.sheet(true) },
    { key: "escape", does: classScreenText.backToDrills, run: acts.leave },
  ]);
}

function Head({ prepared: { title, facts }, played }: { prepared: Prepared; played: Played }) {
  return (
    <Flex px="6" py="3" bg="sheet" borderBottomWidth="1px" borderColor="line" align="baseline" gap="5">
      <Text as="h1" fontSize="3xl" fontWeight="semibold" whiteSpace="nowrap">
        {title}
      </Text>
      <Text fontSize="3xl" color="soft" truncate flex="1" minW="0">
        {facts.join(", ")}
      </Text>
      <Text fontSize="3xl" fontWeight="semibold" whiteSpace="nowrap">
        {classScreenText.ofLabel(formatClock(played.atS), formatClock(played.endS))}
      </Text>
    </Flex>
  );
}

interface ChannelRowProps {
  there: readonly LessonChannel[];
  shown: readonly LessonChannel[];
  now: Lesson["samples"][number] | undefined;
}

/** What the instruments show; a covered one is guessed before it is uncovered. */
function ChannelRow({ there, shown, now }: ChannelRowProps) {
  const figures = useFigures();
  return (
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
  );
}

function Question({ played, customer }: { played: Played; customer: string | null }) {
  return (
    <Text fontSize="3xl" fontWeight="semibold" lineHeight="1.2" role="status">
      {played.stands && played.pause !== undefined
        ? pauseQuestions[played.pause.kind]
        : customer !== null
          ? `“${customer}”`
          : played.playing
            ? "Running."
            : classScreenText.pressSpaceToPlay}
    </Text>
  );
}

interface KeptProps {
  kept: Kept;
  change: (make: (kept: Kept) => Kept) => void;
}

function Votes({ kept, change, at, open, onDone }: KeptProps & { at: number; open: boolean; onDone: () => void }) {
  const votes = kept.votes[at] ?? {};
  return (
    <>
      <VoteBars votes={votes} />
      {open && (
        <VoteTable
          votes={votes}
          onVotes={(next) => change((k) => ({ ...k, votes: k.votes.map((one, i) => (i === at ? next : one)) }))}
          onDone={onDone}
        />
      )}
    </>
  );
}

function Answer({
  lesson,
  played,
  answer,
  kept,
  change,
}: KeptProps & { lesson: Lesson; played: Played; answer: string }) {
  const { pause } = played;
  return (
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
  );
}

interface FootProps {
  played: Played;
  acts: ClassActs;
  votesOpen: boolean;
  answerOn: boolean;
}

function Foot({ played, acts, votesOpen, answerOn }: FootProps) {
  return (
    <Flex px="4" py="1.5" gap="2" bg="sheet" borderTopWidth="1px" borderColor="line" wrap="wrap" align="center">
      <BenchButton kind="act" shortcut="space" onClick={played.play}>
        {played.playing ? "Stop" : "Play"}
      </BenchButton>
      <BenchButton kind="quiet" shortcut="→" repeats onClick={played.toNext}>
        {classScreenText.nextPause}
      </BenchButton>
      <BenchButton kind="quiet" shortcut="G" aria-expanded={votesOpen} disabled={played.at < 0} onClick={acts.votes}>
        {classScreenText.votes}
      </BenchButton>
      <BenchButton kind="quiet" shortcut="A" aria-pressed={answerOn} onClick={acts.answer}>
        {classScreenText.answer}
      </BenchButton>
      <BenchButton kind="quiet" shortcut="F" onClick={acts.full}>
        {classScreenText.fullScreen}
      </BenchButton>
      <Box ml="auto" />
      <BenchButton kind="quiet" shortcut="Q" onClick={() => acts.sheet(false)}>
        {classScreenText.questions}
      </BenchButton>
      <BenchButton kind="quiet" shortcut="S" onClick={() => acts.sheet(true)}>
        {classScreenText.withAnswers}
      </BenchButton>
      <BenchButton kind="quiet" shortcut="Esc" onClick={acts.leave}>
        {classScreenText.drills}
      </BenchButton>
    </Flex>
  );
}
