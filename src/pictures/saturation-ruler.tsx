"use client";

import { type PointerEvent, useEffect, useRef, useState } from "react";
import {
  type CandidateName,
  candidateRangeC,
  candidateSaturationC,
  candidateSaturationKpa,
} from "@/core/fluids/identification";
import { formatNumber, formatQuantity, fromBase, toBase, type UnitId } from "@/core/units/units";
import { commonText } from "@/words/screens/common";
import { saturationRulerText } from "@/words/screens/desk-pictures";
import { plainScale } from "./axis";
import { Drawing, svgClass } from "./drawing";

interface Mark {
  name: "Low" | "High";
  /** Saturation temperature, degC; null where there is none. */
  temperatureC: number | null;
  /** Uncertainty, K. */
  errorK: number | null;
}

interface SaturationRulerProps {
  refrigerant: CandidateName;
  atmosphereKpa: number;
  low: Omit<Mark, "name">;
  high: Omit<Mark, "name">;
  pressureUnit: UnitId;
  temperatureUnit: UnitId;
  /** Somebody pulls a mark to this temperature, degC. */
  onMove: (side: "low" | "high", temperatureC: number) => void;
}

/** Before it is known how wide it may be. */
const USUAL_WIDTH = 1120;
const HEIGHT = 148;
const LEFT = 26;
const LINE_Y = 74;
/** The stretch that is shown, as far as the refrigerant has one, degC. */
const SHOWN_C = { from: -40, to: 90 };
/** A key moves a mark by this much, K; with Shift by ten times. */
const STEP_K = 0.5;
/** Numbers on the scale stand at least this far apart. */
const APART = 46;

/** One long rule: temperature above, pressure below, a mark for each side that can be pulled or moved by the arrow keys. */
export function SaturationRuler(props: SaturationRulerProps) {
  const { refrigerant, atmosphereKpa, low, high, pressureUnit, temperatureUnit, onMove } = props;
  const svg = useRef<SVGSVGElement>(null);
  // Drawn as wide as it is shown: its numbers are as large on a tablet as on a bench.
  const [width, setWidth] = useState(USUAL_WIDTH);
  useEffect(() => {
    const drawn = svg.current;
    if (drawn === null || typeof ResizeObserver === "undefined") return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.max(320, entry.contentRect.width)));
    watch.observe(drawn);
    return () => watch.disconnect();
  }, []);
  const right = width - LEFT;
  const range = candidateRangeC(refrigerant);
  const least = Math.max(SHOWN_C.from, range.min);
  const most = Math.min(SHOWN_C.to, range.max);
  const x = plainScale({ least, most, from: LEFT, to: right }, true);
  const back = plainScale({ least: LEFT, most: right, from: least, to: most }, true);
  const gauge = (t: number) => candidateSaturationKpa(refrigerant, t) - atmosphereKpa;
  const temperatures = spaced(
    ticksOf(fromBase(least, temperatureUnit), fromBase(most, temperatureUnit), 10).map((value) => {
      const base = toBase(value, temperatureUnit);
      return { base, at: x(base) };
    }),
  );
  const pressures = spaced(
    pressureSteps(fromBase(gauge(least), pressureUnit), fromBase(gauge(most), pressureUnit)).flatMap((value) => {
      const base = toBase(value, pressureUnit);
      const t = candidateSaturationC(refrigerant, base + atmosphereKpa);
      return t === null ? [] : [{ base, at: x(t) }];
    }),
  );
  const pull = (side: "low" | "high") => (event: PointerEvent<SVGGElement>) => {
    if (event.buttons === 0 || svg.current === null) return;
    const box = svg.current.getBoundingClientRect();
    onMove(side, back(((event.clientX - box.left) / box.width) * width));
  };
  return (
    <Drawing ref={svg} width="100%" height={HEIGHT} style={{ display: "block", touchAction: "none" }}>
      <title>{saturationRulerText.saturationOfTemperatureAbovePressure(refrigerant)}</title>
      <rect
        x={LEFT}
        y={LINE_Y - 9}
        width={right - LEFT}
        height="18"
        fill="var(--chakra-colors-field)"
        stroke="var(--chakra-colors-edge)"
      />
      {temperatures.map(({ base, at }) => (
        <g key={base}>
          <line x1={at} x2={at} y1={LINE_Y - 17} y2={LINE_Y - 9} stroke="var(--chakra-colors-edge)" />
          <text x={at} y={LINE_Y - 22} className={svgClass(14)} textAnchor="middle" fill="var(--chakra-colors-soft)">
            {formatNumber(base, temperatureUnit, 0)}
          </text>
        </g>
      ))}
      {pressures.map(({ base, at }) => (
        <g key={base}>
          <line x1={at} x2={at} y1={LINE_Y + 9} y2={LINE_Y + 17} stroke="var(--chakra-colors-edge)" />
          <text x={at} y={LINE_Y + 33} className={svgClass(14)} textAnchor="middle" fill="var(--chakra-colors-soft)">
            {formatNumber(base, pressureUnit, pressureUnit === "bar" ? 1 : 0)}
          </text>
        </g>
      ))}
      {(
        [
          { name: commonText.low, side: "low", ...low },
          { name: commonText.high, side: "high", ...high },
        ] as const
      ).map(({ name, side, temperatureC, errorK }) => {
        if (temperatureC === null) return null;
        const at = x(temperatureC);
        const colour = side === "low" ? "var(--chakra-colors-low-side)" : "var(--chakra-colors-ink)";
        const words = `${name} ${formatQuantity(gauge(temperatureC), pressureUnit)}, ${formatQuantity(temperatureC, temperatureUnit)}`;
        const wide = errorK === null ? 0 : Math.max(0, x(temperatureC + errorK) - x(temperatureC - errorK));
        const up = side === "low";
        return (
          <g
            key={side}
            role="slider"
            tabIndex={0}
            aria-label={saturationRulerText.sideOnTheScale(name)}
            aria-valuemin={Math.round(least)}
            aria-valuemax={Math.round(most)}
            aria-valuenow={Math.round(temperatureC * 10) / 10}
            aria-valuetext={words}
            style={{ cursor: "ew-resize" }}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              pull(side)(event);
            }}
            onPointerMove={pull(side)}
            onKeyDown={(event) => {
              const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
              if (way === undefined) return;
              event.preventDefault();
              onMove(side, Math.min(most, Math.max(least, temperatureC + way * STEP_K * (event.shiftKey ? 10 : 1))));
            }}
          >
            <rect x={at - 24} y={up ? 0 : LINE_Y - 12} width="48" height={LINE_Y + 12} fill="transparent" />
            <rect x={at - wide / 2} y={LINE_Y - 8} width={wide} height="16" fill={colour} opacity="0.22" />
            <line
              x1={at}
              x2={at}
              y1={up ? 26 : LINE_Y - 9}
              y2={up ? LINE_Y + 9 : HEIGHT - 26}
              stroke={colour}
              strokeWidth="4"
            />
            <Tag within={width} at={at} y={up ? 4 : HEIGHT - 26} colour={colour} text={name} />
          </g>
        );
      })}
    </Drawing>
  );
}

