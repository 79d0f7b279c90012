"use client";

import { useMemo } from "react";
import type { TrackPoint } from "@/core/charge/scale/live-charge";
import { formatClock, fromBase, toBase, type UnitId } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { commonText } from "@/words/screens/common";
import { chargeTrackText } from "@/words/screens/step-pictures";
import { courseOf, plainScale, SideAxis, thinned } from "./axis";
import { Drawing, svgClass } from "./drawing";
import { niceTicks } from "./nice-ticks";

const WIDTH = 760;
const HEIGHT = 186;
const LEFT = 52;
const RIGHT = 60;
const TOP = 30;
const BOTTOM = 26;
const INK = "var(--chakra-colors-ink)";
const SOFT = "var(--chakra-colors-soft)";
const LIQUID = "var(--chakra-colors-liquid)";
const LOW = "var(--chakra-colors-low-side)";
const MOST_DRAWN = 500;

/** Round numbers of the unit up to a value in its base unit. */
const ticksTo = (most: number, unit: UnitId) =>
  niceTicks(0, fromBase(most, unit), 3)
    .map((tick) => ({ value: toBase(tick, unit), text: String(tick) }))
    .filter(({ value }) => value <= most);

/** Charging rate and pressures since the first cylinder was put on. */
export function ChargeTrack({ track }: { track: readonly TrackPoint[] }) {
  const figures = useFigures();
  const points = useMemo(() => thinned(track, MOST_DRAWN), [track]);
  const first = points[0];
  const last = points.at(-1);
  if (first === undefined || last === undefined || points.length < 3) return null;
  const span = Math.max(last.time - first.time, 60);
  const mostRate = Math.max(20, ...points.map(({ rateGPerMin }) => rateGPerMin));
  const pressures = points.flatMap(({ low, high }) => [low, high]).filter((kpa) => kpa !== null);
  const mostKpa = Math.max(500, ...pressures);
  const x = plainScale({ least: first.time, most: first.time + span, from: LEFT, to: WIDTH - RIGHT });
  const up = { least: 0, from: HEIGHT - BOTTOM, to: TOP };
  const rate = plainScale({ ...up, most: mostRate }, true);
  const pressure = plainScale({ ...up, most: mostKpa }, true);
  const course = (of: (point: TrackPoint) => number | null, y: (value: number) => number) =>
    courseOf(
      points.flatMap((point) => {
        const value = of(point);
        return value === null ? [] : [[x(point.time), y(value)] as const];
      }),
    );
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: "block" }}
      table={{
        name: chargeTrackText.name,
        head: [
          chargeTrackText.time,
          `${chargeTrackText.rate}, ${chargeTrackText.min(figures.label("g"))}`,
          `${commonText.lowSide}, ${figures.label("kPa")}`,
          `${commonText.highSide}, ${figures.label("kPa")}`,
        ],
        rows: thinned(points, 24).map(({ time, rateGPerMin, low, high }) => [
          formatClock(time - first.time),
          figures.number(rateGPerMin, "g"),
          figures.number(low, "kPa"),
          figures.number(high, "kPa"),
        ]),
      }}
      role="img"
      aria-label={chargeTrackText.rateAMinuteLowAnd(
        figures.quantity(last.rateGPerMin, "g"),
        figures.number(last.low, "kPa"),
        figures.quantity(last.high, "kPa"),
      )}
    >
      <SideAxis
        ticks={ticksTo(mostRate, figures.unit("g"))}
        at={rate}
        from={LEFT}
        to={WIDTH - RIGHT}
        line="line"
        labelX={LEFT - 7}
        colour={LIQUID}
      />
      <SideAxis
        ticks={ticksTo(mostKpa, figures.unit("kPa"))}
        at={pressure}
        from={0}
        to={0}
        line={null}
        labelX={WIDTH - RIGHT + 7}
        anchor="start"
        colour={INK}
      />
      <FootLine lastS={last.time - first.time} />
      <path d={course(({ rateGPerMin }) => rateGPerMin, rate)} fill="none" stroke={LIQUID} strokeWidth="2.6" />
      <path d={course(({ high }) => high, pressure)} fill="none" stroke={INK} strokeWidth="2" />
      <path d={course(({ low }) => low, pressure)} fill="none" stroke={LOW} strokeWidth="2" strokeDasharray="8 3" />
      <LineNames />
    </Drawing>
  );
}

/** Units of both scales, and the time between them. */
function FootLine({ lastS }: { lastS: number }) {
  const figures = useFigures();
  return (
    <>
      <text className={svgClass(12)} x={4} y={HEIGHT - 7} fill={LIQUID}>
        {chargeTrackText.min(figures.label("g"))}
      </text>
      <text x={WIDTH - 4} y={HEIGHT - 7} className={svgClass(12)} textAnchor="end" fill={INK}>
        {figures.label("kPa")}
      </text>
      <text x={LEFT} y={HEIGHT - 7} className={svgClass(12)} fill={SOFT}>
        0:00
      </text>
      <text x={WIDTH - RIGHT} y={HEIGHT - 7} className={svgClass(12)} textAnchor="end" fill={SOFT}>
        {formatClock(lastS)}
      </text>
    </>
  );
}

function LineNames() {
  return (
    <g className={svgClass(14)} fontWeight="600">
      <text x={LEFT + 6} y={14} fill={LIQUID}>
        {chargeTrackText.rate}
      </text>
      <text x={LEFT + 44} y={14} fill={INK}>
        {chargeTrackText.highSide}
      </text>
      <text x={LEFT + 116} y={14} fill={LOW}>
        {chargeTrackText.lowSideDashed}
      </text>
    </g>
  );
}
