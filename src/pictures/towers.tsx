"use client";

import { Box } from "@chakra-ui/react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import { hardLimitOf } from "@/core/diagnosis/explain/hard-limits";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { fluidTable } from "@/core/fluids/tables";
import { saturationGaugeKpa } from "@/core/readings/derive/saturation-temperature";
import type { PressureRange } from "@/core/readings/file/shop-chart";
import type { Figures } from "@/core/units/figures";
import type { UnitId } from "@/core/units/units";
import { fromBase, toBase } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { hardLimitWords } from "@/words/reasons";
import { commonText } from "@/words/screens/common";
import { towersText } from "@/words/screens/pictures";
import { quantityScale, SideAxis } from "./axis";
import { Drawing, ownType, svgClass, svgType } from "./drawing";

interface Side {
  name: "Low" | "High";
  /** Reading now, kPa gauge, and its recent range. */
  value: number | null;
  range: readonly [number, number] | null;
  /** Where nine in ten healthy vehicles of this label lie now, kPa gauge. */
  band: PressureRange | null;
  /** Range of the workshop's own chart, kPa gauge. */
  shop: PressureRange | null;
  /** Values of saved states, kPa gauge, each under its letter. */
  kept?: readonly { name: string; value: number }[];
}

interface TowersProps {
  low: Omit<Side, "name">;
  high: Omit<Side, "name">;
  /** With these the far edge carries saturation temperatures. */
  refrigerant: Refrigerant | null;
  altitudeM: number | null;
}

const WIDTH = 224;
/** Left of the low side, for pressures of four digits. */
const ROOM = 10;
const HEIGHT = 274;
const TOP = 38;
const FOOT = 226;
const COLUMN = 25;
/** Room for the pressures beside a column. */
const NEAR = 42;

/** Low and high as two straight columns: pressure on the near edge, saturation temperature on the far one. */
export function Towers({ low, high, refrigerant, altitudeM }: TowersProps) {
  const figures = useFigures();
  return (
    <Box>
      <Drawing
        viewBox={`${-ROOM} 0 ${WIDTH + ROOM} ${HEIGHT}`}
        width="100%"
        // Both scales fill the drawing: its type does not grow with the rest.
        style={{ ...ownType, maxWidth: 300, display: "block", margin: "0 auto" }}
        table={{
          name: towersText.name,
          head: [towersText.side, towersText.reading, towersText.expected],
          rows: (
            [
              [commonText.low, low],
              [commonText.high, high],
            ] as const
          ).map(([name, { value, band }]) => [
            name,
            figures.quantity(value, "kPa"),
            band === null ? "–" : `${figures.number(band.low, "kPa")} to ${figures.quantity(band.high, "kPa")}`,
          ]),
        }}
        role="img"
        aria-label={towersText.lowSideHighSide(figures.number(low.value, "kPa"), figures.quantity(high.value, "kPa"))}
      >
        <Tower
          x={0}
          side={{ name: commonText.low, ...low }}
          least={500}
          steps={5}
          refrigerant={refrigerant}
          altitudeM={altitudeM}
        />
        <Tower
          x={WIDTH / 2}
          side={{ name: commonText.high, ...high }}
          least={2000}
          steps={5}
          refrigerant={refrigerant}
          altitudeM={altitudeM}
        />
      </Drawing>
    </Box>
  );
}

interface TowerProps {
  x: number;
  side: Side;
  /** The scale reaches at least this far, kPa gauge, and further when the reading does. */
  least: number;
  steps: number;
  refrigerant: Refrigerant | null;
  altitudeM: number | null;
}

function Tower({ x, side, least, steps, refrigerant, altitudeM }: TowerProps) {
  const figures = useFigures();
  const unit = figures.unit("kPa");
  const bottom = Math.min(0, Math.floor((side.value ?? 0) / 50) * 50);
  const most = Math.max(least, (side.value ?? 0) * 1.08);
  const scale = quantityScale({ least: bottom, most, from: FOOT, to: TOP, unit, steps });
  const { at: y, least: floor, most: top } = scale;
  const left = x + NEAR;
  const colour = side.name === "Low" ? "var(--chakra-colors-low-side)" : "var(--chakra-colors-ink)";
  const temperatures =
    refrigerant !== null && altitudeM !== null
      ? saturationTicks(refrigerant, altitudeM, floor, top, figures.unit("degC"))
      : [];
  const limit = limitOf(side.name, refrigerant, altitudeM);
  const reading = side.value;
  const outside = outsideWords(reading, side.band, figures);
  return (
    <g>
      <ColumnHead name={side.name} left={left} temperatures={temperatures.length > 0} />
      <rect
        x={left}
        y={TOP}
        width={COLUMN}
        height={FOOT - TOP}
        fill="var(--chakra-colors-field)"
        stroke="var(--chakra-colors-ink)"
      />
      <SideAxis {...scale} from={left - 4} to={left} labelX={left - 7} line="soft" size={14} />
      <SideAxis
        ticks={temperatures.map(({ temperatureC, kpa }) => ({
          value: kpa,
          text: figures.number(temperatureC, "degC", 0),
        }))}
        at={y}
        from={left + COLUMN}
        to={left + COLUMN + 4}
        labelX={left + COLUMN + 7}
        anchor="start"
        line="soft"
        size={14}
      />
      <Bands side={side} scale={scale} left={left} colour={colour} />
      {limit !== null && limit.value < top && limit.value > floor && (
        <path
          d={`M${left - 3} ${y(limit.value)}H${left + COLUMN + 3}`}
          stroke="var(--chakra-colors-out)"
          strokeWidth="1.5"
          strokeDasharray="3 3"
        >
          <title>{hardLimitWords(limit, figures)}</title>
        </path>
      )}
      <KeptStates kept={side.kept ?? []} scale={scale} left={left} />
      {reading !== null && Number.isFinite(reading) && (
        <rect x={left - 5} y={y(reading) - 3} width={COLUMN + 10} height={6} fill={colour} />
      )}
      <text
        x={left + COLUMN / 2}
        y={FOOT + 20}
        className={svgClass(18)}
        style={{ fontWeight: 600 }}
        fill="var(--chakra-colors-ink)"
        textAnchor="middle"
      >
        {figures.number(reading, "kPa")}
      </text>
      {outside !== null && <OutsideTag middle={left + COLUMN / 2} text={outside} />}
    </g>
  );
}

