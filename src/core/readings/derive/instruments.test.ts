import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { altitudeOfPressure } from "./barometer";
import { deriveValues } from "./derived";
import { accuracyOf, type KeptInstruments, workshopInstruments } from "./instruments";

const none: KeptInstruments = { low: null, high: null, clamp: null, vent: null, ambient: null, scale: null };
const today = "2026-06-02T08:00:00Z";

describe("a shop's own instruments", () => {
  it("a gauge errs by its class of its full scale, and half as much again when its check is long due", () => {
    expect(accuracyOf(none, today)).toEqual(workshopInstruments);
    const gauge = { classPct: 1, fullScaleKpa: 1000, checkedOn: "2026-01-10" };
    expect(accuracyOf({ ...none, low: gauge }, today).lowKpa).toBeCloseTo(10, 9);
    expect(accuracyOf({ ...none, low: { ...gauge, checkedOn: "2025-05-01" } }, today).lowKpa).toBeCloseTo(15, 9);
    expect(accuracyOf({ ...none, low: { ...gauge, checkedOn: null } }, today).lowKpa).toBeCloseTo(10, 9);
    expect(accuracyOf({ ...none, scale: { error: 1, checkedOn: null } }, today).scaleG).toBe(1);
  });

  it("feed what follows from them: a finer clamp and gauge give a narrower superheat", () => {
    const reading = {
      refrigerant: "R134a" as const,
      altitudeM: 200,
      ambientC: 30,
      evaporatorAirC: 30,
      lowKpa: 210,
      highKpa: 1400,
      ventC: 8,
      suctionLineC: 14,
      liquidLineC: 44,
    };
    const fine = accuracyOf(
      { ...none, low: { classPct: 0.5, fullScaleKpa: 700, checkedOn: null }, clamp: { error: 0.5, checkedOn: null } },
      today,
    );
    const usual = deriveValues(reading).superheatK!;
    const finer = deriveValues(reading, fine).superheatK!;
    expect(finer.value).toBeCloseTo(usual.value, 9);
    expect(finer.uncertainty).toBeLessThan(0.6 * usual.uncertainty);
  });

  it("a barometer gives the altitude whose air it shows", () => {
    fc.assert(
      fc.property(fc.double({ min: -300, max: 4500, noNaN: true }), (altitudeM) => {
        expect(altitudeOfPressure(atmosphericPressureKpa(altitudeM))).toBeCloseTo(altitudeM, 6);
      }),
    );
    expect(altitudeOfPressure(89.87)).toBeCloseTo(1000, -1);
  });
});
