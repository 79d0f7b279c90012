import fc from "fast-check";
import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { demoJobs } from "../../../demo/demo-jobs";
import { entry } from "../../units/entry";
import { drawn, purgeBooked, reversed } from "../bookkeeping";
import type { Job } from "../job";
import { visitOf } from "../vehicles/visit";
import { mostIn, newContainer, readContainer } from "./container";
import { guarded, linesCsv, readLinesCsv, unguarded } from "./csv";
import { countEntry, placeOf, readStockEntry, type StockEntry, stockActs, stockEntry, stockReversal } from "./entry";
import {
  CONTAMINATED,
  checkStock,
  checkStore,
  contents,
  linesOfJob,
  linesOfStock,
  placed,
  type YearOf,
  yearOf,
} from "./lines";

const at = "2026-06-01T10:00:00.000Z";
const [van, , pickup] = demoJobs(new Date(at)) as [Job, Job, Job];
const began = "2026-01-01T08:00:00.000Z";
const cylinder = newContainer(pickup.charge.containers[0]!.id, began, {
  name: "Cylinder 2",
  kind: "cylinder",
  refrigerant: "R134a",
});
const machine = newContainer("machine", began, { name: "Machine", kind: "machine", refrigerant: "R134a" });
const shelf = [cylinder, machine];
const byId = new Map(shelf.map((one) => [one.id, one]));
const came = stockEntry("came", began, { act: "receive", grams: 12_000, from: "supplier", to: placeOf(cylinder.id) });

describe("the shelf", () => {
  it("holds what came in less what jobs and the shop took, and what machines took out of vehicles", () => {
    const sent = stockEntry("sent", at, { act: "send-off", grams: 100, from: placeOf("machine"), to: "away" });
    const lines = placed([...linesOfStock([came, sent], byId), ...linesOfJob(pickup)], shelf);
    const held = contents(lines);
    const out = pickup.ledger.filter(({ act }) => act === "charge").reduce((sum, { grams }) => sum + grams, 0);
    const recovered = pickup.ledger.find(({ act, substance }) => act === "recover" && substance === "refrigerant")!;
    expect(held.get(cylinder.id)).toBeCloseTo(12_000 - out, 6);
    expect(held.get("machine")).toBeCloseTo(recovered.grams - 100, 6);
    expect(contents(lines, (line) => line.at <= began).get(cylinder.id)).toBe(12_000);
    // Another refrigerant's machine is not this one.
    expect(
      contents(placed(linesOfJob(pickup), [{ ...machine, refrigerant: "R1234yf" }])).get("machine"),
    ).toBeUndefined();
  });

  it("takes nothing that an identifier refused: foreign or impure refrigerant is a kind of its own", () => {
    const identified = (result: Job["recover"]["identified"]["result"], purity: string): Job => ({
      ...pickup,
      recover: {
        ...pickup.recover,
        identified: { ...pickup.recover.identified, result, purity: entry(purity, "pct") },
      },
    });
    const held = (job: Job) => contents(placed(linesOfJob(job), shelf)).get("machine") ?? 0;
    expect(held(identified("as-label", "99.5"))).toBeGreaterThan(200);
    expect(held(identified("not-checked", ""))).toBeGreaterThan(200);
    for (const job of [identified("mixture", ""), identified("as-label", "96")]) {
      expect(held(job)).toBe(0);
      const out = linesOfJob(job).filter(({ act }) => act === "recover");
      expect(out.find(({ good }) => good === "refrigerant")!.kind).toBe(CONTAMINATED);
      // The charge still came out of the shop's own cylinder.
      expect(linesOfJob(job).find(({ act }) => act === "charge")!.kind).toBe("R134a");
    }
  });

  it("is put right by a count, and an entry is taken back by its opposite", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), fc.integer({ min: 0, max: 20_000 }), (bookG, foundG) => {
        const counted = countEntry("n", at, cylinder.id, { bookG, foundG });
        if (counted === null) {
          expect(foundG).toBe(bookG);
          return;
        }
        expect(readStockEntry(counted).ok).toBe(true);
        const start = stockEntry("s", began, {
          act: "receive",
          grams: bookG,
          from: "supplier",
          to: placeOf(cylinder.id),
        });
        const held = (entries: StockEntry[]) => contents(linesOfStock(entries, byId)).get(cylinder.id);
        expect(held([start, counted])).toBe(foundG);
        const back = stockReversal(counted, "b", at);
        expect(readStockEntry(back).ok).toBe(true);
        expect(held([start, counted, back])).toBe(bookG);
      }),
    );
  });

  it("refuses what could not have happened", () => {
    const wrong = (change: Partial<StockEntry>) => readStockEntry({ ...came, ...change });
    expect(wrong({ from: "away" })).toMatchObject({ issue: { code: "broken", field: "from" } });
    expect(wrong({ act: "move", from: placeOf(cylinder.id), to: placeOf(cylinder.id) }).ok).toBe(false);
    expect(wrong({ grams: -1 })).toMatchObject({ issue: { field: "grams" } });
    expect(readStockEntry({ ...came, version: 2 })).toMatchObject({ issue: { code: "newer-version" } });
    expect(readContainer({ ...cylinder, kind: "barrel" })).toMatchObject({ issue: { field: "kind" } });
  });
});

