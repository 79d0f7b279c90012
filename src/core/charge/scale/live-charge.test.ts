import { describe, expect, it } from "vitest";
import { seededNoise } from "../../maths/noise";
import {
  advanceLive,
  type ChargeAim,
  type ChargeSample,
  callOf,
  chanceInside,
  endSdG,
  type LiveCharge,
  startLive,
} from "./live-charge";

const aim: ChargeAim = { containerG: 500, wantedG: 400, mostHighKpa: 2200 };
const base: ChargeSample = { time: 0, scaleG: 500, low: 200, high: 1200, engineOn: true, valve: "shut" };

/** Folds samples every half second; `of` gives what the scale shows and how things stand at a time. */
function run(seconds: number, of: (time: number) => Partial<ChargeSample>, from: LiveCharge = startLive()) {
  let state = from;
  const alarms = new Set<string>();
  for (let time = 0; time <= seconds; time += 0.5) {
    state = advanceLive(state, { ...base, time, ...of(time) }, aim);
    for (const alarm of state.alarms) alarms.add(alarm);
  }
  return { state, alarms };
}

/** Shut for five seconds, then flowing at this rate. */
const flowing = (rate: number) => (time: number) => ({
  scaleG: 500 - Math.max(0, time - 5) * rate,
  valve: time < 5 ? ("shut" as const) : ("vapour-low" as const),
});

