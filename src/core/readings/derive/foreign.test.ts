import { describe, expect, it } from "vitest";
import { candidateSaturationKpa } from "../../fluids/identification";
import { foreignRefrigerant } from "./foreign";
import { saturationGaugeKpa } from "./saturation-temperature";

const own = saturationGaugeKpa("R134a", 24, 0)!;
const at = (kpa: number) => foreignRefrigerant("R134a", kpa, kpa + 4, 24, 0);

describe("a static pressure that does not fit the label", () => {
  it("is nothing near saturation, and nothing below it where no other refrigerant fits", () => {
    expect(at(own)).toBeNull();
    expect(at(own - 240)).toBeNull();
    expect(foreignRefrigerant("R134a", null, undefined, 24, 0)).toBeNull();
  });

  it("names air, another gas or a mixture far above saturation where nothing else fits", () => {
    const found = at(own + 180)!;
    expect(found).toMatchObject({ fits: [], flammable: false });
    expect(found.overKpa).toBeCloseTo(182, 0);
  });

  it("names what fits, and whether it burns", () => {
    const propane = at(candidateSaturationKpa("R290", 24) - 101)!;
    expect(propane.fits).toContain("R290");
    expect(propane.flammable).toBe(true);
    const r22 = at(candidateSaturationKpa("R22", 24) - 101)!;
    expect(r22.fits).toContain("R22");
  });
});
