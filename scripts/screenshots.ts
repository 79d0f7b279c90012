/** Refreshes docs/screenshots from the demo data: `npm run screenshots` after a build. */
import path from "node:path";
import { Browser, bench, tablet } from "../tests/browser/browser";
import { walkDemoJob } from "../tests/browser/demo-walk";
import { startServer } from "../tests/browser/server";

const folder = path.resolve(import.meta.dirname, "../docs/screenshots");

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start(bench);
try {
  const shoot = (name: string) => browser.picture(path.join(folder, `${name}.png`));
  // Twenty pictures would be more than anybody looks at: steps that look much like their neighbours are left out.
  const leftOut = ["leak-check", "hook-up", "rest", "shut-off", "recover", "repair"];
  await walkDemoJob(
    browser,
    server.address,
    (name) => (leftOut.includes(name) ? Promise.resolve() : shoot(name)),
    "30 min",
  );
  await browser.open(`${server.address}/vehicles`);
  await browser.says("on record");
  await shoot("vehicles");
  await browser.type("Which car?", "parish nurses 24");
  await browser.press("Parish nurses, hatchback 24");
  await browser.says("At idle, then and now");
  await shoot("vehicle");
  await browser.open(
    `${server.address}/bench?v=1&name=Quarry+pickup+4&r=134a&g=880&m=orifice&c=fixed&fan=viscous&t=34&h=42&in=1320`,
  );
  await browser.says("here no gauge tells", 60_000);
  await browser.says("Cheapest next", 60_000);
  await shoot("bench");
  await browser.open(`${server.address}/ledger`);
  await browser.says("is accounted for");
  await shoot("ledger");
  await browser.open(`${server.address}/report?job=demo-garden-pickup`);
  await browser.says("The test after the work");
  await shoot("report");
  await browser.open(server.address);
  await browser.says("Fennick Bakery");
  await browser.open(`${server.address}/desk`);
  await browser.says("Boils at");
  await browser.type("Suction line", "6");
  await browser.type("Liquid line", "41");
  await browser.driver.executeScript(
    "document.activeElement.blur(); document.querySelector('main').parentElement.scrollTo(0, 0)",
  );
  await browser.says("Subcooling");
  await shoot("desk");
  await browser.open(`${server.address}/settings`);
  await browser.says(/\d jobs\./);
  await shoot("settings");
  await browser.open(server.address);
  await browser.says("Fennick Bakery");
  await browser.resize(tablet);
  await browser.open(`${server.address}/job/demo-estate-car/running`);
  await browser.says("What fits these readings");
  await shoot("running-tablet");
  await browser.resize(bench);
  await browser.open(`${server.address}/job/demo-estate-car/running`);
  await browser.says("Air split");
  await browser.press("Superheat");
  await browser.says("no gauge tells");
  await shoot("help");
  await browser.press("Close the help");
  await browser.press("Dark");
  await browser.open(`${server.address}/job/demo-estate-car/verdict`);
  await browser.says("Causes, with what speaks");
  await shoot("verdict-dark");
} finally {
  await browser.quit();
  await server.stop();
}
