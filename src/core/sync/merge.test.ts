import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sampled } from "../../../tests/support/sample";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { activeEntries, checkLedger } from "../charge/books/ledger";
import { drawn, purgeBooked, reversed } from "../records/bookkeeping";
import { readJob } from "../records/files/job-file";
import type { Job, LeakCheck } from "../records/job";
import { entry } from "../units/entry";
import type { Tree } from "./document-shape";
import { mergedJobs } from "./merge";
import { RecordDocument } from "./record-document";
import { shapeOf } from "./shapes";

const at = "2026-06-01T10:00:00.000Z";
const [van, , pickup] = shopJobs(new Date(at)) as [Job, Job, Job];
const dated = (job: Job, day: number): Job => ({ ...job, updatedAt: `2026-06-0${day}T10:00:00.000Z` });

describe("two states of a job that both went on", () => {
  it("are one with what each wrote; where both wrote, the later word counts and the other is named", () => {
    const here = dated({ ...van, altitude: entry("300", "m"), signOff: { ...van.signOff, remark: "belt slack" } }, 3);
    const file = dated({ ...van, altitude: entry("320", "m"), rest: { ...van.rest, low: entry("6.1", "bar") } }, 2);
    const { record, conflicts } = mergedJobs(here, file);
    expect([record.signOff.remark, record.rest.low.text, record.altitude.text]).toEqual(["belt slack", "6.1", "300"]);
    expect(conflicts).toEqual([{ path: "altitude", here: entry("300", "m"), file: entry("320", "m") }]);
    expect(mergedJobs(file, here).record.altitude.text).toBe("300");
    expect(readJob(record).ok).toBe(true);
  });

  it("keep every leak check that either made", () => {
    const check = (place: "condenser" | "evaporator"): LeakCheck => ({
      place,
      method: "detector",
      leaks: place === "condenser",
      stage: "search",
      size: entry("", "g"),
      spot: "",
      photo: null,
      at: "2026-06-01T10:00:00.000Z",
    });
    const searched = (place: "condenser" | "evaporator"): Job => ({
      ...van,
      leak: { ...van.leak, checks: [check(place)] },
    });
    const { record, conflicts } = mergedJobs(searched("condenser"), searched("evaporator"), van);
    expect(record.leak.checks).toEqual([check("condenser"), check("evaporator")]);
    expect(conflicts).toEqual([]);
  });

  it("say nothing new where they are the same, and one of them is the other where only one went on", () => {
    expect(mergedJobs(van, van)).toEqual({ record: van, conflicts: [] });
    const on = dated({ ...van, look: { ...van.look, fine: ["condenser"] } }, 5);
    expect(mergedJobs(van, on)).toEqual({ record: on, conflicts: [] });
    expect(mergedJobs(on, van)).toEqual({ record: on, conflicts: [] });
  });
});

/** Acts on the books of a job, by whoever has the copy. */
const acts = fc.array(fc.record({ grams: fc.integer({ min: 1, max: 300 }), back: fc.boolean(), hour: fc.nat(23) }), {
  maxLength: 6,
});
function gone(job: Job, done: { grams: number; back: boolean; hour: number }[], day: string): Job {
  return done.reduce((now, { grams, back, hour }) => {
    const when = `2026-06-${day}T${String(hour).padStart(2, "0")}:00:00.000Z`;
    const last = activeEntries(now.ledger).at(-1);
    if (back && last) return reversed(now, last.id, when);
    return grams % 3 === 0 ? purgeBooked(now, grams / 10, when) : drawn(now, "can", grams, when);
  }, job);
}

const movedIn = (ledger: Job["ledger"]) =>
  ledger.filter(({ counters }) => counters === null).map(({ act, grams, at: when }) => `${act} ${grams} ${when}`);

describe("the books of both", () => {
  it("are books that could have been written, begin with what is here, and hold every gram that either moved", () => {
    fc.assert(
      fc.property(acts, acts, acts, (before, here, file) => {
        const begun = gone(van, before, "01");
        const a = gone(begun, here, "02").ledger;
        const b = gone(begun, file, "03").ledger;
        const on = (ledger: Job["ledger"]): Job => ({ ...begun, ledger });
        const mergedLedger = (one: Job["ledger"], other: Job["ledger"]) => mergedJobs(on(one), on(other)).record.ledger;
        const books = mergedLedger(a, b);
        expect(checkLedger(books)).toBeNull();
        expect(books.slice(0, a.length)).toEqual(a);
        for (const one of [...movedIn(a), ...movedIn(b)]) expect(movedIn(books)).toContain(one);
        expect(mergedLedger(books, b)).toEqual(books);
        expect(mergedLedger(a, a)).toEqual(a);
      }),
      // Two equal entries of one instant, the first of them reversed.
      {
        examples: [
          [
            [],
            [{ grams: 1, back: false, hour: 0 }],
            [
              { grams: 7, back: false, hour: 6 },
              { grams: 1, back: true, hour: 0 },
              { grams: 7, back: false, hour: 6 },
            ],
          ],
        ],
      },
    );
  });

  it("are books on two devices as well, time and again, with every gram that either moved", () => {
    fc.assert(
      fc.property(acts, fc.array(fc.tuple(acts, acts), { minLength: 1, maxLength: 3 }), (before, rounds) => {
        let keys = 0;
        const documents = ["a", "b"].map(
          (device) => new RecordDocument(shapeOf("job/x")!, device, () => `${device}${++keys}`),
        ) as [RecordDocument, RecordDocument];
        const [a, b] = documents;
        a.take(gone(van, before, "01") as unknown as Tree);
        b.apply(a.since());
        let moved = movedIn((a.record() as unknown as Job).ledger);
        for (const [i, round] of rounds.entries()) {
          for (const [k, document] of documents.entries()) {
            const on = gone(document.record() as unknown as Job, round[k]!, `0${2 + 2 * i + k}`);
            moved = [...moved, ...movedIn(on.ledger)];
            document.take(on as unknown as Tree);
          }
          const [fromA, fromB] = [a.since(), b.since()];
          a.apply(fromB);
          b.apply(fromA);
          expect(a.record()).toEqual(b.record());
          const { ledger } = a.record() as unknown as Job;
          expect(checkLedger(ledger)).toBeNull();
          for (const one of moved) expect(movedIn(ledger)).toContain(one);
          // What it says now is nothing new to it.
          expect(a.take(a.record()!)).toBe(false);
        }
      }),
      { numRuns: sampled(1000, 40) },
    );
  });

  it("take a weight that was booked twice by mistake of copying once", () => {
    expect(mergedJobs(pickup, pickup).record.ledger).toEqual(pickup.ledger);
  });
});
