import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "../../../demo/demo-jobs";
import { entry } from "../../units/entry";
import { chargedOf } from "../derived/job-readings";
import type { Job } from "../job";
import { forecastOf, intervalsOf, leakRateOf, newestFirst, willPass } from "./vehicle-history";
import { visitOf } from "./visit";

const pickup = demoJobs(new Date("2026-05-04T08:00:00.000Z"))[2]!;
const filledG = chargedOf(pickup)!;

/** The pickup again: nothing was opened; filled to what it was filled to, found with some grams. */
function visit(id: string, day: string, foundG: number | null, filled = true): Job {
  return {
    ...pickup,
    id,
    createdAt: `${day}T08:00:00.000Z`,
    updatedAt: `${day}T11:00:00.000Z`,
    hookUp: { ...pickup.hookUp, hose: entry("", "hoseM") },
    recover: { ...pickup.recover, recovered: entry(foundG === null ? "" : String(foundG), "g") },
    repair: { ...pickup.repair, parts: [] },
    ledger: filled ? pickup.ledger : [],
    signOff: { ...pickup.signOff, signedAt: `${day}T10:00:00.000Z` },
  };
}

describe("a vehicle in the workshop", () => {
  it("holds nothing by what was recovered from it and not charged again, signed or not, until it is charged", () => {
    const filled = visit("a", "2025-05-04", 500);
    const open = { ...visit("b", "2026-05-04", 470, false), signOff: { ...pickup.signOff, signedAt: null } };
    const forecast = forecastOf(newestFirst([filled, open].map(visitOf)))!;
    expect(forecast.emptied).toEqual({ at: "2026-05-04T08:00:00.000Z", recoveredG: 470 });
    expect(forecast.heldAt("2026-05-05T08:00:00.000Z")).toEqual({ low: 0, middle: 0, high: 0 });
    expect(forecast.heldAt("2026-05-03T08:00:00.000Z").low).toBeGreaterThan(300);
    expect(forecast.passing).toEqual([]);
    const charged = { ...open, ledger: pickup.ledger };
    expect(forecastOf(newestFirst([filled, charged].map(visitOf)))!.emptied).toBeNull();
  });
});

describe("how fast a vehicle loses", () => {
  const historyOf = (...jobs: Job[]) => newestFirst(jobs.map(visitOf));

  it("is what it left with less what it came back with, over the time between, with the scales' range", () => {
    const history = historyOf(visit("a", "2025-05-04", 500), visit("b", "2026-05-04", filledG - 60));
    const [interval] = intervalsOf(history);
    expect(interval!.leftWithG - interval!.foundG).toBeCloseTo(60, 0);
    const rate = leakRateOf(history);
    expect(rate.middle).toBeCloseTo(60, 0);
    expect(rate.low).toBeGreaterThan(35);
    expect(rate.high).toBeLessThan(85);
    expect(history[0]!.foundG).toBeCloseTo(filledG - 60, 0);
  });

  it("is better known the longer it is watched, and never less than nothing", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 1, max: 4 }), (lostG, years) => {
        const rate = leakRateOf(
          historyOf(visit("a", "2020-01-01", 500), visit("b", `${2020 + years}-01-01`, filledG - lostG)),
        );
        expect(rate.low).toBeGreaterThanOrEqual(0);
        expect(rate.low).toBeLessThanOrEqual(rate.middle);
        expect(rate.middle).toBeLessThanOrEqual(rate.high);
        expect(rate.middle).toBeCloseTo(lostG / years, 0);
        expect(rate.high - rate.middle).toBeLessThan(20 / years);
      }),
    );
  });

  it("is that of sound cars after a repair, until it has been weighed again; a weighing that is missing is not bridged", () => {
    const mended = { ...visit("b", "2026-05-04", 300), repair: pickup.repair };
    expect(leakRateOf(historyOf(visit("a", "2025-05-04", 500), mended)).basis).toBe("sound-cars");
    // Much was missing, and nothing was opened: what sound cars lose is no guide.
    const unexplained = leakRateOf(historyOf(visit("a", "2025-05-04", filledG - 300)));
    expect(unexplained.basis).toBe("leak-not-found");
    expect(unexplained.low).toBeGreaterThan(15);
    expect(leakRateOf(historyOf(visit("a", "2025-05-04", filledG - 60))).basis).toBe("sound-cars");
    const later = historyOf(visit("a", "2025-05-04", 500), mended, visit("c", "2027-05-04", filledG - 20));
    expect(leakRateOf(later).middle).toBeCloseTo(20, 0);
    const unweighed = historyOf(
      visit("a", "2025-05-04", 500),
      visit("b", "2026-05-04", null),
      visit("c", "2027-05-04", 500),
    );
    expect(intervalsOf(unweighed).map(({ from }) => from.slice(0, 4))).toEqual(["2026"]);
  });
});

describe("when it will matter", () => {
  const rate = { low: 20, middle: 40, high: 80, basis: { weighedDays: 365 } } as const;

  it("is sooner the faster it loses; never at no loss; at once where it has passed already", () => {
    const at = "2026-05-04T08:00:00.000Z";
    const passing = willPass(rate, 600, at, 600, 0.85);
    // 90 g to lose at 40 g a year: two and a quarter years.
    expect(passing.likely!.slice(0, 7)).toBe("2028-08");
    expect(passing.earliest! < passing.likely! && passing.likely! < passing.latest!).toBe(true);
    expect(willPass({ ...rate, low: 0 }, 600, at, 600, 0.7).latest).toBeNull();
    expect(willPass(rate, 400, at, 600, 0.7).earliest).toBe(at);
  });

  it("begins at the last filling by weight, and says what should be in it on any day since", () => {
    const jobs = [visit("a", "2025-05-04", 500), visit("b", "2026-05-04", filledG - 60)];
    const forecast = forecastOf(newestFirst(jobs.map(visitOf)))!;
    expect(forecast.filledG).toBeCloseTo(filledG, 5);
    expect(forecast.heldAt(forecast.filledAt).middle).toBeCloseTo(filledG, 5);
    const later = forecast.heldAt("2027-05-04T10:00:00.000Z");
    expect(later.middle).toBeCloseTo(filledG - 60, 0);
    expect(later.low < later.middle && later.middle < later.high).toBe(true);
    // On the predicted day the charge equals the predicted share.
    for (const { share, when } of forecast.passing)
      expect(forecast.heldAt(when.likely!).middle).toBeCloseTo(share * forecast.labelG, 3);
    expect(forecastOf(newestFirst([visit("c", "2026-05-04", 400, false)].map(visitOf)))).toBeNull();
  });
});
