"use client";

import { scaleLinear } from "d3-scale";
import { courseOfTrace, type KeptTrace } from "@/core/readings/stream/kept-trace";
import { units } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { commonText } from "@/words/screens/common";
import { testTraceText } from "@/words/screens/step-pictures";
import { courseOf, FootAxis, quantityScale, SideAxis, thinned, timeSteps } from "../axis";
import { Drawing, svgType } from "../drawing";

/** One setting of the engine, and what the needles did before it was taken. */
export interface TracedSetting {
  name: string;
  trace: KeptTrace;
}

const WIDTH = 760;
const PANEL = 190;
const HEAD = 26;
const FOOT = 24;
const LEFT = 52;
const GAP = 62;
const INK = "var(--chakra-colors-ink)";
const SOFT = "var(--chakra-colors-soft)";
const LOW = "var(--chakra-colors-low-side)";
const label = { fontSize: svgType(12) } as const;
const heading = { fontSize: svgType(14), fontWeight: 600 } as const;

/** Both pressures of each setting up to the moment it was taken, all on one scale, two beside each other. */
export function TestTrace({ settings }: { settings: readonly TracedSetting[] }) {
  const figures = useFigures();
  const unit = figures.unit("kPa");
  const rows = Math.ceil(settings.length / 2);
  const height = rows * PANEL;
  const wide = (WIDTH - LEFT - GAP - 12) / 2;
  const pressures = settings.flatMap(({ trace }) => [...trace.low, ...trace.high]).filter((kpa) => kpa !== null);
  const longest = Math.max(...settings.map(({ trace }) => (trace.low.length - 1) * trace.everyS), 60);
  const { at: steps } = timeSteps(longest, [10, 20, 30, 60], 5);
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${height}`}
      width="100%"
      style={{ display: "block" }}
      table={{
        name: testTraceText.name,
        head: [
          testTraceText.setting,
          testTraceText.seconds,
          `${commonText.lowSide}, ${units[unit].label}`,
          `${commonText.highSide}, ${units[unit].label}`,
        ],
        rows: settings.flatMap(({ name, trace }) =>
          thinned(
            trace.low.map((low, i) => [
              name,
              String((trace.low.length - 1 - i) * trace.everyS),
              figures.number(low, "kPa"),
              figures.number(trace.high[i] ?? null, "kPa"),
            ]),
            10,
          ),
        ),
      }}
      role="img"
      aria-label={testTraceText.bothPressuresBeforeEachRecording(settings.map(({ name }) => name).join(", "))}
    >
      {settings.map(({ name, trace }, i) => {
        const left = LEFT + (i % 2) * (wide + GAP);
        const top = Math.floor(i / 2) * PANEL + HEAD;
        const bottom = Math.floor(i / 2) * PANEL + PANEL - FOOT;
        const y = quantityScale({
          least: Math.min(0, ...pressures),
          most: Math.max(100, ...pressures),
          from: bottom,
          to: top,
          unit,
          steps: 4,
        });
        const x = scaleLinear()
          .domain([longest, 0])
          .range([left, left + wide]);
        return (
          <g key={name}>
            <text x={left} y={top - 10} style={heading} fill={INK}>
              {name}
            </text>
            <text x={left + wide} y={top - 10} style={label} textAnchor="end" fill={SOFT}>
              {testTraceText.secondsBeforeRecording(units[unit].label)}
            </text>
            <SideAxis {...y} from={left} to={left + wide} line="line" labelX={left - 8} />
            <FootAxis
              ticks={steps.map((value) => ({ value, text: String(value) }))}
              at={(value) => x(value)}
              y={bottom + 17}
            />
            {(["high", "low"] as const).map((channel) => (
              <SideCourse key={channel} trace={trace} channel={channel} x={x} y={y.at} />
            ))}
          </g>
        );
      })}
    </Drawing>
  );
}

interface SideCourseProps {
  trace: TracedSetting["trace"];
  channel: "high" | "low";
  x: (beforeS: number) => number;
  y: (kpa: number) => number;
}

function SideCourse({ trace, channel, x, y }: SideCourseProps) {
  const course = courseOfTrace(trace, channel);
  const [first] = course;
  if (first === undefined) return null;
  const ink = channel === "high" ? INK : LOW;
  return (
    <g>
      <path
        d={courseOf(course.map(({ beforeS, value }) => [x(beforeS), y(value)]))}
        fill="none"
        stroke={ink}
        strokeWidth="2"
      />
      <text x={x(first.beforeS) + 4} y={y(first.value) - 7} style={label} fill={ink}>
        {channel}
      </text>
    </g>
  );
}
