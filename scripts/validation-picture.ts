/** Draws docs/model-validation.svg: the model against readings that are not its own, its plateau, its transient. `npm run validation`. */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import * as echarts from "echarts";
import { makePlant } from "../src/core/circuit/steady/plant";
import { solveSteady } from "../src/core/circuit/steady/steady";
import { CircuitSimulation } from "../src/core/circuit/time/simulation";
import { simulate } from "../src/core/instruments/simulate";
import { checkSimulate } from "../src/core/instruments/simulate-request";
import { usualDay, vehicleOf } from "../tests/support/vehicles";

const root = path.resolve(import.meta.dirname, "..");
type Point = [number, number];

/** Readings of the development cases against what the model shows with each case's true faults and charge. */
function againstCases(): { low: Point[]; high: Point[] } {
  const low: Point[] = [];
  const high: Point[] = [];
  for (const line of readFileSync(path.join(root, "src/core/diagnosis/cases-dev.jsonl"), "utf8").trim().split("\n")) {
    const given = JSON.parse(line);
    const byCharge = ["none", "undercharge", "overcharge", "air"];
    const checked = checkSimulate({
      vehicle: given.vehicle,
      conditions: given.conditions,
      charge: { fraction: given.truth.chargeG / given.vehicle.chargeG },
      airG: given.truth.airG,
      faults: given.truth.causes.filter(({ cause }: { cause: string }) => !byCharge.includes(cause)),
      rpm: given.running.map(({ rpm }: { rpm: number }) => rpm),
    });
    const test = checked.ok ? simulate(checked.value) : checked;
    if (!test.ok) throw new Error(`${given.id}: ${JSON.stringify(test.issue)}`);
    for (const [i, read] of given.running.entries()) {
      const shown = test.value.running![i]!;
      low.push([read.lowKpa, shown.lowKpa!]);
      high.push([read.highKpa, shown.highKpa!]);
    }
  }
  return { low, high };
}

const conditions = usualDay({ ambientC: 24, blowerPct: 80, rpm: 1500 });

function chargeCurve(ambientC: number, side: "highKpa" | "lowKpa"): Point[] {
  const points: Point[] = [];
  for (let share = 0.3; share <= 1.5; share += 0.02) {
    const plant = makePlant(vehicleOf(), { ...conditions, ambientC }, [], { chargeKg: 0.6 * share });
    const solved = solveSteady(plant);
    if (!solved.ok || solved.value.kind !== "running") continue;
    points.push([share * 100, solved.value.state[side] - plant.atmosphereKpa]);
  }
  return points;
}

function pullDown() {
  const plant = makePlant(vehicleOf(), conditions, []);
  const solved = solveSteady(plant);
  if (!solved.ok || solved.value.kind !== "running") throw new Error("no steady state");
  const { state } = solved.value;
  const run = new CircuitSimulation({ vehicle: vehicleOf(), conditions, faults: [] });
  run.setEngine(true, 1500);
  const low: Point[] = [];
  const high: Point[] = [];
  for (let t = 0; t <= 600; t += 2) {
    if (t === 240) run.setEngine(false);
    const now = run.truth();
    low.push([t, now.lowKpa]);
    high.push([t, now.highKpa]);
    run.advance(2);
  }
  return { low, high, steadyLow: state.lowKpa - plant.atmosphereKpa, steadyHigh: state.highKpa - plant.atmosphereKpa };
}

