"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import { type Cause, causes } from "@/core/causes/catalogue";
import { caseOfSource, type DrillSource, queryOfSource, type SourceIssue } from "@/core/drill/drill-source";
import { type Lesson, type LessonChannel, lessonChannels, lessonOfLog, votesShown } from "@/core/drill/lesson-shapes";
import { channels } from "@/core/readings/channels";
import { momentAt } from "@/core/readings/file/log-columns";
import { type Result, reasonOf } from "@/core/result";
import { formatClock, type UnitId } from "@/core/units/units";
import * as z from "@/core/zod";
import { LessonTrace } from "@/pictures/lesson-trace";
import { useChoices } from "@/session/choices";
import { useDrillClerk } from "@/session/drill";
import { AppFrame } from "@/ui/app-frame";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { useShortcuts } from "@/ui/shortcuts";
import { Text, useSay } from "@/ui/text";
import { TextField } from "@/ui/text-field";
import { saveReport } from "@/views/report/report-pdf";
import { LogChooser } from "@/views/workshop/log-chooser";
import { customerSays, pauseQuestions, rankedName, sourceSentence } from "@/words/drill";
import { type ClassSheetOptions, caseFacts, caseName, classSheet, lessonAnswer, percent } from "@/words/drill-sheets";
import { loadLessonOfJob } from "./lesson-of-job";

interface ClassRoomProps {
  asked: Result<DrillSource, SourceIssue> | null;
  jobId: string | null;
}

interface Prepared extends Omit<ClassSheetOptions, "answer"> {
  lesson: Lesson;
  /** Where its votes and answer are kept. */
  key: string;
  address: string;
}

