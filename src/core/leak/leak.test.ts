import { describe, expect, it } from "vitest";
import { leakPlaceIds, leakPlaces, leakPlacesOf } from "../causes/leak-places";
import { partIds } from "../causes/signs";
import { standTestGas, testGasKpa } from "../circuit/time/test-gas";
import { pick } from "../diagnosis/learn/draw-test";
import { chokedFlux, gasDensity } from "../fluids/choked-flow";
import { seededNoise } from "../maths/noise";
import { chanceToShow, type LeakEvidence, leakLikelihoods, nextLeakCheck } from "./likelihood";
import { leakMethods } from "./methods";
import { gYearPerNitrogenKpaS, judgePressureTest, type PressureTestSetting, smallestShown } from "./pressure-test";

const van = { metering: "expansion-valve", compressor: "variable-external" } as const;
const nothing: LeakEvidence = { places: leakPlacesOf(van), signs: [], checks: [], lossGYear: 150 };

describe("where a circuit leaks", () => {
  it("starts from shares that sum to less than one on every circuit, with an electric compressor without a shaft seal", () => {
    for (const metering of ["expansion-valve", "orifice-tube"] as const) {
      const here = leakPlacesOf({ metering, compressor: "fixed" });
      expect(here.reduce((sum, id) => sum + leakPlaces[id].share, 0)).toBeLessThanOrEqual(1);
      expect(here.includes("accumulator")).toBe(metering === "orifice-tube");
    }
    expect(leakPlacesOf({ metering: null, compressor: "electric" })).not.toContain("shaft-seal");
    for (const id of leakPlaceIds) expect(leakPlaces[id].seenAt, id).toContain(leakPlaces[id].part);
  });

  it("gives a probability to every place, and no more than one in all", () => {
    const rows = leakLikelihoods(nothing);
    const sum = rows.reduce((all, { probability }) => all + probability, 0);
    expect(sum).toBeGreaterThan(0.9);
    expect(sum).toBeLessThan(1);
    expect(rows[0]!.place).toBe("condenser");
  });

  it("puts the place first that oil or dye points to, and a place lower that was checked and tight", () => {
    const oily = leakLikelihoods({ ...nothing, signs: [{ part: "suction-line", sign: "oily" }] });
    expect(oily[0]).toMatchObject({ place: "suction-hose", signs: ["oily"] });
    const dye = leakLikelihoods({ ...nothing, signs: [{ part: "evaporator", sign: "dye" }] });
    expect(dye[0]!.place).toBe("evaporator");
    const heat = leakLikelihoods({ ...nothing, signs: [{ part: "condenser", sign: "hot" }] });
    expect(heat).toEqual(leakLikelihoods(nothing));
    const checked = leakLikelihoods({ ...nothing, checks: [{ place: "condenser", method: "detector", leaks: false }] });
    expect(checked[0]!.place).not.toBe("condenser");
  });

  it("counts the newest result of a method alone, so that a corrected check leaves nothing behind", () => {
    const check = { place: "condenser", method: "detector" } as const;
    const corrected = {
      ...nothing,
      checks: [
        { ...check, leaks: false },
        { ...check, leaks: true },
      ],
    };
    expect(leakLikelihoods(corrected)).toEqual(leakLikelihoods(nothing));
  });

  it("trusts a method less the smaller the leak and the worse the place is seen", () => {
    expect(chanceToShow("condenser", "detector", 14)).toBeCloseTo(0.85 / 2, 5);
    expect(chanceToShow("condenser", "detector", 400)).toBeGreaterThan(0.84);
    expect(chanceToShow("evaporator", "visual", 400)).toBeLessThan(chanceToShow("high-port", "visual", 400) / 5);
    expect(chanceToShow("high-port", "foam", 20)).toBeLessThan(0.05);
  });

  it("proposes checks that work now, each once, until none is worth its time", () => {
    const checks: {
      place: (typeof leakPlaceIds)[number];
      method: "visual" | "detector" | "dye" | "foam" | "tracer";
      leaks: boolean;
    }[] = [];
    for (let i = 0; i < 200; i++) {
      const next = nextLeakCheck({ ...nothing, checks }, "charged");
      if (next === null) break;
      expect(next.method).not.toBe("tracer");
      expect(next.chance).toBeGreaterThan(0.01);
      expect(checks.some(({ place, method }) => place === next.place && method === next.method)).toBe(false);
      checks.push({ place: next.place, method: next.method, leaks: false });
    }
    expect(checks.length).toBeGreaterThan(8);
    expect(checks.length).toBeLessThan(60);
    expect(nextLeakCheck(nothing, "empty")!.method).not.toMatch(/detector|dye/);
  });

  it("finds a leak that shows oil in three quarters of the time of going round place by place", () => {
    const noise = seededNoise(4);
    const places = leakPlacesOf(van);
    const asPiped = places.toSorted(
      (a, b) => partIds.indexOf(leakPlaces[a].part) - partIds.indexOf(leakPlaces[b].part),
    );
    const minutes = { guided: 0, round: 0 };
    for (let car = 0; car < 300; car++) {
      const truth = pick(
        noise,
        places.map((id) => [id, leakPlaces[id].share] as const),
      );
      const signs = [{ part: leakPlaces[truth].part, sign: "oily" as const }];
      const checks: Parameters<typeof leakLikelihoods>[0]["checks"][number][] = [];
      for (let i = 0; i < 40; i++) {
        const next = nextLeakCheck({ ...nothing, signs, checks }, "charged");
        if (next === null) break;
        minutes.guided += leakMethods[next.method].minutes;
        if (next.place === truth && noise.uniform() < chanceToShow(truth, next.method, 150)) break;
        checks.push({ place: next.place, method: next.method, leaks: false });
      }
      for (let i = 0; i < 40; i++) {
        minutes.round += leakMethods.detector.minutes;
        const at = asPiped[i % asPiped.length]!;
        if (at === truth && noise.uniform() < chanceToShow(at, "detector", 150)) break;
      }
    }
    expect(minutes.guided).toBeLessThan(0.75 * minutes.round);
  });
});

