/** The drawing of a trace as an option of the chart library: what is shown where, from the store to pixels. */

import type { EChartsCoreOption } from "echarts/core";
import type { TraceChannel } from "@/core/readings/channels";
import type { TraceEvent, TraceStore } from "@/core/readings/stream/trace-store";
import type { Figures } from "@/core/units/figures";
import { formatNumber, fromBase, toBase, type UnitId, units } from "@/core/units/units";
import { traceOptionText } from "@/words/screens/pictures";
import { niceTicks } from "../nice-ticks";
import { CHART_FONT, type ChartInks } from "./use-echart";

export interface TraceDrawing {
  trace: TraceStore;
  endS: number;
  minutes: number;
  temperatures: readonly TraceChannel[];
  figures: Figures;
  /** Size of the whole drawing, px. */
  width: number;
  inks: ChartInks;
  /** Drawn low, to stand on one screen with the other pictures. */
  low?: boolean;
}

/** Where things stand, px. */
const LEFT = 46;
const RIGHT = 96;
interface Sheet {
  top: number;
  height: number;
}
interface Sheets {
  pressures: Sheet;
  temperatures: Sheet;
  states: Sheet;
  /** Ticks up a sheet of pressures and of temperatures. */
  steps: readonly [number, number];
}
const wholeSheets: Sheets = {
  pressures: { top: 44, height: 132 },
  temperatures: { top: 206, height: 112 },
  states: { top: 330, height: 18 },
  steps: [4, 3],
};
/** Beside towers and circuit, on one screen with them. */
const lowSheets: Sheets = {
  pressures: { top: 22, height: 46 },
  temperatures: { top: 79, height: 30 },
  states: { top: 113, height: 14 },
  steps: [2, 2],
};
export const TRACE_HEIGHT = { whole: 380, low: 146 } as const;
const LABEL_GAP = 15;
const LABEL_ROOM = 10;
const COLUMN_PX = 2;

interface Line {
  channel: TraceChannel;
  name: string;
  colour: keyof ChartInks;
  type: "solid" | "dashed" | "dotted";
}

/** Round ticks want fewer decimals than readings. */
const axisDecimals: Partial<Record<UnitId, number>> = { bar: 1, psi: 0, degC: 0, degF: 0 };

/** A side keeps its colour in pressure and temperature; what is dashed is a temperature of that side. */
const pressureLines: Line[] = [
  { channel: "high", name: "high", colour: "ink", type: "solid" },
  { channel: "low", name: "low", colour: "low", type: "solid" },
];
const temperatureLines: Line[] = [
  { channel: "vent", name: "vent", colour: "vent", type: "solid" },
  { channel: "suction", name: traceOptionText.suctionLine, colour: "low", type: "dashed" },
  { channel: "liquid", name: traceOptionText.liquidLine, colour: "ink", type: "dashed" },
  { channel: "discharge", name: "discharge", colour: "ink", type: "dotted" },
  { channel: "ambient", name: "ambient", colour: "soft", type: "dotted" },
];

export function traceOption(drawing: TraceDrawing): EChartsCoreOption {
  const { trace, endS, minutes, inks, figures, low = false } = drawing;
  const sheets = low ? lowSheets : wholeSheets;
  const pressureUnit = figures.unit("kPa");
  const temperatureUnit = figures.unit("degC");
  const fromS = endS - minutes * 60;
  const plotPx = Math.max(drawing.width - LEFT - RIGHT, 60);
  const columns = Math.max(20, Math.floor(plotPx / COLUMN_PX));
  const read = (lines: Line[]) =>
    lines.map((line) => ({ line, points: trace.line(line.channel, fromS, endS, columns) }));
  const pressures = read(pressureLines);
  const temperatures = read(temperatureLines.filter(({ channel }) => drawing.temperatures.includes(channel)));
  const pressureScale = scaleOf(pressures, { floor: 0, least: 600, unit: pressureUnit, steps: sheets.steps[0] });
  const temperatureScale = scaleOf(temperatures, {
    floor: null,
    least: 12,
    unit: temperatureUnit,
    steps: sheets.steps[1],
  });
  const minute = (time: number) => (time - endS) / 60;
  const x = (time: number) => LEFT + ((time - fromS) / (endS - fromS)) * plotPx;

  const series = [
    ...pressures.map(({ line, points }) => lineSeries(line, points, 0, inks, minute)),
    ...temperatures.map(({ line, points }) => lineSeries(line, points, 1, inks, minute)),
    stateStrip(drawing, fromS, minute),
  ];
  const labels = [
    ...endLabels(pressures, pressureScale, sheets.pressures, drawing),
    ...endLabels(temperatures, temperatureScale, sheets.temperatures, drawing),
  ];
  const title = (text: string, top: number) => ({
    type: "text",
    left: 2,
    top,
    silent: true,
    style: { text, fill: inks.soft, font: `12px ${CHART_FONT}` },
  });
  return {
    animation: false,
    textStyle: { fontFamily: CHART_FONT, fontSize: 14 },
    grid: [sheets.pressures, sheets.temperatures, sheets.states].map((place) => ({
      left: LEFT,
      right: RIGHT,
      ...place,
    })),
    xAxis: [timeAxis(0, false, drawing), timeAxis(1, false, drawing), timeAxis(2, true, drawing)],
    yAxis: [
      valueAxis(0, pressureScale, pressureUnit, drawing),
      valueAxis(1, temperatureScale, temperatureUnit, drawing),
      { type: "value" as const, gridIndex: 2, min: 0, max: 1, show: false },
    ],
    series,
    graphic: [
      title(
        low ? units[pressureUnit].label : traceOptionText.gauge(units[pressureUnit].label),
        sheets.pressures.top - 19,
      ),
      // Low, the two sheets lie too near for another line of words: the unit stands at its ticks.
      ...(low ? [] : [title(units[temperatureUnit].label, sheets.temperatures.top - 19)]),
      ...labels,
      ...eventMarks(trace.events, fromS, x, drawing, sheets),
    ],
  };
}

