import { By, Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { browserSession, storedJob } from "../browser/session";

describe("entering a job", () => {
  const session = browserSession();
  const send = (...keys: string[]) =>
    session.browser.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  const idOfJob = async () => (await session.browser.driver.getCurrentUrl()).split("/").at(-2)!;

  it("takes a typed job from New job to both readings with at most 110 keys, none of them lost", async () => {
    const { browser, address } = session;
    let keys = 0;
    const press = async (...pressed: string[]) => {
      keys += pressed.reduce((sum, text) => sum + text.length, 0);
      await send(...pressed);
    };
    const focusOn = (label: string) =>
      browser.until(`the focus is on ${label}`, async () =>
        browser.driver.executeScript(
          `const e = document.activeElement;
           const group = document.getElementById(e.closest("[role=radiogroup]")?.getAttribute("aria-labelledby") ?? "");
           return [e.getAttribute("aria-label"), e.labels?.[0]?.textContent, group?.textContent, e.textContent]
             .some((text) => text?.trim().startsWith(arguments[0]));`,
          label,
        ),
      );
    await browser.open(address);
    await browser.says("No open jobs");
    await press("n");
    await browser.at("intake");
    const id = await idOfJob();
    await focusOn("Vehicle");
    // Letters that are keys of other views stay in the field.
    await press("Red van", Key.ENTER);
    await focusOn("Refrigerant");
    await press(Key.SPACE, Key.ENTER);
    await focusOn("Label charge");
    await press("580", Key.ENTER);
    for (const group of ["Metering device", "Compressor"]) {
      await focusOn(group);
      await press(Key.SPACE, Key.ENTER);
    }
    await focusOn("Done: visual check");
    await press("5");
    await browser.at("running");
    await focusOn("Running test");
    await press(Key.ENTER);
    await focusOn("Ambient");
    await press("27", Key.ENTER);
    await focusOn("Altitude");
    await press("100", Key.ENTER);
    await focusOn("Low side, idle");
    await press("210", Key.ENTER);
    await focusOn("High side, idle");
    await press("1250", Key.TAB);
    await focusOn("High side, fast idle");
    await press("1480");
    await browser.type("Low side, fast idle", "165");
    keys += 2 + 3;
    const { intake, baseline } = await storedJob(browser, id);
    expect(intake.vehicle).toBe("Red van");
    const [idle, fast] = baseline.settings;
    expect([idle.low.text, idle.high.text, fast.low.text, fast.high.text]).toEqual(["210", "1250", "165", "1480"]);
    expect(keys).toBeLessThanOrEqual(110);
  });

  it("replaces a filled field that is tapped, keeps every other field in place, and ends no step with an error in it", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.press("New job");
    await browser.at("intake");
    const id = await idOfJob();
    await browser.type("Vehicle", "Red van");
    await browser.open(`${address}/job/${id}/running`);
    await browser.says("Readings");
    const field = (label: string) => browser.driver.findElement(By.css(`input[id="${label}"]`));
    const idOf = (name: string) =>
      browser.driver.executeScript<string>(
        "return [...document.querySelectorAll('label')].find((l) => l.textContent.trim() === arguments[0]).htmlFor",
        name,
      );
    const ambient = await field(await idOf("Ambient"));
    await ambient.click();
    await send("80");
    await browser.driver.executeScript("document.activeElement.blur()");
    const below = await field(await idOf("Low side, idle"));
    const before = await below.getRect();
    await ambient.click();
    await send("900");
    expect(await ambient.getAttribute("value")).toBe("900");
    await browser.says("Correct: Ambient");
    expect((await below.getRect()).y).toBe(before.y);
    const done = await browser.driver.findElement(By.css("[data-step-end]"));
    expect(await done.isEnabled()).toBe(false);
  });

  it("reaches the work by the first stop, and leaves letters alone where the shop wants that", async () => {
    const { browser, address } = session;
    await browser.open(`${address}/settings`);
    await browser.says("Data in this browser");
    await send(Key.TAB);
    expect(await browser.driver.executeScript("return document.activeElement.textContent")).toBe("Skip to content");
    await send(Key.ENTER);
    expect(await browser.driver.executeScript("return document.activeElement.tagName")).toBe("MAIN");
    await browser.choose("Letter shortcuts", "Off");
    const chosen = (value: string) =>
      browser.until(`it is ${value}`, () =>
        browser.driver.executeScript<boolean>(
          "return [...document.querySelectorAll('label[data-state=checked]')].some((l) => l.textContent === arguments[0] && l.closest('[role=radiogroup]').textContent.startsWith('Letter'))",
          value,
        ),
      );
    await chosen("Off");
    await browser.driver.executeScript("document.activeElement.blur()");
    await send("v");
    await browser.choose("Letter shortcuts", "On");
    await chosen("On");
    expect(await browser.driver.getCurrentUrl()).toContain("/settings");
    await browser.driver.executeScript("document.activeElement.blur()");
    await send("v");
    await browser.says("No vehicles");
  });
});
