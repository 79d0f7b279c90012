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
    for (const job of ["demo-garden-pickup", "demo-estate-car", "demo-bakery-van"]) {
      for (const step of stepIds) {
        await browser.open(`${address}/job/${job}/${step}`);
        await browser.at(step);
        if (step === "running" && job === "demo-bakery-van") {
          await browser.press("Idle");
          await browser.says("Superheat");
        }
        if (step === "verdict" && job === "demo-estate-car") await browser.says("Learned from simulated tests");
        await browser.says(/./);
        await new Promise((resolve) => setTimeout(resolve, 700));
        await look(`${job} ${step}`);
      }
    }
    expect(found).toEqual([]);
  });
});
