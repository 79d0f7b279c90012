import type { Browser } from "./browser";

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

/** Lines that say a metric unit, each once. */
export async function metricLines(browser: Browser): Promise<string[]> {
  const lines = (await readable(browser)).split("\n").filter((line) => metric.test(line));
  return [...new Set(lines)];
}

/** Every number of this shop in US units from now on. */
export async function chooseUsUnits(browser: Browser, address: string): Promise<void> {
  await browser.open(`${address}/settings`);
  await browser.choose("Unit set", "US");
  await browser.until("the altitude in feet", async () => /\bft\b/.test(await readable(browser)));
}
