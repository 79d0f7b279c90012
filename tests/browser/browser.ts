/** Headless Chromium from Debian's packages, with the few acts the tests share. Nothing is downloaded. */
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { Builder, By, Key, logging, type WebDriver, type WebElement } from "selenium-webdriver";
import { Options, ServiceBuilder } from "selenium-webdriver/chrome.js";

/** A wait ends as soon as what it waits for is there: only a failure takes this long. Generous, since machines are shared. */
const WAIT_MS = 60_000;
/** Long enough for the page to move the focus, ms. */
const FOCUS_MOVES_MS = 1500;
/** Storage of a page, without the copy of the build. */
const RECORDS = "cookies,file_systems,indexeddb,local_storage,storage_buckets";
const artifacts = path.resolve(import.meta.dirname, "../../test-artifacts");

export type Size = { width: number; height: number };
export const bench: Size = { width: 1280, height: 800 };
export const tablet: Size = { width: 820, height: 1180 };

export class Browser {
  /** What a person has done so far: presses of mouse or finger, and keys. */
  readonly input = { clicks: 0, keys: 0 };

  private constructor(
    readonly driver: WebDriver,
    readonly downloads: string,
    private readonly profile: string,
  ) {}

  static async start(
    size: Size = bench,
    profile = mkdtempSync(path.join(tmpdir(), "evrid-profile-")),
  ): Promise<Browser> {
    const downloads = mkdtempSync(path.join(tmpdir(), "evrid-downloads-"));
    const options = new Options();
    options.setChromeBinaryPath(process.env.EVRID_CHROMIUM ?? "/usr/bin/chromium");
    options.addArguments(
      "--headless",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
      "--force-prefers-reduced-motion",
      `--user-data-dir=${profile}`,
    );
    options.setUserPreferences({ "download.default_directory": downloads, "download.prompt_for_download": false });
    const preferences = new logging.Preferences();
    preferences.setLevel(logging.Type.BROWSER, logging.Level.ALL);
    options.setLoggingPrefs(preferences);
    const driver = await new Builder()
      .disableEnvironmentOverrides()
      .forBrowser("chrome")
      .setChromeOptions(options)
      .setChromeService(new ServiceBuilder(process.env.EVRID_CHROMEDRIVER ?? "/usr/bin/chromedriver"))
      .build();
    // A busy machine may keep the store of a page waiting for longer than the driver's half minute.
    await driver.manage().setTimeouts({ script: 120_000 });
    const browser = new Browser(driver, downloads, profile);
    await browser.resize(size);
    return browser;
  }

  /**
   * As new: another tab, with no records of these addresses, no downloads, and the usual size. The service worker and
   * its copy of the build stay, as they do in a shop: to fetch the whole build again costs more than most tests.
   */
  async renew(addresses: readonly string[]): Promise<void> {
    const before = await this.driver.getAllWindowHandles();
    await this.driver.switchTo().newWindow("tab");
    const tab = await this.driver.getWindowHandle();
    for (const handle of before) {
      await this.driver.switchTo().window(handle);
      await this.driver.close();
    }
    await this.driver.switchTo().window(tab);
    for (const origin of addresses) {
      await this.devTools("Storage.clearDataForOrigin", { origin, storageTypes: RECORDS });
    }
    for (const file of readdirSync(this.downloads)) rmSync(path.join(this.downloads, file), { recursive: true });
    await this.consoleErrors();
    await this.resize(bench);
  }

  private devTools(command: string, parameters: object): Promise<void> {
    // biome-ignore lint/suspicious/noExplicitAny: sendDevToolsCommand is on Chromium drivers only
    return (this.driver as any).sendDevToolsCommand(command, parameters);
  }

