import { writeFileSync } from "node:fs";
import path from "node:path";
import { By } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { startServer } from "../browser/server";
import { browserSession } from "../browser/session";

describe("without a network", () => {
  const session = browserSession();

  it("after one visit every view and every worker works with the server stopped, also in a job that was never opened before", async () => {
    const { browser } = session;
    const server = await startServer();
    const { address } = server;
    try {
      await browser.open(address);
      await browser.says("No car in the bay");
      await browser.until(
        "everything is kept",
        () =>
          browser.driver.executeScript(
            "return navigator.serviceWorker.getRegistration().then((one) => one !== undefined && one.active !== null && one.active.state === 'activated')",
          ),
        60_000,
      );
    } finally {
      await server.stop();
    }
    await expect(fetch(address)).rejects.toThrow();
    await browser.open(`${address}/desk`);
    await browser.says("Boils at");
    await browser.type("Low side, gauge", "192");
    await browser.until("it computes", async () => Math.abs(Number(await browser.valueOf("Boils at"))) < 0.4);
    await browser.open(address);
    await browser.press("Load the demo workshop");
    await browser.says("Fennick Bakery");
    // The diagnosing worker, with what it has learned.
    await browser.open(`${address}/job/demo-estate-car/verdict`);
    await browser.says("Causes, with what speaks", 60_000);
    // The rack and the bands, in a job that this browser has not opened yet.
    await browser.open(`${address}/job/demo-bakery-van/running`);
    await browser.says("simulated rack");
    await browser.press("Idle");
    await browser.says("Green: such a vehicle", 60_000);
    // On to the next step as a person goes, and to one with the charge desk's worker.
    await browser.driver.findElement(By.xpath("//nav[@aria-label='Run-sheet']//button[contains(., 'Charge')]")).click();
    await browser.at("charge");
    await browser.says("schools would have put in");
    await browser.says(/By weight/, 60_000);
    await browser.open(`${address}/job/demo-estate-car/running`);
    await browser.says("Open an instrument log");
    const log = path.join(browser.downloads, "yard.csv");
    writeFileSync(
      log,
      `Yard logger\n\nTime s,Low kPa,High kPa\n${Array.from({ length: 50 }, (_, i) => `${i},240,1400`).join("\n")}\n`,
    );
    await browser.driver.findElement(By.css("input[aria-label='Instrument log']")).sendKeys(log);
    await browser.press("Play it as if live");
    await browser.says("log playing");
    await browser.open(`${address}/job/nobody-knows/intake`);
    await browser.says("This job is not stored here");
    // The server is gone: what the browser says of that is no fault of the page.
    const errors = await browser.consoleErrors();
    expect(errors.filter((line) => !/ERR_CONNECTION_REFUSED|Failed to fetch/.test(line))).toEqual([]);
  });
});
