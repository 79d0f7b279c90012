import { describe, expect, it } from "vitest";
import { gaugeZero } from "./gauge-zero";
import { workshopInstruments } from "./instruments";

describe("the zero of a gauge, open to the air", () => {
  const of = (side: "low" | "high", ...shown: (number | null)[]) => gaugeZero(shown, side, workshopInstruments);

  it("is right within the gauge's own error, which is larger on the high side", () => {
    expect(of("low", 9, 11)).toEqual({ kpa: 10, zero: "right" });
    expect(of("low", -20)).toMatchObject({ zero: "off" });
    expect(of("high", -20)).toMatchObject({ zero: "right" });
    expect(of("high", 45)).toMatchObject({ zero: "off" });
  });

  it("is not judged while pressure stands on it, or while it shows nothing", () => {
    expect(of("low", 480)).toMatchObject({ zero: "pressurised" });
    // A vacuum is no open hose either.
    expect(of("low", -95)).toMatchObject({ zero: "pressurised" });
    expect(of("low", null)).toBeNull();
    expect(of("low")).toBeNull();
  });

  it("is the mean of the newest moments, not of one noisy sample", () => {
    expect(of("low", 400, ...Array.from({ length: 9 }, () => 2), 30)!.kpa).toBeCloseTo(4.8, 9);
  });
});
