/** The whole run-sheet on the demo van with the simulated rack, as a person would go through it. */
import { Key } from "selenium-webdriver";
import type { Browser } from "./browser";

/** Simulated minutes pass at sixty times or more; waiting for a simulated quarter of an hour takes this long at most on a busy machine, ms. */
const PATIENCE = 150_000;

export const hookUpChecks = [
  "Goggles and gloves on",
  "Both manifold hand wheels closed",
  "Coupler wheels backed off before snapping on",
  "Low side first",
  "Tug test done, coupler locked",
  "Coupler fully open: half open reads wrong",
];

/** Calls `seen` with a name whenever a step stands as a person leaves it. */
export async function walkDemoJob(
  browser: Browser,
  address: string,
  seen: (name: string) => Promise<void>,
): Promise<void> {
  const at = async (name: string) => {
    await browser.foldInstruments();
    await seen(name);
  };
  await browser.open(address);
  await browser.says("Fennick Bakery, van 3");
  // The readings of the other car arrive a moment later.
  await browser.until("it is diagnosed", async () => !(await browser.text()).includes("no diagnosis yet"));
  await at("bay");

  await browser.open(`${address}/job/demo-bakery-van/intake`);
  await browser.says("Label under the bonnet");
  await browser.says("simulator: ");
  await at("intake");
  await browser.press("Done: visual check");

  await browser.at("look");
  await browser.touch("Suction line");
  await browser.press("Oily");
  await browser.says("look for the leak here");
  await browser.touch("Condenser fan", "keyboard");
  await browser.press("Hiss");
  await browser.press("Undo");
  await browser.until("the hiss is taken back", async () => !(await browser.text()).includes("Condenser fan: hiss"));
  await at("look");
  await browser.press("Done: hook-up");

  await browser.at("hook-up");
  for (const check of hookUpChecks) await browser.tick(check);
  await browser.choose("Gauges on", "Both sides");
  await browser.says("Drained to the low side");
  await at("hook-up");
  await browser.press("Done: static pressure");

  await browser.at("rest");
  await browser.press("Record from simulator");
  await browser.says("At saturation: some liquid is left");
  await browser.says("does not show the amount");
  await at("rest");
  await browser.press("Done: running test");

  await browser.at("running");
  await takeBoth(browser, () => at("running"));
  await browser.says("Possible causes");
  await browser.press("Done: equalisation test");

  await browser.at("shut-off");
  await browser.rack("× 60");
  await browser.says("Equalised", PATIENCE);
  // With so little in it the valve stands wide open at the stop.
  await browser.says("Equalised too fast");
  await browser.rack("× 1");
  await at("shut-off");
  await browser.press("Done: diagnosis");

  await browser.at("verdict");
  await browser.says("Undercharge");
  await at("verdict");
  await browser.press("Done: leak search");

  await browser.at("leak");
  await browser.says("No place checked yet");
  // The sign at the suction line puts it first; the detector finds nothing there.
  await browser.press("Hold detector here");
  await browser.says("1 of 13 places checked");
  for (let checked = 1; checked < 6; checked++) {
    if ((await browser.text()).includes("One leak found: condenser")) break;
    await browser.press("Next: ");
    await browser.press("Hold detector here");
    await browser.says(new RegExp(`One leak found: condenser|${checked + 1} of 13 places`));
  }
  await browser.says("One leak found: condenser");
  await browser.type("Exact location", "Lower left, stone");
  await at("leak");
  await browser.press("Done: recovery");

  await browser.at("recover");
  await recoverAll(browser);
  await at("recover");
  await browser.press("Done: repair");

  await browser.at("repair");
  await browser.press("Condenser: replaced");
  await browser.press("Receiver-drier: replaced");
  await browser.press("O-rings at opened joints: replaced");
  await browser.choose("Oil refilled", "PAG");
  await browser.says("Recovered with refrigerant");
  await browser.press("Filled ");
  await at("repair");
  await browser.press("Done: evacuation");

  await browser.at("evacuate");
  await pullAndHold(browser, "30 min", "Held");
  await at("evacuate");
  await browser.press("Done: charge");

  await browser.at("charge");
  await chargeToLabel(browser, () => at("charge"));
  await browser.press("Done: verification");

  await browser.at("prove");
  await takeBoth(browser, async () => undefined);
  await browser.says("Before and after, same settings");
  await browser.until("the comparison", async () => /Centre\s+vent\s+idle/.test(await browser.text()), PATIENCE);
  await browser.says("At first conditions", PATIENCE);
  await browser.driver.executeScript(
    "[...document.querySelectorAll('h2')].find((h) => h.textContent.startsWith('Before and after')).scrollIntoView()",
  );
  await at("prove");
  for (const part of [
    "Condenser",
    "High-side port core",
    "Low-side port core",
    "Receiver-drier",
    "Joints and O-rings",
  ]) {
    await browser.press(`${part}: not checked`);
    await browser.press(`${part}, Electronic detector: Tight`);
  }
  await browser.press("Fit both caps");
  await at("leak-check");
  await browser.says(/Expected at (38 °C|100 °F)/);
  await browser.says("It now holds");
  await browser.press("Done: sign-off");

  await browser.at("sign-off");
  await browser.type("Technician", "Tamsin Rowe");
  await browser.type(
    "Remark for the customer",
    "Condenser renewed: a stone had holed it. Look again before next summer.",
  );
  await browser.press("Sign");
  await browser.says("Signed by Tamsin Rowe");
  await at("sign-off");
}

