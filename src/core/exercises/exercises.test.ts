import { describe, expect, it } from "vitest";
import type { LeakPlace } from "../causes/leak-places";
import { STATES } from "../circuit/time/transient";
import { simulatedVehicle, simulatedVehicles } from "../instruments/simulated-vehicles";
import { chargeInputsOf } from "../records/derived/job-readings";
import { readJob } from "../records/files/job-file";
import { type Job, newJob } from "../records/job";
import { isPractice } from "../records/practice";
import { entry } from "../units/entry";
import { exerciseIds, exerciseJob, exerciseOf, exerciseStep, judgeExercise } from "./exercises";

const NOW = "2026-06-01T10:00:00.000Z";
const made = (id: (typeof exerciseIds)[number], pick = 0): Job =>
  exerciseJob(
    id,
    { unique: "one", pick, now: NOW },
    { vehicle: "Exercise vehicle", complaint: "Charge it", container: (number) => `Cylinder ${number}` },
  );
const finished = (job: Job, step: "charge" | "leak"): Job => ({
  ...job,
  steps: { ...job.steps, [step]: { ...job.steps[step], doneAt: NOW } },
});

/** A rack whose circuit holds so many grams. */
function rackOf(job: Job, grams: number) {
  const { site } = simulatedVehicle(job.rackVehicle!)!;
  const y = Array.from({ length: STATES }, () => 0);
  y[1] = grams / 1000;
  return {
    vehicleId: job.rackVehicle,
    engine: "off",
    circuit: {
      y,
      controls: { asked: true, clutchIn: false, heldBy: null },
      conditions: { ...site, cabinReturnC: null, airSource: "fresh", blowerPct: 100, rpm: 800 },
      engineOn: false,
      machine: "off",
      vacuum: null,
      testGas: null,
      filling: null,
      container: null,
      charging: null,
      recoveredKg: 0,
      inOilKg: null,
      airKg: 0,
      hose: { heldKg: 0, liquidKg: 0, vapourKg: 0, drawnInKg: 0, purgeKg: 0 },
      bayC: 30,
      valveAnswer: 0,
    },
    instruments: { driftG: 0, leakedG: 0 },
    onScale: null,
    containers: {},
  };
}

describe("an exercise", () => {
  it.each(exerciseIds)("is a practice job that can be stored, at its step, with everything it needs: %s", (id) => {
    for (const pick of [0, 0.5, 0.999]) {
      const job = made(id, pick);
      const read = readJob(JSON.parse(JSON.stringify(job)));
      expect(read.ok).toBe(true);
      expect(isPractice(job)).toBe(true);
      expect(exerciseOf(job.id)).toBe(id);
      expect(job.steps[exerciseStep(id)].doneAt).toBeNull();
      expect(simulatedVehicle(job.rackVehicle!)?.exercise).toBe(true);
      if (exerciseStep(id) === "charge") expect(chargeInputsOf(job)).not.toBeNull();
    }
    expect(exerciseOf(newJob("other", NOW).id)).toBeNull();
    expect(judgeExercise(newJob("other", NOW), null)).toBeNull();
  });

  it("is open until its last step is done, whatever the vehicle holds", () => {
    const job = made("hot-day");
    expect(judgeExercise(job, rackOf(job, 580))).toEqual({ state: "open", findings: [] });
  });

  it("is judged by what the vehicle truly holds, not by what the log says", () => {
    const job = finished(made("hot-day"), "charge");
    const [weight, books] = judgeExercise(job, rackOf(job, 571))!.findings;
    expect(weight).toEqual({ code: "weight", ok: true, trueG: 571, labelG: 580, toleranceG: 20 });
    // Nothing was written down: the log knows of nothing in it.
    expect(books).toMatchObject({ code: "books", ok: false });
    expect(judgeExercise(job, rackOf(job, 571))!.state).toBe("failed");
    expect(judgeExercise(job, rackOf(job, 640))!.findings[0]).toMatchObject({ ok: false, trueG: 640 });
    // A rack of another vehicle says nothing.
    expect(judgeExercise(job, { ...rackOf(job, 580), vehicleId: "other" })).toEqual({ state: "failed", findings: [] });
  });

  it("has a leak in each of its vehicles, found at that place and at no other", () => {
    const places = [0, 0.4, 0.9].map(
      (pick) => simulatedVehicle(made("find-the-leak", pick).rackVehicle!)!.leaks[0]!.place,
    );
    expect(new Set(places).size).toBe(3);
    const job = finished(made("find-the-leak"), "leak");
    const found = (place: LeakPlace, leaks: boolean) => ({
      place,
      method: "detector" as const,
      stage: "search" as const,
      leaks,
      size: entry("", "g"),
      spot: "",
      photo: null,
      at: NOW,
    });
    const checked = (checks: ReturnType<typeof found>[]) =>
      judgeExercise({ ...job, leak: { ...job.leak, checks } }, null)!;
    expect(checked([found("condenser", false), found(places[0]!, true)])).toMatchObject({
      state: "passed",
      findings: [
        { code: "leak", ok: true },
        { code: "searched", places: 2 },
      ],
    });
    expect(checked([found("condenser", true), found(places[0]!, true)]).state).toBe("failed");
    expect(checked([found("condenser", false)]).state).toBe("failed");
  });

  it("offers its vehicles to no other job by accident: they are marked", () => {
    expect(simulatedVehicles.filter(({ exercise }) => exercise).length).toBeGreaterThan(5);
  });
});
