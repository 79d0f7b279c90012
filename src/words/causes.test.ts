import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { causes, faultCauses } from "@/core/causes/catalogue";
import { causeName, severityWords } from "./causes";

describe("the words of the causes", () => {
  it("name every cause, each with a name of its own", () => {
    expect(new Set(causes.map(causeName)).size).toBe(causes.length);
  });

  it("state every severity as a sentence, for either metering device", () => {
    const severity = fc.double({ min: 0.05, max: 1, noNaN: true });
    fc.assert(
      fc.property(severity, severity, fc.constantFrom(...faultCauses), fc.boolean(), (a, b, cause, orifice) => {
        const [low, high] = a < b ? [a, b] : [b, a];
        const range = { low, median: (low + high) / 2, high };
        const words = severityWords(cause, range, orifice ? "orifice-tube" : "expansion-valve");
        expect(words).not.toMatch(/NaN|undefined|-/);
        expect(words).toMatch(/^[A-Z].* \S|^Not driven$/);
      }),
    );
    expect(severityWords("undercharge", { low: 0.5, median: 0.7, high: 0.8 }, undefined)).toBe(
      "About 32 % of the label left (22 to 52)",
    );
    const half = { low: 0.2, median: 0.2, high: 0.2 };
    expect(severityWords("metering-stuck-open", half, "orifice-tube")).toBe("About 50 % too much flow");
    expect(severityWords("metering-stuck-open", half, "expansion-valve")).toMatch(/open at least$/);
  });
});
