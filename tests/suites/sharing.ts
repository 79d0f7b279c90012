import { readdirSync } from "node:fs";
import path from "node:path";
import { describe, expect, inject, it } from "vitest";
import { Browser } from "../browser/browser";
import { storedJob } from "../browser/session";
import { CHOOSES_FOLDER, copyAround } from "../browser/shared-folders";

/** Opens the settings and chooses the folder: three presses, of which two are the browser's own. */
async function joins(browser: Browser, address: string, technician: string): Promise<void> {
  await browser.load(`${address}/settings`);
  await browser.driver.executeScript(CHOOSES_FOLDER);
  await browser.type("Technicians", technician);
  await browser.press("Choose folder");
  await browser.says("Folder shop");
  await browser.says("No change pending");
}

const jobIdOf = async (browser: Browser) => /\/job\/([^/]+)\//.exec(await browser.driver.getCurrentUrl())![1]!;

describe("three devices on one folder", () => {
  it("show each other's jobs, leave a job to who works on it, ask once where two differ, and survive kills", async () => {
    const address = inject("plain");
    let [one, two, three] = await Promise.all([Browser.start(), Browser.start(), Browser.start()]);
    try {
      await joins(one, address, "Tamsin Rowe");
      await copyAround([one, two, three]);
      await joins(two, address, "Idris Kovac");
      await copyAround([one, two, three]);
      await joins(three, address, "Nell Achterberg");
      await copyAround([one, two, three]);

      await one.load(address);
      await one.press("Start a job");
      await one.at("intake");
      const id = await jobIdOf(one);
      await one.type("Vehicle", "Fennick Bakery, van 3");
      await one.until("stored", async () => (await storedJob(one, id)).intake.vehicle === "Fennick Bakery, van 3");
      // Killed before the change can have come to rest.
      one = await one.kill();
      await one.load(address);
      await one.says("Fennick Bakery, van 3");
      await one.says("This device, Tamsin Rowe, since");
      await one.load(`${address}/settings`);
      await one.says("No change pending");

      // First half of what was written arrives, then all of it.
      await two.load(address);
      await copyAround([one, two, three], 0.5);
      await copyAround([one, two, three]);
      await two.says("Fennick Bakery, van 3");
      await two.says("Computer 1, Tamsin Rowe, since");
      await two.load(`${address}/job/${id}/intake`);
      await two.says("In progress: Computer 1, Tamsin Rowe");
      expect(await (await two.button("Done: visual check")).isEnabled()).toBe(false);

      // Both go on with it while the folder does not reach them.
      await one.load(`${address}/job/${id}/intake`);
      await one.type("Plate", "QT 311");
      await two.press("Take over");
      await two.until("it can be changed", async () => !(await two.text()).includes("In progress: Computer 1"));
      await two.type("Plate", "QT 377");
      for (const [browser, plate] of [
        [one, "QT 311"],
        [two, "QT 377"],
      ] as const)
        await browser.until("stored", async () => (await storedJob(browser, id)).intake.plate === plate);
      await Promise.all([one, two].map((browser) => browser.load(`${address}/settings`)));
      await Promise.all([one, two].map((browser) => browser.says("No change pending")));
      two = await two.kill();
      await two.load(`${address}/settings`);
      await copyAround([one, two, three]);

      // The third device asks, and its answer reaches the others.
      await three.load(address);
      await three.says("Two values for one field");
      await three.press("QT 377 (Computer 2)");
      await three.until("it is answered", async () => !(await three.text()).includes("Two values for one field"));
      await three.load(`${address}/settings`);
      await three.says("No change pending");
      await copyAround([one, two, three]);
      await one.load(`${address}/job/${id}/intake`);
      await one.says("In progress: Computer 2, Idris Kovac");
      const stored = await Promise.all(
        [one, two, three].map(async (browser) => {
          await browser.until("the same", async () => (await storedJob(browser, id)).intake.plate === "QT 377");
          return { ...(await storedJob(browser, id)), updatedAt: "" };
        }),
      );
      expect(stored[1]).toEqual(stored[0]);
      expect(stored[2]).toEqual(stored[0]);
      for (const browser of [one, two, three]) {
        expect(await browser.text()).not.toContain("Two values for one field");
        expect(await browser.consoleErrors()).toEqual([]);
      }

      // Whoever leaves keeps everything.
      await three.load(`${address}/settings`);
      await three.press("Leave folder");
      await three.press("Press again to leave");
      await three.says("All records stay on this device");
      await three.load(address);
      await three.says("Fennick Bakery, van 3");
      // Without a folder the same goes as a file.
      await three.press("New job");
      await three.at("intake");
      await three.type("Vehicle", "Quay Taxis, car 4");
      const other = await jobIdOf(three);
      await three.until("stored", async () => (await storedJob(three, other)).intake.vehicle === "Quay Taxis, car 4");
      await three.load(`${address}/settings`);
      await three.press("Share by files");
      await three.says("By files, no folder");
      await three.press("Save all records");
      await three.says("Updates saved");
      const saved = () => readdirSync(three.downloads).find((name) => name.endsWith(".evrid-updates"));
      await three.until("saved", async () => saved() !== undefined);
      await two.load(`${address}/settings`);
      await two.giveFile("Updates file", path.join(three.downloads, saved()!));
      await two.says("records updated");
      await two.load(address);
      await two.says("Quay Taxis, car 4");
    } finally {
      await Promise.all([one, two, three].map((browser) => browser.quit()));
    }
  });
});