const INK = "#1c2326";
const LOW = "#1f6fae";
const SOFT = "#8a8577";
const cases = againstCases();
const time = pullDown();
const axis = (name: string, index: number, min?: number, max?: number) => ({
  gridIndex: index,
  name,
  nameLocation: "middle" as const,
  nameGap: 30,
  type: "value" as const,
  min,
  max,
  axisLabel: { color: INK },
  nameTextStyle: { color: INK },
  splitLine: { lineStyle: { color: "#e3dfd5" } },
});
const upright = (name: string, index: number, min?: number, max?: number) => ({
  ...axis(name, index, min, max),
  nameGap: 42,
});
const scatter = (data: Point[], index: number, color: string, max: number) => ({
  type: "scatter" as const,
  xAxisIndex: index,
  yAxisIndex: index,
  data,
  symbolSize: 6,
  itemStyle: { color, opacity: 0.7 },
  markLine: {
    symbol: "none",
    silent: true,
    lineStyle: { color: SOFT, type: "solid" as const },
    label: { show: false },
    data: [[{ coord: [0, 0] }, { coord: [max, max] }]] as never,
  },
});
const line = (name: string, data: Point[], index: number, color: string, dash: "solid" | "dashed" = "solid") => ({
  type: "line" as const,
  name,
  xAxisIndex: index,
  yAxisIndex: index,
  data,
  showSymbol: false,
  lineStyle: { color, width: 2, type: dash },
  endLabel: { show: true, formatter: name, color, distance: 4 },
});
const level = (data: Point[], index: number) => ({
  ...line("", data, index, SOFT, "dashed"),
  endLabel: { show: false },
});

const chart = echarts.init(null, null, { renderer: "svg", ssr: true, width: 1080, height: 820 });
chart.setOption({
  animation: false,
  backgroundColor: "#faf8f3",
  textStyle: { fontFamily: "sans-serif", fontSize: 13 },
  title: [
    { text: "Low side, other people's readings, kPa gauge", left: 60, top: 12 },
    { text: "High side, other people's readings, kPa gauge", left: 600, top: 12 },
    { text: "Charge curve, variable compressor", left: 60, top: 422 },
    { text: "Pull-down, shut off at 240 s; dashed: steady solver", left: 600, top: 422 },
  ].map((title) => ({ ...title, textStyle: { fontSize: 14, color: INK } })),
  grid: [
    { left: 70, top: 48, width: 400, height: 300 },
    { left: 610, top: 48, width: 400, height: 300 },
    { left: 70, top: 458, width: 340, height: 300 },
    { left: 610, top: 458, width: 370, height: 300 },
  ],
  xAxis: [
    axis("read", 0, 0, 800),
    axis("read", 1, 0, 2600),
    { ...axis("charge, % of label", 2, 30, 150), interval: 30 },
    axis("seconds", 3, 0, 600),
  ],
  yAxis: [
    upright("model", 0, 0, 800),
    upright("model", 1, 0, 2600),
    upright("kPa gauge", 2, 0, 2000),
    upright("kPa gauge", 3, 0, 1200),
  ],
  series: [
    scatter(cases.low, 0, LOW, 800),
    scatter(cases.high, 1, INK, 2600),
    line("high, 38 °C", chargeCurve(38, "highKpa"), 2, "#b8401c"),
    line("high, 24 °C", chargeCurve(24, "highKpa"), 2, INK),
    line("low, 24 °C", chargeCurve(24, "lowKpa"), 2, LOW),
    { ...line("high", time.high, 3, INK), endLabel: { show: false } },
    { ...line("low", time.low, 3, LOW), endLabel: { show: false } },
    level(
      [
        [0, time.steadyHigh],
        [240, time.steadyHigh],
      ],
      3,
    ),
    level(
      [
        [0, time.steadyLow],
        [240, time.steadyLow],
      ],
      3,
    ),
  ],
});
writeFileSync(path.join(root, "docs/model-validation.svg"), chart.renderToSVGString());
chart.dispose();

const apart = (points: Point[]) => {
  const off = points.map(([read, model]) => model - read).sort((a, b) => a - b);
  const at = (share: number) => off[Math.floor(share * (off.length - 1))]!.toFixed(0);
  return `median ${at(0.5)}, 10 to 90 % of them ${at(0.1)} to ${at(0.9)} kPa (${off.length} readings)`;
};
console.log(`low side, model minus reading: ${apart(cases.low)}`);
console.log(`high side, model minus reading: ${apart(cases.high)}`);
