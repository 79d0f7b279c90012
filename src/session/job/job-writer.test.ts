import fc from "fast-check";
import { describe, expect, it, vi } from "vitest";
import { firstChanged } from "@/core/charge/books/ledger";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { type JobChange, jobWriter } from "./job-writer";

const [van] = demoJobs(new Date("2026-06-01T10:00:00Z")) as [Job];
const later = (job: Job, seconds: number): Job => ({
  ...job,
  updatedAt: new Date(Date.parse(van.updatedAt) + seconds * 1000).toISOString(),
});
const altitude =
  (text: string): JobChange =>
  (job) => ({ ...job, altitude: entry(text, "m") });
const complaint =
  (text: string): JobChange =>
  (job) => ({ ...job, intake: { ...job.intake, complaint: text } });
const purge = {
  act: "purge",
  substance: "refrigerant",
  grams: 1,
  from: "line",
  to: "air",
  estimated: true,
  counters: null,
} as const;
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

/** A store in memory whose writes can be held back; another hand may write between. */
function world() {
  const store = { job: van, held: [] as (() => void)[], hold: false, seconds: 0 };
  const refused = vi.fn();
  const writer = jobWriter({
    write: async (change) => {
      if (store.hold) await new Promise<void>((resolve) => void store.held.push(resolve));
      store.job = later(change(store.job), ++store.seconds);
      return store.job;
    },
    changed: () => undefined,
    stored: () => undefined,
    failed: () => undefined,
    refused,
  });
  writer.told(van);
  return { store, writer, refused };
}

describe("changes on their way into the store", () => {
  it("lose nothing that another hand has stored meanwhile, though this page had not heard of it", async () => {
    const { store, writer } = world();
    // Another tab writes; its news has not come here.
    store.job = later(complaint("Clicks at the lights")(store.job), ++store.seconds);
    writer.make(altitude("512"));
    await settle();
    expect(store.job).toMatchObject({ intake: { complaint: "Clicks at the lights" }, altitude: { text: "512" } });
    expect(writer.shown).toMatchObject({ intake: { complaint: "Clicks at the lights" }, altitude: { text: "512" } });
  });

  it("lose nothing where two writes overlap", async () => {
    const { store, writer } = world();
    store.hold = true;
    writer.make(altitude("512"));
    writer.make(complaint("Warm at idle"));
    writer.flush();
    expect(store.held).toHaveLength(2);
    for (const free of store.held.splice(0)) free();
    store.hold = false;
    await settle();
    await writer.settled();
    expect(store.job).toMatchObject({ intake: { complaint: "Warm at idle" }, altitude: { text: "512" } });
  });

  it("that another hand's state does not allow are said, and the others are stored", async () => {
    const { store, writer, refused } = world();
    store.job = later(complaint("Clicks")(store.job), ++store.seconds);
    writer.make((job) =>
      job.intake.complaint === "Clicks" ? { ...job, look: null as never } : { ...job, altitude: entry("5", "m") },
    );
    writer.make(altitude("512"));
    await settle();
    await writer.settled();
    expect(refused).toHaveBeenCalledWith(expect.objectContaining({ code: "broken", field: "look" }));
    expect(store.job.altitude.text).toBe("512");
  });

  it("are shown over news that is older than what was written here", async () => {
    const { writer } = world();
    writer.make(altitude("512"));
    await settle();
    writer.told(van);
    expect(writer.shown!.altitude.text).toBe("512");
  });
});

/** One act of a random history: an entry of the books, a flush, a touch, or one waiting stage of a write or of news let go, perhaps with a refusal. */
const historyActs = fc.oneof(
  { weight: 4, arbitrary: fc.constant({ act: "entry" as const }) },
  { weight: 2, arbitrary: fc.constant({ act: "flush" as const }) },
  { weight: 1, arbitrary: fc.constant({ act: "touch" as const }) },
  { weight: 12, arbitrary: fc.record({ act: fc.constant("go" as const), nth: fc.nat(5), refuses: fc.nat(9) }) },
);

/** A store with transactions one after another, refusals at their end, and news that comes late. */
function lateStore() {
  const gates: ((refuses: boolean) => void)[] = [];
  const gate = () => new Promise<boolean>((resolve) => gates.push(resolve));
  const rewritten: string[] = [];
  const state = { job: van, seconds: 0, refusing: true };
  let lock: Promise<unknown> = Promise.resolve();
  const write = (change: JobChange) => {
    const transaction = lock.then(async () => {
      await gate();
      const now = structuredClone(state.job);
      const changed = change(now);
      // A write without changes is not stored again.
      if (changed === now) return now;
      const entry = firstChanged(state.job.ledger, changed.ledger);
      if (entry !== null) rewritten.push(entry.entry.id);
      if ((await gate()) && state.refusing) throw new Error("refused");
      state.job = later(structuredClone(changed), ++state.seconds);
      const news = state.job;
      void gate().then(() => writer.told(news));
      return news;
    });
    lock = transaction.catch(() => undefined);
    return transaction;
  };
  const nothing = () => undefined;
  const writer = jobWriter({ write, changed: nothing, stored: nothing, failed: nothing, refused: nothing });
  writer.told(van);
  const go = (nth: number, refuses: boolean) => gates.splice(nth % Math.max(gates.length, 1), 1)[0]?.(refuses);
  return { state, writer, rewritten, go, gates };
}

describe("entries of the books on their way into the store", () => {
  it("are stored once each and never rewritten, whatever is refused, flushed or late", async () => {
    const turn = () => new Promise((resolve) => setImmediate(resolve));
    await fc.assert(
      fc.asyncProperty(fc.array(historyActs, { minLength: 8, maxLength: 60, size: "max" }), async (history) => {
        const { state, writer, rewritten, go, gates } = lateStore();
        let number = 0;
        let runs = 0;
        for (const one of history) {
          if (one.act === "entry") {
            const id = `e${++number}`;
            // Run again on another base it has another instant, as an act with a clock has.
            writer.make((job) => ({
              ...job,
              ledger: [...job.ledger, { ...purge, id, at: later(van, ++runs).updatedAt }],
            }));
          } else if (one.act === "flush") writer.flush();
          else if (one.act === "touch") writer.touch();
          else go(one.nth, one.refuses === 0);
          await turn();
        }
        state.refusing = false;
        for (let round = 0; round < 40; round++) {
          while (gates.length > 0) go(0, false);
          await turn();
          if (round % 5 === 0) writer.flush();
        }
        writer.close();
        expect(rewritten).toEqual([]);
        expect(state.job.ledger.map(({ id }) => id).sort()).toEqual(
          Array.from({ length: number }, (_, i) => `e${i + 1}`).sort(),
        );
        expect(writer.shown!.ledger).toEqual(state.job.ledger);
      }),
      { numRuns: 150 },
    );
  });
});
