/** `npm run facts`: sound cars of the population beside what workshops and trade charts see; prints the table, draws docs/population-facts.svg. */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import * as echarts from "echarts";
import { type FactRow, factRows } from "../tests/support/sound-cars";

const docs = path.resolve(import.meta.dirname, "../docs");
const rows = factRows(2000);

const numbers = (values: readonly number[]) =>
  values.map((value) => (Math.abs(value) < 20 ? value.toFixed(1) : value.toFixed(0))).join(" / ");
const table = [
  "| sound, engine warm, standing, no wind (5 / 50 / 95 %) | facts | 2 000 drawn cars |",
  "|---|---|---|",
  ...rows.map(({ what, unit, facts, shown }) => `| ${what}, ${unit} | ${facts.join(" / ")} | ${numbers(shown)} |`),
].join("\n");
console.log(table);

const model = path.join(docs, "model.md");
const text = readFileSync(model, "utf8");
writeFileSync(
  model,
  text.replace(
    /FACTS_TABLE|\| sound, engine warm[\s\S]*?\n(?=\n)/,
    `${table}\n`.replace(/\n$/, text.includes("FACTS_TABLE") ? "" : "\n"),
  ),
);

/** Each row on its own scale: 0 where the facts begin, 1 where they end. */
const share = ({ facts }: FactRow, value: number) => (value - facts[0]) / (facts[2] - facts[0]);
const chart = echarts.init(null, null, { renderer: "svg", ssr: true, width: 900, height: 520 });
const names = rows.map(({ what, unit, facts }) => `${what}  (${facts[0]} to ${facts[2]} ${unit})`);
const bars = (name: string, of: (row: FactRow) => readonly number[], offset: number, colour: string) => ({
  name,
  type: "custom" as const,
  itemStyle: { color: colour },
  data: rows.map((row, i) => [i, share(row, of(row)[0]!), share(row, of(row)[1]!), share(row, of(row)[2]!)]),
  renderItem: (_: unknown, api: echarts.CustomSeriesRenderItemAPI) => {
    const at = (x: number) => api.coord([x, api.value(0)]) as [number, number];
    const [from, middle, to] = [at(Number(api.value(1))), at(Number(api.value(2))), at(Number(api.value(3)))];
    const y = from[1] + offset;
    return {
      type: "group" as const,
      children: [
        {
          type: "rect" as const,
          shape: { x: from[0], y: y - 4, width: to[0] - from[0], height: 8 },
          style: { fill: colour },
        },
        { type: "rect" as const, shape: { x: middle[0] - 2, y: y - 7, width: 4, height: 14 }, style: { fill: colour } },
      ],
    };
  },
  encode: { x: [1, 3], y: 0 },
});
chart.setOption({
  animation: false,
  backgroundColor: "#faf8f3",
  textStyle: { fontFamily: "sans-serif", fontSize: 14, color: "#1c2326" },
  legend: { top: 8, textStyle: { fontSize: 14 } },
  grid: { left: 430, right: 30, top: 44, bottom: 30 },
  xAxis: {
    min: -0.6,
    max: 1.4,
    interval: 0.5,
    axisLabel: { show: false },
    splitLine: { lineStyle: { color: "#d3cdc0" } },
  },
  yAxis: {
    type: "category",
    data: names,
    inverse: true,
    axisLabel: { fontSize: 13, color: "#1c2326" },
    axisTick: { show: false },
  },
  series: [
    bars("facts, 5 to 95 %", ({ facts }) => facts, -7, "#8a8577"),
    bars("drawn sound cars", ({ shown }) => shown, 7, "#1f6fae"),
  ],
});
writeFileSync(path.join(docs, "population-facts.svg"), chart.renderToSVGString());
chart.dispose();