/** A case, a recorded test or a log before a class. */
export function ClassRoom({ asked, jobId }: ClassRoomProps) {
  const clerk = useDrillClerk();
  const figures = useFigures();
  const [prepared, setPrepared] = useState<Prepared | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const words = useRef(figures);
  words.current = figures;
  const askedKey = asked === null ? null : asked.ok ? queryOfSource(asked.value) : "broken";
  const begins = useRef(asked);
  begins.current = asked;
  useEffect(() => {
    let gone = false;
    const fail = (error: unknown) => !gone && setRefused(reasonOf(error));
    const source = begins.current;
    if (source !== null && !source.ok) setRefused(sourceSentence(source.issue));
    else if (source !== null) {
      const made = caseOfSource(source.value);
      clerk.lesson(source.value).then((lesson) => {
        if (gone) return;
        if (lesson === null || !made.ok) return setRefused("This case cannot be set up.");
        setPrepared({
          lesson,
          title: caseName(made.value.code),
          facts: caseFacts(made.value, words.current),
          customer: customerSays(made.value.story),
          key: askedKey!,
          address: `/drill?${askedKey}&class=1`,
        });
      }, fail);
    } else if (jobId !== null)
      loadLessonOfJob(jobId).then((found) => {
        if (gone) return;
        if (found === null)
          return setRefused(
            "That job is not here, or no trace was kept with its readings: a test that is taken from the needles keeps one.",
          );
        setPrepared({
          lesson: found,
          title: "A recorded test",
          facts: [],
          customer: null,
          key: `job ${jobId}`,
          address: `/drill?job=${encodeURIComponent(jobId)}&class=1`,
        });
      }, fail);
    return () => {
      gone = true;
    };
  }, [askedKey, jobId, clerk]);
  if (prepared !== null) return <Class prepared={prepared} />;
  return (
    <AppFrame current="drill" title="Before a class" about="drill">
      <Stack p="4" gap="3" maxW="900px">
        {refused !== null && (
          <Notice tone="act" title="This cannot be shown">
            {refused}
          </Notice>
        )}
        {asked === null && jobId === null ? (
          <Card title="A log before a class">
            <Text fontSize="16px">
              A log of real instruments is replayed with pauses where the engine was changed. What it was, only you
              know: it is typed later, and stays covered.
            </Text>
            <LogChooser
              act="Show it"
              onLog={(name, log) => {
                const moments = Array.from({ length: log.count }, (_, i) => momentAt(log, i));
                setPrepared({
                  lesson: lessonOfLog(moments),
                  title: "A log",
                  facts: [],
                  customer: null,
                  key: `log ${name}`,
                  address: "/drill?class=1",
                });
              }}
            />
          </Card>
        ) : (
          refused === null && (
            <Text role="status" fontSize="18px">
              The test is run by the book
            </Text>
          )
        )}
      </Stack>
    </AppFrame>
  );
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

/** What a trainer typed, kept for as long as the tab stands. */
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
function Class({ prepared }: { prepared: Prepared }) {
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
  const [votesOpen, setVotesOpen] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const root = useRef<HTMLDivElement>(null);
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
          pictures: null,
          say,
          onePage: false,
        },
      ).catch((error: unknown) => setFailure(`The sheet could not be made: ${reasonOf(error)}.`));
    saving.current = saving.current.then(make);
  };
  const full = () => {
    if (document.fullscreenElement !== null) void document.exitFullscreen();
    else root.current?.requestFullscreen().catch(() => setFailure("This browser does not give the whole screen."));
  };
  useShortcuts([
    { key: " ", does: "Play or stop", run: () => setPlaying(!playing && atS < endS) },
    { key: "arrowright", does: "To the next pause", run: () => jump(nextS) },
    {
      key: "arrowleft",
      does: "Back to the pause before",
      run: () => jump(pauses.findLast((one) => one.atS < atS - 0.5)?.atS ?? 0),
    },
    ...there.map((channel, i) => ({
      key: String(i + 1),
      does: `Cover or uncover: ${channels[channel].name}`,
      run: () => toggle(channel),
    })),
    { key: "a", does: "Cover or uncover the answer", run: () => setAnswerOn(!answerOn) },
    { key: "g", does: "Votes of the groups", run: () => setVotesOpen(!votesOpen) },
    { key: "f", does: "Whole screen", run: full },
    { key: "q", does: "Class sheet with the questions", run: () => sheet(false) },
    { key: "s", does: "Class sheet with the answers", run: () => sheet(true) },
    { key: "escape", does: "Back to the drills", run: () => router.push("/drill") },
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
        <Text as="h1" fontSize="clamp(24px, 2.1vw, 40px)" fontWeight="650" whiteSpace="nowrap">
          {title}
        </Text>
        <Text fontSize="clamp(16px, 1.25vw, 24px)" color="soft" truncate flex="1" minW="0">
          {facts.join(", ")}
        </Text>
        <Text fontSize="clamp(22px, 1.9vw, 36px)" fontWeight="650" whiteSpace="nowrap">
          {`${formatClock(atS)} of ${formatClock(endS)}`}
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
              <Text fontSize="clamp(14px, 1.1vw, 21px)" color="soft" whiteSpace="nowrap">
                {`${channels[channel].short}, ${figures.label(unit)}`}
              </Text>
              <Text
                fontSize={on ? "clamp(34px, 3.6vw, 70px)" : "clamp(24px, 2.4vw, 46px)"}
                fontWeight={on ? "650" : "400"}
                color={on ? "ink" : "soft"}
                lineHeight="1.05"
                minH="clamp(38px, 3.9vw, 76px)"
                whiteSpace="nowrap"
              >
                {on ? figures.number(now?.[channel], unit, decimals) : "covered"}
              </Text>
              <Text fontSize="clamp(13px, 0.95vw, 18px)" color="soft">
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
          <Text fontSize="clamp(20px, 1.75vw, 34px)" fontWeight="650" lineHeight="1.2" role="status">
            {stands
              ? pauseQuestions[pause.kind]
              : customer !== null
                ? `“${customer}”`
                : playing
                  ? "It runs."
                  : "Press space to play it."}
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
              <Text fontSize="clamp(14px, 1.1vw, 21px)" color="soft" fontWeight="600">
                What it was
              </Text>
              <Text fontSize="clamp(22px, 2vw, 38px)" fontWeight="650" lineHeight="1.2" typed={kept.answer !== ""}>
                {answer === "" ? "Only the trainer knows: it is typed below." : answer}
              </Text>
              {lesson.truth === null && (
                <Box mt="2">
                  <TextField
                    label="What it was"
                    value={kept.answer}
                    onChange={(text) => change((k) => ({ ...k, answer: text }))}
                  />
                </Box>
              )}
              {pause !== undefined && pause.allowed.length > 0 && (
                <Text fontSize="clamp(15px, 1.2vw, 23px)" mt="2">
                  {`By then the readings allowed: ${pause.allowed
                    .filter(({ probability }) => probability >= 0.01)
                    .map(({ cause, probability }) => `${rankedName(cause)} ${percent(probability)}`)
                    .join("; ")}`}
                </Text>
              )}
            </Box>
          )}
          {failure !== null && (
            <Text role="alert" color="act" fontSize="18px" fontWeight="600">
              {failure}
            </Text>
          )}
        </Stack>
      </Grid>
      <Flex px="4" py="1.5" gap="2" bg="sheet" borderTopWidth="1px" borderColor="line" wrap="wrap" align="center">
        <BenchButton kind="act" shortcut="space" onClick={() => setPlaying(!playing && atS < endS)}>
          {playing ? "Stop" : "Play"}
        </BenchButton>
        <BenchButton kind="quiet" shortcut="→" onClick={() => jump(nextS)}>
          Next pause
        </BenchButton>
        <BenchButton
          kind="quiet"
          shortcut="G"
          aria-expanded={votesOpen}
          disabled={at < 0}
          onClick={() => setVotesOpen(!votesOpen)}
        >
          Votes
        </BenchButton>
        <BenchButton kind="quiet" shortcut="A" aria-pressed={answerOn} onClick={() => setAnswerOn(!answerOn)}>
          Answer
        </BenchButton>
        <BenchButton kind="quiet" shortcut="F" onClick={full}>
          Whole screen
        </BenchButton>
        <Box ml="auto" />
        <BenchButton kind="quiet" shortcut="Q" onClick={() => sheet(false)}>
          Questions
        </BenchButton>
        <BenchButton kind="quiet" shortcut="S" onClick={() => sheet(true)}>
          With answers
        </BenchButton>
        <BenchButton kind="quiet" shortcut="Esc" onClick={() => router.push("/drill")}>
          Drills
        </BenchButton>
      </Flex>
    </Box>
  );
}

