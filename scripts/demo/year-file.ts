/** The made-up year as the file that is shipped: that of a shop, one record a line. */
import { SHOP_FILE_VERSION } from "@/core/records/files/shop-reader";
import { YEAR_ENDS } from "@/demo/year-moved";
import { demoYear } from "./year";

export function yearFile(): string {
  const { jobs, vehicles, containers, stock } = demoYear();
  const lines = (records: readonly unknown[]) => `[\n${records.map((one) => JSON.stringify(one)).join(",\n")}\n]`;
  const head = {
    format: "evrid.shop",
    version: SHOP_FILE_VERSION,
    workshop: "demo",
    writtenAt: `${YEAR_ENDS}T17:00:00.000Z`,
  };
  return `${JSON.stringify(head).slice(0, -1)},\n"jobs":${lines(jobs)},\n"vehicles":${lines(vehicles)},\n"containers":${lines(containers)},\n"stock":${lines(stock)}\n}\n`;
}
