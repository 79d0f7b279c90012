import { By, Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import type { Browser } from "../browser/browser";
import { browserSession, storedJob } from "../browser/session";

describe("at the car", () => {
  const session = browserSession();

  it("takes an orifice vehicle from label to shut-off test with the keyboard alone, and reads a cycling clutch", async () => {
    const { browser, address } = session;
    const keys = new Keyboard(browser);
    await browser.open(address);
    await browser.says("No open jobs");
    await keys.send("n");
    await browser.at("intake");
    const id = (await browser.driver.getCurrentUrl()).split("/").at(-2)!;
    await keys.type("Vehicle", "Hill farm, pickup");
    await keys.type("Workshop altitude", "310");
    await keys.pick("Refrigerant", "R134a");
    await keys.type("Label charge", "62");
    await keys.type("Tolerance, ±", "20");
    await keys.pick("Compressor", "Fixed, with clutch");
    await browser.says("Most such labels say 380 to 950 g");
    await keys.type("Label charge", "624");
    await browser.until("the doubt is gone", async () => !(await browser.text()).includes("Most such labels"));
    await keys.pick("Metering device", "Orifice tube");
    // N is deaf while something is missing: what was picked must have reached the store.
    await browser.until("nothing is missing", async () => !(await browser.text()).includes("Still missing"));
    await keys.leaveField();
    await keys.send("n");
    await browser.at("look");
    await browser.touch("Accumulator", "keyboard");
    await keys.press("Frost");
    await browser.says("Accumulator: frost");
    await keys.leaveField();
    await keys.send("n");
    await browser.at("hook-up");
    await keys.press("Skip step");
    await keys.type("Reason for skipping", "gauges were on already");
    await keys.send(Key.ENTER);
    await browser.at("rest");
    expect((await storedJob(browser, id)).steps["hook-up"].skipped).toBe("gauges were on already");

    await keys.instruments();
    await keys.choose("Simulated vehicle", "sound-pickup");
    await keys.rack("Practise with simulator");
    await browser.says("Engine off");
    await keys.press("Record from simulator");
    await browser.says("At saturation");
    await browser.says("pressure cannot tell these apart");
    await keys.leaveField();
    await keys.send("n");
    await browser.at("running");
    await keys.rack("Fast idle");
    await browser.says("Record idle first");
    await keys.rack("Idle");
    await keys.rack("× 60");
    await browser.says(/of 2:00/);
    await browser.says(/idle ([2-9]|\d\d):\d\d/, 60_000);
    await keys.leaveField();
    await keys.send("t");
    await browser.says("Idle recorded. Now fast idle");
    await keys.rack("Fast idle");
    await browser.says(/Cycling, every \d+ s/, 60_000);
    await browser.says("Green: expected now");
    await keys.rack("× 1");
    await keys.leaveField();
    await keys.send("t");
    await browser.until(
      "a cycling reading",
      async () => (await storedJob(browser, id)).baseline.settings[1].cycle !== null,
    );
    const { cycle, low } = (await storedJob(browser, id)).baseline.settings[1];
    expect(cycle.lowMinKpa).toBeLessThan(cycle.lowMeanKpa);
    expect(Number(low.text)).toBeLessThan(cycle.lowMeanKpa);

    // A reload in the middle loses nothing, and the rack is taken up again.
    await browser.driver.navigate().refresh();
    await browser.says("simulator: ");
    expect((await storedJob(browser, id)).baseline.settings[1].cycle).toEqual(cycle);
    await keys.send("6");
    await browser.at("shut-off");
    await keys.rack("Fast idle");
    await keys.rack("× 10");
    await browser.says("Run the engine until pressures separate");
    await browser.until("the sides are apart", async () => {
      const text = await browser.text();
      const side = (name: string) => Number(new RegExp(`${name}\\n([\\d\\s]+?)±`).exec(text)?.[1]?.replace(/\s/g, ""));
      return side("High") - side("Low") > 400;
    });
    await keys.press("Stop engine");
    await browser.says(/Equalised|As expected/, 60_000);
    await browser.says("Usual for an orifice tube: 18 to 150 s");
  });

  it("spots along the lines mark a narrowed drier, and the bands follow the blower", async () => {
    const { browser, address } = session;
    const keys = new Keyboard(browser);
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Orla Veitch");
    await browser.open(`${address}/job/demo-estate-car/running`);
    await browser.instruments();
    await browser.select("Simulated vehicle", "starved-estate");
    await browser.rack("Connect simulator");
    await browser.rack("Idle");
    await browser.says(/blower 100 %/);
    await browser.type("Blower", "50");
    await browser.says(/blower 50 %/);
    await browser.type("Blower", "100");
    await browser.rack("Fast idle");
    await browser.rack("× 60");
    await browser.says(/fast idle (?:[3-9]|\d\d):\d\d/, 60_000);
    await browser.rack("× 1");
    for (let i = 0; i < 11; i++) {
      await keys.leaveField();
      await keys.send("s");
      await browser.until(
        `${i + 1} spots`,
        async () => (await storedJob(browser, "demo-estate-car")).lines.spots.length === i + 1,
      );
    }
    await browser.says("drop between liquid line at the port and after the drier");
    await browser.says("Restriction there");
    expect(await browser.text()).not.toMatch(/NaN|Infinity|undefined/);
  });

  it("stops at a stop sign, undoes, and keeps archived jobs", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Orla Veitch");
    await browser.says("Waiting for");
    await browser.open(`${address}/job/demo-estate-car/intake`);
    await browser.press("Bang");
    await browser.says("Do not run the engine");
    expect(await browser.text()).not.toContain("Done: ");
    await browser.press("Undo");
    await browser.says("Done: visual check");
    await browser.open(address);
    await browser.press("More for Orla Veitch, grey estate");
    await browser.pick("Archive");
    await browser.until("it is put away", async () => !(await browser.text()).includes("Orla Veitch"));
    // The newest of the archived: the year behind the made-up workshop stands there too.
    await browser.press("Show 40 archived");
    await browser.press("More for Orla Veitch, grey estate");
    await browser.pick("Restore from archive");
    await browser.press("Hide archived");
    await browser.says("Orla Veitch");
    await browser.press("More for Orla Veitch, grey estate");
    await browser.pick("New job, same vehicle");
    await browser.at("intake");
    expect(await browser.valueOf("Label charge")).toBe("470");
    expect(await browser.valueOf("Complaint")).toBe("");
  });
});

