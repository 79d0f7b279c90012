import { describe, expect, it } from "vitest";
import { tablet } from "../browser/browser";
import { hookUpChecks } from "../browser/demo-walk";
import { chooseUsUnits, metricLines } from "../browser/readable";
import { browserSession, storedJob } from "../browser/session";

/** Typed readings of a starved valve circuit on a warm day, as a US manifold and thermometer show them. */
const readings = {
  idle: { "Engine speed": "800", "Low side": "18", "High side": "122", "Centre vent": "62", "Suction line": "71" },
  "fast idle": {
    "Engine speed": "1500",
    "Low side": "13",
    "High side": "131",
    "Centre vent": "60",
    "Suction line": "70",
  },
};
const mended = {
  idle: { "Engine speed": "800", "Low side": "34", "High side": "205", "Centre vent": "48", "Suction line": "52" },
};

/** Input that a whole typed job may take. */
const MOST_CLICKS = 70;
const MOST_KEYS = 250;

describe("a whole job typed in US units", () => {
  const session = browserSession();

  it("from label to sign-off chooses no unit after the settings, and reads none that is metric", async () => {
    const { browser, address } = session;
    await chooseUsUnits(browser, address);
    await browser.open(address);
    await browser.says("No open jobs");
    await browser.resize(tablet);
    Object.assign(browser.input, { clicks: 0, keys: 0 });
    await browser.press("New job");
    await browser.at("intake");
    const id = (await browser.driver.getCurrentUrl()).split("/").at(-2)!;
    const found: string[] = [];
    const done = async (next: string, step: string) => {
      const lines = await metricLines(browser);
      if (lines.length > 0) found.push(`${step}: ${lines.join(" | ").slice(0, 300)}`);
      expect(await browser.text(), step).not.toMatch(/undefined|NaN|Infinity|\[object/);
      await browser.press(`Done: ${next}`);
    };
    await browser.enter("Vehicle", "Delgado, red coupe");
    await browser.enter("Complaint", "Cools at speed, not at the lights");
    await browser.enter("Workshop altitude", "1200");
    await browser.choose("Refrigerant", "R134a");
    await browser.enter("Label charge", "1 lb 4 oz");
    await browser.choose("Metering device", "Expansion valve (TXV)");
    await browser.choose("Compressor", "Unknown");
    await browser.says("label 20.0 ± ");
    await done("visual check", "intake");

    await browser.at("look");
    await browser.press("Mark all OK");
    await browser.says("13 of 13 parts OK");
    await done("hook-up", "look");

    await browser.at("hook-up");
    for (const check of hookUpChecks) await browser.tick(check);
    await browser.choose("Gauges on", "Both sides");
    await done("static pressure", "hook-up");

    await browser.at("rest");
    await browser.enter("Low side", "96");
    await browser.enter("High side", "97");
    await browser.enter("Soak temperature", "86");
    await browser.says("At saturation");
    await done("running test", "rest");

    await browser.at("running");
    await browser.enter("Ambient", "88");
    await browser.enter("Humidity", "45");
    for (const [setting, values] of Object.entries(readings)) {
      for (const [name, text] of Object.entries(values)) await browser.enter(`${name}, ${setting}`, text);
    }
    // The liquid line is clamped on the board.
    await browser.touch("Liquid line: no reading");
    await browser.enter("Liquid line, idle, on the board", "94");
    await browser.enter("Liquid line, fast idle, on the board", "95");
    expect(await browser.valueOf("Liquid line, idle")).toBe("94");
    await browser.says("Undercharge", 60_000);
    await browser.says("Green: expected now", 60_000);
    await done("equalisation test", "running");

    await browser.at("shut-off");
    await browser.enter("Equalisation time", "8");
    await browser.choose("Equalised", "Yes");
    await done("diagnosis", "shut-off");

    await browser.at("verdict");
    await browser.says("all 3 possible builds count equally");
    await done("leak", "verdict");

    await browser.at("leak");
    await browser.press("High-side port core: not checked");
    await browser.press("High-side port core, Electronic detector: Leaks");
    await browser.enter("Detector reading, per year", "4");
    await browser.says("One leak found");
    await done("recovery", "leak");

    await browser.at("recover");
    await browser.enter("Recovered", "9");
    await browser.says("Lost");
    await done("repair", "recover");

    await browser.at("repair");
    await browser.press("O-rings at opened joints: replaced");
    await browser.choose("Oil refilled", "PAG");
    const gap = /Missing: oil refilled/.test(await browser.text());
    if (gap) await browser.press("Filled ");
    await done("evacuation", "repair");

    await browser.at("evacuate");
    await browser.enter("Coldest part", "80");
    await browser.enter("Lowest pressure", "420");
    await browser.enter("Pressure after the hold", "480");
    await browser.enter("Hold time", "30");
    await done("charge", "evacuate");

    await browser.at("charge");
    await browser.press("Add cylinder");
    await browser.enter("Net content", "28");
    await browser.choose("What you enter", "Weight dosed by machine");
    await browser.enter("Dosed from Can 1", "20");
    await browser.press("Record Can 1");
    await browser.says("within the label range");
    await done("verification", "charge");

    await browser.at("prove");
    await browser.enter("Ambient", "90");
    await browser.enter("Humidity", "45");
    for (const [name, text] of Object.entries(mended.idle)) await browser.enter(`${name}, idle`, text);
    await browser.says("Before and after, same settings");
    await browser.says("At first conditions", 60_000);
    for (const part of ["High-side port core", "Low-side port core", "Joints and O-rings"]) {
      await browser.press(`${part}: not checked`);
      await browser.press(`${part}, Electronic detector: Tight`);
    }
    await browser.press("Fit both caps");
    await done("sign-off", "prove");

    await browser.at("sign-off");
    await browser.enter("Technician", "Lupe Arden");
    await browser.press("Sign");
    await browser.says("Signed by Lupe Arden");
    const { clicks, keys } = browser.input;
    console.info(`typed job: ${clicks} clicks, ${keys} keys`);
    expect(clicks).toBeLessThanOrEqual(MOST_CLICKS);
    expect(keys).toBeLessThanOrEqual(MOST_KEYS);
    found.push(...(await metricLines(browser)).map((line) => `sign-off: ${line}`));
    expect(found).toEqual([]);
    const job = await storedJob(browser, id);
    // Typed text stays as typed, and in the shop's units.
    expect(job.intake.charge.text).toBe("1 lb 4 oz");
    expect(job.baseline.settings[0].low).toEqual({ text: "18", unit: "psi" });
    expect(job.intake.unsure).toEqual(["compressor"]);
    expect(job.signOff.signedAt).not.toBeNull();
  });

  it("keeps a photo with the step it was taken at, small, over a reload and in the job's file", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Orla Veitch");
    await browser.open(`${address}/job/demo-estate-car/look`);
    await browser.says("Add photos");
    // A picture of 3000 by 2000, drawn here and given as a camera's file would be.
    await browser.driver.executeAsyncScript(`
      const done = arguments[0];
      const canvas = document.createElement("canvas");
      [canvas.width, canvas.height] = [3000, 2000];
      const pen = canvas.getContext("2d");
      for (let i = 0; i < 4000; i++) {
        pen.fillStyle = "hsl(" + ((i * 47) % 360) + " 60% 50%)";
        pen.fillRect((i * 131) % 3000, (i * 97) % 2000, 90, 60);
      }
      canvas.toBlob((blob) => {
        const given = new DataTransfer();
        given.items.add(new File([blob], "belt.jpg", { type: "image/jpeg" }));
        const field = document.querySelector("input[aria-label='Photo of this step']");
        field.files = given.files;
        field.dispatchEvent(new Event("change", { bubbles: true }));
        done();
      }, "image/jpeg", 0.95);
    `);
    await browser.until(
      "the photo is stored",
      async () => (await storedJob(browser, "demo-estate-car")).photos.length === 1,
    );
    const [photo] = (await storedJob(browser, "demo-estate-car")).photos;
    expect(photo.bytes).toBeLessThanOrEqual(220_000);
    expect(photo.width / photo.height).toBeCloseTo(1.5, 1);
    await browser.driver.navigate().refresh();
    await browser.until("it is drawn again", async () =>
      browser.driver.executeScript(
        "const p = document.querySelector('img[alt^=\"Photo 1\"]'); return p !== null && p.naturalWidth > 100",
      ),
    );
    await browser.press("Remove Photo 1 of this step");
    await browser.until("it is gone", async () => (await storedJob(browser, "demo-estate-car")).photos.length === 0);
    await browser.press("Undo");
    await browser.until("and back", async () => (await storedJob(browser, "demo-estate-car")).photos.length === 1);
  });
});
