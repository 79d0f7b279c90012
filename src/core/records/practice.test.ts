import { describe, expect, it } from "vitest";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { demoJobs } from "../../demo/demo-jobs";
import { waysOf } from "../sync/import/import-ways";
import { entry } from "../units/entry";
import { drawn } from "./bookkeeping";
import { readJob } from "./files/job-file";
import { type Job, newJob } from "./job";
import { checkPurpose, onSimulator, PracticeRefusal, simulatorIssue } from "./practice";
import { linesOfJob } from "./stock/lines";

const at = "2026-06-01T10:00:00.000Z";
const [van, , pickup] = shopJobs(new Date(at)) as [Job, Job, Job];

describe("a job on simulated instruments", () => {
  it("is practice for good, with practice cylinders, and has no line in the books", () => {
    const practised = onSimulator(van, "leaked-van");
    expect(practised).toMatchObject({ purpose: "practice", rackVehicle: "leaked-van" });
    expect(checkPurpose(van, practised)).toBeNull();
    expect(readJob(practised)).toMatchObject({ ok: true });
    for (const [i, { id, name }] of practised.charge.containers.entries()) {
      expect(id).not.toBe(van.charge.containers[i]!.id);
      expect(name).toBe(`Practice: ${van.charge.containers[i]!.name}`);
    }
    const charged = drawn(practised, practised.charge.containers[0]!.id, 120, at);
    expect(charged.ledger).toHaveLength(1);
    expect(linesOfJob(charged)).toEqual([]);
    expect(linesOfJob({ ...charged, purpose: "work", rackVehicle: null })).toHaveLength(1);
    // Connected once more, its cylinders stay what they are.
    expect(onSimulator(charged, "damp-pickup").charge).toEqual(charged.charge);
    expect(checkPurpose(charged, { ...charged, purpose: "work", rackVehicle: null })).toEqual({
      code: "purpose-changed",
      from: "practice",
      to: "work",
    });
  });

  it("is refused once anything real was weighed: by an entry, a recovered weight, an open draw or an assumed charge", () => {
    expect(simulatorIssue(pickup)).toMatchObject({ code: "weighed" });
    expect((simulatorIssue(pickup) as { grams: number }).grams).toBeGreaterThan(232);
    const blank = newJob("a", at);
    expect(simulatorIssue(blank)).toBeNull();
    const weighed: Job[] = [
      { ...blank, recover: { ...blank.recover, recovered: entry("232", "g") } },
      { ...blank, correction: { startG: 300, rangeG: 40, at } },
      {
        ...blank,
        charge: {
          ...blank.charge,
          open: { containerId: "c", startG: 9, nowG: 9, offsetG: 0, valve: "vapour-low", startedAt: at },
        },
      },
      drawn({ ...blank, charge: van.charge }, van.charge.containers[0]!.id, 20, at),
    ];
    for (const job of weighed) {
      expect(simulatorIssue(job)).toMatchObject({ code: "weighed" });
      expect(() => onSimulator(job, "leaked-van")).toThrow(PracticeRefusal);
      expect(checkPurpose(job, { ...job, purpose: "practice" })).toMatchObject({ code: "weighed" });
    }
  });

  it("is never work: neither by a change nor in a file", () => {
    expect(checkPurpose(van, { ...van, rackVehicle: "leaked-van" })).toEqual({ code: "simulated-work" });
    expect(readJob({ ...van, rackVehicle: "leaked-van" })).toMatchObject({ issue: { field: "rackVehicle" } });
  });

  it("stays what it is in the demo workshop, where simulated instruments act as real ones", () => {
    const [invented] = demoJobs(new Date(at)) as [Job];
    const charged = drawn(invented, invented.charge.containers[0]!.id, 120, at);
    expect(onSimulator(charged, "leaked-van")).toEqual({ ...charged, rackVehicle: "leaked-van" });
    expect(linesOfJob(charged)).toHaveLength(1);
  });
});

describe("two states of one job, one of them practice", () => {
  it("are never made one, nor taken over the other", () => {
    const practised = onSimulator(van, "leaked-van");
    for (const [here, file] of [
      [van, practised],
      [practised, van],
    ] as const) {
      const { allowed, usual, issue } = waysOf({ here, file, merged: here });
      expect(issue).toEqual({ code: "purpose", here: here.purpose, file: file.purpose });
      expect([allowed, usual]).toEqual([["keep", "beside"], "keep"]);
    }
  });
});

describe("a job of version 9", () => {
  const old = ({ purpose, ...job }: Job, more: object = {}) => ({ ...job, version: 9, ...more });
  it("was practice where it stood on the simulator, and the demo's where its id says so", () => {
    const purposeOf = (given: object) => {
      const read = readJob(given);
      return read.ok ? read.value.purpose : read.issue;
    };
    const simulated = { airKpa: 1, refrigerantKpa: 1, waterKpa: 1, waterKg: 0, dissolvedKg: 0 };
    expect(purposeOf(old(pickup, { id: "a" }))).toBe("work");
    expect(purposeOf(old(pickup, { id: "a", rackVehicle: "leaked-van" }))).toBe("practice");
    expect(purposeOf(old(pickup, { id: "demo-garden-pickup" }))).toBe("demo");
    expect(purposeOf(old(pickup, { id: "a", evacuate: { ...pickup.evacuate, simulated } }))).toBe("practice");
  });
});
