"use client";

import { memo, type ReactNode, useCallback, useLayoutEffect, useRef } from "react";
import { type PartId, partNames, signNames } from "@/core/causes/signs";
import { type Observation, partsOf } from "@/core/readings/observations";
import { commonText } from "@/words/screens/common";
import { circuitBoardText } from "@/words/screens/pictures";
import { BOARD, Narrowing, type Tap, type TapId, TapPlate } from "./circuit-taps";
import { Drawing, type DrawingType, svgClass } from "./drawing";
import { SvgButton } from "./svg-button";

export interface BoardMark {
  text: string;
  /** "noted": a finding; "out": a part that is wrong. */
  tone: "noted" | "out" | "wait" | "done";
}

/** State of the refrigerant in a stretch. */
export type Filling = "vapour" | "two-phase" | "liquid";
type Pipe = "discharge-line" | "liquid-line" | "suction-line";

interface CircuitBoardProps {
  metering: "expansion-valve" | "orifice-tube" | null;
  /** An electric one has no belt; belt-driven when absent. */
  compressor?: string | null;
  notes: readonly Observation[];
  /** Other words at a part, such as how its leak check stands. */
  marks?: Partial<Record<PartId, BoardMark>>;
  selected: PartId | null;
  onSelect: (part: PartId) => void;
  taps?: readonly Tap[];
  tapped?: TapId | null;
  onTap?: (tap: TapId) => void;
  /** Default state in each pipe: that of a sound circuit. */
  fillings?: Partial<Record<Pipe, Filling>>;
  /** Pipes whose filling was measured; the others are drawn fainter. */
  measured?: readonly Pipe[] | null;
  /** Where something narrows, by the numbers. */
  narrows?: { at: TapId; text: string } | null;
  /** Drawn over it, in the board's own units. */
  children?: ReactNode;
}

const INK = "var(--chakra-colors-ink)";
const FIELD = "var(--chakra-colors-field)";

/** Shapes of the pipes: as a path for the refrigerant in them, and what is in them when nothing is wrong. */
const pipes: { part: Pipe; path: string; fill: Filling }[] = [
  { part: "discharge-line", path: "M84 132 V33 H150", fill: "vapour" },
  { part: "liquid-line", path: "M360 33 H438 V190", fill: "liquid" },
  { part: "suction-line", path: "M150 267 H84 V194", fill: "vapour" },
];

/** The stretch of a pipe behind the metering device, which no part of the list stands for. */
const BEHIND_METERING = "M438 218 V267 H360";

/** Where a part's notes stand. */
const tags: Record<PartId, readonly [number, number]> = {
  compressor: [84, 176],
  "clutch-belt": [40, 112],
  "discharge-line": [96, 64],
  condenser: [316, 18],
  fan: [220, 79],
  "high-port": [398, 22],
  receiver: [420, 134],
  "liquid-line": [400, 158],
  "metering-device": [400, 198],
  evaporator: [316, 252],
  blower: [220, 168],
  accumulator: [84, 262],
  "suction-line": [100, 206],
  "low-port": [120, 217],
};

type DrawnProps = Pick<CircuitBoardProps, "metering" | "compressor" | "notes" | "selected" | "onSelect"> &
  Required<Pick<CircuitBoardProps, "marks" | "fillings" | "measured">> & { tapping: boolean };

/** Memoised: findings and states are compared by value, since they come anew with every batch. */
function sameDrawing(before: DrawnProps, after: DrawnProps): boolean {
  return (Object.keys(after) as (keyof DrawnProps)[]).every((key) =>
    key === "marks" || key === "fillings" || key === "measured"
      ? JSON.stringify(before[key]) === JSON.stringify(after[key])
      : before[key] === after[key],
  );
}

const nothingMarked = {};

/** This vehicle's own circuit. Every part and pipe can be pressed, or reached with Tab and Enter. */
export function CircuitBoard({
  metering,
  compressor = null,
  notes,
  marks = nothingMarked,
  selected,
  onSelect,
  taps = [],
  tapped = null,
  onTap,
  fillings = nothingMarked,
  measured = null,
  narrows = null,
  children,
}: CircuitBoardProps) {
  // While needles move only the plates that say something else are drawn anew.
  const acts = useRef({ onSelect, onTap });
  useLayoutEffect(() => {
    acts.current = { onSelect, onTap };
  });
  const select = useCallback((part: PartId) => acts.current.onSelect(part), []);
  const tap = useCallback((id: TapId) => acts.current.onTap?.(id), []);
  const tapping = taps.length > 0;
  return (
    <Drawing
      viewBox={`0 0 ${BOARD.width} ${BOARD.height}`}
      width="100%"
      style={{ display: "block", maxWidth: 760 }}
      aria-label={circuitBoardText.circuitBoard}
    >
      <title>{circuitBoardText.circuitBoard}</title>
      <Patterns />
      <Drawn
        metering={metering}
        compressor={compressor}
        notes={notes}
        marks={marks}
        selected={selected}
        onSelect={select}
        fillings={fillings}
        measured={measured}
        tapping={tapping}
      />
      {taps.map(({ id, label, text }) => (
        <TapPlate key={id} id={id} label={label} text={text} on={id === tapped} onTap={tap} />
      ))}
      {narrows && <Narrowing at={narrows.at} text={narrows.text} />}
      {children}
    </Drawing>
  );
}

