import { describe, expect, it } from "vitest";
import { growthLimits, type SoakRow, soakFindings } from "../tests/support/soak-limits";

const first: SoakRow = {
  minute: 1,
  "page heap MB": 27,
  "DOM nodes": 1600,
  listeners: 770,
  "browser MB": 1094,
  "jobs kB": 17,
};
const later = (change: Partial<SoakRow>): SoakRow => ({ ...first, minute: 6, ...change });

describe("a page that was left running", () => {
  it("passes while it stays within its limits", () => {
    expect(soakFindings([first, later({ "page heap MB": 20, "browser MB": 1200 })], [])).toEqual([]);
  });

  it.each(Object.entries(growthLimits))("fails when %s grows beyond its limit, in whichever minute", (what, limit) => {
    const key = what as keyof typeof growthLimits;
    const grown = later({ [key]: first[key] + limit + 1 });
    expect(soakFindings([first, grown, { ...first, minute: 11 }], [])).toHaveLength(1);
    expect(soakFindings([first, later({ [key]: Number.NaN })], [])).toHaveLength(1);
  });

  it("fails on an error of the console, and when nothing was compared", () => {
    expect(soakFindings([first, later({})], ["TypeError"])).toEqual(["Error on the console: TypeError"]);
    expect(soakFindings([first], [])).toHaveLength(1);
  });
});
