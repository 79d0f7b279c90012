import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { By, Key } from "selenium-webdriver";
import { describe, expect, inject, it } from "vitest";
import type { Browser } from "../browser/browser";
import { findingsOf } from "../browser/findings";
import { browserSession, storedJob } from "../browser/session";

/** A lack of charge, and one that both gauges and a clamp on the liquid line give away. */
const CASE = "1K-0004Y";
const PLAIN = "1K-00143";
/** A car whose discharge line still bursts a can after liquid has broken its compressor. */
const BURSTS = "1K-000R6";

/** The car of that case, looked at, with gauges and a clamp on, settled at idle. */
async function settled(browser: Browser, address: string, code = CASE) {
  await browser.open(`${address}/drill?code=${code}`);
  await browser.says("Actions");
  for (const act of ["Visual check", "Connect both gauges", "Clamp liquid line"]) {
    await browser.press(act);
    await browser.until(`${act} is done`, async () => (await done(browser)).some((line) => line.includes(act)));
  }
  await browser.choose("Engine", "Idle");
  await browser.press("Wait until steady");
  await browser.says("Pressures steady.", 60_000);
}

const done = (browser: Browser) =>
  browser.driver.executeScript<string[]>(
    `return [...document.querySelectorAll("ol[aria-label='Actions so far'] li")].map((line) => line.textContent);`,
  );

async function answer(browser: Browser, cause: string, charge: string, grams: string | null) {
  await browser.select("Cause", cause);
  const choice = await browser.find(`//*[@role='radio'][normalize-space(.)='${charge}']`, charge);
  await choice.click();
  if (grams !== null) await browser.type("Amount", grams);
  await browser.press("Submit diagnosis");
  await browser.says("Your diagnosis", 60_000);
}

