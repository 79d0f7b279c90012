import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  activeEntries,
  balances,
  checkLedger,
  continues,
  entryId,
  type LedgerEntry,
  movedBy,
  post,
  reverse,
} from "./ledger";

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
    const back = made(reverse(books, "e1", { id: "e2", at: "2026-06-01T10:05:00Z" }));
    expect(back).toHaveLength(2);
    expect(back[1]).toMatchObject({ from: "line", to: "container:a", grams: 250, counters: "e1" });
    expect(activeEntries(back)).toEqual([]);
    expect(movedBy(back, "charge")).toBe(0);
    expect(reverse(back, "e1", { id: "e3", at: entry().at })).toMatchObject({ issue: { code: "countered-already" } });
    expect(reverse(back, "e2", { id: "e3", at: entry().at })).toMatchObject({ issue: { code: "nothing-to-counter" } });
    expect(post(back, entry())).toMatchObject({ issue: { code: "entry-twice" } });
    expect(post(back, entry({ id: "e3", grams: -4 }))).toMatchObject({ issue: { code: "entry-broken" } });
  });

  it("lose no gram: over any sequence of acts and counter-entries all accounts together hold nothing", () => {
    const moves = [
      { act: "recover", from: "vehicle", to: "machine" },
      { act: "charge", from: "container:a", to: "line" },
      { act: "charge", from: "container:b", to: "line" },
      { act: "purge", from: "line", to: "air" },
      { act: "take", from: "vehicle", to: "machine" },
    ] as const;
    const step = fc.record({
      move: fc.constantFrom(...moves),
      grams: fc.double({ min: 0, max: 900, noNaN: true }),
      back: fc.option(fc.nat(20)),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        let books: LedgerEntry[] = [];
        for (const { move, grams, back } of steps) {
          const id = entryId(books);
          const next =
            back === null
              ? post(books, entry({ id, ...move, grams }))
              : reverse(books, `e${back}`, { id, at: entry().at });
          if (!next.ok) continue;
          // Whatever was written here would be taken from a file too.
          expect(checkLedger(next.value)).toBeNull();
          expect(continues(books, next.value)).toBe(true);
          books = next.value;
        }
        const sums = [...balances(books, "refrigerant").values()];
        expect(sums.reduce((sum, grams) => sum + grams, 0)).toBeCloseTo(0, 6);
        // Reversed entries leave no trace in the sums.
        const held = [...balances(activeEntries(books), "refrigerant")].filter(([, grams]) => Math.abs(grams) > 1e-6);
        for (const [account, grams] of held) {
          expect(balances(books, "refrigerant").get(account)).toBeCloseTo(grams, 6);
        }
      }),
    );
  });

  it("from elsewhere are taken only where they could have been written here; the first that could not is named", () => {
    const first = entry();
    const back = entry({ id: "e2", from: "line", to: "container:a", counters: "e1" });
    expect(checkLedger([first, back])).toBeNull();
    expect(checkLedger([first, entry()])).toEqual({ code: "entry-twice", id: "e1" });
    expect(checkLedger([back, first])).toEqual({ code: "nothing-to-counter", id: "e2" });
    expect(checkLedger([first, { ...back, grams: 1 }])).toEqual({ code: "no-opposite", id: "e2" });
    expect(checkLedger([first, back, { ...back, id: "e3" }])).toEqual({ code: "countered-already", id: "e3" });
    expect(checkLedger([entry({ substance: "oil" })])).toMatchObject({
      code: "entry-broken",
      expected: expect.stringContaining("refrigerant"),
    });
    expect(checkLedger([entry({ to: "vehicle" })])).toMatchObject({ code: "entry-broken", id: "e1" });
  });

  it("number on from whatever stands: a first entry called e2 is no reason to lose the next", () => {
    const books = made(post([entry({ id: "e2" })], entry({ id: entryId([entry({ id: "e2" })]) })));
    expect(books.map(({ id }) => id)).toEqual(["e2", "e3"]);
    expect(entryId(books)).toBe("e4");
  });

  it("notices when an entry was changed or left out", () => {
    const books = [entry(), entry({ id: "e2", grams: 90 })];
    expect(continues(books, [...books, entry({ id: "e3" })])).toBe(true);
    expect(continues(books, books.slice(0, 1))).toBe(false);
    expect(continues(books, [entry({ grams: 251 }), books[1]!])).toBe(false);
  });
});