describe("the whole store", () => {
  const job = (id: string, acts: { grams: number; back: boolean }[]): Job =>
    acts.reduce<Job>(
      (now, { grams, back }) =>
        back && now.ledger.length > 0
          ? reversed(now, now.ledger.at(-1)!.id, at)
          : grams % 4 === 0
            ? purgeBooked(now, grams / 100, at)
            : drawn(now, "demo-can-a", Math.min(grams, 60), at),
      { ...van, id },
    );
  const acts = fc.array(fc.record({ grams: fc.integer({ min: 1, max: 90 }), back: fc.boolean() }), { maxLength: 5 });

  it("adds up: out of containers is in vehicles, in hoses and let out, whatever jobs did", () => {
    fc.assert(
      fc.property(fc.array(acts, { minLength: 1, maxLength: 6 }), (all) => {
        const jobs = all.map((done, i) => job(`j${i}`, done));
        const check = checkStore(jobs.flatMap(linesOfJob), jobs.map(visitOf));
        expect(check.differing).toEqual([]);
        expect(check.intoG + check.hosesG + check.purgedG + check.unknownG).toBeCloseTo(check.drawnG, 3);
      }),
    );
  });

  it("names the job of a line that got lost, and of one that nobody booked", () => {
    const lines = linesOfJob(pickup);
    const lost = lines.filter(({ act }) => act !== "charge");
    expect(checkStore(lost, [visitOf(pickup)]).differing).toMatchObject([{ jobId: pickup.id }]);
    expect(checkStore(lines, []).differing).toMatchObject([{ jobId: pickup.id }]);
  });

  it("sums a year by what it was, without what was taken back", () => {
    const lines = placed([...linesOfStock([came], byId), ...linesOfJob(pickup)], shelf);
    const [gas, oil] = yearOf(lines, "2026");
    expect(gas).toMatchObject({ good: "refrigerant", kind: "R134a", receivedG: 12_000, recoveredG: 232, drawnG: 638 });
    expect(oil).toMatchObject({ good: "oil", kind: "PAG", drawnG: 90, recoveredG: 15 });
    expect(yearOf(lines, "2024")).toEqual([]);
    const back = linesOfJob(reversed(pickup, pickup.ledger.find(({ act }) => act === "charge")!.id, at));
    expect(yearOf(back, "2026")[0]!.drawnG).toBe(0);
  });
});