/** A person without a mouse: Tab to a thing by its name, then keys. */
class Keyboard {
  constructor(private readonly browser: Browser) {}

  send(...keys: string[]): Promise<void> {
    return this.browser.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  /** Presses Tab until the focus is on something for which the page says yes. */
  private async tabTo(what: string, test: string, ...args: string[]): Promise<void> {
    for (let round = 0; round < 3; round++) {
      for (let i = 0; i < 160; i++) {
        const found = await this.browser.driver.executeScript(
          `const e = document.activeElement; if (!e || e === document.body) return false;
           const words = (t) => (t ?? "").replace(/\\s+/g, " ").trim();
           const label = words(e.getAttribute("aria-label") || (e.labels && e.labels[0] ? e.labels[0].textContent : "") || e.textContent);
           return (${test})(e, label, words, ...arguments);`,
          ...args,
        );
        if (found) return;
        await this.send(Key.TAB);
      }
      // The page may have redrawn under the fingers.
      await this.leaveField();
    }
    throw new Error(`Tab never reaches ${what}`);
  }

  async type(label: string, text: string): Promise<void> {
    await this.tabTo(`field ${label}`, "(e, l, w, name) => /INPUT|TEXTAREA/.test(e.tagName) && l === name", label);
    await this.browser.driver.actions().keyDown(Key.CONTROL).sendKeys("a").keyUp(Key.CONTROL).perform();
    await this.send(Key.DELETE, text);
  }

  async press(name: string): Promise<void> {
    await this.tabTo(
      `button ${name}`,
      "(e, l, w, name) => e.tagName === 'BUTTON' && !e.disabled && l.startsWith(name)",
      name,
    );
    await this.send(Key.ENTER);
  }

  /** Their line is opened by its key where it is folded away. */
  async instruments(): Promise<void> {
    await this.leaveField();
    const open = () =>
      this.browser.driver.executeScript<boolean>(
        "return document.querySelector(\"header button[aria-label^='Instruments:']\")?.getAttribute('aria-expanded') === 'true'",
      );
    if (!(await open())) await this.send("i");
    await this.browser.until("the instruments' line is open", open);
  }

  async rack(name: string): Promise<void> {
    await this.instruments();
    await this.press(name);
  }

  /** One of a few: Tab into the group, arrows to the option. */
  async pick(group: string, option: string): Promise<void> {
    await this.tabTo(
      `group ${group}`,
      "(e, l, w, name) => e.type === 'radio' && w(e.closest('[role=radiogroup]')?.textContent).startsWith(name)",
      group,
    );
    await this.send(Key.SPACE);
    for (let i = 0; i < 8; i++) {
      const at = await this.browser.driver.executeScript(
        "return (document.activeElement.closest('label')?.textContent ?? '').trim()",
      );
      if (at === option) return;
      await this.send(Key.ARROW_RIGHT);
    }
    throw new Error(`${group} has no ${option}`);
  }

  async choose(label: string, value: string): Promise<void> {
    await this.tabTo(`choice ${label}`, "(e, l, w, name) => e.tagName === 'SELECT' && l === name", label);
    const wanted = await this.browser.driver.executeScript(
      "return [...document.activeElement.options].findIndex((o) => o.value === arguments[0])",
      value,
    );
    await this.send(Key.HOME);
    for (let i = 0; i < Number(wanted); i++) await this.send(Key.ARROW_DOWN);
  }

  /** Keys rest while a field has them. */
  async leaveField(): Promise<void> {
    await this.browser.driver.executeScript("document.activeElement?.blur?.()");
    await this.browser.driver.findElement(By.css("body"));
  }
}
