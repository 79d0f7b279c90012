import { writeFileSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import path from "node:path";
import { By } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { startServer } from "../browser/server";
import { browserSession } from "../browser/session";

describe("without a network", () => {
  const session = browserSession();

  it("after one visit every view and every worker works with the server stopped, also in a job that was never opened before", async () => {
    const { browser } = session;
    const server = await startServer();
    const { address } = server;
    try {
      await browser.load(address);
      await browser.says("No open jobs");
      await browser.until(
        "everything is kept",
        () =>
          browser.driver.executeScript(
            "return navigator.serviceWorker.getRegistration().then((one) => one !== undefined && one.active !== null && one.active.state === 'activated')",
          ),
        60_000,
      );
    } finally {
      await server.stop();
    }
    await expect(fetch(address)).rejects.toThrow();
    await browser.load(`${address}/desk`);
    await browser.says("Evaporating at");
    await browser.type("Low side, gauge", "192");
    await browser.until("it computes", async () => Math.abs(Number(await browser.valueOf("Evaporating at"))) < 0.4);
    await browser.load(address);
    await browser.press("Explore the demo workshop");
    await browser.says("Fennick Bakery");
    // The diagnosing worker, with what it has learned.
    await browser.load(`${address}/job/demo-estate-car/verdict`);
    await browser.says("Possible causes", 60_000);
    // The rack and the bands, in a job that this browser has not opened yet.
    await browser.load(`${address}/job/demo-bakery-van/running`);
    await browser.says("simulator: ");
    await browser.rack("Idle");
    await browser.says("Green: expected now", 60_000);
    // On to the next step as a person goes, and to one with the charge desk's worker.
    await browser.driver.findElement(By.xpath("//nav[@aria-label='Steps']//button[contains(., 'Charge')]")).click();
    await browser.at("charge");
    await browser.says("Charge by other methods");
    await browser.says(/By weight/, 60_000);
    await browser.load(`${address}/job/demo-estate-car/running`);
    await browser.instruments();
    await browser.says("Open log (CSV)");
    const log = path.join(browser.downloads, "yard.csv");
    writeFileSync(
      log,
      `Yard logger\n\nTime s,Low kPa,High kPa\n${Array.from({ length: 50 }, (_, i) => `${i},240,1400`).join("\n")}\n`,
    );
    await browser.giveFile("Instrument log", log);
    await browser.press("Play log live");
    await browser.says("playing log");
    await browser.load(`${address}/job/nobody-knows/intake`);
    await browser.says("This job is not stored here");
    // An address without a step leads to its first one, and one that is none is said to be none.
    await browser.load(`${address}/job/demo-estate-car`);
    await browser.at("intake");
    await browser.says("Orla Veitch");
    await browser.load(`${address}/no/such/page`);
    await browser.says("Page not found");
    await browser.load(`${address}/job/demo-estate-car/no-such-step`);
    await browser.says("Page not found");
    // Prefetches are cancelled first. Browser errors about a stopped server are not the page's fault.
    await browser.driver.get("about:blank");
    const errors = await browser.consoleErrors();
    expect(
      errors.filter(
        (line) => !/ERR_CONNECTION_REFUSED|Failed to fetch|no-such-step - .* 404|such\/page - .* 404/.test(line),
      ),
    ).toEqual([]);
  });
});

describe("a newer build", () => {
  const session = browserSession();

  it("is announced, leaves the open job alone, and is taken at the next start", async () => {
    const { browser } = session;
    const server = await startServer();
    const front = await newerBuildInFront(server.address);
    const { address } = front;
    const build = () =>
      browser.driver.executeAsyncScript(
        "caches.keys().then((names) => arguments[0](names.sort().join(' ')))",
      ) as Promise<string>;
    try {
      await browser.load(address);
      await browser.press("Explore the demo workshop");
      await browser.until(
        "the first build is kept and serves this page",
        () => browser.driver.executeScript("return navigator.serviceWorker.controller?.state === 'activated'"),
        60_000,
      );
      const first = await build();
      expect(first).toMatch(/^evrid-\S+$/);
      await browser.load(`${address}/job/demo-bakery-van/intake`);
      await browser.says("Fennick Bakery");
      front.comes();
      await browser.driver.executeScript("navigator.serviceWorker.getRegistration().then((one) => one.update())");
      await browser.says("Update at next start", 180_000);
      // The job goes on with what it began with, from step to step and over a reload.
      await browser.driver.navigate().refresh();
      await browser.says("Fennick Bakery");
      await browser.says("Update at next start");
      expect((await build()).split(" ")).toContain(first);
      // No page of it open any more: a next start takes the newer one, and the older is forgotten. How soon the browser lets an old one go is its own.
      await browser.until(
        "only the newer build is kept",
        async () => {
          await browser.driver.get("about:blank");
          await new Promise((resolve) => setTimeout(resolve, 3000));
          await browser.load(address);
          await browser.says("Fennick Bakery");
          return (await build()) === `${first}-newer`;
        },
        180_000,
      );
      expect(await browser.text()).not.toContain("Update at next start");
    } finally {
      // Prefetches are cancelled before the server stops.
      await browser.driver.get("about:blank");
      await front.stop();
      await server.stop();
    }
    const errors = await browser.consoleErrors();
    expect(errors.filter((line) => !/ERR_CONNECTION_REFUSED/.test(line))).toEqual([]);
  });
});

/** The server behind an address of its own, whose service worker turns into that of a newer build when it is told to. */
async function newerBuildInFront(
  behind: string,
): Promise<{ address: string; comes: () => void; stop: () => Promise<void> }> {
  let newer = false;
  const server = createServer(async (request, response) => {
    try {
      const answer = await fetch(`${behind}${request.url}`, { redirect: "manual" });
      let body = Buffer.from(await answer.arrayBuffer());
      if (request.url === "/sw.js" && newer) {
        const text = body.toString("utf8");
        const next = text.replace(/(CACHE = `\$\{PREFIX\}[^`]+)`/, "$1-newer`");
        if (next === text) throw new Error("the service worker's build was not found in it");
        body = Buffer.from(next);
      }
      for (const name of ["content-type", "content-security-policy", "location", "cache-control"]) {
        const value = answer.headers.get(name);
        if (value !== null) response.setHeader(name, value);
      }
      response.writeHead(answer.status).end(body);
    } catch {
      response.writeHead(502).end();
    }
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as AddressInfo;
  return {
    address: `http://127.0.0.1:${port}`,
    comes: () => {
      newer = true;
    },
    stop: () => new Promise((resolve) => server.close(() => resolve())),
  };
}
