import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkEntry, entry, entryOf, entryValue, type FieldSpec } from "./entry";
import { formatClock, formatNumber, fromBase, toBase, unitIds, units } from "./units";

const pressure: FieldSpec = { label: "High side", dimension: "pressure", min: -101, max: 4000 };
const charge: FieldSpec = { label: "Charge", dimension: "mass", min: 50, max: 5000 };

describe("units", () => {
  it.each([
    ["psi", 100, 689.4757],
    ["bar", 2.5, 250],
    ["degF", 212, 100],
    ["degF", -40, -40],
    ["oz", 16, 453.59237],
    ["lb", 1, 453.59237],
    ["ft", 1000, 304.8],
    ["micron", 760_000, 101.325],
    ["mbarAbs", 1013.25, 101.325],
  ] as const)("%s: %f is %f in the base unit (NIST SP 811)", (unit, value, base) => {
    expect(toBase(value, unit)).toBeCloseTo(base, 3);
  });

  it("every unit converts there and back", () => {
    fc.assert(
      fc.property(fc.constantFrom(...unitIds), fc.double({ min: -5000, max: 5000, noNaN: true }), (unit, value) => {
        expect(fromBase(toBase(value, unit), unit)).toBeCloseTo(value, 6);
      }),
    );
  });

  it("prints what a person reads, and never NaN or Infinity", () => {
    expect(formatNumber(1270, "kPa")).toBe("1 270");
    expect(formatNumber(-56.4, "kPa")).toBe("−56");
    expect(formatNumber(-0.2, "kPa")).toBe("0");
    expect(formatNumber(254.6, "oz")).toBe("9.0");
    for (const nothing of [Number.NaN, Number.POSITIVE_INFINITY, null, undefined]) {
      expect(formatNumber(nothing, "kPa")).toBe("–");
    }
  });
});

describe("entries", () => {
  it.each([
    ["1 270", "kPa", 1270],
    ["12,5", "bar", 1250],
    ["-0.8", "bar", -80],
    ["−80", "kPa", -80],
    ["184", "psi", 1268.635],
  ] as const)("reads “%s” %s as %f kPa", (text, unit, kpa) => {
    expect(entryValue(pressure, entry(text, unit))).toBeCloseTo(kpa, 3);
  });

  it.each([
    ["", "missing"],
    ["   ", "missing"],
    ["about 3", "not-a-number"],
    ["1e3", "not-a-number"],
    ["Infinity", "not-a-number"],
    ["1,270", "ambiguous-comma"],
    ["9999", "out-of-range"],
  ])("refuses “%s”: %s", (text, code) => {
    expect(checkEntry(pressure, entry(text, "kPa"))).toMatchObject({ ok: false, issue: { code } });
    expect(entryValue(pressure, entry(text, "kPa"))).toBeNull();
  });

  it("holds limits in whatever unit was typed", () => {
    expect(checkEntry(charge, entry("1.4", "lb")).ok).toBe(true);
    expect(checkEntry(charge, entry("1.4", "oz"))).toMatchObject({ issue: { code: "out-of-range", unit: "oz" } });
    expect(checkEntry(charge, entry("20", "kPa"))).toMatchObject({ issue: { code: "wrong-unit" } });
  });

  it("an instrument's value written as an entry comes back within its resolution", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -100, max: 3900, noNaN: true }),
        fc.constantFrom("kPa" as const, "bar" as const, "psi" as const),
        (kpa, unit) => {
          const back = entryValue(pressure, entryOf(kpa, unit))!;
          expect(Math.abs(back - kpa)).toBeLessThanOrEqual(
            (units[unit].scale * 0.5 * 1.001) / 10 ** units[unit].decimals,
          );
        },
      ),
    );
  });
});

it("shows seconds as a clock that counts whole seconds gone by and never runs backwards", () => {
  expect([0, 59.9, 60, 754.2, 3600, -3].map(formatClock)).toEqual(["0:00", "0:59", "1:00", "12:34", "60:00", "0:00"]);
});
