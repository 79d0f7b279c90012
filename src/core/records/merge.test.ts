import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { activeEntries, checkLedger } from "../charge/books/ledger";
import { entry } from "../units/entry";
import { drawn, purgeBooked, reversed } from "./bookkeeping";
import { readJob } from "./files/job-file";
import type { Job, LeakCheck } from "./job";
import { mergedJobs, mergedLedger } from "./merge";

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

describe("the books of both", () => {
  it("are books that could have been written, begin with what is here, and hold every gram that either moved", () => {
    fc.assert(
      fc.property(acts, acts, acts, (before, here, file) => {
        const begun = gone(van, before, "01");
        const a = gone(begun, here, "02").ledger;
        const b = gone(begun, file, "03").ledger;
        const books = mergedLedger(a, b);
        expect(checkLedger(books)).toBeNull();
        expect(books.slice(0, a.length)).toEqual(a);
        const moved = (ledger: Job["ledger"]) =>
          ledger
            .filter(({ counters }) => counters === null)
            .map(({ act, grams, at: when }) => `${act} ${grams} ${when}`);
        for (const one of [...moved(a), ...moved(b)]) expect(moved(books)).toContain(one);
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

  it("take a weight that was booked twice by mistake of copying once", () => {
    const twice = mergedLedger(pickup.ledger, pickup.ledger);
    expect(twice).toEqual(pickup.ledger);
  });
});
