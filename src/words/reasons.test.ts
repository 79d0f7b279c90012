import { describe, expect, it } from "vitest";
import { hardLimitOf } from "@/core/diagnosis/explain/hard-limits";
import { quantityContext } from "@/core/diagnosis/explain/quantities";
import type { EvidenceRow } from "@/core/diagnosis/explain/reasons";
import { figuresIn, metricFigures, systemUnits } from "@/core/units/figures";
import { hardLimitWords, reasonSentence, rowWords } from "./reasons";

const row: EvidenceRow = {
  quantity: "subcooling",
  rpm: 800,
  field: "running[0].subcoolingK",
  value: 1,
  error: 1.8,
  expected: { low: 5, high: 14 },
  rival: "metering-stuck-closed",
  ratio: 14.2,
  says: "supports",
  ranges: [
    { cause: "undercharge", low: -3, high: 4 },
    { cause: "metering-stuck-closed", low: 6, high: 15 },
    { cause: "none", low: 5, high: 14 },
  ],
};
const wording = { refrigerant: "R134a" as const, altitudeM: 0, figures: metricFigures };

describe("a reason in words", () => {
  it("names the reading, the expected range and how much likelier it is than with the rival", () => {
    expect(reasonSentence(row, wording)).toBe(
      "Subcooling 1.0 K at 800 rpm, expected 5.0 to 14.0 K: 14 times likelier than with metering device restricted",
    );
    expect(reasonSentence({ ...row, ratio: 300 }, wording)).toContain("over 20 times");
    expect(reasonSentence({ ...row, ratio: 1 / 7, rival: "none" }, wording)).toMatch(
      /7 times likelier in a sound vehicle$/,
    );
  });

  it("says that a reading inside the expected range only rules out the rival", () => {
    expect(reasonSentence({ ...row, value: 9 }, wording)).toContain("within the expected range, but 14 times likelier");
  });

  it("leaves out the engine speed of an electric compressor", () => {
    expect(reasonSentence(row, { ...wording, electric: true })).not.toContain("rpm");
  });

  it("says of a neutral row what it fits, and of a static pressure what it tells", () => {
    const neutral = { ...row, says: "neutral" as const };
    expect(rowWords({ ...neutral, value: 6.5, error: 0.2 }, "undercharge")).toMatch(/^fits .* and a sound vehicle$/);
    expect(rowWords({ ...neutral, value: 30 }, "undercharge")).toBe("fits none");
    const rest = { ...neutral, quantity: "staticPressure" as const };
    expect(rowWords({ ...rest, value: 0.4 }, "undercharge")).toBe("some liquid left, amount unknown");
    expect(rowWords({ ...rest, value: -40 }, "undercharge")).toBe("no liquid left");
  });
});

describe("hard limits", () => {
  const context = quantityContext({ vehicle: { refrigerant: "R134a" }, conditions: { ambientC: 30 } });

  it("are where the coil freezes, where the switch opens and where oil suffers", () => {
    // R134a boils at 0 degC at 292.8 kPa absolute.
    expect(hardLimitOf("low", "R134a", context)!.value).toBeCloseTo(292.8 - 101.3, 0);
    expect(hardLimitOf("high", "R134a", context)!.value).toBeGreaterThan(
      hardLimitOf("high", "R1234yf", context)!.value,
    );
    expect(hardLimitOf("discharge", "R134a", context)).toEqual({ code: "hot-discharge", value: 110 });
    expect(hardLimitOf("superheat", "R134a", context)).toBeNull();
  });

  it("are said in the shop's units", () => {
    expect(hardLimitWords({ code: "cut-out", value: 2850 }, figuresIn(systemUnits.us))).toMatch(
      /cut-out at 413(\.\d)? psi/,
    );
  });
});
