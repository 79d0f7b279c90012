"use client";

import { useMemo } from "react";
import type { HoldPoint } from "@/core/charge/vacuum/hold";
import type { Job } from "@/core/records/job";
import { formatClock, formatNumber, fromBase, toBase, type UnitId, units } from "@/core/units/units";
import { vacuumTraceText } from "@/words/screens/step-pictures";
import { vacuumMarkWords } from "@/words/vacuum";
import { courseOf, FootAxis, logScale, plainScale, SideAxis, thinned, timeSteps } from "../axis";
import { Drawing, svgClass } from "../drawing";

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
  const x = plainScale({ least: 0, most: end, from: LEFT, to: WIDTH - RIGHT });
  const y = logScale({ least: LEAST, most: MOST, from: HEIGHT - BOTTOM, to: TOP });
  const path = useMemo(() => thinned(trace, MOST_DRAWN), [trace]);
  const { step, at: ticks } = timeSteps(end, [60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400, 28_800], 8);
  // A night is read in hours.
  const [per, perName, names] = step < 3600 ? [60, "min", "minutes"] : [3600, "h", "hours"];
  const newest = trace.at(-1);
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: "block" }}
      table={{
        name: vacuumTraceText.name,
        head: [vacuumTraceText.time, `${vacuumTraceText.pressure}, ${units[unit].label}`],
        rows: thinned(trace, 24).map(({ t, kpa }) => [formatClock(t), formatNumber(kpa, unit)]),
      }}
      legend={[
        { mark: "line", text: vacuumTraceText.measured },
        ...(fitted && fitted.length > 1
          ? [{ mark: "dashed", colour: "out", text: vacuumTraceText.fittedHold } as const]
          : []),
      ]}
      role="img"
      aria-label={vacuumTraceText.absolutePressureOver(
        formatClock(end),
        newest ? `, now ${formatNumber(newest.kpa, unit)} ${units[unit].label}` : "",
      )}
    >
      <SideAxis
        ticks={decadesOf(unit).map((shown) => ({ value: toBase(shown, unit), text: decadeText(shown, unit) }))}
        at={y}
        from={LEFT}
        to={WIDTH - RIGHT}
        line="line"
        labelX={LEFT - 8}
      />
      <text x={WIDTH - RIGHT} y={TOP - 6} className={svgClass(12)} textAnchor="end" fill={SOFT}>
        {vacuumTraceText.logarithmicSincePumpStart(units[unit].label, names)}
      </text>
      <FootAxis
        ticks={ticks.map((t) => ({ value: t, text: t === 0 ? `0 ${perName}` : `${t / per}` }))}
        at={x}
        y={HEIGHT - 9}
        firstAtStart
      />
      <Marks marks={marks} x={x} />
      <Limits targetKpa={targetKpa} boilingKpa={boilingKpa} y={y} />
      {path.length > 1 && (
        <path d={courseOf(path.map(({ t, kpa }) => [x(t), y(kpa)]))} fill="none" stroke={INK} strokeWidth="2.4" />
      )}
      {path.length <= 40 && path.map(({ t, kpa }) => <circle key={t} cx={x(t)} cy={y(kpa)} r="3" fill={INK} />)}
      {fitted && fitted.length > 1 && (
        <path
          d={courseOf(fitted.map(({ time, kpa }) => [x(time), y(kpa)]))}
          fill="none"
          stroke="var(--chakra-colors-out)"
          strokeWidth="2"
          strokeDasharray="7 5"
        />
      )}
    </Drawing>
  );
}

/** Pump and hold, each named where it began; names that would overlap stand in rows. */
function Marks({ marks, x }: { marks: VacuumTraceProps["evacuate"]["marks"]; x: (t: number) => number }) {
  const rows = rowsOf(
    marks.map(({ t, kind }) => {
      const width = vacuumMarkWords[kind].length * 6.6;
      return { x: x(t) > WIDTH - 90 ? x(t) - 5 - width : x(t) + 5, width };
    }),
  );
  return marks.map(({ t, kind }, i) => (
    <g key={`${kind}-${t}`}>
      <path d={`M${x(t)} ${TOP}V${HEIGHT - BOTTOM}`} stroke={SOFT} strokeDasharray="3 3" />
      <text
        x={x(t) + (x(t) > WIDTH - 90 ? -5 : 5)}
        y={TOP + 10 + 14 * (rows[i] ?? 0)}
        className={svgClass(12)}
        fontWeight="600"
        textAnchor={x(t) > WIDTH - 90 ? "end" : "start"}
        fill={INK}
      >
        {vacuumMarkWords[kind]}
      </text>
    </g>
  ));
}

interface LimitsProps extends Pick<VacuumTraceProps, "targetKpa" | "boilingKpa"> {
  y: (kpa: number) => number;
}

/** The pressure to get under, and that at which water boils. */
function Limits({ targetKpa, boilingKpa, y }: LimitsProps) {
  const lines = [
    { kpa: boilingKpa, words: vacuumTraceText.waterBoils, colour: "var(--chakra-colors-wait)", below: false },
    { kpa: targetKpa, words: vacuumTraceText.targetVacuum, colour: "var(--chakra-colors-done)", below: true },
  ];
  return lines.map(
    ({ kpa, words, colour, below }) =>
      kpa !== null && (
        <g key={words}>
          <path d={`M${LEFT} ${y(kpa)}H${WIDTH - RIGHT}`} stroke={colour} strokeWidth="2" />
          <text
            x={WIDTH - RIGHT - 4}
            y={y(kpa) + (below ? 15 : -5)}
            className={svgClass(12)}
            fontWeight="600"
            textAnchor="end"
            fill={colour}
          >
            {words}
          </text>
        </g>
      ),
  );
}

/** Round numbers of the unit that is read in, a decade apart, as far as the axis reaches. */
function decadesOf(unit: UnitId): number[] {
  const from = Math.ceil(Math.log10(fromBase(LEAST, unit)) - 1e-9);
  const to = Math.floor(Math.log10(fromBase(MOST, unit)) + 1e-9);
  return Array.from({ length: to - from + 1 }, (_, i) => 10 ** (from + i));
}

/** A decade with as many decimals as it has. */
function decadeText(shown: number, unit: UnitId): string {
  return formatNumber(toBase(shown, unit), unit, Math.max(0, -Math.round(Math.log10(shown))));
}

/** Words of marks that would run into each other stand on rows of their own. */
function rowsOf(places: readonly { x: number; width: number }[]): number[] {
  const ends: number[] = [];
  return places.map(({ x, width }) => {
    const free = ends.findIndex((end) => x > end + 6);
    const row = free >= 0 ? free : ends.length;
    ends[row] = x + width;
    return row;
  });
}