type Read = { line: Line; points: [number, number][] }[];

interface Scale {
  min: number;
  max: number;
  interval: number;
}

/** The scale of a sheet at its left edge. */
function valueAxis(gridIndex: number, scale: Scale, unit: UnitId, { inks, low = false }: TraceDrawing) {
  return {
    type: "value" as const,
    gridIndex,
    min: scale.min,
    max: scale.max,
    interval: scale.interval,
    axisLine: { show: false, onZero: false },
    axisTick: { show: false },
    axisLabel: {
      color: inks.soft,
      formatter: (value: number) => {
        const text = formatNumber(value, unit, axisDecimals[unit] ?? units[unit].decimals);
        if (!low || gridIndex === 0) return text;
        // Low, there is room for the ends of the scale only, and none for its unit above them.
        return value === scale.min || value === scale.max ? `${text}°` : "";
      },
    },
    splitLine: { lineStyle: { color: inks.line } },
  };
}

/** Minutes before the newest sample. */
function timeAxis(gridIndex: number, show: boolean, { minutes, inks }: TraceDrawing) {
  return {
    type: "value" as const,
    gridIndex,
    min: -minutes,
    max: 0,
    interval: minutes <= 2 ? 0.5 : minutes / 3,
    axisLabel: {
      show,
      color: inks.soft,
      formatter: (value: number) => (value === 0 ? "now" : traceOptionText.min(Number(value.toFixed(1)))),
    },
    axisTick: { show },
    splitLine: { show: false },
    axisLine: { show, onZero: false, lineStyle: { color: inks.soft } },
  };
}

/** A scale of round numbers in the unit shown, in base units, that holds all lines. */
function scaleOf(
  read: Read,
  { floor, least, unit, steps }: { floor: number | null; least: number; unit: UnitId; steps: number },
): Scale {
  let low = floor ?? Number.POSITIVE_INFINITY;
  let high = floor === null ? Number.NEGATIVE_INFINITY : floor + least;
  for (const { points } of read) {
    for (const [, value] of points) {
      if (value < low) low = value;
      if (value > high) high = value;
    }
  }
  if (!Number.isFinite(low)) [low, high] = [0, least];
  // At least some kelvin, so that a probe's noise does not fill the sheet.
  const pad = Math.max(0, least - (high - low)) / 2;
  const ticks = niceTicks(fromBase(low - pad, unit), fromBase(high + pad, unit), steps);
  const step = ticks.length > 1 ? ticks[1]! - ticks[0]! : least;
  // The first round value may lie above the lowest reading.
  const first = ticks[0]! > fromBase(low - pad, unit) ? ticks[0]! - step : ticks[0]!;
  const min = toBase(first, unit);
  const max = toBase(ticks.at(-1)!, unit);
  return { min, max, interval: toBase(first + step, unit) - min };
}

function lineSeries(
  line: Line,
  points: [number, number][],
  axis: number,
  inks: ChartInks,
  minute: (time: number) => number,
) {
  return {
    id: line.channel,
    type: "line" as const,
    xAxisIndex: axis,
    yAxisIndex: axis,
    showSymbol: false,
    silent: true,
    connectNulls: false,
    lineStyle: { width: axis === 0 ? 2.2 : 1.8, color: inks[line.colour], type: line.type },
    data: points.map(([time, value]) => [minute(time), Number.isNaN(value) ? null : value]),
  };
}

