import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sampled } from "../../../../tests/support/sample";
import { soundCars } from "../../../../tests/support/sound-cars";
import { usualDay, vehicleOf } from "../../../../tests/support/vehicles";
import type { Fault } from "../faults";
import { makePlant } from "../steady/plant";
import { solveSteady } from "../steady/steady";
import type { VehicleLabel } from "../vehicle/vehicle";
import { fullCan } from "./container";
import { evacuate, type VacuumState, vacuumKpa } from "./evacuation";
import { HIGH_KG, LOW_KG } from "./held-charge";
import { CircuitSimulation, type SimulationSetup } from "./simulation";
import { LOW_KPA, restingState, runningState, stillPlant, TransientCircuit } from "./transient";

const conditions = usualDay({ ambientC: 30, altitudeM: 300 });
const vehicle = vehicleOf;

function simulation(change: Partial<SimulationSetup> = {}): CircuitSimulation {
  return new CircuitSimulation({ vehicle: vehicle(), conditions, faults: [], ...change });
}

describe("a running circuit in time", () => {
  const cases: [string, Partial<VehicleLabel>, Fault[]][] = [
    ["valve, inside control", { compressor: "variable-internal" }, []],
    ["valve, fixed, R1234yf", { compressor: "fixed", refrigerant: "R1234yf" }, []],
    ["orifice", { metering: "orifice-tube", compressor: "variable-external" }, []],
    ["orifice, R1234yf", { metering: "orifice-tube", refrigerant: "R1234yf", chargeG: 780 }, []],
    ["two evaporators", { evaporators: 2, chargeG: 1000 }, []],
    ["undercharge", {}, [{ cause: "undercharge", severity: 0.6 }]],
    ["a tenth of the charge left", {}, [{ cause: "undercharge", severity: 0.93 }]],
    ["a fifteenth of the charge left", { compressor: "fixed" }, [{ cause: "undercharge", severity: 0.96 }]],
    [
      "a tenth left behind an orifice",
      { metering: "orifice-tube", compressor: "variable-internal" },
      [{ cause: "undercharge", severity: 0.93 }],
    ],
    ["overcharge", {}, [{ cause: "overcharge", severity: 0.63 }]],
    [
      "an accumulator overfilled by a half",
      { metering: "orifice-tube", compressor: "variable-internal" },
      [{ cause: "overcharge", severity: 0.72 }],
    ],
    ["a blockage inside the condenser", {}, [{ cause: "restriction-before-port", severity: 0.75, place: 0.6 }]],
    ["air", { compressor: "electric" }, [{ cause: "air", severity: 0.6 }]],
    ["valve stuck open", {}, [{ cause: "metering-stuck-open", severity: 0.9 }]],
    ["blocked drier", {}, [{ cause: "restriction-after-port", severity: 0.9 }]],
    ["low stroke", {}, [{ cause: "compressor-low-stroke", severity: 0.8 }]],
  ];

  it.each(cases)("settles on the steady answer: %s", (_, change, faults) => {
    const of = vehicle(change);
    const hot = { ...conditions, ambientC: 34, rpm: 1000 };
    const plant = makePlant(of, hot, faults);
    const solved = solveSteady(plant);
    if (!solved.ok || solved.value.kind !== "running") throw new Error("no steady state");
    const { state } = solved.value;
    if (state.limitedBy !== null) throw new Error("this case must not cycle");
    const run = simulation({ vehicle: of, conditions: hot, faults });
    run.setEngine(true, 1000);
    run.advance(600);
    const now = run.truth();
    expect(Math.abs((now.lowKpa + plant.atmosphereKpa) / state.lowKpa - 1)).toBeLessThan(0.02);
    expect(Math.abs((now.highKpa + plant.atmosphereKpa) / state.highKpa - 1)).toBeLessThan(0.02);
    for (const channel of ["suctionLineC", "liquidLineC", "ventC", "dischargeLineC", "condenserOutletAirC"] as const) {
      expect(Math.abs(now[channel] - state[channel]), channel).toBeLessThan(1);
    }
  });

  it("stands still once it runs: no sound vehicle hunts by a twenty-fifth of its suction pressure", () => {
    const none = { flow: 0, enthalpy: 0 };
    const cars = soundCars(sampled(200, 16), 11, { ambientC: [18, 38], rpm: [700, 2000] });
    for (const { plant, state, label } of cars) {
      if (state.limitedBy !== null) continue;
      const y = runningState(plant, state.point);
      const circuit = new TransientCircuit();
      const drive = { plant, clutchIn: true, engineOn: true, lowPort: none, highPort: none };
      let [least, most] = [Number.POSITIVE_INFINITY, 0];
      for (let i = 0; i < 1500; i++) {
        circuit.step(drive, y, 0.1);
        if (i < 900) continue;
        least = Math.min(least, y[LOW_KPA]!);
        most = Math.max(most, y[LOW_KPA]!);
      }
      expect(most - least, `${label.metering}, ${label.compressor}`).toBeLessThan(0.04 * state.lowKpa);
    }
  }, 60_000);

  it("keeps its mass to rounding whatever is done to the engine", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            on: fc.boolean(),
            rpm: fc.integer({ min: 700, max: 2600 }),
            seconds: fc.integer({ min: 1, max: 60 }),
          }),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        fc.double({ min: 0.2, max: 1.3, noNaN: true }),
        fc.constantFrom("expansion-valve" as const, "orifice-tube" as const),
        (acts, share, metering) => {
          const run = simulation({ vehicle: vehicle({ metering }), chargeKg: 0.6 * share });
          for (const { on, rpm, seconds } of acts) {
            run.setEngine(on, rpm);
            run.advance(seconds);
          }
          expect(run.chargeKg).toBeCloseTo(0.6 * share, 9);
          for (const [name, value] of Object.entries(run.truth())) {
            if (typeof value === "number") expect(Number.isFinite(value), name).toBe(true);
          }
        },
      ),
      { numRuns: 40, seed: 7 },
    );
  });

  it("pulls down, stops, meets and comes back to rest at saturation", () => {
    const run = simulation();
    const rest = run.truth();
    expect(Math.abs(rest.lowKpa - rest.highKpa)).toBeLessThan(1);
    run.setEngine(true, 900);
    run.advance(3);
    const early = run.truth();
    run.advance(200);
    const late = run.truth();
    expect(early.ventC).toBeGreaterThan(late.ventC + 2);
    expect(late.highKpa).toBeGreaterThan(rest.highKpa + 100);
    run.setEngine(false);
    run.advance(4 * 3600);
    const soaked = run.truth();
    expect(Math.abs(soaked.lowKpa - rest.lowKpa)).toBeLessThan(6);
    expect(Math.abs(soaked.highKpa - soaked.lowKpa)).toBeLessThan(6);
  });

  it("cycles a fixed clutch at low load about the mean the steady solver gives", () => {
    for (const metering of ["expansion-valve", "orifice-tube"] as const) {
      const of = vehicle({ metering, compressor: "fixed" });
      const cool = { ...conditions, ambientC: 22, rpm: 1800 };
      const plant = makePlant(of, cool, []);
      const solved = solveSteady(plant);
      if (!solved.ok || solved.value.kind !== "running" || !solved.value.state.cycling) throw new Error("must cycle");
      const { cycling } = solved.value.state;
      const run = simulation({ vehicle: of, conditions: cool });
      run.setEngine(true, 1800);
      run.advance(300);
      let starts = 0;
      let inBefore = run.truth().clutchIn;
      let min = Number.POSITIVE_INFINITY;
      let max = 0;
      const seconds = 240;
      for (let t = 0; t < seconds; t += 0.2) {
        run.advance(0.2);
        const { clutchIn, lowKpa } = run.truth();
        if (clutchIn && !inBefore) starts++;
        inBefore = clutchIn;
        min = Math.min(min, lowKpa);
        max = Math.max(max, lowKpa);
      }
      expect(starts).toBeGreaterThan(3);
      // Two nodes stand for a whole coil: period within a factor of two, the turning points within some 60 kPa.
      expect(seconds / starts / cycling.periodS).toBeGreaterThan(0.5);
      expect(seconds / starts / cycling.periodS).toBeLessThan(2);
      expect(Math.abs(min + plant.atmosphereKpa - cycling.lowMinKpa)).toBeLessThan(60);
      expect(Math.abs(max + plant.atmosphereKpa - cycling.lowMaxKpa)).toBeLessThan(60);
    }
  });

  it("holds the clutch out at the high-pressure switch, and without enough refrigerant", () => {
    const choked = simulation({
      vehicle: vehicle({ compressor: "fixed" }),
      conditions: { ...conditions, ambientC: 42, rpm: 2400 },
      faults: [{ cause: "condenser-airflow", severity: 1 }],
    });
    choked.setEngine(true, 2400);
    let held = false;
    for (let i = 0; i < 600; i++) {
      choked.advance(1);
      held ||= choked.truth().heldBy === "high-pressure";
    }
    expect(held).toBe(true);
    const empty = simulation({ chargeKg: 0.02 });
    empty.setEngine(true, 900);
    empty.advance(30);
    expect(empty.truth()).toMatchObject({ clutchIn: false, heldBy: "lock-out" });
  });

  it("air shows at rest on both gauges, and running on the high one", () => {
    const clean = simulation();
    const airy = simulation({ airKg: 0.006 });
    expect(airy.truth().lowKpa).toBeGreaterThan(clean.truth().lowKpa + 60);
    for (const run of [clean, airy]) {
      run.setEngine(true, 900);
      run.advance(300);
    }
    expect(airy.truth().highKpa).toBeGreaterThan(clean.truth().highKpa + 100);
    expect(Math.abs(airy.truth().lowKpa - clean.truth().lowKpa)).toBeLessThan(30);
  });
});

