"use client";

import type { KeyboardEvent, ReactNode } from "react";
import { type PartId, partNames, signNames } from "@/core/causes/signs";
import { type Observation, partsOf } from "@/core/readings/observations";

export interface BoardMark {
  text: string;
  tone: "act" | "wait" | "done";
}

interface CircuitBoardProps {
  metering: "expansion-valve" | "orifice-tube" | null;
  notes: readonly Observation[];
  /** Other words at a part, such as how its leak check stands. */
  marks?: Partial<Record<PartId, BoardMark>>;
  selected: PartId | null;
  onSelect: (part: PartId) => void;
}

const INK = "var(--chakra-colors-ink)";
const FIELD = "var(--chakra-colors-field)";

/** Shapes of the pipes: as a path for the refrigerant in them, and which state it is in when nothing is wrong. */
const pipes: { part: PartId; path: string; fill: "vapour" | "two-phase" | "liquid" }[] = [
  { part: "discharge-line", path: "M90 216 V72 H216", fill: "vapour" },
  { part: "liquid-line", path: "M484 72 H584 V272", fill: "liquid" },
  { part: "suction-line", path: "M216 334 H90 V296", fill: "vapour" },
];

/** Where a part's notes stand. */
const tags: Record<PartId, readonly [number, number]> = {
  compressor: [90, 250],
  "clutch-belt": [30, 205],
  "discharge-line": [150, 100],
  condenser: [350, 72],
  fan: [350, 20],
  "high-port": [534, 40],
  receiver: [500, 180],
  "liquid-line": [520, 225],
  "metering-device": [520, 290],
  evaporator: [350, 334],
  blower: [350, 386],
  accumulator: [150, 372],
  "suction-line": [150, 300],
  "low-port": [216, 290],
};

/** This vehicle's own circuit. Every part and pipe can be pressed, or reached with Tab and Enter. */
export function CircuitBoard({ metering, notes, marks = {}, selected, onSelect }: CircuitBoardProps) {
  const parts = partsOf(metering);
  const has = (part: PartId) => parts.includes(part);
  const press = (part: PartId) => ({
    part,
    selected: selected === part,
    noted: notes.some((n) => n.part === part) || marks[part] !== undefined,
    onSelect,
  });
  return (
    <svg viewBox="0 0 660 412" width="100%" style={{ display: "block", maxWidth: 760 }} aria-label="Circuit board">
      <title>Circuit board</title>
      <Patterns />
      <rect x="484" y="326" width="108" height="16" fill="url(#two-phase)" stroke={INK} strokeWidth="1" />
      <rect x="576" y="296" width="16" height="38" fill="url(#two-phase)" stroke={INK} strokeWidth="1" />
      {pipes.map(({ part, path, fill }) => (
        <Part key={part} {...press(part)}>
          <path d={path} fill="none" stroke={INK} strokeWidth="18" />
          <path
            d={path}
            fill="none"
            stroke={fill === "liquid" ? "var(--chakra-colors-liquid)" : `url(#${fill})`}
            strokeWidth="15"
          />
          <path d={path} fill="none" stroke="transparent" strokeWidth="44" />
        </Part>
      ))}
      <Part {...press("condenser")}>
        <rect x="216" y="42" width="268" height="60" rx="6" fill={FIELD} stroke={INK} strokeWidth="2" />
        <rect x="220" y="46" width="48" height="52" fill="url(#vapour)" />
        <rect x="268" y="46" width="152" height="52" fill="url(#two-phase)" />
        <rect x="420" y="46" width="60" height="52" fill="var(--chakra-colors-liquid)" />
        <Label x={350} y={77} plate>
          Condenser
        </Label>
      </Part>
      <Box2 {...press("fan")} x={296} y={2} width={108} height={34} label="Fan" />
      <Part {...press("evaporator")}>
        <rect x="216" y="304" width="268" height="60" rx="6" fill={FIELD} stroke={INK} strokeWidth="2" />
        <rect x="220" y="308" width="60" height="52" fill="url(#vapour)" />
        <rect x="280" y="308" width="200" height="52" fill="url(#two-phase)" />
        <Label x={350} y={339} plate>
          Evaporator
        </Label>
      </Part>
      <Box2 {...press("blower")} x={284} y={374} width={132} height={36} label="Blower, air path" />
      <Box2 {...press("compressor")} x={44} y={216} width={92} height={80} label="Compressor" />
      <Box2 {...press("clutch-belt")} x={2} y={226} width={40} height={60} label="Belt" />
      {has("receiver") && <Box2 {...press("receiver")} x={556} y={142} width={56} height={76} label="Drier" />}
      {has("accumulator") && <Box2 {...press("accumulator")} x={112} y={304} width={62} height={62} label="Accum." />}
      <Part {...press("metering-device")}>
        <rect x="556" y="262" width="56" height="44" fill="transparent" />
        <path d="M562 270 L606 298 V270 L562 298 Z" fill={FIELD} stroke={INK} strokeWidth="2" />
        <Label x={640} y={289} anchor="end">
          {""}
        </Label>
      </Part>
      <text x="556" y="290" fontSize="13" fill={INK} textAnchor="end">
        {metering === "orifice-tube" ? "orifice" : "valve"}
      </text>
      <Port {...press("high-port")} x={534} y={72} letter="H" />
      <Port {...press("low-port")} x={192} y={334} letter="L" />
      {parts.map((part) => (
        <NoteTag key={part} part={part} mark={marks[part] ?? markOf(part, notes)} />
      ))}
    </svg>
  );
}

