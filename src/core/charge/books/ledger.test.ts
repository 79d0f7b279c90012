import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { balances, continues, counter, entryId, type LedgerEntry, movedBy, post, standing } from "./ledger";

const entry = (change: Partial<LedgerEntry> = {}): LedgerEntry => ({
  id: "e1",
  at: "2026-06-01T10:00:00Z",
  act: "charge",
  substance: "refrigerant",
  grams: 250,
  from: "container:a",
  to: "line",
  estimated: false,
  counters: null,
  ...change,
});

function made<T>(result: { ok: true; value: T } | { ok: false; issue: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
}

describe("the books", () => {
  it("take an entry back by its opposite, once, and keep both", () => {
    const books = made(post([], entry()));
    const back = made(counter(books, "e1", { id: "e2", at: "2026-06-01T10:05:00Z" }));
    expect(back).toHaveLength(2);
    expect(back[1]).toMatchObject({ from: "line", to: "container:a", grams: 250, counters: "e1" });
    expect(standing(back)).toEqual([]);
    expect(movedBy(back, "charge")).toBe(0);
    expect(counter(back, "e1", { id: "e3", at: entry().at })).toMatchObject({ issue: { code: "countered-already" } });
    expect(counter(back, "e2", { id: "e3", at: entry().at })).toMatchObject({ issue: { code: "nothing-to-counter" } });
    expect(post(back, entry())).toMatchObject({ issue: { code: "entry-twice" } });
    expect(post(back, entry({ id: "e3", grams: -4 }))).toMatchObject({ issue: { code: "entry-broken" } });
  });

  it("lose no gram: over any sequence of acts and counter-entries all accounts together hold nothing", () => {
    const accounts = fc.constantFrom("vehicle", "machine", "line", "air", "container:a", "container:b");
    const step = fc.record({
      from: accounts,
      to: accounts,
      grams: fc.double({ min: 0, max: 900, noNaN: true }),
      back: fc.option(fc.nat(20)),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        let books: LedgerEntry[] = [];
        for (const { from, to, grams, back } of steps) {
          const id = entryId(books.length);
          const next =
            back === null
              ? post(books, entry({ id, from, to, grams }))
              : counter(books, entryId(back), { id, at: entry().at });
          if (!next.ok) continue;
          expect(continues(books, next.value)).toBe(true);
          books = next.value;
        }
        const sums = [...balances(books, "refrigerant").values()];
        expect(sums.reduce((sum, grams) => sum + grams, 0)).toBeCloseTo(0, 6);
        // What was countered leaves no trace in the sums.
        const held = [...balances(standing(books), "refrigerant")].filter(([, grams]) => Math.abs(grams) > 1e-6);
        for (const [account, grams] of held) {
          expect(balances(books, "refrigerant").get(account)).toBeCloseTo(grams, 6);
        }
      }),
    );
  });

  it("notices when an entry was changed or left out", () => {
    const books = [entry(), entry({ id: "e2", grams: 90 })];
    expect(continues(books, [...books, entry({ id: "e3" })])).toBe(true);
    expect(continues(books, books.slice(0, 1))).toBe(false);
    expect(continues(books, [entry({ grams: 251 }), books[1]!])).toBe(false);
  });
});