/** Names at the right end, moved apart where they would meet. */
function endLabels(read: Read, scale: Scale, place: { top: number; height: number }, drawing: TraceDrawing) {
  const spots = read
    .flatMap(({ line, points }) => {
      const last = points.at(-1);
      if (!last || Number.isNaN(last[1])) return [];
      const y = place.top + ((scale.max - last[1]) / (scale.max - scale.min)) * place.height;
      // Drawn low, the button that opens it reaches down to the first sheet.
      const highest = place.top + (drawing.low ? 6 : 0);
      return [{ line, y: Math.min(Math.max(y, highest), place.top + place.height) }];
    })
    .sort((a, b) => a.y - b.y);
  for (let i = 1; i < spots.length; i++) spots[i]!.y = Math.max(spots[i]!.y, spots[i - 1]!.y + LABEL_GAP);
  const over = (spots.at(-1)?.y ?? 0) - (place.top + place.height + 6);
  // Pushed below the sheet: the whole stack moves up again.
  if (over > 0) {
    for (let i = spots.length - 1, most = place.top + place.height + 6; i >= 0; i--, most -= LABEL_GAP) {
      spots[i]!.y = Math.min(spots[i]!.y, most);
    }
  }
  return spots.map(({ line, y }) => ({
    type: "text",
    id: `name-${line.channel}`,
    left: drawing.width - RIGHT + 6,
    top: y - 8,
    silent: true,
    style: { text: line.name, fill: drawing.inks[line.colour], font: `14px ${CHART_FONT}` },
  }));
}

/** Steadiness of the stream as a strip: steady, cycling, drifting. */
function stateStrip({ trace, endS, inks, minutes, width }: TraceDrawing, fromS: number, minute: (t: number) => number) {
  const wideS = (64 / Math.max(width - LEFT - RIGHT, 60)) * minutes * 60;
  const areas = trace.stretches
    .filter(({ to }) => to > fromS)
    .map(({ from, to, state }) => {
      const start = Math.max(from, fromS);
      const settled = state === "steady";
      return [
        {
          xAxis: minute(start),
          yAxis: 0,
          itemStyle: {
            color: settled ? inks.settled : state === "waiting" ? inks.line : inks.moving,
            opacity: state === "waiting" ? 0.5 : 1,
          },
          label: {
            show: to - start > wideS,
            position: "inside",
            color: inks.ink,
            fontSize: 12,
            formatter: state === "waiting" ? "watching" : state,
          },
        },
        { xAxis: minute(Math.min(to, endS)), yAxis: 1 },
      ];
    });
  return {
    id: "states",
    type: "line" as const,
    xAxisIndex: 2,
    yAxisIndex: 2,
    silent: true,
    data: [],
    markArea: { silent: true, animation: false, data: areas },
  };
}

/** A line down both sheets for each event; named where there is room, readings taken before all others. */
function eventMarks(
  events: readonly TraceEvent[],
  fromS: number,
  x: (time: number) => number,
  { inks, width }: TraceDrawing,
  { pressures, states }: Sheets,
) {
  const shown = events.filter(({ time }) => time > fromS);
  const named: { from: number; to: number }[] = [];
  const foot = states.top + states.height;
  const order = [...shown].sort((a, b) => weight(b) - weight(a) || b.time - a.time);
  const withName = new Set<TraceEvent>();
  for (const event of order) {
    const at = x(event.time);
    const from = labelLeft(at, event.text, width);
    const to = from + labelWidth(event.text);
    if (named.some((other) => from < other.to + LABEL_ROOM && to > other.from - LABEL_ROOM)) continue;
    named.push({ from, to });
    withName.add(event);
  }
  return shown.flatMap((event, i) => {
    const at = x(event.time);
    const taken = event.kind === "taken";
    const small = event.kind === "clutch" || event.kind === "fan";
    const rule = {
      type: "line",
      id: `event-${i}`,
      silent: true,
      shape: { x1: at, x2: at, y1: small && !withName.has(event) ? states.top : pressures.top - 4, y2: foot },
      style: { stroke: taken ? inks.vent : inks.soft, lineWidth: taken ? 2 : 1, lineDash: taken ? undefined : [3, 3] },
    };
    if (!withName.has(event)) return [rule];
    const text = {
      type: "text",
      id: `event-name-${i}`,
      // Over the plot only: beside it stand the names of the lines.
      left: labelLeft(at, event.text, width),
      top: 5,
      silent: true,
      style: { text: event.text, fill: taken ? inks.vent : inks.soft, font: `14px ${CHART_FONT}` },
    };
    return [rule, text];
  });
}

const labelWidth = (text: string) => 7.2 * text.length;
/** Left end of an event's name: over the plot, short of the names of the lines. */
const labelLeft = (at: number, text: string, width: number) =>
  Math.max(LEFT, Math.min(at - 4, width - RIGHT - labelWidth(text)));

function weight({ kind }: TraceEvent): number {
  return { taken: 4, mark: 3, engine: 2, fan: 1, clutch: 0 }[kind];
}
