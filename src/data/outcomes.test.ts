import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Job } from "@/core/records/job";
import { amended, signed } from "@/core/records/signature";
import { entry } from "@/core/units/entry";
import { papersOf, weighedOut } from "../../tests/support/outcome-jobs";
import { shopJobs } from "../../tests/support/shop-jobs";
import { changeChoices } from "./choices";
import { database } from "./database";
import { editJob, putBack, removeJob } from "./jobs";
import { countedOutcomes, jobsOfSimilar, leaksOfSimilar, learnedCounts, outcomesOfVehicle } from "./outcomes";
import { settleIndex } from "./record-index";
import { eraseAll } from "./shop";
import { editVehicle } from "./vehicles";

const at = "2026-06-01T10:00:00.000Z";
const [van] = shopJobs(new Date(at)) as [Job, Job, Job];
/** A van that came with less than half of its charge, signed. */
const done = (id: string, vehicle: string, shop = "", change: Partial<Job> = {}): Job =>
  signed(
    {
      ...weighedOut(van, 250),
      id,
      intake: { ...van.intake, vehicle, complaints: ["never-cold"] },
      ...change,
    },
    papersOf(shop),
    at,
  );
const label = "R134a 580 expansion-valve variable-external";

beforeEach(eraseAll);

describe("outcomes in the store", () => {
  it("come with the signature, change with an amendment, and go with the job", async () => {
    await putBack({ ...done("a", "Van 1"), signOff: van.signOff });
    expect((await countedOutcomes()).rows).toEqual([]);
    await editJob("a", (job) => signed(job, papersOf(""), at));
    expect((await learnedCounts()).counts.all.undercharge).toBe(1);
    await editJob("a", (job) => amended(job, { by: "Ines", reason: "weighed again", at }));
    expect((await learnedCounts()).counts.jobs).toBe(0);
    await editJob("a", (job) =>
      signed({ ...job, recover: { ...job.recover, recovered: entry("720", "g") } }, papersOf(""), at),
    );
    expect((await learnedCounts()).counts.all).toMatchObject({ undercharge: 0, overcharge: 1 });
    await editJob("a", (job) => amended(job, { by: "Ines", reason: "to be removed", at }));
    await removeJob("a");
    expect(await database.outcomes.count()).toBe(0);
  });

  it("of practice, of the demo and of other shops do not count, until the other name is said to be one's own", async () => {
    await changeChoices({ shopName: "Quay Garage" });
    await putBack(done("a", "Van 1", "quay garage"));
    await putBack(done("b", "Van 2", "Harbour Lane"));
    await putBack(done("c", "Van 3", "Quay Garage", { purpose: "practice" }));
    await putBack(done("d", "Van 4", "Quay Garage", { purpose: "demo" }));
    const learned = await learnedCounts();
    expect([learned.counts.jobs, learned.otherShops]).toEqual([1, [{ shop: "Harbour Lane", jobs: 1 }]]);
    await changeChoices(({ learning }) => ({ learning: { ...learning, alsoCount: ["Harbour Lane"] } }));
    expect((await learnedCounts()).counts.jobs).toBe(2);
    await changeChoices(({ learning }) => ({ learning: { ...learning, since: "2026-06-02T00:00:00.000Z" } }));
    expect((await learnedCounts()).counts.jobs).toBe(0);
  });

  it("fall into the fleet of an owner of several vehicles, and lose their cause after a return", async () => {
    for (const [id, name] of [
      ["a", "Van 1"],
      ["b", "Van 2"],
    ] as const)
      await putBack(done(id, name));
    const rows = await database.vehicleRows.toArray();
    await editVehicle(rows[0]!.id, { owner: "Fennick" });
    expect((await learnedCounts()).counts.parts.fleet).toEqual({});
    await editVehicle(rows[1]!.id, { owner: "Fennick " });
    expect((await learnedCounts()).counts.parts.fleet.Fennick).toMatchObject({ jobs: 2 });
    await putBack({ ...van, id: "c", outcome: { ...van.outcome, earlier: { jobId: "a", stands: false } } });
    const { counts, revoked } = await learnedCounts();
    expect([counts.jobs, revoked]).toEqual([1, 1]);
    await removeJob("c");
    expect((await learnedCounts()).counts.jobs).toBe(2);
    expect((await outcomesOfVehicle("van 1", "2026-05-01")).map(({ jobId }) => jobId)).toEqual(["a"]);
    expect(await outcomesOfVehicle("van 1", "2026-06-02")).toEqual([]);
  });

  it("tell where vehicles of the same label have leaked, and which jobs they had, never of the vehicle itself", async () => {
    const checks: Job["leak"]["checks"] = [
      {
        place: "condenser",
        method: "dye",
        leaks: true,
        stage: "search",
        size: entry("", "g"),
        spot: "",
        photo: null,
        at,
      },
    ];
    for (const [id, name] of [
      ["a", "Van 1"],
      ["b", "Van 2"],
      ["c", "Van 3"],
    ] as const)
      await putBack(done(id, name, "", id === "c" ? {} : { leak: { ...van.leak, checks } }));
    const other = { ...van.intake, charge: entry("700", "g"), vehicle: "Truck" };
    await putBack(done("d", "Truck", "", { intake: other, leak: { ...van.leak, checks } }));
    expect(await leaksOfSimilar(label, "van 4")).toMatchObject({
      vehicles: 3,
      leaking: 2,
      places: [{ place: "condenser", vehicles: 2 }],
    });
    expect(await leaksOfSimilar(label, "van 1")).toMatchObject({ vehicles: 2, leaking: 1 });
    expect((await jobsOfSimilar(label, "van 1")).map(({ id }) => id).sort()).toEqual(["b", "c"]);
  });

  it("are not written anew while somebody types: whoever follows them would read all of them again", async () => {
    await putBack({ ...done("a", "Van 1"), signOff: van.signOff });
    const writes = [vi.spyOn(database.outcomes, "put"), vi.spyOn(database.outcomes, "delete")];
    await editJob("a", (job) => ({ ...job, intake: { ...job.intake, plate: "FB 12" } }));
    for (const write of writes) expect(write).not.toHaveBeenCalled();
    vi.restoreAllMocks();
  });

  it("are found again in records that came into the store another way", async () => {
    await putBack(done("a", "Van 1"));
    await database.outcomes.clear();
    await database.visits.clear();
    await settleIndex();
    expect((await learnedCounts()).counts.jobs).toBe(1);
  });
});
