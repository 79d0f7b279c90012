import { readFileSync } from "node:fs";
import path from "node:path";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { gzipSync } from "node:zlib";
import { describe, expect, it } from "vitest";
import type { DiagnosisFile } from "@/core/diagnosis/diagnosis-file";
import { parseReadingsText } from "@/core/readings/file/readings-text";
import { startDeadline } from "./deadline";
import { diagnosisEndpoint, type EndpointLimits, usualLimits } from "./diagnosis-endpoint";
import type { DiagnosisPool } from "./diagnosis-pool";

const [line] = readFileSync(path.resolve(import.meta.dirname, "../core/diagnosis/cases-dev.jsonl"), "utf8").split("\n");
const rows = (count: number) =>
  Array.from({ length: count }, (_, i) => line!.replace('"dev-01"', `"row-${i + 1}"`)).join("\n");

/** A pool that answers a reading after `msOf` its id; null never answers until its signal aborts. */
function fakePool(msOf: (id: string) => number | null): DiagnosisPool & { running: number; most: number } {
  const pool = {
    running: 0,
    most: 0,
    read: async (text: string) => ({ code: "read", results: parseReadingsText(text) }) as const,
    diagnose: ({ id }: { id: string }, _seed: number | null, signal: AbortSignal) =>
      new Promise<DiagnosisFile>((resolve, reject) => {
        pool.most = Math.max(pool.most, ++pool.running);
        const ms = msOf(id);
        const timer = ms === null ? undefined : setTimeout(() => end(() => resolve({ id } as DiagnosisFile)), ms);
        const end = (settle: () => void) => {
          clearTimeout(timer);
          pool.running--;
          settle();
        };
        signal.addEventListener("abort", () => end(() => reject(new Error("aborted"))), { once: true });
      }),
  };
  return pool as never;
}

const post = (body: BodyInit, { query = "", headers = {} }: { query?: string; headers?: HeadersInit } = {}) =>
  new Request(`http://localhost/api/diagnosis${query}`, { method: "POST", body, headers, duplex: "half" } as never);
const endpoint = (pool: DiagnosisPool, limits: Partial<EndpointLimits> = {}) =>
  diagnosisEndpoint(() => pool, { ...usualLimits, ...limits });
const jsonLines = async (response: Response) =>
  (await response.text())
    .trim()
    .split("\n")
    .map((text) => JSON.parse(text));

/** A body that sends its first byte and then waits until it is told to end. */
function slowBody() {
  let end: () => void = () => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const bytes = new TextEncoder().encode(line);
      controller.enqueue(bytes.slice(0, 1));
      end = () => {
        controller.enqueue(bytes.slice(1));
        controller.close();
      };
    },
  });
  return { stream, end: () => end() };
}

