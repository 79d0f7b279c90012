import { Browser, bench, tablet } from "../tests/browser/browser";
import { startServer } from "../tests/browser/server";
const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start(bench);
try {
  await browser.open(server.address);
  await browser.says("Fennick Bakery");
  await new Promise(r=>setTimeout(r,2500));
  await browser.picture("/tmp/b0.png");
  await browser.open(`${server.address}/job/demo-estate-car/verdict`);
  await browser.says("Causes, with what speaks");
  await new Promise(r=>setTimeout(r,800));
  await browser.picture("/tmp/b1.png");
  await browser.driver.executeScript("document.querySelector('main').scrollTo(0,600)");
  await new Promise(r=>setTimeout(r,300));
  await browser.picture("/tmp/b2.png");
  await browser.press("New job") .catch(()=>{});
  console.log(await browser.consoleErrors());
} finally { await browser.quit(); await server.stop(); }
