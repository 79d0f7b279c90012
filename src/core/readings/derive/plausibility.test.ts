import { describe, expect, it } from "vitest";
import type { ReadingFile } from "../file/reading-file";
import { hinders, type ImplausibleCode, implausibleOf, plausiblePart } from "./plausibility";

const sound: ReadingFile = {
  format: "evrid.readings",
  version: 1,
  id: "grey van",
  vehicle: { refrigerant: "R134a", chargeG: 640, metering: "expansion-valve", compressor: "fixed" },
  conditions: { ambientC: 27, airSource: "fresh" },
  rest: { lowKpa: 560, highKpa: 566, soakC: 27 },
  running: [
    { rpm: 820, lowKpa: 205, highKpa: 1290, ventC: 8, suctionLineC: 9, liquidLineC: 41 },
    { rpm: 1750, lowKpa: 170, highKpa: 1380, ventC: 6, suctionLineC: 8, liquidLineC: 42 },
  ],
};
type Setting = NonNullable<ReadingFile["running"]>[number];
const idling = (change: Partial<Setting>): ReadingFile => ({
  ...sound,
  running: [{ ...sound.running![0]!, ...change }, sound.running![1]!],
});
const codes = (reading: ReadingFile) => implausibleOf(reading).map(({ code }) => code);

describe("readings that no circuit shows", () => {
  it("are none in a sound test", () => {
    expect(implausibleOf(sound)).toEqual([]);
    expect(plausiblePart(sound)).toBe(sound);
  });

  it.each<[ImplausibleCode, ReadingFile]>([
    ["swapped-sides", idling({ lowKpa: 1250, highKpa: 210 })],
    ["high-coupler-shut", idling({ highKpa: 4 })],
    ["joined-gauges", idling({ lowKpa: 470, highKpa: 480, liquidLineC: null, suctionLineC: null })],
    ["alike-while-running", idling({ lowKpa: 560, highKpa: 570, ventC: 26, liquidLineC: 29, suctionLineC: 26 })],
    ["suction-below-evaporating", idling({ suctionLineC: -12 })],
    ["liquid-above-condensing", idling({ liquidLineC: 74 })],
    ["vent-above-return", idling({ ventC: 41 })],
    ["low-shut-at-rest", { ...sound, rest: { lowKpa: 2, highKpa: 566, soakC: 27 } }],
    ["high-shut-at-rest", { ...sound, rest: { lowKpa: 560, highKpa: -3, soakC: 27 } }],
    ["rest-against-running", { ...sound, rest: { lowKpa: -88, highKpa: -90, soakC: 27 } }],
  ])("%s", (code, reading) => {
    expect(codes(reading)).toEqual([code]);
    const setting = implausibleOf(reading)[0]!.setting;
    expect(setting).toBe(code.includes("rest") ? null : 0);
  });

  it("are honest where a lack, a starved coil or a clutch shows them", () => {
    // Vapour that never condensed leaves a nearly empty condenser warmer than saturation.
    expect(codes(idling({ lowKpa: 40, highKpa: 520, liquidLineC: 37, suctionLineC: 27, ventC: 25 }))).toEqual([]);
    // A starved low side in a vacuum, over a vent that still cools.
    expect(codes(idling({ lowKpa: -10, suctionLineC: 20 }))).toEqual([]);
    // The line lags behind a needle that swings.
    expect(codes(idling({ lowKpa: 230, lowMinKpa: 150, lowMaxKpa: 310, suctionLineC: -9 }))).toEqual([]);
    // Whatever comes back out of a cabin that was not measured.
    expect(codes({ ...idling({ ventC: 41 }), conditions: { ambientC: 27, airSource: "recirculated" } })).toEqual([]);
  });

  it("take with them what they make worthless, and nothing else", () => {
    const left = (change: Partial<Setting>) => plausiblePart(idling(change)).running![0]!;
    expect(left({ lowKpa: 1250, highKpa: 210 })).toMatchObject({ lowKpa: null, highKpa: null, ventC: 8 });
    expect(left({ highKpa: 4 })).toMatchObject({ lowKpa: 205, highKpa: null });
    expect(left({ suctionLineC: -12 })).toMatchObject({ suctionLineC: null, lowKpa: 205, liquidLineC: 41 });
    expect(left({ liquidLineC: 74 })).toMatchObject({ liquidLineC: null, highKpa: 1290 });
    // A flap that cannot be shut warms the vent too: that reading stays.
    expect(left({ ventC: 41 })).toMatchObject({ ventC: 41 });
    const rest = (lowKpa: number, highKpa: number) =>
      plausiblePart({ ...sound, rest: { lowKpa, highKpa, soakC: 27 } }).rest;
    expect(rest(2, 566)).toEqual({ lowKpa: null, highKpa: 566, soakC: 27 });
    expect(rest(560, -3)).toEqual({ lowKpa: 560, highKpa: null, soakC: 27 });
    expect(rest(-88, -90)).toBeNull();
  });

  it("forbid to infer anything where it is the pressures", () => {
    const all = ["swapped-sides", "high-coupler-shut", "joined-gauges", "rest-against-running"] as const;
    expect(all.every(hinders)).toBe(true);
    expect((["suction-below-evaporating", "vent-above-return", "low-shut-at-rest"] as const).some(hinders)).toBe(false);
  });
});
