import { describe, expect, it } from "vitest";
import { usualDay, vehicleOf } from "../../../tests/support/vehicles";
import { CircuitSimulation } from "../circuit/time/simulation";
import { foundCharge, judgeRecovery, type RecoverySample, WATCH_S } from "./recovery";

/** A machine on a simulated car, run and stopped at these times, s. */
function recovered(chargeKg: number, switches: readonly [number, boolean][], until: number) {
  const simulation = new CircuitSimulation({ vehicle: vehicleOf(), conditions: usualDay(), faults: [], chargeKg });
  const samples: RecoverySample[] = [];
  let machineOn = false;
  for (let time = 0; time <= until; time += 2) {
    const now = switches.findLast(([at]) => at <= time)?.[1] ?? false;
    if (now !== machineOn) simulation.setMachine(now ? "recover" : "off");
    machineOn = now;
    simulation.advance(2);
    const { lowKpa, recoveredKg } = simulation.truth();
    samples.push({ time, low: lowKpa, recoveredG: recoveredKg * 1000, machineOn });
  }
  return samples;
}

describe("recovery", () => {
  it("is drawing, then dry, then boils up again out of the oil; run long enough it stays down", () => {
    const first = recovered(
      0.57,
      [
        [0, true],
        [260, false],
      ],
      430,
    );
    const at = (time: number) => judgeRecovery(first.filter((sample) => sample.time <= time));
    expect(at(60)).toMatchObject({ state: "drawing" });
    expect(at(20).state).toBe("drawing");
    expect(at(280).state).toBe("watching");
    expect(at(430).state).toBe("boiling");
    const long = recovered(
      0.57,
      [
        [0, true],
        [1500, false],
      ],
      1500 + WATCH_S + 10,
    );
    expect(judgeRecovery(long.filter(({ time }) => time <= 1490))).toEqual({ state: "dry" });
    expect(judgeRecovery(long)).toMatchObject({ state: "done" });
    // The second run recovers what the first left.
    expect(long.at(-1)!.recoveredG).toBeGreaterThan(first.at(-1)!.recoveredG + 3);
    expect(long.at(-1)!.recoveredG).toBeLessThanOrEqual(570);
  });

  it("tells the loss and its rate with its range", () => {
    const label = { chargeG: 620, toleranceG: 20 };
    const found = foundCharge(214, 0, label, 45 * 30.44);
    expect(found.lostG).toBe(406);
    expect(found.lostShare).toBeCloseTo(0.655, 3);
    expect(found.lossGPerMonth!.median).toBeCloseTo(9.02, 2);
    expect(found.lossGPerMonth!.low).toBeLessThan(found.lossGPerMonth!.median);
    expect(found.lossGPerMonth!.high).toBeGreaterThan(found.lossGPerMonth!.median);
    expect(foundCharge(214, 6, label, null)).toMatchObject({ foundG: 220, lossGPerMonth: null });
    expect(foundCharge(700, 0, label, 300).lossGPerMonth).toBeNull();
  });
});