describe("the live scale", () => {
  it("finds its zero while the container stands still, whatever the scale shows of can and shell", () => {
    const { state } = run(60, (time) => ({ ...flowing(1)(time), scaleG: flowing(1)(time).scaleG + 212 }));
    expect(state.tared).toBe(true);
    expect(state.drawnG).toBeCloseTo(55, 0);
    expect(state.rateGPerS).toBeCloseTo(1, 1);
  });

  it("is not moved by a knock, and leaves out what was laid on the scale", () => {
    const knocked = run(60, (time) => ({
      ...flowing(1)(time),
      scaleG: flowing(1)(time).scaleG - (time > 20 && time < 23 ? 90 : 0),
    }));
    expect(knocked.alarms).toContain("bumped");
    expect(knocked.state.drawnG).toBeCloseTo(55, 0);
    // A light one that lasts, and one during which it flows on.
    for (const [grams, seconds] of [
      [12, 2],
      [30, 5],
      [-40, 3],
    ] as const) {
      const light = run(60, (time) => ({
        ...flowing(2)(time),
        scaleG: flowing(2)(time).scaleG - (time > 20 && time < 20 + seconds ? grams : 0),
      }));
      expect(Math.abs(light.state.drawnG - 110)).toBeLessThan(2);
    }
    const laid = run(60, (time) => ({ ...flowing(1)(time), scaleG: flowing(1)(time).scaleG + (time > 20 ? 150 : 0) }));
    expect(laid.alarms).toContain("load-changed");
    expect(laid.state.drawnG).toBeCloseTo(55, -0.5);
  });

  it("takes a zero that wanders with the valve shut for drift, not for refrigerant", () => {
    const { state } = run(600, (time) => ({ scaleG: 500 + 3 * Math.sin(time / 150), valve: "shut" }));
    expect(state.drawnG).toBeLessThan(1);
  });

  it("counts what still comes for a few seconds after the valve was shut, and no drift after that", () => {
    // Shut at 40 s, three grams more within four seconds; then the zero wanders by 30 g in ten minutes.
    const paused = (time: number): Partial<ChargeSample> => {
      const flowed = Math.min(Math.max(0, time - 5), 35) * 2 + Math.min(Math.max(0, time - 40), 4) * 0.75;
      return {
        scaleG: 500 - flowed - Math.max(0, time - 60) * 0.05,
        valve: time < 5 || time >= 40 ? "shut" : "vapour-low",
      };
    };
    const { state } = run(660, paused);
    expect(state.drawnG).toBeGreaterThan(71);
    expect(state.drawnG).toBeLessThan(75);
    expect(state.rateGPerS).toBe(0);
    // Later draws count from the zero at that moment.
    let on = state;
    for (let i = 0; i <= 40; i++) {
      const time = 661 + i / 2;
      on = advanceLive(on, { ...base, time, scaleG: 500 - 73 - 30 - (i / 2) * 2, valve: "vapour-low" }, aim);
    }
    expect(on.drawnG - state.drawnG).toBeGreaterThan(37);
    expect(on.drawnG - state.drawnG).toBeLessThan(43);
  });

  it("ends a draw at the mean of the scale at rest, not at its noisiest reading", () => {
    const random = seededNoise(11);
    const { state } = run(60, (time) => ({
      scaleG: 500 - Math.min(Math.max(0, time - 5), 30) + 0.8 * random.normal(),
      valve: time < 5 || time >= 35 ? "shut" : "vapour-low",
    }));
    expect(Math.abs(state.drawnG - 30)).toBeLessThan(0.8);
  });

  it("calls a standstill only after a while, never while the scale is disturbed, and takes it back when it flows", () => {
    const stillAt = (seconds: number) => callOf(run(seconds, flowing(0.01)).state, aim, seconds).call;
    expect(stillAt(5 + 24)).toBe("go");
    expect(stillAt(5 + 27)).toBe("stalled");
    const disturbed = run(60, (time) => ({ ...flowing(0.01)(time), scaleG: 500 - (time > 58 ? 90 : 0) }));
    expect(disturbed.alarms).toContain("bumped");
    expect(callOf(disturbed.state, aim, 60).call).not.toBe("stalled");
    const again = run(90, (time) => ({
      scaleG: 500 - Math.max(0, time - 60) * 2,
      valve: time < 5 ? "shut" : "vapour-low",
    }));
    expect(callOf(again.state, aim, 90).call).toBe("go");
  });

  it("gives nothing back to noise, and goes on where it was after an interruption", () => {
    const random = seededNoise(4);
    const noisy = run(100, (time) => ({
      ...flowing(1)(time),
      scaleG: flowing(1)(time).scaleG + 0.5 * random.normal(),
    }));
    const { drawnG, offsetG } = noisy.state;
    expect(drawnG).toBeCloseTo(95, -0.5);
    // The tab was gone for a minute, and the real valve stood open.
    const resumed = advanceLive(
      startLive({ drawnG, offsetG }),
      { ...base, time: 0, scaleG: 500 - 155, valve: "vapour-low" },
      aim,
    );
    expect(Math.abs(resumed.drawnG - 155)).toBeLessThan(2);
  });

  it("calls slow, then stop, early by what valve and hand let through; and says when it has stalled", () => {
    const calls: string[] = [];
    let state = startLive();
    let stoppedAt: number | null = null;
    for (let time = 0; time < 300 && stoppedAt === null; time += 0.5) {
      state = advanceLive(state, { ...base, time, ...flowing(2)(time) }, aim);
      const { call } = callOf(state, aim, time);
      if (calls.at(-1) !== call) calls.push(call);
      if (call === "stop") stoppedAt = state.drawnG;
    }
    expect(calls.filter((call) => call !== "put-on" && call !== "shut")).toEqual(["go", "slow", "stop"]);
    expect(stoppedAt).toBeLessThan(400);
    expect(stoppedAt).toBeGreaterThan(394);
    const stalled = run(60, flowing(0.01));
    expect(callOf(stalled.state, aim, 60).call).toBe("stalled");
  });

  it.each([
    ["high-valve-while-running", { valve: "liquid-high", engineOn: true }],
    ["liquid-into-running-low-side", { valve: "liquid-low", engineOn: true }],
    ["vapour-low-while-off", { valve: "vapour-low", engineOn: false }],
    ["high-side-high", { valve: "vapour-low", high: 2600 }],
  ] as const)("warns: %s", (alarm, how) => {
    expect(run(10, (time) => (time < 5 ? {} : how)).alarms).toContain(alarm);
    expect(run(10, () => ({ valve: "shut", high: 1200 })).alarms.size).toBe(0);
  });

  it("says that the scale is lost, and keeps the tally", () => {
    const { state, alarms } = run(60, (time) => (time > 40 ? { valve: "vapour-low", scaleG: null } : flowing(1)(time)));
    expect(alarms).toContain("scale-lost");
    expect(state.drawnG).toBeCloseTo(35, 0);
  });

  it("promises less with a coarser scale and a longer hose, and never more than certainty", () => {
    const fine = { scaleStepG: 1, scaleShare: 0.001, hosesG: 5, rateGPerS: 0.5, containers: 1 };
    const sd = endSdG(fine, 600);
    expect(chanceInside(20, sd)).toBeGreaterThan(0.99);
    expect(chanceInside(5, endSdG({ ...fine, scaleStepG: 10, hosesG: 40 }, 600))).toBeLessThan(0.5);
    expect(chanceInside(1e6, sd)).toBeLessThanOrEqual(1);
    // One and two standard deviations of the normal distribution.
    expect(chanceInside(1, 1)).toBeCloseTo(0.6827, 4);
    expect(chanceInside(2, 1)).toBeCloseTo(0.9545, 4);
    // Short of the target by the tolerance itself it is a toss; by far more it never is.
    expect(chanceInside(20, 4, 20)).toBeCloseTo(0.5, 4);
    expect(chanceInside(20, 4, 50)).toBeLessThan(1e-6);
    expect([chanceInside(20, 0, 19), chanceInside(20, 0, 21)]).toEqual([1, 0]);
  });
});