/** Idle, then fast idle, each taken when the bench says it is steady. */
async function takeBoth(browser: Browser, mid: () => Promise<void>): Promise<void> {
  await browser.rack("Idle");
  await browser.rack("× 60");
  await browser.says("All channels are steady", PATIENCE);
  await browser.press("Record idle");
  await browser.rack("Fast idle");
  await browser.says("All channels are steady", PATIENCE);
  await browser.rack("× 1");
  await browser.press("Record fast idle");
  await browser.until("both recorded", async () => ((await browser.text()).match(/taken \d/g) ?? []).length === 2);
  await browser.driver.executeScript("document.querySelector('main').scrollTo(0, 0)");
  await mid();
  await browser.driver.actions().sendKeys(Key.ESCAPE).perform();
  await browser.rack("Engine off");
}

/** Runs the machine until nothing comes back, and writes the weight down. */
export async function recoverAll(browser: Browser): Promise<void> {
  await browser.press("Start recovery");
  await browser.rack("× 60");
  await browser.says("Flow has stopped", PATIENCE);
  await browser.press("Stop and watch");
  await browser.says(/Pressure rose by|Pressure held for/, PATIENCE);
  // Out of the oil it boils up again: as often as it takes.
  for (let runs = 0; runs < 6 && !/Pressure held for/.test(await browser.text()); runs++) {
    await browser.press("Recover again");
    await browser.says("Flow has stopped", PATIENCE);
    await browser.press("Stop and watch");
    await browser.says(/Pressure rose by|Pressure held for/, PATIENCE);
  }
  await browser.rack("× 1");
  await browser.press("Record");
  await browser.says("Lost");
}

/** Pulls, holds for as long as the workshop does, and reads the hold. */
async function pullAndHold(browser: Browser, hold: string, reading: string): Promise<void> {
  await browser.choose("Hold time", hold);
  await browser.press("Start pump");
  await browser.rack("× 300");
  await browser.says(/Pump on for (2[5-9]|[3-9]\d):/, PATIENCE);
  await browser.press("Start hold");
  await browser.says("hold time reached", PATIENCE);
  await browser.rack("× 1");
  await browser.press("End hold");
  await browser.says(reading, PATIENCE);
}

/** Puts a container on the scale and waits until it has found its zero. */
export async function putOn(browser: Browser, name: string): Promise<void> {
  await browser.press(`${name}: `);
  await browser.until(
    "the scale stands",
    async () => !/waiting for a steady scale/.test(await browser.text()),
    PATIENCE,
  );
}

async function chargeToLabel(browser: Browser, mid: () => Promise<void>): Promise<void> {
  await browser.press("Record purge");
  await putOn(browser, "Can 1");
  await browser.press("Open Liquid, high side");
  await browser.rack("× 10");
  await browser.says(/Can 1: empty|Flow has stopped/, PATIENCE);
  if (!/Can 1: empty/.test(await browser.text())) {
    await browser.press("Close valve");
    await browser.says(/Valve closed\./, PATIENCE);
  }
  await browser.rack("× 1");
  await putOn(browser, "Can 2");
  await browser.press("Open Vapour, low side");
  await browser.says(/(g|oz)\/min, about/, PATIENCE);
  await browser.rack("× 1");
  await browser.driver.executeScript("document.querySelector('main').scrollTo(0, 0)");
  await mid();
  await browser.rack("× 60");
  await browser.says("within the label range", PATIENCE);
  await browser.until(
    "the valve is shut",
    async () => /Valve closed\. The label weight is charged/.test(await browser.text()),
    PATIENCE,
  );
  await browser.rack("× 1");
}
