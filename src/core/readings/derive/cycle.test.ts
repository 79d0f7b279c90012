import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { domeOf, domePoints, measuredCycle } from "./cycle";
import { deriveValues } from "./derived";

const readings = {
  refrigerant: "R134a" as const,
  altitudeM: 0,
  lowKpa: 200,
  highKpa: 1300,
  suctionC: 10,
  dischargeC: 72,
  liquidC: 45,
};

describe("the cycle of five readings", () => {
  it("has the heats of the published tables of R134a, to a common zero", () => {
    const cycle = measuredCycle(readings);
    if (!cycle.ok) throw new Error(cycle.issue.code);
    const { corners, takenUp, workIn, vapourShare } = cycle.value;
    // Saturated vapour at 0 degC is 398.60, saturated liquid at 45 degC 263.94 kJ/kg (ASHRAE Fundamentals, R134a); superheated at 3.0 bar and 10 degC 407.2.
    expect(takenUp.value).toBeCloseTo(407.2 - 263.9, -0.5);
    expect(workIn.value).toBeGreaterThan(30);
    expect(workIn.value).toBeLessThan(45);
    expect(vapourShare.value).toBeGreaterThan(0.28);
    expect(vapourShare.value).toBeLessThan(0.36);
    expect(corners.inlet.enthalpy).toBe(corners.liquid.enthalpy);
  });

  it("tells the superheat and subcooling that the strip tells", () => {
    const cycle = measuredCycle(readings);
    const derived = deriveValues({
      ...readings,
      ambientC: null,
      evaporatorAirC: null,
      ventC: null,
      suctionLineC: readings.suctionC,
      liquidLineC: readings.liquidC,
    });
    if (!cycle.ok) throw new Error(cycle.issue.code);
    expect(cycle.value.superheatK.value).toBeCloseTo(derived.superheatK!.value, 6);
    expect(cycle.value.subcoolingK.value).toBeCloseTo(derived.subcoolingK!.value, 6);
  });

  it("an ideal compressor leaves no hotter than ideal; whatever is read gives numbers or says what is outside", () => {
    const cycle = measuredCycle(readings);
    if (!cycle.ok) throw new Error(cycle.issue.code);
    const ideal = measuredCycle({ ...readings, dischargeC: cycle.value.ideal.temperatureC });
    expect(ideal.ok && ideal.value.hotterK.value).toBeCloseTo(0, 6);
    fc.assert(
      fc.property(
        fc.record({
          refrigerant: fc.constantFrom("R134a" as const, "R1234yf" as const),
          altitudeM: fc.double({ min: 0, max: 3000, noNaN: true }),
          lowKpa: fc.double({ min: -101, max: 1500, noNaN: true }),
          highKpa: fc.double({ min: -101, max: 4000, noNaN: true }),
          suctionC: fc.double({ min: -40, max: 90, noNaN: true }),
          dischargeC: fc.double({ min: -20, max: 160, noNaN: true }),
          liquidC: fc.double({ min: -20, max: 110, noNaN: true }),
        }),
        (any) => {
          const found = measuredCycle(any);
          if (!found.ok) return;
          const { corners, takenUp, workIn, hotterK, vapourShare } = found.value;
          for (const value of [takenUp, workIn, hotterK, vapourShare]) {
            expect(Number.isFinite(value.value) && Number.isFinite(value.uncertainty)).toBe(true);
          }
          for (const { kpa, enthalpy } of Object.values(corners)) expect(Number.isFinite(kpa + enthalpy)).toBe(true);
        },
      ),
    );
  });

  it("the dome closes upwards", () => {
    const { liquid, vapour } = domeOf("R1234yf");
    const width = (i: number) => vapour[i]![0] - liquid[i]![0];
    for (let i = 1; i < liquid.length; i++) expect(width(i)).toBeLessThan(width(i - 1));
    expect(width(liquid.length - 1)).toBeGreaterThan(0);
  });

  it("part of the readings stands on the dome at the same points as the whole cycle", () => {
    const readings = { lowKpa: 200, highKpa: 1300, suctionC: 9, dischargeC: 76, liquidC: 44 };
    const whole = measuredCycle({ refrigerant: "R134a", altitudeM: 300, ...readings });
    if (!whole.ok) throw new Error("no cycle");
    const { suction, discharge, liquid } = whole.value.corners;
    const points = domePoints("R134a", 300, readings);
    expect([points.suction, points.discharge, points.liquid, points.ideal]).toEqual([
      suction.enthalpy,
      discharge.enthalpy,
      liquid.enthalpy,
      whole.value.ideal.enthalpy,
    ]);
    const part = domePoints("R134a", 300, { ...readings, highKpa: null, suctionC: null });
    expect(part).toMatchObject({ high: null, suction: null, liquid: null, discharge: null, ideal: null });
    expect(part.low).toEqual(points.low);
  });

  it("a line on the wrong side of saturation, and a pressure beyond the tables, have no point", () => {
    // R134a boils at 0 degC at 192 kPa gauge, condenses at 50 degC at 1 217 kPa gauge.
    const points = domePoints("R134a", 0, { lowKpa: 192, highKpa: 1217, suctionC: -5, liquidC: 55, dischargeC: 40 });
    expect(points).toMatchObject({ suction: null, liquid: null, discharge: null, ideal: null });
    expect(
      domePoints("R134a", 0, { lowKpa: 9000, highKpa: null, suctionC: 5, liquidC: 5, dischargeC: 5 }).low,
    ).toBeNull();
  });
});