const TAG = { width: 58, height: 24 };

function Tag({ within, at, y, colour, text }: { within: number; at: number; y: number; colour: string; text: string }) {
  const x = Math.min(Math.max(at - TAG.width / 2, 0), within - TAG.width);
  return (
    <>
      <rect x={x} y={y} width={TAG.width} height={TAG.height} rx="5" fill={colour} />
      <text
        x={x + TAG.width / 2}
        y={y + 17}
        className={svgClass(14)}
        fontWeight="600"
        textAnchor="middle"
        fill="var(--chakra-colors-on-ink)"
      >
        {text}
      </text>
    </>
  );
}

/** Multiples of a step from one value to another. */
function ticksOf(from: number, to: number, step: number): number[] {
  const first = Math.ceil(from / step);
  return Array.from({ length: Math.max(0, Math.floor(to / step) - first + 1) }, (_, i) => (first + i) * step);
}

/** Round pressures, dense where the line is steep: as on a slide rule the step grows with the value. */
function pressureSteps(from: number, to: number): number[] {
  const scale = to > 100 ? (to > 1000 ? 50 : 10) : 0.5;
  return [1, 2, 5, 10].flatMap((factor, i, all) => {
    const step = scale * factor;
    const least = i === 0 ? from : (to * factor) / 14;
    const most = i === all.length - 1 ? to : (to * all[i + 1]!) / 14;
    return ticksOf(least, most, step);
  });
}

/** So many of them that no two numbers touch. */
function spaced<Place extends { at: number }>(places: readonly Place[]): Place[] {
  const kept: Place[] = [];
  for (const place of [...places].sort((a, b) => a.at - b.at)) {
    if (kept.length === 0 || place.at - kept.at(-1)!.at >= APART) kept.push(place);
  }
  return kept;
}
