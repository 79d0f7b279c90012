import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/demo-jobs";
import { customerWords } from "@/words/customer";
import { workDone } from "@/words/work-done";
import { missesMoreThanSound } from "../charge/sound-loss";
import { entry } from "../units/entry";
import { figuresIn, systemUnits } from "../units/figures";
import { circuitContents, foundLeaks, leakPlaceRows, openLeaks, placesToCheck } from "./derived/job-leak";
import type { Job, LeakCheck } from "./job";
import { leakStateOf } from "./leak-state";

const now = "2026-06-01T10:00:00.000Z";
const [, , pickup] = demoJobs(new Date(now)) as [Job, Job, Job];
const figures = figuresIn(systemUnits.kPa);

/** Weighed on arrival, nothing found or renewed. */
const came = (recovered: string, change: Partial<Job> = {}): Job => ({
  ...pickup,
  recover: { ...pickup.recover, recovered: entry(recovered, "g") },
  repair: { ...pickup.repair, parts: [] },
  leak: { ...pickup.leak, checks: [] },
  ...change,
});
const told = (job: Job) => customerWords(job, figures).join(" ");
const done = (job: Job) =>
  workDone(job, figures)
    .map(({ text }) => text)
    .join(" ");

describe("where the refrigerant went", () => {
  it("is open while more is missing than a sound car loses and no leak was found; nobody is promised years", () => {
    const lost = came("232");
    expect(leakStateOf(lost)).toBe("not-found");
    expect(told(lost)).toContain("Leak not found");
    expect(told(lost)).not.toMatch(/two years|lasts/);
    expect(done(lost)).toContain("Leak not found");
    // With the day of the last filling on record the measured rate is carried on.
    const dated = came("232", { intake: { ...pickup.intake, lastFilled: "2025-12-01T10:00:00.000Z" } });
    expect(told(dated)).toMatch(/At that rate a quarter is lost again after about \d+ months/);
  });

  it("keeps a place listed where a check was made, also when the circuit is stated otherwise later", () => {
    const check: LeakCheck = { ...pickup.leak.checks[0]!, place: "accumulator", method: "detector", leaks: true };
    const orifice = came("232", {
      intake: { ...pickup.intake, metering: "orifice-tube" },
      leak: { ...pickup.leak, checks: [check] },
    });
    expect(openLeaks(orifice)).toEqual(["accumulator"]);
    const restated: Job = { ...orifice, intake: { ...orifice.intake, metering: "expansion-valve" } };
    expect(openLeaks(restated)).toEqual(["accumulator"]);
    expect(leakPlaceRows(restated).map(({ place }) => place)).toContain("accumulator");
    const unchecked: Job = { ...restated, leak: { ...restated.leak, checks: [] } };
    expect(leakPlaceRows(unchecked).map(({ place }) => place)).not.toContain("accumulator");
  });

  it("is told by a place that leaks, or by a part that was renewed", () => {
    const check: LeakCheck = { ...pickup.leak.checks[0]!, place: "condenser", method: "detector", leaks: true };
    const checked = (...checks: LeakCheck[]) => came("232", { leak: { ...pickup.leak, checks } });
    expect([leakStateOf(checked(check)), openLeaks(checked(check))]).toEqual(["found", ["condenser"]]);
    expect(leakStateOf(checked(check, { ...check, leaks: false }))).toBe("not-found");
    // Renewed, it is repaired until a check after the work says otherwise.
    const renewed = { ...checked(check), repair: { ...pickup.repair, parts: [pickup.repair.parts[0]!] } };
    expect([leakStateOf(renewed), openLeaks(renewed), foundLeaks(renewed)]).toEqual(["repaired", [], ["condenser"]]);
    const tight = { ...check, leaks: false, stage: "after-work" as const };
    const proved = { ...renewed, leak: { ...renewed.leak, checks: [check, tight] } };
    expect([leakStateOf(proved), openLeaks(proved), foundLeaks(proved)]).toEqual(["repaired", [], ["condenser"]]);
    const after = {
      ...renewed,
      leak: { ...renewed.leak, checks: [check, { ...check, stage: "after-work" as const }] },
    };
    expect(leakStateOf(after)).toBe("found");
    const part = (kind: "opened" | "renewed", name: "condenser" | "metering-device" | "o-rings") =>
      leakStateOf(
        came("232", { repair: { ...pickup.repair, parts: [{ ...pickup.repair.parts[0]!, part: name, kind }] } }),
      );
    expect(part("renewed", "condenser")).toBe("repaired");
    expect(part("opened", "condenser")).toBe("not-found");
    expect(part("opened", "o-rings")).toBe("repaired");
    expect(part("renewed", "metering-device")).toBe("not-found");
  });

  it("is checked again where it leaked, though nothing was opened there, and at the ports and what was opened", () => {
    const hose: LeakCheck = { ...pickup.leak.checks[0]!, place: "suction-hose", leaks: true, stage: "search" };
    const searched = came("232", { leak: { ...pickup.leak, checks: [hose] } });
    expect(placesToCheck(searched)).toEqual(["high-port", "low-port", "suction-hose"]);
    const again = {
      ...searched,
      leak: { ...searched.leak, checks: [hose, { ...hose, leaks: false, stage: "after-work" as const }] },
    };
    expect(placesToCheck(again)).toEqual(["high-port", "low-port"]);
    expect(placesToCheck({ ...again, repair: { ...pickup.repair, parts: [pickup.repair.parts[0]!] } })).toContain(
      "condenser",
    );
  });

  it("is no question where no more is missing than a sound car loses; too much in it is said as such", () => {
    expect(leakStateOf(came("610"))).toBe("none");
    expect(told(came("610"))).toContain("two years");
    expect(told(came("825"))).toMatch(/over the label/);
    expect(told(came("825"))).not.toContain("label charge");
  });

  it("allows for the years since it was filled", () => {
    expect(missesMoreThanSound(100, 20, 6, 1)).toBe(true);
    expect(missesMoreThanSound(100, 20, 6, 6)).toBe(false);
    expect(missesMoreThanSound(100, 20, 6, null)).toBe(false);
    expect(missesMoreThanSound(120, 20, 6, null)).toBe(true);
  });
});

it("a circuit that came in open to the air takes nitrogen at once; one that came in with pressure only once it is recovered", () => {
  const unweighed = (kpa: string): Job => ({
    ...came(""),
    ledger: [],
    charge: { ...pickup.charge, open: null },
    rest: { low: entry(kpa, "kPa"), high: entry(kpa, "kPa"), soak: entry("26", "degC") },
  });
  expect(circuitContents(unweighed("1"))).toBe("empty");
  expect(circuitContents(unweighed("-90"))).toBe("empty");
  expect(circuitContents(unweighed("510"))).toBe("charged");
  expect(circuitContents({ ...unweighed("510"), recover: came("232").recover })).toBe("empty");
});
