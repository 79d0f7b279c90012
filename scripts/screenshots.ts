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
  // The leak check is a part of the proof; twenty pictures would be more than anybody looks at.
  await walkDemoJob(
    browser,
    server.address,
    (name) => (name === "leak-check" ? Promise.resolve() : shoot(name)),
    "30 min",
  );
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
