/**
 * Times a shared folder with thousands of jobs in the real browser: first reading, how long a task of the page is held up meanwhile, and how soon a change
 * of another device is in the store. `npm run bench:sharing [jobs]` after a build.
 */
import { readFileSync } from "node:fs";
import path from "node:path";
import { type Job, newJob } from "../src/core/records/job";
import type { Tree } from "../src/core/sync/document-shape";
import { packed } from "../src/core/sync/packing";
import { RecordDocument } from "../src/core/sync/record-document";
import { shapeOf } from "../src/core/sync/shapes";
import { frameBytes } from "../src/core/sync/update-file";
import { updateFileName } from "../src/core/sync/update-names";
import { Browser, bench } from "../tests/browser/browser";
import { OPEN_STORE } from "../tests/browser/open-store";
import { startServer } from "../tests/browser/server";
import { CHOOSES_FOLDER, putFiles } from "../tests/browser/shared-folders";

const jobs = Number(process.argv[2] ?? 20_000);
const DEVICE = "bench001";
const FILE_BYTES = 4_000_000;

const year = JSON.parse(readFileSync(path.resolve(import.meta.dirname, "../public/demo-year.json"), "utf8")) as {
  jobs: Job[];
};
let keys = 0;
const unique = () => `b${(++keys).toString(36)}`;
const documentOf = (updates: readonly Uint8Array[] = []) =>
  new RecordDocument(shapeOf("job/any")!, DEVICE, unique, updates);

/** A job of the made-up year under another name and id. */
function jobAt(n: number): Job {
  // The last one is open: a signed one takes no change.
  if (n === jobs - 1) return newJob(`bench-${n}`, "2026-06-01T10:00:00.000Z");
  const job = year.jobs[n % year.jobs.length]!;
  const vehicle = `${job.intake.vehicle}, fleet ${Math.floor(n / year.jobs.length / 4)}`;
  return { ...job, id: `bench-${n}`, purpose: "work", rackVehicle: null, intake: { ...job.intake, vehicle } };
}

const base64 = (parts: readonly Uint8Array[]) => Buffer.concat(parts).toString("base64");

const browser = await Browser.start(bench);
const server = await startServer();
try {
  await browser.driver.manage().setTimeouts({ script: 600_000 });
  await browser.load(`${server.address}/settings`);
  await browser.says("Choose folder");
  let parts: Uint8Array[] = [];
  let [bytes, all, files] = [0, 0, 0];
  const put = async () => {
    await putFiles(browser, { [updateFileName(DEVICE, "2026-06", unique())]: base64(parts) });
    [parts, bytes, files] = [[], 0, files + 1];
  };
  let last = new Uint8Array(0) as Uint8Array;
  for (let n = 0; n < jobs; n++) {
    const document = documentOf();
    document.take(jobAt(n) as unknown as Tree);
    last = document.since();
    const frame = frameBytes({ key: `job/bench-${n}`, update: await packed(last) });
    parts.push(frame);
    bytes += frame.length;
    all += frame.length;
    if (bytes > FILE_BYTES) await put();
  }
  await put();
  process.stdout.write(`${jobs} jobs in ${files} files, ${(all / 1e6).toFixed(1)} MB\n`);

  await browser.driver.executeScript(CHOOSES_FOLDER);
  await browser.driver.executeScript(
    `window.longTasks = [];
     new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map(({ duration }) => duration)))
       .observe({ type: "longtask" });`,
  );
  const began = performance.now();
  await browser.press("Choose folder");
  const stored = `const [wanted, done] = arguments;
    const opening = ${OPEN_STORE};
    opening.onsuccess = () => {
      const store = opening.result;
      const look = () => {
        const ask = store.transaction("visits").objectStore("visits").count();
        ask.onsuccess = () => ask.result >= wanted ? (store.close(), done(true)) : setTimeout(look, 250);
      };
      look();
    };`;
  await browser.driver.executeAsyncScript(stored, jobs);
  const read = performance.now() - began;
  const tasks = await browser.driver.executeScript<number[]>("return window.longTasks.sort((a, b) => b - a)");
  process.stdout.write(
    `first reading: ${(read / 1000).toFixed(1)} s; longest tasks of the page ${tasks.slice(0, 3).map(Math.round).join(", ")} ms\n`,
  );
  await browser.says("No change pending");

  for (let i = 0; i < 5; i++) {
    const [document] = [documentOf([last])];
    const job = document.record() as unknown as Job;
    const plate = `QT ${i}`;
    document.take({ ...job, intake: { ...job.intake, plate } } as unknown as Tree);
    last = document.since();
    const name = updateFileName(DEVICE, "2026-06", unique());
    const frame = frameBytes({ key: `job/${job.id}`, update: await packed(last) });
    await putFiles(browser, { [name]: base64([frame]) });
    const ms = await browser.driver.executeAsyncScript<number>(
      `const [id, plate, done] = arguments;
       const began = performance.now();
       const opening = ${OPEN_STORE};
       opening.onsuccess = () => {
         const look = () => {
           const ask = opening.result.transaction("jobs").objectStore("jobs").get(id);
           ask.onsuccess = () => ask.result.intake.plate === plate
             ? (opening.result.close(), done(performance.now() - began))
             : setTimeout(look, 20);
         };
         look();
       };`,
      job.id,
      plate,
    );
    process.stdout.write(`a change of another device is stored after ${(ms / 1000).toFixed(1)} s\n`);
  }
} finally {
  await browser.quit();
  await server.stop();
}
