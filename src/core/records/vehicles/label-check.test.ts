import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/demo-jobs";
import { entry } from "../../units/entry";
import type { Job } from "../job";
import { labelDoubts } from "./label-check";

const [, , pickup] = demoJobs(new Date("2026-06-01T10:00:00.000Z")) as [Job, Job, Job];
const labelled = (charge: string, change: Partial<Job["intake"]> = {}): Job => ({
  ...pickup,
  intake: { ...pickup.intake, charge: entry(charge, "g"), ...change },
});
const codes = (...given: Parameters<typeof labelDoubts>) => labelDoubts(...given).map(({ code }) => code);

describe("a label that was typed", () => {
  it("is doubted by the newest earlier visit of the same vehicle, not by the same label in another unit", () => {
    const before = { labelG: 624, at: "2025-06-01T10:00:00.000Z" };
    expect(labelDoubts(labelled("750"), [{ labelG: 750, at: "2024-01-01T00:00:00.000Z" }, before])).toEqual([
      { code: "earlier-visit", labelG: 624, at: before.at },
    ]);
    expect(codes(labelled("625"), [before])).toEqual([]);
    expect(codes(labelled("750"), [{ labelG: null, at: before.at }])).toEqual([]);
  });

  it("is doubted by more than it allows having come out, beyond tolerance and weighing", () => {
    const out = (grams: string): Job => ({ ...pickup, recover: { ...pickup.recover, recovered: entry(grams, "g") } });
    expect(codes(out("700"))).toEqual(["recovered-more"]);
    expect(codes(out("640"))).toEqual([]);
    expect(codes(out("232"))).toEqual([]);
  });

  it("is doubted where few vehicles with so many evaporators take so much or so little", () => {
    expect(codes(labelled("1100"))).toEqual(["size-class"]);
    expect(codes(labelled("1100", { evaporators: 2 }))).toEqual([]);
    expect(codes(labelled("250"))).toEqual(["size-class"]);
    expect(codes(labelled("", {}))).toEqual([]);
  });
});
