"use client";

import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import type { LinePlace, LineProfile } from "@/core/line-places";
import { flashMarginAtDevice } from "@/core/readings/line-flash";
import {
  type LineSpot,
  largestUnexplainedDrop,
  placesOf,
  type UnexplainedDrop,
} from "@/core/readings/line-temperatures";
import { fields } from "@/core/records/fields";
import { settingValues, type TestName, workableRefrigerant } from "@/core/records/job-readings";
import { type Entry, entry, entryOf, entryValue } from "@/core/units/entry";
import { formatNumber, formatQuantity } from "@/core/units/units";
import { niceTicks } from "@/pictures/nice-ticks";
import type { Expected } from "@/session/expected";
import { useJob, useRack } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Measure } from "@/ui/measure";
import { NumberField } from "@/ui/number-field";
import { useShortcuts } from "@/ui/shortcuts";
import { placeNames, shortPlaceNames } from "@/words/places";

/** What the stretches of the circuit are called under the chart. */
const stretches: { name: string; places: LinePlace[] }[] = [
  { name: "Compressor", places: ["discharge"] },
  { name: "Condenser", places: ["condenser-1", "condenser-2", "condenser-3", "condenser-4", "condenser-5"] },
  { name: "Liquid line", places: ["liquid-port", "drier-out"] },
  { name: "Metering", places: ["metering-in", "metering-out"] },
  { name: "Suction", places: ["suction"] },
];

/** Spots along the circuit against what a sound vehicle shows, with the fall that nothing explains marked where it lies. */
export function AlongTheLines({ which, expected }: { which: TestName; expected: Expected | null }) {
  const { job, edit } = useJob();
  const { canSpot, engine, spot } = useRack("canSpot", "engine", "spot");
  const places = placesOf(job.intake.metering ?? "expansion-valve");
  const entryAt = (place: LinePlace): Entry =>
    job.lines.spots.find((spot) => spot.place === place)?.temperature ?? entry("", "degC");
  const setSpot = (place: LinePlace, temperature: Entry) =>
    edit((stored) => ({
      ...stored,
      lines: {
        ...stored.lines,
        spots: [...stored.lines.spots.filter((spot) => spot.place !== place), { place, temperature }],
      },
    }));
  const spots: LineSpot[] = places.flatMap((place) => {
    const temperatureC = entryValue(fields.spot, entryAt(place));
    return temperatureC === null ? [] : [{ place, temperatureC }];
  });
  const sound = expected?.bands.lines ?? [];
  const drop = largestUnexplainedDrop(spots, sound);
  const next = places.find((place) => entryValue(fields.spot, entryAt(place)) === null) ?? null;
  const point = async (place: LinePlace) => {
    const read = await spot(place);
    if (read !== null && read !== undefined) setSpot(place, entryOf(read, "degC"));
  };
  const pointing = canSpot && next !== null && engine !== "off";
  useShortcuts([
    { key: "s", does: "Point the spot thermometer at the next place", run: () => pointing && void point(next) },
  ]);
  return (
    <Card
      title="Along the lines, surface temperatures"
      aside={
        pointing ? (
          <BenchButton kind="quiet" shortcut="S" onClick={() => void point(next)}>
            {`Point at: ${placeNames[next].toLowerCase()}`}
          </BenchButton>
        ) : undefined
      }
    >
      <Text fontSize="18px" fontWeight="650" role="status">
        {verdictOf(spots, sound, drop)}
      </Text>
      <LineChart places={places} spots={spots} sound={sound} drop={drop} />
      <Grid templateColumns="repeat(auto-fill, minmax(176px, 1fr))" gap="2.5" mt="2">
        {places.map((place) => (
          <NumberField
            key={place}
            spec={fields.spot}
            label={placeNames[place]}
            value={entryAt(place)}
            onChange={(temperature) => setSpot(place, temperature)}
          />
        ))}
      </Grid>
      <LongLine which={which} lineC={spots.find(({ place }) => place === "metering-in")?.temperatureC ?? null} />
    </Card>
  );
}

/** A line that carries vapour with its liquid loses up to about this much without a blockage. */
const BUBBLES_K = 7;

