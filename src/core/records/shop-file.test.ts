import { describe, expect, it } from "vitest";
import { demoJobs } from "../../demo/demo-jobs";
import { entry } from "../units/entry";
import { asBegunHere, usualChoices } from "./choices";
import { newJob } from "./job";
import { readJob } from "./job-file";
import { noDrills, readShopFile, writeShopFile } from "./shop-file";

const at = "2026-06-01T10:00:00.000Z";
const jobs = demoJobs(new Date(at));
const nothing = {
  jobs: [],
  vehicles: [],
  containers: [],
  stock: [],
  pictures: new Map(),
  choices: null,
  charts: [],
  drills: noDrills,
};

describe("a file of a whole shop", () => {
  it("gives every job back as it was, and names by its place what cannot be read", () => {
    const read = readShopFile(
      writeShopFile({ ...nothing, jobs: [...jobs, { ...jobs[0], rest: null }], choices: usualChoices }, at),
    );
    if (!read.ok) throw new Error(read.issue.code);
    expect(read.value.jobs).toEqual(jobs);
    expect(read.value.choices).toEqual(usualChoices);
    expect(read.value.broken).toMatchObject([{ place: jobs.length + 1, issue: { code: "broken", field: "rest" } }]);
  });

  it("is refused by name when it is something else, newer, or torn", () => {
    expect(readShopFile("{")).toMatchObject({ issue: { code: "not-json" } });
    expect(readShopFile("null")).toMatchObject({ issue: { code: "foreign", format: null } });
    expect(readShopFile(JSON.stringify(jobs[0]))).toMatchObject({ issue: { code: "foreign", format: "evrid.job" } });
    expect(readShopFile('{"format":"evrid.shop","version":7,"jobs":[]}')).toMatchObject({
      issue: { code: "newer-version" },
    });
    expect(readShopFile('{"format":"evrid.shop","version":1,"jobs":[]}')).toMatchObject({
      value: { jobs: [], choices: null, charts: [], drills: noDrills },
    });
    expect(
      readShopFile('{"format":"evrid.shop","version":4,"jobs":[],"drills":{"learners":[],"drills":[{}]}}'),
    ).toMatchObject({
      issue: { code: "broken", field: "drills.drills.0.id" },
    });
    expect(readShopFile('{"format":"evrid.shop","version":2,"jobs":[],"choices":{"units":"ell"}}')).toMatchObject({
      issue: { code: "broken", field: "choices" },
    });
    expect(readShopFile('{"format":"evrid.shop","version":1,"jobs":null}')).toMatchObject({ issue: { field: "jobs" } });
  });
});

describe("a job as this shop begins it", () => {
  it("is typed in its units, where it stands, by whom; and is a job that can be read", () => {
    const job = asBegunHere(newJob("x", at), {
      ...usualChoices,
      units: "us",
      altitude: entry("1200", "ft"),
      technician: "Tamsin Rowe",
    });
    expect(readJob(job).ok).toBe(true);
    expect([
      job.intake.charge.unit,
      job.baseline.settings[1].high.unit,
      job.rest.soak.unit,
      job.evacuate.lowest.unit,
    ]).toEqual(["oz", "psi", "degF", "micron"]);
    expect(job.altitude).toEqual({ text: "1200", unit: "ft" });
    expect(job.signOff.technician).toBe("Tamsin Rowe");
    // Nothing is nothing in every unit; any other number keeps its own.
    expect(job.recover.hoses).toEqual({ text: "0", unit: "oz" });
    expect(job.evacuate.hold).toEqual({ text: "30", unit: "min" });
  });
});
