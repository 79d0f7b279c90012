import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { readJobFile } from "../../src/core/records/files/job-file";
import { OPEN_STORE } from "../browser/open-store";
import { browserSession, storedJob } from "../browser/session";

const ESTATE = "demo-estate-car";

describe("a store that refuses", () => {
  const session = browserSession("demo");

  it("is said until it stores again; what is shown is kept, and is in the file", async () => {
    const { browser, address } = session;
    await browser.load(address);
    await browser.says("Orla Veitch");
    await browser.load(`${address}/job/${ESTATE}/intake`);
    await browser.says("Label under the bonnet");
    await browser.driver.executeScript(
      `window.put = IDBObjectStore.prototype.put;
       IDBObjectStore.prototype.put = () => { throw new DOMException("the disk is full", "QuotaExceededError"); };`,
    );
    await browser.type("Complaint", "Whistles when it is hot");
    await browser.says("Not saved by the browser");
    await browser.says("the disk is full");
    await browser.press("Change altitude");
    await browser.type("Workshop altitude", "512");
    await browser.press("Save as file");
    const saved = async () => readdirSync(browser.downloads).find((name) => name.endsWith(".json"));
    await browser.until("the file is there", async () => (await saved()) !== undefined);
    const file = readJobFile(readFileSync(path.join(browser.downloads, (await saved())!), "utf8"));
    expect(file).toMatchObject({
      ok: true,
      value: { intake: { complaint: "Whistles when it is hot" }, altitude: { text: "512" } },
    });
    await browser.driver.executeScript("IDBObjectStore.prototype.put = window.put;");
    await browser.until(
      "it is stored by itself",
      async () => (await storedJob(browser, ESTATE)).altitude.text === "512",
    );
    await browser.until(
      "the message is gone",
      async () => !(await browser.text()).includes("Not saved by the browser"),
    );
    await browser.consoleErrors();
  });

  it("that cannot be opened at all is said in Bay and job, without an endless wait", async () => {
    const { browser, address } = session;
    await browser.driver.executeScript("return 0");
    await browser.onEveryPage(
      "IDBFactory.prototype.open = () => { throw new DOMException('not in a private window', 'InvalidStateError'); };",
    );
    await browser.load(address);
    await browser.says("The browser's storage cannot be opened");
    await browser.says("not in a private window");
    await browser.load(`${address}/job/${ESTATE}/rest`);
    await browser.says("The browser's storage cannot be opened");
    expect(await browser.text()).not.toContain("Opening the job");
    await browser.consoleErrors();
  });

  it("sets one broken record aside by name, as text, and shows the others; a removed job comes back after a reload", async () => {
    const { browser, address } = session;
    await browser.load(address);
    await browser.says("Orla Veitch");
    await browser.driver.executeAsyncScript(
      `const [id, done] = arguments;
       const opening = ${OPEN_STORE};
       opening.onsuccess = () => {
         const store = opening.result.transaction("jobs", "readwrite").objectStore("jobs");
         const get = store.get(id);
         get.onsuccess = () => { store.put({ ...get.result, rest: null }).onsuccess = () => { opening.result.close(); done(); }; };
       };`,
      ESTATE,
    );
    await browser.driver.navigate().refresh();
    await browser.says(/Orla Veitch, grey estate: unreadable, set aside/);
    await browser.says("Fennick Bakery");
    await browser.press("Show as text");
    await browser.says('"rest": null');
    await browser.load(`${address}/job/${ESTATE}/rest`);
    await browser.says("This job cannot be read");
    await browser.says("damaged at “rest”");
    await browser.press("Show as text");
    await browser.says('"rest": null');

    await browser.load(address);
    await browser.press("More for Fennick Bakery, van 3");
    await browser.pick("Remove");
    await browser.says("Fennick Bakery, van 3 removed");
    await browser.driver.navigate().refresh();
    await browser.says("Kept for 30 more days");
    await browser.press("Restore Fennick Bakery, van 3");
    await browser.until(
      "it is back",
      async () => (await browser.text()).includes("Open job file") && !(await browser.text()).includes("was removed"),
    );
    await browser.says("Fennick Bakery, van 3");
  });

  it("an address that is no escape of anything is a page that is not there", async () => {
    for (const where of ["/job/%/intake", "/job/%E0%A4%A/charge", "/%"]) {
      const answer = await fetch(session.address + where);
      expect(answer.status, where).toBe(404);
      expect(answer.headers.get("content-security-policy")).toMatch(/script-src 'self' 'nonce-[\w+/=]+';/);
    }
    expect((await fetch(`${session.address}/job/x/intake`)).headers.get("content-security-policy")).not.toMatch(
      /script-src[^;]*unsafe/,
    );
  });
});
