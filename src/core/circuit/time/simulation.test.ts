import { describe, expect, it } from "vitest";
import { usualDay, usualLabel, vehicleOf } from "../../../../tests/support/vehicles";
import { makePlant } from "../steady/plant";
import { solveSteady } from "../steady/steady";
import { sizeVehicle } from "../vehicle/sizing";
import { innerVolumeM3, sideVolumes } from "../vehicle/vehicle";
import { fullCan } from "./container";
import { CircuitSimulation, type SimulationSetup } from "./simulation";

function run(change: Partial<SimulationSetup> = {}): CircuitSimulation {
  return new CircuitSimulation({ vehicle: vehicleOf(), conditions: usualDay(), faults: [], ...change });
}

describe("a vehicle played in time", () => {
  it("follows the day: hotter air raises the high side, a faster engine turns the compressor up or down", () => {
    const simulation = run();
    simulation.setEngine(true, 900);
    simulation.advance(240);
    const mild = simulation.truth();
    simulation.setConditions({ ambientC: 38 });
    simulation.advance(240);
    const hot = simulation.truth();
    expect(hot.highKpa).toBeGreaterThan(mild.highKpa + 200);
    expect(hot.ventC).toBeGreaterThan(mild.ventC);
    // At full command in the heat it stays at full stroke; on a mild day a faster engine needs less of it.
    expect(hot.duty).toBe(1);
    expect(hot.command).toBeCloseTo(1, 4);
    simulation.setConditions({ ambientC: 22, rpm: 2200 });
    simulation.advance(240);
    expect(simulation.truth().duty).toBeLessThan(hot.duty * 0.75);
    expect(simulation.truth().command).toBeLessThan(1);
  });

  it("lets the clutch go when cooling is no longer asked for, and the sides drift together", () => {
    const simulation = run();
    simulation.setEngine(true, 900);
    simulation.advance(200);
    simulation.setCooling(false);
    simulation.advance(5);
    expect(simulation.truth()).toMatchObject({ clutchIn: false, duty: 0 });
    const early = simulation.truth();
    simulation.advance(300);
    const late = simulation.truth();
    expect(late.highKpa - late.lowKpa).toBeLessThan(early.highKpa - early.lowKpa);
    simulation.setCooling(true);
    simulation.advance(60);
    expect(simulation.truth().clutchIn).toBe(true);
  });

  it("advances by the same road in one stride or in many", () => {
    const [one, many] = [run(), run()];
    for (const simulation of [one, many]) simulation.setEngine(true, 1200);
    one.advance(90);
    for (let i = 0; i < 900; i++) many.advance(0.1);
    expect(many.time).toBeCloseTo(one.time, 6);
    expect(many.truth().highKpa).toBeCloseTo(one.truth().highKpa, 6);
    one.advance(0.03);
    expect(one.time).toBeCloseTo(many.time, 6);
  });

  it("loses through a leak what it loses, and lets air in under vacuum at the same hole", () => {
    const leaks = [{ place: "condenser" as const, areaM2: 6e-9 }];
    const leaky = run({ leaks });
    const before = leaky.chargeKg;
    const rate = leaky.leakFlowKgS(leaky.leakAreaM2());
    leaky.advance(120);
    expect((before - leaky.chargeKg) / (rate * 120)).toBeCloseTo(1, 1);
    expect(leaky.leakAreaM2("condenser")).toBe(6e-9);
    expect(leaky.leakAreaM2("evaporator")).toBe(0);
    const [tight, holed] = [run({ chargeKg: 0 }), run({ chargeKg: 0, leaks })];
    for (const simulation of [tight, holed]) {
      simulation.setMachine("pump");
      simulation.advance(1500);
      simulation.setMachine("off");
      simulation.advance(600);
    }
    expect(holed.truth().vacuumKpa!).toBeGreaterThan(tight.truth().vacuumKpa! + 0.5);
  });

  it("charged without pulling a vacuum, the air stays in and shows", () => {
    const charged = (pulled: boolean) => {
      const simulation = run({ chargeKg: 0 });
      if (pulled) {
        simulation.setMachine("pump");
        simulation.advance(1500);
        simulation.setMachine("off");
      }
      simulation.setContainer(fullCan(0.6, 40));
      simulation.setCharging({ side: "high", phase: "liquid", opening: 1, stopAtKg: 0.3 });
      simulation.advance(1200);
      return simulation.truth();
    };
    const right = charged(true);
    const wrong = charged(false);
    expect(right.chargeKg).toBeCloseTo(0.3, 6);
    expect(wrong.lowKpa).toBeGreaterThan(right.lowKpa + 60);
  });

  it("starts from the temperature it has soaked to", () => {
    const warm = run({ soakC: 45 }).truth();
    const cool = run({ soakC: 15 }).truth();
    expect(warm.lowKpa).toBeGreaterThan(cool.lowKpa + 400);
  });

  it("an infrared spot is as warm as what is behind it, standing and running", () => {
    const simulation = run();
    simulation.advance(5);
    expect(simulation.condenserSurfaceC(0.2)).toBeCloseTo(simulation.condenserSurfaceC(0.9), 6);
    simulation.setEngine(true, 1000);
    simulation.advance(240);
    for (let share = 0; share < 1; share += 0.05) {
      expect(simulation.condenserSurfaceC(share)).toBeGreaterThanOrEqual(
        simulation.condenserSurfaceC(share + 0.05) - 1e-9,
      );
    }
    expect(simulation.condenserSurfaceC(1)).toBeCloseTo(simulation.truth().liquidLineC, 6);
  });
});