describe("charging and recovering", () => {
  it("out and in again returns the state", () => {
    const run = simulation();
    run.setEngine(true, 1000);
    run.advance(400);
    const before = run.truth();
    run.setEngine(false);
    run.setMachine("recover");
    run.advance(90);
    run.setMachine("off");
    const taken = run.truth().recoveredKg;
    expect(taken).toBeGreaterThan(0.05);
    expect(run.chargeKg + taken).toBeCloseTo(0.6, 9);
    run.setContainer(fullCan(taken, 40));
    run.setCharging({ side: "high", phase: "liquid", opening: 1, stopAtKg: 0 });
    run.advance(900);
    if (run.truth().containerKg! > 0) {
      run.setEngine(true, 1000);
      run.setCharging({ side: "low", phase: "vapour", opening: 1, stopAtKg: 0 });
      run.advance(1200);
    }
    expect(run.chargeKg).toBeCloseTo(0.6, 6);
    run.setEngine(true, 1000);
    run.advance(600);
    const after = run.truth();
    expect(Math.abs(after.lowKpa - before.lowKpa)).toBeLessThan(2);
    expect(Math.abs(after.highKpa - before.highKpa)).toBeLessThan(5);
    expect(Math.abs(after.suctionLineC - before.suctionLineC)).toBeLessThan(0.3);
  });

  it("a can cools as it gives vapour, slows down, and runs out half way without losing count", () => {
    const run = simulation({ chargeKg: 0.3 });
    run.setEngine(true, 900);
    run.advance(60);
    const can = fullCan(0.2, 28);
    run.setContainer(can);
    run.setHose({ heldKg: 0, liquidKg: 0.03, vapourKg: 0.001, drawnInKg: 0.0004, purgeKg: 0.004 });
    run.setCharging({ side: "low", phase: "vapour", opening: 1, stopAtKg: 0 });
    run.advance(20);
    const early = 0.2 - can.netKg;
    run.advance(100);
    const before = can.netKg;
    run.advance(20);
    expect(can.temperatureC).toBeLessThan(22);
    expect(before - can.netKg).toBeLessThan(early);
    run.advance(3600);
    expect(can.netKg).toBe(0);
    expect(run.chargingPort).toBeNull();
    expect(run.chargeKg).toBeCloseTo(0.3 + 0.2 - 0.001 - 0.004, 9);
  });

  it("a hose full of liquid counts as outside the car until the running low side has drawn it in", () => {
    const run = simulation({ chargeKg: 0.3 });
    run.setContainer(fullCan(0.3, 55));
    run.setHose({ heldKg: 0, liquidKg: 0.03, vapourKg: 0.001, drawnInKg: 0.0004, purgeKg: 0 });
    run.setCharging({ side: "high", phase: "liquid", opening: 1, stopAtKg: 0.2 });
    run.advance(120);
    expect(run.chargingPort).toBeNull();
    expect(run.chargeKg).toBeCloseTo(0.3 + 0.1 - 0.03, 6);
    run.setEngine(true, 1500);
    run.setCharging({ side: "low", phase: "hose", opening: 1, stopAtKg: 0 });
    run.advance(60);
    expect(run.containerKg).toBeCloseTo(0.2, 9);
    expect(run.chargeKg).toBeCloseTo(0.4 - 0.0004, 4);
    expect(run.chargeKg + run.hoseHeldKg).toBeCloseTo(0.4, 6);
  });

  it("liquid into an empty circuit flashes, warms to the room and stands at saturation", () => {
    const run = simulation({ chargeKg: 0 });
    run.setMachine("pump");
    run.advance(1200);
    run.setMachine("off");
    expect(run.truth().vacuumKpa!).toBeLessThan(0.2);
    run.setContainer(fullCan(0.3, 38));
    run.setCharging({ side: "high", phase: "liquid", opening: 1, stopAtKg: 0 });
    run.advance(4 * 3600);
    const { lowKpa, highKpa, chargeKg } = run.truth();
    expect(chargeKg).toBeCloseTo(0.3, 6);
    const saturation = run.plant.fluid.saturationPressureKpa(30) - run.plant.atmosphereKpa;
    expect(Math.abs(highKpa - saturation)).toBeLessThan(12);
    expect(Math.abs(lowKpa - saturation)).toBeLessThan(12);
  });

  it("recovery draws down, and the pressure comes back while liquid still boils off", () => {
    const run = simulation();
    run.setMachine("recover");
    run.advance(55);
    const drawn = run.truth().lowKpa;
    run.setMachine("off");
    run.advance(120);
    expect(run.chargeKg).toBeGreaterThan(0.02);
    expect(run.truth().lowKpa).toBeGreaterThan(drawn + 20);
  });
});

