import { describe, expect, it } from "vitest";
import { solveSteady } from "../circuit/steady/steady";
import { Bench, plantOf } from "./bench-answer";
import { type BenchState, benchDay, benchLimits, benchOf } from "./bench-state";
import { type ControlLimits, limitedControls, limitSteps, offeredRange } from "./control-limits";

const bench = new Bench();
const limitsOf = (state: BenchState): ControlLimits => [...limitSteps(bench.vehicle(state.label)!, state)].at(-1) ?? {};
const put = (state: BenchState, control: (typeof limitedControls)[number], value: number): BenchState =>
  control === "ambientC" || control === "rpm"
    ? { ...state, conditions: { ...state.conditions, [control]: value } }
    : { ...state, [control]: value };
const solves = (state: BenchState) => solveSteady(plantOf(bench.vehicle(state.label)!, state), undefined, false).ok;

const sound = benchOf();
const aired: BenchState = { ...sound, airG: 12, conditions: { ...benchDay, ambientC: 38 } };
const blocked: BenchState = {
  ...sound,
  faults: [{ cause: "condenser-airflow", severity: 1, place: null }],
};

describe("where a control of the bench ends", () => {
  it.each([
    ["a sound vehicle", sound],
    ["air on a hot day", aired],
    ["a blocked condenser", blocked],
  ])("is where the model does: every value up to it has a solution, %s", (_, state) => {
    const limits = limitsOf(state);
    expect(Object.keys(limits)).toEqual([...limitedControls]);
    for (const control of limitedControls) {
      const { min, max, ends } = limits[control]!;
      const offered = offeredRange(state, control);
      expect(min).toBeGreaterThanOrEqual(offered.min);
      expect(max).toBeLessThanOrEqual(offered.max);
      expect(solves(put(state, control, min))).toBe(true);
      expect(solves(put(state, control, max))).toBe(true);
      expect(ends).toEqual({ below: min > offered.min, above: max < offered.max });
      // Beyond an end there is none, a step further on.
      if (ends.above) expect(solves(put(state, control, max + (offered.max - offered.min) / 40))).toBe(false);
    }
  });

  it("asks nothing of a state that has no solution itself", () => {
    const beyond: BenchState = { ...sound, airG: benchLimits.airG.max };
    expect(solves(beyond)).toBe(false);
    expect(limitsOf(beyond)).toEqual({});
  });
});
