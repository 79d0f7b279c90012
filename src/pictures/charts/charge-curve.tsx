"use client";

import { scaleLinear } from "d3-scale";
import type { BenchReading } from "@/core/bench/bench-answer";
import { type CurveChannel, curveChannels } from "@/core/bench/bench-shapes";
import type { ChargeCurve } from "@/core/bench/charge-curve";
import type { Figures } from "@/core/units/figures";
import { fromBase, toBase, type UnitId } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { chargeCurveText } from "@/words/screens/desk-pictures";
import { courseOf } from "../axis";
import { Drawing, ownType, svgType } from "../drawing";
import { niceTicks } from "../nice-ticks";

interface ChargeCurveProps {
  curve: ChargeCurve;
  labelG: number;
  /** Selected charge, g, and its reading; null where it does not run. */
  chargeG: number;
  now: BenchReading | null;
  /** States kept beside it, under their letters. */
  kept: readonly { name: string; chargeG: number; reading: BenchReading }[];
  /** Words of the stretch in which no gauge tells, over two lines. */
  silent: readonly [string, string] | null;
  names: Record<CurveChannel, string>;
  /** Chosen by a touch on the drawing, g. */
  onCharge: (grams: number) => void;
}

const WIDTH = 580;
const LEFT = 122;
const RIGHT = 16;
const HEAD = 40;
const LANE = 56;
const GAP = 8;
const FOOT = 34;
const units: Record<CurveChannel, UnitId> = { low: "kPa", high: "kPa", vent: "degC", superheat: "K", subcooling: "K" };
const INK = "var(--chakra-colors-ink)";
const SOFT = "var(--chakra-colors-soft)";
const LINE = "var(--chakra-colors-line)";
const ACT = "var(--chakra-colors-out)";
const small = { fontSize: svgType(12) } as const;
const name = { fontSize: svgType(14), fontWeight: 600 } as const;

