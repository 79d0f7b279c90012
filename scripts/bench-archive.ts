/**
 * Times saving a large shop as an archive and reading it in again, in the real browser: `npm run bench:archive [jobs] [vehicles] [photos]` after a
 * build. Tells the time, the longest task of the page, and the largest heap of page and worker, and compares every record before and after.
 */
import { readdirSync, statSync } from "node:fs";
import path from "node:path";
import { Browser, bench } from "../tests/browser/browser";
import { OPEN_STORE } from "../tests/browser/open-store";
import { startServer } from "../tests/browser/server";

const jobs = Number(process.argv[2] ?? 20_000);
const vehicles = Number(process.argv[3] ?? 10_000);
const photos = Number(process.argv[4] ?? 2_000);
const PHOTO_BYTES = 120_000;
const TABLES = ["jobs", "vehicles", "containers", "stock", "photos", "visits", "vehicleRows", "bookLines"];

const ASK = `const ask = (request) => new Promise((resolve, reject) => {
  request.onsuccess = () => resolve(request.result);
  request.onerror = () => reject(request.error);
});`;

/** Jobs of the made-up year again and again under other ids, their vehicles as records, some with a photo of noise. */
const FILL = `const [jobs, vehicles, photos, photoBytes, done] = arguments;
${ASK}
(async () => {
  const store = await ask(${OPEN_STORE});
  const year = (await ask(store.transaction("jobs").objectStore("jobs").getAll())).filter(({ id }) => id.startsWith("demo-year"));
  const [vehicle] = await ask(store.transaction("vehicles").objectStore("vehicles").getAll());
  for (let from = 0; from < Math.max(jobs, vehicles); from += 200) {
    const write = store.transaction(["jobs", "vehicles", "photos", "choices"], "readwrite", { durability: "relaxed" });
    write.objectStore("choices").delete("record-index");
    for (let i = from; i < from + 200; i++) {
      const name = "Quarry fleet, car " + (i % vehicles);
      const plate = "QF " + (i % vehicles);
      if (i < vehicles) write.objectStore("vehicles").put({ ...vehicle, id: "large-" + i, name, plate, names: [name.toLowerCase(), plate.toLowerCase()], joined: [], photos: [] });
      if (i >= jobs) continue;
      const id = "large-" + i;
      const job = year[i % year.length];
      const mine = i < photos ? [{ id: "p" + i, step: "look", at: job.createdAt, width: 800, height: 600, bytes: photoBytes }] : [];
      write.objectStore("jobs").put({ ...job, id, intake: { ...job.intake, vehicle: name }, photos: mine });
      if (mine.length > 0) {
        const jpeg = new Uint8Array(photoBytes);
        for (let at = 0; at < photoBytes; at += 65536) crypto.getRandomValues(jpeg.subarray(at, Math.min(photoBytes, at + 65536)));
        jpeg.set([0xff, 0xd8, 0xff]);
        write.objectStore("photos").put({ key: id + "/p" + i, jobId: id, jpeg });
      }
    }
    await new Promise((resolve, reject) => { write.oncomplete = resolve; write.onerror = () => reject(write.error); });
  }
  store.close();
  done("filled");
})().catch((error) => done(String(error)));`;

/** A sum over every record of every table, with how many there are. */
const SUMS = `const [tables, done] = arguments;
${ASK}
const inOrder = (_, value) =>
  value instanceof Uint8Array ? Array.from(value.filter((_, i) => i % 97 === 0)).join() + value.length
  : typeof value === "object" && value !== null && !Array.isArray(value) ? Object.fromEntries(Object.keys(value).sort().map((key) => [key, value[key]]))
  : value;
(async () => {
  const store = await ask(${OPEN_STORE});
  const sums = {};
  for (const table of tables) {
    let [count, sum] = [0, 0x811c9dc5];
    let after = null;
    for (;;) {
      const from = store.transaction(table).objectStore(table);
      const range = after === null ? null : IDBKeyRange.lowerBound(after, true);
      const [keys, records] = await Promise.all([ask(from.getAllKeys(range, 100)), ask(from.getAll(range, 100))]);
      if (keys.length === 0) break;
      for (const record of records) {
        const text = JSON.stringify(record, inOrder);
        for (let i = 0; i < text.length; i++) sum = Math.imul(sum ^ text.charCodeAt(i), 0x01000193);
      }
      count += keys.length;
      after = keys.at(-1);
    }
    sums[table] = count + " records, sum " + (sum >>> 0).toString(16);
  }
  store.close();
  done(sums);
})().catch((error) => done(String(error)));`;

const WATCH = `window.longest = 0; window.tasks = 0; window.steps = {};
setInterval(() => {
  for (const line of document.querySelectorAll("[role=status]")) {
    const [step, rest] = line.textContent.split(": ");
    if (/^[\\d,. ]+ of .*(record|vehicle)/.test(rest)) window.steps[step] = (window.steps[step] ?? 0) + 0.1;
  }
}, 100);
new PerformanceObserver((list) => {
  for (const { duration } of list.getEntries()) { window.tasks++; window.longest = Math.max(window.longest, duration); }
}).observe({ type: "longtask" });`;

interface Heaps {
  stop: () => Promise<Record<string, number>>;
}

