import psychrometrics from "psychrolib";
import { describe, expect, it } from "vitest";
import { airEnthalpy, humidityRatio, saturatedAirEnthalpy, waterSaturationKpa } from "./humid-air";

describe("humid air against psychrolib", () => {
  psychrometrics.SetUnitSystem(psychrometrics.SI);
  const grid = (from: number, to: number, step: number) =>
    Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);

  it("saturation pressure and humidity ratio", () => {
    for (const t of grid(-30, 60, 1.7)) {
      expect(waterSaturationKpa(t) / (psychrometrics.GetSatVapPres(t) / 1000)).toBeCloseTo(1, 5);
      for (const humidity of [0, 20, 55, 100]) {
        const theirs = psychrometrics.GetHumRatioFromRelHum(t, humidity / 100, 95_000);
        expect(Math.abs(humidityRatio(t, humidity, 95) - theirs)).toBeLessThan(2e-6);
        expect(airEnthalpy(t, theirs)).toBeCloseTo(psychrometrics.GetMoistAirEnthalpy(t, theirs) / 1000, 3);
      }
    }
  });

  it("the coil's fast saturation enthalpy, at any altitude", () => {
    for (const pressure of [70, 85, 101.325]) {
      for (const t of grid(-35, 60, 0.37)) {
        const theirs = psychrometrics.GetSatAirEnthalpy(t, pressure * 1000) / 1000;
        // psychrolib keeps its humidity ratio above 1e-7; far below freezing that shows in neither.
        expect(Math.abs(saturatedAirEnthalpy(t, pressure) - theirs)).toBeLessThan(0.02);
      }
    }
  });
});
