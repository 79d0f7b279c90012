import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkEntry, entry, entryOf, entryValue, type FieldSpec, unitDoubt, withSaidUnit } from "./entry";
import { figuresIn, metricFigures, systemUnits, unitSystems } from "./figures";
import { BELOW_ZERO, formatClock, formatNumber, fromBase, toBase, unitIds, units } from "./units";

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

describe("what is typed with its unit", () => {
  const mass: FieldSpec = { label: "Charge", dimension: "mass", min: 50, max: 5000 };
  const low: FieldSpec = {
    label: "Low side",
    dimension: "pressure",
    min: -101,
    max: 2500,
    usual: { min: 60, max: 1500 },
  };

  it.each([
    [pressure, "65 psi", "kPa", 448.159],
    [pressure, "-0.3 bar", "psi", -30],
    [pressure, "12,5bar", "kPa", 1250],
    [mass, "1 lb 2 oz", "g", 510.291],
    [mass, "1 lb 2.5 oz", "kg", 524.466],
    [mass, "0,45 kg", "g", 450],
    [mass, "1 270 g", "oz", 1270],
    [{ label: "Vent", dimension: "temperature", min: -20, max: 70 }, "48 °F", "degC", 8.889],
    [{ label: "Hose", dimension: "length", min: 0.2, max: 6 }, `6 ft`, "hoseM", null],
    [{ label: "Altitude", dimension: "altitude", min: -100, max: 4000 }, "1 200 ft", "m", 365.76],
  ] as const)("%s “%s” in a %s field", (spec, text, unit, base) => {
    const read = entryValue(spec, entry(text, unit));
    if (base === null) expect(read).toBeNull();
    else expect(read).toBeCloseTo(base, 2);
  });

  it.each([
    ["65 psi 3", "not-a-number"],
    ["65 stone", "not-a-number"],
    ["20 °C", "wrong-unit"],
    ["psi", "not-a-number"],
  ])("refuses “%s” as a pressure: %s", (text, code) => {
    expect(checkEntry(pressure, entry(text, "kPa"))).toMatchObject({ ok: false, issue: { code } });
  });

  it("takes a single unit over as the field's own, and leaves what has two as it was typed", () => {
    expect(withSaidUnit(entry("65 psi", "kPa"))).toEqual(entry("65", "psi"));
    for (const kept of [entry("1 lb 2 oz", "g"), entry("65", "kPa"), entry("20 °C", "kPa"), entry("65 stone", "kPa")]) {
      expect(withSaidUnit(kept)).toEqual(kept);
    }
  });

  it("asks about a number that would be right, or likelier, in another unit; never about one that names its unit", () => {
    expect(checkEntry(mass, entry("0.45", "g"))).toMatchObject({ issue: { code: "out-of-range", fits: ["kg", "lb"] } });
    expect(unitDoubt(low, entry("32", "kPa"))).toEqual(["psi"]);
    expect(unitDoubt(low, entry("2.2", "kPa"))).toEqual(["bar"]);
    // Right in its own unit, it is asked about no other, though it would be right there too.
    expect(unitDoubt({ ...low, usual: { min: 60, max: 1500 } }, entry("100", "kPa"))).toEqual([]);
    // 30 bar would be no low side in any unit that is offered: nothing likelier to ask about.
    expect(unitDoubt({ ...low, usual: { min: 900_000, max: 900_001 } }, entry("32", "kPa"))).toEqual([]);
    const { usual: _, ...unknown } = low;
    expect(unitDoubt(unknown, entry("32", "kPa"))).toEqual([]);
    for (const sure of [entry("220", "kPa"), entry("32 kPa", "bar"), entry("", "kPa")]) {
      expect(unitDoubt(low, sure)).toEqual([]);
    }
  });

  it("reads every value back that it wrote with a unit, in every unit; text of any kind gives a number or a refusal, never NaN", () => {
    fc.assert(
      fc.property(fc.constantFrom(...unitIds), fc.double({ min: 0.2, max: 900, noNaN: true }), (unit, value) => {
        const { dimension, label } = units[unit];
        const anything = { label: "x", dimension, min: -1e9, max: 1e9 };
        const other = unitIds.find((id) => units[id].dimension === dimension)!;
        // Where a number without a sign is a vacuum, one above zero has its sign.
        const text = `${unit === BELOW_ZERO ? "+" : ""}${value.toFixed(3)} ${label}`;
        expect(entryValue(anything, entry(text, other))).toBeCloseTo(toBase(Number(value.toFixed(3)), unit), 6);
      }),
    );
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom(..."0123456789.,- kgozlbpsi°F'\"µ") }),
        fc.constantFrom(...unitIds),
        (text, unit) => {
          const value = entryValue(
            { label: "x", dimension: units[unit].dimension, min: -1e12, max: 1e12 },
            entry(text, unit),
          );
          expect(value === null || Number.isFinite(value)).toBe(true);
        },
      ),
    );
  });
});

describe("numbers as a shop reads them", () => {
  it("are in its units, with as many figures as they carry, and never NaN", () => {
    const us = figuresIn(systemUnits.us);
    expect([us.quantity(580, "g"), us.quantity(20, "g", 1), us.quantity(215, "kPa"), us.quantity(8.4, "degC")]).toEqual(
      ["20.5 oz", "0.71 oz", "31.2 psi", "47.1 °F"],
    );
    expect(us.quantity(6, "K", 0)).toBe("11 °F");
    expect(us.range(10, 15, "g")).toBe("0.4 to 0.5 oz");
    expect(us.quantity(90, "s")).toBe("90 s");
    expect(metricFigures.within(580, 20, "g")).toBe("580 ± 20 g");
    fc.assert(
      fc.property(fc.constantFrom(...unitSystems), fc.constantFrom(...unitIds), fc.double(), (system, unit, value) => {
        const text = figuresIn(systemUnits[system]).quantity(value, unit);
        expect(text).not.toMatch(/NaN|Infinity|undefined/);
      }),
    );
  });
});
