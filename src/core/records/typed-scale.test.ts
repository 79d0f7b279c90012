import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/demo-jobs";
import { entry } from "../units/entry";
import { balanceOf, chargeInputsOf } from "./derived/job-readings";
import type { Job } from "./job";
import { type Shows, typedDraw } from "./typed-scale";

const now = new Date("2026-07-14T11:00:00.000Z");
const at = now.toISOString();
const van = demoJobs(now)[0]!;
const contents = (job: Job) => {
  const balance = balanceOf(job);
  if (!balance?.ok) throw new Error("no balance");
  return balance.value.perContainer;
};
const can = contents(van)[0]!;
const typed = (text: string, shows: Shows, container = can, job = van) =>
  typedDraw(job, container, { entry: entry(text, "g"), shows, valve: null, at });

describe("a draw typed from a scale", () => {
  it("is the same draw by content left, zeroed scale and dosed weight", () => {
    const draws = [typed(`${can.leftG - 120}`, "left"), typed(`-${can.drawnG + 120}`, "zeroed"), typed("120", "in")];
    for (const draw of draws) {
      expect(draw).toMatchObject({ ok: true, value: { grams: 120 } });
      if (draw.ok) expect(contents(draw.value.book(van))[0]!.leftG).toBe(can.leftG - 120);
    }
  });

  it("is refused where it is unreadable, more than there is, or no change", () => {
    expect(typed("12O", "left")).toMatchObject({ issue: { code: "unreadable", shows: "left" } });
    expect(typed("-5", "left")).toMatchObject({ issue: { code: "unreadable" } });
    expect(typed(`${can.leftG + 50}`, "left")).toMatchObject({ issue: { code: "refused" } });
    expect(typed(`${can.leftG - 0.2}`, "left")).toMatchObject({ issue: { code: "no-change", leftG: can.leftG } });
  });

  it("says by how much it would be over the label, beyond its tolerance", () => {
    let job = van;
    for (;;) {
      const container = contents(job).find(({ leftG }) => leftG > 1);
      if (container === undefined) throw new Error("the cans hold less than the label");
      const draw = typed(`${Math.max(0, container.leftG - 100)}`, "left", container, job);
      if (!draw.ok) throw new Error(JSON.stringify(draw.issue));
      job = draw.value.book(job);
      if (draw.value.overG === 0) continue;
      const after = balanceOf(job);
      expect(after?.ok && after.value.inVehicleG + after.value.drawInG).toBeCloseTo(
        chargeInputsOf(job)!.labelG + draw.value.overG,
        1,
      );
      break;
    }
  });
});
