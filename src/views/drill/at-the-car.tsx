"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { PartId } from "@/core/causes/signs";
import type { Debrief } from "@/core/drill/debrief";
import type { DrillCase } from "@/core/drill/drill-case";
import type { DrillSource } from "@/core/drill/drill-source";
import type { Doing, DrillStep } from "@/core/drill/drill-steps";
import { reasonOf } from "@/core/result";
import type { UnitId } from "@/core/units/units";
import { formatClock } from "@/core/units/units";
import { CircuitBoard } from "@/pictures/circuit-board";
import type { Tap, TapId } from "@/pictures/circuit-taps";
import { Towers } from "@/pictures/towers";
import { Trace } from "@/pictures/trace";
import { type DrillAtCar, type DrillAtCarActs, runKey, useDrillAtCar } from "@/session/drill";
import { AppFrame } from "@/ui/app-frame";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { customerSays, doneWords, eventWords, feltWords, refusalWords, wayWords } from "@/words/drill";
import { engineChoices } from "@/words/instruments";
import { circuitWords, refrigerantLabels } from "@/words/job";
import { ActsColumn } from "./acts-column";
import { AnswerCard, RankingCard } from "./answer-cards";
import { DrillStrip } from "./drill-strip";

/** A column that scrolls by itself between header and strip, so that the needles stay in sight. */
const ownScroll = {
  position: "sticky",
  top: "0",
  maxH: { base: "calc(100dvh / var(--evrid-scale, 1) - 200px)", lg: "calc(100dvh / var(--evrid-scale, 1) - 128px)" },
  overflowY: "auto",
} as const;

interface AtTheCarProps {
  source: DrillSource;
  given: DrillCase;
  learnerId: string;
  /** The answer was given, or an accident ended it. */
  onOver: (debrief: Debrief, at: number, script: DrillStep[]) => Promise<void>;
  onAgain: () => void;
}

const paces = [
  { value: "0", label: "Stop" },
  { value: "1", label: "× 1" },
  { value: "10", label: "× 10" },
] as const;

/** A case at the car: what the customer says, what can be done, the needles; no band and no ranking but the learner's own. */
export function AtTheCar({ source, given, learnerId, onOver, onAgain }: AtTheCarProps) {
  const figures = useFigures();
  const car = useDrillAtCar(source, runKey(learnerId, source));
  const [ending, setEnding] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const { standing, status } = car;
  const { label } = given.state;
  const facts = given.labelKnown
    ? `${refrigerantLabels[label.refrigerant]}, label ${figures.quantity(label.chargeG, "g")}`
    : `${refrigerantLabels[label.refrigerant]}, the label is gone`;
  const end = async () => {
    setEnding(true);
    setFailure(null);
    try {
      const ended = await car.debrief();
      if (ended !== null) await onOver(ended.debrief, ended.at, ended.script);
    } catch (error) {
      setFailure(`${reasonOf(error)}. What you did is still here: press it again.`);
    }
    setEnding(false);
  };
  const commit = async (doing: Doing) => {
    if (await car.does(doing)) await end();
  };
  const busy = car.passing !== null || ending || status !== "running";
  useShortcuts([
    {
      key: "f",
      does: "Clock of the drill slower or faster",
      run: () => car.setPace(car.pace === 1 ? 10 : 1),
    },
  ]);
  return (
    <AppFrame
      current="drill"
      about="drill"
      header={
        <>
          <Text as="h1" fontSize="20px" fontWeight="650" whiteSpace="nowrap">
            {given.code === null ? "A case of your own" : `Case ${given.code}`}
          </Text>
          <Text color="soft" fontSize="15px" truncate flex="1" minW="0">
            {`${facts}, ${circuitWords[label.metering]}, ${circuitWords[label.compressor]}`}
          </Text>
          <Flex gap="2" flexShrink="0">
            <Pill text={`${Math.floor((standing?.atS ?? 0) / 60)} min`} of="on the clock" />
            <Pill text={figures.quantity(Math.max(0, standing?.lostG ?? 0), "g", 0)} of="lost" />
          </Flex>
        </>
      }
      footer={<DrillStrip given={given} standing={standing} latest={car.latest} />}
    >
      <Grid
        as="main"
        templateColumns={{ base: "244px minmax(0, 1fr)", xl: "264px minmax(0, 1fr) 288px" }}
        minH="100%"
        alignItems="start"
      >
        <Stack
          p="3.5"
          gap="2.5"
          borderRightWidth="1px"
          borderColor="line"
          gridRow={{ base: "1 / 3", xl: "1" }}
          {...ownScroll}
          role="group"
          aria-label="What can be done"
          tabIndex={0}
        >
          <Heading text="What the customer says" />
          <Text fontSize="16px" lineHeight="1.35">
            {`“${customerSays(given.story)}”`}
          </Text>
          <ActsColumn given={given} car={car} busy={busy} />
        </Stack>
        <Stack p="3.5" gap="3" minW="0">
          {failure !== null && (
            <Notice tone="act" title="The run could not be kept">
              {failure}
            </Notice>
          )}
          <Standing car={car} busy={busy} ending={ending} onEnd={end} onAgain={onAgain} />
          <Grid
            templateColumns="212px minmax(0, 1fr)"
            templateAreas={{
              base: '"towers done" "board board" "trace trace"',
              lg: '"towers board" "trace trace" "done done"',
            }}
            gap="3"
          >
            <Box gridArea="towers" minW="0">
              <GaugesCard given={given} car={car} />
            </Box>
            <Box gridArea="board" minW="0">
              <BoardCard given={given} car={car} busy={busy} />
            </Box>
            <Box gridArea="trace" minW="0">
              <Card tight title="Since it came in">
                <Trace trace={car.trace} latest={car.latest} minutes={20} low />
              </Card>
            </Box>
            <Box gridArea="done" minW="0">
              <DoneCard car={car} />
            </Box>
          </Grid>
        </Stack>
        <Stack
          p="3.5"
          gap="3.5"
          minW="0"
          gridColumn={{ base: "2", xl: "3" }}
          ps={{ base: "3.5", xl: "0" }}
          pt={{ base: "0", xl: "3.5" }}
        >
          <RankingCard car={car} busy={busy} />
          <AnswerCard car={car} busy={busy} onCommit={commit} />
        </Stack>
      </Grid>
    </AppFrame>
  );
}