/** Asks page and workers for their heaps until it is stopped; gives the largest of each, MB. */
async function watchHeaps(browser: Browser): Promise<Heaps> {
  // biome-ignore lint/suspicious/noExplicitAny: the types of selenium do not know its socket
  const connection = (await (browser.driver as any).createCDPConnection("page")) as any;
  const socket = connection._wsConnection;
  const largest: Record<string, number> = {};
  const sessions = new Map<string, string>([[connection.sessionId, "page"]]);
  const asked = new Map<number, string>();
  let id = 1_000_000;
  socket.on("message", (data: Buffer) => {
    const { method, params, id: answered, result } = JSON.parse(data.toString());
    if (method === "Target.attachedToTarget") sessions.set(params.sessionId, params.targetInfo.type);
    if (method === "Target.detachedFromTarget") sessions.delete(params.sessionId);
    const name = asked.get(answered);
    if (name === undefined || !result) return;
    asked.delete(answered);
    const megabytes = (result.usedSize + (result.backingStorageSize ?? 0)) / 1e6;
    largest[name] = Math.max(largest[name] ?? 0, megabytes);
  });
  await connection.send("Target.setAutoAttach", { autoAttach: true, waitForDebuggerOnStart: false, flatten: true });
  const timer = setInterval(() => {
    for (const [sessionId, name] of sessions) {
      asked.set(++id, name);
      socket.send(JSON.stringify({ id, method: "Runtime.getHeapUsage", params: {}, sessionId }));
    }
  }, 250);
  return {
    stop: async () => {
      clearInterval(timer);
      await connection.send("Target.setAutoAttach", {
        autoAttach: false,
        waitForDebuggerOnStart: false,
        flatten: true,
      });
      socket.close();
      return largest;
    },
  };
}

const server = await startServer({ EVRID_DEMO: "1" });
const browser = await Browser.start(bench);
const seconds = (ms: number) => `${(ms / 1000).toFixed(1)} s`;
/** Does something in the page and tells how long it took and what it cost. */
async function measured(name: string, act: () => Promise<void>): Promise<void> {
  await browser.driver.executeScript(WATCH);
  const heaps = await watchHeaps(browser);
  const began = performance.now();
  await act();
  const took = performance.now() - began;
  const largest = await heaps.stop();
  const { longest, tasks, steps } = await browser.driver.executeScript<{
    longest: number;
    tasks: number;
    steps: Record<string, number>;
  }>("return { longest: window.longest, tasks: window.tasks, steps: window.steps };");
  const heap = Object.entries(largest).map(([where, mb]) => `${where} ${mb.toFixed(0)} MB`);
  const told = Object.entries(steps).map(([step, s]) => `${step.toLowerCase()} ${s.toFixed(1)} s`);
  console.log(
    `${name.padEnd(12)} ${seconds(took).padStart(8)}   longest page task ${longest.toFixed(0)} ms of ${tasks}   largest heap: ${heap.join(", ")}   ${told.join(", ")}`,
  );
}
const settings = async () => {
  await browser.load(`${server.address}/settings`);
  await browser.says("Data in this browser");
  // The start of the page is no part of what follows.
  await new Promise((resolve) => setTimeout(resolve, 4000));
};
try {
  await browser.load(server.address);
  await browser.says("Fennick Bakery");
  await browser.driver.manage().setTimeouts({ script: 1_200_000 });
  console.log(await browser.driver.executeAsyncScript<string>(FILL, jobs, vehicles, photos, PHOTO_BYTES));
  // The index is made anew, as after an update of the program.
  await browser.load(server.address);
  await browser.driver.executeAsyncScript(
    `const done = arguments[0];
     ${ASK}
     (async () => {
       for (;;) {
         const store = await ask(${OPEN_STORE});
         const kept = await ask(store.transaction("choices").objectStore("choices").get("record-index"));
         store.close();
         if (kept !== undefined) return done();
         await new Promise((resolve) => setTimeout(resolve, 500));
       }
     })();`,
  );
  const before = await browser.driver.executeAsyncScript<Record<string, string>>(SUMS, TABLES);
  console.log(before);
  await settings();
  await measured("saved", async () => {
    await browser.press("Save everything");
    await browser.until("it is saved", async () => (await browser.text()).includes("Read back and complete"), 600_000);
  });
  const saved = () => readdirSync(browser.downloads).find((name) => name.endsWith(".zip"));
  await browser.until("the file is there", async () => saved() !== undefined);
  const file = path.join(browser.downloads, saved()!);
  console.log(`the file has ${(statSync(file).size / 1e6).toFixed(1)} MB`);
  await settings();
  await browser.type("Type “erase” to erase everything", "erase");
  await browser.press("Erase everything");
  // Loaded anew, the demo workshop would fill itself again.
  await browser.says("Erased");
  await measured("read in", async () => {
    await browser.giveFile("Shop file", file);
    await browser.until("it is read", async () => (await browser.text()).includes("Take this back"), 900_000);
  });
  const after = await browser.driver.executeAsyncScript<Record<string, string>>(SUMS, TABLES);
  const same = TABLES.filter((table) => after[table] === before[table]);
  console.log(same.length === TABLES.length ? "identical in every table" : { before, after });
  await measured("taken back", async () => {
    await browser.press("Take this back");
    await browser.until("it is back", async () => (await browser.text()).includes("Reverted"), 900_000);
  });
} finally {
  await browser.quit();
  await server.stop();
}