const Drawn = memo(function Drawn({
  metering,
  compressor = null,
  notes,
  marks,
  selected,
  onSelect,
  fillings,
  measured,
  tapping,
}: DrawnProps) {
  const parts = partsOf(metering, compressor);
  const has = (part: PartId) => parts.includes(part);
  const press = (part: PartId) => ({
    part,
    selected: selected === part,
    noted: notes.some((n) => n.part === part) || marks[part] !== undefined,
    onSelect,
  });
  const shade = (pipe: Pipe) => (measured === null || measured.includes(pipe) ? 1 : 0.55);
  return (
    <>
      <path d={BEHIND_METERING} fill="none" stroke={INK} strokeWidth="16" />
      <path d={BEHIND_METERING} fill="none" stroke="url(#two-phase)" strokeWidth="13.5" />
      {pipes.map(({ part, path, fill }) => (
        <Part key={part} {...press(part)}>
          <path d={path} fill="none" stroke={INK} strokeWidth="16" />
          <path d={path} fill="none" stroke={FIELD} strokeWidth="13.5" />
          <path d={path} fill="none" stroke={inkOf(fillings[part] ?? fill)} strokeWidth="13.5" opacity={shade(part)} />
          <path d={path} fill="none" stroke="transparent" strokeWidth="54" />
        </Part>
      ))}
      <Part {...press("condenser")}>
        <HitArea x={150} y={8} width={210} height={50} />
        <CondenserFilling subcooled={fillings["liquid-line"] !== "two-phase"} />
        <Label x={255} y={tapping ? 27 : 38} plate>
          {circuitBoardText.condenser}
        </Label>
      </Part>
      <Box2 {...press("fan")} x={182} y={64} width={76} height={30} label={circuitBoardText.fan} />
      <Part {...press("evaporator")}>
        <HitArea x={150} y={242} width={210} height={50} />
        <EvaporatorFilling superheated={fillings["suction-line"] !== "two-phase"} />
        <Label x={255} y={272} plate>
          {circuitBoardText.evaporator}
        </Label>
      </Part>
      <Box2 {...press("blower")} x={170} y={204} width={100} height={30} label={circuitBoardText.blowerAir} />
      <Box2 {...press("compressor")} x={40} y={132} width={98} height={62} label={commonText.compressor} />
      {has("clutch-belt") && (
        <Box2 {...press("clutch-belt")} x={2} y={140} width={36} height={46} label={circuitBoardText.belt} />
      )}
      {has("receiver") && (
        <Box2 {...press("receiver")} x={410} y={97} width={56} height={42} label={circuitBoardText.drier} />
      )}
      {has("accumulator") && (
        <Box2 {...press("accumulator")} x={50} y={242} width={68} height={50} label={circuitBoardText.accum} />
      )}
      <Part {...press("metering-device")}>
        <HitArea x={412} y={184} width={52} height={40} />
        <path d="M416 190 L460 218 V190 L416 218 Z" fill={FIELD} stroke={INK} strokeWidth="2" />
        <text x="410" y="209" className={svgClass(14)} fill={INK} textAnchor="end">
          {metering === "orifice-tube" ? "orifice" : metering === null ? "?" : "valve"}
        </text>
      </Part>
      <Port {...press("high-port")} x={398} y={33} letter="H" />
      <Port {...press("low-port")} x={has("accumulator") ? 135 : 118} y={267} letter="L" />
      {parts.map((part) => (
        <NoteTag key={part} part={part} mark={marks[part] ?? markOf(part, notes)} small={tapping} />
      ))}
    </>
  );
}, sameDrawing);

function CondenserFilling({ subcooled }: { subcooled: boolean }) {
  return (
    <>
      <rect x="150" y="8" width="210" height="50" rx="6" fill={FIELD} stroke={INK} strokeWidth="2" />
      <rect x="153" y="11" width="42" height="44" fill="url(#vapour)" />
      <rect x="195" y="11" width={subcooled ? 112 : 162} height="44" fill="url(#two-phase)" />
      {subcooled && <rect x="307" y="11" width="50" height="44" fill="var(--chakra-colors-liquid)" />}
    </>
  );
}

function EvaporatorFilling({ superheated }: { superheated: boolean }) {
  return (
    <>
      <rect x="150" y="242" width="210" height="50" rx="6" fill={FIELD} stroke={INK} strokeWidth="2" />
      {superheated && <rect x="153" y="245" width="48" height="44" fill="url(#vapour)" />}
      <rect x={superheated ? 201 : 153} y="245" width={superheated ? 156 : 204} height="44" fill="url(#two-phase)" />
    </>
  );
}

