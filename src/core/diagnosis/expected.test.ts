import { describe, expect, it } from "vitest";
import { usualDay, usualLabel, vehicleOf } from "../../../tests/support/vehicles";
import { makePlant } from "../circuit/plant";
import { solveSteady } from "../circuit/steady";
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
    expect(found.bands.low.high - found.bands.low.low).toBeGreaterThan(12);
    expect(found.bands.low.high - found.bands.low.low).toBeLessThan(120);
    expect(found.bands.high.high - found.bands.high.low).toBeLessThan(600);
    expect(found.members).toBeGreaterThan(40);
  });

  it("move with the day: hotter, higher; and are the same when asked again", () => {
    const cool = expectedBands(ensemble, { ...today, ambientC: 20 })!;
    const hot = expectedBands(ensemble, { ...today, ambientC: 38 })!;
    expect(hot.bands.high.low).toBeGreaterThan(cool.bands.high.high);
    expect(hot.bands.vent.median).toBeGreaterThan(cool.bands.vent.median);
    expect(expectedBands(ensembleOf(label), { ...today, ambientC: 38 })).toEqual(hot);
  });

  it("say when clutches cycle, and have no answer for a label that cannot be", () => {
    const fixed = ensembleOf({ ...label, compressor: "fixed", metering: "orifice-tube" });
    expect(expectedBands(fixed, { ...today, ambientC: 18, rpm: 1800 })!.cycling).toBeGreaterThan(0.9);
    expect(expectedBands(ensembleOf({ ...label, chargeG: 5 }), today)).toBeNull();
  });
});
