"use client";

import { memo } from "react";
/** Plates of the thermometers on the circuit board, and the mark where something narrows; geometry in the board's own units. */
import { svgClass } from "./drawing";
import { SvgButton } from "./svg-button";

const INK = "var(--chakra-colors-ink)";
const FIELD = "var(--chakra-colors-field)";
/** Box of the whole board. */
export const BOARD = { width: 480, height: 300 } as const;

/** A place where a thermometer sits, or may: its reading stands on a plate beside it. */
export interface Tap {
  id: TapId;
  /** As it is called, with its reading, for whoever does not see the plate. */
  label: string;
  /** Value of the tag; null where nothing was read yet. */
  text: string | null;
}

export type TapId =
  | "discharge"
  | "liquid"
  | "meteringIn"
  | "suction"
  | "vent"
  | "condenserIn"
  | "condenser-1"
  | "condenser-2"
  | "condenser-3"
  | "condenser-4"
  | "condenser-5"
  | "drier-out"
  | "metering-out";

/** Where a tap's plate stands, how wide it is, and the point of the circuit it belongs to. */
const tapPlaces: Record<TapId, { x: number; y: number; width: number; at?: readonly [number, number] }> = {
  discharge: { x: 2, y: 74, width: 68, at: [84, 88] },
  liquid: { x: 356, y: 66, width: 66, at: [438, 78] },
  meteringIn: { x: 346, y: 160, width: 66, at: [438, 174] },
  suction: { x: 2, y: 208, width: 68, at: [84, 222] },
  vent: { x: 276, y: 204, width: 92 },
  condenserIn: { x: 262, y: 64, width: 84 },
  "condenser-1": { x: 152, y: 33, width: 36 },
  "condenser-2": { x: 194, y: 33, width: 36 },
  "condenser-3": { x: 237, y: 33, width: 36 },
  "condenser-4": { x: 280, y: 33, width: 36 },
  "condenser-5": { x: 322, y: 33, width: 36 },
  "drier-out": { x: 443, y: 138, width: 36, at: [438, 152] },
  "metering-out": { x: 443, y: 230, width: 36, at: [438, 244] },
};
const PLATE = 28;
/** A plate is pressed over at least this much, drawn units: 48 px and more wherever the board is 430 px wide; the five places of the condenser share its width. */
const PRESSED = 54;

/** A thermometer's plate; empty it is an invitation. */
export const TapPlate = memo(function TapPlate({
  id,
  label,
  text,
  on,
  onTap,
}: Tap & { on: boolean; onTap: (tap: TapId) => void }) {
  const { x, y, width, at } = tapPlaces[id];
  const filled = text !== null;
  const narrow = width < 50;
  const height = narrow ? 22 : PLATE;
  const middle = y + height / 2;
  return (
    <SvgButton label={label} pressed={on} onPress={() => onTap(id)}>
      {at && <circle cx={at[0]} cy={at[1]} r="4.5" fill={filled ? INK : FIELD} stroke={INK} strokeWidth="1.5" />}
      {at && !narrow && (
        <line x1={x + width < at[0] ? x + width : x} y1={middle} x2={at[0]} y2={at[1]} stroke={INK} strokeWidth="1.5" />
      )}
      {narrow && !filled ? (
        <circle
          cx={x + width / 2}
          cy={middle}
          r="10"
          fill={FIELD}
          stroke={on ? "var(--chakra-colors-ink)" : INK}
          strokeWidth={on ? 3 : 1.2}
        />
      ) : (
        <rect
          x={x}
          y={y}
          width={width}
          height={height}
          rx="5"
          fill={filled ? INK : FIELD}
          stroke={on ? "var(--chakra-colors-ink)" : INK}
          strokeWidth={on ? 3 : 1.2}
          strokeDasharray={filled || on ? undefined : "4 3"}
        />
      )}
      <text
        x={x + width / 2}
        y={middle + 5}
        className={svgClass(narrow ? 12 : 14)}
        fontWeight="600"
        fill={filled ? "var(--chakra-colors-on-ink)" : "var(--chakra-colors-soft)"}
        textAnchor="middle"
      >
        {text ?? "+"}
      </text>
      <rect
        x={x + width / 2 - Math.max(width, narrow ? 42 : PRESSED) / 2}
        y={middle - PRESSED / 2}
        width={Math.max(width, narrow ? 42 : PRESSED)}
        height={PRESSED}
        fill="transparent"
      />
    </SvgButton>
  );
});

/** A fall that nothing explains, ringed where it lies. */
export function Narrowing({ at, text }: { at: TapId; text: string }) {
  const place = tapPlaces[at];
  const [x, y] = place.at ?? [place.x + place.width / 2, place.y + PLATE / 2];
  const right = x > BOARD.width / 2;
  return (
    <g pointerEvents="none">
      <circle
        cx={x}
        cy={y}
        r="25"
        fill="none"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="2.5"
        strokeDasharray="6 4"
      />
      <text
        x={right ? x - 32 : x + 32}
        y={y - 20}
        className={svgClass(14)}
        fontWeight="600"
        fill="var(--chakra-colors-ink)"
        stroke={"var(--chakra-colors-sheet)"}
        strokeWidth="4"
        paintOrder="stroke"
        textAnchor={right ? "end" : "start"}
      >
        {text}
      </text>
    </g>
  );
}
