import { describe, expect, it } from "vitest";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { entry } from "../units/entry";
import { drawBegun } from "./bookkeeping";
import { labelOf } from "./derived/job-label";
import { readingFileOf } from "./derived/job-readings";
import { type Job, jobSchema, newJob, type StepId, stepIds } from "./job";
import { gapsOf, isComplete, runSheet, stepOfPath } from "./run-sheet";
import { nextStepOf, standingOf } from "./waits";

const at = "2026-06-01T10:00:00.000Z";
const [van, estate, pickup] = shopJobs(new Date(at)) as [Job, Job, Job];
const HOLD_S = 1800;

const done = (job: Job, ...steps: StepId[]): Job => ({
  ...job,
  steps: { ...job.steps, ...Object.fromEntries(steps.map((id) => [id, { ...job.steps[id], doneAt: at }])) },
});

describe("the table of steps", () => {
  it("has the printed number of each step as its key, and every part of the record at one step at most", () => {
    expect(stepIds.map((id) => runSheet[id].key)).toEqual(stepIds.map((_, i) => String(i + 1)));
    const parts = stepIds.flatMap((id) => runSheet[id].parts);
    expect(new Set(parts).size).toBe(parts.length);
    const ofNoStep = Object.keys(jobSchema.shape).filter((part) => stepOfPath(part) === null);
    expect(ofNoStep.sort()).toEqual(
      [
        "archivedAt",
        "createdAt",
        "drafts",
        "format",
        "id",
        "photos",
        "purpose",
        "rackVehicle",
        "steps",
        "updatedAt",
        "version",
      ].sort(),
    );
    expect(stepOfPath("steps/rest/note")).toBe("rest");
    expect(stepOfPath("baseline/settings/0/low/text")).toBe("running");
  });

  it("lacks in a blank job what it needs, and calls nothing complete that nobody touched", () => {
    const blank = newJob("x", at);
    for (const step of stepIds) expect(isComplete(blank, step), step).toBe(false);
    expect(gapsOf(blank, "look")).toEqual([]);
    expect(gapsOf(blank, "hook-up")).toEqual([{ code: "gauges" }, { code: "checks", count: 6 }]);
    expect(gapsOf(blank, "charge")).toEqual([{ code: "recovered-weight" }]);
  });

  it("calls a finished job complete but for steps that were never made", () => {
    const complete = stepIds.filter((step) => isComplete(pickup, step));
    for (const step of ["intake", "rest", "running", "recover", "repair", "charge", "sign-off"] as const)
      expect(complete, step).toContain(step);
    expect(complete).not.toContain("shut-off");
  });

  it("names grams to the label, and an oil that is asked for and not filled", () => {
    const short: Job = { ...pickup, ledger: pickup.ledger.filter(({ act }) => act !== "charge") };
    expect(gapsOf(short, "charge")).toEqual([{ code: "to-label", grams: expect.any(Number) }]);
    const dry: Job = { ...pickup, repair: { ...pickup.repair, filled: entry("", "g") } };
    expect(gapsOf(dry, "repair")).toEqual([{ code: "oil-filled" }]);
    expect(gapsOf(pickup, "repair")).toEqual([]);
  });
});

