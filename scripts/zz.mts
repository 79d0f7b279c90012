import { Browser, bench } from "../tests/browser/browser";
import { hookUpChecks } from "../tests/browser/demo-walk";
import { startServer } from "../tests/browser/server";
const server = await startServer({});
const browser = await Browser.start(bench);
const shot = (n: string) => browser.picture(`/tmp/w/${n}.png`);
const start = async (name: string) => {
  await browser.open(server.address);
  await browser.press("New job");
  await browser.at("intake");
  const base = (await browser.driver.getCurrentUrl()).replace(/\/intake$/, "");
  await browser.type("Vehicle", name);
  await browser.type("Complaint", "No cold air");
  await browser.type("Altitude of this shop", "220");
  await browser.choose("Refrigerant", "R134a");
  await browser.type("Charge on the label", "510");
  await browser.choose("Metering device", "Fixed orifice, accumulator");
  await browser.choose("Compressor", "Fixed, with clutch");
  return base;
};
try {
  // low side only
  let base = await start("Low only, white van");
  await browser.load(`${base}/hook-up`);
  for (const check of hookUpChecks) await browser.tick(check);
  await browser.choose("Gauges on", "Low side only");
  await browser.load(`${base}/running`);
  await browser.type("Ambient", "27");
  for (const [k, v] of Object.entries({ "Engine speed, idle": "790", "Low side, idle": "120", "Centre vent, idle": "16.5" })) await browser.type(k, v);
  await browser.says(/%/, 60000);
  await shot("lowonly-running");
  await browser.load(`${base}/verdict`);
  await browser.says("Possible causes", 60000);
  await shot("lowonly-verdict");
  console.log("LOW ONLY\n", (await browser.text()).split("Sign-off")[1]);
  // open to air
  base = await start("Open, silver estate");
  await browser.load(`${base}/rest`);
  await browser.type("Low side", "1");
  await browser.type("High side", "0");
  await browser.type("Soak temperature", "27");
  await browser.load(`${base}/running`).catch(() => undefined);
  await browser.type("Ambient", "27").catch(() => undefined);
  await shot("open-running");
  for (const step of ["verdict", "leak", "recover", "evacuate"]) { await browser.load(`${base}/${step}`); await new Promise((r) => setTimeout(r, 2500)); await shot(`open-${step}`); console.log("OPEN", step, "\n", (await browser.text()).split("Sign-off")[1]!.slice(0, 1200)); }
} catch (e) { console.log(e); console.log(await browser.text()); await shot("fail"); } finally { await browser.quit(); await server.stop(); }
process.exit(0);