describe("drills", () => {
  const session = browserSession();

  it("are solved at the car: what was done survives a reload, the answer takes the cover off, and the page of it is saved", async () => {
    const { browser, address } = session;
    await settled(browser, address, PLAIN);
    // No band, no ranking: nothing on the page says what it is.
    expect(await browser.text()).not.toContain("Possible causes");
    const before = await done(browser);
    await browser.driver.navigate().refresh();
    await browser.until("it is taken up where it was", async () => (await done(browser)).length === before.length);
    expect(await done(browser)).toEqual(before);
    await answer(browser, "undercharge", "Add", "568");
    await browser.says("Undercharge. Charge at intake 232 g, maker's charge 800 g");
    await browser.says("Your diagnosis, correct");
    await browser.says("decidable from here");
    await browser.says(/(9\d|100) of 100/);
    await browser.says("By weight");
    expect(await findingsOf(browser), "debrief").toEqual([]);
    await browser.press("Save page");
    const saved = () => readdirSync(browser.downloads).find((name) => name.endsWith(".pdf"));
    await browser.until("the page is saved", async () => saved() !== undefined, 30_000);
    expect(readFileSync(path.join(browser.downloads, saved()!)).subarray(0, 5).toString()).toBe("%PDF-");
    await browser.press("Go to drills");
    await browser.says("1 of 1");
    await browser.says("Undercharge");
  });

  it("are failed without a scolding, and say what the readings said", async () => {
    const { browser, address } = session;
    await settled(browser, address, PLAIN);
    await answer(browser, "compressor-worn", "Leave charge", null);
    await browser.says("Your diagnosis: Low compressor capacity");
    await browser.says("Wrong cause");
    await browser.says("Decided against the readings");
    await browser.says("0 of 40");
    expect(await browser.text()).not.toMatch(/congratul|well done|badge/i);
  });

  it("have their caution at the dangerous act, and its consequence for whoever does it all the same", async () => {
    const { browser, address } = session;
    await settled(browser, address, BURSTS);
    await browser.press("Take a can");
    await browser.press("Invert can on low side");
    await browser.says("Never charge liquid into a running low side");
    await browser.press("Cancel");
    expect(await browser.text()).not.toContain("Liquid has destroyed");
    await browser.press("Invert can on low side");
    await browser.press("Do it anyway");
    await browser.says("Liquid has destroyed the compressor", 30_000);
    await browser.press("Open high valve, liquid");
    await browser.says("can burst the can");
    await browser.press("Do it anyway");
    await browser.says("The can has burst", 30_000);
    await browser.says("Case ended");
    await browser.press("Open debrief");
    await browser.says("No answer: ended by an accident", 60_000);
    await browser.says("Mistakes and dangers");
    await browser.says("0 of 40");
  });

  it("come before a class by keys alone: played to its pauses, channels and answer uncovered, votes counted", async () => {
    const { browser, address } = session;
    await browser.open(`${address}/drill`);
    await browser.says("Open by code");
    const keys = (...all: string[]) =>
      browser.driver
        .actions()
        .sendKeys(...all)
        .perform();
    await browser.driver.executeScript("document.querySelector('input[placeholder]').focus()");
    await keys(CASE, Key.TAB, Key.TAB);
    await browser.until("at the button", async () =>
      (await browser.driver.switchTo().activeElement().getText()).startsWith("Class"),
    );
    await keys(Key.ENTER);
    await browser.says("0:00 of", 30_000);
    expect((await browser.text()).match(/covered/g)).toHaveLength(4);
    await keys(" ");
    await browser.says("What does the static pressure show", 20_000);
    await keys("5");
    await browser.until(
      "the liquid line is uncovered",
      async () => (await browser.text()).match(/covered/g)?.length === 3,
    );
    await keys("1");
    await browser.until("the low side is covered", async () => (await browser.text()).match(/covered/g)?.length === 4);
    await keys("g");
    await browser.says("Undercharge");
    await keys("3", Key.TAB, "11", Key.ENTER, "2", Key.ESCAPE);
    await browser.until(
      "the fields are away",
      async () => (await browser.driver.findElements(By.css("input[aria-label^='Votes']"))).length === 0,
    );
    const votes = await browser.driver.findElement(By.css("[aria-label='Votes']")).getText();
    expect(votes.split("\n")).toEqual(["Undercharge", "11", "No fault", "3", "Overcharge", "2"]);
    expect(await browser.text()).not.toContain("127 g");
    await keys("a");
    await browser.says("127 g");
    await keys("a");
    await browser.until("it is covered again", async () => !(await browser.text()).includes("127 g"));
    await keys(Key.ARROW_RIGHT);
    await browser.says("Steady at idle");
    expect(await findingsOf(browser), "before a class").toEqual([]);
    const sheets = () => readdirSync(browser.downloads).filter((name) => /^evrid-class-\w+\.pdf$/.test(name));
    await keys("q");
    await browser.until("the questions are there", async () => sheets().length === 1, 30_000);
    await keys("s");
    await browser.until("the answers are there", async () => sheets().length === 2, 30_000);
    await keys(Key.ESCAPE);
    await browser.says("Open by code");
  });

  it("bring back over the days what was missed, of the learner who missed it, and go along as a file", async () => {
    const { browser, address } = session;
    // The page's clock, moved by so many days.
    await browser.onEveryPage(`if (localStorage.getItem("test.days") !== null) {
      const RealDate = Date;
      const now = () => RealDate.now() + Number(localStorage.getItem("test.days")) * 86400000;
      globalThis.Date = class extends RealDate {
        constructor(...given) { if (given.length === 0) super(now()); else super(...given); }
        static now() { return now(); }
      };
    }`);
    await browser.open(`${address}/drill`);
    await browser.says("Nothing due");
    await browser.press("New learner");
    await browser.type("Learner's name", "Ines");
    await browser.press("Add");
    await browser.until("Ines learns", async () =>
      browser.driver.executeScript<boolean>(
        "return document.querySelector(\"select[aria-label='Learner']\").selectedOptions[0].textContent === 'Ines'",
      ),
    );
    await settled(browser, address);
    await answer(browser, "air", "Weigh first", null);
    await browser.press("Go to drills");
    await browser.says("Nothing due");
    await browser.says("0 of 1");
    await browser.says("in 1 day");
    await browser.press("Save as file");
    const file = () => readdirSync(browser.downloads).find((name) => name.startsWith("evrid-drills-"));
    await browser.until("the file is there", async () => file() !== undefined);
    // Two days on it is due, and what is offered is of that kind.
    await browser.driver.executeScript("localStorage.setItem('test.days', '2')");
    await browser.open(`${address}/drill`);
    await browser.says(/Due: (undercharge|with clamps)/);
    await browser.press("Practise");
    await browser.says("Actions");
    expect(await browser.driver.getCurrentUrl()).toMatch(/code=[12][A-Z]-/);
    // Somebody else has missed nothing.
    await browser.open(`${address}/drill`);
    await browser.says("Due:");
    await browser.driver.executeScript(
      "const who = document.querySelector(\"select[aria-label='Learner']\"); who.selectedIndex = 0; who.dispatchEvent(new Event('change', { bubbles: true }))",
    );
    await browser.says("Nothing due");
    const book = JSON.parse(readFileSync(path.join(browser.downloads, file()!), "utf8"));
    expect(book).toMatchObject({ format: "evrid.drills", version: 3 });
    expect(book.learners.map(({ name }: { name: string }) => name)).toEqual(["", "Ines"]);
    expect(book.drills).toHaveLength(1);
    expect(book.drills[0]).toMatchObject({ code: CASE, truth: ["undercharge"], causes: ["air"] });
  });

  it("are made of what stands on the bench and of a signed job, and a log comes before a class, without names", async () => {
    const { browser } = session;
    const demo = inject("demo");
    await browser.open(demo);
    await browser.says("Fennick Bakery");
    await browser.open(`${demo}/bench?v=1&name=Mrs+Fennick&r=134a&g=550&m=valve&c=internal&in=300`);
    await browser.press("Create drill case");
    await browser.says("Custom case");
    expect(await browser.driver.getCurrentUrl()).not.toContain("Fennick");
    await browser.open(`${demo}/job/demo-garden-pickup/sign-off`);
    await browser.press("Create drill case");
    await browser.says("Custom case", 30_000);
    expect(await browser.text()).not.toMatch(/pickup|garden/i);
    await browser.open(`${demo}/drill?class=1`);
    await browser.says("Log for a class");
    const rows = Array.from({ length: 400 }, (_, i) => {
      const rpm = i < 60 ? 0 : i < 230 ? 820 : 1800;
      return [i, rpm, rpm === 0 ? 590 : 210, rpm === 0 ? 590 : 1300 + i, 12.4].join(",");
    });
    const file = path.join(browser.downloads, "yard.csv");
    writeFileSync(file, `time_s,rpm,low_kpa_gauge,high_kpa_gauge,vent_c\n${rows.join("\n")}\n`);
    await browser.giveFile("Instrument log", file);
    await browser.press("Show");
    await browser.says("0:00 of 6:39", 30_000);
    await browser.driver.actions().sendKeys(Key.ARROW_RIGHT, "a").perform();
    await browser.says("Only the trainer knows");
    await browser.type("Answer", "A blocked drier");
    await browser.until("it stands there", async () =>
      (await browser.driver.findElement(By.css("[data-answer]")).getText()).includes("A blocked drier"),
    );
  });

  it("are sealed for a class, answered on two devices without an answer shown, and read on one page by the trainer", async () => {
    const { browser, address } = session;
    const save = path.join(browser.downloads, "..", `class-${Date.now()}`);
    mkdirSync(save);
    /** What was downloaded under this name, moved out of the reach of the next device. */
    const taken = async (begin: string, as: string): Promise<string> => {
      const named = () =>
        readdirSync(browser.downloads).find((name) => name.startsWith(begin) && name.endsWith(".json"));
      await browser.until(`${begin} is there`, async () => named() !== undefined);
      const to = path.join(save, as);
      copyFileSync(path.join(browser.downloads, named()!), to);
      return to;
    };
    const anotherDevice = () => browser.renew([address]);
    await browser.open(`${address}/drill`);
    await browser.press("Create set");
    await browser.type("Name", "Autumn course");
    await browser.type("Case codes, one a line", CASE);
    await browser.type("Trainer's phrase", "blue valve");
    await browser.press("Save class file");
    const set = await taken("evrid-class-", "set.json");
    expect(readFileSync(set, "utf8")).not.toContain(CASE.slice(3));

    const answers: string[] = [];
    for (const [learner, cause] of [
      ["Ann", "undercharge"],
      ["Bo", "air"],
    ] as const) {
      await anotherDevice();
      await browser.open(`${address}/drill`);
      await browser.says("Nothing due");
      await browser.press("Enter name");
      await browser.type("Learner's name", learner);
      await browser.press("Save name");
      await browser.giveFile("Class file", set);
      await browser.says("Sealed: no answers shown");
      await browser.press("Case 1");
      await browser.says("Autumn course, case 1");
      expect(await browser.text()).not.toContain(CASE);
      await browser.press("Connect both gauges");
      await browser.says(/Connect both gauges\ndone/);
      await browser.select("Cause", cause);
      await browser.press("Weigh first");
      await browser.press("Submit diagnosis");
      await browser.says("Answer recorded", 60_000);
      // Neither by its code nor before a class.
      for (const query of [`code=${CASE}`, `code=${CASE}&class=1`]) {
        await browser.open(`${address}/drill?${query}`);
        await browser.says("belongs to a sealed class set");
      }
      await browser.open(`${address}/drill`);
      await browser.says("1 of 1 answered");
      await browser.press("Save answers");
      answers.push(await taken("evrid-class-answers-", `${learner}.json`));
    }

    await anotherDevice();
    await browser.open(`${address}/drill`);
    await browser.giveFile("Class file", set);
    await browser.says("Sealed: no answers shown");
    await browser.press("Unseal");
    await browser.type("Trainer's phrase", "red valve");
    await browser.driver.executeScript(
      "[...document.querySelectorAll('button')].findLast((b) => b.textContent === 'Unseal').click()",
    );
    await browser.says("Wrong phrase");
    await browser.type("Trainer's phrase", "blue valve");
    await browser.driver.executeScript(
      "[...document.querySelectorAll('button')].findLast((b) => b.textContent === 'Unseal').click()",
    );
    await browser.press("Results");
    await browser.says("Shared mistakes");
    await browser.giveFile("Answer files", answers.join("\n"));
    await browser.says("Ann");
    await browser.says("Bo");
    const text = await browser.text();
    expect(text).toContain("Answer: Undercharge, weigh first.");
    expect(text).toContain("No visual check\n2 of 2");
    await browser.press("Answer page");
    await browser.until(
      "the page is there",
      async () => readdirSync(browser.downloads).some((name) => name.startsWith("evrid-class-case-1")),
      60_000,
    );
  });
});