describe("the books as a table", () => {
  const text = fc.oneof(
    fc.string({ maxLength: 40, unit: "grapheme" }),
    fc.constantFrom("=1+1", "'x", "@a", "\tb", "-2", '"', "a,b\nc"),
  );
  const entries = fc.uniqueArray(
    fc.record({
      id: fc.uuid(),
      act: fc.constantFrom(...stockActs),
      grams: fc.double({ min: 0, max: 90_000, noNaN: true }).map((g) => Math.abs(g)),
      technician: text,
      remark: text,
    }),
    { selector: ({ id }) => id, maxLength: 8 },
  );
  const places = {
    receive: ["supplier", placeOf(cylinder.id)],
    count: [placeOf(cylinder.id), "difference"],
    move: [placeOf("machine"), placeOf(cylinder.id)],
    "send-off": [placeOf("machine"), "away"],
    use: [placeOf(cylinder.id), "used"],
  } as const;

  it("give the shop's entries back exactly, whatever stands in them, and begin no cell like a formula", () => {
    fc.assert(
      fc.property(entries, (made) => {
        const books = made.map(({ act, ...rest }) =>
          stockEntry(rest.id, at, { act, from: places[act][0], to: places[act][1], ...rest }),
        );
        const csv = linesCsv([...linesOfStock(books, byId), ...linesOfJob(pickup)]);
        for (const row of Papa.parse<string[]>(csv.trim()).data)
          for (const cell of row) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
        const read = readLinesCsv(csv);
        if (!read.ok) throw new Error(JSON.stringify(read.issue));
        const sorted = (list: readonly StockEntry[]) => [...list].sort((a, b) => a.id.localeCompare(b.id));
        expect(sorted(read.value.entries)).toEqual(sorted(books));
        expect(read.value.ofJobs).toBe(pickup.ledger.length);
      }),
    );
  });

  it("name places, vehicles and papers for people, keep the keys behind them, and read tables that had keys alone", () => {
    const lines = [...linesOfStock([came], byId), ...linesOfJob(pickup)];
    const csv = linesCsv(lines, {
      place: (place) => (place === placeOf(cylinder.id) ? cylinder.name : place),
      vehicle: () => ({ name: "Town gardens, pickup 11", plate: "TG 4411" }),
      certificate: ({ technician }) => (technician === "" ? "" : "RC-20417"),
    });
    const [head, ...rows] = Papa.parse<string[]>(csv.trim()).data;
    const cell = (row: string[], column: string) => row[head!.indexOf(column)];
    expect(cell(rows[0]!, "to")).toBe("Cylinder 2");
    expect(cell(rows[0]!, "to key")).toBe(placeOf(cylinder.id));
    const charge = rows.find((row) => cell(row, "act") === "charge")!;
    for (const [column, text] of [
      ["from", "Cylinder 2"],
      ["vehicle", "Town gardens, pickup 11"],
      ["plate", "TG 4411"],
      ["technician", "Tamsin Rowe"],
      ["certificate", "RC-20417"],
    ] as const)
      expect(cell(charge, column), column).toBe(text);
    expect(readLinesCsv(csv)).toMatchObject({ ok: true, value: { entries: [came], ofJobs: pickup.ledger.length } });
    const old = [
      head!.slice(0, 14),
      [...rows[0]!.slice(0, 5), "supplier", placeOf(cylinder.id), ...rows[0]!.slice(7, 14)],
    ];
    expect(readLinesCsv(Papa.unparse(old))).toMatchObject({ ok: true, value: { entries: [came] } });
  });

  it("name the row and column that is wrong, and a column that is missing", () => {
    const csv = linesCsv(linesOfStock([came], byId));
    expect(readLinesCsv(csv.replace("12000", "12 kg"))).toMatchObject({ issue: { row: 2, column: "grams" } });
    expect(readLinesCsv(csv.replace("receive", "borrow"))).toMatchObject({ issue: { row: 2, column: "act" } });
    expect(readLinesCsv(csv.replace(began, "yesterday"))).toMatchObject({ issue: { row: 2, column: "date" } });
    const [head, row] = csv.trim().split("\r\n");
    expect(readLinesCsv([head, row, row].join("\r\n"))).toMatchObject({
      issue: { row: 3, column: "entry", expected: "an entry that is not in row 2 already" },
    });
    expect(readLinesCsv(csv.replace(",came,", ",ca me,"))).toMatchObject({ issue: { row: 2, column: "entry" } });
    expect(readLinesCsv("date,act\n")).toMatchObject({ issue: { code: "columns" } });
  });

  it("guard and unguard any cell", () => {
    fc.assert(
      fc.property(text, (cell) => {
        expect(unguarded(guarded(cell))).toBe(cell);
      }),
    );
  });
});

describe("what of the stock does not add up", () => {
  const second = newContainer("second", began, { name: "Cylinder 3", kind: "cylinder", refrigerant: "R134a" });
  const found = (entries: StockEntry[], containers = [...shelf, second]) =>
    checkStock(placed(linesOfStock(entries, new Map(containers.map((one) => [one.id, one]))), containers), containers);
  const move = (grams: number, from: string, to: string) =>
    stockEntry(`m${grams}`, at, { act: "move", grams, from: placeOf(from), to: placeOf(to) });

  it("is nothing where nothing is wrong", () => {
    expect(found([came, move(500, cylinder.id, "second")])).toEqual([]);
  });

  it("is a container below nothing, one off the shelf with something in it, one that is not in stock, and what counts found", () => {
    expect(found([move(500, cylinder.id, "second")])).toEqual([
      { code: "negative", containerId: cylinder.id, grams: -500 },
    ]);
    const off = { ...cylinder, retiredAt: at };
    expect(found([came], [off])).toEqual([{ code: "retired", containerId: cylinder.id, grams: 12_000 }]);
    expect(found([came, move(200, cylinder.id, "elsewhere")])).toEqual([
      { code: "not-in-stock", lines: 1, grams: 200 },
    ]);
    const more = countEntry("c1", at, cylinder.id, { bookG: 12_000, foundG: 12_100 })!;
    const less = countEntry("c2", at, cylinder.id, { bookG: 12_100, foundG: 12_040 })!;
    expect(found([came, more, less])).toEqual([{ code: "counts", moreG: 100, lessG: 60 }]);
    // Taken back it is no finding any more.
    expect(found([came, more, stockReversal(more, "back", at)])).toEqual([]);
  });
});

