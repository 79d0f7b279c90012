"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { PartId } from "@/core/causes/signs";
import { type DrillCase, labelShown } from "@/core/drill/drill-case";
import type { UnitId } from "@/core/units/units";
import { formatClock } from "@/core/units/units";
import { CircuitBoard } from "@/pictures/circuit-board";
import type { Tap, TapId } from "@/pictures/circuit-taps";
import { Towers } from "@/pictures/towers";
import type { DrillAtCar, DrillAtCarActs } from "@/session/drill";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { doneWords } from "@/words/drill";
import { commonText } from "@/words/screens/common";
import { carCardsText } from "@/words/screens/drill";

export type Car = DrillAtCar & DrillAtCarActs;

export function GaugesCard({ given, car }: { given: DrillCase; car: Car }) {
  const figures = useFigures();
  const on = car.standing?.connected.includes("low") ?? false;
  const side = (value: number | null | undefined) => ({
    value: on ? (value ?? null) : null,
    range: null,
    band: null,
    shop: null,
  });
  return (
    <Card tight title={carCardsText.bothSides(figures.label("kPa"))}>
      <Towers
        low={side(car.latest?.low)}
        high={side(car.latest?.high)}
        refrigerant={labelShown(given).refrigerant}
        altitudeM={given.state.conditions.altitudeM}
      />
      <Text kind="small">{on ? carCardsText.expectedRangeHiddenInDrills : carCardsText.gaugesNotConnected}</Text>
    </Card>
  );
}

const tapPlaces: {
  id: TapId;
  channel: "suction" | "liquid" | "discharge" | "vent" | "condenserIn" | "meteringIn";
  name: string;
}[] = [
  { id: "suction", channel: "suction", name: commonText.suctionLine },
  { id: "liquid", channel: "liquid", name: commonText.liquidLine },
  { id: "discharge", channel: "discharge", name: carCardsText.dischargeLine },
  { id: "meteringIn", channel: "meteringIn", name: carCardsText.meteringDeviceInlet },
  { id: "vent", channel: "vent", name: commonText.centreVent },
  { id: "condenserIn", channel: "condenserIn", name: carCardsText.condenserInletAir },
];
const tapUnit: UnitId = "degC";

/** This car's circuit: a hand on a part costs half a minute; a plate shows what is clamped there. */
export function BoardCard({ given, car, busy }: { given: DrillCase; car: Car; busy: boolean }) {
  const figures = useFigures();
  const { standing, latest } = car;
  const taps: Tap[] = tapPlaces.flatMap(({ id, channel, name }) => {
    if (!standing?.connected.includes(channel)) return [];
    const value = latest?.[channel] ?? null;
    const text = value === null ? null : figures.quantity(value, tapUnit, 0);
    return [{ id, label: `${name}, ${text ?? carCardsText.noReading}`, text }];
  });
  const feel = (part: PartId) => {
    if (!busy) void car.does({ does: "act", act: "feel", part });
  };
  const felt = standing?.events.flatMap((event) => (event.kind === "act" ? event.found : [])) ?? [];
  return (
    <Card tight title={carCardsText.tapAPartToTouch}>
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

/** Acts so far, newest first. */
export function DoneCard({ car }: { car: Car }) {
  const figures = useFigures();
  const done = (car.standing?.events ?? []).flatMap((event, i) =>
    event.kind === "act" || event.kind === "engine"
      ? [{ key: `${i}`, atS: event.atS, words: doneWords(event, figures) }]
      : [],
  );
  return (
    <Card tight title={carCardsText.actionsSoFar}>
      {done.length === 0 && <Text kind="aside">{carCardsText.noneYetTheClockRuns}</Text>}
      <Box
        as="ol"
        listStyleType="none"
        maxH={{ base: "236px", lg: "180px" }}
        overflowY="auto"
        tabIndex={0}
        aria-label={carCardsText.actionsSoFar}
      >
        {[...done].reverse().map(({ key, atS, words }) => (
          <Flex as="li" key={key} gap="3" py="1" borderTopWidth="1px" borderColor="line">
            <Text kind="aside" minW="52px">
              {formatClock(atS)}
            </Text>
            <Text fontSize="md">{words}</Text>
          </Flex>
        ))}
      </Box>
    </Card>
  );
}
