"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import { type PartId, partNames, signNames } from "@/core/causes/signs";
import type { LinePlace } from "@/core/line-places";
import { channels, type SettingChannel } from "@/core/readings/channels";
import type { DerivedValues } from "@/core/readings/derive/derived";
import {
  deriveFor,
  type SettingValues,
  settingValues,
  type TestName,
  withTyped,
} from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { CircuitBoard, type Filling } from "@/pictures/circuit-board";
import type { Tap, TapId } from "@/pictures/circuit-taps";
import type { Expected } from "@/session/expected";
import { useJob, useLive, useSetPart, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Text } from "@/ui/text";
import { PartSigns } from "@/views/job/steps/look/part-signs";
import { placeNames } from "@/words/places";
import { testBoardText } from "@/words/screens/steps/running";
import { useSpots } from "./spots";

/** Thermometers of the test itself, read at both settings. */
const clamps = ["discharge", "liquid", "meteringIn", "suction", "vent"] as const satisfies readonly SettingChannel[];
type Clamp = (typeof clamps)[number];
/** Places that are spotted once. */
const spotted = [
  "condenser-1",
  "condenser-2",
  "condenser-3",
  "condenser-4",
  "condenser-5",
  "drier-out",
  "metering-out",
] as const satisfies readonly (LinePlace & TapId)[];
type Spotted = (typeof spotted)[number];

/** Where on the board a fall ends that nothing explains. */
const tapOfPlace: Partial<Record<LinePlace, TapId>> = {
  "liquid-port": "liquid",
  "metering-in": "meteringIn",
  suction: "suction",
  ...Object.fromEntries(spotted.map((place) => [place, place])),
};

interface Shown extends Partial<SettingValues> {
  ambient: number | null;
}

/** Towers of what is read now lie beside it: the circuit of this vehicle with its thermometers, to be read, typed and noted at. */
export function TestBoard({ which, expected }: { which: TestName; expected: Expected | null }) {
  const figures = useFigures();
  const accuracy = useAccuracy();
  const { job } = useJob();
  const live = useLive();
  const { latest, engine } = useSimulator("latest", "engine");
  const [tapped, setTapped] = useState<TapId | null>(null);
  const [part, setPart] = useState<PartId | null>(null);
  const [noting, setNoting] = useState(false);
  const spotting = useSpots(expected);
  const test = job[which];
  const [idle, fast] = test.settings.map(settingValues);
  // Without a stream the newest typed setting is what stands on the board.
  const typed = fast!.high !== null || fast!.suction !== null ? fast! : idle!;
  const shown: Shown =
    live === null
      ? { ...typed, ambient: entryValue(fields.ambient, test.ambient) }
      : { ...live.values, discharge: latest?.discharge ?? null, meteringIn: typed.meteringIn };
  const derived = live === null ? deriveFor(job, test, typed, accuracy) : engine === "off" ? null : live.derived;
  const spotAt = (place: LinePlace) => spotting.spots.find((spot) => spot.place === place)?.temperatureC ?? null;
  const readAt = (tap: TapId): number | null =>
    tap === "condenserIn"
      ? shown.ambient
      : isClamp(tap)
        ? (shown[tap] ?? (tap === "meteringIn" ? spotAt("metering-in") : null))
        : spotAt(tap as Spotted);
  const places = spotted.filter((place) => spotting.places.includes(place));
  const taps: Tap[] = [...clamps, "condenserIn" as const, ...places].map((id) => tapOf(id, readAt(id), figures));
  const choose = (chosen: { tap?: TapId; part?: PartId }) => {
    setTapped(chosen.tap ?? null);
    setPart(chosen.part ?? null);
    setNoting(false);
  };
  return (
    <>
      <Card tight title={testBoardText.circuitTapATagTo}>
        <Box position="relative" maxW="760px">
          <CircuitBoard
            metering={job.intake.metering}
            compressor={job.intake.compressor}
            notes={job.look.notes}
            selected={part}
            onSelect={(id) => choose(id === part ? {} : { part: id })}
            taps={taps}
            tapped={tapped}
            onTap={(id) => choose(id === tapped ? {} : { tap: id })}
            fillings={fillingsOf(derived)}
            measured={measuredPipes(shown)}
            narrows={narrowsAt(spotting.drop, figures)}
          />
          <Middle>
            {tapped !== null ? (
              <TapPanel
                which={which}
                tap={tapped}
                value={readAt(tapped)}
                streams={streams(tapped, live !== null)}
                spotting={spotting}
              />
            ) : part !== null ? (
              <PartPanel job={job} part={part} onNote={() => setNoting(!noting)} noting={noting} />
            ) : (
              <Legend />
            )}
          </Middle>
        </Box>
      </Card>
      {part !== null && noting && (
        <Box gridColumn="1 / -1">
          <Card title={testBoardText.findings(partNames[part])}>
            <PartSigns part={part} />
          </Card>
        </Box>
      )}
    </>
  );
}

