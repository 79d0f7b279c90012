import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { daySchema, instantAfter, instantSchema, notAfter } from "./dates";

const instants = fc
  .date({ min: new Date("1970-01-01T00:00:00.000Z"), max: new Date("2199-12-31T23:59:59.999Z"), noInvalidDate: true })
  .map((date) => date.toISOString());

describe("dates of records", () => {
  it("are read from 1970 to 2199 and no further", () => {
    for (const text of ["1969-12-31T23:59:59.999Z", "2200-01-01T00:00:00.000Z", "9999-12-31T23:59:59.999Z", "soon"])
      expect(instantSchema.safeParse(text).success, text).toBe(false);
    expect([daySchema.safeParse("2199-12-31").success, daySchema.safeParse("2200-01-01").success]).toEqual([
      true,
      false,
    ]);
  });

  it("after others can be read again, are later, and sort as text", () => {
    fc.assert(
      fc.property(fc.array(instants, { minLength: 1, maxLength: 3 }), instants, (others, now) => {
        const after = instantAfter(Date.parse(now), ...others);
        expect(instantSchema.safeParse(after).success).toBe(true);
        expect(after >= now).toBe(true);
        for (const other of others) expect(after > other || other === "2199-12-31T23:59:59.999Z").toBe(true);
      }),
      { examples: [[["2199-12-31T23:59:59.999Z"], "2026-01-01T00:00:00.000Z"]] },
    );
  });

  it("of a file lie never in the future", () => {
    const now = Date.parse("2026-06-01T10:00:00.000Z");
    expect(notAfter(now, "2031-01-01T00:00:00.000Z")).toBe("2026-06-01T10:00:00.000Z");
    expect(notAfter(now, "2025-01-01T00:00:00.000Z")).toBe("2025-01-01T00:00:00.000Z");
  });
});
