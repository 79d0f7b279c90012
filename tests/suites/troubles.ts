import { readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import type { Browser } from "../browser/browser";
import { browserSession, storedJob } from "../browser/session";

const ESTATE = "demo-estate-car";
const refuse = `IDBObjectStore.prototype.put = () => { throw new DOMException("the disk is full", "QuotaExceededError"); };`;

/** A worker of the page that fails as it starts, in place of every real one; `window.realWorker` is kept. */
const brokenWorkers = `window.realWorker = window.Worker;
  window.Worker = class extends EventTarget {
    constructor() {
      super();
      setTimeout(() => this.dispatchEvent(new ErrorEvent("error", { message: "the script is damaged" })), 0);
    }
    postMessage() {}
    terminate() {}
  };`;

const saved = (browser: Browser) => readdirSync(browser.downloads).find((name) => name.endsWith(".json"));

describe("what goes wrong beside the work", () => {
  const session = browserSession("demo");

  it("refused text is offered in every view and over a reload: of a job, of a vehicle, of the P-T desk", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Orla Veitch");
    await browser.open(`${address}/job/${ESTATE}/intake`);
    await browser.says("Label under the bonnet");
    await browser.driver.executeScript(refuse);
    await browser.type("Complaint", "Whistles when it is hot");
    await browser.says("Not saved by the browser");
    await browser.open(`${address}/vehicle?id=demo-car-03`);
    await browser.says("Not saved: Orla Veitch, grey estate");
    await browser.type("Note", "Low port behind the battery");
    await browser.says("The browser did not save your last changes: the disk is full");
    await browser.open(`${address}/desk`);
    await browser.says("Evaporating at");
    await browser.says("Low port behind the battery");
    await browser.type("Low side, gauge", "193");
    await browser.says("Values not saved");
    await browser.open(address);
    await browser.says("Not saved: the P-T desk");
    await browser.consoleErrors();

    await browser.driver.navigate().refresh();
    await browser.says("Not saved: Orla Veitch, grey estate");
    await browser.says("Not saved: the P-T desk");
    await browser.says("Low port behind the battery");
    for (const title of ["Orla Veitch, grey estate", "the record of", "the P-T desk"]) {
      const notice = await browser.find(
        `//*[@role='alert' or @role='status'][.//*[contains(., 'Not saved: ${title}')]]//button[contains(., 'Save again')]`,
        `Save again: ${title}`,
      );
      await notice.click();
      await browser.until(`${title} is stored`, async () => !(await browser.text()).includes(`Not saved: ${title}`));
    }
    expect((await storedJob(browser, ESTATE)).intake.complaint).toBe("Whistles when it is hot");
    await browser.open(`${address}/vehicle?id=demo-car-03`);
    await browser.until("the note", async () => (await browser.valueOf("Note")) === "Low port behind the battery");
    await browser.open(`${address}/desk`);
    await browser.until("the pressure", async () => (await browser.valueOf("Low side, gauge")) === "193");
  });

  it("a worker that fails is reported at once and restarts on request; the page goes on", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Orla Veitch");
    await browser.onEveryPage(brokenWorkers);
    await browser.load(`${address}/job/${ESTATE}/verdict`);
    await browser.says("Diagnosis: stopped");
    await browser.says("the script is damaged");
    await browser.driver.executeScript("window.Worker = window.realWorker;");
    for (let troubles = 0; troubles < 5 && (await browser.text()).includes("the script is damaged"); troubles++)
      await browser.press("Restart");
    await browser.says("Possible causes");
    expect(await browser.text()).not.toContain("the script is damaged");
  });

  it("a drill runs where nothing can be stored, and says so", async () => {
    const { browser, address } = session;
    await browser.onEveryPage(refuse);
    await browser.open(`${address}/drill?code=1K-0004Y`);
    await browser.says("Actions");
    await browser.says("Nothing is saved");
    await browser.press("Visual check");
    await browser.until("it is done", async () =>
      /Visual check/.test(
        await browser.driver.executeScript<string>(
          "return document.querySelector(\"ol[aria-label='Actions so far']\")?.textContent ?? ''",
        ),
      ),
    );
    await browser.consoleErrors();
  });

  it("a view that stops with an error offers the record as a file, and another try", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Orla Veitch");
    // Words within a drawing: no part of the frame has any.
    await browser.driver.executeScript(
      `const create = Document.prototype.createElementNS;
       Document.prototype.createElementNS = function (space, name, ...rest) {
         if (window.broken && name === "text") throw new Error("broken by a test");
         return create.call(this, space, name, ...rest);
       };
       window.broken = true;`,
    );
    await browser.open(`${address}/job/${ESTATE}/rest`);
    await browser.says("This view stopped with an error");
    await browser.says("broken by a test");
    await browser.driver.executeScript("window.broken = false;");
    await browser.press("Save this job");
    await browser.until("the file is there", async () => saved(browser) !== undefined);
    await browser.press("Try again");
    await browser.says("At saturation");
    await browser.consoleErrors();
  });
});
