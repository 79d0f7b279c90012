"use client";

import type { RightOf } from "@/core/learning/track-record";
import { trackRecordText } from "@/words/screens/track-record";
import { expectedShare, rightShare, shareWords } from "@/words/track-record";
import { plainScale } from "./axis";
import { Drawing, svgClass } from "./drawing";

const WIDTH = 520;
const HEIGHT = 300;
const LEFT = 48;
const RIGHT = 506;
const TOP = 12;
const FOOT = 256;
const TICKS = [0, 0.25, 0.5, 0.75, 1] as const;

/** Share of leading causes that were right against their stated probability, each band with the range that chance leaves. */
export function Calibration({ bands }: { bands: readonly (RightOf & { from: number; to: number })[] }) {
  const x = plainScale({ least: 0, most: 1, from: LEFT, to: RIGHT });
  const y = plainScale({ least: 0, most: 1, from: FOOT, to: TOP });
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: "block", maxWidth: 620 }}
      role="img"
      aria-label={trackRecordText.calibrationNote}
      table={{
        name: trackRecordText.calibration,
        head: [trackRecordText.said, trackRecordText.jobs, trackRecordText.right, trackRecordText.expected],
        rows: bands.map((band) => [
          `${Math.round(band.from * 100)} to ${shareWords(band.to)}`,
          String(band.jobs),
          rightShare(band),
          expectedShare(band),
        ]),
      }}
      legend={[
        { mark: "dot", text: trackRecordText.right },
        { mark: "band", colour: "done", text: trackRecordText.expected },
      ]}
    >
      {TICKS.map((share) => (
        <g key={share}>
          <path d={`M${LEFT} ${y(share)}H${RIGHT}`} stroke="var(--chakra-colors-line)" />
          <text
            x={LEFT - 6}
            y={y(share) + 4}
            textAnchor="end"
            className={svgClass(12)}
            fill="var(--chakra-colors-soft)"
          >
            {Math.round(share * 100)}
          </text>
          <text
            x={x(share)}
            y={FOOT + 18}
            textAnchor="middle"
            className={svgClass(12)}
            fill="var(--chakra-colors-soft)"
          >
            {Math.round(share * 100)}
          </text>
        </g>
      ))}
      <path d={`M${x(0)} ${y(0)}L${x(1)} ${y(1)}`} stroke="var(--chakra-colors-edge)" strokeDasharray="4 4" />
      <text x={RIGHT} y={FOOT + 36} textAnchor="end" className={svgClass(12)} fill="var(--chakra-colors-soft)">
        {`${trackRecordText.said}, %`}
      </text>
      {bands.map((band) => (
        <Band key={band.from} band={band} x={x(band.said)} y={y} />
      ))}
    </Drawing>
  );
}

interface BandProps {
  band: RightOf;
  x: number;
  y: (share: number) => number;
}

function Band({ band: { jobs, right, expected }, x, y }: BandProps) {
  const top = y(expected.high / jobs);
  return (
    <g>
      <rect
        x={x - 9}
        y={top}
        width="18"
        height={Math.max(y(expected.low / jobs) - top, 2)}
        rx="4"
        fill="var(--chakra-colors-band)"
        stroke="var(--chakra-colors-done)"
      />
      <circle cx={x} cy={y(right / jobs)} r={Math.min(4 + Math.sqrt(jobs), 9)} fill="var(--chakra-colors-ink)" />
    </g>
  );
}
