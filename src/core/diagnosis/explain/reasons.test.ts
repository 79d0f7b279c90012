import { describe, expect, it } from "vitest";
import { checkedReasons } from "../../../../tests/support/reason-ratios";
import type { ReadingFile } from "../../readings/file/reading-file";
import { judge } from "../diagnose";
import { CONTRADICTING_RATIO, SUPPORTING_RATIO } from "../thresholds";
import type { EvidenceRow } from "./reasons";

/** A valve circuit at 30 degC, starved at both speeds: no subcooling, a warm suction line. */
const starved: ReadingFile = {
  format: "evrid.readings",
  version: 1,
  id: "starved",
  vehicle: { refrigerant: "R134a", chargeG: 620, metering: "expansion-valve", compressor: "fixed" },
  conditions: { ambientC: 30, humidityPct: 48, airSource: "fresh", blowerPct: 100 },
  rest: { lowKpa: 660, highKpa: 663, soakC: 30 },
  running: [
    { rpm: 800, lowKpa: 150, highKpa: 1010, ventC: 17, suctionLineC: 26, liquidLineC: 42 },
    { rpm: 1800, lowKpa: 105, highKpa: 1080, ventC: 16, suctionLineC: 28, liquidLineC: 44 },
  ],
};
const verdict = judge(starved);
const row = (quantity: EvidenceRow["quantity"]) => verdict.evidence.find((one) => one.quantity === quantity)!;

describe("reasons", () => {
  it("name superheat and subcooling as what shows a lack, against a sound vehicle or the likeliest rival", () => {
    expect(verdict.causes[0]!.cause).toBe("undercharge");
    const supports = verdict.causes[0]!.for.map(({ quantity }) => quantity);
    expect(supports).toEqual(expect.arrayContaining(["superheat"]));
    for (const { ratio } of verdict.causes[0]!.for) expect(ratio).toBeGreaterThanOrEqual(SUPPORTING_RATIO);
    for (const { ratio } of verdict.causes[0]!.against) expect(ratio).toBeLessThanOrEqual(CONTRADICTING_RATIO);
    expect(row("superheat")).toMatchObject({ says: "supports" });
    expect(row("superheat").value).toBeGreaterThan(row("superheat").expected!.high);
    expect(row("subcooling")).toBeDefined();
  });

  it("stand once for each quantity, with the ranges of the cause and its rivals", () => {
    const quantities = verdict.evidence.map(({ quantity }) => quantity);
    expect(new Set(quantities).size).toBe(quantities.length);
    for (const { ranges, says, value, error } of verdict.evidence) {
      expect(ranges[0]?.cause).toBe("undercharge");
      for (const { low, high } of ranges) expect(low).toBeLessThan(high);
      expect(Number.isFinite(value) && error >= 0).toBe(true);
      expect(["supports", "contradicts", "neutral"]).toContain(says);
    }
    // A static pressure at saturation says that some liquid is left, and no more.
    expect(row("staticPressure").says).toBe("neutral");
  });

  it("never find a reading inside the expected range to support a fault against a sound vehicle", () => {
    for (const cause of verdict.causes) {
      for (const { expected, value, rival, quantity } of cause.cause === "none" ? [] : cause.for) {
        const inside = expected !== null && value >= expected.low && value <= expected.high;
        expect(inside && rival === "none", `${cause.cause}: ${quantity}`).toBe(false);
      }
    }
  });

  it("hold in a simulation of their own, most of them", () => {
    // Two such simulations agree on 88 of 100 reasons: this one is small, and must only not be at odds.
    const checked = checkedReasons(7, 100, 5);
    const supporting = checked.filter(({ ratio }) => ratio > 1);
    expect(supporting.length).toBeGreaterThan(5);
    expect(supporting.filter(({ found }) => found > 1).length / supporting.length).toBeGreaterThan(0.75);
  });
});
