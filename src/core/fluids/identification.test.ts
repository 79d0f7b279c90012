import { describe, expect, it } from "vitest";
import { candidateNames, candidateSaturationKpa, identify } from "./identification";
import points from "./identification-points.json" with { type: "json" };

describe("identity from rest pressure and temperature", () => {
  it("gives back its points, and rises between them", () => {
    for (const [name, values] of Object.entries(points.fluids) as [keyof typeof points.fluids, (number | null)[]][]) {
      points.T.forEach((t, i) => {
        const kpa = values[i];
        if (kpa != null) expect(candidateSaturationKpa(name, t) / kpa).toBeCloseTo(1, 9);
      });
      for (let t = -30; t < 60; t += 1.3) {
        expect(candidateSaturationKpa(name, t + 1)).toBeGreaterThan(candidateSaturationKpa(name, t));
      }
    }
  });

  it("cannot part the two refrigerants of cars near 25 degC, and says both", () => {
    const fitting = identify(candidateSaturationKpa("R134a", 25), 14, 25, 1).filter(({ fits }) => fits);
    expect(fitting.map(({ name }) => name)).toEqual(expect.arrayContaining(["R134a", "R1234yf"]));
  });

  it("knows a wrong one: propane or R22 is far above R134a", () => {
    for (const wrong of ["R290", "R22"] as const) {
      const [nearest] = identify(candidateSaturationKpa(wrong, 28), 14, 28, 1);
      expect(nearest!.name).toBe(wrong);
      expect(nearest!.fits).toBe(true);
      const right = identify(candidateSaturationKpa(wrong, 28), 14, 28, 1).find(({ name }) => name === "R134a")!;
      expect(right.fits).toBe(false);
      expect(right.marginKpa).toBeGreaterThan(100);
    }
    expect(candidateNames).toContain("R152a");
  });
});