function Heading({ text }: { text: string }) {
  return (
    <Text as="h2" fontSize="14px" fontWeight="600" color="soft">
      {text}
    </Text>
  );
}

function Pill({ text, of }: { text: string; of: string }) {
  return (
    <Flex
      align="baseline"
      gap="1.5"
      borderWidth="1px"
      borderColor="line"
      rounded="full"
      px="3"
      py="0.5"
      bg="field"
      whiteSpace="nowrap"
    >
      <Text fontWeight="650" fontSize="17px">
        {text}
      </Text>
      <Text color="soft" fontSize="13px">
        {of}
      </Text>
    </Flex>
  );
}

type Car = DrillAtCar & DrillAtCarActs;

const settledWords = {
  off: "The engine is off.",
  waiting: "Nothing can be said of the needles yet.",
  settling: "The needles still move.",
  cycling: "The clutch cycles evenly.",
  steady: "The needles stand.",
} as const;

/** Engine and clock, and what has just happened; where the act stands that is next. */
function Standing({
  car,
  busy,
  ending,
  onEnd,
  onAgain,
}: {
  car: Car;
  busy: boolean;
  ending: boolean;
  onEnd: () => void;
  onAgain: () => void;
}) {
  const { standing, passing, refused, hint, status, reason } = car;
  const events = standing?.events ?? [];
  const news = events.flatMap((event) => {
    if (event.kind === "act" || event.kind === "engine") return [];
    const words = eventWords(event);
    return words === null ? [] : [{ atS: event.atS, ...words }];
  });
  const last = news.at(-1);
  const felt = events.findLast((event) => event.kind === "act" && event.felt !== null);
  if (status === "lost")
    return (
      <Notice tone="act" title="The simulated car was lost">
        {`${reason ?? "It stopped"}. What you did is kept: load the page again and it goes on from there.`}
      </Notice>
    );
  const over = standing?.over ?? "no";
  return (
    <>
      {over !== "no" && (
        <Notice
          tone={over === "accident" ? "act" : "wait"}
          title={over === "accident" ? "This run is over" : "Answered"}
        >
          <Flex gap="2" mt="2" wrap="wrap">
            <BenchButton kind="act" disabled={ending} onClick={onEnd}>
              {ending ? "Going through it" : "Take the cover off"}
            </BenchButton>
            <BenchButton kind="quiet" onClick={onAgain}>
              The same case from the start
            </BenchButton>
          </Flex>
        </Notice>
      )}
      {last !== undefined && (
        <Notice tone={last.tone} title={last.title}>
          {`${formatClock(last.atS)}. ${last.text}`}
        </Notice>
      )}
      <Box
        bg="sheet"
        borderWidth="1px"
        borderColor="line"
        borderLeftWidth="6px"
        borderLeftColor="ink"
        rounded="card"
        px="3.5"
        py="2"
      >
        <Flex align="end" gap="4" wrap="wrap">
          <Box flex="1 1 190px" minW="0" minH="46px">
            <Text fontSize="18px" fontWeight="650" lineHeight="1.2">
              {standing === null
                ? "Bringing the car in"
                : passing !== null
                  ? "Time passes"
                  : standing.beliefDue
                    ? "The clock waits for what you think"
                    : settledWords[standing.settled]}
            </Text>
            <Text color={refused ? "act" : "soft"} fontSize="14px" role="status">
              {standing?.beliefDue
                ? "Put the likeliest cause first, then say so."
                : refused
                  ? refusalWords(refused)
                  : hint !== null && hint.asked > 0
                    ? hintWords(hint.step)
                    : felt?.kind === "act" && felt.felt !== null
                      ? feltWords(felt.felt)
                      : "Nothing is marked for you here."}
            </Text>
          </Box>
          <BenchButton
            kind="main"
            disabled={busy || standing === null || standing.engine === "off" || over !== "no" || standing.beliefDue}
            onClick={() => car.does({ does: "act", act: "settle" })}
          >
            Wait until it has settled
          </BenchButton>
          <Choice
            label="Engine"
            options={engineChoices}
            value={standing?.engine ?? "off"}
            onChange={(engine) => !busy && car.does({ does: "engine", engine })}
          />
          <Choice
            label="Clock (F)"
            options={paces}
            value={String(car.pace) as "0" | "1" | "10"}
            onChange={(pace) => car.setPace(Number(pace))}
          />
        </Flex>
      </Box>
    </>
  );
}