function verdictOf(spots: LineSpot[], sound: readonly LineProfile[], drop: UnexplainedDrop | null): string {
  if (spots.length < 2) return "Spot at least two places: on tape or paint, not on bright metal.";
  if (sound.length === 0) return "Nothing to hold it against yet: label, altitude and ambient are missing.";
  if (drop === null) return "No fall beyond what a sound vehicle shows between these spots.";
  const between = `${placeNames[drop.from].toLowerCase()} and ${placeNames[drop.to].toLowerCase()}`;
  return `${formatQuantity(drop.dropK, "K")} lost between ${between}: ${formatQuantity(drop.beyondK, "K")} more than a sound vehicle. ${
    drop.beyondK > BUBBLES_K
      ? "Something narrows there."
      : "A beginning blockage, or bubbles in the line: see whether it grows with engine speed."
  }`;
}

const WIDTH = 680;
const HEIGHT = 276;
const PLOT = { left: 40, right: 672, top: 46, foot: 216 };

function LineChart({
  places,
  spots,
  sound,
  drop,
}: {
  places: LinePlace[];
  spots: LineSpot[];
  sound: readonly LineProfile[];
  drop: UnexplainedDrop | null;
}) {
  const band = sound.length === 0 ? null : places.map((place) => rangeOf(sound.map((profile) => profile[place])));
  const values = [...spots.map(({ temperatureC }) => temperatureC), ...(band ?? []).flat()];
  if (values.length === 0) return null;
  const ticks = niceTicks(Math.floor(Math.min(0, ...values) / 20) * 20, Math.max(80, ...values), 5);
  const y = (temperatureC: number) =>
    PLOT.foot - ((temperatureC - ticks[0]!) / (ticks.at(-1)! - ticks[0]!)) * (PLOT.foot - PLOT.top);
  const x = (place: LinePlace) =>
    PLOT.left + 30 + (places.indexOf(place) / (places.length - 1)) * (PLOT.right - PLOT.left - 60);
  const path = (points: [number, number][]) => points.map(([px, py]) => `${px.toFixed(1)},${py.toFixed(1)}`).join(" ");
  return (
    <Box overflow="hidden">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={`Temperatures along the circuit: ${spots
          .map(({ place, temperatureC }) => `${placeNames[place]} ${formatNumber(temperatureC, "degC")}`)
          .join(", ")}`}
      >
        {ticks.map((tick) => (
          <g key={tick}>
            <line x1={PLOT.left} x2={PLOT.right} y1={y(tick)} y2={y(tick)} stroke="var(--chakra-colors-line)" />
            <text x={PLOT.left - 7} y={y(tick) + 4} fontSize="13" textAnchor="end" fill="var(--chakra-colors-soft)">
              {tick}
            </text>
          </g>
        ))}
        <text x={PLOT.left - 7} y={PLOT.foot + 18} fontSize="12" textAnchor="end" fill="var(--chakra-colors-soft)">
          °C
        </text>
        {band && (
          <polygon
            points={path([
              ...places.map((place, i): [number, number] => [x(place), y(band[i]![1])]),
              ...places.map((place, i): [number, number] => [x(place), y(band[i]![0])]).reverse(),
            ])}
            fill="var(--chakra-colors-band)"
            stroke="var(--chakra-colors-done)"
            strokeWidth="1"
          />
        )}
        {drop && <DropMark x1={x(drop.from)} x2={x(drop.to)} drop={drop} />}
        <polyline
          points={path(spots.map(({ place, temperatureC }) => [x(place), y(temperatureC)]))}
          fill="none"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2.5"
        />
        {spots.map(({ place, temperatureC }) => (
          <g key={place}>
            <rect x={x(place) - 5} y={y(temperatureC) - 5} width="10" height="10" fill="var(--chakra-colors-ink)" />
            <text
              x={x(place)}
              y={y(temperatureC) - 11}
              fontSize="14"
              style={{ fontWeight: 650, paintOrder: "stroke" }}
              stroke="var(--chakra-colors-sheet)"
              strokeWidth="4"
              textAnchor="middle"
              fill="var(--chakra-colors-ink)"
            >
              {formatNumber(temperatureC, "degC", 0)}
            </text>
          </g>
        ))}
        {stretches.map(({ name, places: own }) => {
          const here = own.filter((place) => places.includes(place));
          const from = x(here[0]!) - 26;
          const to = x(here.at(-1)!) + 26;
          return (
            <g key={name}>
              {here.map((place) => (
                <text
                  key={place}
                  x={x(place)}
                  y={PLOT.foot + 18}
                  fontSize="13"
                  textAnchor="middle"
                  fill="var(--chakra-colors-soft)"
                >
                  {shortPlaceNames[place]}
                </text>
              ))}
              <line x1={from} x2={to} y1={PLOT.foot + 28} y2={PLOT.foot + 28} stroke="var(--chakra-colors-edge)" />
              <text
                x={(from + to) / 2}
                y={PLOT.foot + 47}
                fontSize="14"
                style={{ fontWeight: 600 }}
                textAnchor="middle"
                fill="var(--chakra-colors-ink)"
              >
                {name}
              </text>
            </g>
          );
        })}
      </svg>
    </Box>
  );
}

