import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { diagnosisSchema } from "@/core/diagnosis/diagnosis-file";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import { diagnose } from "./diagnosis-answer";

const cases = readFileSync(path.resolve(import.meta.dirname, "../core/diagnosis/cases-dev.jsonl"), "utf8")
  .trim()
  .split("\n")
  .map((line) => JSON.parse(line) as ReadingFile);

describe("a diagnosis file", () => {
  const files = cases.slice(0, 12).map((reading) => ({ reading, file: diagnose(reading) }));

  it("says the act where no test comes first, and names fields of the readings or values derived from them", () => {
    for (const { file } of files) {
      expect(diagnosisSchema.safeParse(file).error).toBeUndefined();
      const fields = [
        ...file.causes.flatMap(({ reasons }) => reasons.map(({ field }) => field)),
        ...file.nextTests.flatMap(({ outcomes }) => outcomes.map(({ field }) => field)),
      ];
      for (const field of fields)
        expect(field).toMatch(/^(running\[\d\]\.\w+|rest\.saturationK|equalise\.seconds|recoveredPct)$/);
    }
    expect(files.some(({ file }) => file.act !== null)).toBe(true);
  });

  it("gives predictions in the unit of their field, in order, and pressures as gauges show them", () => {
    for (const { file } of files) {
      for (const { field, low, median, high } of file.nextTests.flatMap(({ outcomes }) => outcomes)) {
        expect(low <= median && median <= high, field).toBe(true);
        if (field.endsWith("highKpa")) expect(median).toBeGreaterThan(300);
      }
    }
  });

  it("gives the value that was read, and a ratio on the side of its list", () => {
    for (const { file, reading } of files) {
      for (const { reasons, for: supports } of file.causes) {
        for (const { field, value, ratio } of reasons) {
          const read = /^running\[(\d)\]\.lowKpa$/.exec(field);
          if (read) expect(value).toBeCloseTo(reading.running![Number(read[1])]!.lowKpa!, 0);
          expect(ratio).not.toBe(1);
        }
        expect(supports.length).toBeGreaterThanOrEqual(reasons.filter(({ ratio }) => ratio > 1).length);
      }
    }
  });
});
