import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { By } from "selenium-webdriver";
import { describe, expect, inject, it } from "vitest";
import { type LedgerEntry, movedBy } from "../../src/core/charge/books/ledger";
import { NEWEST_JOB_VERSION } from "../../src/core/records/files/job-file";
import { type Browser, tablet } from "../browser/browser";
import { putOn, walkDemoJob } from "../browser/demo-walk";
import { chooseUsUnits, metricLines } from "../browser/readable";
import { browserSession, storedJob } from "../browser/session";

describe("the whole run-sheet on the demo van", () => {
  const session = browserSession("demo");

  it("goes from label to label weight in US units on a tablet held upright, signs off, and its file reads back identical", async () => {
    const { browser, address } = session;
    await chooseUsUnits(browser, address);
    await browser.resize(tablet);
    const seen: string[] = [];
    const found: string[] = [];
    await walkDemoJob(browser, address, async (name) => {
      seen.push(name);
      found.push(...(await metricLines(browser)).map((line) => `${name}: ${line}`));
      const sideways = await browser.driver.executeScript<number>(
        "return Math.max(...[document.documentElement, ...document.querySelectorAll('main, main *')].map((e) => getComputedStyle(e).overflowX === 'hidden' ? 0 : e.getBoundingClientRect().right - innerWidth))",
      );
      expect(sideways, `${name} runs out of the screen`).toBeLessThan(1);
      expect(await browser.text(), `on ${name}`).not.toMatch(/undefined|NaN|Infinity|\[object/);
    });
    expect(seen).toEqual([
      "bay",
      "intake",
      "look",
      "hook-up",
      "rest",
      "running",
      "shut-off",
      "verdict",
      "leak",
      "recover",
      "repair",
      "evacuate",
      "charge",
      "prove",
      "leak-check",
      "sign-off",
    ]);
    expect(found).toEqual([]);

    await browser.press("Save job file");
    const first = await downloaded(browser);
    const job = JSON.parse(first);
    expect(job.format).toBe("evrid.job");
    const ledger: LedgerEntry[] = job.ledger;
    expect(Math.abs(movedBy(ledger, "charge") - 9 - 4 - 580)).toBeLessThan(20);
    // The made-up 4 g, told in ounces.
    expect(movedBy(ledger, "purge")).toBeCloseTo(4, 1);
    expect(movedBy(ledger, "recover")).toBeGreaterThan(150);
    expect(movedBy(ledger, "fill", "oil")).toBeGreaterThan(20);

    // Read back where it already is: nothing changes. A signed job cannot be removed. Read into an empty bay: the same to the byte.
    await browser.open(address);
    await browser.says("Bay");
    await readFile(browser, "same.json", first);
    await browser.says("already here, identical");
    const remove = By.xpath("//button[@aria-label='Remove Fennick Bakery, van 3']");
    expect(await browser.driver.findElements(remove)).toEqual([]);
    await browser.open(inject("plain"));
    await browser.says("No open jobs");
    await readFile(browser, "same.json", first);
    await browser.says("was made in the demo workshop");
    const work = { ...job, purpose: "work", rackVehicle: null };
    await readFile(browser, "own.json", JSON.stringify(work));
    await browser.says("imported unchanged");
    expect(await storedJob(browser, job.id)).toEqual(work);
  });

  it("loses nothing when the page is reloaded while typing and while charging", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    await browser.open(`${address}/job/demo-bakery-van/recover`);
    await browser.type("Recovered", "301");
    // At once: the store has no time, and the next page of the tab brings it in.
    await browser.driver.navigate().refresh();
    await browser.says("Lost 279 g");

    await browser.open(`${address}/job/demo-bakery-van/charge`);
    await putOn(browser, "Can 1");
    await browser.press("Open Liquid, high side");
    // The weight was typed, so the simulated car still stands at its own pressure: it flows slowly.
    await browser.until("some grams", async () => (await inVehicle(browser)) > 25, 60_000);
    const before = await inVehicle(browser);
    await browser.driver.navigate().refresh();
    await browser.says("simulator: ");
    await browser.until("the tally is back", async () => (await inVehicle(browser)) > 0);
    // One sample of an open valve is at most some 5 g.
    expect((await inVehicle(browser)) - before).toBeGreaterThanOrEqual(0);
    expect((await inVehicle(browser)) - before).toBeLessThan(25);
    // The container is still on the scale: its first weight says what flowed in between, then the draw is booked.
    await browser.until(
      "the draw is booked",
      async () => (await storedJob(browser, "demo-bakery-van")).charge.open === null,
    );
    const stored = await storedJob(browser, "demo-bakery-van");
    expect(movedBy(stored.ledger, "charge")).toBeGreaterThan(25);
  });
});

