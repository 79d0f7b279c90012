import { describe, expect, it } from "vitest";
import { demoJobs } from "../../../demo/demo-jobs";
import { asOne } from "../../diagnosis/decide/both";
import { judge } from "../../diagnosis/diagnose";
import type { ExpectedRanges } from "../../diagnosis/explain/expected-range";
import { rangesOfAll } from "../../diagnosis/explain/expected-range";
import { readingFileOf, readingFilesOf, vehicleLabelsOf } from "../derived/job-readings";
import type { BuildQuestion, Job } from "../job";
import { intakeGaps } from "../run-sheet";
import { buildsOf } from "./builds";
import { fromVisit, lastVisit } from "./visits";

const [van, estate, pickup] = demoJobs(new Date("2026-05-04T08:00:00.000Z")) as [Job, Job, Job];

const unsureOf = (job: Job, ...unsure: BuildQuestion[]): Job => ({
  ...job,
  intake: { ...job.intake, ...Object.fromEntries(unsure.map((key) => [key, null])), unsure },
});

describe("a vehicle nobody is sure about", () => {
  it("is every way it may be built, and what is known stays known", () => {
    expect(buildsOf(estate.intake)).toEqual([{ metering: "expansion-valve", compressor: "variable-external" }]);
    expect(buildsOf(unsureOf(estate, "metering").intake).map(({ metering }) => metering)).toEqual([
      "expansion-valve",
      "orifice-tube",
    ]);
    const both = buildsOf(unsureOf(estate, "metering", "compressor").intake);
    expect(both).toHaveLength(6);
    // Orange cables leave no doubt.
    expect(both.some(({ compressor }) => compressor === "electric")).toBe(false);
    const open = { ...estate.intake, metering: null };
    expect(buildsOf(open)).toEqual([]);
  });

  it("is enough to go on: not to be sure is an answer, to leave it open is none", () => {
    const unsure = unsureOf(estate, "metering", "compressor");
    expect(intakeGaps(unsure)).toEqual([]);
    expect(intakeGaps({ ...unsure, intake: { ...unsure.intake, unsure: [] } })).toEqual([
      { code: "metering" },
      { code: "compressor" },
    ]);
    expect(readingFilesOf(unsure, "baseline")).toHaveLength(6);
    expect(vehicleLabelsOf(unsure)).toHaveLength(6);
    expect(readingFilesOf(estate, "baseline")).toEqual([readingFileOf(estate, "baseline")]);
  });

  it("is judged both ways: what either way says lies inside the one verdict, and their order does not matter", () => {
    const readings = readingFilesOf(unsureOf(estate, "metering"), "baseline");
    const verdicts = readings.map((reading) => judge(reading));
    const one = asOne(verdicts);
    expect(one.causes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    for (const { cause, probability, severity } of one.causes) {
      const each = verdicts.map(({ causes }) => causes.find((other) => other.cause === cause)!);
      expect(probability).toBeGreaterThanOrEqual(Math.min(...each.map((other) => other.probability)) - 1e-12);
      expect(probability).toBeLessThanOrEqual(Math.max(...each.map((other) => other.probability)) + 1e-12);
      expect(severity.low).toBeLessThanOrEqual(severity.high);
    }
    expect(one.causes.map(({ probability }) => probability)).toEqual(
      one.causes.map(({ probability }) => probability).sort((a, b) => b - a),
    );
    for (const { charge } of verdicts) {
      expect(one.charge!.lowG).toBeLessThanOrEqual(charge!.lowG);
      expect(one.charge!.highG).toBeGreaterThanOrEqual(charge!.highG);
    }
    expect(one.warnings[0]).toEqual({ code: "built-either-way", ways: 2 });
    const shares = (of: typeof one) =>
      [...of.causes].sort((a, b) => a.cause.localeCompare(b.cause)).map(({ probability }) => probability);
    const turned = shares(asOne([...verdicts].reverse()));
    for (const [i, share] of shares(one).entries()) expect(turned[i]).toBeCloseTo(share, 12);
    expect(asOne([verdicts[0]!])).toBe(verdicts[0]);
    expect(() => asOne([])).toThrow();
  });

  it("has expected ranges as wide as either way", () => {
    const ranges = (low: number, high: number) =>
      ({
        ranges: { low: { low, median: (low + high) / 2, high } },
        members: 48,
        ownTests: 0,
        sisters: 0,
        cycling: 0,
        lines: [],
      }) as unknown as ExpectedRanges;
    expect(rangesOfAll([ranges(100, 200), ranges(150, 320)])).toMatchObject({
      ranges: { low: { low: 100, median: 192.5, high: 320 } },
      members: 96,
    });
  });
});

describe("a vehicle that was here before", () => {
  const again: Job = {
    ...van,
    id: "again",
    createdAt: "2027-05-04T08:00:00.000Z",
    intake: { ...pickup.intake, vehicle: `  ${pickup.intake.vehicle.toUpperCase()} ` },
  };
  const blank: Job = {
    ...again,
    intake: { ...again.intake, refrigerant: null, charge: { text: "", unit: "oz" }, metering: null, compressor: null },
  };

  it("is found by its name, however it was typed, the newest visit first; never itself, never a nameless one", () => {
    const later = { ...pickup, id: "later", createdAt: "2026-12-01T08:00:00.000Z" };
    expect(lastVisit(again, [pickup, later, again])?.id).toBe("later");
    expect(lastVisit(again, [again])).toBeNull();
  });

  it("brings label, build and the day it was last filled by weight; what was typed here stands", () => {
    const taken = fromVisit(blank, pickup);
    expect(taken.intake).toMatchObject({
      refrigerant: pickup.intake.refrigerant,
      charge: pickup.intake.charge,
      metering: pickup.intake.metering,
      compressor: pickup.intake.compressor,
      vehicle: again.intake.vehicle,
    });
    if (pickup.signOff.signedAt !== null) expect(taken.intake.lastFilled).toBe(pickup.signOff.signedAt.slice(0, 10));
    const typed = { ...blank, intake: { ...blank.intake, charge: { text: "21.5", unit: "oz" as const } } };
    expect(fromVisit(typed, pickup).intake.charge).toEqual({ text: "21.5", unit: "oz" });
    expect(intakeGaps(taken)).toEqual([]);
  });
});
