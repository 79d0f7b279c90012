"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import type { Debrief } from "@/core/drill/debrief";
import type { DrillCase } from "@/core/drill/drill-case";
import type { DrillSource } from "@/core/drill/drill-source";
import type { Doing, DrillStep } from "@/core/drill/drill-steps";
import { reasonOf } from "@/core/result";
import { Trace } from "@/pictures/charts/trace";
import { runKey, useDrillAtCar } from "@/session/drill";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { ownScroll, sideColumn } from "@/views/frame/columns";
import { customerSays } from "@/words/drill";
import { caseFacts, caseName } from "@/words/drill-sheets";
import { atTheCarText } from "@/words/screens/drill";
import { ActsColumn } from "./acts-column";
import { AnswerCard, RankingCard } from "./answer-cards";
import { BoardCard, DoneCard, GaugesCard } from "./car-cards";
import { DrillStrip } from "./drill-strip";
import { Standing } from "./standing-card";
import { UnsavedNotice } from "./unsaved-notice";

/** Between header and strip. */
const actsHeight = { base: "none", md: "calc(100dvh - 244px)", lg: "calc(100dvh - 172px)" };

interface AtTheCarProps {
  source: DrillSource;
  /** Name of a case whose code is not shown. */
  name?: string | undefined;
  given: DrillCase;
  learnerId: string;
  /** Why nothing is saved; null while the store works. */
  unsavedReason: string | null;
  /** The answer was given, or an accident ended it. */
  onOver: (debrief: Debrief, at: number, script: DrillStep[]) => Promise<void>;
  onAgain: () => void;
}

/** Ends the case with its debrief; says what failed, after which it can be ended again. */
function useEnding(car: ReturnType<typeof useDrillAtCar>, onOver: AtTheCarProps["onOver"]) {
  const [ending, setEnding] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const end = async () => {
    setEnding(true);
    setFailure(null);
    try {
      const ended = await car.debrief();
      if (ended !== null) await onOver(ended.debrief, ended.at, ended.script);
    } catch (error) {
      setFailure(atTheCarText.yourStepsAreKeptPress(reasonOf(error)));
    }
    setEnding(false);
  };
  return { ending, failure, end };
}

/** A case at the car: what the customer says, what can be done, the needles; no band and no ranking but the learner's own. */
export function AtTheCar({ source, name, given, learnerId, unsavedReason, onOver, onAgain }: AtTheCarProps) {
  const car = useDrillAtCar(source, runKey(learnerId, source));
  const { ending, failure, end } = useEnding(car, onOver);
  const { standing, status } = car;
  const commit = async (doing: Doing) => {
    if (await car.does(doing)) await end();
  };
  const busy = car.passing !== null || ending || status !== "running";
  useShortcuts([
    {
      key: "f",
      does: atTheCarText.changeTheDrillsClock,
      run: () => car.setPace(car.pace === 1 ? 10 : 1),
    },
  ]);
  return (
    <AppFrame
      current="drill"
      about="drill"
      page={name ?? caseName(given.code)}
      header={<CarHeader name={name ?? caseName(given.code)} given={given} standing={standing} />}
      footer={<DrillStrip given={given} standing={standing} latest={car.latest} />}
    >
      {unsavedReason !== null && (
        <Box px="3.5" pt="2.5">
          <UnsavedNotice reason={unsavedReason} />
        </Box>
      )}
      <Grid
        as="main"
        templateColumns={{ base: "minmax(0, 1fr)", md: "244px minmax(0, 1fr)", xl: "264px minmax(0, 1fr) 288px" }}
        minH="100%"
        alignItems="start"
      >
        <Stack
          p="4"
          gap="2.5"
          borderRightWidth="1px"
          borderColor="line"
          gridRow={{ md: "1 / 3", xl: "1" }}
          {...ownScroll(actsHeight)}
          role="group"
          aria-label={atTheCarText.actions}
          tabIndex={0}
        >
          <Heading text={atTheCarText.complaint} />
          <Text fontSize="md" lineHeight="1.35">
            {`“${customerSays(given.story)}”`}
          </Text>
          <ActsColumn given={given} car={car} busy={busy} />
        </Stack>
        <Stack p="4" gap="3" minW="0">
          {failure !== null && (
            <Notice tone="act" title={atTheCarText.caseNotSaved}>
              {failure}
            </Notice>
          )}
          <Standing car={car} busy={busy} ending={ending} onEnd={end} onAgain={onAgain} />
          <CarPictures given={given} car={car} busy={busy} />
        </Stack>
        <Stack {...sideColumn}>
          <RankingCard given={given} car={car} busy={busy} />
          <AnswerCard given={given} car={car} busy={busy} onCommit={commit} />
        </Stack>
      </Grid>
    </AppFrame>
  );
}

interface CarProps {
  given: DrillCase;
  car: ReturnType<typeof useDrillAtCar>;
  busy: boolean;
}

function CarHeader({
  name,
  given,
  standing,
}: {
  name: string;
  given: DrillCase;
  standing: CarProps["car"]["standing"];
}) {
  const figures = useFigures();
  // The day stands on its instruments.
  const facts = caseFacts(given, figures).slice(0, -1);
  return (
    <>
      <Text as="h1" kind="value" whiteSpace="nowrap">
        {name}
      </Text>
      <Text kind="aside" truncate flex="1" minW="0">
        {facts.join(", ")}
      </Text>
      <Flex gap="2" wrap={{ base: "wrap", md: "nowrap" }} flexShrink={{ md: 0 }}>
        <Pill text={atTheCarText.min(Math.floor((standing?.atS ?? 0) / 60))} of={atTheCarText.onTheClock} />
        <Pill text={figures.quantity(Math.max(0, standing?.lostG ?? 0), "g", 0)} of="lost" />
      </Flex>
    </>
  );
}

/** Gauges, circuit, trace and what was done. */
function CarPictures({ given, car, busy }: CarProps) {
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr)", md: "212px minmax(0, 1fr)" }}
      templateAreas={{
        base: '"towers" "board" "trace" "done"',
        md: '"towers done" "board board" "trace trace"',
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
        <Card tight title={atTheCarText.sinceArrival}>
          <Trace trace={car.trace} latest={car.latest} minutes={20} low />
        </Card>
      </Box>
      <Box gridArea="done" minW="0">
        <DoneCard car={car} />
      </Box>
    </Grid>
  );
}

function Heading({ text }: { text: string }) {
  return (
    <Text as="h2" kind="label">
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
      <Text kind="lead">{text}</Text>
      <Text kind="small">{of}</Text>
    </Flex>
  );
}
