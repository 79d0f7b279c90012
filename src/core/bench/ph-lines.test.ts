import { describe, expect, it } from "vitest";
import { fluidTable } from "../fluids/tables";
import { isentropes, isotherms } from "./ph-lines";

describe("lines on the map of pressure and heat", () => {
  it("are where the equation of state has that temperature, or that entropy", () => {
    for (const refrigerant of ["R134a", "R1234yf"] as const) {
      const fluid = fluidTable(refrigerant);
      for (const { at, points } of isotherms(refrigerant, [-10, 30, 60, 100, 140])) {
        expect(points.length).toBeGreaterThan(20);
        for (const [enthalpy, kpa] of points)
          expect(Math.abs(fluid.temperatureC(kpa, enthalpy) - at)).toBeLessThan(0.6);
      }
      for (const { at, points } of isentropes(refrigerant, [-10, 10])) {
        const [start] = points;
        const entropy = fluid.entropy(start![1], start![0]);
        expect(fluid.temperatureC(start![1], start![0])).toBeCloseTo(at, 0);
        for (const [enthalpy, kpa] of points) expect(fluid.entropy(kpa, enthalpy)).toBeCloseTo(entropy, 2);
      }
    }
  });
});
