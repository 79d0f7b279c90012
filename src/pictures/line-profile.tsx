"use client";

import { Box } from "@chakra-ui/react";
import type { LinePlace, LineProfile } from "@/core/line-places";
import type { LineSpot, UnexplainedDrop } from "@/core/readings/derive/line-temperatures";
import type { Figures } from "@/core/units/figures";
import { useFigures } from "@/ui/figures";
import { placeNames, shortPlaceNames } from "@/words/places";
import { commonText } from "@/words/screens/common";
import { lineProfileText } from "@/words/screens/step-pictures";
import { courseOf, quantityScale, SideAxis } from "./axis";
import { Drawing, svgClass } from "./drawing";

/** Names of the stretches under the chart. */
const stretches: { name: string; places: LinePlace[] }[] = [
  { name: commonText.compressor, places: ["discharge"] },
  {
    name: lineProfileText.condenser,
    places: ["condenser-1", "condenser-2", "condenser-3", "condenser-4", "condenser-5"],
  },
  { name: commonText.liquidLine, places: ["liquid-port", "drier-out"] },
  { name: lineProfileText.metering, places: ["metering-in", "metering-out"] },
  { name: lineProfileText.suction, places: ["suction"] },
];

const WIDTH = 680;
const HEIGHT = 276;
const PLOT = { left: 40, right: 672, top: 46, foot: 216 };

interface LineProfileProps {
  places: LinePlace[];
  spots: LineSpot[];
  sound: readonly LineProfile[];
  drop: UnexplainedDrop | null;
}

/** Spots along the circuit, as they should fall and as they do; a fall that is too much is marked where it lies. */
export function LineProfilePicture({ places, spots, sound, drop }: LineProfileProps) {
  const figures = useFigures();
  const band = sound.length === 0 ? null : places.map((place) => rangeOf(sound.map((profile) => profile[place])));
  const values = [...spots.map(({ temperatureC }) => temperatureC), ...(band ?? []).flat()];
  if (values.length === 0) return null;
  const scale = quantityScale({
    least: Math.floor(Math.min(0, ...values) / 20) * 20,
    most: Math.max(80, ...values),
    from: PLOT.foot,
    to: PLOT.top,
    unit: figures.unit("degC"),
    steps: 5,
  });
  const y = scale.at;
  const x = (place: LinePlace) =>
    PLOT.left + 30 + (places.indexOf(place) / (places.length - 1)) * (PLOT.right - PLOT.left - 60);
  return (
    <Box overflow="hidden">
      <Drawing
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        table={{
          name: lineProfileText.name,
          head: [
            lineProfileText.place,
            `${lineProfileText.temperature}, ${figures.label("degC")}`,
            lineProfileText.soundRange,
          ],
          rows: tableRows(places, spots, band, figures),
        }}
        legend={[
          { mark: "line", text: lineProfileText.measured },
          ...(band === null ? [] : [{ mark: "band", colour: "done", text: lineProfileText.soundRange } as const]),
        ]}
        role="img"
        aria-label={lineProfileText.temperaturesAlongTheCircuit(
          spots
            .map(({ place, temperatureC }) => `${placeNames[place]} ${figures.number(temperatureC, "degC")}`)
            .join(", "),
        )}
      >
        <SideAxis {...scale} from={PLOT.left} to={PLOT.right} line="line" labelX={PLOT.left - 7} size={14} />
        <text
          x={PLOT.left - 7}
          y={PLOT.foot + 18}
          className={svgClass(12)}
          textAnchor="end"
          fill="var(--chakra-colors-soft)"
        >
          {figures.label("degC")}
        </text>
        {band && (
          <path
            d={bandCourse(places.map((place, i) => ({ x: x(place), low: y(band[i]![0]), high: y(band[i]![1]) })))}
            fill="var(--chakra-colors-band)"
            stroke="var(--chakra-colors-done)"
            strokeWidth="1"
          />
        )}
        {drop && <DropMark x1={x(drop.from)} x2={x(drop.to)} drop={drop} />}
        <path
          d={courseOf(spots.map(({ place, temperatureC }) => [x(place), y(temperatureC)]))}
          fill="none"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2.5"
        />
        {spots.map((spot) => (
          <SpotMark key={spot.place} x={x(spot.place)} y={y(spot.temperatureC)} temperatureC={spot.temperatureC} />
        ))}
        {stretches.map(({ name, places: own }) => (
          <Stretch key={name} name={name} places={own.filter((place) => places.includes(place))} x={x} />
        ))}
      </Drawing>
    </Box>
  );
}

/** Along the upper edge and back along the lower. */
const bandCourse = (points: readonly { x: number; low: number; high: number }[]): string =>
  `${courseOf([
    ...points.map(({ x, high }) => [x, high] as const),
    ...points.map(({ x, low }) => [x, low] as const).reverse(),
  ])}Z`;

function tableRows(
  places: LinePlace[],
  spots: LineSpot[],
  band: readonly (readonly [number, number])[] | null,
  figures: Figures,
): string[][] {
  return places.map((place, i) => {
    const spot = spots.find((one) => one.place === place);
    const expected = band?.[i];
    return [
      placeNames[place],
      spot === undefined ? "–" : figures.number(spot.temperatureC, "degC"),
      expected === undefined
        ? "–"
        : `${figures.number(expected[0], "degC", 0)} to ${figures.number(expected[1], "degC", 0)}`,
    ];
  });
}

function SpotMark({ x, y, temperatureC }: { x: number; y: number; temperatureC: number }) {
  const figures = useFigures();
  return (
    <g>
      <rect x={x - 5} y={y - 5} width="10" height="10" fill="var(--chakra-colors-ink)" />
      <text
        x={x}
        y={y - 11}
        className={svgClass(14)}
        style={{ fontWeight: 600, paintOrder: "stroke" }}
        stroke="var(--chakra-colors-sheet)"
        strokeWidth="4"
        textAnchor="middle"
        fill="var(--chakra-colors-ink)"
      >
        {figures.number(temperatureC, "degC", 0)}
      </text>
    </g>
  );
}

/** One stretch of the circuit with the places in it, under the plot. */
function Stretch({ name, places, x }: { name: string; places: LinePlace[]; x: (place: LinePlace) => number }) {
  const from = x(places[0]!) - 26;
  const to = x(places.at(-1)!) + 26;
  return (
    <g>
      {places.map((place) => (
        <text
          key={place}
          x={x(place)}
          y={PLOT.foot + 18}
          className={svgClass(14)}
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
        className={svgClass(14)}
        style={{ fontWeight: 600 }}
        textAnchor="middle"
        fill="var(--chakra-colors-ink)"
      >
        {name}
      </text>
    </g>
  );
}

function DropMark({ x1, x2, drop }: { x1: number; x2: number; drop: UnexplainedDrop }) {
  const figures = useFigures();
  const text = lineProfileText.tooMuch(figures.quantity(drop.beyondK, "K", 0));
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
        fill="var(--chakra-colors-out-wash)"
        stroke="var(--chakra-colors-out)"
        strokeDasharray="4 3"
      />
      <rect x={left} y={4} width={width} height="22" rx="3" fill="var(--chakra-colors-out)" />
      <text
        x={left + width / 2}
        y={20}
        className={svgClass(14)}
        style={{ fontWeight: 600 }}
        textAnchor="middle"
        fill="var(--chakra-colors-on-out)"
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
