import { describe, expect, it } from "vitest";
import { Bench } from "@/core/bench/bench-answer";
import { type BenchState, benchLimits, benchOf } from "@/core/bench/bench-state";
import type { ChargeCurve } from "@/core/bench/charge-curve";
import { seededNoise } from "@/core/maths/noise";
import { benchService } from "./bench-service";

/** Any state that a person could set. */
function randomStates(count: number): BenchState[] {
  const { uniform } = seededNoise(77);
  const within = ({ min, max }: { min: number; max: number }) => min + (max - min) * uniform();
  return Array.from({ length: count }, (): BenchState => {
    const usual = benchOf({
      ...benchOf().label,
      metering: uniform() < 0.5 ? "orifice-tube" : "expansion-valve",
      compressor: uniform() < 0.5 ? "fixed" : "variable-internal",
    });
    return {
      ...usual,
      conditions: {
        ...usual.conditions,
        ambientC: within({ min: 10, max: 45 }),
        humidityPct: within(benchLimits.humidityPct),
        rpm: within(benchLimits.rpm),
      },
      chargeG: within(benchLimits.chargeShare) * usual.label.chargeG,
      faults: uniform() < 0.5 ? [] : [{ cause: "condenser-airflow", severity: uniform(), place: null }],
    };
  });
}

describe("the bench's worker", () => {
  it("answers each of twenty random states as the core does, and a state that has no solution by name", () => {
    const service = benchService();
    let ran = 0;
    for (const state of randomStates(20)) {
      const answer = service.answer(state);
      const own = new Bench().answer(state);
      expect(answer).toMatchObject({ kind: own.kind });
      if (own.kind === "running") {
        ran++;
        expect(answer).toMatchObject({ reading: { vent: expect.closeTo(own.reading.vent, 0) } });
      }
    }
    expect(ran).toBeGreaterThan(14);
    expect(service.answer({ ...benchOf(), chargeG: 3000 })).toMatchObject({
      kind: "none",
      issue: { quantity: "chargeShare" },
    });
  });

  it("gives parts as they come, lets a control be answered between two, and ends when it is given up", async () => {
    const service = benchService();
    const parts: ChargeCurve[] = [];
    let answeredAfter = 0;
    const asked = service.ask(1, "curve", benchOf(), null, (part) => {
      parts.push(part);
      if (parts.length === 2) {
        setTimeout(() => {
          expect(service.answer(benchOf()).kind).toBe("running");
          answeredAfter = parts.length;
          service.giveUp(1);
        }, 0);
      }
    });
    expect(await asked).toBe(false);
    expect(answeredAfter).toBeLessThanOrEqual(3);
    expect(parts.length).toBeLessThan(6);
    expect(parts.map(({ vehicles }) => vehicles).slice(0, 2)).toEqual([1, 2]);
  });

  it("answers the other questions to their end", async () => {
    const service = benchService();
    const hot: unknown[] = [];
    expect(await service.ask(2, "hotDay", benchOf(), { hotC: 40 }, (part) => hot.push(part))).toBe(true);
    expect(hot).toHaveLength(3);
    const bands: unknown[] = [];
    expect(await service.ask(3, "bands", benchOf(), null, (part) => bands.push(part))).toBe(true);
    expect(bands[0]).toMatchObject({ members: expect.any(Number) });
  });
});
