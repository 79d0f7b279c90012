"use client";

import { type KeyboardEvent, type PointerEvent, type ReactNode, useMemo, useRef } from "react";
import {
  type CandidateName,
  candidateRangeC,
  candidateSaturationC,
  candidateSaturationKpa,
} from "@/core/fluids/identification";
import { isRefrigerant, type Refrigerant } from "@/core/fluids/refrigerants";
import { type DomePoints, type DomeSide, domeOf } from "@/core/readings/derive/cycle";
import type { Measured } from "@/core/readings/derive/measured";
import type { Side } from "@/core/readings/derive/quick";
import type { Figures } from "@/core/units/figures";
import { formatNumber, toBase } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { commonText } from "@/words/screens/common";
import { deskPictureText } from "@/words/screens/desk-pictures";
import { courseOf, logScale, plainScale } from "../axis";
import { Drawing, svgClass } from "../drawing";

interface DeskPictureProps {
  refrigerant: CandidateName;
  atmosphereKpa: number;
  /** Saturation temperature of each side, degC; null where there is none. */
  temperatures: Record<Side, number | null>;
  /** Readings as points; null for a refrigerant of which only saturation is known. */
  points: DomePoints | null;
  superheatK: Measured | null;
  subcoolingK: Measured | null;
  /** A line is dragged to this saturation temperature, degC. */
  onMove: (side: Side, temperatureC: number) => void;
}

const WIDTH = 860;
const HEIGHT = 530;
const PLOT = { left: 74, right: 846, top: 26, foot: 498 };
/** From where to where pressures are drawn, kPa absolute. */
const SHOWN_KPA = { least: 60, most: 3500 };
/** A key moves a line by this much, K; with Shift by ten times. */
const STEP_K = 0.5;
const TAG = { width: 84, height: 44 };
const INK = "var(--chakra-colors-ink)";
const SOFT = "var(--chakra-colors-soft)";
const sideColour = { low: "var(--chakra-colors-low-side)", high: INK } as const;

const y = logScale({ ...SHOWN_KPA, from: PLOT.foot, to: PLOT.top });

/** Pressure at a height of the drawing, kPa absolute. */
function pressureAt(height: number): number {
  const share = (PLOT.foot - height) / (PLOT.foot - PLOT.top);
  return SHOWN_KPA.least * (SHOWN_KPA.most / SHOWN_KPA.least) ** Math.min(Math.max(share, 0), 1);
}

/** Saturation as one picture: both pressures as lines that can be dragged, superheat and subcooling as lengths beside the dome. */
export function DeskPicture(props: DeskPictureProps) {
  const { refrigerant, atmosphereKpa, temperatures, onMove } = props;
  const figures = useFigures();
  const svg = useRef<SVGSVGElement>(null);
  const range = candidateRangeC(refrigerant);
  const drag = (side: Side) => (event: PointerEvent<SVGGElement>) => {
    if (event.buttons === 0 || svg.current === null) return;
    const box = svg.current.getBoundingClientRect();
    const t = candidateSaturationC(refrigerant, pressureAt(((event.clientY - box.top) / box.height) * HEIGHT));
    if (t !== null) onMove(side, t);
  };
  const step = (side: Side, temperatureC: number) => (event: KeyboardEvent) => {
    const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (way === undefined) return;
    event.preventDefault();
    const moved = temperatureC + way * STEP_K * (event.shiftKey ? 10 : 1);
    onMove(side, Math.min(range.max, Math.max(range.min, moved)));
  };
  return (
    <Drawing
      ref={svg}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: "block", touchAction: "none" }}
      role="group"
      aria-label={deskPictureText.name(refrigerant)}
    >
      <PressureGrid atmosphereKpa={atmosphereKpa} figures={figures} />
      {isRefrigerant(refrigerant) && props.points !== null ? (
        <Dome {...props} refrigerant={refrigerant} points={props.points} figures={figures} />
      ) : (
        <SaturationLine refrigerant={refrigerant} temperatures={temperatures} figures={figures} />
      )}
      {(["low", "high"] as const).map((side) => {
        const temperatureC = temperatures[side];
        if (temperatureC === null) return null;
        const kpa = candidateSaturationKpa(refrigerant, temperatureC);
        const gauge = figures.quantity(kpa - atmosphereKpa, "kPa");
        return (
          <g
            key={side}
            role="slider"
            tabIndex={0}
            aria-orientation="vertical"
            aria-label={deskPictureText.line(side === "low" ? commonText.low : commonText.high)}
            aria-valuemin={Math.round(range.min)}
            aria-valuemax={Math.round(range.max)}
            aria-valuenow={Math.round(temperatureC * 10) / 10}
            aria-valuetext={`${gauge}, ${figures.quantity(temperatureC, "degC")}`}
            style={{ cursor: "ns-resize" }}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              drag(side)(event);
            }}
            onPointerMove={drag(side)}
            onKeyDown={step(side, temperatureC)}
          >
            <PressureLine side={side} at={y(kpa)} />
          </g>
        );
      })}
    </Drawing>
  );
}

