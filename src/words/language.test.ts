import { describe, expect, it } from "vitest";
import { inLanguage } from "./language";
import { typed, unmarked } from "./typed";

describe("words on either side of the ocean", () => {
  it("keep their capital and what is made from them, and nothing else is touched", () => {
    expect(inLanguage("Vapour into the low side; vapours leave", "us")).toBe("Vapor into the low side; vapors leave");
    expect(inLanguage("Centre vent, under the bonnet", "us")).toBe("Center vent, under the hood");
    expect(inLanguage("Centre vent, under the bonnet", "british")).toBe("Centre vent, under the bonnet");
    const plain = "Greyhound concentrate 12 kPa";
    expect(inLanguage("concentrate 12 kPa", "us")).toBe("concentrate 12 kPa");
    expect(inLanguage(plain, "british")).toBe(plain);
  });

  it("leave what a person typed, whatever it holds, and take its marks off in both languages", () => {
    const name = "A. Grey\u2068 (Centre)\u2069";
    const sentence = `Vapour, by ${typed(name)} and ${typed("grey")}: colour`;
    expect(inLanguage(sentence, "us")).toBe("Vapor, by A. Grey (Centre) and grey: color");
    expect(inLanguage(sentence, "british")).toBe("Vapour, by A. Grey (Centre) and grey: colour");
    expect(unmarked(typed(name))).toBe("A. Grey (Centre)");
  });
});
