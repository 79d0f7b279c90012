/**
 * Counts type sizes, weights, button looks and small targets over every view of the demo workshop, and lists what scrolls sideways:
 * `npm run looks` after a build. With `--views` each view is listed.
 */
import { Browser, bench } from "../tests/browser/browser";
import { pages } from "../tests/browser/pages";
import { startServer } from "../tests/browser/server";

interface Looks {
  sizes: string[];
  weights: string[];
  buttons: string[];
  targets: number;
  small: string[];
  texts: string[];
  wide: string[];
  right: number;
}

const LEAST_TARGET = 44;
const sizes = [bench, { width: 820, height: 1180 }, { width: 360, height: 740 }, { width: 640, height: 400 }];
const listed = process.argv.includes("--views");

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start(bench);
const all = { sizes: new Set<string>(), weights: new Set<string>(), buttons: new Map<string, string>() };
let targets = 0;
const small = new Map<string, string>();
const wide: string[] = [];
const tiny = new Map<string, string>();
try {
  await browser.load(server.address);
  await browser.says("Fennick Bakery");
  for (const [path, ready] of pages) {
    await browser.open(`${server.address}/${path}`);
    await browser.says(ready);
    for (const size of sizes) {
      await browser.resize(size);
      const looks = await browser.driver.executeScript<Looks>(LOOK(), LEAST_TARGET);
      for (const one of looks.wide) wide.push(`/${path} at ${size.width}: ${one}`);
      if (size.width !== bench.width) continue;
      for (const one of looks.sizes) all.sizes.add(one);
      for (const one of looks.weights) all.weights.add(one);
      for (const one of looks.buttons) {
        const [look, text] = one.split("\t") as [string, string];
        if (!all.buttons.has(look)) all.buttons.set(look, `/${path} ${text}`);
      }
      targets += looks.targets;
      for (const one of looks.small) small.set(one, path);
      for (const one of looks.texts) tiny.set(one, path);
      if (listed)
        console.log(
          `/${path}: right edge ${looks.right}, ${looks.small.length} of ${looks.targets} targets small, ${looks.sizes.length} sizes`,
        );
    }
    await browser.resize(bench);
  }
} finally {
  await browser.quit();
  await server.stop();
}
const numbers = (of: Set<string>) => [...of].sort((a, b) => Number.parseFloat(a) - Number.parseFloat(b)).join(" ");
console.log(`type sizes (${all.sizes.size}): ${numbers(all.sizes)}`);
console.log(`weights (${all.weights.size}): ${numbers(all.weights)}`);
console.log(`button looks (${all.buttons.size})`);
if (listed) for (const [look, where] of all.buttons) console.log(`  ${look} ${where}`);
console.log(`targets under ${LEAST_TARGET} px: ${small.size} kinds of ${targets}`);
if (listed) for (const [what, path] of small) console.log(`  /${path} ${what}`);
console.log(`texts under 12 px: ${tiny.size}`);
if (listed) for (const [what, path] of tiny) console.log(`  /${path} ${what}`);
console.log(`scrolls sideways: ${wide.length}`);
if (listed) for (const one of wide) console.log(`  ${one}`);

/** Runs in the page. */
function LOOK(): string {
  return `
  const least = arguments[0];
  const shown = (e) => { const b = e.getBoundingClientRect(); const s = getComputedStyle(e);
    return b.width > 1 && b.height > 1 && s.visibility !== "hidden" && s.opacity !== "0" && !e.closest("[aria-hidden=true]") };
  const sizes = new Set(), weights = new Set(), texts = new Set();
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const e = node.parentElement;
    if (!node.data.trim() || !e || ["SCRIPT", "STYLE", "TITLE", "DESC", "OPTION"].includes(e.tagName)) continue;
    const box = e.getBoundingClientRect();
    if (box.width <= 1 || box.height <= 1) continue;
    const style = getComputedStyle(e);
    if (style.visibility === "hidden") continue;
    const svg = e.ownerSVGElement;
    const scale = svg ? Math.abs(e.getScreenCTM ? e.getScreenCTM().a : 1) : 1;
    const px = Math.round(parseFloat(style.fontSize) * scale * 10) / 10;
    sizes.add(px + "px"); weights.add(style.fontWeight);
    if (px < 11.95) texts.add(px + " " + node.data.trim().slice(0, 40));
  }
  const buttons = new Set();
  for (const e of document.querySelectorAll("main button, [data-frame] > * button")) {
    if (!shown(e) || e.closest("nav") || e.closest("svg")) continue;
    const s = getComputedStyle(e);
    if (e.disabled) continue;
    const bare = s.backgroundColor === "rgba(0, 0, 0, 0)" && (s.borderTopWidth === "0px" || s.borderTopColor === "rgba(0, 0, 0, 0)");
    // A word in a line of text takes size and weight from its line.
    if (bare) { buttons.add("text\\t" + (e.getAttribute("aria-label") || e.textContent).trim().slice(0, 30)); continue; }
    buttons.add([s.backgroundColor, s.color, s.borderTopWidth, s.borderTopWidth === "0px" ? "" : s.borderTopColor, s.borderTopStyle, s.borderTopLeftRadius, s.fontSize, s.fontWeight].join("|") + "\\t" + (e.getAttribute("aria-label") || e.textContent).trim().slice(0, 30));
  }
  let targets = 0; const small = new Set();
  for (const e of document.querySelectorAll("button, a[href], input:not([type=hidden]), select, textarea, [role=button], [role=radio], [role=tab]")) {
    let t = e; if (e.matches("input[type=radio], input[type=checkbox]")) t = e.closest("label") || e;
    if (!shown(t) || e.disabled) continue;
    targets++;
    const b = t.getBoundingClientRect();
    if (Math.round(b.width) < least || Math.round(b.height) < least) small.add(Math.round(b.width) + "x" + Math.round(b.height) + " " + e.tagName.toLowerCase() + " " + (e.getAttribute("aria-label") || t.textContent || e.type || "").trim().slice(0, 40));
  }
  const wide = [...document.querySelectorAll("body, body *")]
    .filter((e) => e.clientWidth > 0 && e.scrollWidth > e.clientWidth + 1)
    .filter((e) => e === document.body || /(auto|scroll)/.test(getComputedStyle(e).overflowX))
    .map((e) => e.outerHTML.slice(0, 90));
  const cards = [...document.querySelectorAll("section, table")].filter(shown).map((e) => e.getBoundingClientRect().right);
  return { sizes: [...sizes], weights: [...weights], buttons: [...buttons], targets, small: [...small], texts: [...texts], wide, right: Math.round(Math.max(0, ...cards)) };`;
}
