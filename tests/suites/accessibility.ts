import { describe, expect, it } from "vitest";
import { type Browser, bench, tablet } from "../browser/browser";
import { pages } from "../browser/pages";
import { seriousFindings } from "../browser/serious-findings";
import { browserSession } from "../browser/session";

describe("every view", () => {
  const session = browserSession("demo");

  const half = Math.ceil(pages.length / 2);
  it.each([
    ["outside of a job", pages.slice(0, half)],
    ["within a job", pages.slice(half)],
  ])(
    "%s has no serious accessibility finding, light and dark, and no sideways scroll at either size",
    async (_, some) => {
      const { browser, address } = session;
      await browser.open(address);
      await browser.says("Fennick Bakery");
      for (const [path, ready] of some) {
        await browser.open(`${address}/${path}`);
        await browser.says(ready);
        expect(await seriousFindings(browser), `light, /${path}`).toEqual([]);
        await browser.press("Dark");
        // In the dark the same page is drawn in other colours: only these can fail anew.
        expect(await seriousFindings(browser, ["color-contrast"]), `dark, /${path}`).toEqual([]);
        await browser.press("Light");
        for (const size of [tablet, bench]) {
          await browser.resize(size);
          expect(await sideways(browser, size.width), `${size.width} wide, /${path}`).toEqual([]);
        }
      }
    },
  );
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
