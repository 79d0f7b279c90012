import { describe, expect, it } from "vitest";
import { browserSession, storedJob } from "../browser/session";

const ESTATE = "demo-estate-car";

describe("what a workshop learns", () => {
  const session = browserSession("demo");

  it("stands in the track record of the demo year, with the clamp that is off; an outcome signed now counts at once", async () => {
    const { browser, address } = session;
    await browser.open(address);
    await browser.says("Fennick Bakery");
    await browser.open(`${address}/track-record`);
    await browser.says("Calibration", 60_000);
    await browser.says(/Check pipe clamp: \d\.\d K low/);
    const counted = /(\d+) jobs; general prior counts as \d+/;
    await browser.says(counted);
    const before = Number(counted.exec(await browser.text())![1]);
    await browser.press("Mark as checked");
    await browser.until("no clamp to check", async () => !(await browser.text()).includes("Check pipe clamp"));

    await browser.open(`${address}/job/${ESTATE}/sign-off`);
    await browser.says("Local prior applied");
    await browser.says(/unresolved\./);
    await browser.press("Edit outcome");
    await browser.choose("Low condenser airflow", "Confirmed");
    await browser.says("Low condenser airflow confirmed");
    await browser.type("Technician", "Nell Achterberg");
    await browser.press("Sign");
    await browser.says("Locked.");
    const { outcome } = (await storedJob(browser, ESTATE)) as {
      outcome: { signed: { said: object; results: unknown[] } };
    };
    expect(outcome.signed.said).not.toBeNull();
    expect(outcome.signed.results).toContainEqual({ cause: "condenser-airflow", result: "confirmed" });

    await browser.open(`${address}/track-record`);
    await browser.says(`${before + 1} jobs; general prior counts as`);
    await browser.choose("Use local prior", "Off");
    await browser.open(`${address}/job/demo-bakery-van/intake`);
    await browser.says("similar vehicles leaked at the condenser");
    await browser.open(`${address}/job/demo-bakery-van/sign-off`);
    await browser.says("Outcome");
    expect(await browser.text()).not.toContain("Local prior applied");
  }, 120_000);
});