function DropMark({ x1, x2, drop }: { x1: number; x2: number; drop: UnexplainedDrop }) {
  const text = `${formatNumber(drop.beyondK, "K", 0)} K too much`;
  const width = text.length * 7.4 + 14;
  const middle = (x1 + x2) / 2;
  const left = Math.min(Math.max(middle - width / 2, PLOT.left), PLOT.right - width);
  return (
    <g>
      <rect
        x={x1}
        y={26}
        width={x2 - x1}
        height={PLOT.foot - 26}
        fill="var(--chakra-colors-act-wash)"
        stroke="var(--chakra-colors-act)"
        strokeDasharray="4 3"
      />
      <rect x={left} y={4} width={width} height="22" rx="3" fill="var(--chakra-colors-act)" />
      <text
        x={left + width / 2}
        y={20}
        fontSize="14"
        style={{ fontWeight: 650 }}
        textAnchor="middle"
        fill="var(--chakra-colors-on-act)"
      >
        {text}
      </text>
    </g>
  );
}

function rangeOf(values: number[]): [number, number] {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
  return [at(0.05), at(0.95)];
}

/** What is left before the liquid flashes where the line ends: climbing and friction taken off. */
function LongLine({ which, lineC }: { which: TestName; lineC: number | null }) {
  const { job, edit } = useJob();
  const { lines } = job;
  const set = (change: Partial<typeof lines>) =>
    edit((stored) => ({ ...stored, lines: { ...stored.lines, ...change } }));
  const refrigerant = workableRefrigerant(job);
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const [idle, fast] = job[which].settings.map(settingValues);
  const taken = fast!.high !== null ? fast! : idle!;
  const endC = lineC ?? taken.liquid;
  const margin =
    refrigerant === null || altitudeM === null || taken.high === null || endC === null
      ? null
      : flashMarginAtDevice({
          refrigerant,
          altitudeM,
          highKpa: taken.high,
          lineC: endC,
          riseM: entryValue(fields.rise, lines.rise) ?? 0,
          lengthM: entryValue(fields.lineLength, lines.length) ?? 0,
        });
  return (
    <Flex gap="4" wrap="wrap" mt="3" pt="2.5" borderTopWidth="1px" borderColor="line" align="flex-start">
      <Box w="180px">
        <NumberField spec={fields.rise} value={lines.rise} onChange={(rise) => set({ rise })} />
      </Box>
      <Box w="180px">
        <NumberField spec={fields.lineLength} value={lines.length} onChange={(length) => set({ length })} />
      </Box>
      <Box flex="1 1 240px">
        <Measure label="Flash margin where the line ends" value={margin} unit={job[which].settings[0].high.unit} />
        <Text fontSize="14px" color="soft">
          {margin === null
            ? "Wants the high side and the liquid line."
            : margin.value < margin.uncertainty
              ? "It may flash before the metering device: a hiss and starving without a blockage."
              : "It stays liquid all the way."}
        </Text>
      </Box>
    </Flex>
  );
}
