import { execFileSync } from "node:child_process";
import { createWriteStream, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { By } from "selenium-webdriver";
import { describe, expect, inject, it } from "vitest";
import { movedBy } from "@/core/charge/books/ledger";
import { writeJobFile } from "@/core/records/files/job-file";
import type { Job } from "@/core/records/job";
import { startBridge } from "../browser/bridge";
import { Browser } from "../browser/browser";
import { storedJob } from "../browser/session";
import { emptyVan } from "../support/live-van";

/** Imports the job and opens its charge. */
async function bringIn(browser: Browser, job: Job): Promise<void> {
  const file = path.join(browser.downloads, `${job.id}.json`);
  writeFileSync(file, writeJobFile(job));
  await browser.open(inject("plain"));
  await browser.says("No open jobs");
  await browser.giveFile("", file);
  await browser.says("Ferry post, van 9");
  await browser.load(`${inject("plain")}/job/${job.id}/charge`);
}

async function connect(browser: Browser, address: string): Promise<void> {
  await browser.instruments();
  await browser.type("Bridge address", address);
  await browser.press("Connect bridge");
}

describe("live instruments over the local bridge", () => {
  it("carry a whole charge, with the browser killed twice in the middle and the log right to a sample", async () => {
    const bridge = await startBridge(8931, "--simulated", "sound-van", "--charge", "5");
    let browser = await Browser.start();
    try {
      // Evacuated before anybody listens.
      await bridge.hand({ machine: "pump", pace: 600 });
      await new Promise((resolve) => setTimeout(resolve, 3000));
      await bridge.hand({ machine: "off", pace: 1, cylinderG: 4500 });
      const job = emptyVan();
      await bringIn(browser, job);
      await browser.says("Own scale or machine");
      await connect(browser, bridge.address);
      await browser.says("simulated: practice job");
      await browser.says("live: engine off");
      await browser.says("Scale (live)", 30_000);
      await browser.press("Cylinder 1: ");
      await browser.until(
        "the scale stands",
        async () => !/waiting for a steady scale/.test(await browser.text()),
        60_000,
      );
      await browser.press("Open Liquid, high side");
      await bridge.hand({ valve: "liquid-high" });
      const inVehicle = async () => {
        const text = await browser.driver.findElement(By.css("[data-testid='in-vehicle']")).getText();
        return Number(text.replace(/[^\d]/g, ""));
      };
      await browser.until("some of it is in", async () => (await inVehicle()) > 60, 60_000);
      // The tablet dies while it flows, and comes back to the same bridge by itself.
      for (const least of [120, 200]) {
        browser = await browser.kill();
        await browser.load(`${inject("plain")}/job/${job.id}/charge`);
        await browser.says("live: ", 30_000);
        await browser.until("it counts on", async () => (await inVehicle()) > least, 60_000);
      }
      await browser.until("the weight is near", async () => (await inVehicle()) > 480, 120_000);
      await bridge.hand({ valve: "shut" });
      await browser.press("Close valve");
      await browser.says(/Valve closed\.|Draw in the/, 30_000);
      await browser.until("it is booked", async () => (await storedJob(browser, job.id)).charge.open === null, 30_000);
      const stored = await storedJob(browser, job.id);
      const { chargeG } = await bridge.hand({});
      const hoseG = movedBy(stored.ledger, "charge") - chargeG;
      // What left the cylinder is in the vehicle; the simulated hose of this process holds nothing.
      expect(Math.abs(hoseG)).toBeLessThan(8);
      expect(stored.purpose).toBe("practice");
      expect(stored.ledger.filter(({ act }: { act: string }) => act === "charge").length).toBeLessThanOrEqual(3);
    } finally {
      await browser.quit();
      await bridge.stop();
    }
  });

  it("show the zero of gauges that are open to the air before they are connected, and keep it with the job", async () => {
    // A manifold with absolute sensors at 310 m, where the barometer is 97.7 kPa; its low one is 22 kPa off.
    const pipe = path.join(tmpdir(), `evrid-open-gauges-${process.pid}`);
    execFileSync("mkfifo", [pipe]);
    const bridge = await startBridge(8934, "--file", pipe);
    const lines = createWriteStream(pipe);
    const speaks = setInterval(() => lines.write("LP 119.7 kPa abs HP 99.7 kPa abs\n"), 200);
    const browser = await Browser.start();
    try {
      const job = { ...emptyVan(), id: "live-van-3" };
      await bringIn(browser, job);
      await browser.load(`${inject("plain")}/job/${job.id}/hook-up`);
      await connect(browser, bridge.address);
      await browser.says("zero is off", 30_000);
      await browser.says("Zero the gauge before connecting, or check the altitude");
      await browser.press("Record zero");
      await browser.says(/Recorded: low 22, high 2 kPa/);
      const stored = await storedJob(browser, job.id);
      expect(stored.hookUp.zero.lowKpa).toBeCloseTo(22, 0);
    } finally {
      await browser.quit();
      clearInterval(speaks);
      lines.destroy();
      await bridge.stop();
      rmSync(pipe, { force: true });
    }
  });

  it("name what a source sends wrong, lose it by name, and take it up again; a scale of its own is assigned from a line", async () => {
    let bridge = await startBridge(8932, "--simulated", "sound-van", "--scale", "status");
    const browser = await Browser.start();
    try {
      const job = { ...emptyVan(), id: "live-van-2" };
      await bringIn(browser, job);
      await connect(browser, bridge.address);
      await bridge.hand({ cylinderG: 4500 });
      // Its unit says what it is.
      await browser.says(/Newest line: ST,NT,\+\d+\.\d g/, 30_000);
      await browser.says("Scale (live)", 30_000);
      // Assigned to another channel its unit does not fit: counted, never shown.
      await browser.select("Number 1 is", "vent");
      await browser.says(/unit of another kind \d+/);
      await browser.select("Number 1 is", "scaleG");
      await browser.says("Scale (live)", 30_000);
      await bridge.stop();
      await browser.says("The bridge does not answer");
      bridge = await startBridge(8932, "--simulated", "sound-van", "--scale", "plain");
      await browser.until("it is back", async () => !/The bridge does not answer/.test(await browser.text()), 60_000);
      await bridge.hand({ cylinderG: 4400 });
      await browser.says(/Newest line: 4\.4\d+ kg/, 30_000);
    } finally {
      await browser.quit();
      await bridge.stop();
    }
  });
});
