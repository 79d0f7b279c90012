/** Times the bench in the real browser: a step of a control to its answer, the charge curve, frames while a control is moved: `npm run bench:what-if` after a build. */
import { By, Key } from "selenium-webdriver";
import { Browser, bench } from "../tests/browser/browser";
import { startServer } from "../tests/browser/server";

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start(bench);
const labels = [
  ["valve, variable", "r=134a&g=550&m=valve&c=internal"],
  ["orifice, fixed", "r=134a&g=680&m=orifice&c=fixed"],
  ["R1234yf, commanded", "r=1234yf&g=470&m=valve&c=commanded"],
  ["two evaporators", "r=134a&g=1200&m=valve&c=fixed&e=2"],
] as const;
const at = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))]!;
const measured = (name: string) =>
  browser.driver.executeScript<number[]>(
    `return performance.getEntriesByName(arguments[0]).map(({ duration }) => duration)`,
    name,
  );
try {
  console.log("car                     answer p50/p95/worst ms    curve ms   could-tell ms   frames/s while moved");
  for (const [name, query] of labels) {
    await browser.load(`${server.address}/bench?v=1&${query}`);
    await browser.says("pressures do not change", 120_000);
    await browser.until("the curve is whole", async () => (await measured("evrid-bench-curve")).length > 0, 120_000);
    await browser.until("told", async () => (await measured("evrid-bench-couldTell")).length > 0, 120_000);
    const [curve] = await measured("evrid-bench-curve");
    const [told] = await measured("evrid-bench-couldTell");
    await browser.driver.executeScript("performance.clearMeasures()");
    const field = await browser.driver.findElement(
      By.xpath("//input[@type='range'][@id=//label[normalize-space(.)='Charge']/@for]"),
    );
    await browser.driver.executeScript(
      `window.frames_ = []; let last = performance.now();
       const look = () => { const now = performance.now(); window.frames_.push(now - last); last = now; requestAnimationFrame(look); };
       requestAnimationFrame(look);`,
    );
    for (let i = 0; i < 60; i++) await field.sendKeys(i < 30 ? Key.ARROW_LEFT : Key.ARROW_RIGHT);
    const answers = await measured("evrid-bench-answer");
    const frames = await browser.driver.executeScript<number[]>("return window.frames_");
    const total = frames.reduce((sum, ms) => sum + ms, 0);
    console.log(
      `${name.padEnd(24)}${at(answers, 0.5).toFixed(0)} / ${at(answers, 0.95).toFixed(0)} / ${Math.max(...answers).toFixed(0)} of ${answers.length}`.padEnd(
        52,
      ) +
        `${curve!.toFixed(0)}`.padEnd(11) +
        `${told!.toFixed(0)}`.padEnd(16) +
        `${((1000 * frames.length) / total).toFixed(0)}, slowest ${Math.max(...frames).toFixed(0)} ms`,
    );
  }
} finally {
  await browser.quit();
  await server.stop();
}
