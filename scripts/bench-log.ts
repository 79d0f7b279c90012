/**
 * Measures how long the page blocks while a log near the limit is read and played: `npm run bench:log` after a build. Uses the page's own longest
 * tasks, and a timer beside them.
 */
import { createWriteStream } from "node:fs";
import path from "node:path";
import { By } from "selenium-webdriver";
import { channels, logChannels } from "../src/core/readings/channels";
import { LOG_LIMIT_BYTES } from "../src/core/readings/file/log-import";
import { Browser } from "../tests/browser/browser";
import { startServer } from "../tests/browser/server";

const BYTES = 0.98 * LOG_LIMIT_BYTES;

async function write(file: string): Promise<number> {
  const out = createWriteStream(file);
  const header = `Yard logger\n\n${["time_s", ...logChannels.map((channel) => channels[channel].column)].join(",")}\n`;
  let bytes = header.length;
  let rows = 0;
  out.write(header);
  while (bytes < BYTES) {
    let piece = "";
    for (let i = 0; i < 2000; i++, rows++) {
      piece += `${(rows / 5).toFixed(1)},${logChannels.map((_, at) => (100 + at * 10 + (rows % 7)).toFixed(4)).join(",")}\n`;
    }
    bytes += piece.length;
    if (!out.write(piece)) await new Promise<void>((resolve) => out.once("drain", () => resolve()));
  }
  await new Promise<void>((resolve) => out.end(() => resolve()));
  return rows;
}

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start();
try {
  const file = path.join(browser.downloads, "long.csv");
  const rows = await write(file);
  await browser.load(server.address);
  await browser.says("Orla Veitch");
  await browser.load(`${server.address}/job/demo-estate-car/running`);
  await browser.instruments();
  await browser.says("Open an instrument log");
  await browser.driver.findElement(By.css("input[aria-label='Instrument log']")).sendKeys(file);
  await browser.says("Play log live");
  await browser.driver.executeScript(
    `window.tasks = []; new PerformanceObserver((list) => { for (const one of list.getEntries()) window.tasks.push(one.duration); }).observe({ type: "longtask" });
     window.gaps = []; let last = performance.now(); setInterval(() => { const now = performance.now(); window.gaps.push(now - last); last = now; }, 10);`,
  );
  const start = Date.now();
  await browser.press("Play log live");
  await browser.says("playing log", 180_000);
  const seconds = (Date.now() - start) / 1000;
  await new Promise((resolve) => setTimeout(resolve, 3000));
  const [tasks, gaps] = (await browser.driver.executeScript("return [window.tasks, window.gaps]")) as number[][];
  console.log(`${rows} rows, ${(BYTES / 1e6).toFixed(0)} MB, read in ${seconds.toFixed(1)} s`);
  console.log(
    `tasks over 50 ms: ${tasks!.length}, longest ${Math.max(0, ...tasks!).toFixed(0)} ms; longest gap of a 10 ms timer ${Math.max(...gaps!).toFixed(0)} ms`,
  );
} finally {
  await browser.quit();
  await server.stop();
}
process.exit(0);
