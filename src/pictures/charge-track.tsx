"use client";

import { useMemo } from "react";
import type { TrackPoint } from "@/core/charge/live-charge";
import { formatClock } from "@/core/units/units";
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

const ticksTo = (most: number) => niceTicks(0, most, 3).filter((tick) => tick <= most);

/** How fast it flows and what the sides do meanwhile, since the first container was put on. */
export function ChargeTrack({ track }: { track: readonly TrackPoint[] }) {
  const points = useMemo(() => {
    const every = Math.max(1, Math.ceil(track.length / MOST_DRAWN));
    return track.filter((_, i) => i % every === 0 || i === track.length - 1);
  }, [track]);
  const first = points[0];
  const last = points.at(-1);
  if (first === undefined || last === undefined || points.length < 3) return null;
  const span = Math.max(last.time - first.time, 60);
  const mostRate = Math.max(20, ...points.map(({ rateGPerMin }) => rateGPerMin));
  const pressures = points.flatMap(({ low, high }) => [low, high]).filter((kpa) => kpa !== null);
  const mostKpa = Math.max(500, ...pressures);
  const x = (time: number) => LEFT + ((time - first.time) / span) * (WIDTH - LEFT - RIGHT);
  const at = (share: number) => HEIGHT - BOTTOM - Math.min(Math.max(share, 0), 1) * (HEIGHT - TOP - BOTTOM);
  const line = (of: (point: TrackPoint) => number | null, most: number) =>
    points
      .flatMap((point) => {
        const value = of(point);
        return value === null ? [] : [`${x(point.time).toFixed(1)} ${at(value / most).toFixed(1)}`];
      })
      .join("L");
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: "block" }}
      role="img"
      aria-label={`Rate ${Math.round(last.rateGPerMin)} grams a minute, low ${Math.round(last.low ?? 0)} and high ${Math.round(last.high ?? 0)} kilopascal`}
    >
      {ticksTo(mostRate).map((rate) => (
        <g key={rate}>
          <path d={`M${LEFT} ${at(rate / mostRate)}H${WIDTH - RIGHT}`} stroke="var(--chakra-colors-line)" />
          <text x={LEFT - 7} y={at(rate / mostRate) + 4} fontSize="12" textAnchor="end" fill={LIQUID}>
            {rate}
          </text>
        </g>
      ))}
      {ticksTo(mostKpa).map((kpa) => (
        <text key={kpa} x={WIDTH - RIGHT + 7} y={at(kpa / mostKpa) + 4} fontSize="12" fill={INK}>
          {kpa}
        </text>
      ))}
      <text x={4} y={HEIGHT - 7} fontSize="12" fill={LIQUID}>
        g/min
      </text>
      <text x={WIDTH - 4} y={HEIGHT - 7} fontSize="12" textAnchor="end" fill={INK}>
        kPa
      </text>
      <text x={LEFT} y={HEIGHT - 7} fontSize="12" fill={SOFT}>
        0:00
      </text>
      <text x={WIDTH - RIGHT} y={HEIGHT - 7} fontSize="12" textAnchor="end" fill={SOFT}>
        {formatClock(last.time - first.time)}
      </text>
      <path d={`M${line(({ rateGPerMin }) => rateGPerMin, mostRate)}`} fill="none" stroke={LIQUID} strokeWidth="2.6" />
      <path d={`M${line(({ high }) => high, mostKpa)}`} fill="none" stroke={INK} strokeWidth="2" />
      <path d={`M${line(({ low }) => low, mostKpa)}`} fill="none" stroke={LOW} strokeWidth="2" strokeDasharray="8 3" />
      <g fontSize="13" fontWeight="600">
        <text x={LEFT + 6} y={14} fill={LIQUID}>
          rate
        </text>
        <text x={LEFT + 44} y={14} fill={INK}>
          high side
        </text>
        <text x={LEFT + 116} y={14} fill={LOW}>
          low side, dashed
        </text>
      </g>
    </svg>
  );
}
