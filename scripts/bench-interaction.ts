/**
 * `npm run bench:interaction`: how long the page takes from a press or a letter to its next paint while the rack streams, and its tasks over 50 ms,
 * on the production build in headless Chromium. A measurement, never a test: machines are shared.
 */
import { By, Key } from "selenium-webdriver";
import { Browser } from "../tests/browser/browser";
import { startServer } from "../tests/browser/server";

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start();
const found: { where: string; interactions: number[]; tasks: number[] }[] = [];

async function watched(where: string, act: () => Promise<void>): Promise<void> {
  await browser.driver.executeScript(`
    window.evridSeen = { events: [], tasks: [] };
    if (!window.evridWatches) {
      window.evridWatches = true;
      new PerformanceObserver((list) => {
        for (const one of list.getEntries()) if (one.interactionId > 0) window.evridSeen.events.push(one.duration);
      }).observe({ type: "event", durationThreshold: 16 });
      new PerformanceObserver((list) => {
        for (const one of list.getEntries()) window.evridSeen.tasks.push(one.duration);
      }).observe({ type: "longtask" });
    }`);
  await act();
  await new Promise((resolve) => setTimeout(resolve, 600));
  const { events, tasks } = (await browser.driver.executeScript("return window.evridSeen")) as {
    events: number[];
    tasks: number[];
  };
  found.push({ where, interactions: events, tasks });
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const letters = async (text: string) => {
  for (const letter of text) {
    await browser.driver.actions().sendKeys(letter).perform();
    await pause(120);
  }
};

try {
  await browser.load(server.address);
  await browser.says("Fennick Bakery");
  const job = `${server.address}/job/demo-bakery-van`;
  await browser.load(`${job}/running`);
  await browser.rack("Idle");
  await browser.says("Green: expected now", 60_000);
  await pause(4000);
  await watched("running test: streaming, hands off, 10 s", () => pause(10_000).then(() => undefined));
  await browser.press("Trace settings");
  await watched("running test: lines and minutes of the trace", async () => {
    for (const name of ["discharge", "ambient", "20 min", "2 min", "discharge", "6 min"]) {
      await browser.press(name);
      await pause(400);
    }
  });
  await watched("running test: typing a reading", async () => {
    await (await browser.field("Ambient")).click();
    await letters("28.4");
  });
  await watched("running test: engine to fast idle and back", async () => {
    await browser.rack("Fast idle");
    await pause(1500);
    await browser.rack("Idle");
  });
  await watched("palette: opened, three letters, closed", async () => {
    await browser.driver.actions().keyDown(Key.CONTROL).sendKeys("k").keyUp(Key.CONTROL).perform();
    await pause(900);
    await letters("sub");
    await browser.driver.actions().sendKeys(Key.ESCAPE).perform();
  });
  await watched("from step to step by key, streaming", async () => {
    for (const key of ["1", "2", "4", "5", "7"]) {
      await browser.driver.findElement(By.css("body")).sendKeys(key);
      await pause(1200);
    }
  });
  await watched("intake: typing the complaint, streaming", async () => {
    await browser.driver.findElement(By.css("body")).sendKeys("1");
    await browser.at("intake");
    await (await browser.field("Complaint")).click();
    await letters("warm in town");
  });
} finally {
  await browser.quit();
  await server.stop();
}

const most = (values: readonly number[]) => (values.length === 0 ? 0 : Math.max(...values));
console.log("| while | interactions | slowest to next paint, ms | tasks over 50 ms | longest task, ms |");
console.log("|---|---|---|---|---|");
for (const { where, interactions, tasks } of found) {
  console.log(
    `| ${where} | ${interactions.length} | ${Math.round(most(interactions))} | ${tasks.length} | ${Math.round(most(tasks))} |`,
  );
}