function inkOf(filling: Filling): string {
  return filling === "liquid" ? "var(--chakra-colors-liquid)" : `url(#${filling})`;
}

/** Vapour dotted, boiling or condensing hatched, liquid solid: told by pattern, not by colour alone. */
function Patterns() {
  return (
    <defs>
      <pattern id="vapour" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" fill="var(--chakra-colors-vapour)" />
        <circle cx="4" cy="4" r="1.1" fill={INK} opacity="0.55" />
      </pattern>
      <pattern id="two-phase" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="9" height="9" fill="#c9d5e2" />
        <rect width="4" height="9" fill="var(--chakra-colors-two-phase)" />
      </pattern>
    </defs>
  );
}

interface PartProps {
  part: PartId;
  selected: boolean;
  noted: boolean;
  onSelect: (part: PartId) => void;
}

function Part({ part, selected, noted, onSelect, children }: PartProps & { children: ReactNode }) {
  return (
    <SvgButton
      label={`${partNames[part]}${noted ? ", findings" : ""}`}
      pressed={selected}
      onPress={() => onSelect(part)}
      style={{ filter: selected ? "drop-shadow(0 0 5px var(--chakra-colors-ink))" : undefined }}
    >
      {children}
    </SvgButton>
  );
}

function Box2({
  x,
  y,
  width,
  height,
  label,
  ...part
}: PartProps & { x: number; y: number; width: number; height: number; label: string }) {
  return (
    <Part {...part}>
      <HitArea x={x} y={y} width={width} height={height} />
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx="6"
        fill={FIELD}
        stroke={part.selected ? "var(--chakra-colors-ink)" : INK}
        strokeWidth={part.selected ? 3 : 2}
      />
      <Label x={x + width / 2} y={y + height / 2 + 5} size={label.length > 8 ? 12 : 14}>
        {label}
      </Label>
    </Part>
  );
}

/** A finger hits 63 units of the drawing, which are 44 px at the least width it is shown at on a tablet, whatever is drawn. */
function HitArea({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  const wider = Math.max(0, 63 - width) / 2;
  const taller = Math.max(0, 63 - height) / 2;
  return (
    <rect x={x - wider} y={y - taller} width={width + 2 * wider} height={height + 2 * taller} fill="transparent" />
  );
}

function Port({ x, y, letter, ...part }: PartProps & { x: number; y: number; letter: string }) {
  return (
    <Part {...part}>
      <circle cx={x} cy={y} r="31.5" fill="transparent" />
      <circle cx={x} cy={y} r="14" fill={FIELD} stroke={INK} strokeWidth="2" />
      <Label x={x} y={y + 5}>
        {letter}
      </Label>
    </Part>
  );
}

function Label({
  x,
  y,
  anchor = "middle",
  plate = false,
  size = 14,
  children,
}: {
  x: number;
  y: number;
  anchor?: "middle" | "end";
  plate?: boolean;
  size?: DrawingType;
  children: string;
}) {
  return (
    <>
      {plate && <rect x={x - 46} y={y - 15} width="92" height="21" rx="4" fill={FIELD} opacity="0.92" />}
      <text x={x} y={y} className={svgClass(size)} fontWeight="600" fill={INK} textAnchor={anchor}>
        {children}
      </text>
    </>
  );
}

/** Findings at a part. */
function markOf(part: PartId, notes: readonly Observation[]): BoardMark | null {
  const words = notes.filter((note) => note.part === part).map((note) => signNames[note.sign].toLowerCase());
  if (words.length === 0) return null;
  const text = words.length > 2 ? `${words.slice(0, 2).join(", ")} +${words.length - 2}` : words.join(", ");
  return { text, tone: "noted" };
}

/** A tag beside a part. */
function NoteTag({ part, mark, small }: { part: PartId; mark: BoardMark | null; small: boolean }) {
  if (mark === null) return null;
  const { text, tone } = mark;
  const [x, y] = tags[part];
  const width = text.length * 7.2 + 16;
  const left = Math.min(Math.max(x - width / 2, 2), BOARD.width - 2 - width);
  if (small) {
    // Between plates there is room for a corner only; the words stand where the part is pressed.
    return (
      <circle
        cx={x}
        cy={y + 14}
        r="7"
        fill={`var(--chakra-colors-${tone === "noted" ? "ink" : tone})`}
        stroke={FIELD}
        strokeWidth="1.5"
        pointerEvents="none"
      />
    );
  }
  return (
    <g pointerEvents="none">
      <rect
        x={left}
        y={y + 14}
        width={width}
        height="22"
        rx="4"
        fill={`var(--chakra-colors-${tone === "noted" ? "ink" : tone})`}
      />
      <text
        x={left + width / 2}
        y={y + 30}
        className={svgClass(14)}
        fontWeight="600"
        fill="var(--chakra-colors-on-act)"
        textAnchor="middle"
      >
        {text}
      </text>
    </g>
  );
}