function PressureLine({ side, at }: { side: Side; at: number }) {
  const middle = Math.min(Math.max(at, TAG.height / 2), HEIGHT - TAG.height / 2);
  return (
    <>
      <rect x={PLOT.left} y={at - 14} width={PLOT.right - PLOT.left} height="28" fill="transparent" />
      <line x1={PLOT.left} x2={PLOT.right} y1={at} y2={at} stroke={sideColour[side]} strokeWidth="4" />
      <rect
        x={PLOT.left}
        y={middle - TAG.height / 2}
        width={TAG.width}
        height={TAG.height}
        rx="6"
        fill={sideColour[side]}
      />
      <text
        x={PLOT.left + TAG.width / 2}
        y={middle + 6}
        className={svgClass(18)}
        style={{ fontWeight: 600 }}
        textAnchor="middle"
        fill="var(--chakra-colors-sheet)"
      >
        {side === "low" ? commonText.low : commonText.high}
      </text>
    </>
  );
}

/** Lines at round gauge pressures of the unit that is read. */
function PressureGrid({ atmosphereKpa, figures }: { atmosphereKpa: number; figures: Figures }) {
  const unit = figures.unit("kPa");
  return (
    <>
      <text x={PLOT.left} y={14} className={svgClass(16)} fill={SOFT}>
        {deskPictureText.gauge(figures.label("kPa"))}
      </text>
      {gaugeSteps((shown) => y(toBase(shown, unit) + atmosphereKpa)).map(({ shown, at }) => (
        <g key={shown}>
          <line x1={PLOT.left} x2={PLOT.right} y1={at} y2={at} stroke="var(--chakra-colors-line)" />
          <text x={PLOT.left - 8} y={at + 5} className={svgClass(16)} textAnchor="end" fill={SOFT}>
            {formatNumber(toBase(shown, unit), unit, 0)}
          </text>
        </g>
      ))}
    </>
  );
}

/** Numbers of a pressure scale stand at least this far apart, in units of the drawing. */
const APART = 30;

/** Zero, and 1, 2 and 5 of each decade, as far as they have room. */
function gaugeSteps(heightOf: (shown: number) => number): { shown: number; at: number }[] {
  const values = [0, ...[1, 10, 100, 1000].flatMap((decade) => [decade, 2 * decade, 5 * decade])];
  const kept: { shown: number; at: number }[] = [];
  for (const shown of values) {
    const at = heightOf(shown);
    if (at < PLOT.top + 1 || at > PLOT.foot - 1) continue;
    if (kept.length > 0 && kept.at(-1)!.at - at < APART) continue;
    kept.push({ shown, at });
  }
  return kept;
}

interface DomeProps extends DeskPictureProps {
  refrigerant: Refrigerant;
  points: DomePoints;
  figures: Figures;
}

