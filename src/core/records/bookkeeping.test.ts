import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/demo-jobs";
import { activeEntries, balances, continues, movedBy } from "../charge/books/ledger";
import { SETTLES_G } from "../charge/books/mass-balance";
import { entry } from "../units/entry";
import {
  answered,
  booked,
  drawBegun,
  drawEnded,
  drawMoved,
  drawn,
  hoseAfter,
  hoseDrawnIn,
  LogRefusal,
  purgeBooked,
  reversed,
  taken,
} from "./bookkeeping";
import { balanceOf, chargedOf } from "./derived/job-readings";
import { readJobFile, writeJobFile } from "./files/job-file";
import type { Job } from "./job";
import { gapsOf } from "./run-sheet";
import { type UndoStep, undone, withStep } from "./undo";

const now = "2026-06-01T10:00:00Z";
const van = demoJobs(new Date(now))[0]!;

function inVehicle(job: Job): number {
  const found = balanceOf(job);
  if (!found?.ok) throw new Error(JSON.stringify(found));
  return found.value.inVehicleG;
}

function stepOf(before: Job, after: Job): UndoStep {
  return withStep([], before, after, 0)[0]!;
}

describe("acts come into the books", () => {
  it("writes each weighing once, and a corrected one as counter-entry and new entry", () => {
    const weighed: Job = { ...van, recover: { ...van.recover, recovered: entry("214", "g"), oil: entry("6", "g") } };
    const once = booked(weighed, now);
    expect(movedBy(once.ledger, "recover")).toBe(214);
    expect(movedBy(once.ledger, "recover", "oil")).toBe(6);
    expect(booked(once, now)).toBe(once);
    const corrected = booked({ ...once, recover: { ...once.recover, recovered: entry("241", "g") } }, now);
    expect(movedBy(corrected.ledger, "recover")).toBe(241);
    expect(corrected.ledger).toHaveLength(4);
    expect(continues(once.ledger, corrected.ledger)).toBe(true);
    const cleared = booked({ ...corrected, recover: van.recover }, now);
    expect(activeEntries(cleared.ledger)).toEqual([]);
  });

  it("an undone change takes its entries back by counter-entries and keeps what the scale brought meanwhile", () => {
    const before = drawBegun(van, { containerId: "demo-can-a", leftG: 340, offsetG: 0, valve: "liquid-high" }, now);
    const typed = { ...purgeBooked(before, 4, now), altitude: entry("12", "m") };
    const flowed = drawMoved(typed, 190, 0.4);
    const { job: back } = undone(flowed, stepOf(before, typed), now);
    expect(back.altitude).toEqual(before.altitude);
    expect(back.charge.open).toMatchObject({ nowG: 190 });
    expect(movedBy(back.ledger, "purge")).toBe(0);
    expect(continues(flowed.ledger, back.ledger)).toBe(true);
    // A correction that is itself taken back stands again.
    const closed = drawEnded(flowed, now);
    const wrong = closed.ledger.find(({ act }) => act === "charge")!.id;
    const taken = reversed(closed, wrong, now);
    expect(movedBy(taken.ledger, "charge")).toBe(0);
    expect(movedBy(undone(taken, stepOf(closed, taken), now).job.ledger, "charge")).toBe(150);
  });
});

/** Anything that can happen at the charge desk. */
type Act =
  | { kind: "open"; can: "demo-can-a" | "demo-can-b" }
  | { kind: "flow"; grams: number }
  | { kind: "shut" }
  | { kind: "reload" }
  | { kind: "power-cut" }
  | { kind: "type"; text: string }
  | { kind: "record"; can: "demo-can-a" | "demo-can-b"; grams: number }
  | { kind: "undo" };

const can = fc.constantFrom("demo-can-a" as const, "demo-can-b" as const);
const act: fc.Arbitrary<Act> = fc.oneof(
  fc.record({ kind: fc.constant("open" as const), can }),
  fc.record({ kind: fc.constant("flow" as const), grams: fc.double({ min: 0, max: 25, noNaN: true }) }),
  fc.constant({ kind: "shut" as const }),
  fc.constant({ kind: "reload" as const }),
  fc.constant({ kind: "power-cut" as const }),
  fc.record({ kind: fc.constant("type" as const), text: fc.constantFrom("12", "310", "1 200") }),
  fc.record({ kind: fc.constant("record" as const), can, grams: fc.double({ min: 1, max: 40, noNaN: true }) }),
  fc.constant({ kind: "undo" as const }),
);

