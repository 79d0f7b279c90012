"use client";

import { type Cause, causeName } from "@/core/causes/catalogue";
import type { RankingMoment } from "@/core/diagnosis/verdict";
import { formatClock } from "@/core/units/units";

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
  const x = (atS: number) => PLOT.left + ((atS - firstS) / spanS) * (PLOT.right - PLOT.left);
  const y = (share: number) => PLOT.foot - share * (PLOT.foot - PLOT.top);
  const labels = lines.map((cause, i) => ({ cause, i, y: y(last.shares[cause] ?? 0) })).sort((a, b) => a.y - b.y);
  for (let i = 1; i < labels.length; i++) labels[i]!.y = Math.max(labels[i]!.y, labels[i - 1]!.y + LABEL_GAP);
  const over = (labels.at(-1)?.y ?? 0) - PLOT.foot;
  if (over > 0) for (const label of labels) label.y -= over;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label={`Now ${lines.map((cause) => `${causeName(cause)} ${Math.round((last.shares[cause] ?? 0) * 100)} %`).join(", ")}`}
    >
      {[0, 0.5, 1].map((share) => (
        <g key={share}>
          <line x1={PLOT.left} x2={PLOT.right} y1={y(share)} y2={y(share)} stroke="var(--chakra-colors-line)" />
          <text x={PLOT.left - 6} y={y(share) + 4} fontSize="13" textAnchor="end" fill="var(--chakra-colors-soft)">
            {share * 100}
          </text>
        </g>
      ))}
      <text x={PLOT.left - 6} y={HEIGHT - 12} fontSize="12" textAnchor="end" fill="var(--chakra-colors-soft)">
        %
      </text>
      <text x={PLOT.left} y={HEIGHT - 12} fontSize="13" fill="var(--chakra-colors-soft)">
        first verdict
      </text>
      <text x={PLOT.right} y={HEIGHT - 12} fontSize="13" textAnchor="end" fill="var(--chakra-colors-soft)">
        {`${formatClock(spanS)} later`}
      </text>
      {lines.map((cause, i) => {
        const points = history.flatMap(({ atS, shares }, k) => {
          const before = history[k - 1];
          const here = `${x(atS).toFixed(1)},${y(shares[cause] ?? 0).toFixed(1)}`;
          return before ? [`${x(atS).toFixed(1)},${y(before.shares[cause] ?? 0).toFixed(1)}`, here] : [here];
        });
        return (
          <polyline
            key={cause}
            points={points.join(" ")}
            fill="none"
            stroke="var(--chakra-colors-ink)"
            strokeWidth={i === 0 ? 3 : 2}
            strokeDasharray={dashes[i]}
          />
        );
      })}
      {labels.map(({ cause, i, y: at }) => (
        <g key={cause}>
          <line
            x1={PLOT.right + 6}
            x2={PLOT.right + 30}
            y1={at}
            y2={at}
            stroke="var(--chakra-colors-ink)"
            strokeWidth={i === 0 ? 3 : 2}
            strokeDasharray={dashes[i]}
          />
          <text x={PLOT.right + 36} y={at + 4} fontSize="13" fill="var(--chakra-colors-ink)">
            {shortName(causeName(cause))}
          </text>
        </g>
      ))}
    </svg>
  );
}

const MOST_LETTERS = 25;

function shortName(name: string): string {
  return name.length > MOST_LETTERS ? `${name.slice(0, MOST_LETTERS - 1).trimEnd()}…` : name;
}
