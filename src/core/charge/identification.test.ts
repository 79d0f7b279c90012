import { describe, expect, it } from "vitest";
import { cylinderFor, type Identification } from "./identification";

const pure: Identification = { result: "as-label", purityPct: 99.6, hydrocarbonsPct: 0 };

describe("the cylinder that refrigerant may be recovered into", () => {
  it.each([
    ["same", pure],
    ["same", { ...pure, purityPct: 98 }],
    ["own", { ...pure, purityPct: 97.9 }],
    ["own", { ...pure, hydrocarbonsPct: 0.5 }],
    ["own", { ...pure, result: "other" }],
    ["own", { ...pure, result: "mixture", purityPct: null }],
    ["not-known", { ...pure, result: "not-checked" }],
    ["not-known", { ...pure, purityPct: null, hydrocarbonsPct: null }],
  ] as const)("%s", (cylinder, shown) => {
    expect(cylinderFor(shown)).toBe(cylinder);
  });
});
