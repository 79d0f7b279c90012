import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "../../demo/demo-jobs";
import { checkReading } from "../readings/reading-file";
import { entry } from "../units/entry";
import { compareTests } from "./compare-tests";
import { type Job, newJob } from "./job";
import { readJobFile, writeJobFile } from "./job-file";
import { balanceOf, deriveFor, intakeGaps, readingFileOf, recoveredOf, restOf, settingValues } from "./job-readings";

const now = "2026-05-04T08:00:00.000Z";
const [bakery, estate, pickup] = demoJobs(new Date(now)) as [Job, Job, Job];

describe("job file", () => {
  it("reads back identical, to the byte", () => {
    for (const job of [newJob("blank", now), bakery, estate, pickup]) {
      const text = writeJobFile(job);
      const back = readJobFile(text);
      expect(back).toEqual({ ok: true, value: job });
      if (back.ok) expect(writeJobFile(back.value)).toBe(text);
    }
  });

  it("keeps whatever was typed, sense or nonsense", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 100 }), fc.string({ maxLength: 200 }), (text, words) => {
        const job = newJob("typed", now);
        job.rest.low = entry(text, "psi");
        job.intake.complaint = words;
        expect(readJobFile(writeJobFile(job))).toEqual({ ok: true, value: job });
      }),
    );
  });

  it.each([
    ["nonsense", { code: "not-json" }],
    ["", { code: "not-json" }],
    ["[]", { code: "foreign", format: null }],
    ['{"format":"evrid.readings","version":1}', { code: "foreign", format: "evrid.readings" }],
    ['{"format":"evrid.job","version":2}', { code: "newer-version", version: 2, known: 1 }],
    ['{"format":"evrid.job","version":"one"}', { code: "broken", field: "version" }],
  ])("refuses %s by its own name", (text, issue) => {
    expect(readJobFile(text)).toMatchObject({ ok: false, issue });
  });

  it("names the field that is damaged", () => {
    const torn = writeJobFile(estate).replace('"metering": "expansion-valve"', '"metering": "steam"');
    expect(readJobFile(torn)).toMatchObject({ ok: false, issue: { code: "broken", field: "intake.metering" } });
    const endless = writeJobFile(pickup).replace('"startG": 8140', '"startG": 1e999');
    expect(readJobFile(endless).ok).toBe(false);
  });
});

describe("from entries to numbers", () => {
  it("computes nothing from a blank job", () => {
    const blank = newJob("blank", now);
    expect(restOf(blank)).toBeNull();
    expect(readingFileOf(blank, "baseline")).toBeNull();
    expect(balanceOf(blank)).toBeNull();
    expect(deriveFor(blank, blank.baseline, settingValues(blank.baseline.settings[0]))).toBeNull();
    expect(compareTests(blank)).toEqual([]);
    expect(intakeGaps(blank)).toContain("label charge");
  });

  it("gives a valid reading file, pressures in kPa gauge whatever was typed", () => {
    const reading = readingFileOf(pickup, "baseline")!;
    expect(checkReading(JSON.parse(JSON.stringify(reading))).ok).toBe(true);
    expect(reading.running?.[0]?.highKpa).toBeCloseTo(122 * 6.894757, 3);
    expect(reading.vehicle.chargeG).toBeCloseTo(22 * 28.3495, 2);
    expect(readingFileOf(pickup, "proof")?.rest).toBeNull();
  });

  it("balances the demo pickup by weight", () => {
    const found = balanceOf(pickup);
    expect(found?.ok && found.value).toMatchObject({ drawnG: 638, inVehicleG: 625, state: "inside" });
    expect(recoveredOf(pickup)).toEqual({ ok: true, value: 232 });
  });

  it("compares only what both tests hold, and says when a change drowns in the instruments", () => {
    const rows = compareTests(pickup);
    expect(rows.find((row) => row.label === "Centre vent" && row.setting === "idle")).toMatchObject({
      beyondUncertainty: true,
    });
    expect(compareTests(estate)).toEqual([]);
    const same: Job = { ...pickup, proof: pickup.baseline };
    expect(compareTests(same).every((row) => !row.beyondUncertainty)).toBe(true);
  });
});
