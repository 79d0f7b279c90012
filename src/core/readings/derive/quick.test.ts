import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { candidateNames, candidateRangeC } from "../../fluids/identification";
import { hoseVolumeM3 } from "./hose-content";
import { gaugeFromSaturation, leftAtLineEnd, saturationFromGauge, vapourIn } from "./quick";

describe("saturation both ways", () => {
  it("comes back to where it began, for every refrigerant that can be asked for, at any altitude", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...candidateNames),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.integer({ min: 0, max: 3000 }),
        (name, share, altitudeM) => {
          const { min, max } = candidateRangeC(name);
          const temperatureC = min + share * (max - min);
          const gauge = gaugeFromSaturation(name, temperatureC, altitudeM)!;
          expect(saturationFromGauge(name, "high", gauge.value, altitudeM)!.value).toBeCloseTo(temperatureC, 3);
        },
      ),
    );
  });

  it("stands where the published tables have it, and carries the gauge's error", () => {
    // R134a boils at -26.07 degC at 101.325 kPa, and at 20 degC stands at 571.7 kPa absolute (Tillner-Roth and Baehr).
    expect(saturationFromGauge("R134a", "low", 0, 0)!.value).toBeCloseTo(-26.07, 1);
    expect(gaugeFromSaturation("R134a", 20, 0)!.value).toBeCloseTo(571.7 - 101.3, 0);
    const cold = saturationFromGauge("R134a", "low", 200, 0)!;
    // 12 kPa at some 9.7 kPa a kelvin.
    expect(cold.uncertainty).toBeGreaterThan(1);
    expect(cold.uncertainty).toBeLessThan(1.6);
    expect(saturationFromGauge("R134a", "high", 6000, 0)).toBeNull();
  });
});

describe("the end of a liquid line", () => {
  const line = {
    refrigerant: "R134a" as const,
    altitudeM: 0,
    highKpa: 1200,
    liquidC: 40,
    dropKpa: 0,
    riseM: 0,
    heatK: 0,
  };

  it("has less to spare for every pascal of friction, metre of rise and kelvin of heat", () => {
    const plain = leftAtLineEnd(line)!.value;
    expect(leftAtLineEnd({ ...line, dropKpa: 50 })!.value).toBeCloseTo(plain - 50, 6);
    // 1.15 kg/l of liquid weighs some 11.2 kPa a metre.
    expect(plain - leftAtLineEnd({ ...line, riseM: 2 })!.value).toBeCloseTo(22.4, 0);
    // Some 26 kPa a kelvin at 40 degC.
    expect(plain - leftAtLineEnd({ ...line, heatK: 2 })!.value).toBeGreaterThan(48);
    expect(leftAtLineEnd({ ...line, highKpa: 800 })!.value).toBeLessThan(0);
  });
});

describe("vapour in a vessel", () => {
  it("is counted by density below saturation; at saturation there is liquid, and nobody can say how much", () => {
    const volume = hoseVolumeM3(1.8, 4.8e-3);
    expect(volume * 1e6).toBeCloseTo(32.6, 1);
    const thin = vapourIn("R134a", 0, { gaugeKpa: 300, temperatureC: 25, volumeM3: volume })!;
    expect(thin.liquid).toBe(false);
    // An ideal gas of 102 g/mol would be 0.54 g; R134a is a little denser.
    expect(thin.grams).toBeGreaterThan(0.54);
    expect(thin.grams).toBeLessThan(0.62);
    expect(vapourIn("R134a", 0, { gaugeKpa: 564, temperatureC: 25, volumeM3: volume })).toMatchObject({ liquid: true });
    expect(vapourIn("R134a", 0, { gaugeKpa: -101, temperatureC: 25, volumeM3: volume })!.grams).toBeLessThan(0.01);
    expect(vapourIn("R134a", 0, { gaugeKpa: -102, temperatureC: 25, volumeM3: volume })).toBeNull();
  });
});
