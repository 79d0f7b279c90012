"use client";

import type { Cause } from "@/core/causes/catalogue";
import type { RankingMoment } from "@/core/diagnosis/decide/diagnosis";
import { formatClock } from "@/core/units/units";
import { causeName } from "@/words/causes";
import { rankingHistoryText } from "@/words/screens/drill-pictures";
import { courseOf, plainScale, SideAxis } from "../axis";
import { Drawing, svgClass } from "../drawing";

const WIDTH = 680;
const HEIGHT = 190;
const PLOT = { left: 40, right: 470, top: 12, foot: 156 };
const LINES = 4;
/** Told apart without colour: each line has its own dash. */
const dashes = ["none", "8 4", "2 4", "10 3 2 3"];
const LABEL_GAP = 18;

/** Shares of the leading causes over the visit, as steps: a verdict holds until the next. */
export function RankingHistory({ history }: { history: readonly RankingMoment[] }) {
  const last = history.at(-1)!;
  const mean = (cause: Cause) => history.reduce((sum, { shares }) => sum + (shares[cause] ?? 0), 0) / history.length;
  const names = [...new Set(history.flatMap(({ shares }) => Object.keys(shares) as Cause[]))];
  const lines = names.sort((a, b) => (last.shares[b] ?? 0) + mean(b) - (last.shares[a] ?? 0) - mean(a)).slice(0, LINES);
  const firstS = history[0]!.atS;
  const spanS = Math.max(last.atS - firstS, 1);
  const x = plainScale({ least: firstS, most: firstS + spanS, from: PLOT.left, to: PLOT.right });
  const y = plainScale({ least: 0, most: 1, from: PLOT.foot, to: PLOT.top });
  const labels = lines.map((cause, i) => ({ cause, i, y: y(last.shares[cause] ?? 0) })).sort((a, b) => a.y - b.y);
  for (let i = 1; i < labels.length; i++) labels[i]!.y = Math.max(labels[i]!.y, labels[i - 1]!.y + LABEL_GAP);
  const over = (labels.at(-1)?.y ?? 0) - PLOT.foot;
  if (over > 0) for (const label of labels) label.y -= over;
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label={rankingHistoryText.now(
        lines.map((cause) => `${causeName(cause)} ${Math.round((last.shares[cause] ?? 0) * 100)} %`).join(", "),
      )}
    >
      <SideAxis
        ticks={[0, 0.5, 1].map((share) => ({ value: share, text: String(share * 100) }))}
        at={y}
        from={PLOT.left}
        to={PLOT.right}
        line="line"
        labelX={PLOT.left - 6}
        size={14}
      />
      <text
        x={PLOT.left - 6}
        y={HEIGHT - 12}
        className={svgClass(12)}
        textAnchor="end"
        fill="var(--chakra-colors-soft)"
      >
        %
      </text>
      <text x={PLOT.left} y={HEIGHT - 12} className={svgClass(14)} fill="var(--chakra-colors-soft)">
        {rankingHistoryText.firstDiagnosis}
      </text>
      <text x={PLOT.right} y={HEIGHT - 12} className={svgClass(14)} textAnchor="end" fill="var(--chakra-colors-soft)">
        {rankingHistoryText.later(formatClock(spanS))}
      </text>
      {lines.map((cause, i) => {
        // A verdict holds until the next.
        const points = history.flatMap(({ atS, shares }, k) => {
          const before = history[k - 1];
          const here = [x(atS), y(shares[cause] ?? 0)] as const;
          return before ? [[x(atS), y(before.shares[cause] ?? 0)] as const, here] : [here];
        });
        return (
          <path
            key={cause}
            d={courseOf(points)}
            fill="none"
            stroke="var(--chakra-colors-ink)"
            strokeWidth={i === 0 ? 3 : 2}
            strokeDasharray={dashes[i]}
          />
        );
      })}
      {labels.map(({ cause, i, y: at }) => (
        <LineName key={cause} y={at} line={i}>
          {shortName(causeName(cause))}
        </LineName>
      ))}
    </Drawing>
  );
}

/** Name of a line behind a piece of it. */
function LineName({ y, line, children }: { y: number; line: number; children: string }) {
  return (
    <g>
      <line
        x1={PLOT.right + 6}
        x2={PLOT.right + 30}
        y1={y}
        y2={y}
        stroke="var(--chakra-colors-ink)"
        strokeWidth={line === 0 ? 3 : 2}
        strokeDasharray={dashes[line]}
      />
      <text x={PLOT.right + 36} y={y + 4} className={svgClass(14)} fill="var(--chakra-colors-ink)">
        {children}
      </text>
    </g>
  );
}

const MOST_LETTERS = 25;

function shortName(name: string): string {
  return name.length > MOST_LETTERS ? `${name.slice(0, MOST_LETTERS - 1).trimEnd()}…` : name;
}
