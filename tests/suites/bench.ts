import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { By, Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { browserSession, storedJob } from "../browser/session";

const field = (label: string) => By.xpath(`//input[@type='range'][@id=//label[normalize-space(.)='${label}']/@for]`);

describe("the bench", () => {
  const session = browserSession("demo");
  const gauge = (side: "Low" | "High") =>
    session.browser.driver.executeScript<string>(
      `const text = document.querySelector("svg[aria-label^='Low side']").getAttribute("aria-label");
       return /${side === "Low" ? "Low side" : "high side"} ([\\d\\s]+)/.exec(text)[1].replace(/\\s/g, "");`,
    );

  it("answers controls by key, mouse and finger, keeps A beside, and its address brings the same state back", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    await browser.open(`${address}/bench`);
    await browser.says("Runs at full displacement");
    await browser.says("pressures do not change", 60_000);
    const sound = Number(await gauge("High"));
    await browser.press("Save to compare");
    await browser.says("Compared states");
    // By keys: 40 steps of 5 g.
    const charge = await browser.driver.findElement(field("Charge"));
    await charge.sendKeys(...Array.from({ length: 40 }, () => Key.ARROW_RIGHT));
    await browser.says("750 g charged, 136 % of the label");
    // A second beside the first; a third has no place.
    await browser.press("Save to compare");
    await browser.says("Return to B");
    expect(await (await browser.button("Save to compare")).isEnabled()).toBe(false);
    await browser.press("Discard B");
    // By mouse: a fault.
    await browser.press("Low condenser airflow");
    await browser.says("of maximum");
    await browser.until("the high side rises", async () => Number(await gauge("High")) > sound + 150);
    // By finger: the ambient, a good way to the right.
    const ambient = await browser.driver.findElement(field("Ambient"));
    await browser.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", ambient);
    await browser.tap(ambient, 0.75);
    await browser.until("it is hotter", async () => Number(await ambient.getAttribute("value")) > 34);
    await browser.until("the address follows", async () =>
      /[?&]t=(3|4)[^&]*&.*w=cond-air_0\.6/.test(await browser.driver.getCurrentUrl()),
    );
    const url = await browser.driver.getCurrentUrl();
    await new Promise((resolve) => setTimeout(resolve, 800));
    let high = Number.NaN;
    await browser.until("the high side stands", async () => {
      const before = high;
      high = Number(await gauge("High"));
      return high === before;
    });
    await browser.load(url);
    await browser.says("750 g charged, 136 % of the label; low condenser airflow");
    await browser.until("the same high side", async () => Math.abs(Number(await gauge("High")) - high) < 4);
    // Touched, the curve sets the charge.
    await browser.says("pressures do not change", 60_000);
    const curve = await browser.driver.findElement(
      By.xpath("//*[name()='svg'][*[name()='title'][starts-with(., 'Pressures against charge')]]"),
    );
    await browser.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", curve);
    await browser.driver.actions().move({ origin: curve, x: -70 }).click().perform();
    await browser.until(
      "less is in it",
      async () => Number(/in=(\d+)/.exec(await browser.driver.getCurrentUrl())?.[1]) < 500,
    );
    await browser.says("How often is the fault found?");
    await browser.says("Both gauges and vent", 60_000);
    await browser.says("By weight");
    await browser.says("With the label charge");
  });

  it("says what stands still and what is beyond the model, refuses a damaged link by its field, and goes on", async () => {
    const { browser, address } = session;
    await browser.load(`${address}/bench?v=1&r=134a&g=550&m=valve&c=fixed&w=not-driven_1`);
    await browser.says("The compressor is not driven");
    await browser.press("Clear faults");
    await browser.says("Runs at full displacement");
    await browser.load(`${address}/bench?v=1&r=134a&g=550&m=valve&c=fixed&t=hot`);
    await browser.says("damaged at “conditions.ambientC”");
    await browser.load(`${address}/bench?v=9&r=134a`);
    await browser.says("needs a newer Evrid");
    await browser.press("Select vehicle");
    await browser.press("Pickup with orifice, in order");
    await browser.says("orifice tube");
  });

  it("takes a job's car, notes a what-if in it, and hands on a reading file that says it was made", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    await browser.open(`${address}/bench?job=demo-estate-car`);
    await browser.says("Orla Veitch, grey estate");
    await browser.says(/g charged, \d+ % of the label/);
    await browser.press("Add to job note");
    await browser.says("as a simulation");
    expect((await storedJob(browser, "demo-estate-car")).steps.verdict.note).toMatch(
      /^Simulated, not measured: .*\/bench\?v=1/,
    );
    await browser.press("Save reading file");
    const name = async () => readdirSync(browser.downloads).find((one) => one.startsWith("evrid-what-if")) ?? null;
    await browser.until("the file is there", async () => (await name()) !== null);
    const file = JSON.parse(readFileSync(path.join(browser.downloads, (await name())!), "utf8"));
    expect(file).toMatchObject({ format: "evrid.readings", id: "what-if", vehicle: { refrigerant: "R1234yf" } });
  });

  it("plays the state in time: starts, refuses what would harm, recovers, pumps, and saves the trace", async () => {
    const { browser, address } = session;
    await browser.load(`${address}/bench?v=1&r=134a&g=400&m=valve&c=fixed`);
    await browser.says("Runs at full displacement");
    await browser.press("Connect instruments");
    await browser.says("Over time");
    await browser.choose("Engine", "Idle");
    await browser.choose("Pace", "× 60");
    await browser.choose("Connected", "Recovery");
    await browser.says("Refused: stop the engine first.");
    await browser.choose("Engine", "Off");
    await browser.choose("Connected", "Recovery");
    const recovered = () =>
      browser.driver.executeScript<number>(
        `const name = [...document.querySelectorAll("p, span, div")].find((e) => e.children.length === 0 && /^Recovered,/.test(e.textContent));
         return Number(name.nextElementSibling.textContent.replace(/\\s/g, ""));`,
      );
    await browser.until("it is empty", async () => (await recovered()) > 360, 90_000);
  });
});