function ColumnHead({ name, left, temperatures }: { name: string; left: number; temperatures: boolean }) {
  const figures = useFigures();
  return (
    <>
      <text
        x={left + COLUMN / 2}
        y={14}
        className={svgClass(14)}
        style={{ fontWeight: 600 }}
        fill="var(--chakra-colors-ink)"
        textAnchor="middle"
      >
        {name}
      </text>
      <text x={left - 7} y={30} className={svgClass(12)} fill="var(--chakra-colors-soft)" textAnchor="end">
        {figures.label("kPa")}
      </text>
      {temperatures && (
        <text x={left + COLUMN + 7} y={30} className={svgClass(12)} fill="var(--chakra-colors-soft)">
          {figures.label("degC")}
        </text>
      )}
    </>
  );
}

function limitOf(name: Side["name"], refrigerant: Refrigerant | null, altitudeM: number | null) {
  if (refrigerant === null || altitudeM === null) return null;
  return hardLimitOf(name === "Low" ? "low" : "high", refrigerant, {
    fluid: fluidTable(refrigerant),
    atmosphereKpa: atmosphericPressureKpa(altitudeM),
  });
}

type Scale = ReturnType<typeof quantityScale>;

/** Ranges in one column: expected, of the shop's chart, and of the last readings. */
function Bands({ side, scale, left, colour }: { side: Side; scale: Scale; left: number; colour: string }) {
  const { at: y, least: floor, most: top } = scale;
  /** Where a range lies in the column, as far as the scale reaches. */
  const within = (range: PressureRange) => {
    const upper = y(Math.min(range.high, top));
    return { y: upper, height: Math.max(3, y(Math.max(range.low, floor)) - upper) };
  };
  return (
    <>
      {side.band && (
        <rect
          x={left + 1}
          width={COLUMN - 2}
          {...within(side.band)}
          fill="var(--chakra-colors-band)"
          stroke="var(--chakra-colors-done)"
          strokeWidth="1"
        />
      )}
      {side.shop && side.shop.low < top && side.shop.high > floor && (
        <rect
          x={left + 4}
          width={COLUMN - 8}
          {...within(side.shop)}
          fill="none"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="1.5"
          strokeDasharray="4 3"
        />
      )}
      {side.range && (
        <rect
          x={left + 8}
          width={COLUMN - 16}
          {...within({ low: side.range[0], high: side.range[1] })}
          fill={colour}
          opacity="0.3"
        />
      )}
    </>
  );
}

/** Values of saved states, a dashed line under each letter. */
function KeptStates({ kept, scale, left }: { kept: NonNullable<Side["kept"]>; scale: Scale; left: number }) {
  const { at: y, least: floor, most: top } = scale;
  return kept
    .filter(({ value }) => value < top && value > floor)
    .map(({ name, value }, i) => (
      <g key={name}>
        <path
          d={`M${left - 5} ${y(value)}H${left + COLUMN + 5}`}
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2"
          strokeDasharray="4 3"
        />
        <text
          x={left + (i === 0 ? 2 : COLUMN - 2)}
          y={y(value) - 5}
          style={{ fontSize: svgType(12), fontWeight: 600 }}
          fill="var(--chakra-colors-ink)"
          textAnchor={i === 0 ? "start" : "end"}
        >
          {name}
        </text>
      </g>
    ));
}

/** "56 under", where the reading lies outside of its band; null inside. */
function outsideWords(reading: number | null, band: Side["band"], figures: Figures): string | null {
  if (reading === null || band === null || !Number.isFinite(reading)) return null;
  const over = reading - band.high;
  const under = band.low - reading;
  if (over > 0) return towersText.above(figures.number(over, "kPa"));
  return under > 0 ? towersText.below(figures.number(under, "kPa")) : null;
}

/** Below the number, clear of both scales. */
function OutsideTag({ middle, text }: { middle: number; text: string }) {
  const width = text.length * 7 + 12;
  return (
    <g>
      <rect x={middle - width / 2} y={FOOT + 26} width={width} height="19" rx="3" fill="var(--chakra-colors-out)" />
      <text
        x={middle}
        y={FOOT + 40}
        className={svgClass(12)}
        style={{ fontWeight: 600 }}
        fill="var(--chakra-colors-on-out)"
        textAnchor="middle"
      >
        {text}
      </text>
    </g>
  );
}

/** Every ten degrees, or twenty of the smaller ones, thinned where the low end crowds. */
function saturationTicks(refrigerant: Refrigerant, altitudeM: number, floor: number, top: number, unit: UnitId) {
  const ticks: { temperatureC: number; kpa: number }[] = [];
  const step = unit === "degF" ? 20 : 10;
  for (let shown = fromBase(-40, unit); shown <= fromBase(90, unit); shown += step) {
    const temperatureC = toBase(shown, unit);
    const kpa = saturationGaugeKpa(refrigerant, temperatureC, altitudeM);
    if (kpa === null || kpa < floor || kpa > top) continue;
    const below = ticks.at(-1);
    if (below && (kpa - below.kpa) / (top - floor) < 0.085) continue;
    ticks.push({ temperatureC, kpa });
  }
  return ticks;
}
