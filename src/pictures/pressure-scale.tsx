import { formatNumber, toBase, type UnitId } from "@/core/units/units";

interface PressureScaleProps {
  /** Tick values in `unit`. */
  ticks: readonly number[];
  unit: UnitId;
  /** Height in the drawing of a pressure, kPa. */
  y: (kpa: number) => number;
  /** Ends of each tick's line, and its colour; the number stands left of `labelX`. */
  from: number;
  to: number;
  labelX: number;
  line: "line" | "soft";
}

/** Tick lines and numbers along the pressure axis of a drawing. */
export function PressureScale({ ticks, unit, y, from, to, labelX, line }: PressureScaleProps) {
  return ticks.map((tick) => {
    const kpa = toBase(tick, unit);
    return (
      <g key={tick}>
        <line x1={from} x2={to} y1={y(kpa)} y2={y(kpa)} stroke={`var(--chakra-colors-${line})`} />
        <text x={labelX} y={y(kpa) + 4} fontSize="12" textAnchor="end" fill="var(--chakra-colors-soft)">
          {formatNumber(kpa, unit, unit === "bar" ? 1 : 0)}
        </text>
      </g>
    );
  });
}