/** The dome of pressure and enthalpy with the points that were read. */
function Dome({ refrigerant, points, superheatK, subcoolingK, figures }: DomeProps) {
  const dome = useMemo(() => domeOf(refrigerant), [refrigerant]);
  const heats = [...dome.liquid, ...dome.vapour].map(([enthalpy]) => enthalpy);
  const known = [points.discharge, points.ideal, points.suction].filter((one) => one !== null);
  const x = plainScale({
    least: Math.min(...heats) - 12,
    most: Math.max(Math.max(...heats) + 60, ...known.map((one) => one + 12)),
    from: PLOT.left,
    to: PLOT.right,
  });
  const course = (points: readonly (readonly [number, number])[]) =>
    courseOf(points.map(([enthalpy, kpa]) => [x(enthalpy), y(kpa)] as const));
  const { low, high, suction, liquid } = points;
  return (
    <>
      <path
        d={`${course([...dome.liquid, ...dome.vapour.toReversed()])}Z`}
        fill="var(--chakra-colors-two-phase)"
        opacity="0.16"
      />
      <path d={course(dome.liquid)} fill="none" stroke={INK} strokeWidth="2" />
      <path d={course(dome.vapour)} fill="none" stroke={INK} strokeWidth="2" />
      <Region x={PLOT.left + 12} at={PLOT.top + 22} text={deskPictureText.liquid} anchor="start" />
      <Region
        x={(x(dome.liquid[0]![0]) + x(dome.vapour[0]![0])) / 2}
        at={PLOT.foot - 12}
        text={deskPictureText.mixture}
        anchor="middle"
      />
      <Region x={PLOT.right - 8} at={PLOT.foot - 12} text={deskPictureText.vapour} anchor="end" />
      <text x={(PLOT.left + PLOT.right) / 2} y={HEIGHT - 8} className={svgClass(16)} textAnchor="middle" fill={SOFT}>
        {deskPictureText.enthalpy(figures.label("kJkg"))}
      </text>
      {low && high && <CyclePaths points={points} low={low} high={high} x={x} />}
      {high && <SaturationNote side="high" at={high} x={x} figures={figures} />}
      {low && (
        <SaturationNote side="low" at={low} x={x} under={high !== null && crowded(low, high)} figures={figures} />
      )}
      {high && liquid !== null && subcoolingK !== null && (
        <Length
          from={x(liquid)}
          to={x(high.liquid)}
          at={y(high.kpa)}
          text={deskPictureText.subcooling(figures.quantity(subcoolingK.value, "K"))}
        />
      )}
      {low && suction !== null && superheatK !== null && (
        <Length
          from={x(low.vapour)}
          to={x(suction)}
          at={y(low.kpa)}
          text={deskPictureText.superheat(figures.quantity(superheatK.value, "K"))}
        />
      )}
    </>
  );
}

interface RegionProps {
  x: number;
  at: number;
  text: string;
  anchor: "start" | "middle" | "end";
}

function Region({ x, at, text, anchor }: RegionProps) {
  return (
    <text x={x} y={at} className={svgClass(16)} textAnchor={anchor} fill={SOFT}>
      {text}
    </text>
  );
}

/** Expansion, compression and lossless compression, as far as they were read. */
function CyclePaths({
  points,
  low,
  high,
  x,
}: {
  points: DomePoints;
  low: DomeSide;
  high: DomeSide;
  x: (enthalpy: number) => number;
}) {
  const { suction, liquid, discharge, ideal } = points;
  const [up, down] = [y(high.kpa), y(low.kpa)];
  const path = (d: string, look: { strokeWidth: number; strokeDasharray?: string }) => (
    <path d={d} fill="none" stroke={INK} {...look} />
  );
  return (
    <>
      {liquid !== null && path(`M${x(liquid)} ${up}V${down}`, { strokeWidth: 2, strokeDasharray: "6 5" })}
      {suction !== null &&
        ideal !== null &&
        path(`M${x(suction)} ${down}L${x(ideal)} ${up}`, { strokeWidth: 1.5, strokeDasharray: "2 5" })}
      {suction !== null &&
        discharge !== null &&
        path(`M${x(suction)} ${down}L${x(discharge)} ${up}`, { strokeWidth: 2, strokeDasharray: "6 5" })}
      {discharge !== null && <rect x={x(discharge) - 7} y={up - 7} width="14" height="14" fill={INK} />}
    </>
  );
}

