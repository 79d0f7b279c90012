import { By, Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { browserSession, storedJob } from "../browser/session";

const PICKUP = "demo-garden-pickup";

describe("a signed job", () => {
  const session = browserSession("demo");

  it("is locked for fields, keys and the removal; amended with name and reason, it lists what changed, and is signed again", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    const before = await storedJob(browser, PICKUP);
    await browser.open(`${address}/job/${PICKUP}/intake`);
    await browser.says("Signed and locked");
    expect(await (await browser.field("Label charge")).isEnabled()).toBe(false);
    expect(await (await browser.button("Done: visual check")).isEnabled()).toBe(false);
    const keys = (...all: string[]) =>
      browser.driver
        .actions()
        .sendKeys(...all)
        .perform();
    await keys("n", "u", Key.ENTER);
    await browser.open(`${address}/job/${PICKUP}/charge`);
    await browser.says("Signed and locked");
    await keys("u", "n");
    await browser.open(address);
    await browser.says("Town gardens, pickup 11");
    const remove = By.xpath("//button[@aria-label='Remove Town gardens, pickup 11']");
    expect(await browser.driver.findElements(remove)).toEqual([]);
    expect(await storedJob(browser, PICKUP)).toEqual(before);

    await browser.open(`${address}/job/${PICKUP}/sign-off`);
    await browser.says("Locked.");
    await browser.press("Amend");
    await browser.says("Amend a signed job");
    await browser.type("Name", "Ines Falk");
    await browser.type("Reason", "Label read again");
    await keys(Key.ENTER);
    await browser.says("Not signed again yet");
    await browser.open(`${address}/job/${PICKUP}/intake`);
    await browser.type("Label charge", "638");
    await browser.until("it is stored", async () => (await storedJob(browser, PICKUP)).intake.charge.text === "638");
    await browser.open(`${address}/job/${PICKUP}/sign-off`);
    await browser.press("Sign");
    await browser.says("Signed by Tamsin Rowe");
    await browser.says(/624 g\s+638 g/);
    const after = await storedJob(browser, PICKUP);
    expect(JSON.parse(after.amendments[0].signed)).toMatchObject({ intake: before.intake, ledger: before.ledger });
    await browser.open(`${address}/report?job=${PICKUP}`);
    await browser.says("Label read again");
    await browser.says(/Intake, charge\s+624 g\s+638 g/);
  });
});
