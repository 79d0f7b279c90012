import { truncateSync, writeFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { checkSchedule, runSchedule } from "@/core/instruments/schedule";
import { checkSimulate } from "@/core/instruments/simulate-request";
import type { Browser } from "../browser/browser";
import { browserSession, type Session, storedJob } from "../browser/session";

/** A log as a device writes it: a clock, psi, semicolons and decimal commas; the high gauge is lost half way. */
function deviceLog(): string {
  const request = checkSimulate({
    vehicle: { refrigerant: "R1234yf", chargeG: 470, metering: "expansion-valve", compressor: "variable-external" },
    conditions: { ambientC: 28, altitudeM: 310 },
    noise: true,
    seed: 4,
  });
  const schedule = checkSchedule({ durationS: 400, rateHz: 2, events: [{ atS: 0, engineRpm: 800 }] });
  if (!request.ok || !schedule.ok) throw new Error("the log could not be made");
  const number = (value: number | null) => (value === null ? "" : value.toFixed(2).replace(".", ","));
  const rows = [...runSchedule(request.value, schedule.value)].map((sample) => {
    const seconds = 36_000 + sample.time;
    const clock = new Date(seconds * 1000).toISOString().slice(11, 21).replace(".", ",");
    const high = sample.time > 250 ? null : sample.high! / 6.894757;
    return [
      clock,
      number(sample.low! / 6.894757),
      number(high),
      number(sample.vent),
      number(sample.suction),
      number(sample.ambient),
      number(sample.rpm),
    ].join(";");
  });
  return `Time;P low psi;P high psi;T vent C;T suction line C;T ambient C;Engine speed\n${rows.join("\n")}\n`;
}

/** A whole number that trembles with time, as a live gauge does. */
const i9 = (t: number) => Math.round(t * 9);

/** The demo's estate car at its running test. */
async function openRunningTest({ browser, address }: Session): Promise<void> {
  await browser.open(address);
  await browser.press("Explore the demo workshop");
  await browser.says("Orla Veitch");
  await browser.open(`${address}/job/demo-estate-car/running`);
  await browser.instruments();
  await browser.says("Open log (CSV)");
}

async function giveFile(browser: Browser, name: string, text: string): Promise<void> {
  const file = path.join(browser.downloads, name);
  writeFileSync(file, text);
  await browser.giveFile("Instrument log", file);
}

describe("a log of real instruments", () => {
  const session = browserSession();

  it("is mapped, played as if live and taken from; a lost channel is named and never becomes a zero", async () => {
    const { browser } = session;
    await openRunningTest(session);
    const give = async (name: string, text: string, as = "Instrument log") => {
      const file = path.join(browser.downloads, name);
      writeFileSync(file, text);
      await browser.giveFile(as, file);
    };
    await give("single.csv", "only one column\n1\n");
    await browser.says("no separate columns");
    await give("device.csv", deviceLog());
    await browser.says("Play log live");
    const chosen = (label: string) =>
      browser.driver.executeScript(
        "const s = document.querySelector('select[aria-label=\"' + arguments[0] + '\"]'); return s.selectedOptions[0].textContent",
        label,
      );
    expect(await chosen("Column of High side")).toBe("P high psi");
    expect(await chosen("Log unit of High side")).toBe("psi");
    expect(await chosen("Time format")).toBe("clock, hh:mm:ss");
    expect(await chosen("Column of Liquid line")).toBe("none");

    await browser.select("Time format", "seconds");
    await browser.press("Play log live");
    await browser.says("does not match the time format");
    await browser.select("Time format", "clock");
    await browser.press("Play log live");
    await browser.says("playing log");
    await browser.says("Add shop chart");
    await give("wall.csv", "Ambient C,Low side,High side psi\n20,25-35,140-180\n", "Shop chart");
    await browser.says("has no unit for low side");
    await give("wall.csv", "Ambient C,Low side psi,High side psi\n20,25-35,140-180\n40,35-55,240-300\n", "Shop chart");
    // By hand at 28 degC: 29 to 43 psi and 180 to 228 psi, shown in what this shop reads.
    await browser.says(/Dashed: wall\.csv at 2[78]\.\d\s°C: low [12]\d\d–[23]\d\d, high 1.2\d\d–1.[56]\d\d kPa/);
    await browser.driver.navigate().refresh();
    await browser.instruments();
    await browser.says("Open log (CSV)");
    await give("device.csv", deviceLog());
    await browser.press("Play log live");
    await browser.says("Dashed: wall.csv");
    // A line without a clamp is said to be unmeasured, not to be at a standstill.
    await browser.says(/Subcooling\n–\n?\s?K\nnot measured/);
    await browser.press("Remove chart");
    await browser.says("Add shop chart");
    await browser.rack("× 60");
    await browser.says("no reading", 30_000);
    await browser.says("log ended", 30_000);
    const before = (await storedJob(browser, "demo-estate-car")).baseline.settings[0].low.text;
    await browser.press("Record");
    await browser.until(
      "taken",
      async () => (await storedJob(browser, "demo-estate-car")).baseline.settings[0].takenAt !== null,
    );
    const { low, high, liquid } = (await storedJob(browser, "demo-estate-car")).baseline.settings[0];
    expect(low.text).not.toBe(before);
    expect([high.text, liquid.text]).toEqual(["", ""]);
    expect(await browser.text()).not.toMatch(/NaN|Infinity|undefined/);
    await browser.rack("Close log");
    await browser.says("readings entered");
  });

  it("is doubted where its sides are exchanged: put right by one press, and as it stands it overwrites nothing good", async () => {
    const { browser, address } = session;
    await openRunningTest(session);
    await browser.type("Low side, idle", "231");
    await browser.type("High side, idle", "1320");
    const rows = Array.from({ length: 200 }, (_, t) => `${t},${1300 + (i9(t) % 5)},${205 + (i9(t) % 3)},9,820`);
    const swapped = `time s,low kPa,high kPa,vent C,rpm\n${rows.join("\n")}\n`;
    await giveFile(browser, "swapped.csv", swapped);
    await browser.press("Play log live");
    await browser.says("Check this log first");
    await browser.says("Low and high look exchanged");
    await browser.press("Play unchanged");
    await browser.says("The low side reads above the high side while running", 30_000);
    const take = await browser.button("Record now");
    expect(await take.isEnabled()).toBe(false);
    expect((await storedJob(browser, "demo-estate-car")).baseline.settings[0].low.text).toBe("231");
    await browser.rack("Close log");
    await browser.open(`${address}/job/demo-estate-car/running`);
    await browser.instruments();
    await giveFile(browser, "swapped.csv", swapped);
    await browser.press("Play log live");
    await browser.press("Exchange sides");
    await browser.says("playing log");
    await browser.until("it reads as it should", async () => {
      const text = await browser.text();
      return !text.includes("The low side reads more") && /1\s?30\d/.test(text);
    });
    await browser.rack("Close log");
  });

  it("names a source that has fallen silent, takes nothing from it, and goes on when it speaks again", async () => {
    const { browser } = session;
    await openRunningTest(session);
    const silence = { from: 6, to: 18 };
    const rows = Array.from({ length: 200 }, (_, i) => 0.2 * i)
      .filter((t) => t < silence.from || t > silence.to)
      .map((t) => `${t.toFixed(1)},${240 + (i9(t) % 3)},${1400 + (i9(t) % 5)},800`);
    await giveFile(browser, "gap.csv", `Time s,Low kPa,High kPa,rpm\n${rows.join("\n")}\n`);
    await browser.press("Play log live");
    await browser.says(/No data for \d+ s: these values are old/);
    await browser.says("Source has stopped sending");
    const take = await browser.button("Record now");
    expect(await take.isEnabled()).toBe(false);
    await browser.until("it speaks again", async () => !(await browser.text()).includes("Nothing has come"));
  });

  it("refuses a file of 200 MB with the limit", async () => {
    const { browser } = session;
    await openRunningTest(session);
    const file = path.join(browser.downloads, "endless.csv");
    writeFileSync(file, "Time s,Low kPa\n0,240\n");
    truncateSync(file, 200_000_000);
    await browser.giveFile("Instrument log", file);
    await browser.says(/200(\.0)? MB/);
    await browser.says(/100(\.0)? MB/);
    expect(await browser.text()).not.toContain("Play log live");
  });
});
