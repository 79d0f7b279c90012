import { describe, expect, inject, it } from "vitest";
import { Browser } from "../browser/browser";
import { storedJob } from "../browser/session";

const VAN = "demo-bakery-van";

describe("a power cut", () => {
  it("loses nothing typed at machine speed, no gram of a recovery, no number waiting to be written down", async () => {
    const address = inject("demo");
    let browser = await Browser.start();
    try {
      await browser.load(address);
      await browser.says("Fennick Bakery");
      await browser.load(`${address}/job/${VAN}/intake`);
      await browser.says("Label under the bonnet");
      // As a scanner does it: every letter a task of its own, none waiting for the other. A quiet machine has stored it 25 ms after the last;
      // this one may be busy with much else.
      const text = "VN WVZ2219X04 leaks at the condenser, lower right corner, since March; filled twice by the owner";
      await browser.driver.executeAsyncScript(
        `const [text, done] = arguments;
         const field = [...document.querySelectorAll("label")].find((l) => l.textContent.trim() === "Complaint");
         const input = document.getElementById(field.htmlFor);
         const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value").set;
         input.focus();
         const { port1, port2 } = new MessageChannel();
         let i = 0;
         port1.onmessage = () => {
           set.call(input, text.slice(0, ++i));
           input.dispatchEvent(new Event("input", { bubbles: true }));
           if (i < text.length) port2.postMessage(null);
           else setTimeout(done, 2000);
         };
         port2.postMessage(null);`,
        text,
      );
      browser = await browser.kill();
      await browser.load(`${address}/job/${VAN}/recover`);
      await browser.says("simulator: ");
      expect((await storedJob(browser, VAN)).intake.complaint).toBe(text);

      await browser.press("Start recovery");
      await browser.rack("× 10");
      const scale = async () => (await storedJob(browser, VAN)).recover.scale?.grams ?? 0;
      await browser.until("it is recovering", async () => (await scale()) > 30);
      const before = await scale();
      browser = await browser.kill();
      await browser.load(`${address}/job/${VAN}/recover`);
      await browser.says("Recovery machine (simulator)");
      await browser.says("Stop and watch");
      await browser.until("it goes on", async () => (await scale()) > before);
      const weighed = async () => Number(/Recovered\n([\d\s]+)/.exec(await browser.text())?.[1]?.replace(/\s/g, ""));
      expect(await weighed()).toBeGreaterThanOrEqual(Math.floor(before));
      await browser.press("Stop and watch");
      await browser.press("Record");
      await browser.rack("Disconnect simulator");
      await browser.until("it is let go", async () => (await storedJob(browser, VAN)).rackVehicle === null);
      await browser.load(`${address}/job/${VAN}/charge`);
      await browser.type("Can 1, net now", "317");
      await browser.driver.executeAsyncScript("setTimeout(arguments[0], 500)");
      browser = await browser.kill();
      await browser.load(`${address}/job/${VAN}/charge`);
      await browser.says("Own scale or machine");
      expect(await browser.valueOf("Can 1, net now")).toBe("317");
      await browser.press("Record Can 1");
      await browser.says(/From Can 1\s+23 g/);
      // Ten kilograms do not fit into a van, and a can gains nothing.
      await browser.type("Can 1, net now", "319");
      await browser.press("Record Can 1");
      await browser.says("gained weight while charging, from 317 g to 319 g");
    } finally {
      await browser.quit();
    }
  });
});