describe("evacuation", () => {
  const setting = { volumeM3: 2.3e-3, wallC: 22, atmosphereKpa: 100, pumpOn: true, leakKpaM3S: 0 };
  const open = (): VacuumState => ({ airKpa: 100, refrigerantKpa: 0, waterKpa: 0, waterKg: 0, dissolvedKg: 0 });
  const pull = (state: VacuumState, seconds: number, change: Partial<typeof setting> = {}) => {
    for (let t = 0; t < seconds; t += 0.5) evacuate(state, { ...setting, ...change }, 0.5);
    return vacuumKpa(state);
  };

  it("a dry, tight circuit goes deep and stays there", () => {
    const state = open();
    expect(pull(state, 1200)).toBeLessThan(0.05);
    const held = vacuumKpa(state);
    expect(pull(state, 1200, { pumpOn: false })).toBeCloseTo(held, 6);
  });

  it("a leak rises in a straight line", () => {
    const state = open();
    const leakKpaM3S = 2e-6;
    pull(state, 1800, { leakKpaM3S });
    const marks = [0, 600, 600, 600].map((seconds) => pull(state, seconds, { pumpOn: false, leakKpaM3S }));
    const rises = marks.slice(1).map((mark, i) => mark - marks[i]!);
    expect(rises[2]! / rises[0]!).toBeCloseTo(1, 1);
    expect(rises[0]).toBeCloseTo((leakKpaM3S * 600) / setting.volumeM3, 1);
  });

  it("moisture rises and levels off at the boiling pressure of water, and is gone when it has been pulled", () => {
    const wet = { ...open(), waterKg: 2e-3 };
    pull(wet, 600);
    const level = pull(wet, 3600, { pumpOn: false });
    expect(level).toBeGreaterThan(2.5);
    expect(level).toBeLessThan(2.75);
    expect(pull(wet, 600, { pumpOn: false })).toBeCloseTo(level, 2);
    const damp = { ...open(), waterKg: 2e-5 };
    pull(damp, 3600);
    expect(damp.waterKg).toBe(0);
    expect(pull(damp, 1200, { pumpOn: false })).toBeLessThan(0.1);
  });
});