/** Where the temperature along a line falls more than the line explains. */
function narrowsAt(drop: ReturnType<typeof useSpots>["drop"], figures: Figures) {
  const at = drop === null ? undefined : tapOfPlace[drop.to];
  return drop === null || at === undefined
    ? null
    : { at, text: testBoardText.drop(figures.quantity(drop.dropK, "K", 0)) };
}

function isClamp(tap: TapId): tap is Clamp {
  return (clamps as readonly string[]).includes(tap);
}

/** Read by a connected instrument, not by a person. */
function streams(tap: TapId, live: boolean): boolean {
  return live && tap !== "meteringIn" && (isClamp(tap) || tap === "condenserIn");
}

function nameOf(tap: TapId): string {
  if (tap === "condenserIn") return channels.ambient.name;
  return isClamp(tap) ? channels[tap].name : placeNames[tap as Spotted];
}

function tapOf(id: TapId, value: number | null, figures: Figures): Tap {
  const number = value === null ? null : figures.number(value, "degC", id.startsWith("condenser-") ? 0 : undefined);
  const lead = id === "vent" ? "vent " : id === "condenserIn" ? "air " : "";
  const small = !isClamp(id) && id !== "condenserIn";
  return {
    id,
    label: `${nameOf(id)}: ${value === null ? testBoardText.noReading : figures.quantity(value, "degC")}`,
    text: number === null ? (lead === "" ? null : `${lead}–`) : `${lead}${small ? number : `${number}°`}`,
  };
}

/** Liquid that boils off before the metering device, or liquid that comes back, shows in the pipes. */
const LIQUID_FROM_K = 1;
const VAPOUR_FROM_K = 1.5;

function fillingsOf(derived: DerivedValues | null): { "liquid-line"?: Filling; "suction-line"?: Filling } {
  const subcooling = derived?.subcoolingK?.value;
  const superheat = derived?.superheatK?.value;
  return {
    ...(subcooling === undefined ? {} : { "liquid-line": subcooling < LIQUID_FROM_K ? "two-phase" : "liquid" }),
    ...(superheat === undefined ? {} : { "suction-line": superheat < VAPOUR_FROM_K ? "two-phase" : "vapour" }),
  };
}

function measuredPipes({ liquid, suction, discharge }: Shown) {
  return [
    ...(liquid == null ? [] : (["liquid-line"] as const)),
    ...(suction == null ? [] : (["suction-line"] as const)),
    ...(discharge == null ? [] : (["discharge-line"] as const)),
  ];
}

/** The empty middle of the circuit, where what was touched is read and typed. */
function Middle({ children }: { children: ReactNode }) {
  return (
    <Flex
      position="absolute"
      left="28.5%"
      top="33%"
      w="42.5%"
      h="34%"
      direction="column"
      justify="center"
      pointerEvents="none"
      css={{ "& > *": { pointerEvents: "auto" } }}
    >
      {children}
    </Flex>
  );
}

