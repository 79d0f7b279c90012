import { describe, expect, it } from "vitest";
import { inLanguage } from "./language";

describe("words on either side of the ocean", () => {
  it("keep their capital and what is made from them, and nothing else is touched", () => {
    expect(inLanguage("Vapour into the low side; vapours leave", "us")).toBe("Vapor into the low side; vapors leave");
    expect(inLanguage("Centre vent, under the bonnet", "us")).toBe("Center vent, under the hood");
    expect(inLanguage("Centre vent, under the bonnet", "british")).toBe("Centre vent, under the bonnet");
    const plain = "Greyhound concentrate 12 kPa";
    expect(inLanguage("concentrate 12 kPa", "us")).toBe("concentrate 12 kPa");
    expect(inLanguage(plain, "british")).toBe(plain);
  });
});
