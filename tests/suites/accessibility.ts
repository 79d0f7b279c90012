import { Key } from "selenium-webdriver";
import { extractText, getDocumentProxy } from "unpdf";
import { describe, expect, it } from "vitest";
import { type Browser, bench, tablet } from "../browser/browser";
import { findingsOf } from "../browser/findings";
import { pages } from "../browser/pages";
import { browserSession } from "../browser/session";

const phone = { width: 360, height: 740 };
/** The bench at 200 % zoom. */
const zoomed = { width: 640, height: 400 };

describe("every view", () => {
  const session = browserSession("demo");

  const half = Math.ceil(pages.length / 2);
  it.each([
    ["outside of a job", pages.slice(0, half)],
    ["within a job", pages.slice(half)],
  ])("%s has no accessibility finding, light and dark, and no sideways scroll at any size", async (_, some) => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    for (const [path, ready] of some) {
      await browser.open(`${address}/${path}`);
      await browser.says(ready);
      expect(await findingsOf(browser), `light, /${path}`).toEqual([]);
      await browser.press("Dark");
      // In the dark the same page is drawn in other colours: only these can fail anew.
      expect(await findingsOf(browser, ["color-contrast"]), `dark, /${path}`).toEqual([]);
      await browser.press("Light");
      for (const size of [tablet, zoomed, phone, bench]) {
        await browser.resize(size);
        expect(await sideways(browser, size.width), `${size.width} wide, /${path}`).toEqual([]);
        if (size === phone) expect(await findingsOf(browser), `phone, /${path}`).toEqual([]);
      }
    }
  });

  it("prints with title and day on the page, and without the views", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    const day = new Date().toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" });
    for (const [path, ready, title] of [
      ["vehicle?id=demo-car-03", "At idle, by visit", "Fennick Bakery, van 23"],
      ["job/demo-estate-car/running", "Possible causes", "Running test, Orla Veitch, grey estate"],
    ] as const) {
      await browser.open(`${address}/${path}`);
      await browser.says(ready);
      const { text } = await extractText(await getDocumentProxy(await browser.printed()), { mergePages: false });
      for (const page of text) {
        expect(page, path).toContain(day);
        expect(page, path).toContain(title);
      }
      expect(text.join(" ")).not.toContain("P-T desk");
    }
  });

  it("shows the focus with one ring of at least 3:1 on every control, in both themes and in forced colours", async () => {
    const { browser, address } = session;
    for (const [path, ready] of [
      ["", "Fennick Bakery"],
      ["job/demo-estate-car/intake", "Label under the bonnet"],
    ]) {
      await browser.open(`${address}/${path}`);
      await browser.says(ready!);
      for (const theme of ["Dark", "Light"]) {
        await browser.press(theme);
        await browser.driver.executeScript("document.activeElement.blur()");
        for (let i = 0; i < 30; i++) {
          await browser.driver.actions().sendKeys(Key.TAB).perform();
          const ring = await browser.driver.executeScript<{ width: number; ratio: number; what: string } | null>(RING);
          if (ring === null) continue;
          expect(ring.width, ring.what).toBeGreaterThanOrEqual(3);
          expect(ring.ratio, ring.what).toBeGreaterThanOrEqual(3);
        }
      }
    }
    await browser.forceColours(true);
    await browser.driver.actions().sendKeys(Key.TAB).perform();
    const { width } = await browser.driver.executeScript<{ width: number }>(RING);
    await browser.forceColours(false);
    expect(width).toBeGreaterThanOrEqual(3);
  });

  it("shows every digit of a measured value in large type", async () => {
    const { browser, address } = session;
    await browser.open(`${address}/settings`);
    await browser.says("Data in this browser");
    await browser.choose("Type size", "Large");
    for (const size of [bench, tablet, phone]) {
      await browser.resize(size);
      for (const [path, ready] of pages.filter(([path]) => /running|prove|intake|desk|charge$/.test(path))) {
        await browser.open(`${address}/${path}`);
        await browser.says(ready);
        const cut = await browser.driver.executeScript<string[]>(
          `return [...document.querySelectorAll("input[inputmode=decimal]")]
             .filter((e) => e.getBoundingClientRect().width > 0 && e.scrollWidth > e.clientWidth + 1)
             .map((e) => e.value + " in " + e.clientWidth);`,
        );
        expect(cut, `${size.width} wide, /${path}`).toEqual([]);
      }
    }
  });

  it("speaks at most once in ten seconds while values stream", async () => {
    const { browser, address } = session;
    await browser.open(`${address}/job/demo-estate-car/running`);
    await browser.says("Possible causes");
    await browser.instruments();
    await browser.select("Simulated vehicle", "starved-estate");
    await browser.rack("Connect simulator");
    await browser.rack("Idle");
    await browser.says(/idle 0:\d\d/);
    await browser.driver.executeScript(LISTEN);
    await new Promise((resolve) => setTimeout(resolve, 20_000));
    const heard = await browser.driver.executeScript<string[]>("return window.heard");
    expect(heard.length, heard.join(" | ")).toBeLessThanOrEqual(2);
  });
});

/** Elements that scroll sideways or are wider than the window. */
function sideways(browser: Browser, width: number): Promise<string[]> {
  return browser.driver.executeScript(
    `const wide = [...document.querySelectorAll("body, body *")]
       .filter((e) => e.clientWidth > 0 && e.scrollWidth > e.clientWidth + 1)
       .filter((e) => e === document.body || /(auto|scroll)/.test(getComputedStyle(e).overflowX));
     if (document.body.scrollWidth > arguments[0]) wide.push(document.body);
     return wide.map((e) => e.outerHTML.slice(0, 120));`,
    width,
  );
}

/** Width of the focus ring, px, and its contrast with what lies around it. */
const RING = `
  const focused = document.activeElement;
  if (focused === document.body) return null;
  const ringed = [focused, focused.closest("label")].find((e) => e && getComputedStyle(e).outlineStyle !== "none") ?? focused;
  const style = getComputedStyle(ringed);
  const channel = (v) => (v / 255 <= 0.03928 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4);
  const light = (colour) => {
    const [r, g, b] = colour.match(/[\\d.]+/g).map(Number);
    return 0.2126 * channel(r) + 0.7152 * channel(g) + 0.0722 * channel(b);
  };
  let around = ringed.parentElement;
  while (around.parentElement && /rgba\\(0, 0, 0, 0\\)|transparent/.test(getComputedStyle(around).backgroundColor)) around = around.parentElement;
  const [a, b] = [light(style.outlineColor), light(getComputedStyle(around).backgroundColor)].sort((x, y) => y - x);
  return {
    width: style.outlineStyle === "none" ? 0 : Number.parseFloat(style.outlineWidth),
    ratio: (a + 0.05) / (b + 0.05),
    what: focused.outerHTML.slice(0, 120),
  };`;

/** Notes every change in a live region from now on. */
const LISTEN = `
  window.heard = [];
  new MutationObserver((changes) => {
    const regions = new Set(
      changes.map(({ target }) => (target instanceof Element ? target : target.parentElement)?.closest("[role=status], [role=alert], [role=log], [aria-live=polite], [aria-live=assertive]")),
    );
    for (const region of regions) if (region && region.textContent.trim() !== "") window.heard.push(region.textContent.slice(0, 60));
  }).observe(document.body, { subtree: true, childList: true, characterData: true });`;
