import { describe, expect, it } from "vitest";
import { sampled } from "../../../tests/support/sample";
import { benchInstruments } from "./bench-shapes";
import { type BenchState, benchOf } from "./bench-state";
import { BenchVehicles } from "./bench-work";
import { detectionOn } from "./could-tell";

const base = benchOf();
const states: readonly BenchState[] = [
  { ...base, chargeG: 330 },
  { ...base, airG: 10 },
  ...(["condenser-airflow", "metering-stuck-open", "evaporator-airflow", "blend-door"] as const).map((cause) => ({
    ...base,
    faults: [{ cause, severity: 0.6, place: null }],
  })),
];
const vehicles = new BenchVehicles().of(base.label).slice(0, sampled(24, 10));

describe("could a gauge have told", () => {
  it("never finds less with one instrument more, and each of them finds something that fewer do not", () => {
    const gained = new Set<string>();
    for (const state of states)
      for (const ambientC of [20, 32]) {
        const { found, ran } = detectionOn(vehicles, state, ambientC);
        expect(ran).toBeGreaterThan(0);
        for (const [i, instruments] of benchInstruments.entries()) {
          if (i === 0 || found === null) continue;
          const before = found[benchInstruments[i - 1]!];
          expect(found[instruments]).toBeGreaterThanOrEqual(before);
          if (found[instruments] > before) gained.add(instruments);
        }
      }
    expect([...gained].sort()).toEqual(benchInstruments.slice(1).sort());
  });
});
