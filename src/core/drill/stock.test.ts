import { describe, expect, it } from "vitest";
import { sampled } from "../../../tests/support/sample";
import { caseOfCode } from "./drill-case";
import { checkCase, goWay, type WayStep } from "./drill-check";
import { readCode } from "./drill-code";
import { tells } from "./drill-readings";
import { drillThemes } from "./drill-shapes";
import stock from "./stock.json";

const all = stock.map((one) => {
  const parts = readCode(one.code);
  if (!parts.ok) throw new RangeError(one.code);
  return { ...one, theme: parts.value.theme, given: caseOfCode(parts.value) };
});

/** Cases of each theme that are solved again, and cases of all whose cheapest way is found again. */
const SOLVED_EACH = sampled(30, 3);
const FOUND_AGAIN = sampled(10, 2);
/** Every so many of a list, `count` in all. */
const spread = <One>(list: readonly One[], count: number) =>
  list.filter((_, i) => i % Math.floor(list.length / count) === 1 % Math.floor(list.length / count)).slice(0, count);

describe("the stock of checked codes", () => {
  it("has as many of every theme, none twice", () => {
    expect(all).toHaveLength(30 * drillThemes.length);
    expect(new Set(all.map(({ code }) => code)).size).toBe(30 * drillThemes.length);
    for (const theme of drillThemes) expect(all.filter((one) => one.theme === theme)).toHaveLength(30);
  });

  it.each(drillThemes)(
    "can be answered, %s: its way, taken at the car, tells by the inference, in the minutes it says",
    (theme) => {
      for (const { code, given, way, minutes } of spread(
        all.filter((one) => one.theme === theme),
        SOLVED_EACH,
      )) {
        const gone = goWay(given, way.split(" ") as WayStep[]);
        expect(tells(gone.probability), code).toBe(true);
        expect(Math.abs(gone.minutes - minutes), code).toBeLessThan(0.1);
      }
    },
  );

  it("has the cheapest way found anew", () => {
    for (const { code, given, way } of all.filter((_, i) => i % 30 === 4).slice(0, FOUND_AGAIN))
      expect(checkCase(given).way?.join(" "), code).toBe(way);
  });
});
