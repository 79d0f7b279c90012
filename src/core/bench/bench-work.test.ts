import { describe, expect, it } from "vitest";
import { chargeByMethods, chargingDay, HOT_C } from "../charge/charging-methods";
import { presences, weigh } from "../diagnosis/weigh/weigh";
import { Bench } from "./bench-answer";
import { readAtBench } from "./bench-file";
import { type BenchState, benchOf } from "./bench-state";
import { BenchVehicles, couldTellSteps, curveSteps, hotDaySteps, methodSteps } from "./bench-work";
import { type ChargeCurve, curveShares } from "./charge-curve";

const vehicles = new BenchVehicles();
const last = <Value>(steps: Iterable<Value>): Value => [...steps].at(-1)!;
const curve = (state: BenchState): ChargeCurve => last(curveSteps(vehicles.of(state.label).slice(0, 8), state));
const few = (state: BenchState) => vehicles.of(state.label).slice(0, 8);

describe("what the gauges say against what is in it", () => {
  const state = benchOf();
  const steps = [...curveSteps(few(state), state)];
  const whole = steps.at(-1)!;

  it("comes vehicle by vehicle and then with what the readings give away", () => {
    expect(steps.slice(0, 8).map((one) => one.vehicles)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
    expect(steps[7]!.silent).toBeNull();
    expect(whole.points.map(({ share }) => share)).toEqual([...curveShares].reverse());
    for (const { bands } of whole.points)
      for (const band of Object.values(bands))
        if (band !== null) expect(band.low <= band.median && band.median <= band.high).toBe(true);
  });

  it("leaves a stretch around the label in which no gauge tells, wider than a third of the charge, and it is the inference's own", () => {
    const { from, to } = whole.silent!;
    expect(from).toBeLessThan(0.85);
    expect(to).toBeGreaterThan(1.15);
    // The middle vehicle, read without errors, is judged alike: not wrong inside, wrong well below.
    const bench = new Bench();
    const heldWrong = (share: number) => {
      const answer = bench.answer({ ...state, chargeG: share * state.label.chargeG });
      if (answer.kind !== "running") throw new Error(answer.kind);
      const { low, high, vent, suction, liquid } = answer.reading;
      const setting = { rpm: 800, lowKpa: low, highKpa: high, ventC: vent, suctionLineC: suction, liquidLineC: liquid };
      const present = presences(weigh(readAtBench(state, state.conditions, [setting])));
      return present.undercharge + present.overcharge > 0.5;
    };
    for (const share of [from + 0.08, 1, Math.min(to, 1.4) - 0.08]) expect(heldWrong(share), `${share}`).toBe(false);
    expect(heldWrong(from - 0.2)).toBe(true);
  });

  it("shows less and less cooling as a car is emptied, and the highs rise where liquid has nowhere left to stand", () => {
    const at = (share: number) =>
      whole.points.reduce((a, b) => (Math.abs(b.share - share) < Math.abs(a.share - share) ? b : a));
    expect(at(0.25).bands.vent!.median).toBeGreaterThan(at(1).bands.vent!.median + 2);
    expect(at(0.25).bands.superheat!.median).toBeGreaterThan(at(1).bands.superheat!.median + 5);
    expect(at(1.5).bands.high!.median).toBeGreaterThan(at(1).bands.high!.median + 50);
  });

  it("is narrower in what it can hide where a fault of its own stands out less: another state, another curve", () => {
    const dirty: BenchState = { ...state, faults: [{ cause: "condenser-airflow", severity: 0.6, place: null }] };
    const other = curve(dirty);
    const high = ({ points }: ChargeCurve) => points.find(({ share }) => share > 0.99)!.bands.high!.median;
    expect(high(other)).toBeGreaterThan(high(whole) + 60);
  });
});

describe("the longer questions", () => {
  it("carry a charge to a hot day beside the label's", () => {
    const state = { ...benchOf(), chargeG: 800 };
    const [first, second, third] = [...hotDaySteps(few(state), new Bench().vehicle(state.label)!, state, 40)];
    expect(first!.atLabel).toBeNull();
    expect(second!.asIs!.highKpa.median).toBeGreaterThan(second!.atLabel!.highKpa.median);
    // A car that reads the same may hold far less or more: readings do not determine the charge.
    const { leastG, mostG, least, most } = third!.alike!;
    expect(mostG - leastG).toBeGreaterThan(0.2 * state.label.chargeG);
    expect(least!.highKpa.median).toBeLessThanOrEqual(most!.highKpa.median);
  });

  it("follow every habit over the days, the bench's own among them, in the order of the days", () => {
    const state = { ...benchOf(), conditions: { ...benchOf().conditions, ambientC: 27 } };
    const days = last(methodSteps(new Bench().vehicle(state.label)!, state, 40, null, {}));
    expect(days.map(({ ambientC }) => ambientC)).toEqual([16, 20, 24, 27, 28, 32, 36, 40]);
    // The chart puts in far more on a cool day than on a hot one.
    const chart = days.map(({ answer }) => answer.answers.find(({ school }) => school === "pressure-chart")!.chargeG);
    expect(chart[0]!).toBeGreaterThan(chart.at(-1)! + 100);
  });

  it("follow habits as the charge desk does: at the engine speed of charging, whatever the bench runs at", () => {
    const at = (rpm: number) => {
      const state = { ...benchOf(), conditions: { ...benchOf().conditions, ambientC: 27, rpm } };
      const vehicle = new Bench().vehicle(state.label)!;
      const [own] = last(methodSteps(vehicle, state, HOT_C, null, {})).filter(({ ambientC }) => ambientC === 27);
      return { own: own!.answer, desk: chargeByMethods(vehicle, chargingDay(state.conditions)) };
    };
    const [idle, fast] = [at(800), at(2200)];
    expect(idle.own).toEqual(idle.desk);
    expect(fast.own).toEqual(idle.own);
  });

  it("say how often a gauge could have told: more with more instruments, a slow leak seldom, a dead fan nearly always", () => {
    const usual = benchOf();
    const told = (state: BenchState) => last(couldTellSteps(few(state), new Bench().vehicle(state.label)!, state));
    const mild = told({ ...usual, chargeG: 0.8 * usual.label.chargeG });
    const bad = told({ ...usual, chargeG: 0.3 * usual.label.chargeG });
    const warm = (days: typeof mild) => days.days.find(({ ambientC }) => ambientC === 30)!.found!;
    expect(warm(bad).clamps).toBeGreaterThan(0.8);
    expect(warm(mild)["two-speeds"]).toBeLessThan(0.4);
    const total = (one: typeof mild, which: "gauges" | "two-speeds") =>
      one.days.reduce((sum, { found }) => sum + (found?.[which] ?? 0), 0);
    expect(total(bad, "two-speeds")).toBeGreaterThan(total(bad, "gauges"));
    expect(bad.next!.leads.probability).toBeGreaterThan(0);
    for (const { next } of [bad, mild]) {
      const { decision, test } = next!;
      expect(test?.test ?? null).toBe(decision.act === "test-first" ? decision.test : null);
    }
  });
});
