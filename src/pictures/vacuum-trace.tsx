"use client";

import { useMemo } from "react";
import type { HoldPoint } from "@/core/charge/vacuum";
import type { Job } from "@/core/records/job";
import { formatClock, formatNumber, type UnitId, units } from "@/core/units/units";
import { vacuumMarkWords } from "@/words/vacuum";

interface VacuumTraceProps {
  evacuate: Job["evacuate"];
  targetKpa: number | null;
  boilingKpa: number | null;
  /** The fitted curve of the hold, on the trace's clock. */
  fitted: readonly HoldPoint[] | null;
  unit: UnitId;
}

const WIDTH = 760;
const HEIGHT = 250;
const LEFT = 58;
const RIGHT = 12;
const TOP = 18;
const BOTTOM = 30;
/** Decades shown, kPa absolute. */
const LEAST = 0.01;
const MOST = 100;
const INK = "var(--chakra-colors-ink)";
const SOFT = "var(--chakra-colors-soft)";
const MOST_DRAWN = 900;

/** Pressure against time on a logarithmic axis: pulls and holds, the line to get under, and the curve that fits the hold. */
export function VacuumTrace({ evacuate, targetKpa, boilingKpa, fitted, unit }: VacuumTraceProps) {
  const { trace, marks } = evacuate;
  const end = Math.max(trace.at(-1)?.t ?? 0, marks.at(-1)?.t ?? 0, 300);
  const x = (t: number) => LEFT + (t / end) * (WIDTH - LEFT - RIGHT);
  const y = (kpa: number) => {
    const share = Math.log(Math.min(Math.max(kpa, LEAST), MOST) / LEAST) / Math.log(MOST / LEAST);
    return HEIGHT - BOTTOM - share * (HEIGHT - TOP - BOTTOM);
  };
  const path = useMemo(() => {
    const every = Math.max(1, Math.ceil(trace.length / MOST_DRAWN));
    return trace.filter((_, i) => i % every === 0 || i === trace.length - 1);
  }, [trace]);
  const step = [60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400].find((s) => end / s <= 8) ?? 28_800;
  const ticks = Array.from({ length: Math.floor(end / step) + 1 }, (_, i) => i * step);
  const newest = trace.at(-1);
  const lines = [
    { kpa: boilingKpa, words: "water boils here", colour: "var(--chakra-colors-wait)", below: false },
    { kpa: targetKpa, words: "pump below", colour: "var(--chakra-colors-done)", below: true },
  ];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: "block" }}
      role="img"
      aria-label={`Absolute pressure over ${formatClock(end)}${newest ? `, now ${formatNumber(newest.kpa, unit)} ${units[unit].label}` : ""}`}
    >
      {[0.01, 0.1, 1, 10, 100].map((kpa) => (
        <g key={kpa}>
          <path d={`M${LEFT} ${y(kpa)}H${WIDTH - RIGHT}`} stroke="var(--chakra-colors-line)" />
          <text x={LEFT - 8} y={y(kpa) + 4} fontSize="12" textAnchor="end" fill={SOFT}>
            {formatNumber(
              kpa,
              unit,
              unit === "micron" ? 0 : kpa < 0.1 ? (unit === "mbarAbs" ? 1 : 2) : kpa < 1 ? 1 : 0,
            )}
          </text>
        </g>
      ))}
      <text x={WIDTH - RIGHT} y={TOP - 3} fontSize="12" textAnchor="end" fill={SOFT}>
        {units[unit].label}, logarithmic
      </text>
      {ticks.map((t) => (
        <text key={t} x={x(t)} y={HEIGHT - 9} fontSize="12" textAnchor={t === 0 ? "start" : "middle"} fill={SOFT}>
          {t === 0 ? "0 min" : `${t / 60}`}
        </text>
      ))}
      {marks.map(({ t, kind }) => (
        <g key={`${kind}-${t}`}>
          <path d={`M${x(t)} ${TOP}V${HEIGHT - BOTTOM}`} stroke={SOFT} strokeDasharray="3 3" />
          <text
            x={x(t) + (x(t) > WIDTH - 90 ? -5 : 5)}
            y={TOP + 10}
            fontSize="12"
            fontWeight="600"
            textAnchor={x(t) > WIDTH - 90 ? "end" : "start"}
            fill={INK}
          >
            {vacuumMarkWords[kind]}
          </text>
        </g>
      ))}
      {lines.map(
        ({ kpa, words, colour, below }) =>
          kpa !== null && (
            <g key={words}>
              <path d={`M${LEFT} ${y(kpa)}H${WIDTH - RIGHT}`} stroke={colour} strokeWidth="2" />
              <text
                x={WIDTH - RIGHT - 4}
                y={y(kpa) + (below ? 15 : -5)}
                fontSize="12.5"
                fontWeight="600"
                textAnchor="end"
                fill={colour}
              >
                {words}
              </text>
            </g>
          ),
      )}
      {path.length > 1 && (
        <path
          d={path.map(({ t, kpa }, i) => `${i === 0 ? "M" : "L"}${x(t).toFixed(1)} ${y(kpa).toFixed(1)}`).join("")}
          fill="none"
          stroke={INK}
          strokeWidth="2.4"
        />
      )}
      {path.length <= 40 && path.map(({ t, kpa }) => <circle key={t} cx={x(t)} cy={y(kpa)} r="3" fill={INK} />)}
      {fitted && fitted.length > 1 && (
        <path
          d={fitted
            .map(({ time, kpa }, i) => `${i === 0 ? "M" : "L"}${x(time).toFixed(1)} ${y(kpa).toFixed(1)}`)
            .join("")}
          fill="none"
          stroke="var(--chakra-colors-act)"
          strokeWidth="2"
          strokeDasharray="7 5"
        />
      )}
    </svg>
  );
}