it("the equations do not depend on the step they are integrated with", () => {
  const of = vehicle();
  const plant = makePlant(of, conditions, []);
  const end = (dt: number) => {
    const y = restingState(plant, 30);
    const none = { flow: 0, enthalpy: 0 };
    const drive = { plant, clutchIn: true, engineOn: true, lowPort: none, highPort: none };
    const circuit = new TransientCircuit();
    for (let i = 0; i < 40 / dt; i++) circuit.step(drive, y, dt);
    return y;
  };
  const coarse = end(0.1);
  const fine = end(0.02);
  for (let i = 0; i < 4; i++) expect(Math.abs(coarse[i]! / fine[i]! - 1)).toBeLessThan(0.01);
  expect(fine[HIGH_KG]! + fine[LOW_KG]!).toBeCloseTo(0.6, 9);
  expect(stillPlant(plant).turns).toBe(0);
});

describe("a circuit with air at rest", () => {
  it.each([
    ["orifice-tube", "R1234yf"],
    ["orifice-tube", "R134a"],
    ["expansion-valve", "R134a"],
  ] as const)("keeps both sides together and its lines as warm as the day: %s, %s", (metering, refrigerant) => {
    for (const airG of [4, 10, 15]) {
      const at = simulation({ vehicle: vehicle({ metering, refrigerant }), airKg: airG / 1000 });
      const dry = simulation({ vehicle: vehicle({ metering, refrigerant }) });
      for (let minute = 0; minute < 30; minute += 5) {
        at.advance(300);
        dry.advance(300);
        const { lowKpa, highKpa } = at.truth();
        // Air adds to both gauges; nothing flows for ever through an open orifice.
        expect(Math.abs(lowKpa - highKpa)).toBeLessThan(12);
        expect(lowKpa).toBeGreaterThan(dry.truth().lowKpa + 20 * airG);
        expect(Math.abs(at.lineTemperatureC("liquid-port") - conditions.ambientC)).toBeLessThan(2.5);
      }
    }
  });
});