/** Largest loss when a tab is killed between two samples. */
const SAMPLE_G = 25;

describe("a job on a service station", () => {
  const station = { used: true, vacuum: entry("25", "min"), result: "held" as const, charged: entry("580", "g") };
  const printed: Job = { ...van, recover: { ...van.recover, recovered: entry("214", "g") }, station };

  it("books what the station printed out of its own tank, with no hose and no container in between", () => {
    const once = booked(printed, now);
    expect(activeEntries(once.ledger).find(({ act }) => act === "dose")).toMatchObject({
      from: "machine",
      to: "vehicle",
      grams: 580,
    });
    expect(inVehicle(once)).toBe(580);
    const found = balanceOf(once);
    expect(found?.ok && [found.value.hosesG, found.value.purgedG, found.value.state]).toEqual([0, 0, "inside"]);
    expect(gapsOf(once, "evacuate")).toEqual([]);
    expect(gapsOf(once, "charge")).toEqual([]);
    expect(chargedOf(once)).toBe(580);
    expect(readJobFile(writeJobFile(once))).toEqual({ ok: true, value: once });
  });

  it("asks for the vacuum's time and result, counts a corrected print once, and nothing when it is not used after all", () => {
    const untimed = { ...printed, station: { ...station, vacuum: entry("", "min"), result: null } };
    expect(gapsOf(untimed, "evacuate").map(({ code }) => code)).toEqual(["station-vacuum", "station-result"]);
    const corrected = booked({ ...booked(printed, now), station: { ...station, charged: entry("560", "g") } }, now);
    expect(inVehicle(corrected)).toBe(560);
    const without = booked({ ...corrected, station: { ...station, used: false } }, now);
    expect(movedBy(without.ledger, "dose")).toBe(0);
  });
});

describe("the tally, whatever happens", () => {
  it("out of the cans is in the vehicle, the hose and the air; over can changes, reloads, undo and power cuts", () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 40 }), (acts) => {
        let job = van;
        /** Stored with every sample. */
        let stored = van;
        const held: Record<string, number> = { "demo-can-a": 340, "demo-can-b": 340 };
        let lost = 0;
        const history: { step: UndoStep; can: string | null; grams: number }[] = [];
        const edit = (after: Job, from: string | null = null, grams = 0) => {
          for (const step of withStep([], job, after, 0)) history.push({ step, can: from, grams });
          job = after;
        };
        for (const step of acts) {
          const open = job.charge.open?.containerId ?? null;
          const before = job;
          if (step.kind === "open" && held[step.can]! > 5 && open !== step.can) {
            job = drawBegun(
              job,
              { containerId: step.can, leftG: held[step.can]!, offsetG: 0, valve: "vapour-low" },
              now,
            );
          } else if (step.kind === "flow" && open !== null) {
            held[open] = Math.max(0, held[open]! - step.grams);
            job = drawMoved(job, held[open]!, 0);
          } else if (step.kind === "shut") job = drawEnded(job, now);
          else if (step.kind === "reload") {
            const read = readJobFile(writeJobFile(job));
            if (!read.ok) throw new Error(JSON.stringify(read.issue));
            job = drawEnded(read.value, now);
          } else if (step.kind === "power-cut" && open !== null) {
            // It flows for one more sample that nobody stores, then the tab is gone, and the valve with it.
            const more = Math.min(SAMPLE_G, held[open]!);
            held[open] = held[open]! - more;
            lost += more;
            job = drawEnded(structuredClone(stored), now);
          } else if (step.kind === "type") edit({ ...job, altitude: entry(step.text, "m") });
          else if (step.kind === "record" && open === null && held[step.can]! >= step.grams) {
            held[step.can] = held[step.can]! - step.grams;
            edit(drawn(job, step.can, step.grams, now), step.can, step.grams);
          } else if (step.kind === "undo" && (open === null || history.at(-1)?.can !== open)) {
            // While a can is on the scale its own weight is measured, not reckoned.
            const last = history.pop();
            if (last) {
              job = undone(job, last.step, now).job;
              if (last.can !== null) held[last.can] = held[last.can]! + last.grams;
            }
          }
          if (step.kind !== "reload") expect(continues(before.ledger, job.ledger)).toBe(true);
          stored = job;
        }
        const found = balanceOf(job);
        if (!found?.ok) throw new Error(JSON.stringify(found));
        const { drawnG, hosesG, purgedG, inVehicleG } = found.value;
        expect(inVehicleG + hosesG + purgedG).toBeCloseTo(drawnG, 6);
        // The books know what has left the cans, but for what flowed in the one sample before each power cut; weights are kept to 0.1 g.
        const gone = 680 - held["demo-can-a"]! - held["demo-can-b"]!;
        expect(Math.abs(gone - lost - drawnG)).toBeLessThan(0.1 * (acts.length + 1));
        const sums = [...balances(job.ledger, "refrigerant").values()];
        expect(sums.reduce((sum, grams) => sum + grams, 0)).toBeCloseTo(0, 6);
      }),
      { numRuns: 300 },
    );
  });

  it("a charge that is only corrected begins from what the readings held, and what is taken out of it counts", () => {
    const charge = { ...van.charge, hoses: entry("9", "g") };
    const corrected: Job = { ...van, charge, correction: { startG: 560, rangeG: 12, at: now } };
    expect(inVehicle(corrected)).toBe(560);
    const added = drawn(corrected, "demo-can-a", 33, now);
    // Hose and purge take their 13 g first.
    expect(inVehicle(added)).toBe(580);
    const taken: Job = { ...corrected, recover: { ...van.recover, recovered: entry("25", "g") } };
    expect(inVehicle(taken)).toBe(535);
    expect(movedBy(booked(taken, now).ledger, "recover")).toBe(25);
  });

  it("a tab killed while charging comes back with the tally of its last sample", () => {
    const begun = drawBegun(van, { containerId: "demo-can-a", leftG: 340, offsetG: 0, valve: "vapour-low" }, now);
    const flowed = drawMoved(begun, 101.2, 0);
    const read = readJobFile(writeJobFile(flowed));
    if (!read.ok) throw new Error();
    const back = drawEnded(read.value, now);
    expect(back.charge.open).toBeNull();
    expect(inVehicle(back)).toBeCloseTo(inVehicle(flowed), 9);
    // A scale that comes to rest gives no more back than its noise.
    expect(drawMoved(flowed, 140, 0).charge.open!.nowG).toBeCloseTo(101.2 + SETTLES_G, 9);
  });
});

