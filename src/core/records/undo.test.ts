import { describe, expect, it } from "vitest";
import { demoJobs } from "../../demo/demo-jobs";
import { entry } from "../units/entry";
import type { Job } from "./job";
import { type UndoStep, undone, withStep } from "./undo";

const now = "2026-06-01T10:00:00.000Z";
const van = demoJobs(new Date(now))[0]!;
const typed = (job: Job, text: string): Job => ({ ...job, altitude: { ...job.altitude, text } });

describe("taking back what a person changed", () => {
  it("takes back field by field: what another hand or an instrument brought since stays", () => {
    const changed: Job = { ...van, intake: { ...van.intake, complaint: "warm at lights" } };
    const [step] = withStep([], van, changed, 0);
    const since: Job = { ...changed, intake: { ...changed.intake, history: "topped-up" }, rest: van.rest };
    const { job: back, stays } = undone(since, step!, now);
    expect(stays).toEqual([]);
    expect(back.intake.complaint).toBe(van.intake.complaint);
    expect(back.intake.history).toBe("topped-up");
  });

  it("takes a word for one change, and two fields for two", () => {
    let job = van;
    let steps: readonly UndoStep[] = [];
    for (const [i, text] of ["3", "31", "310"].entries()) {
      const next = typed(job, text);
      steps = withStep(steps, job, next, 200 * i);
      job = next;
    }
    expect(steps).toHaveLength(1);
    const other: Job = { ...job, intake: { ...job.intake, vehicle: "Van 7" } };
    steps = withStep(steps, job, other, 700);
    expect(steps).toHaveLength(2);
    expect(undone(undone(other, steps[1]!, now).job, steps[0]!, now).job.altitude).toEqual(van.altitude);
  });

  it("survives being written down: a reload takes back as well as the page that made the change", () => {
    const longer: Job = { ...van, look: { notes: [{ part: "condenser", sign: "oily", at: now }], fine: [] } };
    const steps = withStep([], van, longer, 0);
    const read = JSON.parse(JSON.stringify(steps)) as UndoStep[];
    expect(undone(longer, read[0]!, now).job.look).toEqual(van.look);
  });

  it("leaves what a later change stands on, and says where", () => {
    const mine = typed(van, "311");
    const [step] = withStep([], van, mine, 0);
    expect(undone(typed(mine, "412"), step!, now)).toMatchObject({
      job: { altitude: { text: "412" } },
      stays: ["altitude/text"],
    });
  });

  it("takes its own out of a list that has grown since, and puts back what it took out", () => {
    const point = (t: number) => ({ t, kpa: 2 - t / 100 });
    const traced = (job: Job, points: number[]): Job => ({
      ...job,
      evacuate: { ...job.evacuate, trace: points.map(point) },
    });
    const before = traced(van, [0, 5]);
    const written = traced(van, [0, 5, 9]);
    const [step] = withStep([], before, written, 0);
    const since = traced(van, [0, 5, 9, 14, 19]);
    expect(undone(since, step!, now).job.evacuate.trace).toEqual([0, 5, 14, 19].map(point));
    const [taken] = withStep([], written, before, 0);
    expect(undone(traced(van, [0, 5, 14]), taken!, now).job.evacuate.trace).toEqual([0, 5, 9, 14].map(point));
    // Gone meanwhile by another way: nothing is left to take out.
    expect(undone(traced(van, [0, 14]), step!, now).stays).toEqual(["evacuate/trace"]);
  });

  it("changes nothing where its field is gone", () => {
    const containers = van.charge.containers.map((one) => ({ ...one, net: entry("120", "g") }));
    const netted: Job = { ...van, charge: { ...van.charge, containers } };
    const [step] = withStep([], van, netted, 0);
    const gone: Job = { ...netted, charge: { ...netted.charge, containers: [] } };
    expect(undone(gone, step!, now).job.charge.containers).toEqual([]);
  });
});