describe("choked flow", () => {
  it("gives the tabulated flux of air and nitrogen, without the discharge coefficient", () => {
    // 0.0404 kg K^0.5/(s m2 Pa) of air: White, Fluid Mechanics, eq. 9.47, with r = 287.
    expect(chokedFlux("air") / 0.6).toBeCloseTo((0.6847 / Math.sqrt(287 * 295)) * 1000, 2);
    expect(chokedFlux("nitrogen") / chokedFlux("air")).toBeCloseTo(Math.sqrt(28.013 / 28.965), 4);
    expect(gasDensity("air") * 101.325).toBeCloseTo(1.197, 2);
  });
});

describe("the pressure test with nitrogen", () => {
  const setting: PressureTestSetting = {
    volumeM3: 2.3e-3,
    altitudeM: 0,
    standingKpa: 571,
    gaugeKpa: 35,
    limitKpa: 1200,
  };
  const start = { kpa: 1000, celsius: 24.1 };

  it("takes the warming of the gas out of the reading: p/T of a tight circuit stands", () => {
    const end = { kpa: (1000 + 101.325) * (299.15 / 297.25) - 101.325, celsius: 26 };
    const answer = judgePressureTest(start, end, 1920, setting);
    expect(answer.ok && answer.value.dropKpa).toBeCloseTo(0, 6);
    expect(answer.ok && answer.value.outcome).toBe("none-shown");
    // Read without it, the pressure seemed to rise by 7 kPa.
    expect(end.kpa - start.kpa).toBeGreaterThan(7);
  });

  it("gives back the leak of the same hole that it was simulated with", () => {
    const areaM2 = 3e-10;
    const state = { kg: 0, celsius: 24.1, volumeM3: setting.volumeM3 };
    state.kg = (1101.325 * setting.volumeM3 * gasDensity("nitrogen") * 295) / 297.25;
    for (let t = 0; t < 1800; t++) standTestGas(state, areaM2, 24.1, 1);
    const answer = judgePressureTest(start, { kpa: testGasKpa(state) - 101.325, celsius: 24.1 }, 1800, setting);
    const truth = areaM2 * chokedFlux("refrigerant") * 571 * 31_557_600 * 1000;
    expect(answer.ok && answer.value.outcome).toBe("leaks");
    expect(answer.ok && answer.value.leakGYear.value / truth).toBeGreaterThan(0.9);
    expect(answer.ok && answer.value.leakGYear.value / truth).toBeLessThan(1.05);
  });

  it("shows no leak below the smallest that it names, shows one well above, and a longer test shows smaller ones", () => {
    const smallest = smallestShown(start, 1800, setting);
    const kpaPerS = (gYear: number) => gYear / gYearPerNitrogenKpaS(setting, start.kpa);
    const after = (gYear: number) =>
      judgePressureTest(start, { kpa: 1000 - kpaPerS(gYear) * 1800, celsius: 24.1 }, 1800, setting);
    const outcome = (gYear: number) => {
      const answer = after(gYear);
      return answer.ok && answer.value.outcome;
    };
    expect(outcome(0.95 * smallest)).toBe("none-shown");
    expect(outcome(1.05 * smallest)).toBe("leaks");
    expect(outcome(-1.05 * smallest)).toBe("rose");
    expect(smallestShown(start, 7200, setting)).toBeCloseTo(smallest / 4, 6);
    // It finds gross leaks only: kilograms a year in half an hour.
    expect(smallest).toBeGreaterThan(1000);
  });

  it("refuses more than the low side stands, too little and too short, each with its limit", () => {
    const issue = (kpa: number, seconds: number) => {
      const answer = judgePressureTest({ kpa, celsius: 20 }, { kpa, celsius: 20 }, seconds, setting);
      return answer.ok ? null : answer.issue;
    };
    expect(issue(1300, 1800)).toEqual({ code: "over-limit", kpa: 1300, limitKpa: 1200 });
    expect(issue(200, 1800)).toEqual({ code: "too-low", kpa: 200, leastKpa: 300 });
    expect(issue(1000, 300)).toEqual({ code: "too-short", seconds: 300, leastS: 600 });
  });
});