describe("bad input", () => {
  const session = browserSession();

  it("starts empty, names field, limit and unit, and computes nothing from a gap", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("No open jobs");
    await browser.press("New job");
    await browser.at("intake");
    await browser.says("Missing: vehicle, refrigerant, label charge");
    await browser.choose("Refrigerant", "R744 (CO₂)");
    await browser.says("CO₂ circuits are not supported");
    await browser.choose("Refrigerant", "R134a");
    await browser.type("Label charge", "6");
    await browser.says("Label charge: 50 to 5 000 g");
    expect(await browser.valueOf("Label charge")).toBe("6");
    await browser.type("Label charge", "1,200");
    await browser.says("is ambiguous");
    await browser.type("Label charge", "lots");
    await browser.says("“lots” is not a number");
    await browser.type("Label charge", "1.4");
    await browser.select("Unit of Label charge", "lb");
    // Without a tolerance on the label the usual one counts, and says so where it could be typed.
    await browser.says("label 635 ± 20 g");
    await browser.says("Blank = ± 20 g");

    await browser.driver
      .findElement(By.xpath("//nav[@aria-label='Steps']//button[contains(., 'Static pressure')]"))
      .click();
    await browser.at("rest");
    await browser.says("Missing: ");
    await browser.type("Low side", "900000");
    await browser.says("Low side: −101 to 2 500 kPa");
    expect(await browser.text()).not.toMatch(/NaN|Infinity|undefined/);
    await browser.driver.navigate().refresh();
    await browser.says("Low side: −101 to 2 500 kPa");
    expect(await browser.valueOf("Low side")).toBe("900000");
  });

  it("answers a broken and a foreign file with one clear message and changes nothing", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("No open jobs");
    await readFile(browser, "torn.json", '{"format": "evrid.job", "vers');
    await browser.says("torn.json is not a job file, or it is incomplete");
    await readFile(browser, "other.json", '{"format": "something.else"}');
    await browser.says("other.json is not an Evrid job file: its format is “something.else”");
    await readFile(browser, "newer.json", `{"format": "evrid.job", "version": ${NEWEST_JOB_VERSION + 1}}`);
    await browser.says(`This Evrid reads up to ${NEWEST_JOB_VERSION}`);
    await browser.says("No open jobs");
  });

  it("refuses impossible weights and charges nothing before recovery", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Orla Veitch");
    await browser.open(`${address}/job/demo-estate-car/charge`);
    await browser.says("Recover and weigh first");
    await browser.open(`${address}/job/demo-estate-car/recover`);
    await browser.type("Recovered", "4700");
    await browser.says("4 700 g cannot come from this vehicle");
    await browser.type("Recovered", "455");
    await browser.says("Lost 15 g");
    await browser.open(`${address}/job/demo-estate-car/charge`);
    await browser.type("Hose content", "0");
    await browser.type("Purged", "0");
    await browser.press("Add cylinder");
    await browser.type("Net content", "400");
    await browser.type("Can 1, net now", "900");
    await browser.press("Record");
    await browser.says("Can 1 gained weight while charging, from 400 g to 900 g");
    expect(await browser.valueOf("Can 1, net now")).toBe("900");
    await browser.type("Can 1, net now", "100");
    await browser.press("Record");
    await browser.until("300 g ", async () => (await inVehicle(browser)) === 300);
  });

  it("is worked by keys, in the light and in the dark", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Fennick Bakery");
    const body = () => browser.driver.findElement(By.css("body"));
    await browser.open(`${address}/job/demo-estate-car/rest`);
    await browser.says("At saturation");
    await (await body()).sendKeys("7");
    await browser.at("verdict");
    await browser.says("90 % of sound vehicles");
    await (await body()).sendKeys("?");
    await browser.says("Step 12: Charge");
    await browser.driver.actions().sendKeys("\uE00C").perform();
    await (await body()).sendKeys("l");
    await browser.until("the dark theme", async () =>
      ((await browser.driver.findElement(By.css("html")).getAttribute("class")) ?? "").includes("dark"),
    );
    await (await body()).sendKeys("b");
    await browser.says("Open job file");
  });
});

async function inVehicle(browser: Browser): Promise<number> {
  const text = await browser.driver.findElement(By.css("[data-testid='in-vehicle']")).getText();
  return Number(text.replace(/[^\d]/g, ""));
}

async function readFile(browser: Browser, name: string, text: string): Promise<void> {
  const file = path.join(browser.downloads, name);
  writeFileSync(file, text);
  await browser.giveFile("", file);
}

async function downloaded(browser: Browser): Promise<string> {
  let found = "";
  await browser.until("a saved file", async () => {
    const name = readdirSync(browser.downloads).find((file) => file.startsWith("evrid-") && file.endsWith(".json"));
    if (name) found = readFileSync(path.join(browser.downloads, name), "utf8");
    return found.endsWith("\n");
  });
  return found;
}
