import { describe, expect, it } from "vitest";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { figuresIn, metricFigures, systemUnits } from "@/core/units/figures";
import { demoJobs } from "@/demo/demo-jobs";
import { workDone } from "./work-done";

const [van, , pickup] = demoJobs(new Date("2026-06-02T10:00:00Z")) as [Job, Job, Job];
const said = (job: Job, figures = metricFigures) =>
  Object.fromEntries(workDone(job, figures).map(({ what, text }) => [what, text]));

describe("what was done, for who signs it", () => {
  it("says of a car that nothing was done to that nothing was done", () => {
    expect(said(van)).toMatchObject({
      Weight: "Nothing recovered; nothing charged by weight.",
      Parts: "None opened or replaced.",
      Vacuum: "Not evacuated, or not recorded.",
    });
    expect(said(van)["Leak check"]).toMatch(/^Not done/);
  });

  it("tells weights, parts, vacuum, leaks and notes in the shop's units, and agrees with the label", () => {
    const job: Job = {
      ...pickup,
      evacuate: {
        ...pickup.evacuate,
        lowest: entry("0.8", "mbarAbs"),
        held: entry("1.1", "mbarAbs"),
        hold: entry("30", "min"),
        trace: [],
      },
      leak: {
        ...pickup.leak,
        checks: [{ ...pickup.leak.checks[0]!, method: "detector", stage: "after-work" }],
      },
      steps: { ...pickup.steps, repair: { ...pickup.steps.repair, note: "Thread of the high port is worn" } },
    };
    const metric = said(job);
    expect(metric.Weight).toMatch(/625 g charged now, within the label \(624 ± 26 g\)/);
    expect(metric.Vacuum).toMatch(
      /^Down to 0\.80 mbar abs; 1\.10 mbar abs after 30 min, judged tight; leaks below 1 \d{3} g per year do not show\.$/,
    );
    expect(metric["Leak check"]).toBe("Leak at: condenser, electronic detector; caps fitted.");
    expect(metric["Note, repair"]).toBe("Thread of the high port is worn");
    const us = Object.values(said(job, figuresIn(systemUnits.us))).join(" ");
    expect(us).toContain("22.0 ± 0.9 oz");
    expect(us).not.toMatch(/\d g\b|mbar/);
  });
});
