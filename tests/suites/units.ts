import { describe, expect, it } from "vitest";
import { stepIds } from "../../src/core/records/job";
import type { Browser } from "../browser/browser";
import { browserSession } from "../browser/session";

/** All that a person can read on the page, or have read out, but for the units that a field offers to be typed in. */
function readable(browser: Browser): Promise<string> {
  return browser.driver.executeScript(`
    const offered = (element) => element.closest("select, [data-offers-units]") !== null;
    const words = [];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
      const { parentElement, nodeValue } = walk.currentNode;
      if (!offered(parentElement) && !["SCRIPT", "STYLE"].includes(parentElement.tagName)) words.push(nodeValue);
    }
    for (const element of document.querySelectorAll("[aria-label], [title], [placeholder]"))
      if (!offered(element)) words.push(...["aria-label", "title", "placeholder"].map((name) => element.getAttribute(name) ?? ""));
    const chosen = [...document.querySelectorAll("select")]
      .filter((element) => element.closest("[data-offers-units]") === null)
      .map((element) => element.selectedOptions[0]?.textContent ?? "");
    return [...words, ...chosen].join("\\n");
  `) as Promise<string>;
}

const metric = /\bkPa\b|°C|\d\s*[gK]\b|\bgrams?\b(?! is)|\bmbar\b|\bbar\b|\d\s*mm\b|\d\s*kg\b|^\s*(g|K|m|l|kg|mm)\s*$/m;

describe("a shop that reads in US units", () => {
  const session = browserSession();

  it("finds no metric unit in any view, with instruments running, on jobs at every step", async () => {
    const { browser, address } = session;
    await browser.open(`${address}/settings`);
    await browser.choose("Every number is read in", "US");
    await browser.until("the altitude in feet", async () => /\bft\b/.test(await readable(browser)));
    await browser.open(address);
    await browser.press("Load the demo workshop");
    await browser.says("Fennick Bakery");
    const found: string[] = [];
    const look = async (where: string) => {
      const text = await readable(browser);
      const lines = text.split("\n").filter((line) => metric.test(line));
      if (lines.length > 0) found.push(`${where}: ${[...new Set(lines)].join(" | ").slice(0, 400)}`);
    };
    await look("bay");
    for (const path of ["desk", "settings"]) {
      await browser.open(`${address}/${path}`);
      await browser.says(path === "desk" ? "Low side" : "Erase");
      await look(path);
    }
    // The pickup has something at every step; the others what it has no more: instruments that run, causes that are open.
    const places = [
      ...stepIds.map((step) => `demo-garden-pickup/${step}`),
      "demo-estate-car/verdict",
      "demo-bakery-van/intake",
      "demo-bakery-van/running",
      "demo-bakery-van/evacuate",
      "demo-bakery-van/charge",
    ];
    for (const place of places) {
      await browser.open(`${address}/job/${place}`);
      await browser.at(place.split("/")[1]!);
      if (place === "demo-bakery-van/running") await browser.press("Idle");
      if (place.startsWith("demo-bakery-van/r")) await browser.says("Green: such a vehicle", 60_000);
      if (place === "demo-estate-car/verdict") await browser.says("Learned from simulated tests", 60_000);
      if (place === "demo-bakery-van/charge") await browser.says(/By weight/, 60_000);
      await new Promise((resolve) => setTimeout(resolve, 500));
      await look(place);
    }
    expect(found).toEqual([]);
  });
});
