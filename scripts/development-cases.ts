/** The development cases with everything that could be the matter solved for each. */
import { readFileSync } from "node:fs";
import path from "node:path";
import type { Cause } from "../src/core/diagnosis/causes";
import { prepare } from "../src/core/diagnosis/diagnose";
import type { KnownCase } from "../src/core/diagnosis/estimate-discrepancy";
import { checkReading } from "../src/core/readings/reading-file";

export interface Truth {
  causes: { cause: Cause; severity: number }[];
  chargeG: number;
  airG: number;
  effect: number;
}

export interface DevelopmentCase extends KnownCase {
  truth: Truth;
}

const file = path.resolve(import.meta.dirname, "../src/core/diagnosis/cases-dev.jsonl");

export function developmentReadings(): { reading: KnownCase["reading"]; truth: Truth }[] {
  return readFileSync(file, "utf8")
    .trim()
    .split("\n")
    .map((line, i) => {
      const given = JSON.parse(line);
      const reading = checkReading(given, i + 1);
      if (!reading.ok) throw new Error(JSON.stringify(reading.issue));
      return { reading: reading.value, truth: given.truth };
    });
}

export function developmentCases(): DevelopmentCase[] {
  return developmentReadings().map(({ reading, truth }) => {
    const prepared = prepare(reading);
    if (!prepared.ok) throw new Error(`${reading.id}: ${JSON.stringify(prepared.issue)}`);
    return { reading, truth, ...prepared.value, causes: truth.causes.map(({ cause }) => cause) };
  });
}