/** A lane a gauge over what is in it: where nine in ten vehicles lie, their middle, and over all of them the stretch that no gauge gives away. */
export function ChargeCurvePicture({ curve, labelG, chargeG, now, kept, silent, names, onCharge }: ChargeCurveProps) {
  const figures = useFigures();
  const { points } = curve;
  const height = HEAD + curveChannels.length * (LANE + GAP) + FOOT;
  const [least, most] = [points[0]!.share, points.at(-1)!.share];
  const x = scaleLinear()
    .domain([least, most])
    .range([LEFT, WIDTH - RIGHT]);
  const bottom = height - FOOT;
  const at = Math.min(Math.max(chargeG / labelG, least), most);
  const touch = (event: { clientX: number; currentTarget: SVGSVGElement }) => {
    const box = event.currentTarget.getBoundingClientRect();
    const inside = ((event.clientX - box.left) / box.width) * WIDTH;
    if (inside < LEFT - 4) return;
    onCharge(Math.round(Math.min(Math.max(x.invert(inside), least), most) * labelG));
  };
  // Round numbers of the unit that is read in.
  const unit = figures.unit("g");
  const ticks = niceTicks(fromBase(least * labelG, unit), fromBase(most * labelG, unit), 6)
    .map((value) => toBase(value, unit))
    .filter((grams) => grams >= least * labelG && grams <= most * labelG);
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${height}`}
      width="100%"
      style={{ ...ownType, display: "block", touchAction: "pan-y", cursor: "crosshair" }}
      onClick={touch}
      table={{
        name: chargeCurveText.name,
        head: [
          `${chargeCurveText.charge}, ${figures.label("g")}`,
          ...curveChannels.map((channel) => `${names[channel]}, ${figures.label(units[channel])}`),
        ],
        rows: curveRows(points, labelG, figures),
      }}
      legend={[
        { mark: "band", colour: "soft", text: chargeCurveText.vehiclesRange },
        { mark: "line", text: chargeCurveText.middle },
      ]}
    >
      <title>
        {chargeCurveText.pressuresAgainstChargeToVehicles(
          figures.quantity(least * labelG, "g"),
          figures.quantity(most * labelG, "g"),
          curve.vehicles,
        )}
      </title>
      {curve.silent && (
        <SilentStretch from={x(curve.silent.from)} to={x(curve.silent.to)} foot={bottom} words={silent ?? []} />
      )}
      {curveChannels.map((channel, lane) => (
        <Lane
          key={channel}
          channel={channel}
          title={names[channel]}
          top={HEAD + lane * (LANE + GAP)}
          curve={curve}
          x={(share) => x(share)}
          marks={[
            ...kept.map((one) => ({ share: one.chargeG / labelG, value: one.reading[channel], kept: one.name })),
            ...(now ? [{ share: at, value: now[channel], kept: null }] : []),
          ]}
        />
      ))}
      <path d={`M${x(1)} ${HEAD}V${bottom}`} stroke={INK} strokeDasharray="3 4" />
      <path d={`M${x(at)} ${HEAD}V${bottom}`} stroke={ACT} strokeWidth="2" />
      {ticks.map((grams) => (
        <text key={grams} x={x(grams / labelG)} y={bottom + 16} style={small} textAnchor="middle" fill={SOFT}>
          {figures.number(grams, "g")}
        </text>
      ))}
      <text x={x(1)} y={bottom + 30} style={small} textAnchor="middle" fill={INK}>
        {`label ${figures.quantity(labelG, "g")}`}
      </text>
      <text x={LEFT - 8} y={bottom + 16} style={small} textAnchor="end" fill={SOFT}>
        {`charge, ${figures.label("g")}`}
      </text>
    </Drawing>
  );
}

function curveRows(points: ChargeCurveProps["curve"]["points"], labelG: number, figures: Figures): string[][] {
  return points
    .filter((_, i) => i % 2 === 0)
    .map(({ share, bands }) => [
      figures.number(share * labelG, "g"),
      ...curveChannels.map((channel) => {
        const band = bands[channel];
        return band
          ? `${figures.number(band.low, units[channel], 0)} to ${figures.number(band.high, units[channel], 0)}`
          : "–";
      }),
    ]);
}

interface SilentStretchProps {
  from: number;
  to: number;
  foot: number;
  words: readonly string[];
}

/** Charges that no gauge tells apart. */
function SilentStretch({ from, to, foot, words }: SilentStretchProps) {
  return (
    <g>
      <rect x={from} width={to - from} y={HEAD} height={foot - HEAD} fill="var(--chakra-colors-silent)" />
      {words.map((line, i) => (
        <text key={line} x={(from + to) / 2} y={15 + i * 16} style={small} textAnchor="middle" fill={INK}>
          {line}
        </text>
      ))}
    </g>
  );
}

interface LaneProps {
  channel: CurveChannel;
  title: string;
  top: number;
  curve: ChargeCurve;
  x: (share: number) => number;
  marks: { share: number; value: number; kept: string | null }[];
}

function Lane({ channel, title, top, curve, x, marks }: LaneProps) {
  const figures = useFigures();
  const unit = units[channel];
  const shown = curve.points.flatMap(({ share, bands }) => (bands[channel] ? [{ share, ...bands[channel] }] : []));
  if (shown.length === 0) return null;
  const least = Math.min(...shown.map(({ low }) => low), ...marks.map(({ value }) => value));
  const most = Math.max(...shown.map(({ high }) => high), ...marks.map(({ value }) => value));
  const y = scaleLinear()
    .domain([least, Math.max(most, least + 1)])
    .range([top + LANE - 4, top + 6]);
  const now = marks.find(({ kept }) => kept === null);
  const band = [
    ...shown.map(({ share, high }) => [x(share), y(high)] as const),
    ...[...shown].reverse().map(({ share, low }) => [x(share), y(low)] as const),
  ];
  return (
    <g>
      <path d={`M${LEFT} ${top + LANE}H${WIDTH - RIGHT}`} stroke={LINE} />
      <text x={0} y={top + 22} style={name} fill={INK}>
        {title}
      </text>
      <text x={0} y={top + 40} style={small} fill={now ? ACT : SOFT}>
        {now ? figures.quantity(now.value, unit, unit === "kPa" ? 0 : 1) : chargeCurveText.doesNotRun}
      </text>
      <text x={LEFT - 8} y={top + 14} style={{ fontSize: svgType(12) }} textAnchor="end" fill={SOFT}>
        {figures.number(most, unit, 0)}
      </text>
      <text x={LEFT - 8} y={top + LANE - 3} style={{ fontSize: svgType(12) }} textAnchor="end" fill={SOFT}>
        {figures.number(least, unit, 0)}
      </text>
      <path d={`${courseOf(band)}Z`} fill={SOFT} opacity="0.22" />
      <path
        d={courseOf(shown.map(({ share, median }) => [x(share), y(median)]))}
        fill="none"
        stroke={
          channel === "low" ? "var(--chakra-colors-low-side)" : channel === "vent" ? "var(--chakra-colors-done)" : INK
        }
        strokeWidth="2.2"
      />
      {marks.map(({ share, value, kept }) =>
        kept !== null ? (
          <g key={kept}>
            <circle cx={x(share)} cy={y(value)} r="5" fill="none" stroke={INK} strokeWidth="2" />
            <text x={x(share) + 8} y={y(value) - 4} style={{ fontSize: svgType(12), fontWeight: 600 }} fill={INK}>
              {kept}
            </text>
          </g>
        ) : (
          <circle key="now" cx={x(share)} cy={y(value)} r="5.5" fill={ACT} />
        ),
      )}
    </g>
  );
}
