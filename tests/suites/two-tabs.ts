import { describe, expect, it } from "vitest";
import { movedBy } from "../../src/core/charge/books/ledger";
import { putOn } from "../browser/demo-walk";
import { OPEN_STORE } from "../browser/open-store";
import { browserSession, storedJob } from "../browser/session";

describe("a job in two tabs", () => {
  const session = browserSession("demo");

  it("one holds the desk, the other reads along and takes over a draw with every gram; what it then says and stores is one", async () => {
    const { browser, address } = session;
    const { driver } = browser;
    const charge = `${address}/job/demo-bakery-van/charge`;
    await browser.load(address);
    await browser.says("Fennick Bakery");
    await browser.load(`${address}/job/demo-bakery-van/recover`);
    await browser.type("Recovered", "170");
    await browser.until(
      "stored",
      async () => (await storedJob(browser, "demo-bakery-van")).recover.recovered.text === "170",
    );
    await browser.load(charge);
    await putOn(browser, "Can 1");
    await browser.press("Open Liquid, high side");
    const grams = async () => {
      const open = (await storedJob(browser, "demo-bakery-van")).charge.open;
      return open === null ? 0 : open.startG - open.nowG;
    };
    // In real time: a machine that stops for half a minute does not empty the can meanwhile.
    await browser.until("it flows", async () => (await grams()) > 5);
    const first = await driver.getWindowHandle();

    await driver.switchTo().newWindow("tab");
    // Even a look at its first step ended the draw once.
    await browser.load(`${address}/job/demo-bakery-van/intake`);
    await browser.says("Open in another tab");
    expect(await (await browser.button("Done: visual check")).isEnabled()).toBe(false);
    await browser.load(charge);
    await browser.says("Open in another tab");
    await browser.until("what has flowed is seen here", async () => (await grams()) > 5);
    const earlier = await grams();
    await browser.until("it goes on flowing", async () => (await grams()) > earlier + 5);

    await browser.press("Take over here");
    await browser.until("the desk is here", async () => !(await browser.text()).includes("Open in another tab"));
    await browser.until(
      "the draw is booked",
      async () => (await storedJob(browser, "demo-bakery-van")).charge.open === null,
      60_000,
    );
    const { ledger } = await storedJob(browser, "demo-bakery-van");
    const booked = movedBy(ledger, "charge");
    const rack = (await driver.executeAsyncScript(
      `const done = arguments[0];
       const opening = ${OPEN_STORE};
       opening.onsuccess = () => {
         const get = opening.result.transaction("racks").objectStore("racks").get("demo-bakery-van");
         get.onsuccess = () => { opening.result.close(); done(get.result.state); };
       };`,
    )) as { containers: Record<string, number> };
    // The books, the can and the page say the same, but for a gram or two of the scale.
    expect(Math.abs(340 - rack.containers["demo-can-a"]! * 1000 - booked)).toBeLessThan(5);
    await browser.says(new RegExp(`From Can 1\\s+${Math.round(booked)} g`));
    await browser.says("Valve closed.");

    const second = await driver.getWindowHandle();
    await driver.switchTo().window(first);
    await browser.says("Open in another tab");
    await browser.says("Take over here");
    // The first tab gets it back by itself when the second goes.
    await driver.switchTo().window(second);
    await driver.close();
    await driver.switchTo().window(first);
    await browser.until("the desk is back", async () => !(await browser.text()).includes("Open in another tab"));
    await browser.says("simulator: ");
  });
});
