"use client";

import { formatClock } from "@/core/units/units";
import { knownLineText } from "@/words/screens/drill-pictures";
import { courseOf, plainScale, SideAxis } from "../axis";
import { Drawing, svgType } from "../drawing";

interface KnownLineProps {
  /** Probability of the truth, as steps; s and 0 to 1. */
  moments: readonly { atS: number; probability: number }[];
  /** From here on a cause is acted upon. */
  clear: number;
  endS: number;
  knowableAtS: number | null;
  /** Learner's estimate: rank of the true cause, or absent. */
  said: readonly { atS: number; place: number | null }[];
}

const WIDTH = 1120;
const HEIGHT = 250;
const PLOT = { left: 74, right: 1106, top: 34, foot: 178 };

/** Probability of the truth over the run, and the learner's estimates. */
export function KnownLine({ moments, clear, endS, knowableAtS, said }: KnownLineProps) {
  const x = plainScale({ least: 0, most: Math.max(endS, 60), from: PLOT.left, to: PLOT.right });
  const y = plainScale({ least: 0, most: 1, from: PLOT.foot, to: PLOT.top });
  const points = moments.flatMap(({ atS, probability }, i) => {
    const before = moments[i - 1];
    const here = [x(atS), y(probability)] as const;
    return before ? [[x(atS), y(before.probability)] as const, here] : [here];
  });
  const last = moments.at(-1);
  if (last) points.push([x(endS), y(last.probability)]);
  const knowableX = knowableAtS === null ? null : x(knowableAtS);
  const right = knowableX !== null && knowableX > PLOT.left + 0.7 * (PLOT.right - PLOT.left);
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label={
        knowableAtS === null
          ? knownLineText.theReadingsNeverShowedThe
          : knownLineText.theReadingsShowedTheFault(formatClock(knowableAtS))
      }
    >
      <SideAxis
        ticks={[0, 0.5, 1].map((share) => ({ value: share, text: String(share * 100) }))}
        at={y}
        from={PLOT.left}
        to={PLOT.right}
        line="line"
        labelX={PLOT.left - 6}
        size={18}
      />
      <text
        x={PLOT.left - 6}
        y={HEIGHT - 12}
        style={{ fontSize: svgType(16) }}
        textAnchor="end"
        fill="var(--chakra-colors-soft)"
      >
        %
      </text>
      <path
        d={`M${PLOT.left} ${y(clear)}H${PLOT.right}`}
        stroke="var(--chakra-colors-done)"
        strokeWidth="1.5"
        strokeDasharray="6 4"
      />
      <text x={PLOT.left + 6} y={y(clear) - 6} style={{ fontSize: svgType(18) }} fill="var(--chakra-colors-done)">
        {knownLineText.enoughToAct}
      </text>
      <path d={courseOf(points)} fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="3" />
      {knowableX !== null && (
        <g>
          <path d={`M${knowableX} ${PLOT.top - 8}V${PLOT.foot}`} stroke="var(--chakra-colors-ink)" strokeWidth="2" />
          <text
            x={knowableX + (right ? -6 : 6)}
            y={PLOT.top - 12}
            style={{ fontSize: svgType(18), fontWeight: 600 }}
            textAnchor={right ? "end" : "start"}
            fill="var(--chakra-colors-ink)"
          >
            {knownLineText.decidableFrom(formatClock(knowableAtS!))}
          </text>
        </g>
      )}
      {said.map(({ atS, place }) => (
        <Estimate key={atS} x={x(atS)} place={place} />
      ))}
      <text
        x={PLOT.right}
        y={HEIGHT - 6}
        style={{ fontSize: svgType(16) }}
        textAnchor="end"
        fill="var(--chakra-colors-soft)"
      >
        {formatClock(endS)}
      </text>
    </Drawing>
  );
}

/** Rank that the learner gave the truth; a dash where it was not among the ranked. */
function Estimate({ x, place }: { x: number; place: number | null }) {
  return (
    <g>
      <circle
        cx={x}
        cy={PLOT.foot + 22}
        r="14"
        fill={place === null ? "var(--chakra-colors-field)" : "var(--chakra-colors-ink)"}
        stroke="var(--chakra-colors-ink)"
        strokeWidth="1.5"
      />
      <text
        x={x}
        y={PLOT.foot + 28}
        style={{ fontSize: svgType(18), fontWeight: 600 }}
        textAnchor="middle"
        fill={place === null ? "var(--chakra-colors-ink)" : "var(--chakra-colors-on-ink)"}
      >
        {place === null ? "–" : place}
      </text>
    </g>
  );
}
