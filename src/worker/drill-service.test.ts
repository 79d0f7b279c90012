import { describe, expect, it } from "vitest";
import { benchOf } from "@/core/bench/bench-state";
import type { DrillSample } from "@/core/drill/drill-car";
import { caseOfCode, truthOfCase } from "@/core/drill/drill-case";
import { readCode } from "@/core/drill/drill-code";
import type { RunStanding } from "./drill-protocol";
import { drillService } from "./drill-service";

const source = { kind: "code", code: "1K-0004Y" } as const;

describe("the worker of a drill", () => {
  it("plays an act out in parts, refuses what cannot be, and is taken up again where it was left", async () => {
    const service = drillService();
    service.setPace(0);
    const seen: DrillSample[] = [];
    let last: RunStanding | null = null;
    service.open(source, [], 0, (samples, standing) => {
      seen.push(...samples);
      last = standing;
    });
    expect(await service.does({ does: "act", act: "settle" })).toEqual({ code: "engine-off" });
    expect(await service.does({ does: "act", act: "gauges" })).toBeNull();
    expect(seen).toHaveLength(240);
    expect(last!).toMatchObject({ atS: 120, connected: ["low", "high"], over: "no", beliefDue: false });
    // Two acts at once: the second waits for nobody and is refused.
    const [first, second] = await Promise.all([
      service.does({ does: "act", act: "look" }),
      service.does({ does: "act", act: "reseat" }),
    ]);
    expect([first, second]).toEqual([null, { code: "already" }]);
    const left = last! as RunStanding;
    const again = drillService();
    again.setPace(0);
    let taken: RunStanding | null = null;
    again.open(source, left.script, left.at, (_, standing) => {
      taken = standing;
    });
    expect(taken!).toEqual(left);
    const kept = await again.debriefOf(source, left.script, left.at);
    expect(kept!.samples).toHaveLength(left.at);
    expect(kept!.debrief.causes).toBeNull();
    // Messages to the page never contain the fault.
    expect(JSON.stringify(left)).not.toMatch(/undercharge|127/);
  });

  it("makes a new case that can be solved, of the cause that was asked for, and gives the next step of its way as a hint", async () => {
    const service = drillService();
    const code = (await service.make("pressures", "undercharge", 12345))!;
    const parts = readCode(code);
    expect(parts.ok && truthOfCase(caseOfCode(parts.value))).toEqual(["undercharge"]);
    const check = (await service.check({ kind: "code", code }))!;
    expect(check.way).not.toBeNull();
    service.setPace(0);
    service.open({ kind: "code", code }, [], 0, () => undefined);
    const hinted = await service.hint();
    expect(check.way).toContain(hinted);
    expect(await service.check({ kind: "code", code: "nonsense" })).toBeNull();
    const own = await service.lesson({ kind: "bench", state: { ...benchOf(), chargeG: 200 } });
    expect(own!.truth).toEqual(["undercharge"]);
  });
});
