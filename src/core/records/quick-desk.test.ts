import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkEntry, checkNumber, entry, entryOf, entryValue, unitDoubt } from "../units/entry";
import { systemUnits, unitSystems } from "../units/figures";
import { units, unitsOf } from "../units/units";
import { deskDoubts } from "./derived/desk-doubts";
import { jobFromDesk } from "./derived/job-from-desk";
import { fields } from "./fields";
import { newJob } from "./job";
import { emptyQuickDesk, quickDeskSchema } from "./quick-desk";
import { blanksInUnits, inUnits } from "./unit-system";

describe("the quick desk in another system of units", () => {
  it("keeps its values to what an instrument shows, whatever way it goes, and its text where it is no number", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -90, max: 2400, noNaN: true }),
        fc.double({ min: -40, max: 90, noNaN: true }),
        fc.constantFrom(...unitSystems),
        fc.constantFrom(...unitSystems),
        (kpa, t, first, second) => {
          const desk = emptyQuickDesk();
          desk.low.pressure = entry(kpa.toFixed(1), "kPa");
          desk.low.line = entry(t.toFixed(1), "degC");
          desk.rest.soak = entry("warm", "degC");
          const there = inUnits(inUnits(desk, systemUnits[first]), systemUnits[second]);
          expect(quickDeskSchema.safeParse(there).success).toBe(true);
          expect(there.low.pressure.unit).toBe(systemUnits[second].pressure);
          expect(entryValue(fields.low, there.low.pressure)! - kpa).toBeLessThan(1.6);
          expect(Math.abs(entryValue(fields.suction, there.low.line)! - t)).toBeLessThan(0.2);
          expect(there.rest.soak.text).toBe("warm");
        },
      ),
    );
  });

  it("offers no two units of one name for one field", () => {
    for (const dimension of ["pressure", "temperature", "temperatureDifference", "length", "bore", "volume"] as const) {
      const labels = unitsOf(dimension).map((unit) => units[unit].label);
      expect(labels.length).toBeGreaterThan(1);
      expect(new Set(labels).size).toBe(labels.length);
    }
  });
});

describe("a job begun from the desk", () => {
  const blank = newJob("x", "2026-06-01T10:00:00.000Z");

  it("takes what was read at a car, and leaves what was only looked up", () => {
    const desk = emptyQuickDesk();
    desk.refrigerant = "R1234yf";
    desk.high.line = entry("41", "degC");
    desk.rest.soak = entry("24", "degC");
    const job = jobFromDesk(blank, desk);
    expect(job.intake.refrigerant).toBe("R1234yf");
    expect(job.rest.soak.text).toBe("24");
    expect(job.baseline.settings[0]).toMatchObject({
      high: { text: "1200" },
      liquid: { text: "41" },
      low: { text: "" },
    });
  });

  it("a pressure that follows from a temperature is written as what it is", () => {
    const desk = emptyQuickDesk();
    desk.low = { ...desk.low, given: "temperature", temperature: entry("0", "degC"), line: entry("6", "degC") };
    const job = jobFromDesk(blank, desk);
    // R134a at 0 degC: 292.8 kPa absolute.
    expect(Number(job.baseline.settings[0].low.text)).toBeCloseTo(292.8 - 101.3, -0.5);
  });
});

describe("a job in a shop that has changed its units", () => {
  const blank = newJob("x", "2026-06-01T10:00:00.000Z");

  it("takes them where nothing of a kind is typed yet, and keeps the units of what was measured, blanks beside it too", () => {
    const measured = structuredClone(blank);
    measured.baseline.settings[0].high = entry("12.4", "bar");
    const job = blanksInUnits(measured, systemUnits.us);
    expect(job.baseline.settings[0].high).toEqual(entry("12.4", "bar"));
    expect(job.baseline.settings[1].high).toEqual(measured.baseline.settings[1].high);
    expect(job.intake.charge.unit).toBe("oz");
    expect(job.baseline.settings[0].vent.unit).toBe("degF");
    expect(blanksInUnits(job, systemUnits.us)).toBe(job);
  });
});

describe("a vacuum typed in inHg", () => {
  it("counts below zero, keeps its text through a change of units, and goes into the job as typed", () => {
    const desk = emptyQuickDesk();
    desk.low.pressure = entry("10", "inHg");
    // 10 inHg of 3.386 38 kPa each, NIST SP 811.
    expect(entryValue(fields.low, desk.low.pressure)).toBeCloseTo(-33.86, 2);
    expect(entryValue(fields.low, entry("10 inHg", "psi"))).toBeCloseTo(-33.86, 2);
    expect(entryValue(fields.low, entry("-10 inHg", "kPa"))).toBeCloseTo(-33.86, 2);
    expect(entryValue(fields.low, entry('10"Hg', "kPa"))).toBeCloseTo(-33.86, 2);
    expect(inUnits(desk, systemUnits.bar).low.pressure).toEqual(entry("10", "inHg"));
    // More than all of the atmosphere.
    expect(checkEntry(fields.low, entry("31", "inHg")).ok).toBe(false);
  });

  it("round-trips a pressure above zero with its sign, and is offered for no number", () => {
    expect(entryValue(fields.low, entryOf(200, "inHg"))).toBeCloseTo(200, 0);
    expect(unitsOf("pressure")).not.toContain("inHg");
    expect(unitDoubt(fields.low, entry("30", "kPa"))).toEqual(["psi"]);
  });

  it("is an absolute pressure where a vacuum gauge is read", () => {
    expect(checkNumber("vacuum", entry("1 inHg", "micron"))).toEqual({ ok: true, value: 3.38638 });
  });
});

describe("readings that cannot be together", () => {
  const none = { lowKpa: null, highKpa: null, suctionC: null, liquidC: null, dischargeC: null };

  it("are asked about, and equal sides are not", () => {
    const asked = (part: Partial<typeof none> | Record<string, number>) => deskDoubts("R134a", 0, { ...none, ...part });
    expect(asked({ lowKpa: 1200, highKpa: 200 })).toEqual(["swapped-sides"]);
    expect(asked({ lowKpa: 470, highKpa: 470 })).toEqual([]);
    // R134a boils at 0 degC at 192 kPa gauge, condenses at 50 degC at 1 217 kPa gauge.
    expect(asked({ lowKpa: 192, suctionC: -12 })).toEqual(["suction-below-evaporating"]);
    expect(asked({ highKpa: 1217, liquidC: 62 })).toEqual(["liquid-above-condensing"]);
    expect(asked({ lowKpa: 192, highKpa: 1217, suctionC: 6, liquidC: 42 })).toEqual([]);
  });
});