  /** Touches an element with a finger, at a share of its width. */
  async tap(element: WebElement, share: number): Promise<void> {
    const place = await this.driver.executeScript<{ x: number; y: number }>(
      `const box = arguments[0].getBoundingClientRect();
       return { x: Math.round(box.left + box.width * arguments[1]), y: Math.round(box.top + box.height / 2) };`,
      element,
      share,
    );
    await this.devTools("Input.dispatchTouchEvent", { type: "touchStart", touchPoints: [place] });
    await this.devTools("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  }

  /** The page as a printer would get it, as a PDF. */
  async printed(): Promise<Uint8Array> {
    const driver = this.driver as unknown as {
      sendAndGetDevToolsCommand: (command: string, parameters: object) => Promise<{ data: string }>;
    };
    const { data } = await driver.sendAndGetDevToolsCommand("Page.printToPDF", { preferCSSPageSize: true });
    return new Uint8Array(Buffer.from(data, "base64"));
  }

  /** Draws in the system's colours, as high contrast does. */
  async forceColours(forced: boolean): Promise<void> {
    await this.devTools("Emulation.setEmulatedMedia", {
      features: [{ name: "forced-colors", value: forced ? "active" : "none" }],
    });
  }

  /** Runs a script on every page of this tab from now on, before its own. */
  onEveryPage(source: string): Promise<void> {
    return this.devTools("Page.addScriptToEvaluateOnNewDocument", { source });
  }

  async resize({ width, height }: Size): Promise<void> {
    await this.devTools("Emulation.setDeviceMetricsOverride", {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });
  }

  /** Loads an address anew, as a bookmark or a new tab does. */
  load(address: string): Promise<void> {
    return this.driver.get(address);
  }

  /** Goes to an address: from another view of the same address as a link does, which costs a fraction of loading it anew. */
  async open(address: string): Promise<void> {
    const [now, next] = [new URL(await this.driver.getCurrentUrl()), new URL(address)];
    const within = now.origin === next.origin && now.href !== next.href;
    const alive = within && (await this.driver.executeScript<boolean>("return window.next?.router !== undefined"));
    await (alive ? this.go(next) : this.load(address));
  }

  private async go({ pathname, search }: URL): Promise<void> {
    await this.driver.executeScript("window.next.router.push(arguments[0])", pathname + search);
    await this.until(`at ${pathname}${search}`, async () => {
      const now = new URL(await this.driver.getCurrentUrl());
      return now.pathname + now.search === pathname + search;
    });
  }

  /** The visible element with this accessible name and role, waited for. */
  async find(xpath: string, what: string): Promise<WebElement> {
    const found = await waitFor(() => this.driver.executeScript<WebElement | null>(VISIBLE, xpath));
    if (found === null) throw new Error(`${what} is not on the page, or not visible`);
    return found;
  }

  button(name: string): Promise<WebElement> {
    return this.find(buttonPath(name), `button “${name}”`);
  }

  /** Presses a button once it is enabled. */
  async press(name: string): Promise<void> {
    await this.click(buttonPath(name), `press “${name}”`);
  }

  /** Picks an action from the menu that is open. */
  async pick(name: string): Promise<void> {
    await this.click(`//*[@role="menuitem"][normalize-space()="${name}"]`, `pick “${name}”`);
  }

  /** Clicks what this path finds, in its middle, once it is there, enabled, and nothing lies over it. */
  private async click(xpath: string, what: string): Promise<void> {
    await this.retrying(async () => {
      const place = await this.driver.executeScript<{ x: number; y: number } | string>(PLACE, xpath);
      if (typeof place === "string") throw new Error(place);
      const mouse = (type: string, buttons: number) =>
        this.devTools("Input.dispatchMouseEvent", { type, ...place, button: "left", buttons, clickCount: 1 });
      await mouse("mousePressed", 1);
      await mouse("mouseReleased", 0);
      // A part that moved before the press is pressed again; a page that is gone was pressed.
      if (!(await this.driver.executeScript<boolean>(WAS_HIT))) throw new Error("it moved away");
      this.input.clicks++;
    }, what);
  }

  /** Opens the line of the instruments where it is folded away. */
  async instruments(): Promise<void> {
    await this.retrying(async () => {
      const line = await this.find(
        "//header//button[starts-with(@aria-label, 'Instruments:')]",
        "the instruments' line",
      );
      if ((await line.getAttribute("aria-expanded")) !== "true") await line.click();
    }, "open the instruments' line");
  }

  /** Folds the line of the instruments away. */
  async foldInstruments(): Promise<void> {
    await this.driver.executeScript(
      "const line = document.querySelector(\"header button[aria-label^='Instruments:'][aria-expanded='true']\"); if (line) line.click();",
    );
  }

  /** Presses what belongs to the instruments. */
  async rack(name: string): Promise<void> {
    await this.instruments();
    await this.press(name);
  }

  field(label: string): Promise<WebElement> {
    return this.find(
      `//*[self::input or self::textarea][@id=//label[normalize-space(.)=${literal(label)}]/@for or @aria-label=${literal(label)}]`,
      `field “${label}”`,
    );
  }

  /** Replaces what stands in a field, by keys as a person would. */
  async type(label: string, text: string): Promise<void> {
    // Existing text is cleared first, so that a redrawn page is typed into once, not twice.
    await this.retrying(async () => {
      const field = await this.field(label);
      await field.sendKeys(Key.chord(Key.CONTROL, "a"), Key.DELETE, text);
    }, `type into “${label}”`);
  }

  /** Types into a field as a person does at the vehicle, and goes on with Enter: it is pressed first unless Enter has led there. Counted. */
  async enter(label: string, text: string): Promise<void> {
    const field = await this.field(label);
    // Enter in a text of several lines is a new line.
    const last = (await field.getTagName()) === "input" ? [Key.ENTER] : [];
    await this.retrying(async () => {
      if (await this.hasFocus(field)) return;
      this.input.clicks++;
      await field.click();
    }, `press “${label}”`);
    // What stands in a field is selected as it is reached.
    await this.driver
      .actions()
      .sendKeys(text, ...last)
      .perform();
    this.input.keys += text.length + last.length;
    await this.until(`“${label}” holds what was typed`, async () => (await this.valueOf(label)) === text);
    // Enter moves the focus a moment later; where nothing is left to enter it stays.
    if (last.length > 0) await waitFor(async () => !(await this.hasFocus(field)), FOCUS_MOVES_MS);
  }

  private hasFocus(field: WebElement): Promise<boolean> {
    return this.driver.executeScript<boolean>("return document.activeElement === arguments[0]", field);
  }

  async valueOf(label: string): Promise<string> {
    return (await (await this.field(label)).getAttribute("value")) ?? "";
  }

  async select(label: string, value: string): Promise<void> {
    const select = await this.find(`//select[@aria-label=${literal(label)}]`, `choice “${label}”`);
    await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", select);
    await (await select.findElement(By.css(`option[value="${value}"]`))).click();
  }

  async choose(group: string, option: string): Promise<void> {
    await this.click(
      `//*[@role='radiogroup'][.//*[normalize-space(text())=${literal(group)}]]//label[normalize-space(.)=${literal(option)}]`,
      `choose ${group}: ${option}`,
    );
  }

  /** Ticks a box by its words. */
  async tick(label: string): Promise<void> {
    await this.click(`//label[.//*[normalize-space(.)=${literal(label)}]]`, `tick “${label}”`);
  }

  /** Presses something drawn, by its accessible name: with a click, or with the keyboard. */
  async touch(name: string, by: "click" | "keyboard" = "click"): Promise<void> {
    const part = await this.find(
      `//*[@role='button' and starts-with(@aria-label, ${literal(name)})]`,
      `part “${name}”`,
    );
    if (by === "keyboard") {
      await this.driver.executeScript("arguments[0].focus()", part);
      await this.driver.switchTo().activeElement().sendKeys(Key.ENTER);
      return;
    }
    await this.driver.executeScript("arguments[0].dispatchEvent(new MouseEvent('click', { bubbles: true }))", part);
    this.input.clicks++;
  }

  /** Rendered text of the page without blank lines. One script call, since it is polled while waiting. */
  async text(): Promise<string> {
    const text = await this.driver.executeScript<string>("return document.body.innerText.replaceAll('\\u00a0', ' ')");
    return text
      .split("\n")
      .map((line) => line.trim())
      .filter((line) => line !== "")
      .join("\n");
  }

  /** Gives a file to a hidden file field, once it is there. */
  async giveFile(label: string, file: string): Promise<void> {
    await this.retrying(async () => {
      const css = label === "" ? "input[type='file']" : `input[aria-label='${label}']`;
      await this.driver.findElement(By.css(css)).sendKeys(file);
    }, `give a file to “${label}”`);
  }

  /** Waits until the page says this. */
  async says(text: string | RegExp, within = WAIT_MS): Promise<void> {
    let last = "";
    const said = await waitFor(
      async () => {
        last = await this.text();
        return typeof text === "string" ? last.includes(text) : text.test(last);
      },
      Math.max(within, WAIT_MS),
    );
    if (said === null) throw new Error(`the page never said ${text}; it says:\n${last}`);
  }

  async at(step: string): Promise<void> {
    await this.until(`at ${step}`, async () =>
      new URL(await this.driver.getCurrentUrl()).pathname.endsWith(`/${step}`),
    );
  }

  async until(what: string, condition: () => Promise<boolean>, within = WAIT_MS): Promise<void> {
    if ((await waitFor(condition, Math.max(within, WAIT_MS))) === null) throw new Error(`never: ${what}`);
  }

  /** Severe lines of the console since the last call: errors, unhandled rejections, policy violations. */
  async consoleErrors(): Promise<string[]> {
    const entries = await this.driver.manage().logs().get(logging.Type.BROWSER);
    return entries.filter((entry) => entry.level.value >= logging.Level.SEVERE.value).map((entry) => entry.message);
  }

  async picture(file: string): Promise<void> {
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileSync(file, Buffer.from(await this.driver.takeScreenshot(), "base64"));
  }

  pictureOfFailure(name: string): Promise<void> {
    return this.picture(path.join(artifacts, `${name.replace(/[^a-z0-9]+/gi, "-").slice(0, 80)}.png`));
  }

  /** Kills the browser as a power cut would, and begins another on what it has left behind. */
  async kill(): Promise<Browser> {
    const pid = (await this.driver.getCapabilities()).get("goog:processID");
    process.kill(pid, "SIGKILL");
    await this.driver.quit().catch(() => undefined);
    for (const lock of ["SingletonLock", "SingletonSocket", "SingletonCookie"])
      rmSync(path.join(this.profile, lock), { force: true });
    rmSync(this.downloads, { recursive: true, force: true });
    return Browser.start(bench, this.profile);
  }

  async quit(): Promise<void> {
    await this.driver.quit();
    for (const folder of [this.profile, this.downloads]) rmSync(folder, { recursive: true, force: true });
  }

  /** The page may redraw between finding and clicking; try again for a while. */
  private async retrying(act: () => Promise<void>, what: string): Promise<void> {
    let last: unknown;
    const done = await waitFor(async () => {
      try {
        await act();
        return true;
      } catch (error) {
        last = error;
        return false;
      }
    });
    if (done === null) throw new Error(`could not ${what}: ${last instanceof Error ? last.message : last}`);
  }
}

/** Asks often at first, since most of what is waited for is there within a tenth of a second, then ever less often, ms. */
const FIRST_ASK_MS = 15;
const LAST_ASK_MS = 250;
const ASK_GROWTH = 1.3;

/** The first value that is neither null nor false, asked for again and again; null after `within` ms. What throws is asked for again. */
async function waitFor<Value>(ask: () => Promise<Value | null | false>, within = WAIT_MS): Promise<Value | null> {
  const end = Date.now() + within;
  for (let pause = FIRST_ASK_MS; ; pause = Math.min(pause * ASK_GROWTH, LAST_ASK_MS)) {
    const value = await ask().catch(() => null);
    if (value !== null && value !== false) return value;
    if (Date.now() > end) return null;
    await new Promise((resolve) => setTimeout(resolve, pause));
  }
}

/** The first element of a path that is visible; one script call, since each call waits for a busy page. */
const VISIBLE = `const found = document.evaluate(arguments[0], document, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE, null);
for (let i = 0; i < found.snapshotLength; i++) {
  const element = found.snapshotItem(i);
  if (element.checkVisibility({ visibilityProperty: true }) && element.getClientRects().length > 0) return element;
}
return null;`;

/** Where the middle of that element is once it is scrolled to, clear of what stands at the foot of a step; or why it cannot be clicked. */
const PLACE = `const element = (function () { ${VISIBLE} })(arguments[0]);
if (element === null) return "it is not on the page, or not visible";
if (element.disabled || element.dataset.disabled !== undefined) return "it stays disabled";
element.scrollIntoView({ block: "center" });
const box = element.getBoundingClientRect();
const place = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
const over = document.elementFromPoint(place.x, place.y);
if (over === null || !element.contains(over)) return "something lies over it: " + (over && over.outerHTML.slice(0, 120));
const press = { hit: false };
window.evridPress = press;
element.addEventListener("click", () => { press.hit = true; }, { capture: true, once: true });
return place;`;
const WAS_HIT = "return window.evridPress === undefined || window.evridPress.hit;";

const buttonPath = (name: string) =>
  `//button[starts-with(normalize-space(translate(., "\u00a0", " ")), ${literal(name)}) or @aria-label=${literal(name)}] | //a[starts-with(normalize-space(translate(., "\u00a0", " ")), ${literal(name)})]`;

/** An XPath string literal; names in this product hold no double quotes. */
function literal(text: string): string {
  return `"${text}"`;
}
