/** What every browser test shares: one server, a fresh browser a test, no console error left unseen, a picture on failure. */
import { afterAll, afterEach, beforeAll, beforeEach, expect } from "vitest";
import { Browser } from "./browser";
import { type RunningServer, startServer } from "./server";

export interface Session {
  readonly browser: Browser;
  readonly address: string;
}

export function browserSession(environment: Record<string, string> = {}): Session {
  let server: RunningServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await startServer(environment);
  });
  afterAll(() => server?.stop());
  beforeEach(async () => {
    browser = await Browser.start();
  });
  afterEach(async ({ task }) => {
    const errors = await browser.consoleErrors();
    if (task.result?.state === "fail" || errors.length > 0) await browser.pictureOfFailure(task.name);
    await browser.quit();
    expect(errors, "errors on the console").toEqual([]);
  });
  return {
    get browser() {
      return browser;
    },
    get address() {
      return server.address;
    },
  };
}

/** The job as the browser's database holds it. */
export function storedJob(browser: Browser, id: string) {
  return browser.driver.executeAsyncScript(
    `const [id, done] = arguments;
     const opening = indexedDB.open("evrid");
     opening.onsuccess = () => {
       const get = opening.result.transaction("jobs").objectStore("jobs").get(id);
       get.onsuccess = () => { opening.result.close(); done(get.result ?? null); };
     };`,
    id,
    // biome-ignore lint/suspicious/noExplicitAny: a record as the database has it
  ) as Promise<any>;
}
