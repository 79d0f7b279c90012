import { By, Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { browserSession, storedJob } from "../browser/session";

describe("the P-T desk", () => {
  const session = browserSession("demo");

  it("is a key away from everywhere, answers both ways in any unit, is kept over a reload, and goes into a job", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Orla Veitch");
    await browser.driver.findElement(By.css("body")).sendKeys("p");
    await browser.at("desk");
    await browser.says("Evaporating at");
    await browser.type("Low side, gauge", "192");
    // R134a, published: 292.8 kPa absolute at 0 degC.
    await browser.until(
      "it boils at nought",
      async () => Math.abs(Number(await browser.valueOf("Evaporating at"))) < 0.4,
    );
    await browser.type("Condensing at", "50");
    // 1 318 kPa absolute at 50 degC.
    await browser.until(
      "its pressure",
      async () => Math.abs(Number(await browser.valueOf("High side, gauge")) - 1217) < 4,
    );
    await browser.type("Liquid line", "42");
    await browser.says(/Subcooling\n8\.0/);
    const slider = await browser.find("//*[@role='slider' and starts-with(@aria-label, 'Low')]", "the low mark");
    const before = Number(await slider.getAttribute("aria-valuenow"));
    await slider.sendKeys(Key.ARROW_RIGHT);
    await browser.until("it moved", async () => Number(await slider.getAttribute("aria-valuenow")) > before);
    await browser.driver.actions().dragAndDrop(slider, { x: 0, y: -60 }).perform();
    await browser.until("it was pulled", async () => Number(await slider.getAttribute("aria-valuenow")) > before + 4);

    await browser.type("Static pressure", "470");
    await browser.type("Soak temperature", "20");
    await browser.says("some liquid is left, amount unknown");
    // Other units for the moment; those of Settings are back as the desk is opened anew.
    await browser.choose("Units for now", "US");
    await browser.says(/Saturation is 6[78]\.\d psi/);
    expect(await browser.text()).not.toMatch(/NaN|undefined|kPa\b(?! *\n)/);
    await browser.driver.navigate().refresh();
    await browser.says(/Saturation is 47\d kPa/);
    await browser.press("Create job");
    await browser.at("intake");
    const id = (await browser.driver.getCurrentUrl()).split("/").at(-2)!;
    const job = await storedJob(browser, id);
    expect(job.intake.refrigerant).toBe("R134a");
    expect(job.rest.soak.unit).toBe("degC");
  });

  it("reads a vacuum in inHg, asks about readings that cannot be, and compares refrigerants without a dome", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.open(`${address}/desk`);
    await browser.says("Evaporating at");
    await browser.type("Low side, gauge", "10 inHg");
    // 101.3 - 33.9 = 67.5 kPa absolute: R134a evaporates at -35 degC.
    await browser.until("below zero", async () => Math.abs(Number(await browser.valueOf("Evaporating at")) + 35.4) < 1);
    await browser.type("Low side, gauge", "1300");
    await browser.type("High side, gauge", "210");
    await browser.says("The low side reads above the high side while running.");
    await browser.type("Low side, gauge", "210");
    await browser.type("High side, gauge", "1300");
    await browser.until(
      "not asked any more",
      async () => !(await browser.text()).includes("reads above the high side"),
    );
    await browser.select("Refrigerant to compare", "R152a");
    await browser.says("Only saturation is known for R152a");
    await browser.find("//*[@role='slider' and starts-with(@aria-label, 'High')]", "the high line");
  });
});
