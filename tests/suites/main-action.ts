import { describe, expect, it } from "vitest";
import { stepIds } from "../../src/core/records/job";
import { bench, tablet } from "../browser/browser";
import { browserSession } from "../browser/session";

/** What of a step's foot cannot be seen or pressed where it stands, without any scrolling. */
const HIDDEN = `
const foot = document.querySelector("[data-step-foot]");
if (foot === null) return ["no foot"];
const buttons = [...foot.querySelectorAll("button")];
if (buttons.length === 0) return ["no action"];
return buttons.flatMap((button) => {
  const box = button.getBoundingClientRect();
  const over = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
  const inside = box.top >= 0 && box.left >= 0 && box.bottom <= innerHeight && box.right <= innerWidth;
  return inside && box.height >= 44 && over !== null && button.contains(over) ? [] : [button.textContent];
});`;
/** Heights at which the steps of the run-sheet stand. */
const ROWS = `return [...new Set([...document.querySelectorAll("nav[aria-label='Steps'] button")].map((b) => Math.round(b.getBoundingClientRect().top)))].length;`;

describe("every step of a job", () => {
  const session = browserSession("demo");

  it("shows its main action where it stands, on the bench and upright, with instruments running", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Orla Veitch");
    await browser.open(`${address}/job/demo-estate-car/running`);
    await browser.says("Readings");
    await browser.rack("Connect simulator");
    await browser.foldInstruments();
    const hidden: string[] = [];
    for (const step of stepIds) {
      await browser.open(`${address}/job/demo-estate-car/${step}`);
      await browser.until(`the foot of ${step}`, async () =>
        browser.driver.executeScript<boolean>("return document.querySelector('[data-step-foot] button') !== null"),
      );
      for (const size of [bench, tablet]) {
        await browser.resize(size);
        const found = await browser.driver.executeScript<string[]>(HIDDEN);
        hidden.push(...found.map((text) => `${step} at ${size.width}: ${text}`));
      }
      expect(await browser.driver.executeScript<number>(ROWS), `rows of steps at ${step}`).toBe(1);
    }
    expect(hidden).toEqual([]);
  });
});
