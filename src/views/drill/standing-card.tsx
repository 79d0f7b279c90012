"use client";

import { Box, Flex } from "@chakra-ui/react";
import { formatClock } from "@/core/units/units";
import { BenchButton } from "@/ui/buttons";
import { Choice } from "@/ui/fields/choice";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { drillWords, eventWords, feltWords, refusalWords, simulatorLostSentence, wayWords } from "@/words/drill";
import { engineChoices } from "@/words/instruments";
import { commonText } from "@/words/screens/common";
import { standingCardText } from "@/words/screens/drill";
import type { Car } from "./car-cards";

const paces = [
  { value: "0", label: standingCardText.stop },
  { value: "1", label: "× 1" },
  { value: "10", label: "× 10" },
] as const;

const settledWords = {
  off: standingCardText.engineOff,
  waiting: standingCardText.pressuresNotReadableYet,
  settling: standingCardText.pressuresStillMoving,
  cycling: standingCardText.clutchCyclesEvenly,
  steady: standingCardText.pressuresSteady,
} as const;

interface StandingProps {
  car: Car;
  busy: boolean;
  ending: boolean;
  onEnd: () => void;
  onAgain: () => void;
}

/** Engine and clock, and what has just happened; where the act stands that is next. */
export function Standing({ car, busy, ending, onEnd, onAgain }: StandingProps) {
  const { standing, status, reason } = car;
  const events = standing?.events ?? [];
  const news = events.flatMap((event) => {
    if (event.kind === "act" || event.kind === "engine") return [];
    const words = eventWords(event);
    return words === null ? [] : [{ atS: event.atS, ...words }];
  });
  const last = news.at(-1);
  if (status === "lost")
    return (
      <Notice tone="act" title={standingCardText.simulatedVehicleLost}>
        {simulatorLostSentence(reason)}
        <Flex mt="2">
          <BenchButton kind="act" onClick={car.reopen}>
            {drillWords.reopen}
          </BenchButton>
        </Flex>
      </Notice>
    );
  const over = standing?.over ?? "no";
  return (
    <>
      {over !== "no" && (
        <Notice
          tone={over === "accident" ? "act" : "wait"}
          title={over === "accident" ? standingCardText.caseEnded : standingCardText.submitted}
        >
          <Flex gap="2" mt="2" wrap="wrap">
            <BenchButton kind="act" disabled={ending} onClick={onEnd}>
              {ending ? "Replaying" : standingCardText.openDebrief}
            </BenchButton>
            <BenchButton kind="quiet" onClick={onAgain}>
              {standingCardText.restartCase}
            </BenchButton>
          </Flex>
        </Notice>
      )}
      {last !== undefined && (
        <Notice tone={last.tone} title={last.title}>
          {`${formatClock(last.atS)}. ${last.text}`}
        </Notice>
      )}
      <ClockBar car={car} busy={busy} />
    </>
  );
}

/** State of the vehicle, engine and clock. */
function ClockBar({ car, busy }: Pick<StandingProps, "car" | "busy">) {
  const { standing, passing, refused, hint } = car;
  const felt = standing?.events.findLast((event) => event.kind === "act" && event.felt !== null);
  return (
    <Box bg="sheet" borderLeftWidth="6px" borderLeftColor="ink" rounded="card" px="3.5" py="2">
      <Flex align="end" gap="4" wrap="wrap">
        <Box flex="1 1 190px" minW="0" minH="46px">
          <Text kind="heading" lineHeight="1.2">
            {standing === null
              ? standingCardText.preparingTheVehicle
              : passing !== null
                ? standingCardText.timePasses
                : standing.beliefDue
                  ? standingCardText.theClockWaitsForYour
                  : settledWords[standing.settled]}
          </Text>
          <Text color={refused ? "danger" : "soft"} fontSize="sm" role="status">
            {standing?.beliefDue
              ? standingCardText.putTheMostLikelyCause
              : refused
                ? refusalWords(refused)
                : hint !== null
                  ? hintWords(hint.step)
                  : felt?.kind === "act" && felt.felt !== null
                    ? feltWords(felt.felt)
                    : standingCardText.noExpectedRangeInDrills}
          </Text>
        </Box>
        <BenchButton
          disabled={busy || standing === null || standing.refusals.settle !== undefined}
          onClick={() => car.does({ does: "act", act: "settle" })}
        >
          {standingCardText.waitUntilSteady}
        </BenchButton>
        <Choice
          label={commonText.engine}
          options={engineChoices}
          value={standing?.engine ?? "off"}
          disabled={busy}
          onChange={(engine) => car.does({ does: "engine", engine })}
        />
        <Choice
          label={standingCardText.clockF}
          options={paces}
          value={String(car.pace) as "0" | "1" | "10"}
          onChange={(pace) => car.setPace(Number(pace))}
        />
      </Flex>
    </Box>
  );
}

const hintWords = (step: Parameters<typeof wayWords>[0] | null) =>
  step === null
    ? standingCardText.yourReadingsAreSufficient
    : standingCardText.shortestNextStep(wayWords(step).toLowerCase());
