import { By, Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { browserSession } from "../browser/session";

describe("help and the palette", () => {
  const session = browserSession("demo");

  it("explain a step where it stands, a word with a drawing of the simulator, and find anything by keys alone", async () => {
    const { browser, address } = session;
    const keys = (...pressed: string[]) =>
      browser.driver
        .actions()
        .sendKeys(...pressed)
        .perform();
    const find = () => browser.driver.actions().keyDown(Key.CONTROL).sendKeys("k").keyUp(Key.CONTROL).perform();
    await browser.open(address);
    await browser.says("Fennick Bakery");

    // A vehicle by its name, then its step's help, then a word of it.
    await find();
    await browser.until("the palette's field has the focus", async () => (await focused()) === "Search");
    await keys("orla", Key.ENTER);
    await browser.at("intake");
    await browser.says("Orla Veitch, grey estate");
    await keys("5");
    await browser.at("running");
    await browser.says("Superheat");
    await keys("?");
    await browser.says("Maximum cold at idle, then fast idle.");
    await browser.says("Step 12: Charge");
    await browser.type("Search help", "subcool");
    await browser.says("Condensing temperature minus liquid-line temperature");
    await browser.until(
      "the simulator's drawing",
      async () =>
        (await browser.driver.findElements(By.css("aside svg[aria-label^='Pressures against charge']"))).length === 1,
      30_000,
    );
    await keys(Key.ESCAPE);
    await browser.until(
      "help is closed",
      async () => (await browser.driver.findElements(By.css("aside[aria-label='Help']"))).length === 0,
    );

    // A cause, from anywhere, with what it does to the needles.
    await find();
    await browser.until("the palette again", async () => (await focused()) === "Search");
    await keys("stuck open");
    await browser.says("Metering device stuck open");
    await keys(Key.ENTER);
    await browser.says("Often mistaken for a weak compressor");
    await browser.says("fault", 30_000);
    await keys(Key.ESCAPE);

    // A setting, by another word for it.
    await find();
    await browser.until("the palette once more", async () => (await focused()) === "Search");
    await keys("calibration");
    await browser.says("Instruments");
    await keys(Key.ENTER);
    await browser.until("the settings at their card", async () =>
      (await browser.driver.getCurrentUrl()).endsWith("/settings#instruments"),
    );
    await browser.says("Low-side gauge");

    async function focused(): Promise<string> {
      return (await browser.driver.executeScript(
        "return document.activeElement?.getAttribute('aria-label') ?? ''",
      )) as string;
    }
  });

  it("opens beside the word that was pressed", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    await browser.open(`${address}/job/demo-estate-car/running`);
    await browser.says("Evaporator air drop");
    await browser.press("Evaporator air drop");
    await browser.says("Return air minus vent air");
    await browser.press("Close help");
    expect(await browser.text()).not.toContain("Return air minus vent air");
  });
});
