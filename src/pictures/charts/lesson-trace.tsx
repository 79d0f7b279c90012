"use client";

import { type LessonChannel, type LessonPause, type LessonSample, lessonChannels } from "@/core/drill/lesson-shapes";
import { channels } from "@/core/readings/channels";
import { formatClock, type UnitId } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { lessonTraceText } from "@/words/screens/drill-pictures";
import { courseOf, plainScale, quantityScale, SideAxis } from "../axis";
import { Drawing, svgType } from "../drawing";

interface LessonTraceProps {
  samples: readonly LessonSample[];
  pauses: readonly LessonPause[];
  /** Played so far, s. */
  atS: number;
  shown: readonly LessonChannel[];
}

const WIDTH = 1240;
const HEIGHT = 520;
const PLOT = { left: 132, right: 1056 };
const PARTS = [
  { unit: "kPa", of: ["low", "high"], top: 20, foot: 262, least: 0, most: 1500 },
  { unit: "degC", of: ["vent", "suction", "liquid", "discharge"], top: 300, foot: 490, least: 0, most: 60 },
] as const satisfies {
  unit: UnitId;
  of: readonly LessonChannel[];
  top: number;
  foot: number;
  least: number;
  most: number;
}[];

const inks: Record<LessonChannel, { stroke: string; dash: string }> = {
  low: { stroke: "var(--chakra-colors-low-side)", dash: "none" },
  high: { stroke: "var(--chakra-colors-ink)", dash: "none" },
  vent: { stroke: "var(--chakra-colors-done)", dash: "none" },
  suction: { stroke: "var(--chakra-colors-low-side)", dash: "12 6" },
  liquid: { stroke: "var(--chakra-colors-ink)", dash: "12 6" },
  discharge: { stroke: "var(--chakra-colors-out)", dash: "3 6" },
};

/** The test for the back row: what has been played, of what is uncovered; what is still to come, and what is covered, is not there. */
export function LessonTrace({ samples, pauses, atS, shown }: LessonTraceProps) {
  const figures = useFigures();
  const endS = Math.max(samples.at(-1)?.time ?? 60, 60);
  const x = plainScale({ least: 0, most: endS, from: PLOT.left, to: PLOT.right });
  const played = samples.filter(({ time }) => time <= atS);
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      height="100%"
      role="img"
      aria-label={lessonTraceText.playedToOfShown(
        formatClock(atS),
        formatClock(endS),
        shown.map((one) => channels[one].name).join(", ") || lessonTraceText.nothing,
      )}
    >
      {PARTS.map(({ unit, of, top, foot, least, most }) => {
        const here = lessonChannels.filter((one) => shown.includes(one) && of.some((name) => name === one));
        const values = here.flatMap((channel) => samples.flatMap((sample) => sample[channel] ?? []));
        const scale = quantityScale({
          least: Math.min(least, ...values),
          most: Math.max(most, ...values),
          from: foot,
          to: top,
          unit: figures.unit(unit),
          steps: 4,
        });
        const labels = here
          .flatMap((channel) => {
            const value = played.findLast((sample) => sample[channel] !== null)?.[channel];
            return value === null || value === undefined ? [] : [{ channel, y: scale.at(value) }];
          })
          .sort((a, b) => a.y - b.y);
        for (let i = 1; i < labels.length; i++) labels[i]!.y = Math.max(labels[i]!.y, labels[i - 1]!.y + 36);
        return (
          <g key={unit}>
            <SideAxis {...scale} from={PLOT.left} to={PLOT.right} labelX={PLOT.left - 10} line="line" size={30} />
            <text x={PLOT.left + 10} y={top + 32} style={{ fontSize: svgType(30) }} fill="var(--chakra-colors-soft)">
              {figures.label(unit)}
            </text>
            {here.map((channel) => (
              <path
                key={channel}
                d={courseOf(
                  played.flatMap((sample) => {
                    const value = sample[channel];
                    return value === null ? [] : [[x(sample.time), scale.at(value)] as const];
                  }),
                )}
                fill="none"
                stroke={inks[channel].stroke}
                strokeDasharray={inks[channel].dash}
                strokeWidth="4"
              />
            ))}
            {labels.map(({ channel, y }) => (
              <text
                key={channel}
                x={PLOT.right + 12}
                y={y + 7}
                style={{ fontSize: svgType(30), fontWeight: 600 }}
                fill={inks[channel].stroke}
              >
                {channels[channel].short}
              </text>
            ))}
          </g>
        );
      })}
      {pauses.map((pause, i) => (
        <PauseMark key={pause.atS} x={x(pause.atS)} number={i + 1} reached={pause.atS <= atS + 0.01} />
      ))}
    </Drawing>
  );
}

/** A pause of the lesson with its number; dim until it is reached. */
function PauseMark({ x, number, reached }: { x: number; number: number; reached: boolean }) {
  return (
    <g>
      <path d={`M${x} 12V490`} stroke="var(--chakra-colors-edge)" strokeWidth="2" strokeDasharray="2 8" />
      <text
        x={x}
        y={HEIGHT - 8}
        style={{ fontSize: svgType(30), fontWeight: 600 }}
        textAnchor="middle"
        fill={reached ? "var(--chakra-colors-ink)" : "var(--chakra-colors-soft)"}
      >
        {number}
      </text>
    </g>
  );
}
