import { describe, expect, it } from "vitest";
import { ines, keptRun } from "../../../../tests/support/drills";
import { shopJobs } from "../../../../tests/support/shop-jobs";
import { brokenSentence } from "../../../words/shop";
import { entry } from "../../units/entry";
import { asBegunHere, usualChoices } from "../choices";
import { type Job, newJob } from "../job";
import { newVehicle } from "../vehicles/vehicle";
import { readJob } from "./job-file";
import { noDrills, readAnyShopFile, readShopFile } from "./shop-file";

const at = "2026-06-01T10:00:00.000Z";
const jobs = shopJobs(new Date(at));
const part = { name: "b", plate: "", owner: "", note: "", names: ["b"], had: { plate: "", owner: "", note: "" } };
describe("a file of a whole shop", () => {
  const shopOf = (content: object) => {
    const read = readShopFile(JSON.stringify({ format: "evrid.shop", version: 4, jobs, ...content }));
    if (!read.ok) throw new Error(read.issue.code);
    return read.value;
  };

  it("gives every job back as it was, and names by its place what cannot be read", () => {
    const read = shopOf({ jobs: [...jobs, { ...jobs[0], rest: null }], choices: usualChoices });
    expect(read.jobs).toEqual(jobs);
    expect(read.choices).toEqual(usualChoices);
    expect(read.broken).toMatchObject([{ place: jobs.length + 1, issue: { code: "broken", field: "rest" } }]);
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
    expect(readShopFile('{"format":"evrid.shop","version":1,"jobs":null}')).toMatchObject({ issue: { field: "jobs" } });
  });

  it("is read without an invalid setting, chart or drill, which are named", () => {
    const chart = { refrigerant: "R134a", name: "wall", text: "x" };
    const { choices, charts, drills, broken, ...rest } = shopOf({
      choices: { units: "ell", shopName: "Yard", laterSetting: 4 },
      charts: [{ refrigerant: "R22", name: "old", text: "" }, chart],
      drills: { learners: [ines, { ...ines, id: "" }], drills: [{}, keptRun("run", at)] },
    });
    expect(rest.jobs).toEqual(jobs);
    expect(choices).toEqual({ units: "ell", shopName: "Yard", laterSetting: 4 });
    expect(charts).toEqual([chart]);
    expect(drills).toEqual({ learners: [ines], drills: [keptRun("run", at)] });
    expect(broken.map(({ list, place, issue }) => [list, place, "field" in issue && issue.field])).toEqual([
      ["choices", 1, "units"],
      ["charts", 1, "refrigerant"],
      ["learners", 2, "id"],
      ["drills", 1, "id"],
    ]);
    expect(brokenSentence(broken)).not.toContain("Nothing stored was changed");
  });

  it("keeps the first of two records with one id, and names the other", () => {
    const [van] = jobs;
    const { jobs: read, broken } = shopOf({ jobs: [van, { ...van, altitude: entry("9", "m") }] });
    expect(read).toEqual([van]);
    expect(broken).toEqual([{ list: "jobs", place: 2, issue: { code: "duplicate", id: van!.id } }]);
    expect(brokenSentence(broken)).toContain("Only the earlier one was read");
  });

  it.each(["a\r\nATTENDEE:x", "a,b", "a;b", "a b", "../x", "<b>", "-x", "x".repeat(101)])(
    "lets in no record with the id %j",
    (id) => {
      const {
        jobs: read,
        vehicles,
        broken,
      } = shopOf({
        jobs: [
          { ...jobs[0], id },
          { ...jobs[1], photos: [{ id, step: "look", at, width: 1, height: 1, bytes: 1 }] },
        ],
        vehicles: [{ ...newVehicle("v", "van", at), joined: [{ ...part, id, at, of: null }] }],
      });
      expect([read, vehicles]).toEqual([[], []]);
      expect(broken.map(({ issue }) => "field" in issue && issue.field)).toEqual(["id", "photos.0.id", "joined.0.id"]);
      expect(readAnyShopFile(JSON.stringify({ ...jobs[0], id }))).toMatchObject({ issue: { field: "id" } });
    },
  );

  it("lets in no date past what a record can hold, and no number of any size", () => {
    const [van] = jobs as [Job];
    const bad: [object, string][] = [
      [{ ...van, updatedAt: "9999-12-31T23:59:59.999Z" }, "updatedAt"],
      [{ ...van, createdAt: "1969-12-31T23:59:59.000Z" }, "createdAt"],
      [{ ...van, correction: { startG: 1e308, rangeG: 1, at } }, "correction.startG"],
      [{ ...van, recover: { ...van.recover, scale: { grams: -1e9, at } } }, "recover.scale.grams"],
      [{ ...van, evacuate: { ...van.evacuate, trace: [{ t: 1e300, kpa: 1 }] } }, "evacuate.trace.0.t"],
    ];
    const { jobs: read, broken } = shopOf({
      jobs: bad.map(([job], i) => ({ ...job, id: `bad-${i}` })),
      drills: {
        learners: [],
        drills: [
          { ...keptRun("run", at), endAt: 1e15 },
          { ...keptRun("r2", at), minutes: 1e300 },
        ],
      },
    });
    expect(read).toEqual([]);
    expect(broken.map(({ issue }) => "field" in issue && issue.field)).toEqual([
      ...bad.map(([, field]) => field),
      "endAt",
      "minutes",
    ]);
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