describe("what a job waits for", () => {
  const held = (over: Partial<Job["evacuate"]> = {}): Job => ({
    ...done(van, "intake"),
    evacuate: {
      ...van.evacuate,
      startedAt: at,
      seenAt: "2026-06-01T10:40:00.000Z",
      marks: [
        { t: 0, kind: "pump" },
        { t: 1500, kind: "hold" },
      ],
      trace: [
        { t: 0, kpa: 90 },
        { t: 2400, kpa: 0.1 },
      ],
      ...over,
    },
  });
  const waits = (job: Job, now: string) => standingOf(job, Date.parse(now), HOLD_S);

  it("is the vacuum that is held, whichever step was left open before, by its own clock while nobody looks", () => {
    const soon = waits(held(), "2026-06-01T10:50:00.000Z");
    expect(soon).toMatchObject({
      next: "evacuate",
      waits: { code: "hold", since: "2026-06-01T10:25:00.000Z", elapsedS: 1500, finished: false },
    });
    expect(soon.leftOpen).toContain("look");
    expect(waits(held(), "2026-06-02T01:25:00.000Z").waits).toMatchObject({ elapsedS: 54_000, finished: true });
    const marks = held().evacuate.marks;
    expect(waits(held({ marks: marks.slice(0, 1) }), "2026-06-01T10:50:00.000Z").waits.code).toBe("pump");
    expect(waits(held({ marks: [...marks, { t: 2400, kind: "end" }] }), "2026-06-01T10:50:00.000Z").waits.code).toBe(
      "step",
    );
    // A simulated clock that ran ahead of the wall's is the one that counts.
    expect(waits(held({ trace: [{ t: 9000, kpa: 0.1 }] }), "2026-06-01T10:50:00.000Z").waits).toMatchObject({
      elapsedS: 8100,
    });
  });

  it("is no running test of a circuit that stands empty: the verdict comes straight after the static pressure", () => {
    const rest = (kpa: string): Job => ({
      ...done(van, "intake", "look", "hook-up", "rest"),
      baseline: newJob("blank", at).baseline,
      shutOff: newJob("blank", at).shutOff,
      altitude: entry("0", "m"),
      rest: { low: entry(kpa, "kPa"), high: entry(kpa, "kPa"), soak: entry("24", "degC") },
    });
    for (const empty of ["32", "0", "-90"]) {
      expect(nextStepOf(rest(empty))).toBe("verdict");
      for (const step of ["running", "shut-off", "verdict"] as const) expect(gapsOf(rest(empty), step)).toEqual([]);
      expect(readingFileOf(rest(empty), "baseline")).toMatchObject({ conditions: { ambientC: 24 }, running: [] });
    }
    expect(nextStepOf(rest("540"))).toBe("running");
    expect(gapsOf(rest("540"), "running").length).toBeGreaterThan(0);
    expect(readingFileOf(rest("540"), "baseline")).toBeNull();
  });

  it("is no label where nobody can read it, until it is charged", () => {
    const without: Job = { ...van, intake: { ...van.intake, charge: entry("", "g") } };
    const unreadable: Job = { ...without, intake: { ...without.intake, labelUnreadable: true } };
    const codes = (job: Job, step: StepId) => gapsOf(job, step).map(({ code }) => code);
    expect(codes(without, "intake")).toContain("label-charge");
    expect(codes(unreadable, "intake")).not.toContain("label-charge");
    expect(labelOf(unreadable).chargeG).toBeNull();
    expect(gapsOf(unreadable, "charge").length).toBeGreaterThan(0);
  });

  it("is a valve that is open before anything else, and the damage before that", () => {
    const open = drawBegun(
      done(van, "intake"),
      { containerId: van.charge.containers[0]!.id, leftG: 340, offsetG: 0, valve: "vapour-low" },
      at,
    );
    expect(waits(open, at)).toMatchObject({ next: "charge", waits: { code: "open-valve" } });
    const bang: Job = { ...open, intake: { ...open.intake, stopSigns: ["bang"] } };
    expect(waits(bang, at).waits.code).toBe("damage-found");
  });

  it("goes on behind the last step that was passed, and comes back to what was left open at the end", () => {
    expect(nextStepOf(estate)).toBe("shut-off");
    expect(nextStepOf(done(estate, "recover"))).toBe("repair");
    const all = done(estate, ...stepIds.filter((id) => id !== "verdict"));
    expect(nextStepOf(all)).toBe("verdict");
    expect(nextStepOf(done(all, "verdict"))).toBe("sign-off");
    expect(standingOf(done(estate, "recover"), 0, HOLD_S).leftOpen).toEqual(["shut-off", "verdict", "leak"]);
  });
});
