/**
 * `npm run soak -- [minutes]`: a job with its rack at sixty times, left alone for half an hour, its steps gone through once a minute; memory of the page after a
 * collection, and of all the browser's processes, every five minutes and at both ends, against the limits of soak-limits.ts: fails beyond one, and on
 * an error of the console. Needs a build.
 */

import { readdirSync, readFileSync } from "node:fs";
import { Browser } from "../tests/browser/browser";
import { OPEN_STORE } from "../tests/browser/open-store";
import { startServer } from "../tests/browser/server";
import { type SoakRow, soakFindings } from "../tests/support/soak-limits";

const minutes = Number(process.argv[2] ?? 30);
const steps = ["running", "verdict", "rest", "running", "shut-off"];
const MINUTE_MS = 60_000;

let failed = true;
const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start();
try {
  await browser.load(server.address);
  await browser.says("Fennick Bakery");
  await browser.load(`${server.address}/job/demo-bakery-van/running`);
  await browser.rack("Idle");
  await browser.rack("× 60");
  const pid = (await browser.driver.getCapabilities()).get("goog:processID") as number;
  const rows: SoakRow[] = [];
  const begun = Date.now();
  for (let minute = 0; minute <= minutes; minute++) {
    await new Promise((resolve) => setTimeout(resolve, begun + (minute + 1) * MINUTE_MS - Date.now()));
    if (minute % 5 === 0 || minute === minutes) rows.push({ minute: minute + 1, ...(await memory(pid)) });
    // The run-sheet's own buttons: the page is never loaded anew.
    const step = steps[minute % steps.length]!;
    await browser.driver.executeScript(
      "const n = arguments[0]; [...document.querySelectorAll('nav[aria-label=\"Run-sheet\"] button')][n].click()",
      { rest: 3, running: 4, "shut-off": 5, verdict: 6 }[step],
    );
    await browser.at(step);
  }
  console.table(rows);
  const findings = soakFindings(rows, await browser.consoleErrors());
  for (const finding of findings) console.log(finding);
  console.log(findings.length === 0 ? "within all limits" : `${findings.length} beyond its limit`);
  failed = findings.length > 0;
} finally {
  await browser.quit();
  await server.stop();
}

async function memory(pid: number): Promise<Omit<SoakRow, "minute">> {
  // biome-ignore lint/suspicious/noExplicitAny: commands of Chromium drivers only
  const driver = browser.driver as any;
  await driver.sendDevToolsCommand("HeapProfiler.collectGarbage", {});
  await driver.sendDevToolsCommand("Performance.enable", {});
  const { metrics } = (await driver.sendAndGetDevToolsCommand("Performance.getMetrics", {})) as {
    metrics: { name: string; value: number }[];
  };
  const of = (name: string) => metrics.find((metric) => metric.name === name)?.value ?? Number.NaN;
  const held = (await browser.driver.executeAsyncScript(
    `const done = arguments[0];
     const opening = ${OPEN_STORE};
     opening.onsuccess = () => {
       const all = opening.result.transaction("jobs").objectStore("jobs").getAll();
       all.onsuccess = () => { opening.result.close(); done(JSON.stringify(all.result).length); };
     };`,
  )) as number;
  return {
    "page heap MB": round(of("JSHeapUsedSize") / 1e6),
    "DOM nodes": of("Nodes"),
    listeners: of("JSEventListeners"),
    "browser MB": round(residentKb(pid) / 1000),
    "jobs kB": round(held / 1000),
  };
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}

/** Resident memory of a process and all that it started, kB. */
function residentKb(root: number): number {
  const parents = new Map<number, { parent: number; kb: number }>();
  for (const name of readdirSync("/proc")) {
    if (!/^\d+$/.test(name)) continue;
    try {
      const status = readFileSync(`/proc/${name}/status`, "utf8");
      const number = (field: string) => Number(new RegExp(`^${field}:\\s+(\\d+)`, "m").exec(status)?.[1] ?? 0);
      parents.set(Number(name), { parent: number("PPid"), kb: number("VmRSS") });
    } catch {
      // It has just ended.
    }
  }
  const within = (pid: number): boolean => pid === root || (parents.has(pid) && within(parents.get(pid)!.parent));
  return [...parents].reduce((sum, [pid, { kb }]) => (within(pid) ? sum + kb : sum), 0);
}
process.exit(failed ? 1 : 0);
