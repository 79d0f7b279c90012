/**
 * The first half of `npm run learn`: draws tests from our own model in worker threads, in chunks that are kept in dist/learn and not drawn
 * again while the sources are the same.
 */
import { existsSync, mkdirSync, renameSync, writeFileSync } from "node:fs";
import path from "node:path";
import { isMainThread, parentPort, Worker, workerData } from "node:worker_threads";
import { drawTest } from "../src/core/diagnosis/learn/draw-test";
import { seededNoise } from "../src/core/maths/noise";

export const CHUNK = 1000;

export function chunkFile(folder: string, chunk: number): string {
  return path.join(folder, `tests-${String(chunk).padStart(4, "0")}.jsonl`);
}

/** Draws the chunks that are not there yet; same seed and sources, same tests. */
export async function drawChunks(folder: string, chunks: number, seed: number, threads: number): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const left = Array.from({ length: chunks }, (_, i) => i).filter((i) => !existsSync(chunkFile(folder, i)));
  const started = performance.now();
  let done = 0;
  const total = left.length;
  const run = () =>
    new Promise<void>((resolve, reject) => {
      const worker = new Worker(new URL(import.meta.url), { workerData: { task: "draw" } });
      const next = () => {
        const chunk = left.shift();
        if (chunk === undefined) {
          worker.terminate().then(() => resolve(), reject);
          return;
        }
        worker.postMessage({ chunk, file: chunkFile(folder, chunk), seed: seed * 100_000 + chunk });
      };
      worker.on("message", () => {
        done++;
        const minutes = (performance.now() - started) / 60_000;
        process.stdout.write(`drawn ${done} of ${total} thousand, ${minutes.toFixed(1)} min\n`);
        next();
      });
      worker.on("error", reject);
      next();
    });
  await Promise.all(Array.from({ length: threads }, run));
}

interface DrawTask {
  chunk: number;
  file: string;
  seed: number;
}

export function isDrawThread(): boolean {
  return !isMainThread && (workerData as { task?: string } | null)?.task === "draw";
}

export function serveDraws(): void {
  parentPort!.on("message", ({ file, seed }: DrawTask) => {
    const noise = seededNoise(seed);
    const lines: string[] = [];
    while (lines.length < CHUNK) {
      const test = drawTest(noise);
      if (test) lines.push(JSON.stringify(test, (_, value) => (typeof value === "number" ? round(value) : value)));
    }
    // Written beside and moved: a run that is broken off leaves no half chunk.
    writeFileSync(`${file}.part`, `${lines.join("\n")}\n`);
    renameSync(`${file}.part`, file);
    parentPort!.postMessage("done");
  });
}

function round(value: number): number {
  return Number(value.toPrecision(6));
}
