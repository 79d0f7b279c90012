/** Refreshes docs/screenshots from the demo data: `npm run screenshots` after a build. */
import path from "node:path";
import { Key } from "selenium-webdriver";
import { Browser, bench } from "../tests/browser/browser";
import { walkDemoJob } from "../tests/browser/demo-walk";
import { startServer } from "../tests/browser/server";

const folder = path.resolve(import.meta.dirname, "../docs/screenshots");

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start(bench);
try {
  const shoot = (name: string) => browser.picture(path.join(folder, `${name}.png`));
  // Twenty pictures would be more than anybody looks at: steps that look much like their neighbours are left out.
  const leftOut = ["leak-check", "hook-up", "look", "rest", "shut-off", "recover", "repair", "prove"];
  await walkDemoJob(browser, server.address, (name) => (leftOut.includes(name) ? Promise.resolve() : shoot(name)));
  await browser.load(`${server.address}/vehicles`);
  await browser.says("on record");
  await shoot("vehicles");
  await browser.type("Find a vehicle", "parish nurses 24");
  await browser.press("Parish nurses, hatchback 24");
  await browser.says("At idle, by visit");
  await shoot("vehicle");
  await browser.load(
    `${server.address}/bench?v=1&name=Quarry+pickup+4&r=134a&g=880&m=orifice&c=fixed&fan=viscous&t=34&h=42&in=1320`,
  );
  await browser.says("pressures do not change", 60_000);
  await browser.says("Both gauges and vent", 60_000);
  await shoot("bench");
  await browser.load(`${server.address}/ledger`);
  await browser.says("from cylinders:");
  await shoot("ledger");
  await browser.load(`${server.address}/report?job=demo-garden-pickup`);
  await browser.says("The test after the work");
  await shoot("report");
  await browser.load(server.address);
  await browser.says("Fennick Bakery");
  await browser.load(`${server.address}/desk`);
  await browser.says("Evaporating at");
  await browser.type("Suction line", "6");
  await browser.type("Liquid line", "41");
  await browser.driver.executeScript(
    "document.activeElement.blur(); document.querySelector('main').parentElement.scrollTo(0, 0)",
  );
  await browser.says("Subcooling");
  await shoot("desk");
  await browser.load(`${server.address}/settings`);
  await browser.says(/\d jobs\./);
  await shoot("settings");
  await browser.load(`${server.address}/track-record`);
  await browser.says("Calibration", 60_000);
  await shoot("track-record");
  await browser.load(`${server.address}/drill?code=1K-0004Y`);
  await browser.says("Actions");
  for (const act of ["Visual check", "Connect both gauges", "Clamp liquid line", "Probe centre vent"]) {
    await browser.press(act);
    await browser.says(new RegExp(`${act}\\ndone`));
  }
  await browser.choose("Engine", "Idle");
  await browser.press("Wait until steady");
  await browser.says("Pressures steady.", 60_000);
  await browser.touch("Suction line");
  await browser.says("Suction line: near ambient.");
  await browser.select("Most likely", "undercharge");
  await browser.select("Next", "compressor-worn");
  await browser.select("Cause", "undercharge");
  await browser.driver.executeScript(
    "document.activeElement.blur(); document.querySelector('main').parentElement.scrollTo(0, 0); document.querySelector('[aria-label=\"Actions\"]').scrollTo(0, 0)",
  );
  await shoot("drill");
  await browser.press("Add");
  await browser.type("Amount", "260");
  await browser.press("Submit diagnosis");
  await browser.says("Answer", 60_000);
  await shoot("debrief");
  await browser.resize({ width: 1920, height: 1080 });
  await browser.load(`${server.address}/drill?code=1K-0004Y&class=1`);
  await browser.says("0:00 of", 30_000);
  const keys = (...all: string[]) =>
    browser.driver
      .actions()
      .sendKeys(...all)
      .perform();
  await keys(Key.ARROW_RIGHT);
  await browser.says("static pressure show");
  await keys(Key.ARROW_RIGHT);
  await browser.says("Steady at idle");
  await keys("3", "5", "g");
  await browser.says("Overcharge");
  await keys("2", Key.TAB, "9", Key.TAB, "1", Key.ESCAPE);
  await shoot("class");
} finally {
  await browser.quit();
  await server.stop();
}
