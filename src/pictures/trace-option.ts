/** The drawing of a trace as an option of the chart library: what is shown where, from the store to pixels. */

import type { EChartsCoreOption } from "echarts/core";
import type { TraceChannel } from "@/core/readings/channels";
import type { TraceEvent, TraceStore } from "@/core/readings/stream/trace-store";
import type { Figures } from "@/core/units/figures";
import { formatNumber, fromBase, toBase, type UnitId, units } from "@/core/units/units";
import { niceTicks } from "./nice-ticks";
import { CHART_FONT, type ChartInks } from "./use-echart";

export interface TraceDrawing {
  trace: TraceStore;
  endS: number;
  minutes: number;
  temperatures: readonly TraceChannel[];
  figures: Figures;
  /** Of the whole drawing, px. */
  width: number;
  inks: ChartInks;
}

/** Where things stand, px. */
const LEFT = 46;
const RIGHT = 96;
const PRESSURES = { top: 44, height: 132 };
const TEMPERATURES = { top: 206, height: 112 };
const STATES = { top: 330, height: 18 };
const LABEL_GAP = 15;
const EVENT_GAP = 74;
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
  { channel: "suction", name: "suction line", colour: "low", type: "dashed" },
  { channel: "liquid", name: "liquid line", colour: "ink", type: "dashed" },
  { channel: "discharge", name: "discharge", colour: "ink", type: "dotted" },
  { channel: "ambient", name: "ambient", colour: "soft", type: "dotted" },
];

export function traceOption(drawing: TraceDrawing): EChartsCoreOption {
  const { trace, endS, minutes, inks, figures } = drawing;
  const pressureUnit = figures.unit("kPa");
  const temperatureUnit = figures.unit("degC");
  const fromS = endS - minutes * 60;
  const plotPx = Math.max(drawing.width - LEFT - RIGHT, 60);
  const columns = Math.max(20, Math.floor(plotPx / COLUMN_PX));
  const read = (lines: Line[]) =>
    lines.map((line) => ({ line, points: trace.line(line.channel, fromS, endS, columns) }));
  const pressures = read(pressureLines);
  const temperatures = read(temperatureLines.filter(({ channel }) => drawing.temperatures.includes(channel)));
  const pressureScale = scaleOf(pressures, { floor: 0, least: 600, unit: pressureUnit, steps: 4 });
  const temperatureScale = scaleOf(temperatures, { floor: null, least: 12, unit: temperatureUnit, steps: 3 });
  const minute = (time: number) => (time - endS) / 60;
  const x = (time: number) => LEFT + ((time - fromS) / (endS - fromS)) * plotPx;

  const series = [
    ...pressures.map(({ line, points }) => lineSeries(line, points, 0, inks, minute)),
    ...temperatures.map(({ line, points }) => lineSeries(line, points, 1, inks, minute)),
    stateStrip(drawing, fromS, minute),
  ];
  const labels = [
    ...endLabels(pressures, pressureScale, PRESSURES, drawing),
    ...endLabels(temperatures, temperatureScale, TEMPERATURES, drawing),
  ];
  const axis = (gridIndex: number, scale: Scale, unit: UnitId) => ({
    type: "value" as const,
    gridIndex,
    min: scale.min,
    max: scale.max,
    interval: scale.interval,
    axisLine: { show: false, onZero: false },
    axisTick: { show: false },
    axisLabel: {
      color: inks.soft,
      formatter: (value: number) => formatNumber(value, unit, axisDecimals[unit] ?? units[unit].decimals),
    },
    splitLine: { lineStyle: { color: inks.line } },
  });
  const time = (gridIndex: number, show: boolean) => ({
    type: "value" as const,
    gridIndex,
    min: -minutes,
    max: 0,
    interval: minutes <= 2 ? 0.5 : minutes / 3,
    axisLabel: {
      show,
      color: inks.soft,
      formatter: (value: number) => (value === 0 ? "now" : `${Number(value.toFixed(1))} min`),
    },
    axisTick: { show },
    splitLine: { show: false },
    axisLine: { show, onZero: false, lineStyle: { color: inks.soft } },
  });
  const title = (text: string, top: number) => ({
    type: "text",
    left: 2,
    top,
    silent: true,
    style: { text, fill: inks.soft, font: `12px ${CHART_FONT}` },
  });
  return {
    animation: false,
    textStyle: { fontFamily: CHART_FONT, fontSize: 13 },
    grid: [PRESSURES, TEMPERATURES, STATES].map((place) => ({ left: LEFT, right: RIGHT, ...place })),
    xAxis: [time(0, false), time(1, false), time(2, true)],
    yAxis: [
      axis(0, pressureScale, pressureUnit),
      axis(1, temperatureScale, temperatureUnit),
      { type: "value" as const, gridIndex: 2, min: 0, max: 1, show: false },
    ],
    series,
    graphic: [
      title(`${units[pressureUnit].label} gauge`, PRESSURES.top - 19),
      title(units[temperatureUnit].label, TEMPERATURES.top - 19),
      ...labels,
      ...eventMarks(trace.events, fromS, x, inks),
    ],
  };
}

type Read = { line: Line; points: [number, number][] }[];

interface Scale {
  min: number;
  max: number;
  interval: number;
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
      return [{ line, y: Math.min(Math.max(y, place.top), place.top + place.height) }];
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

/** How settled the stream was, as a strip: what stood still, what cycled, what moved. */
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
function eventMarks(events: readonly TraceEvent[], fromS: number, x: (time: number) => number, inks: ChartInks) {
  const shown = events.filter(({ time }) => time > fromS);
  const named: number[] = [];
  const foot = STATES.top + STATES.height;
  const order = [...shown].sort((a, b) => weight(b) - weight(a) || b.time - a.time);
  const withName = new Set<TraceEvent>();
  for (const event of order) {
    const at = x(event.time);
    if (named.some((other) => Math.abs(other - at) < EVENT_GAP)) continue;
    named.push(at);
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
      shape: { x1: at, x2: at, y1: small && !withName.has(event) ? STATES.top : PRESSURES.top - 4, y2: foot },
      style: { stroke: taken ? inks.vent : inks.soft, lineWidth: taken ? 2 : 1, lineDash: taken ? undefined : [3, 3] },
    };
    if (!withName.has(event)) return [rule];
    const text = {
      type: "text",
      id: `event-name-${i}`,
      left: Math.max(LEFT, at - 4),
      top: 6,
      silent: true,
      style: { text: event.text, fill: taken ? inks.vent : inks.soft, font: `13px ${CHART_FONT}` },
    };
    return [rule, text];
  });
}

function weight({ kind }: TraceEvent): number {
  return { taken: 4, mark: 3, engine: 2, fan: 1, clutch: 0 }[kind];
}
