"use client";

import type { Measured } from "@/core/readings/derive/measured";
import type { Figures } from "@/core/units/figures";
import type { UnitId } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { beforeAfterText } from "@/words/screens/step-pictures";
import { plainScale } from "./axis";
import { Drawing, type DrawingType, svgType } from "./drawing";

export interface BeforeAfterRow {
  name: string;
  unit: UnitId;
  before: Measured;
  after: Measured;
  /** Reading of a sound vehicle. */
  band: { low: number; high: number } | null;
}

const WIDTH = 720;
const ROW = 46;
const LEFT = 168;
const RIGHT = 24;
const text = (size: DrawingType, weight = 400) => ({ fontSize: svgType(size), fontWeight: weight });

function tableRow({ name, unit, before, after, band }: BeforeAfterRow, figures: Figures): string[] {
  const decimals = unit === "kPa" ? 0 : 1;
  return [
    name,
    figures.quantity(before.value, unit, decimals),
    figures.quantity(after.value, unit, decimals),
    band === null
      ? "–"
      : `${figures.number(band.low, unit, decimals)} to ${figures.quantity(band.high, unit, decimals)}`,
  ];
}

/** Each reading before the work and after it, beside what a sound vehicle of this label shows: open dot before, full dot after. */
export function BeforeAfter({ rows }: { rows: readonly BeforeAfterRow[] }) {
  const figures = useFigures();
  const height = rows.length * ROW + 8;
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${height}`}
      width="100%"
      style={{ display: "block" }}
      table={{
        name: beforeAfterText.name,
        head: [beforeAfterText.reading, beforeAfterText.before, beforeAfterText.after, beforeAfterText.sound],
        rows: rows.map((row) => tableRow(row, figures)),
      }}
      legend={[
        { mark: "open-dot", text: beforeAfterText.before },
        { mark: "dot", text: beforeAfterText.after },
        { mark: "band", colour: "done", text: beforeAfterText.sound },
      ]}
      role="img"
      aria-label={beforeAfterText.readingsBeforeAndAfterThe}
    >
      {rows.map((row, i) => (
        <RowMarks key={row.name} row={row} y={i * ROW + 30} />
      ))}
    </Drawing>
  );
}

function RowMarks({ row: { name, unit, before, after, band }, y }: { row: BeforeAfterRow; y: number }) {
  const figures = useFigures();
  const values = [before.value, after.value, ...(band === null ? [] : [band.low, band.high])];
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const room = Math.max((most - least) * 0.2, 0.5);
  const x = plainScale({ least: least - room, most: most + room, from: LEFT, to: WIDTH - RIGHT });
  const decimals = unit === "kPa" ? 0 : 1;
  const apart = Math.abs(x(after.value) - x(before.value)) > 64;
  return (
    <g>
      <text x="0" y={y + 5} fill="var(--chakra-colors-ink)" style={text(14, 600)}>
        {name}
      </text>
      <path d={`M${LEFT} ${y}H${WIDTH - RIGHT}`} stroke="var(--chakra-colors-line)" strokeWidth="2" />
      {band !== null && (
        <rect
          x={x(band.low)}
          y={y - 9}
          width={Math.max(x(band.high) - x(band.low), 2)}
          height="18"
          rx="4"
          fill="var(--chakra-colors-band)"
          stroke="var(--chakra-colors-done)"
        />
      )}
      <circle
        cx={x(before.value)}
        cy={y}
        r="6"
        fill="var(--chakra-colors-sheet)"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="2"
      />
      <circle cx={x(after.value)} cy={y} r="6" fill="var(--chakra-colors-ink)" />
      {apart && (
        <text x={x(before.value)} y={y - 14} textAnchor="middle" fill="var(--chakra-colors-soft)" style={text(12)}>
          {figures.number(before.value, unit, decimals)}
        </text>
      )}
      <text x={x(after.value)} y={y - 14} textAnchor="middle" fill="var(--chakra-colors-ink)" style={text(12, 600)}>
        {figures.quantity(after.value, unit, decimals)}
      </text>
    </g>
  );
}