/** Lines so close that their notes would overlap. */
const crowded = (low: DomeSide, high: DomeSide): boolean => Math.abs(y(low.kpa) - y(high.kpa)) < 28;

interface SaturationNoteProps {
  side: Side;
  at: DomeSide;
  x: (enthalpy: number) => number;
  /** Below the line, where the other side's stands above it. */
  under?: boolean;
  figures: Figures;
}

/** Saturation temperature of a side, at its line within the dome. */
function SaturationNote({ side, at, x, under = false, figures }: SaturationNoteProps) {
  const t = figures.quantity(at.temperatureC, "degC");
  return (
    <Haloed x={(x(at.liquid) + x(at.vapour)) / 2} y={y(at.kpa) + (under ? 26 : -12)} anchor="middle">
      {side === "low" ? deskPictureText.evaporatingAt(t) : deskPictureText.condensingAt(t)}
    </Haloed>
  );
}

/** A difference as a length under its line, with its amount. */
function Length({ from, to, at, text }: { from: number; to: number; at: number; text: string }) {
  const under = at + 16;
  const middle = (from + to) / 2;
  const half = text.length * 4.6;
  const held = Math.min(Math.max(middle, PLOT.left + half), PLOT.right - half);
  return (
    <g stroke={INK} strokeWidth="3">
      <path d={`M${from} ${under - 7}v14M${to} ${under - 7}v14M${from} ${under}H${to}`} fill="none" />
      <Haloed x={held} y={under + 26} anchor="middle">
        {text}
      </Haloed>
    </g>
  );
}

interface HaloedProps {
  x: number;
  y: number;
  anchor: "start" | "middle" | "end";
  children: ReactNode;
}

/** Text that stays readable over lines. */
function Haloed({ x, y, anchor, children }: HaloedProps) {
  return (
    <text
      x={x}
      y={y}
      className={svgClass(18)}
      style={{ fontWeight: 600, paintOrder: "stroke" }}
      stroke="var(--chakra-colors-sheet)"
      strokeWidth="5"
      textAnchor={anchor}
      fill={INK}
    >
      {children}
    </text>
  );
}

/** The saturation line against temperature, for a refrigerant without tables of enthalpy. */
function SaturationLine({
  refrigerant,
  temperatures,
  figures,
}: Pick<DeskPictureProps, "refrigerant" | "temperatures"> & { figures: Figures }) {
  const range = candidateRangeC(refrigerant);
  const x = plainScale({ least: range.min, most: range.max, from: PLOT.left + TAG.width, to: PLOT.right });
  const course = Array.from({ length: 61 }, (_, i) => range.min + (i * (range.max - range.min)) / 60).map(
    (t) => [x(t), y(candidateSaturationKpa(refrigerant, t))] as const,
  );
  return (
    <>
      <path d={courseOf(course)} fill="none" stroke={INK} strokeWidth="2" />
      {(["low", "high"] as const).map((side) => {
        const t = temperatures[side];
        if (t === null) return null;
        const at = y(candidateSaturationKpa(refrigerant, t));
        return (
          <g key={side}>
            <path d={`M${x(t)} ${at}V${PLOT.foot}`} stroke={INK} strokeWidth="2" strokeDasharray="6 5" />
            <Haloed x={x(t)} y={at - 12} anchor="middle">
              {figures.quantity(t, "degC")}
            </Haloed>
          </g>
        );
      })}
      <text x={PLOT.right} y={HEIGHT - 8} className={svgClass(16)} textAnchor="end" fill={SOFT}>
        {deskPictureText.temperature(figures.label("degC"))}
      </text>
    </>
  );
}