describe("sizing", () => {
  it("grows a vehicle with its label, keeps both sides of one whole, and a fan and a port as they are", () => {
    const small = vehicleOf({ chargeG: 400 });
    const large = vehicleOf({ chargeG: 800 });
    expect(innerVolumeM3(large) / innerVolumeM3(small)).toBeGreaterThan(1.6);
    expect(large.compressor.displacementM3).toBeGreaterThan(small.compressor.displacementM3);
    const { high, low } = sideVolumes(large);
    expect(high + low).toBeCloseTo(innerVolumeM3(large), 12);
    expect(large.label).toEqual(usualLabel({ chargeG: 800 }));
    const two = vehicleOf({ evaporators: 2, chargeG: 1100 });
    expect(two.evaporators).toHaveLength(2);
    expect(two.rearValve).not.toBeNull();
  });

  it("gives R1234yf a wider passage, an orifice an accumulator, a valve a receiver", () => {
    const valve = vehicleOf();
    const yf = vehicleOf({ refrigerant: "R1234yf" });
    if (valve.metering.kind !== "valve" || yf.metering.kind !== "valve") throw new Error("no valve");
    expect(yf.metering.widestM2).toBeGreaterThan(valve.metering.widestM2 * 1.2);
    expect(valve).toMatchObject({ accumulatorM3: 0 });
    expect(valve.receiverM3).toBeGreaterThan(0);
    const orifice = vehicleOf({ metering: "orifice-tube" });
    expect(orifice.receiverM3).toBe(0);
    expect(orifice.accumulatorM3).toBeGreaterThan(0);
    expect(orifice.condenser.subcoolShare).toBe(0);
  });

  it("clips the wildest draws, so that every relative can still be", () => {
    for (const wild of [-9, 9]) {
      const sized = sizeVehicle(usualLabel({ compressor: "fixed" }), () => wild);
      if (!sized.ok) throw new Error(sized.issue.code);
      const solved = solveSteady(makePlant(sized.value, usualDay({ ambientC: 30, rpm: 900 }), []));
      expect(solved).toMatchObject({ ok: true, value: { kind: "running" } });
    }
  });
});

describe("the high-side port", () => {
  it("before the condenser reads what the compressor pushes against, after it what is left", () => {
    const at = (highPort: "after-condenser" | "before-condenser") => {
      const solved = solveSteady(makePlant(vehicleOf({ highPort }), usualDay({ rpm: 1800, ambientC: 34 }), []));
      if (!solved.ok || solved.value.kind !== "running") throw new Error("not running");
      return solved.value.state;
    };
    const before = at("before-condenser");
    const after = at("after-condenser");
    expect(before.highKpa).toBeGreaterThan(after.highKpa + 5);
    expect(before.lowKpa).toBeCloseTo(after.lowKpa, 6);
    expect(before.subcoolingK).toBeGreaterThan(after.subcoolingK);
  });
});
