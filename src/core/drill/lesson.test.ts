import { describe, expect, it } from "vitest";
import { benchOf } from "../bench/bench-state";
import { judge } from "../diagnosis/diagnose";
import { caseOfBench, caseOfCode } from "./drill-case";
import { benchOfTest } from "./from-test";
import { lessonOfCase } from "./lesson";
import { lessonChannels, lessonOfLog, votesShown } from "./lesson-shapes";

describe("a lesson", () => {
  it("of a case is the test by the book, with pauses where something can be asked, and the truth at hand", () => {
    const lesson = lessonOfCase(caseOfCode({ maker: 1, theme: "pressures", number: 2 }));
    expect(lesson.pauses.map(({ kind }) => kind)).toEqual(["rest", "idle", "fast", "shut-off"]);
    expect(lesson.truth).toEqual(["undercharge"]);
    expect(lesson.chargeG).toBe(482);
    const last = lesson.samples.at(-1)!;
    // All channels, also of a case that has no clamps in its box.
    expect(lessonChannels.filter((channel) => last[channel] !== null)).toEqual([...lessonChannels]);
    for (const { atS, allowed } of lesson.pauses) {
      expect(atS).toBeLessThanOrEqual(last.time + 2);
      expect(allowed).toHaveLength(3);
    }
    expect(lesson.samples.every(({ time }, i) => i === 0 || time > lesson.samples[i - 1]!.time)).toBe(true);
    const [rest, idle] = lesson.pauses.map(({ atS }) => lesson.samples.findLast(({ time }) => time <= atS)!);
    expect(Math.abs(rest!.high! - rest!.low!)).toBeLessThan(60);
    expect(idle!.high! - idle!.low!).toBeGreaterThan(400);
  });

  it("of a log pauses where the engine was changed, passes over a blip, and knows no answer", () => {
    const at = (from: number, to: number, rpm: number) =>
      Array.from({ length: to - from }, (_, i) => ({ time: 1000 + from + i, rpm, low: 200, high: 1200 }));
    const lesson = lessonOfLog([
      ...at(0, 60, 0),
      ...at(60, 64, 900),
      ...at(64, 300, 820),
      ...at(300, 500, 1800),
      ...at(500, 600, 0),
    ]);
    expect(lesson.pauses.map(({ kind, atS }) => [kind, atS])).toEqual([
      ["rest", 59],
      ["idle", 299],
      ["fast", 499],
      ["shut-off", 599],
    ]);
    expect(lesson).toMatchObject({ truth: null, chargeG: null });
    expect(lesson.samples[0]).toMatchObject({ time: 0, vent: null });
    expect(lessonOfLog([]).pauses).toEqual([]);
  });

  it("shows votes as counts, the most first", () => {
    expect(votesShown({ air: 2, overcharge: 6, undercharge: 0 })).toEqual([
      { key: "overcharge", count: 6, share: 0.75 },
      { key: "air", count: 2, share: 0.25 },
    ]);
    expect(votesShown({})).toEqual([]);
  });
});

describe("a case after a test at a real car", () => {
  const state = benchOf(undefined, "");
  const hot = {
    refrigerant: "R134a",
    chargeG: 550,
    metering: "expansion-valve",
    compressor: "variable-internal",
  } as const;
  const reading = {
    format: "evrid.readings",
    version: 1,
    id: "job",
    vehicle: hot,
    conditions: { ambientC: 30, humidityPct: 45 },
    running: [{ rpm: 800, lowKpa: 330, highKpa: 2350, ventC: 17, liquidLineC: 68 }],
    recoveredG: 540,
  } as const;

  it("has what was weighed in it, and of the causes the likeliest that the work could have mended", () => {
    const leading = judge({ ...reading, running: [...reading.running] }).causes[0]!.cause;
    const made = benchOfTest({ ...reading, running: [...reading.running] }, state, [
      "charged-by-weight",
      "condenser-air",
    ])!;
    expect(made.chargeG).toBe(540);
    expect(made.faults.map(({ cause }) => cause)).toEqual(["condenser-airflow"]);
    expect(made.faults[0]!.severity).toBeGreaterThan(0.2);
    expect(leading).toBe("condenser-airflow");
    // Another part was renewed: then it was that.
    const other = benchOfTest({ ...reading, running: [...reading.running] }, state, ["compressor"])!;
    expect(other.faults.map(({ cause }) => cause)).not.toContain("condenser-airflow");
    expect(caseOfBench(made).state.name).toBe("");
  });
});
