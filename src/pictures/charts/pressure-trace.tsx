"use client";

import { atStartingTemperature } from "@/core/leak/pressure-test";
import type { DrawnPressureTest } from "@/core/records/derived/job-pressure-test";
import type { Job } from "@/core/records/job";
import { formatClock, formatNumber, type UnitId, units } from "@/core/units/units";
import { pressureTraceWords } from "@/words/leak";
import { courseOf, FootAxis, plainScale, quantityScale, SideAxis, thinned, timeSteps } from "../axis";
import { Drawing, svgClass } from "../drawing";

interface PressureTraceProps extends DrawnPressureTest {
  trace: Job["leak"]["test"]["trace"];
  unit: UnitId;
}

const WIDTH = 520;
const HEIGHT = 210;
const LEFT = 58;
const RIGHT = 12;
const TOP = 26;
const BOTTOM = 30;
const INK = "var(--chakra-colors-ink)";
const SOFT = "var(--chakra-colors-soft)";
const ACT = "var(--chakra-colors-danger)";
const MOST_DRAWN = 500;
/** A test that has just begun shows this much of its axis, s. */
const LEAST_AXIS_S = 600;

/** Pressure of the test gas against time: as the gauge showed it, and corrected to the starting temperature. Below the line a leak is shown. */
export function PressureTrace({ trace, start, shownKpa, altitudeM, unit }: PressureTraceProps) {
  const points = thinned(trace, MOST_DRAWN).map(({ t, kpa, celsius }) => ({
    t,
    kpa,
    corrected: atStartingTemperature({ kpa, celsius }, start, altitudeM),
  }));
  const end = Math.max(trace.at(-1)?.t ?? 0, LEAST_AXIS_S);
  const limit = start.kpa - shownKpa;
  const pressures = points.flatMap(({ kpa, corrected }) => [kpa, corrected]);
  const y = quantityScale({
    least: Math.min(limit - shownKpa, ...pressures),
    most: Math.max(start.kpa + shownKpa, ...pressures),
    from: HEIGHT - BOTTOM,
    to: TOP,
    unit,
    steps: 4,
  });
  const x = plainScale({ least: 0, most: end, from: LEFT, to: WIDTH - RIGHT });
  const { at: ticks } = timeSteps(end, [120, 300, 600, 900, 1800, 3600, 7200], 6);
  const last = points.at(-1);
  const now = last ? `, ${formatNumber(last.corrected, unit)} ${units[unit].label}` : "";
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: "block" }}
      table={{
        name: pressureTraceWords.name,
        head: [
          pressureTraceWords.time,
          `${pressureTraceWords.shown}, ${units[unit].label}`,
          `${pressureTraceWords.corrected}, ${units[unit].label}`,
        ],
        rows: thinned(points, 24).map(({ t, kpa, corrected }) => [
          formatClock(t),
          formatNumber(kpa, unit),
          formatNumber(corrected, unit),
        ]),
      }}
      legend={[
        { mark: "line", text: pressureTraceWords.corrected },
        { mark: "dotted", colour: "soft", text: pressureTraceWords.shown },
      ]}
      role="img"
      aria-label={`${pressureTraceWords.name}: ${formatClock(trace.at(-1)?.t ?? 0)}${now}`}
    >
      <SideAxis {...y} from={LEFT} to={WIDTH - RIGHT} line="line" labelX={LEFT - 8} />
      <text x={LEFT} y={TOP - 10} className={svgClass(12)} fill={SOFT}>
        {`${units[unit].label}; ${pressureTraceWords.foot}`}
      </text>
      <FootAxis
        ticks={ticks.map((t) => ({ value: t, text: t === 0 ? "0 min" : `${t / 60}` }))}
        at={x}
        y={HEIGHT - 9}
        firstAtStart
      />
      <LimitLine y={y.at(limit)} />
      <path
        d={courseOf(points.map(({ t, kpa }) => [x(t), y.at(kpa)]))}
        fill="none"
        stroke={SOFT}
        strokeWidth="1.6"
        strokeDasharray="2 3"
      />
      <path
        d={courseOf(points.map(({ t, corrected }) => [x(t), y.at(corrected)]))}
        fill="none"
        stroke={INK}
        strokeWidth="2.4"
      />
    </Drawing>
  );
}

function LimitLine({ y }: { y: number }) {
  return (
    <>
      <path d={`M${LEFT} ${y}H${WIDTH - RIGHT}`} stroke={ACT} strokeWidth="2" strokeDasharray="7 5" />
      <text x={WIDTH - RIGHT - 4} y={y + 15} className={svgClass(12)} fontWeight="600" textAnchor="end" fill={ACT}>
        {pressureTraceWords.limit}
      </text>
    </>
  );
}
