import { describe, expect, it } from "vitest";
import { Bench } from "@/core/bench/bench-answer";
import { benchCauses, benchOf } from "@/core/bench/bench-state";
import { BenchVehicles, hotDaySteps } from "@/core/bench/bench-work";
import { figuresIn, metricFigures, systemUnits } from "@/core/units/figures";
import {
  answerWords,
  benchIssueWords,
  causeChips,
  detectionSentence,
  hotDaysWords,
  outOfTen,
  powerWords,
  silentWords,
  stateWords,
  whatIfNote,
} from "./bench";

const us = figuresIn(systemUnits.us);
const usual = benchOf();

describe("words of the bench", () => {
  it("say what the machine does, in any shop's units, and name every cause", () => {
    const bench = new Bench();
    for (const state of [
      usual,
      { ...usual, chargeG: 150 },
      {
        ...usual,
        label: { ...usual.label, compressor: "fixed" as const },
        conditions: { ...usual.conditions, ambientC: 14 },
      },
      { ...usual, faults: [{ cause: "compressor-not-driven" as const, severity: 1, place: null }] },
      { ...usual, chargeG: 5000 },
    ]) {
      const answer = bench.answer(state);
      for (const figures of [metricFigures, us]) {
        const said = `${answerWords(answer, figures)} ${stateWords(state, figures)}`;
        expect(said).not.toMatch(/undefined|NaN|null/);
        if (figures === us) expect(said).not.toMatch(/\bkPa\b|°C|\d g\b/);
      }
    }
    expect(benchCauses.every((cause) => causeChips[cause])).toBe(true);
    expect(powerWords(5, metricFigures)).toBe("5.0 kW");
    expect(powerWords(5, us)).toBe("17.1 kBTU/h");
  });

  it("name the part that gives out, and the quantity that has left the model", () => {
    const issue = { code: "no-solution", lowKpa: 20, highKpa: 3100 } as const;
    expect(benchIssueWords({ ...issue, part: "condenser" }, metricFigures)).toMatch(
      /condensing pressure.*last solution/,
    );
    expect(benchIssueWords({ code: "out-of-range", quantity: "ambientC", value: 70, min: 0, max: 55 }, us)).toMatch(
      /The ambient .*131.0 °F/,
    );
  });

  it("say how often in tenths, never all or none of what was not all or none", () => {
    expect([0, 0.03, 0.3, 0.97, 1].map(outOfTen)).toEqual(["none", "hardly any", "3 in 10", "nearly all", "all"]);
  });

  it("carry a hot day, a silent stretch and a note to people", () => {
    const vehicles = new BenchVehicles().of(usual.label).slice(0, 4);
    const middle = new Bench().vehicle(usual.label)!;
    const whole = [...hotDaySteps(vehicles, middle, { ...usual, chargeG: 800 }, 41)].at(-1);
    expect(hotDaysWords(whole!, metricFigures)).toMatchObject({
      asIs: expect.stringMatching(/^High side \d.* kPa/),
      atLabel: expect.stringMatching(/vent/),
      alike: expect.stringMatching(/^Vehicles with these readings hold \d+ to .* g/),
    });
    expect(silentWords({ vehicles: 20, points: [], silent: { from: 0.7, to: 1.3 } }, 600, metricFigures)).toEqual([
      "pressures do not change from 420 to 780 g",
      "70 to 130 % of the label give the same readings",
    ]);
    expect(whatIfNote(usual, null, "https://shop/bench?v=1", metricFigures)).toMatch(/^Simulated, not measured/);
    const found = { gauges: 0, vent: 0.2, clamps: 0.9, "two-speeds": 1 };
    const day = (ambientC: number, clamps: number) => ({ ambientC, found: { ...found, clamps }, ran: 24 });
    const wrong = { ...usual, chargeG: 200 };
    expect(detectionSentence([day(10, 0.2), day(20, 0.8), day(30, 0.9)], wrong, metricFigures)).toContain(
      "from 20 to 30",
    );
    expect(detectionSentence([day(10, 0.2)], wrong, metricFigures)).toContain("never find it");
    expect(detectionSentence([day(10, 0.2)], usual, metricFigures)).toContain("No fault is set");
  });
});
