import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shopJobs } from "../../../../tests/support/shop-jobs";
import { parseReadingsText } from "../../readings/file/readings-text";
import type { Job } from "../job";
import { readJobFile, writeJobFile } from "./job-file";

const jobs = shopJobs(new Date("2026-06-01T10:00:00Z"));
const reading = {
  format: "evrid.readings",
  version: 1,
  id: "x",
  vehicle: { refrigerant: "R134a", metering: "orifice-tube", compressor: "fixed" },
  conditions: { ambientC: 30 },
  running: [{ rpm: 800, lowKpa: 200 }],
  rest: { lowKpa: 1, soakC: 20 },
  observations: ["oily-condenser"],
  before: { conditions: { ambientC: 30 }, running: [{ rpm: 800 }] },
  work: ["drive"],
};
const odd = [null, [], {}, "", 0, -1, 1e308, true, [null], { a: null }, "x".repeat(5000)];

/** Replaces or removes some parts. */
function broken(value: unknown, random: () => number): unknown {
  if (random() < 0.04) return odd[Math.floor(random() * odd.length)];
  if (Array.isArray(value)) return value.map((part) => broken(part, random));
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, part]) => (random() < 0.01 ? [] : [[key, broken(part, random)]])),
  );
}

/** A job as an older version wrote it, with what only that version had. */
function ofVersion(job: Job, version: number): unknown {
  if (version === 4) return job;
  const draw = { containerId: "a", startG: 10, nowG: 4, startedAt: "2026-01-01T00:00:00Z", endedAt: null };
  return { ...job, version, charge: { ...job.charge, draws: [draw] } };
}

describe("any file at all", () => {
  it("is read or refused by name, of whatever version and however broken, and never throws", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...jobs),
        fc.constantFrom(1, 2, 3, 4),
        fc.infiniteStream(fc.double({ min: 0, max: 0.999, noNaN: true })),
        (job, version, stream) => {
          const text = JSON.stringify(broken(ofVersion(job, version), () => stream.next().value));
          const read = readJobFile(text);
          if (read.ok) expect(readJobFile(writeJobFile(read.value))).toEqual(read);
          else expect(read.issue.code).toMatch(/^(foreign|broken|newer-version|not-json|too-large)$/);
        },
      ),
      { numRuns: 1500 },
    );
  });

  it("of readings likewise, line by line", () => {
    fc.assert(
      fc.property(fc.infiniteStream(fc.double({ min: 0, max: 0.999, noNaN: true })), (stream) => {
        for (const result of parseReadingsText(JSON.stringify(broken(reading, () => stream.next().value)))) {
          if (!result.ok) expect(result.issue.expected.length).toBeGreaterThan(3);
        }
      }),
      { numRuns: 3000 },
    );
  });

  it("that tells of a cabin as no cabin is, is refused by its field", () => {
    const oven = { ...reading, conditions: { ambientC: 30, cabinReturnC: 180 } };
    const [result] = parseReadingsText(JSON.stringify(oven));
    expect(result).toMatchObject({ ok: false, issue: { field: "conditions.cabinReturnC" } });
  });

  it("may begin with a byte-order mark", () => {
    expect(parseReadingsText(`\uFEFF${JSON.stringify(reading)}`)[0]).toMatchObject({ ok: true });
    expect(readJobFile(`\uFEFF${writeJobFile(jobs[0]!)}`)).toMatchObject({ ok: true });
  });
});