describe("a deadline", () => {
  it("fires although nothing but its signal is held and memory is collected", async () => {
    setFlagsFromString("--expose-gc");
    const collect = runInNewContext("gc") as () => void;
    const fired = new Promise<boolean>((resolve) => {
      const parent = new AbortController();
      startDeadline(60, parent.signal).signal.addEventListener("abort", () => resolve(true));
    });
    for (let i = 0; i < 4; i++) {
      collect();
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    await expect(fired).resolves.toBe(true);
  });

  it("fires with a parent, and not after it was cleared", async () => {
    const parent = new AbortController();
    const first = startDeadline(10_000, parent.signal);
    const second = startDeadline(5, parent.signal);
    second.clear();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(second.signal.aborted).toBe(false);
    parent.abort();
    expect([first.signal.aborted, first.expired, second.signal.aborted]).toEqual([true, false, false]);
    first.clear();
  });
});

describe("the diagnosis endpoint", () => {
  it("answers sixty rows in their order, two at a time, whichever is ready first", async () => {
    const pool = fakePool((id) => (Number(id.slice(4)) % 3 === 0 ? 6 : 1));
    const response = await endpoint(pool)(post(rows(60)));
    expect(response.status).toBe(200);
    expect((await jsonLines(response)).map(({ id }) => id)).toEqual(
      Array.from({ length: 60 }, (_, i) => `row-${i + 1}`),
    );
    expect(pool.most).toBe(2);
  });

  it("gives what is finished when the time is up, then why, and the first row that was not processed", async () => {
    const pool = fakePool((id) => (id === "row-3" ? null : 1));
    const handle = endpoint(pool, { requestMs: 1_500 });
    const response = await handle(post(rows(500)));
    expect(response.status).toBe(200);
    const lines = await jsonLines(response);
    expect(lines.map(({ id }) => id)).toEqual(["row-1", "row-2", undefined]);
    expect(lines[2].error).toEqual({
      code: "too-slow",
      limitMs: 1_500,
      answered: 2,
      of: 500,
      first: { reading: 3, id: "row-3" },
    });
    expect(pool.running).toBe(0);
    // Its place is free again.
    const two = await Promise.all([handle(post(rows(1))), handle(post(rows(2)))]);
    expect(two.map(({ status }) => status)).toEqual([200, 200]);
  });

  it("says so when nothing at all was finished in time", async () => {
    const response = await endpoint(
      fakePool(() => null),
      { requestMs: 30 },
    )(post(rows(4)));
    expect(response.status).toBe(503);
    expect((await response.json()).error).toMatchObject({ answered: 0, of: 4, first: { reading: 1, id: "row-1" } });
  });

  it("leaves out one reading that takes too long and answers the others", async () => {
    const response = await endpoint(
      fakePool((id) => (id === "row-2" ? null : 1)),
      { readingMs: 30 },
    )(post(rows(3)));
    const [first, second, third] = await jsonLines(response);
    expect([first.id, second.error, third.id]).toEqual(["row-1", { code: "reading-too-slow", limitMs: 30 }, "row-3"]);
  });

  it("frees the place of a client that leaves", async () => {
    const pool = fakePool(() => null);
    const handle = endpoint(pool, { atOnce: 1 });
    const leaving = new AbortController();
    const left = handle(new Request(post(rows(1)), { signal: leaving.signal }));
    await expect.poll(() => pool.running).toBe(1);
    expect((await handle(post(rows(1)))).status).toBe(429);
    leaving.abort();
    await left;
    expect(pool.running).toBe(0);
    const quick = endpoint(
      fakePool(() => 1),
      { atOnce: 1 },
    );
    expect((await quick(post(rows(1)))).status).toBe(200);
  });

  it("gives no place to a body that has not arrived", async () => {
    const handle = endpoint(
      fakePool(() => 1),
      { atOnce: 1 },
    );
    const slow = [slowBody(), slowBody(), slowBody()];
    const waiting = slow.map(({ stream }) => handle(post(stream)));
    expect((await handle(post(rows(1)))).status).toBe(200);
    for (const { end } of slow) end();
    const statuses = (await Promise.all(waiting)).map(({ status }) => status);
    expect(statuses).toContain(200);
    // Uploads have a limit of their own, so that memory has one.
    const few = endpoint(
      fakePool(() => 1),
      { uploads: 1, bodyMs: 40 },
    );
    const trickling = few(post(slowBody().stream));
    expect((await few(post(rows(1)))).status).toBe(429);
    const late = await trickling;
    expect(late.status).toBe(408);
    expect((await late.json()).error).toEqual({ code: "body-too-slow", limitMs: 40, bytes: 1 });
  });

  it("names compression, by its header or by the bytes", async () => {
    const handle = endpoint(fakePool(() => 1));
    const named = await handle(post(rows(1), { headers: { "content-encoding": "br" } }));
    expect([named.status, (await named.json()).error]).toMatchObject([415, { code: "compressed", encoding: "br" }]);
    const unnamed = await handle(post(new Uint8Array(gzipSync(rows(1)))));
    expect([unnamed.status, (await unnamed.json()).error]).toMatchObject([
      415,
      { code: "compressed", encoding: "gzip" },
    ]);
    expect((await handle(post(rows(1), { headers: { "content-encoding": "identity" } }))).status).toBe(200);
  });

  it.each(["0x10", "1e3", " 5", "+5", "-1", "1.0", "", "4294967296", "NaN", "٣"])(
    "refuses the seed %j",
    async (seed) => {
      const response = await endpoint(fakePool(() => 1))(post(rows(1), { query: `?seed=${encodeURIComponent(seed)}` }));
      expect(response.status).toBe(400);
      expect((await response.json()).error.code).toBe("bad-seed");
    },
  );

  it("refuses too large a body before and while it is read, too many lines, and foreign pages", async () => {
    const handle = endpoint(
      fakePool(() => 1),
      { bodyBytes: 100, readings: 3 },
    );
    expect((await handle(post("x".repeat(101)))).status).toBe(413);
    expect((await handle(post("x".repeat(101), { headers: { "content-length": "4" } }))).status).toBe(413);
    const foreign = await handle(post("x", { headers: { origin: "https://elsewhere.example", host: "localhost" } }));
    expect(foreign.status).toBe(403);
  });
});
