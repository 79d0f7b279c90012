import { describe, expect, it } from "vitest";
import { usualDay, usualLabel } from "../../../../tests/support/vehicles";
import { lineProfileOf } from "../../circuit/steady/line-profile";
import { makePlant } from "../../circuit/steady/plant";
import { solveSteady } from "../../circuit/steady/steady";
import { expectedRanges } from "../../diagnosis/explain/expected-range";
import { ensembleOf } from "../../diagnosis/explain/sound-vehicles";
import { linePlaces } from "../../line-places";
import { flashMarginAtDevice } from "./line-flash";
import { type LineSpot, largestUnexplainedDrop, placesOf } from "./line-temperatures";

const label = usualLabel();
const { vehicles } = ensembleOf(label);
const day = usualDay({ rpm: 1800 });
const sound = expectedRanges(label, day, day.rpm)!.lines;

/** Spots on the `which`th vehicle of the ensemble with a fault. */
function spotsOn(which: number, cause: "restriction-after-port" | "restriction-before-port" | null, severity = 0.8) {
  const faults = cause === null ? [] : [{ cause, severity }];
  const solved = solveSteady(makePlant(vehicles[which]!, day, faults));
  if (!solved.ok || solved.value.kind !== "running") throw new Error("does not run");
  const profile = lineProfileOf(solved.value.state);
  return placesOf(label.metering).map((place): LineSpot => ({ place, temperatureC: profile[place] }));
}

describe("temperatures along the circuit", () => {
  it("fall from compressor to metering device, and rise only behind it", () => {
    for (const profile of sound) {
      for (let i = 1; i <= linePlaces.indexOf("metering-out"); i++) {
        expect(profile[linePlaces[i]!]).toBeLessThanOrEqual(profile[linePlaces[i - 1]!] + 0.5);
      }
      expect(profile.suction).toBeGreaterThanOrEqual(profile["metering-out"]);
    }
  });

  it("leave nothing unexplained on sound vehicles, in at least nineteen of twenty", () => {
    const marked = vehicles.filter((_, i) => largestUnexplainedDrop(spotsOn(i, null), sound) !== null);
    expect(marked.length).toBeLessThanOrEqual(vehicles.length / 20);
  });

  it("mark a narrowed drier where it is, and bridge places that were not spotted", () => {
    const spots = spotsOn(3, "restriction-after-port");
    expect(largestUnexplainedDrop(spots, sound)).toMatchObject({ from: "liquid-port", to: "drier-out" });
    const few = spots.filter(({ place }) => place === "condenser-3" || place === "metering-in" || place === "suction");
    expect(largestUnexplainedDrop(few, sound)).toMatchObject({ from: "condenser-3", to: "metering-in" });
  });

  it("do not take a hot compressor for a blockage: the fall in hot vapour is its heat", () => {
    for (const which of [0, 7, 20]) {
      const solved = solveSteady(makePlant(vehicles[which]!, day, [{ cause: "undercharge", severity: 0.9 }]));
      if (!solved.ok || solved.value.kind !== "running") throw new Error("does not run");
      const profile = lineProfileOf(solved.value.state);
      expect(profile.discharge - profile["condenser-3"]).toBeGreaterThan(24);
      const vapour = (["discharge", "condenser-1", "condenser-2", "condenser-3", "condenser-4"] as const).map(
        (place): LineSpot => ({ place, temperatureC: profile[place] }),
      );
      expect(largestUnexplainedDrop(vapour, sound)).toBeNull();
    }
  });

  it("mark a fall inside the condenser that starts on its even stretch", () => {
    const spots = spotsOn(2, null).map((spot) =>
      spot.place === "condenser-4" || spot.place === "condenser-5"
        ? { ...spot, temperatureC: spot.temperatureC - 14 }
        : spot,
    );
    expect(largestUnexplainedDrop(spots, sound)).toMatchObject({ from: "condenser-3", to: "condenser-4" });
  });

  it("give the same answer in whatever order the spots were taken", () => {
    const spots = spotsOn(5, "restriction-after-port");
    expect(largestUnexplainedDrop([...spots].reverse(), sound)).toEqual(largestUnexplainedDrop(spots, sound));
  });

  it("say nothing without something to hold them against, or from one spot", () => {
    expect(largestUnexplainedDrop(spotsOn(0, "restriction-after-port"), [])).toBeNull();
    expect(largestUnexplainedDrop([{ place: "suction", temperatureC: 90 }], sound)).toBeNull();
  });
});

describe("flash margin of a long line", () => {
  const line = { refrigerant: "R134a" as const, altitudeM: 0, highKpa: 1200, lineC: 42, riseM: 0, lengthM: 0 };

  it("loses the weight of the liquid column for every metre it climbs, and gains it where it falls", () => {
    const level = flashMarginAtDevice(line)!.value;
    // 1 m of liquid at 42 degC (1138 kg/m3, equation of state) weighs 11.2 kPa.
    expect(level - flashMarginAtDevice({ ...line, riseM: 1 })!.value).toBeCloseTo(11.2, 1);
    expect(flashMarginAtDevice({ ...line, riseM: -1 })!.value - level).toBeCloseTo(11.2, 1);
  });

  it("is smaller and less certain the longer the line, and gone for liquid that is no longer subcooled", () => {
    const long = flashMarginAtDevice({ ...line, lengthM: 8 })!;
    const short = flashMarginAtDevice({ ...line, lengthM: 1 })!;
    expect(long.value).toBeLessThan(short.value);
    expect(long.uncertainty).toBeGreaterThan(short.uncertainty);
    expect(flashMarginAtDevice({ ...line, lineC: 52 })!.value).toBeLessThan(0);
  });
});
