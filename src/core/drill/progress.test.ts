import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Cause, faultCauses } from "../causes/catalogue";
import { drillThemes, type Mistake, mistakes } from "./drill-shapes";
import {
  type DrillRecord,
  drillRecordSchema,
  dueOf,
  isRevealed,
  mistakesOverTime,
  readDrillFile,
  standingOf,
  writeDrillFile,
} from "./progress";

const DAY_MS = 86_400_000;
const start = Date.parse("2026-03-02T09:00:00.000Z");
let made = 0;
function ran(day: number, change: Partial<DrillRecord> = {}): DrillRecord {
  return {
    id: `run-${++made}`,
    learnerId: "me",
    at: new Date(start + day * DAY_MS).toISOString(),
    code: "1K-0004Y",
    bench: null,
    theme: "clamps",
    script: [],
    endAt: 1200,
    truth: ["undercharge"],
    causes: ["undercharge"],
    mistakes: [],
    score: 96,
    minutes: 10,
    wayMinutes: 5,
    ...change,
  };
}
const wrong = { causes: ["air"] as DrillRecord["causes"], mistakes: ["wrong-cause"] as Mistake[] };
const of = (records: DrillRecord[], subject: string) =>
  standingOf(records).find(({ subject: one }) => (one.kind === "cause" ? one.cause : one.theme) === subject)!;
const days = (due: Date, day: number) => (due.getTime() - start) / DAY_MS - day;

describe("what comes again", () => {
  it("comes sooner what was missed, later what went well, and ever later with each time it does", () => {
    const missed = of([ran(0, wrong)], "undercharge");
    const known = of([ran(0)], "undercharge");
    expect(days(missed.dueAt, 0)).toBeGreaterThanOrEqual(1);
    expect(days(missed.dueAt, 0)).toBeLessThan(days(known.dueAt, 0));
    const second = of([ran(0), ran(3)], "undercharge");
    expect(days(second.dueAt, 3)).toBeGreaterThan(days(known.dueAt, 0));
    const relapsed = of([ran(0), ran(3), ran(12, wrong)], "undercharge");
    expect(days(relapsed.dueAt, 12)).toBeLessThan(days(second.dueAt, 3));
    expect(relapsed).toMatchObject({ runs: 3, right: 2 });
  });

  it("is graded by itself: the one of two that was found is not due for the one that was missed", () => {
    const half = ran(0, {
      truth: ["undercharge", "air"],
      theme: "two-at-once",
      causes: ["undercharge"],
      mistakes: ["missed-the-second"],
    });
    expect(of([half], "undercharge").right).toBe(1);
    expect(of([half], "air").right).toBe(0);
    expect(of([half], "two-at-once").right).toBe(0);
    const sound = ran(0, { truth: [], causes: ["air"], mistakes: ["condemned-a-sound-car"] });
    expect(of([sound], "none").right).toBe(0);
    expect(of([ran(0, { causes: null, mistakes: ["danger"] })], "clamps").right).toBe(0);
  });

  it("does not hang on the order in which runs came together, and is due only when its day has come", () => {
    const records = [ran(0, wrong), ran(2), ran(5, wrong), ran(6), ran(11)];
    expect(standingOf([...records].reverse())).toEqual(standingOf(records));
    const standing = standingOf(records);
    expect(dueOf(standing, new Date(start + 11 * DAY_MS))).toEqual([]);
    expect(dueOf(standing, new Date(start + 400 * DAY_MS))).toHaveLength(2);
  });

  it("counts each sort of mistake, earlier and lately", () => {
    const records = [ran(0, wrong), ran(1, wrong), ran(2), ran(3, { mistakes: ["did-not-look"] })];
    expect(mistakesOverTime(records)).toEqual([
      { mistake: "wrong-cause", earlier: 2, later: 0, earlierOf: 2, laterOf: 2 },
      { mistake: "did-not-look", earlier: 0, later: 1, earlierOf: 2, laterOf: 2 },
    ]);
  });
});