function VoteBars({ votes }: { votes: Partial<Record<Cause, number>> }) {
  const counted = votesShown(votes);
  if (counted.length === 0) return null;
  return (
    <Stack gap="2" role="group" aria-label="Votes">
      {counted.map(({ key, count, share }) => (
        <Box key={key}>
          <Flex justify="space-between" gap="3">
            <Text fontSize="clamp(16px, 1.3vw, 25px)" lineHeight="1.2">
              {rankedName(key)}
            </Text>
            <Text fontSize="clamp(18px, 1.5vw, 29px)" fontWeight="650">
              {String(count)}
            </Text>
          </Flex>
          <Box h="12px" bg="field" borderWidth="1px" borderColor="edge" rounded="full" overflow="hidden">
            <Box h="100%" bg="ink" w={`${share * 100}%`} />
          </Box>
        </Box>
      ))}
    </Stack>
  );
}

interface VoteTableProps {
  votes: Partial<Record<Cause, number>>;
  onVotes: (votes: Partial<Record<Cause, number>>) => void;
  onDone: () => void;
}

/** Counts, typed from one field to the next by Tab or Enter; Escape or the last Enter closes. */
function VoteTable({ votes, onVotes, onDone }: VoteTableProps) {
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  return (
    <Box
      onKeyDown={(event) => {
        if (event.key === "Escape") {
          event.stopPropagation();
          onDone();
        }
        if (event.key !== "Enter") return;
        const fields = [...event.currentTarget.querySelectorAll("input")];
        const next = fields[fields.indexOf(event.target as HTMLInputElement) + 1];
        if (next === undefined) onDone();
        else next.focus();
      }}
    >
      {causes.map((cause, i) => (
        <Flex as="label" key={cause} align="center" gap="3" py="1" borderTopWidth="1px" borderColor="line">
          <Text flex="1" fontSize="clamp(15px, 1.05vw, 20px)" lineHeight="1.2">
            {rankedName(cause)}
          </Text>
          <Box
            asChild
            w="64px"
            h="44px"
            fontSize="20px"
            textAlign="right"
            px="2"
            bg="field"
            borderWidth="1px"
            borderColor="edge"
            rounded="card"
          >
            <input
              ref={i === 0 ? first : undefined}
              inputMode="numeric"
              aria-label={`Votes: ${rankedName(cause)}`}
              value={votes[cause] ?? ""}
              maxLength={3}
              onChange={(event) => {
                const digits = event.target.value.replace(/\D/g, "");
                const { [cause]: _, ...others } = votes;
                onVotes(digits === "" ? others : { ...others, [cause]: Number(digits) });
              }}
            />
          </Box>
        </Flex>
      ))}
    </Box>
  );
}
