/**
 * Measures frame times with an hour at 5 Hz on the trace while the stream continues: `npm run bench:trace` after a build. Frames are the browser's
 * own (requestAnimationFrame), drawn by the processor without a graphics card.
 */
import { writeFileSync } from "node:fs";
import path from "node:path";
import { By, Key } from "selenium-webdriver";
import { checkSchedule, runSchedule } from "../src/core/instruments/schedule";
import { checkSimulate } from "../src/core/instruments/simulate-request";
import { csvHeader, csvLine } from "../src/core/instruments/stream";
import { Browser, bench } from "../tests/browser/browser";
import { startServer } from "../tests/browser/server";

const HOUR_S = 3600;
const AFTER_S = 600;
const WATCH_MS = 10_000;

function hourLog(): string {
  const request = checkSimulate({
    vehicle: { refrigerant: "R1234yf", chargeG: 470, metering: "expansion-valve", compressor: "variable-external" },
    conditions: { ambientC: 28, altitudeM: 310 },
    noise: true,
    seed: 4,
  });
  // Fast idle last and once, so that its clock tells how much has streamed.
  const speeds = [800, 0, 800, 0, 1800];
  const events = speeds.map((engineRpm, i) => ({ atS: i * 800, engineRpm: engineRpm as 0 }));
  const schedule = checkSchedule({ durationS: HOUR_S + AFTER_S, rateHz: 5, events });
  if (!request.ok || !schedule.ok) throw new Error("the log could not be made");
  return `${csvHeader()}\n${[...runSchedule(request.value, schedule.value)].map(csvLine).join("\n")}\n`;
}

/** Milliseconds between the frames of the next seconds. */
async function frames(browser: Browser): Promise<number[]> {
  return browser.driver.executeAsyncScript(
    `const [ms, done] = arguments; const gaps = []; let last = performance.now(); const end = last + ms;
     const next = (now) => { gaps.push(now - last); last = now; now < end ? requestAnimationFrame(next) : done(gaps); };
     requestAnimationFrame(next);`,
    WATCH_MS,
  );
}

/** From a change of the blower to the band that answers it, ms. */
async function blowerToBand(browser: Browser, percent: number): Promise<number> {
  const field = await browser.field("Blower");
  await browser.driver.executeScript(
    `const word = arguments[0]; window.answered = null; window.asked = null;
     const input = [...document.querySelectorAll("label")].find((l) => l.textContent.trim() === "Blower").control;
     input.addEventListener("input", () => { window.asked = performance.now(); });
     window.watcher?.disconnect();
     window.watcher = new MutationObserver(() => {
       if (window.answered === null && document.body.textContent.includes(word)) window.answered = performance.now();
     });
     window.watcher.observe(document.body, { subtree: true, childList: true, characterData: true });`,
    `blower ${percent} %`,
  );
  await field.sendKeys(Key.chord(Key.CONTROL, "a"), String(percent));
  await browser.until("the band", () => browser.driver.executeScript("return window.answered !== null"));
  return browser.driver.executeScript("return window.answered - window.asked");
}

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start(bench);
try {
  await browser.driver.manage().setTimeouts({ script: WATCH_MS * 3 });
  await browser.load(server.address);
  await browser.says("Fennick Bakery");
  await browser.load(`${server.address}/job/demo-estate-car/running`);
  await browser.instruments();
  await browser.says("Open an instrument log");
  const file = path.join(browser.downloads, "hour.csv");
  writeFileSync(file, hourLog());
  await browser.driver.findElement(By.css("input[aria-label='Instrument log']")).sendKeys(file);
  await browser.press("Play log live");
  await browser.says("playing log");
  const report = (name: string, gaps: number[]) => {
    const sorted = [...gaps].sort((a, b) => a - b);
    const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(1);
    const mean = (1000 * gaps.length) / gaps.reduce((sum, gap) => sum + gap, 0);
    const slow = gaps.filter((gap) => gap > 1000 / 30 + 1).length;
    console.log(
      `${name}: ${mean.toFixed(1)} frames a second, gap p50 ${at(0.5)} p95 ${at(0.95)} p99 ${at(0.99)} longest ${at(1)} ms, ${slow} of ${gaps.length} longer than 1/30 s`,
    );
  };
  for (const name of ["suction", "liquid", "discharge", "ambient", "vent"]) {
    const button = await browser.button(name);
    if ((await button.getAttribute("aria-pressed")) !== "true") await browser.press(name);
  }
  report("first minute, × 1", await frames(browser));
  await browser.rack("× 60");
  await browser.until(
    "an hour has streamed",
    async () => Number(/fast idle (\d+):/.exec(await browser.text())?.[1] ?? 0) >= 7,
    120_000,
  );
  report("the hour streaming at × 60", await frames(browser));
  await browser.rack("× 1");
  await browser.press("Trace settings");
  for (const minutes of [6, 20, 60]) {
    await browser.press(`${minutes} min`);
    report(`an hour held, ${minutes} min shown, × 1`, await frames(browser));
  }
  await browser.picture("test-artifacts/trace-hour.png");
  const waits: number[] = [];
  for (const percent of [90, 40, 75, 60, 95, 50]) waits.push(await blowerToBand(browser, percent));
  await browser.rack("Close log");
  await browser.type("Ambient", "28");
  const verdicts = async (change: (i: number) => Promise<void>) => {
    await browser.driver.executeScript("performance.clearMeasures('evrid-verdict')");
    for (let i = 0; i < 8; i++) {
      await change(i);
      await browser.until(
        "a verdict",
        async () =>
          Number(await browser.driver.executeScript("return performance.getEntriesByName('evrid-verdict').length")) > i,
      );
    }
    const took: number[] = await browser.driver.executeScript(
      "return performance.getEntriesByName('evrid-verdict').map((entry) => entry.duration)",
    );
    return took.map((ms) => ms.toFixed(0)).join(", ");
  };
  const update = await verdicts((i) => browser.type("Centre vent, idle", String(9 + (i % 2))));
  console.log(`verdict after a reading changed, through the worker: ${update} ms`);
  const anew = await verdicts((i) => browser.type("Ambient", String(21 + i)));
  console.log(`verdict for a new day, simulated anew: ${anew} ms`);
  console.log(`blower changed to band shown: ${waits.map((ms) => ms.toFixed(0)).join(", ")} ms`);
} finally {
  await browser.quit();
  await server.stop();
}