describe("a closed year", () => {
  const shelved = (entries: StockEntry[]) => placed(linesOfStock(entries, byId), shelf);
  const used = stockEntry("used", "2026-09-01T10:00:00.000Z", {
    act: "use",
    grams: 300,
    from: placeOf(cylinder.id),
    to: "used",
  });
  const [gas2026, gas2027] = ["2026", "2027"].map((year) => (entries: StockEntry[]) => {
    const [gas] = yearOf(shelved(entries), year, shelf);
    return gas!;
  }) as [(entries: StockEntry[]) => YearOf, (entries: StockEntry[]) => YearOf];

  it("does not change: a reversal made later counts in the year of its date", () => {
    const before = gas2026([came, used]);
    expect(before).toMatchObject({ openingG: 0, receivedG: 12_000, usedG: 300, closingG: 11_700 });
    const late = stockReversal(used, "late", "2027-02-01T10:00:00.000Z");
    expect(gas2026([came, used, late])).toEqual(before);
    expect(gas2027([came, used, late])).toMatchObject({ openingG: 11_700, usedG: -300, closingG: 12_000 });
    // Taken back within its year it counts for nothing.
    const soon = stockReversal(used, "soon", "2026-10-01T10:00:00.000Z");
    expect(gas2026([came, used, soon])).toMatchObject({ usedG: 0, closingG: 12_000 });
    const recount = countEntry("n", "2026-11-01T10:00:00.000Z", "cylinder", { bookG: 11_700, foundG: 11_650 })!;
    expect(gas2026([came, used, recount]).differenceG).toBe(-50);
    const undone = stockReversal(recount, "u", "2027-03-01T10:00:00.000Z");
    expect(gas2027([came, used, recount, undone]).differenceG).toBe(50);
  });

  it("begins where the year before ended, and ends with what its sums leave", () => {
    const day = fc.date({ min: new Date("2025-01-02"), max: new Date("2027-12-30"), noInvalidDate: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(day, fc.integer({ min: 1, max: 900 }), fc.boolean()), { maxLength: 20 }),
        (acts) => {
          const entries = acts.flatMap(([on, grams, back], i) => {
            const one = stockEntry(`e${i}`, on.toISOString(), {
              act: "receive",
              grams,
              from: "supplier",
              to: placeOf(cylinder.id),
            });
            return back
              ? [one, stockReversal(one, `b${i}`, new Date(on.getTime() + 200 * 86_400_000).toISOString())]
              : [one];
          });
          const years = ["2025", "2026", "2027", "2028"].map((year) => yearOf(shelved(entries), year, shelf)[0]);
          let standing = 0;
          for (const year of years) {
            expect(year?.openingG ?? 0).toBeCloseTo(standing, 6);
            standing += year?.receivedG ?? 0;
            expect(year?.closingG ?? 0).toBeCloseTo(standing, 6);
          }
        },
      ),
    );
  });
});

describe("a container", () => {
  it("of version 1 is read with an unknown capacity", () => {
    const { capacity: _, ...old } = { ...cylinder, version: 1 };
    expect(readContainer(old)).toEqual({ ok: true, value: cylinder });
  });

  it("for used refrigerant holds four fifths of its capacity, a new one all of it", () => {
    const holds = (what: Partial<typeof cylinder>) => mostIn({ ...cylinder, capacity: entry("10", "kg"), ...what });
    expect([
      holds({}),
      holds({ origin: "recovered" }),
      holds({ origin: "recycled" }),
      holds({ kind: "machine" }),
    ]).toEqual([10_000, 8000, 8000, 8000]);
    expect(mostIn(cylinder)).toBeNull();
  });
});