const hintWords = (step: Parameters<typeof wayWords>[0] | null) =>
  step === null
    ? "Nothing more is needed than what you have read."
    : `Next on the cheapest way: ${wayWords(step).toLowerCase()}.`;

function GaugesCard({ given, car }: { given: DrillCase; car: Car }) {
  const figures = useFigures();
  const on = car.standing?.connected.includes("low") ?? false;
  const side = (value: number | null | undefined) => ({
    value: on ? (value ?? null) : null,
    range: null,
    band: null,
    shop: null,
  });
  return (
    <Card tight title={`Both sides, ${figures.label("kPa")}`}>
      <Towers
        low={side(car.latest?.low)}
        high={side(car.latest?.high)}
        refrigerant={given.state.label.refrigerant}
        altitudeM={given.state.conditions.altitudeM}
      />
      <Text color="soft" fontSize="13px">
        {on ? "no band: that is yours to know" : "the gauges are not on"}
      </Text>
    </Card>
  );
}

const tapPlaces: {
  id: TapId;
  channel: "suction" | "liquid" | "discharge" | "vent" | "condenserIn" | "meteringIn";
  name: string;
}[] = [
  { id: "suction", channel: "suction", name: "Suction line" },
  { id: "liquid", channel: "liquid", name: "Liquid line" },
  { id: "discharge", channel: "discharge", name: "Discharge line" },
  { id: "meteringIn", channel: "meteringIn", name: "Before the metering device" },
  { id: "vent", channel: "vent", name: "Centre vent" },
  { id: "condenserIn", channel: "condenserIn", name: "Air into the condenser" },
];
const tapUnit: UnitId = "degC";

/** This car's circuit: a hand on a part costs half a minute; a plate shows what is clamped there. */
function BoardCard({ given, car, busy }: { given: DrillCase; car: Car; busy: boolean }) {
  const figures = useFigures();
  const { standing, latest } = car;
  const taps: Tap[] = tapPlaces.flatMap(({ id, channel, name }) => {
    if (!standing?.connected.includes(channel)) return [];
    const value = latest?.[channel] ?? null;
    const text = value === null ? null : figures.quantity(value, tapUnit, 0);
    return [{ id, label: `${name}, ${text ?? "no reading"}`, text }];
  });
  const feel = (part: PartId) => {
    if (!busy) void car.does({ does: "act", act: "feel", part });
  };
  const felt = standing?.events.flatMap((event) => (event.kind === "act" ? event.found : [])) ?? [];
  return (
    <Card tight title="Touch a part to feel it, half a minute each">
      <CircuitBoard
        metering={given.state.label.metering}
        notes={felt.map((found) => ({ ...found, at: new Date(0).toISOString() }))}
        selected={null}
        onSelect={feel}
        taps={taps}
        measured={[]}
      />
    </Card>
  );
}

/** What was done, newest first. */
function DoneCard({ car }: { car: Car }) {
  const done = (car.standing?.events ?? []).flatMap((event, i) =>
    event.kind === "act" || event.kind === "engine" ? [{ key: `${i}`, atS: event.atS, words: doneWords(event) }] : [],
  );
  return (
    <Card tight title="What you have done">
      {done.length === 0 && (
        <Text color="soft" fontSize="15px">
          Nothing yet. The clock runs.
        </Text>
      )}
      <Box
        as="ol"
        listStyleType="none"
        maxH={{ base: "236px", lg: "180px" }}
        overflowY="auto"
        tabIndex={0}
        aria-label="What you have done"
      >
        {[...done].reverse().map(({ key, atS, words }) => (
          <Flex as="li" key={key} gap="3" py="1" borderTopWidth="1px" borderColor="line">
            <Text color="soft" minW="52px" fontSize="15px">
              {formatClock(atS)}
            </Text>
            <Text fontSize="15px">{words}</Text>
          </Flex>
        ))}
      </Box>
    </Card>
  );
}