describe("exercises", () => {
  const session = browserSession();

  it("are begun from the drill, worked as the real job, and judged by what the vehicle then holds", async () => {
    const { browser, address } = session;
    await browser.open(`${address}/drill`);
    await browser.press("Start: Liquid in the hose");
    await browser.says("Charging plan", 60_000);
    await browser.says("(simulator)");
    await browser.press("Cylinder 1: ");
    await browser.until(
      "the scale stands",
      async () => !/waiting for a steady scale/.test(await browser.text()),
      60_000,
    );
    await browser.press("Open Liquid, high side");
    await browser.rack("× 10");
    await browser.says("Close the cylinder. Draw in the", 120_000);
    await browser.press("Open Hose, low side");
    await browser.rack("× 60");
    await browser.says("Hose content drawn in. Close the valve.", 120_000);
    await browser.press("Close valve");
    await browser.says("within the label range", 60_000);
    await browser.press("Done: verification");
    await browser.at("prove");
    const id = decodeURIComponent((await browser.driver.getCurrentUrl()).split("/").at(-2)!);
    // A page that is left at once stores its last change with the next page of the job.
    await browser.until("the step is stored", async () => (await storedJob(browser, id)).steps.charge.doneAt !== null);
    await browser.load(`${address}/drill`);
    await browser.says("Passed");
    await browser.says(/In the vehicle 4[678]\d g of 470 g/);
    await browser.says("The log agrees with the vehicle");
  });
});
