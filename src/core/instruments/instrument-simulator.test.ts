import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { saturationGaugeKpa } from "../readings/derive/saturation-temperature";
import { InstrumentSimulator } from "./instrument-simulator";
import { simulatedVehicles } from "./simulated-vehicles";
import { readSimulatorState } from "./simulator-state";

/** Without a leak of its own, so that grams can be counted. */
const vehicle = { ...simulatedVehicles[0]!, leaks: [] };

function run(rack: InstrumentSimulator, seconds: number) {
  let sample = rack.step();
  for (let i = 1; i < seconds * 2; i++) sample = rack.step();
  return sample;
}

/** A short hose, as the books have it. */
const line = { heldKg: 0, liquidKg: 0.012, vapourKg: 0.001, drawnInKg: 0.0004, purgeKg: 0 };

describe("simulated rack", () => {
  it("stands at saturation at rest, for a full and for a half-empty circuit alike", () => {
    const { ambientC, altitudeM } = vehicle.site;
    const saturation = saturationGaugeKpa(vehicle.label.refrigerant, ambientC, altitudeM)!;
    for (const share of [1, 0.5]) {
      const sample = run(new InstrumentSimulator(vehicle, (vehicle.label.chargeG / 1000) * share, 1), 5);
      expect(Math.abs(sample.low! - saturation)).toBeLessThan(25);
    }
    expect(run(new InstrumentSimulator(vehicle, 0.02, 1), 5).low).toBeLessThan(saturation - 200);
  });

  it("shows a healthy vehicle where such vehicles are; with two thirds lost low side, vent and suction tell", () => {
    const full = new InstrumentSimulator(vehicle, vehicle.label.chargeG / 1000, 2);
    const leaked = new InstrumentSimulator(vehicle, vehicle.foundKg, 2);
    for (const rack of [full, leaked]) rack.setEngine("idle");
    const a = run(full, 240);
    const b = run(leaked, 240);
    expect(a.low).toBeGreaterThan(150);
    expect(a.low).toBeLessThan(280);
    expect(a.high).toBeGreaterThan(900);
    expect(a.high).toBeLessThan(1750);
    expect(a.vent).toBeLessThan(13);
    expect(b.low).toBeLessThan(a.low! - 20);
    expect(b.vent).toBeGreaterThan(a.vent! + 3);
    expect(b.suction).toBeGreaterThan(a.suction! + 8);
  });

  it("draws a hose in only with the engine running, and keeps what the hose holds when a container is changed", () => {
    const rack = new InstrumentSimulator(vehicle, 0.3, 3);
    rack.setContainer({ id: "a", netKg: 0.2 }, line);
    rack.setValve("liquid-high", 0.15);
    run(rack, 60);
    expect(rack.charge).toBeCloseTo(0.3 + 0.05 - 0.012, 6);
    rack.setContainer({ id: "b", netKg: 0.2 }, { ...line, heldKg: 0 });
    expect(rack.setValve("hose-low")).toEqual({ code: "vapour-while-off" });
    rack.setEngine("fast");
    expect(rack.setValve("hose-low")).toBeNull();
    expect(run(rack, 60)).toMatchObject({ valve: "hose-low" });
    expect(rack.charge).toBeCloseTo(0.35 - line.drawnInKg, 4);
    rack.setEngine("off");
    expect(run(rack, 1).valve).toBe("shut");
  });

  it("moves grams from container to circuit without losing any, and stops when the container is empty", () => {
    const rack = new InstrumentSimulator(vehicle, 0, 3);
    rack.setContainer({ id: "a", netKg: 0.05 }, line);
    expect(rack.setValve("liquid-high")).toBeNull();
    const sample = run(rack, 60);
    expect(rack.charge).toBeCloseTo(0.05 - 0.012, 9);
    expect(Math.abs(sample.scaleG!)).toBeLessThan(3);
    expect(sample.valve).toBe("shut");
  });

  it("shuts the valve at the weight it was told, not a sample later", () => {
    const rack = new InstrumentSimulator(vehicle, 0, 3);
    rack.setContainer({ id: "a", netKg: 0.3 });
    rack.setValve("liquid-high", 0.123);
    expect(run(rack, 120).valve).toBe("shut");
    expect(rack.charge).toBeCloseTo(0.3 - 0.123, 9);
  });

  it("refuses liquid into a running compressor and vapour with the engine off", () => {
    const rack = new InstrumentSimulator(vehicle, 0.4, 4);
    rack.setContainer({ id: "a", netKg: 0.3 });
    expect(rack.setValve("vapour-low")).toEqual({ code: "vapour-while-off" });
    rack.setEngine("idle");
    expect(rack.setValve("liquid-high")).toEqual({ code: "liquid-while-running" });
    expect(rack.setValve("vapour-low")).toBeNull();
    const before = rack.charge;
    run(rack, 30);
    expect(rack.charge).toBeGreaterThan(before);
    rack.setEngine("off");
    const stopped = rack.charge;
    run(rack, 10);
    expect(rack.charge).toBeCloseTo(stopped, 12);
  });

  it("recovers by weight what was in it, then pulls a vacuum that holds", () => {
    const rack = new InstrumentSimulator(vehicle, 0.33, 5);
    expect(rack.setMachine("pump")).toEqual({ code: "not-recovered" });
    expect(rack.setMachine("recover")).toBeNull();
    const recovered = run(rack, 400);
    expect(Math.abs(recovered.recoveredG / 1000 + rack.charge - 0.33)).toBeLessThan(0.003);
    expect(rack.setMachine("pump")).toBeNull();
    const pulled = run(rack, 1200).vacuumKpa!;
    expect(pulled).toBeLessThan(0.1);
    rack.setMachine("off");
    const held = run(rack, 1800).vacuumKpa!;
    expect(held).toBeGreaterThan(pulled);
    expect(held).toBeLessThan(1);
    rack.setEngine("idle");
    expect(rack.setMachine("recover")).toEqual({ code: "engine-running" });
  });

  it("left at any moment, stored as text and taken up again, goes on as if nobody had gone; only a valve shuts", () => {
    const act: fc.Arbitrary<(rack: InstrumentSimulator) => unknown> = fc.oneof(
      fc
        .constantFrom("off" as const, "idle" as const, "fast" as const)
        .map((e) => (rack: InstrumentSimulator) => rack.setEngine(e)),
      fc
        .constantFrom("off" as const, "recover" as const, "pump" as const)
        .map((m) => (rack: InstrumentSimulator) => rack.setMachine(m)),
      fc
        .constantFrom("a", "b")
        .map((id) => (rack: InstrumentSimulator) => rack.setContainer({ id, netKg: 0.25 }, line)),
      fc
        .constantFrom("liquid-high" as const, "vapour-low" as const, "hose-low" as const, "shut" as const)
        .map((v) => (rack: InstrumentSimulator) => rack.setValve(v)),
      fc.integer({ min: 1, max: 120 }).map((seconds) => (rack: InstrumentSimulator) => run(rack, seconds)),
    );
    fc.assert(
      fc.property(fc.array(act, { maxLength: 12 }), fc.constantFrom(0, 0.2, 0.58), (acts, chargeKg) => {
        const rack = new InstrumentSimulator(vehicle, chargeKg, 9);
        for (const one of acts) one(rack);
        const kept = readSimulatorState(JSON.parse(JSON.stringify(rack.state)), vehicle.id);
        expect(kept).not.toBeNull();
        const again = new InstrumentSimulator(vehicle, 0.3, 9, null, kept);
        rack.setValve("shut");
        expect(again.state).toEqual(rack.state);
        expect(again.charge).toBe(rack.charge);
        run(rack, 20);
        run(again, 20);
        expect(again.charge).toBe(rack.charge);
        expect(again.state.circuit.y).toEqual(rack.state.circuit.y);
      }),
      { numRuns: 60 },
    );
  });

  it("takes up a rack kept before the command of an outside control was a state of its own", () => {
    const rack = new InstrumentSimulator(vehicle, 0.58, 9);
    rack.setEngine("idle");
    run(rack, 60);
    const { state } = rack;
    const once = { ...state, circuit: { ...state.circuit, y: state.circuit.y.slice(0, 10) } };
    const kept = readSimulatorState(JSON.parse(JSON.stringify(once)), vehicle.id);
    const again = new InstrumentSimulator(vehicle, 0.3, 9, null, kept);
    for (const one of [rack, again]) run(one, 120);
    expect(again.state.circuit.y[0]! / rack.state.circuit.y[0]!).toBeCloseTo(1, 1);
    expect(again.charge).toBeCloseTo(rack.charge, 3);
    expect(
      readSimulatorState({ ...once, circuit: { ...once.circuit, y: once.circuit.y.slice(1) } }, vehicle.id),
    ).toBeNull();
  });

  it("weighs a can that comes back as it was taken off, whatever is said of it; another car's rack is not taken up", () => {
    const rack = new InstrumentSimulator(vehicle, 0, 3);
    rack.setContainer({ id: "a", netKg: 0.3 });
    rack.setValve("liquid-high", 0.2);
    run(rack, 120);
    rack.setContainer(null);
    rack.setContainer({ id: "a", netKg: 0.3 });
    expect(Math.abs(run(rack, 5).scaleG! - 200)).toBeLessThan(4);
    expect(readSimulatorState(rack.state, "another")).toBeNull();
    expect(readSimulatorState({ ...rack.state, engine: "flat out" }, vehicle.id)).toBeNull();
  });

  describe("with a hole in its condenser", () => {
    const holed = { ...vehicle, leaks: [{ place: "condenser" as const, areaM2: 9e-12 }] };

    it("sets the detector off there, nowhere else, and no more once the condenser was renewed", () => {
      const rack = new InstrumentSimulator(holed, 0.175, 5);
      run(rack, 5);
      expect(rack.sniffGYear("condenser")).toBeGreaterThan(150);
      expect(rack.sniffGYear("evaporator")).toBe(0);
      rack.closeLeaks(["suction-hose"]);
      expect(rack.sniffGYear("condenser")).toBeGreaterThan(0);
      rack.closeLeaks(["condenser"]);
      expect(rack.sniffGYear("condenser")).toBe(0);
    });

    it("takes nitrogen only when it is empty, stopped and below the limit, and neither pump nor valve while it is in", () => {
      const rack = new InstrumentSimulator(holed, 0.175, 5);
      expect(rack.pressurise(1000, 1200)).toEqual({ code: "not-recovered" });
      const empty = new InstrumentSimulator(holed, 0, 5);
      empty.setEngine("idle");
      expect(empty.pressurise(1000, 1200)).toEqual({ code: "engine-running" });
      empty.setEngine("off");
      expect(empty.pressurise(1300, 1200)).toEqual({ code: "over-limit" });
      expect(empty.pressurise(1000, 1200)).toBeNull();
      const filled = run(empty, 5);
      expect(Math.abs(filled.high! - 1000)).toBeLessThan(30);
      expect(filled.vacuumKpa).toBeNull();
      expect(empty.setMachine("pump")).toEqual({ code: "test-gas-in" });
      empty.setContainer({ id: "a", netKg: 0.2 });
      expect(empty.setValve("liquid-high")).toEqual({ code: "test-gas-in" });
      empty.releaseTestGas();
      expect(empty.setMachine("pump")).toBeNull();
      expect(run(empty, 60).vacuumKpa).toBeLessThan(80);
    });

    it("cools after filling, then loses by the hole alone; taken up from its stored text it goes on standing", () => {
      const big = { ...vehicle, leaks: [{ place: "condenser" as const, areaM2: 6e-10 }] };
      const [leaking, tight] = [big, vehicle].map((car) => {
        const rack = new InstrumentSimulator(car, 0, 5);
        rack.pressurise(1000, 1200);
        return { rack, settled: run(rack, 900).high! };
      });
      expect(tight!.settled).toBeLessThan(1000);
      const end = run(tight!.rack, 1800).high!;
      expect(Math.abs(end - tight!.settled)).toBeLessThan(12);
      const state = readSimulatorState(JSON.parse(JSON.stringify(leaking!.rack.state)), vehicle.id)!;
      const again = new InstrumentSimulator(big, 0, 5, null, state);
      again.standUnderVacuum(1800);
      const fell = leaking!.settled - run(again, 1).high!;
      expect(fell).toBeGreaterThan(15);
      expect(Math.abs(fell - (leaking!.settled - run(leaking!.rack, 1800).high!))).toBeLessThan(12);
    });
  });

  it("gives the same samples for the same seed", () => {
    const samples = [7, 7, 8].map((seed) => {
      const rack = new InstrumentSimulator(vehicle, 0.5, seed);
      rack.setEngine("fast");
      return JSON.stringify(run(rack, 20));
    });
    expect(samples[0]).toBe(samples[1]);
    expect(samples[0]).not.toBe(samples[2]);
  });
});
