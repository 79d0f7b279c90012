import { Browser, bench } from "../tests/browser/browser";
import { startServer } from "../tests/browser/server";

const server = await startServer({});
const browser = await Browser.start(bench);
const shot = (n: string) => browser.picture(`/tmp/w/${n}.png`);
try {
  await browser.load(`${server.address}/drill`);
  await browser.says("Exercises");
  await shot("e0");
  await browser.press("Start: Charge from cans");
  await browser.says("Charging plan", 60000);
  await new Promise((r) => setTimeout(r, 4000));
  await shot("e1");
  console.log((await browser.text()).slice(0, 4000));
} catch (e) {
  console.error(String(e).slice(0, 1500));
  await shot("derr");
} finally {
  await browser.quit();
  await server.stop();
  process.exit(0);
}
