"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { benchInstruments, methodDays } from "@/core/bench/bench-shapes";
import { type BenchState, truthOf } from "@/core/bench/bench-state";
import type { MethodDay } from "@/core/bench/bench-work";
import type { DetectionDay } from "@/core/bench/could-tell";
import type { Part } from "@/session/bench";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { RangeField } from "@/ui/fields/range-field";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { detectionSentence, hotDaysWords, instrumentWords, nextAtBenchWords, outOfTen } from "@/words/bench";
import { methodLabels } from "@/words/job";
import { sideCardsText } from "@/words/screens/bench";
import { MethodTable } from "./method-table";

/** Charge by each method, and its cost on the hot day. */
export function MethodsCard({ state, hotC, habits }: { state: BenchState; hotC: number; habits: Part<"habits"> }) {
  const figures = useFigures();
  const [which, setWhich] = useState<"today" | "days">("today");
  const { part: days } = habits;
  const own = days?.find(({ ambientC }) => ambientC === state.conditions.ambientC) ?? null;
  return (
    <Card title={sideCardsText.chargeByOtherMethods}>
      <Choice
        label={sideCardsText.onWhichDay}
        options={[
          { value: "today", label: figures.quantity(state.conditions.ambientC, "degC", 1) },
          { value: "days", label: sideCardsText.fromCoolToHot },
        ]}
        value={which}
        onChange={setWhich}
      />
      {days === null ? (
        <Text kind="soft" mt="2">
          {sideCardsText.simulatingEachMethod}
        </Text>
      ) : which === "today" ? (
        own && <MethodTable answer={own.answer} hotC={hotC} />
      ) : (
        <MethodDays days={days} />
      )}
    </Card>
  );
}

/** Grams over or under the label, day by day. */
function MethodDays({ days }: { days: readonly MethodDay[] }) {
  const figures = useFigures();
  const shown = days.filter(({ ambientC }) => methodDays.includes(ambientC));
  const schools = shown[0]?.answer.answers.map(({ school }) => school) ?? [];
  return (
    <Box mt="2" overflowX="auto">
      <Box as="table" w="100%" fontSize="sm">
        <thead>
          <tr>
            <Box as="th" textAlign="left" fontWeight="normal" color="soft">
              <Text as="span">{sideCardsText.overTheLabel(figures.label("g"))}</Text>
            </Box>
            {shown.map(({ ambientC }) => (
              <Box as="th" key={ambientC} textAlign="right" fontWeight="semibold" color="soft" ps="1.5">
                {figures.number(ambientC, "degC", 0)}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {schools.map((school) => (
            <tr key={school}>
              <Box as="td" borderTopWidth="1px" borderColor="line" py="1">
                <Text as="span">{methodLabels[school](figures)}</Text>
              </Box>
              {shown.map(({ ambientC, answer }) => {
                const one = answer.answers.find((given) => given.school === school)!;
                const over = one.chargeG - answer.labelG;
                const far = Math.abs(over) > 0.12 * answer.labelG;
                return (
                  <Box
                    as="td"
                    key={ambientC}
                    borderTopWidth="1px"
                    borderColor="line"
                    textAlign="right"
                    ps="1.5"
                    fontWeight={far ? "semibold" : "normal"}
                    color={far ? "danger" : "ink"}
                  >
                    {`${over > 0 ? "+" : ""}${figures.number(over, "g")}`}
                  </Box>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

interface HotDayCardProps {
  hotC: number;
  onHot: (hotC: number) => void;
  hotDay: Part<"hotDay">;
  state: BenchState;
}

/** The car on a hotter day in traffic. */
export function HotDayCard({ hotC, onHot, hotDay, state }: HotDayCardProps) {
  const figures = useFigures();
  const words = hotDay.part === null ? null : hotDaysWords(hotDay.part, figures);
  const atLabel = state.chargeG === state.label.chargeG;
  return (
    <Card title={sideCardsText.hotDayInTownTraffic}>
      <RangeField
        label={sideCardsText.ambient}
        value={hotC}
        min={25}
        max={48}
        step={1}
        shown={figures.number(hotC, "degC", 0)}
        unit={figures.label("degC")}
        said={figures.quantity(hotC, "degC", 0)}
        onChange={onHot}
      />
      {words === null ? (
        <Text kind="soft">{sideCardsText.simulatingTheHotDay}</Text>
      ) : (
        <Stack gap="1.5" mt="1">
          <Text>{words.asIs}</Text>
          {words.alike !== null && <Text>{words.alike}</Text>}
          {words.atLabel !== null && !atLabel && (
            <Text kind="soft">
              {sideCardsText.withTheLabelCharge(words.atLabel.charAt(0).toLowerCase(), words.atLabel.slice(1))}
            </Text>
          )}
        </Stack>
      )}
    </Card>
  );
}

/** Detection rate by instruments and by day, and the next action. */
export function CouldTellCard({ state, told }: { state: BenchState; told: Part<"couldTell"> }) {
  const figures = useFigures();
  const sound = truthOf(state).length === 0;
  const days = told.part?.days ?? [];
  return (
    <Card title={sound ? sideCardsText.howOftenDoesATest : sideCardsText.howOftenIsTheFault}>
      {told.part === null ? (
        <Text kind="soft">{told.failed ? sideCardsText.theEnsembleCouldNotBe : sideCardsText.testingSuchVehicles}</Text>
      ) : (
        <>
          <Text fontSize="md">{detectionSentence(days, state, figures)}</Text>
          <Grid
            templateColumns={`minmax(0, 1fr) repeat(${Math.max(days.length, 1)}, minmax(26px, auto))`}
            columnGap="1"
            rowGap="1"
            mt="2"
            alignItems="center"
          >
            <Text kind="small">{figures.label("degC")}</Text>
            {days.map(({ ambientC }) => (
              <Text key={ambientC} kind="small" textAlign="center">
                {figures.number(ambientC, "degC", 0)}
              </Text>
            ))}
            {benchInstruments.map((instruments) => (
              <Box key={instruments} display="contents">
                <Text fontSize="sm">{instrumentWords[instruments]}</Text>
                {days.map((day) => (
                  <DetectionCell key={day.ambientC} day={day} instruments={instruments} />
                ))}
              </Box>
            ))}
          </Grid>
          <Text kind="small" mt="1">
            {sideCardsText.vehiclesOfTen(Math.max(0, ...days.map(({ ran }) => ran)))}
          </Text>
          {told.part.next && !sound && (
            <Text mt="2" fontSize="md">
              {nextAtBenchWords(told.part.next)}
            </Text>
          )}
        </>
      )}
    </Card>
  );
}

/** A cell as full as the share of cars in which it is found. */
function DetectionCell({ day, instruments }: { day: DetectionDay; instruments: (typeof benchInstruments)[number] }) {
  const share = day.found?.[instruments] ?? null;
  return (
    <Flex
      h="26px"
      rounded="3px"
      borderWidth="1px"
      borderColor="line"
      bg="field"
      align="center"
      justify="center"
      position="relative"
      overflow="hidden"
      title={share === null ? sideCardsText.doesNotRun : sideCardsText.foundIn(outOfTen(share))}
    >
      {share !== null && <Box position="absolute" left="0" right="0" bottom="0" h={`${share * 100}%`} bg="band" />}
      <Text as="span" fontSize="sm" fontWeight="semibold" position="relative">
        {share === null ? "–" : String(Math.round(share * 10))}
      </Text>
    </Flex>
  );
}
