/** The one axis of all drawings: scales of quantities with round ticks in the unit they are shown in, and how ticks and courses are drawn. */

import { scaleLinear, scaleLog } from "d3-scale";
import { line } from "d3-shape";
import { formatNumber, fromBase, toBase, type UnitId } from "@/core/units/units";
import { type DrawingType, svgClass } from "./drawing";
import { niceTicks } from "./nice-ticks";

interface Tick {
  /** In the base unit. */
  value: number;
  text: string;
}

export interface Scale {
  /** Place in the drawing of a value in its base unit. */
  at: (value: number) => number;
  ticks: readonly Tick[];
  /** Ends of the scale, base unit. */
  least: number;
  most: number;
}

interface Span {
  least: number;
  most: number;
  /** Where they lie in the drawing. */
  from: number;
  to: number;
}

/** Values held within the span are drawn at its ends. */
export function plainScale({ least, most, from, to }: Span, held = false): (value: number) => number {
  const scale = scaleLinear().domain([least, most]).range([from, to]).clamp(held);
  return (value) => scale(value);
}

/** Logarithmic axis; always bounded, since it has no zero. */
export function logScale({ least, most, from, to }: Span): (value: number) => number {
  const scale = scaleLog().domain([least, most]).range([from, to]).clamp(true);
  return (value) => scale(value);
}

interface QuantitySpan extends Span {
  unit: UnitId;
  /** About so many ticks. */
  steps: number;
  decimals?: number;
}

/** A scale of a quantity whose ends are round numbers in its unit. */
export function quantityScale({ least, most, from, to, unit, steps, decimals }: QuantitySpan): Scale {
  const round = niceTicks(fromBase(least, unit), fromBase(most, unit), steps);
  const [first, second] = [round[0]!, round[1] ?? round[0]!];
  // The ticks begin at or above the least value; one more below holds it.
  const below = first > fromBase(least, unit) + 1e-9 ? [Number((2 * first - second).toPrecision(12))] : [];
  const values = [...below, ...round].map((tick) => toBase(tick, unit));
  const span = { least: values[0]!, most: values.at(-1)!, from, to };
  const ticks = values.map((value) => ({ value, text: formatNumber(value, unit, decimals ?? tickDecimals(unit)) }));
  return { at: plainScale(span), ticks, least: span.least, most: span.most };
}

function tickDecimals(unit: UnitId): number {
  return unit === "bar" ? 1 : 0;
}

interface SideAxisProps extends Pick<Scale, "ticks" | "at"> {
  /** Ends of each tick's line; without a colour there is none. */
  from: number;
  to: number;
  line: "line" | "soft" | null;
  /** The numbers end, or begin, here. */
  labelX: number;
  anchor?: "end" | "start";
  size?: DrawingType;
  colour?: string;
}

/** Ticks and numbers up the side of a drawing. */
export function SideAxis({
  ticks,
  at,
  from,
  to,
  line: stroke,
  labelX,
  anchor = "end",
  size = 12,
  colour = "var(--chakra-colors-soft)",
}: SideAxisProps) {
  return ticks.map(({ value, text }) => (
    <g key={value}>
      {stroke && <line x1={from} x2={to} y1={at(value)} y2={at(value)} stroke={`var(--chakra-colors-${stroke})`} />}
      <text x={labelX} y={at(value) + 4} className={svgClass(size)} textAnchor={anchor} fill={colour}>
        {text}
      </text>
    </g>
  ));
}

/** Round instants from 0 to `end`, at most `most` steps of the smallest length that allows it; of the longest where none does. All s. */
export function timeSteps(end: number, lengths: readonly number[], most: number): { step: number; at: number[] } {
  const step = lengths.find((length) => end / length <= most) ?? lengths.at(-1)!;
  return { step, at: Array.from({ length: Math.floor(end / step) + 1 }, (_, i) => i * step) };
}

interface FootAxisProps extends Pick<Scale, "ticks" | "at"> {
  y: number;
  /** The first number begins at its tick, so that it is not cut. */
  firstAtStart?: boolean;
}

/** Numbers along the foot of a drawing. */
export function FootAxis({ ticks, at, y, firstAtStart = false }: FootAxisProps) {
  return ticks.map(({ value, text }, i) => (
    <text
      key={value}
      x={at(value)}
      y={y}
      className={svgClass(12)}
      textAnchor={firstAtStart && i === 0 ? "start" : "middle"}
      fill="var(--chakra-colors-soft)"
    >
      {text}
    </text>
  ));
}

/** A course through points of the drawing, as the `d` of a path; empty for no points. */
export function courseOf(points: readonly (readonly [x: number, y: number])[]): string {
  return line<readonly [number, number]>().digits(1)(points) ?? "";
}

/** So many of a long list as a drawing can show, its last among them. */
export function thinned<Item>(items: readonly Item[], most: number): readonly Item[] {
  const every = Math.max(1, Math.ceil(items.length / most));
  return items.filter((_, i) => i % every === 0 || i === items.length - 1);
}
