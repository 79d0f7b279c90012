import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { findingsOf } from "../browser/findings";
import { browserSession, storedJob } from "../browser/session";

describe("away from the screen", () => {
  const session = browserSession("demo");
  const VAN = "demo-bakery-van";

  it("a running step is read from across the bay, acts by one key, and is heard", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    await browser.open(`${address}/job/${VAN}/running`);
    await browser.says("simulator: ");
    // What would be heard is counted where no loudspeaker is.
    await browser.driver.executeScript(
      `window.tones = []; const start = OscillatorNode.prototype.start;
       OscillatorNode.prototype.start = function (...at) { window.tones.push(this.frequency.value); return start.apply(this, at); };`,
    );
    await browser.rack("Idle");
    await browser.rack("× 60");
    await browser.foldInstruments();
    const send = (key: string) => browser.driver.actions().sendKeys(key).perform();
    await send("f");
    await browser.until("three values", async () =>
      browser.driver.executeScript<boolean>(`return document.querySelectorAll("[data-distance]").length === 1`),
    );
    const digits = await browser.driver.executeScript<number[]>(
      `return [...document.querySelectorAll("[data-distance] p, [data-distance] span, [data-distance] div")]
         .filter((e) => e.children.length === 0 && /^[−\\d\\s.]+$/.test(e.textContent) && e.textContent.trim() !== "")
         .map((e) => parseFloat(getComputedStyle(e).fontSize));`,
    );
    expect(digits).toHaveLength(3);
    expect(Math.min(...digits)).toBeGreaterThanOrEqual(120);
    expect(await findingsOf(browser), "distance view").toEqual([]);
    // Settled, its one action records the reading: by space, wherever the focus is.
    await browser.says("Record idle", 60_000);
    const said = await browser.driver.executeScript<string>(
      `return document.querySelector("[data-distance] button[data-kind='act']").textContent;`,
    );
    expect(said).toBe("Record idle");
    await send(Key.SPACE);
    await browser.until(
      "it is recorded",
      async () => (await storedJob(browser, VAN)).baseline.settings[0].takenAt !== null,
    );
    const heard = await browser.driver.executeScript<number[]>("return window.tones;");
    expect(heard).toEqual(expect.arrayContaining([660, 880, 1320]));
    // No other key reaches the step below.
    await send("n");
    await send(Key.ESCAPE);
    await browser.until("it is closed", async () =>
      browser.driver.executeScript<boolean>(`return document.querySelector("[data-distance]") === null`),
    );
    await browser.at("running");
  });
});