/** Vapour dotted, boiling or condensing hatched, liquid solid: told by pattern, not by colour alone. */
export function Patterns() {
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
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    onSelect(part);
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: an SVG group cannot be a button element
    <g
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${partNames[part]}${noted ? ", noted" : ""}`}
      onClick={() => onSelect(part)}
      onKeyDown={onKeyDown}
      style={{ cursor: "pointer", filter: selected ? "drop-shadow(0 0 5px var(--chakra-colors-act))" : undefined }}
    >
      {children}
    </g>
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
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx="6"
        fill={FIELD}
        stroke={part.selected ? "var(--chakra-colors-act)" : INK}
        strokeWidth={part.selected ? 3 : 2}
      />
      <Label x={x + width / 2} y={y + height / 2 + 5}>
        {label}
      </Label>
    </Part>
  );
}

function Port({ x, y, letter, ...part }: PartProps & { x: number; y: number; letter: string }) {
  return (
    <Part {...part}>
      <circle cx={x} cy={y} r="22" fill="transparent" />
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
  children,
}: {
  x: number;
  y: number;
  anchor?: "middle" | "end";
  plate?: boolean;
  children: string;
}) {
  return (
    <>
      {plate && <rect x={x - 46} y={y - 15} width="92" height="21" rx="4" fill={FIELD} opacity="0.92" />}
      <text x={x} y={y} fontSize="14" fontWeight="600" fill={INK} textAnchor={anchor}>
        {children}
      </text>
    </>
  );
}

/** What was noted at a part. */
function markOf(part: PartId, notes: readonly Observation[]): BoardMark | null {
  const words = notes.filter((note) => note.part === part).map((note) => signNames[note.sign].toLowerCase());
  if (words.length === 0) return null;
  const text = words.length > 2 ? `${words.slice(0, 2).join(", ")} +${words.length - 2}` : words.join(", ");
  return { text, tone: "act" };
}

/** A tag beside a part. */
function NoteTag({ part, mark }: { part: PartId; mark: BoardMark | null }) {
  if (mark === null) return null;
  const { text, tone } = mark;
  const [x, y] = tags[part];
  const width = text.length * 7.2 + 16;
  const left = Math.min(Math.max(x - width / 2, 2), 658 - width);
  return (
    <g pointerEvents="none">
      <rect x={left} y={y + 14} width={width} height="22" rx="4" fill={`var(--chakra-colors-${tone})`} />
      <text
        x={left + width / 2}
        y={y + 30}
        fontSize="13"
        fontWeight="650"
        fill="var(--chakra-colors-on-act)"
        textAnchor="middle"
      >
        {text}
      </text>
    </g>
  );
}