const runs: fc.Arbitrary<DrillRecord> = fc.record({
  id: fc.uuid(),
  learnerId: fc.uuid(),
  at: fc
    .date({ min: new Date("2020-01-01"), max: new Date("2040-01-01"), noInvalidDate: true })
    .map((d) => d.toISOString()),
  code: fc.option(fc.constant("1K-0004Y")),
  bench: fc.option(fc.string({ maxLength: 100 })),
  theme: fc.option(fc.constantFrom(...drillThemes)),
  script: fc.array(
    fc.oneof(
      fc.record({
        at: fc.nat(9000),
        does: fc.constant("act" as const),
        act: fc.constantFrom("look" as const, "gauges" as const),
      }),
      fc.record({ at: fc.nat(9000), does: fc.constant("belief" as const), causes: fc.constant<Cause[]>(["air"]) }),
    ),
    { maxLength: 8 },
  ),
  endAt: fc.nat(90_000),
  truth: fc.subarray(faultCauses, { maxLength: 2 }),
  causes: fc.option(fc.subarray(faultCauses, { maxLength: 3 })),
  mistakes: fc.subarray([...mistakes], { maxLength: 3 }),
  score: fc.integer({ min: 0, max: 100 }),
  minutes: fc.integer({ min: 0, max: 900 }).map((n) => n / 10),
  wayMinutes: fc.option(fc.integer({ min: 0, max: 900 }).map((n) => n / 10)),
});

describe("the file of drills", () => {
  it("reads back what was written, and is refused by name when it is something else", () => {
    fc.assert(
      fc.property(fc.array(runs, { maxLength: 6 }), (drills) => {
        const book = { learners: [{ id: "me", name: "Ines", createdAt: "2026-03-02T09:00:00.000Z" }], drills };
        expect(drills.every((one) => drillRecordSchema.safeParse(one).success)).toBe(true);
        expect(readDrillFile(writeDrillFile(book))).toMatchObject({ ok: true, value: book });
      }),
    );
    const text = writeDrillFile({ learners: [], drills: [ran(0)] });
    expect(readDrillFile(text.slice(0, -20))).toEqual({ ok: false, issue: { code: "not-json" } });
    expect(readDrillFile('{"format":"evrid.shop"}')).toEqual({
      ok: false,
      issue: { code: "foreign", format: "evrid.shop" },
    });
    expect(readDrillFile(text.replace('"version": 3', '"version": 9'))).toMatchObject({
      ok: false,
      issue: { code: "newer-version", version: 9 },
    });
    expect(readDrillFile(text.replace('"score": 96', '"score": 960'))).toMatchObject({
      ok: false,
      issue: { code: "broken", field: "drills.0.score", expected: "at most 100" },
    });
  });
});

describe("a case that was revealed before", () => {
  it("is practice: it moves neither what is due nor the mistakes", () => {
    const first = ran(0);
    expect(isRevealed({ code: "1K-0004Y", bench: null }, [], [])).toBe(false);
    expect(isRevealed({ code: "1K-0004Y", bench: null }, [first], [])).toBe(true);
    expect(isRevealed({ code: "1P-0001A", bench: null }, [first], ["1P-0001A"])).toBe(true);
    const again = { ...ran(1, wrong), practice: true };
    expect(standingOf([first, again])).toEqual(standingOf([first]));
    expect(mistakesOverTime([first, again])).toEqual(mistakesOverTime([first]));
  });
});

describe("a guess", () => {
  it("that earned nothing for its cause comes again like a wrong answer", () => {
    const guessed = of([ran(0, { score: 10, mistakes: ["before-it-was-known"] })], "undercharge");
    expect(guessed.right).toBe(0);
    expect(of([ran(0, { score: 55, mistakes: ["before-it-was-known"] })], "undercharge").right).toBe(1);
  });
});