function Legend() {
  const rows = [
    ["vapour", "url(#vapour)"],
    ["two-phase", "url(#two-phase)"],
    ["liquid", "var(--chakra-colors-liquid)"],
  ] as const;
  return (
    <Box ps="3" css={{ "&": { pointerEvents: "none" } }}>
      {rows.map(([text, fill]) => (
        <Flex key={text} align="center" gap="2" fontSize="sm" color="soft" lineHeight="1.5">
          <svg width="18" height="12" aria-hidden="true">
            <rect width="18" height="12" fill={fill} stroke="var(--chakra-colors-line)" />
          </svg>
          {text}
        </Flex>
      ))}
      <Text kind="small">{testBoardText.faintNotMeasured}</Text>
    </Box>
  );
}

interface TapPanelProps {
  which: TestName;
  tap: TapId;
  value: number | null;
  streams: boolean;
  spotting: ReturnType<typeof useSpots>;
}

function TapPanel({ which, tap, value, streams, spotting }: TapPanelProps) {
  const figures = useFigures();
  return (
    <Box bg="sheet" rounded="card">
      <Text fontSize="sm" fontWeight="semibold" lineHeight="1.2">
        {nameOf(tap)}
      </Text>
      {streams ? (
        <Flex align="baseline" gap="1.5">
          <Text as="span" fontSize="3xl" fontWeight="semibold" lineHeight="1.1">
            {figures.number(value, "degC")}
          </Text>
          <Text as="span" kind="note">
            {testBoardText.recordedWithTheOthers(figures.label("degC"))}
          </Text>
        </Flex>
      ) : tap === "condenserIn" ? (
        <AmbientField which={which} />
      ) : isClamp(tap) ? (
        <ClampFields which={which} clamp={tap} />
      ) : (
        <SpotField place={tap as Spotted} spotting={spotting} />
      )}
    </Box>
  );
}

function AmbientField({ which }: { which: TestName }) {
  const { job } = useJob();
  const set = useSetPart(which);
  return (
    <NumberField
      spec={fields.ambient}
      label={testBoardText.ambientOnTheBoard}
      hideLabel
      value={job[which].ambient}
      onChange={(ambient) => set({ ambient })}
    />
  );
}

function ClampFields({ which, clamp }: { which: TestName; clamp: Clamp }) {
  const figures = useFigures();
  const { job, edit } = useJob();
  return (
    <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="2">
      {job[which].settings.map((setting, index) => (
        <Box key={setting.name}>
          <Text fontSize="xs" color="soft" lineHeight="1.2">
            {`${setting.name}, ${figures.label("degC")}`}
          </Text>
          <NumberField
            spec={fields[clamp]}
            label={testBoardText.onTheBoard(channels[clamp].name, setting.name)}
            hideLabel
            hideUnit
            value={setting[clamp]}
            onChange={(entry) => edit((stored) => withTyped(stored, which, index as 0 | 1, clamp, entry))}
          />
        </Box>
      ))}
    </Grid>
  );
}

function SpotField({ place, spotting }: { place: Spotted; spotting: ReturnType<typeof useSpots> }) {
  const { point } = spotting;
  return (
    <Flex gap="2" align="start">
      <NumberField
        spec={fields.spot}
        label={testBoardText.onTheBoard2(placeNames[place])}
        hideLabel
        value={spotting.entryAt(place)}
        onChange={(temperature) => spotting.setSpot(place, temperature)}
      />
      {point !== null && (
        <BenchButton px="3" flexShrink="0" onClick={() => void point(place)}>
          {testBoardText.point}
        </BenchButton>
      )}
    </Flex>
  );
}

function PartPanel({ job, part, noting, onNote }: { job: Job; part: PartId; noting: boolean; onNote: () => void }) {
  const signs = job.look.notes.filter((note) => note.part === part).map((note) => signNames[note.sign].toLowerCase());
  return (
    <Box bg="sheet" rounded="card">
      <Text kind="item" lineHeight="1.2">
        {partNames[part]}
      </Text>
      <Text kind="note" lineClamp={1}>
        {signs.length > 0
          ? signs.join(", ")
          : job.look.fine.includes(part)
            ? testBoardText.markedOk
            : testBoardText.noFindings}
      </Text>
      <BenchButton kind="quiet" px="3" aria-expanded={noting} onClick={onNote}>
        {noting ? "Done" : testBoardText.addFinding}
      </BenchButton>
    </Box>
  );
}
