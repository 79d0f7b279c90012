/** The workshop's own pressure charts, one for each refrigerant. */
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { separatorOf } from "@/core/readings/file/log-import";
import { readShopChart, type ShopChartIssue, type ShopChartPoint } from "@/core/readings/file/shop-chart";
import { fail, type Result, succeed } from "@/core/result";
import { noteChange } from "./changes";
import { database } from "./database";

/** Thousands of rows; a chart has ten. */
export const SHOP_CHART_LIMIT_BYTES = 200_000;

export interface ShopChart {
  name: string;
  points: ShopChartPoint[];
}

/** Reads and keeps a chart in place of the one before; when it cannot be read, the one before stays. */
export async function keepShopChart(
  refrigerant: Refrigerant,
  name: string,
  text: string,
): Promise<Result<ShopChart, ShopChartIssue>> {
  const read = await parse(text);
  if (!read.ok) return read;
  await database.transaction("rw", database.shopCharts, database.changes, async () => {
    await database.shopCharts.put({ refrigerant, name, text });
    await noteChange("chart", refrigerant);
  });
  return succeed({ name, points: read.value });
}

/** The chart for a refrigerant; null when none was loaded. */
export async function loadShopChart(refrigerant: Refrigerant): Promise<ShopChart | null> {
  const stored = await database.shopCharts.get(refrigerant);
  if (stored === undefined) return null;
  const read = await parse(stored.text);
  return read.ok ? { name: stored.name, points: read.value } : null;
}

export async function removeShopChart(refrigerant: Refrigerant): Promise<void> {
  await database.transaction("rw", database.shopCharts, database.changes, async () => {
    await database.shopCharts.delete(refrigerant);
    await noteChange("chart", refrigerant);
  });
}

/** Header and rows as the text of a chart's file. */
export async function shopChartText(rows: readonly (readonly string[])[]): Promise<string> {
  const { default: Papa } = await import("papaparse");
  return `${Papa.unparse(
    rows.map((row) => [...row]),
    { newline: "\n" },
  )}\n`;
}

async function parse(text: string): Promise<Result<ShopChartPoint[], ShopChartIssue>> {
  const { default: Papa } = await import("papaparse");
  const plain = text.replace(/^\uFEFF/, "").trim();
  const delimiter = separatorOf(plain.split(/\r?\n/, 1)[0]!);
  const [header, ...rows] = Papa.parse<string[]>(plain, { delimiter }).data;
  return header === undefined ? fail({ code: "empty" }) : readShopChart(header, rows);
}
