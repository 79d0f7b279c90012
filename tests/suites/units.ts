import { describe, expect, it } from "vitest";
import { stepIds } from "../../src/core/records/job";
import { chooseUsUnits, metricLines } from "../browser/readable";
import { browserSession } from "../browser/session";

/** A page has the shop's units by then, also on a busy machine. */
const SETTLE_MS = 10_000;

describe("a shop that reads in US units", () => {
  const session = browserSession();

  it("finds no metric unit in any view, with instruments running, on jobs at every step", async () => {
    const { browser, address } = session;
    await chooseUsUnits(browser, address);
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Fennick Bakery");
    const found: string[] = [];
    const look = async (where: string) => {
      // A page is drawn once before the shop's units have come: what still stands after that is found.
      let lines = await metricLines(browser);
      for (const deadline = Date.now() + SETTLE_MS; lines.length > 0 && Date.now() < deadline; ) {
        await new Promise((resolve) => setTimeout(resolve, 200));
        lines = await metricLines(browser);
      }
      if (lines.length > 0) found.push(`${where}: ${lines.join(" | ").slice(0, 400)}`);
    };
    await look("bay");
    const views = [
      ["desk", "Low side"],
      ["settings", "Erase"],
      ["vehicles", "63 on record"],
      ["vehicle?id=demo-car-03", "At idle, by visit"],
      ["ledger", "from cylinders:"],
      ["track-record", "Calibration"],
      ["bench", "pressures do not change"],
      ["drill?code=1W-00012", "Actions"],
      ["report?job=demo-garden-pickup", "The test after the work"],
    ] as const;
    for (const [path, ready] of views) {
      await browser.open(`${address}/${path}`);
      await browser.says(ready, 60_000);
      await look(path);
    }
    // The pickup has something at every step; the others what it has no more: instruments that run, causes that are open.
    const places = [
      ...stepIds.map((step) => `demo-garden-pickup/${step}`),
      "demo-estate-car/verdict",
      "demo-bakery-van/intake",
      "demo-bakery-van/running",
      "demo-bakery-van/evacuate",
      "demo-bakery-van/charge",
    ];
    for (const place of places) {
      await browser.open(`${address}/job/${place}`);
      await browser.at(place.split("/")[1]!);
      if (place === "demo-bakery-van/running") await browser.rack("Idle");
      if (place.startsWith("demo-bakery-van/r")) await browser.says("Green: expected now", 60_000);
      if (place === "demo-estate-car/verdict") await browser.says("90 % of sound vehicles", 60_000);
      if (place === "demo-bakery-van/charge") await browser.says(/By weight/, 60_000);
      await new Promise((resolve) => setTimeout(resolve, 500));
      await look(place);
    }
    expect(found).toEqual([]);
  });
});
