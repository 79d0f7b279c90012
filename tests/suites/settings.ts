import { readdirSync } from "node:fs";
import path from "node:path";
import { By } from "selenium-webdriver";
import { describe, expect, inject, it } from "vitest";
import { browserSession, storedJob } from "../browser/session";

describe("settings", () => {
  const session = browserSession("demo");

  it("give new jobs their units, and take all of a shop out, away and in again", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    const before = await storedJob(browser, "demo-estate-car");
    await browser.driver.findElement(By.css("body")).sendKeys(",");
    await browser.at("settings");
    await browser.says(/3 jobs/);
    await browser.choose("Unit set", "US");
    await browser.type("Technicians", "Tamsin Rowe, Idris Vane");
    await browser.press("Save everything");
    const saved = () => readdirSync(browser.downloads).find((name) => name.startsWith("evrid-demo-shop-"));
    await browser.until("the file is there", async () => saved() !== undefined);

    await browser.open(address);
    await browser.press("New job");
    await browser.at("intake");
    const id = (await browser.driver.getCurrentUrl()).split("/").at(-2)!;
    const job = await storedJob(browser, id);
    expect([job.intake.charge.unit, job.baseline.settings[0].low.unit]).toEqual(["oz", "psi"]);
    expect(job.signOff.technician).toBe("Tamsin Rowe");

    await browser.open(`${address}/settings`);
    await browser.says(/4 jobs/);
    // Nothing that the demo workshop invents has to be in a copy.
    await browser.type("Type “erase” to erase everything", "erase");
    await browser.press("Erase everything");
    await browser.says("All data was erased");
    await browser.says(/0 jobs/);
    await browser.driver
      .findElement(By.css("input[aria-label='Shop file']"))
      .sendKeys(path.join(browser.downloads, saved()!));
    // Into the empty browser it comes at once: the three on the bay and the year behind them.
    await browser.says("New: 203 jobs");
    expect(await storedJob(browser, "demo-estate-car")).toEqual(before);

    // A shop's own job is in no copy.
    await browser.open(inject("plain"));
    await browser.says("No open jobs");
    await browser.press("New job");
    await browser.at("intake");
    await browser.open(`${inject("plain")}/settings`);
    await browser.says(/Only here: 1 job/);
    const erase = await browser.button("Erase everything");
    await browser.type("Type “erase 1 job” to erase everything", "erase");
    expect(await erase.isEnabled()).toBe(false);
    await browser.type("Type “erase 1 job” to erase everything", "erase 1 job");
    await browser.press("Erase everything");
    await browser.says("All data was erased");
  });

  it("are heard at once in every tab, and feed what stands beside a number", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    await browser.open(`${address}/job/demo-estate-car/rest`);
    await browser.says(/equal within ± \d+ kPa/);
    const job = await browser.driver.getWindowHandle();
    await browser.driver.switchTo().newWindow("tab");
    const settings = await browser.driver.getWindowHandle();
    const beside = async (act: () => Promise<void>, said: RegExp) => {
      await browser.driver.switchTo().window(settings);
      await act();
      await browser.driver.switchTo().window(job);
      await browser.says(said);
    };
    await browser.open(`${address}/settings`);
    await beside(() => browser.choose("Unit set", "US"), /equal within ± \d\.\d psi/);
    const before = await beyond();
    await beside(() => browser.type("Class", "0.25"), /equal within/);
    await browser.until("a finer gauge counts sooner", async () => (await beyond()) < before);
    // Measured values keep their unit.
    expect(await browser.valueOf("Low side")).toMatch(/^\d+$/);

    async function beyond(): Promise<number> {
      return Number(/equal within ± ([\d.]+)/.exec(await browser.text())![1]);
    }
  });
});
