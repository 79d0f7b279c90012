import { describe, expect, it } from "vitest";
import { usualDay, usualLabel, vehicleOf } from "../../../../tests/support/vehicles";
import { makePlant } from "../../circuit/steady/plant";
import { solveSteady } from "../../circuit/steady/steady";
import { sizeVehicle } from "../../circuit/vehicle/sizing";
import type { CircuitConditions } from "../../circuit/vehicle/vehicle";
import { seededNoise } from "../../maths/noise";
import { ensembleOf, expectedBands } from "./expected";

const label = usualLabel();
const today = usualDay({ ambientC: 29, humidityPct: 46, altitudeM: 310, rpm: 800 });

describe("expected bands", () => {
  const ensemble = ensembleOf(label);

  it("hold the mean vehicle, and are neither a line nor everything", () => {
    const found = expectedBands(ensemble, today)!;
    const plant = makePlant(vehicleOf(), today, []);
    const solved = solveSteady(plant);
    if (!solved.ok || solved.value.kind !== "running") throw new Error("not running");
    const { state } = solved.value;
    const shown = {
      low: state.lowKpa - plant.atmosphereKpa,
      high: state.highKpa - plant.atmosphereKpa,
      vent: state.ventC,
      liquid: state.liquidLineC,
    };
    for (const [channel, value] of Object.entries(shown) as [keyof typeof shown, number][]) {
      const band = found.bands[channel];
      expect(value, channel).toBeGreaterThan(band.low);
      expect(value, channel).toBeLessThan(band.high);
    }
    // As sound cars differ (docs/model.md): some 60 to 180 kPa on the low side, 400 to 1100 on the high side.
    const width = ({ low, high }: { low: number; high: number }) => high - low;
    expect(width(found.bands.low)).toBeGreaterThan(60);
    expect(width(found.bands.low)).toBeLessThan(180);
    expect(width(found.bands.high)).toBeGreaterThan(350);
    expect(width(found.bands.high)).toBeLessThan(1100);
    expect(found.members).toBeGreaterThan(40);
    expect(found.ownTests).toBe(0);
    // 29 degC: trade charts give 1550 to 1700 at full load; they must lie inside, as what many cars show.
    expect(expectedBands(ensemble, { ...today, rpm: 1800 })!.bands.high.high).toBeGreaterThan(1650);
  });

  it("move with the day: hotter, higher; and are the same when asked again", () => {
    const cool = expectedBands(ensemble, { ...today, ambientC: 20 })!;
    const hot = expectedBands(ensemble, { ...today, ambientC: 38 })!;
    expect(hot.bands.high.low).toBeGreaterThan(cool.bands.high.median);
    expect(hot.bands.high.median).toBeGreaterThan(cool.bands.high.high);
    expect(hot.bands.vent.median).toBeGreaterThan(cool.bands.vent.median);
    expect(expectedBands(ensembleOf(label), { ...today, ambientC: 38 })).toEqual(hot);
  });

  it("are narrowed by an earlier sound test of the same vehicle, and hold what it shows on another day", () => {
    const car = sizeVehicle(label, seededNoise(77).normal);
    if (!car.ok) throw new Error(car.issue.code);
    const show = (conditions: CircuitConditions) => {
      const plant = makePlant(car.value, conditions, []);
      const solved = solveSteady(plant);
      if (!solved.ok || solved.value.kind !== "running") throw new Error("not running");
      const { state } = solved.value;
      return {
        low: state.lowKpa - plant.atmosphereKpa,
        high: state.highKpa - plant.atmosphereKpa,
        vent: state.ventC,
        suction: state.suctionLineC,
        liquid: state.liquidLineC,
      };
    };
    const then = [800, 1800].map((rpm) => ({ ...today, ambientC: 24, rpm }));
    const own = then.map((conditions) => ({ conditions, readings: show(conditions) }));
    const narrowed = expectedBands(ensembleOf(label, undefined, own), today)!;
    const plain = expectedBands(ensemble, today)!;
    expect(narrowed.ownTests).toBe(2);
    const truth = show(today);
    for (const channel of ["low", "high", "vent"] as const) {
      const { low, high } = narrowed.bands[channel];
      expect(truth[channel], channel).toBeGreaterThan(low);
      expect(truth[channel], channel).toBeLessThan(high);
      expect(high - low, channel).toBeLessThan(0.9 * (plain.bands[channel].high - plain.bands[channel].low));
    }
  });

  it("say when clutches cycle, and have no answer for a label that cannot be", () => {
    const fixed = ensembleOf({ ...label, compressor: "fixed", metering: "orifice-tube" });
    expect(expectedBands(fixed, { ...today, ambientC: 18, rpm: 1800 })!.cycling).toBeGreaterThan(0.9);
    expect(expectedBands(ensembleOf({ ...label, chargeG: 5 }), today)).toBeNull();
  });
});
