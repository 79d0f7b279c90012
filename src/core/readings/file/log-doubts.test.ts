import { describe, expect, it } from "vitest";
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { logChannels } from "../channels";
import { saturationGaugeKpa } from "../derive/saturation-temperature";
import { LogGatherer } from "./log-columns";
import { logDoubtsOf, withDoubtsMended } from "./log-doubts";
import type { LogSample } from "./log-import";

const blank = Object.fromEntries(logChannels.map((id) => [id, null])) as Omit<LogSample, "time">;
const restKpa = saturationGaugeKpa("R134a", 26, 0)!;
const atmosphere = atmosphericPressureKpa(0);

/** Half a minute at rest (unless left out), then running; each pressure turned as an instrument would give it. */
function logOf(turn: (low: number, high: number) => [number, number], atRest = true) {
  const log = new LogGatherer();
  for (let time = 0; time < 60; time++) {
    const rests = time < 30;
    if (rests && !atRest) continue;
    const [low, high] = rests ? turn(restKpa, restKpa) : turn(190 + (time % 3), 1340 + (time % 5));
    const vent = rests ? 26 : 0.5;
    log.push({ ...blank, time, low, high, rpm: rests ? 0 : 850, ambient: 26, vent, suction: rests ? 26 : 6 });
  }
  return log.take();
}

describe("doubts about a log", () => {
  it("are none about gauge pressures on their own sides", () => {
    for (const atRest of [true, false])
      expect(
        logDoubtsOf(
          logOf((l, h) => [l, h], atRest),
          "R134a",
          0,
        ),
      ).toEqual([]);
  });

  it("name sides that are exchanged, and put them right", () => {
    const log = logOf((low, high) => [high, low]);
    const doubts = logDoubtsOf(log, "R134a", 0);
    expect(doubts).toEqual([{ code: "exchanged", overKpa: expect.closeTo(1150, -1) }]);
    expect(logDoubtsOf(withDoubtsMended(log, doubts), "R134a", 0)).toEqual([]);
  });

  it("know absolute pressures by a rest at saturation, or by a vent colder than what boils", () => {
    const absolute = (low: number, high: number): [number, number] => [low + atmosphere, high + atmosphere];
    for (const [atRest, sign] of [
      [true, "at-rest"],
      [false, "colder-than-boils"],
    ] as const) {
      const log = logOf(absolute, atRest);
      const doubts = logDoubtsOf(log, "R134a", 0);
      expect(doubts).toEqual([{ code: "absolute", sign, atmosphereKpa: atmosphere }]);
      expect(withDoubtsMended(log, doubts).values.low.at(0)).toBeCloseTo(log.values.low.at(0)! - atmosphere, 6);
    }
  });

  it("know them by gauges in free air, whatever the refrigerant", () => {
    const log = logOf((low, high) => (low === high ? [atmosphere, atmosphere + 1] : [low, high]));
    expect(logDoubtsOf(log, null, 0)).toEqual([{ code: "absolute", sign: "in-free-air", atmosphereKpa: atmosphere }]);
  });

  it("are both at once where both are so", () => {
    const log = logOf((low, high) => [high + atmosphere, low + atmosphere]);
    const doubts = logDoubtsOf(log, "R134a", 0);
    expect(doubts.map(({ code }) => code)).toEqual(["exchanged", "absolute"]);
    const mended = withDoubtsMended(log, doubts);
    expect(mended.values.low.at(45)).toBeLessThan(250);
    expect(mended.values.high.at(45)).toBeGreaterThan(1300);
  });
});