describe("what is in the vehicle", () => {
  const charged = (grams: number) => drawn({ ...van, ledger: [] }, "demo-can-a", grams, now, "drawn-in");

  it("is never less than nothing: no more is taken out than was in it, and no draw is taken back from under that", () => {
    const full = charged(300);
    expect(() => taken(full, 340, now)).toThrow(LogRefusal);
    const less = taken(full, 280, now);
    expect(inVehicle(less)).toBeLessThan(25);
    const draw = less.ledger.find(({ act }) => act === "charge")!;
    expect(() => reversed(less, draw.id, now)).toThrow(LogRefusal);
    expect(() => answered(less, draw, now)).toThrow(LogRefusal);
    // Taken back in the other order, both go.
    const surplus = less.ledger.find(({ act }) => act === "take")!;
    expect(inVehicle(reversed(reversed(less, surplus.id, now), draw.id, now))).toBe(0);
  });

  it("leaves out the liquid in the hose until it is drawn in, whichever way the container was read", () => {
    const job = { ...van, ledger: [], charge: { ...van.charge, hoses: entry("", "g"), purged: entry("", "g") } };
    const liquid = drawn(job, "demo-can-a", 300, now, hoseAfter("liquid-high"));
    const vapour = drawn(job, "demo-can-a", 300, now, hoseAfter("vapour-low"));
    expect(inVehicle(vapour) - inVehicle(liquid)).toBeGreaterThan(20);
    expect(inVehicle(hoseDrawnIn(liquid))).toBeGreaterThan(299);
    // A little vapour leaves the liquid where it is; much takes it along.
    const then = (grams: number) => drawn(liquid, "demo-can-b", grams, now, hoseAfter("vapour-low")).charge.hoseHolds;
    expect([then(10), then(120)]).toEqual(["liquid", "vapour"]);
    // Not said how the container stood: liquid.
    expect(inVehicle(drawn(job, "demo-can-a", 300, now))).toBe(inVehicle(liquid));
  });
});
