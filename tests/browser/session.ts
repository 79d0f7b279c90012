/** Shared by every browser test: one server, one browser reset for each test, no console error unseen, a picture on failure. */
import { afterEach, beforeEach, expect, inject } from "vitest";
import { Browser } from "./browser";
import { OPEN_STORE } from "./open-store";

export interface Session {
  readonly browser: Browser;
  readonly address: string;
}

let shared: Browser | null = null;

/** Ends the browser of this part; the file that gathers the suites calls it. */
export async function closeSharedBrowser(): Promise<void> {
  await shared?.quit();
  shared = null;
}

export function browserSession(server: "plain" | "demo" = "plain"): Session {
  const address = inject(server);
  beforeEach(async () => {
    shared ??= await Browser.start();
    await shared.renew([inject("plain"), inject("demo")]);
  });
  afterEach(async ({ task }) => {
    const errors = await shared!.consoleErrors();
    if (task.result?.state === "fail" || errors.length > 0) await shared!.pictureOfFailure(task.name);
    expect(errors, "errors on the console").toEqual([]);
  });
  return {
    get browser() {
      return shared!;
    },
    address,
  };
}

const STANDS_MS = 100;
const MOST_ASKED = 5;

/** The job as the browser's database holds it, once no write is on its way: what is shown is stored a moment later. While instruments run that never ends. */
// biome-ignore lint/suspicious/noExplicitAny: a record as the database has it
export async function storedJob(browser: Browser, id: string): Promise<any> {
  let before = await storedNow(browser, id);
  for (let asked = 1; asked < MOST_ASKED; asked++) {
    await new Promise((resolve) => setTimeout(resolve, STANDS_MS));
    const now = await storedNow(browser, id);
    if (now?.updatedAt === before?.updatedAt) return now;
    before = now;
  }
  return before;
}

function storedNow(browser: Browser, id: string) {
  return browser.driver.executeAsyncScript(
    `const [id, done] = arguments;
     const opening = ${OPEN_STORE};
     opening.onsuccess = () => {
       const get = opening.result.transaction("jobs").objectStore("jobs").get(id);
       get.onsuccess = () => { opening.result.close(); done(get.result ?? null); };
     };`,
    id,
    // biome-ignore lint/suspicious/noExplicitAny: a record as the database has it
  ) as Promise<any>;
}
