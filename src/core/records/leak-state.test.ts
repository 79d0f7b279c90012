import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/demo-jobs";
import { customerWords } from "@/words/customer";
import { workDone } from "@/words/work-done";
import { missesMoreThanSound } from "../charge/sound-loss";
import { entry } from "../units/entry";
import { figuresIn, systemUnits } from "../units/figures";
import type { Job } from "./job";
import { leakingParts, leakStateOf } from "./leak-state";

const now = "2026-06-01T10:00:00.000Z";
const [, , pickup] = demoJobs(new Date(now)) as [Job, Job, Job];
const figures = figuresIn(systemUnits.kPa);

/** Weighed on arrival, nothing found or renewed. */
const came = (recovered: string, change: Partial<Job> = {}): Job => ({
  ...pickup,
  recover: { ...pickup.recover, recovered: entry(recovered, "g") },
  repair: { ...pickup.repair, parts: [] },
  prove: { ...pickup.prove, checks: [] },
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
    expect(told(dated)).toMatch(/At that rate a quarter of it is gone again after about \d+ months/);
  });

  it("is told by a place that leaks, or by a part that was renewed", () => {
    const check = { part: "condenser" as const, method: "sniffer" as const, leaks: true, at: now };
    const leaking = came("232", { prove: { ...pickup.prove, checks: [check] } });
    expect([leakStateOf(leaking), leakingParts(leaking)]).toEqual(["found", ["condenser"]]);
    const tightNow = { ...leaking, prove: { ...leaking.prove, checks: [check, { ...check, leaks: false }] } };
    expect(leakStateOf(tightNow)).toBe("not-found");
    const part = (kind: "opened" | "renewed", name: "condenser" | "metering-device" | "o-rings") =>
      leakStateOf(
        came("232", { repair: { ...pickup.repair, parts: [{ ...pickup.repair.parts[0]!, part: name, kind }] } }),
      );
    expect(part("renewed", "condenser")).toBe("repaired");
    expect(part("opened", "condenser")).toBe("not-found");
    expect(part("opened", "o-rings")).toBe("repaired");
    expect(part("renewed", "metering-device")).toBe("not-found");
  });

  it("is no question where no more is missing than a sound car loses; too much in it is said as such", () => {
    expect(leakStateOf(came("610"))).toBe("none");
    expect(told(came("610"))).toContain("two years");
    expect(told(came("825"))).toMatch(/more than the label's/);
    expect(told(came("825"))).not.toContain("label charge");
  });

  it("allows for the years since it was filled", () => {
    expect(missesMoreThanSound(100, 20, 6, 1)).toBe(true);
    expect(missesMoreThanSound(100, 20, 6, 6)).toBe(false);
    expect(missesMoreThanSound(100, 20, 6, null)).toBe(false);
    expect(missesMoreThanSound(120, 20, 6, null)).toBe(true);
  });
});
