import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sampled } from "../../../../tests/support/sample";
import { usualDay, usualLabel, vehicleOf } from "../../../../tests/support/vehicles";
import { type FaultCause, faultCauses } from "../../causes/catalogue";
import { effectsOf } from "../faults";
import { secondsToEqualise } from "../time/transient";
import { sizeVehicle } from "../vehicle/sizing";
import { type CircuitConditions, type CircuitVehicle, innerVolumeM3, type VehicleLabel } from "../vehicle/vehicle";
import { makePlant, type PlantCharge } from "./plant";
import { type SteadyState, solveSteady } from "./steady";

const mild = usualDay({ ambientC: 24, blowerPct: 70, rpm: 1500 });
const warm: CircuitConditions = { ...mild, ambientC: 30, blowerPct: 100, rpm: 800 };
const hot: CircuitConditions = { ...warm, ambientC: 38, rpm: 1800 };

const label = (change: Partial<VehicleLabel> = {}) => usualLabel({ compressor: "fixed", ...change });
const vehicle = (change: Partial<VehicleLabel> = {}) => vehicleOf({ compressor: "fixed", ...change });

function steady(
  of: CircuitVehicle,
  conditions: CircuitConditions,
  cause?: FaultCause,
  severity = 1,
  charge?: Partial<PlantCharge>,
): SteadyState & { plant: ReturnType<typeof makePlant> } {
  const plant = makePlant(of, conditions, cause ? [{ cause, severity }] : [], charge);
  const solved = solveSteady(plant);
  if (!solved.ok) throw new Error(`${cause}: ${JSON.stringify(solved.issue)}`);
  if (solved.value.kind !== "running") throw new Error(`${cause}: ${solved.value.reason}`);
  return { ...solved.value.state, plant };
}

const valveVehicles = [
  vehicle(),
  vehicle({ refrigerant: "R1234yf", chargeG: 480, condenserFan: "viscous" }),
  vehicle({ chargeG: 780, compressor: "electric" }),
];
const orificeVehicles = [
  vehicle({ metering: "orifice-tube" }),
  vehicle({ metering: "orifice-tube", refrigerant: "R1234yf", chargeG: 820 }),
];
const variableVehicles = (["variable-internal", "variable-external"] as const).flatMap((compressor) => [
  vehicle({ compressor }),
  vehicle({ compressor, refrigerant: "R1234yf", chargeG: 520 }),
]);
const everyVehicle = [...valveVehicles, ...orificeVehicles, ...variableVehicles];

describe("a healthy vehicle", () => {
  it.each(["R134a", "R1234yf"] as const)(
    "%s: sits on its plateau, vents cold, and stays where such vehicles are",
    (refrigerant) => {
      for (const metering of ["expansion-valve", "orifice-tube"] as const)
        for (const compressor of ["fixed", "variable-internal", "variable-external", "electric"] as const)
          for (const chargeG of [450, 650, 850]) {
            const of = vehicle({ refrigerant, metering, compressor, chargeG });
            for (const ambientC of [20, 27, 35]) {
              for (const rpm of [800, 1800]) {
                const s = steady(of, { ...warm, ambientC, rpm });
                const name = `${metering} ${compressor} ${chargeG} g, ${ambientC} degC, ${rpm} rpm`;
                expect(s.ventC, name).toBeGreaterThan(3);
                // A fixed compressor at idle in the heat only just holds the air.
                expect(s.ventC, name).toBeLessThan(19.5);
                expect(s.storeLevel, name).toBeGreaterThan(0.05);
                // However the clutch cycles, an accumulator is never full.
                expect(s.storeLevel, name).toBeLessThan(1);
              }
            }
            if (refrigerant === "R134a") {
              const s = steady(of, { ...warm, ambientC: 28 });
              expect(s.lowKpa - s.plant.atmosphereKpa).toBeGreaterThan(150);
              expect(s.lowKpa - s.plant.atmosphereKpa).toBeLessThan(280);
              expect(s.highKpa - s.plant.atmosphereKpa).toBeGreaterThan(1000);
              expect(s.highKpa - s.plant.atmosphereKpa).toBeLessThan(1750);
            }
          }
    },
  );

  it("does not notice a tenth more or less on its plateau", () => {
    for (const of of everyVehicle) {
      const kg = of.label.chargeG / 1000;
      const [less, right, more] = [0.9, 1, 1.1].map((share) =>
        steady(of, warm, undefined, 0, { chargeKg: kg * share }),
      );
      expect(Math.abs(less!.highKpa / right!.highKpa - 1)).toBeLessThan(0.01);
      expect(Math.abs(more!.highKpa / right!.highKpa - 1)).toBeLessThan(0.01);
    }
  });

  it("shows its bigger brother's numbers with two evaporators, and cycles its clutch in the cool", () => {
    const two = steady(vehicle({ evaporators: 2, chargeG: 1100, compressor: "variable-external" }), warm);
    expect(two.superheatK).toBeGreaterThan(2);
    expect(two.ventC).toBeLessThan(14);
    for (const of of [valveVehicles[0]!, orificeVehicles[0]!]) {
      const cool = steady(of, { ...mild, ambientC: 18, rpm: 1800 });
      expect(cool.limitedBy).toBe("low");
      expect(cool.duty).toBeLessThan(0.8);
      expect(cool.cycling!.periodS).toBeGreaterThan(3);
      expect(cool.cycling!.periodS).toBeLessThan(90);
      expect(cool.cycling!.lowMinKpa).toBeLessThan(cool.cycling!.lowMeanKpa);
      expect(cool.cycling!.lowMaxKpa).toBeGreaterThan(cool.cycling!.lowMeanKpa);
    }
  });

  it("boils colder at altitude by the gauge, not by the absolute pressure", () => {
    const of = variableVehicles[0]!;
    const sea = steady(of, mild);
    const high = steady(of, { ...mild, altitudeM: 2000 });
    expect(Math.abs(high.lowKpa - sea.lowKpa)).toBeLessThan(15);
    expect(high.lowKpa - high.plant.atmosphereKpa - (sea.lowKpa - sea.plant.atmosphereKpa)).toBeGreaterThan(10);
  });
});

/** Signs of physics.md's table: + rises, - falls, 0 stays; only what the table names is asked. */
type Change = Partial<Record<"low" | "high" | "superheat" | "subcooling" | "vent", "+" | "-" | "0">>;
const still = { low: 8, high: 25, superheat: 1.5, subcooling: 1.5, vent: 0.7 };

function expectChange(
  of: CircuitVehicle,
  conditions: CircuitConditions,
  cause: FaultCause,
  severity: number,
  change: Change,
) {
  const before = steady(of, conditions);
  const after = steady(of, conditions, cause, severity);
  const moved = {
    low: after.lowKpa - before.lowKpa,
    high: after.highKpa - before.highKpa,
    superheat: after.superheatK - before.superheatK,
    subcooling: after.subcoolingK - before.subcoolingK,
    vent: after.ventC - before.ventC,
  };
  for (const [what, sign] of Object.entries(change) as [keyof typeof moved, "+" | "-" | "0"][]) {
    const name = `${cause} ${severity}, ${of.label.refrigerant} ${of.label.metering} ${of.label.compressor}: ${what}`;
    if (sign === "+") expect(moved[what], name).toBeGreaterThan(still[what] / 4);
    else if (sign === "-") expect(moved[what], name).toBeLessThan(-still[what] / 4);
    else expect(Math.abs(moved[what]), name).toBeLessThan(still[what]);
  }
}

describe("what each fault must show", () => {
  const severely: [FaultCause, number, Change][] = [
    ["air", 0.8, { high: "+", subcooling: "+" }],
    ["condenser-airflow", 0.9, { high: "+" }],
    ["blend-door", 0.7, { low: "0", high: "0", superheat: "0", subcooling: "0", vent: "+" }],
  ];
  it.each(severely)("%s, on every vehicle", (cause, severity, change) => {
    for (const of of everyVehicle) expectChange(of, warm, cause, severity, change);
  });

  it("undercharge: subcooling goes first, superheat and vent late, on valve circuits", () => {
    for (const of of valveVehicles) {
      expectChange(of, hot, "undercharge", 0.22, { superheat: "0", vent: "0" });
      expectChange(of, hot, "undercharge", 0.45, { subcooling: "-", high: "-" });
      expectChange(of, hot, "undercharge", 0.75, { low: "-", high: "-", superheat: "+", subcooling: "-", vent: "+" });
    }
  });

  it("undercharge on orifice circuits: superheat rises early, the clutch cycles", () => {
    for (const of of orificeVehicles) {
      expectChange(of, warm, "undercharge", 0.55, { superheat: "+", subcooling: "-", high: "-" });
      const starved = steady(of, warm, "undercharge", 0.72);
      expect(starved.limitedBy).toBe("low");
      expect(starved.duty).toBeLessThan(steady(of, warm).duty);
      expect(starved.ventC).toBeGreaterThan(steady(of, warm).ventC + 3);
    }
  });

  it("variable compressors hide 70 to 100 % of the charge in mild weather, and a 38 degC day shows an overcharge", () => {
    for (const of of variableVehicles) {
      const kg = of.label.chargeG / 1000;
      const full = steady(of, mild, undefined, 0, { chargeKg: kg });
      for (const share of [0.75, 0.8, 0.9]) {
        const s = steady(of, mild, undefined, 0, { chargeKg: kg * share });
        expect(Math.abs(s.lowKpa - full.lowKpa)).toBeLessThan(12);
        expect(Math.abs(s.ventC - full.ventC)).toBeLessThan(0.8);
        expect(Math.abs(s.highKpa - full.highKpa)).toBeLessThan(40);
      }
      const over = (conditions: CircuitConditions) =>
        steady(of, conditions, "overcharge", 0.9).highKpa - steady(of, conditions).highKpa;
      expect(over({ ...hot, rpm: 2000 })).toBeGreaterThan(100);
      expect(over({ ...hot, rpm: 2000 })).toBeGreaterThan(1.5 * over({ ...mild, ambientC: 20 }));
    }
  });

  it("overcharge: subcooling rises, superheat does not", () => {
    for (const of of [...valveVehicles, ...variableVehicles]) {
      expectChange(of, hot, "overcharge", 0.9, { high: "+", subcooling: "+" });
      expect(steady(of, hot, "overcharge", 0.9).superheatK).toBeLessThan(steady(of, hot).superheatK + 0.5);
    }
    for (const of of orificeVehicles) {
      // By a half: the accumulator is full, liquid reaches the compressor, the condenser backs up.
      const fast = { ...warm, ambientC: 33, rpm: 1600 };
      expectChange(of, fast, "overcharge", 0.72, { low: "+", high: "+", vent: "+", subcooling: "+" });
    }
  });

  it("adding refrigerant can lower the high side of an undercharged vehicle", () => {
    const of = vehicle({ compressor: "variable-external" });
    const kg = of.label.chargeG / 1000;
    const at = (share: number) => steady(of, { ...mild, ambientC: 20 }, undefined, 0, { chargeKg: kg * share }).highKpa;
    const curve = Array.from({ length: 14 }, (_, i) => at(0.5 + i * 0.02));
    const drops = curve.slice(1).map((high, i) => curve[i]! - high);
    expect(Math.max(...drops)).toBeGreaterThan(0.5);
  });

  it("a blockage after the port starves the coil while liquid stands subcooled, and is cold behind it", () => {
    for (const of of [...valveVehicles, ...orificeVehicles]) {
      expectChange(of, hot, "restriction-after-port", 0.8, { superheat: "+", vent: "+" });
      const blocked = steady(of, hot, "restriction-after-port", 0.8);
      expect(blocked.subcoolingK).toBeGreaterThan(3);
      expect(blocked.meteringInletC).toBeLessThan(blocked.liquidLineC - 4);
      expect(blocked.meteringKpa).toBeLessThan(blocked.highKpa - 300);
    }
    for (const of of valveVehicles) expectChange(of, hot, "restriction-after-port", 0.8, { low: "-" });
  });

  it("a blockage before the port hides behind it: the compressor's outlet is far above the gauge", () => {
    for (const of of everyVehicle) {
      const blocked = steady(of, hot, "restriction-before-port", 0.7);
      expect(blocked.dischargeKpa).toBeGreaterThan(blocked.highKpa + 500);
      expect(blocked.highKpa).toBeLessThan(steady(of, hot).highKpa + 60);
    }
  });

  it("a device stuck closed pulls the low side down, one stuck open raises it and takes the superheat away", () => {
    for (const of of valveVehicles) {
      expectChange(of, hot, "metering-stuck-closed", 0.9, { low: "-", high: "-", superheat: "+", vent: "+" });
      expectChange(of, warm, "metering-stuck-open", 1, { superheat: "-", subcooling: "-" });
      expect(steady(of, warm, "metering-stuck-open", 1).superheatK).toBe(0);
    }
    for (const of of variableVehicles.slice(0, 2)) expectChange(of, hot, "metering-stuck-open", 1, { low: "+" });
  });

  it("a worn compressor and one at low stroke bring the sides together", () => {
    for (const of of everyVehicle) {
      const sound = steady(of, hot);
      const apart = (s: SteadyState) => s.highKpa / s.lowKpa;
      if (of.label.compressor !== "fixed") {
        const low = steady(of, hot, "compressor-low-stroke", 1);
        expect(low.lowKpa).toBeGreaterThan(sound.lowKpa + 50);
        expect(low.highKpa).toBeLessThan(sound.highKpa - 100);
        expect(low.ventC).toBeGreaterThan(sound.ventC + 4);
      }
      const idle = { ...hot, rpm: 800 };
      const worn = steady(of, idle, "compressor-worn", 1);
      expect(apart(worn)).toBeLessThan(apart(steady(of, idle)));
      expect(worn.ventC).toBeGreaterThan(steady(of, idle).ventC);
    }
  });

  it("low evaporator airflow: low and high fall, cold air but little of it", () => {
    for (const of of [...valveVehicles.slice(0, 2), ...orificeVehicles]) {
      const weak = steady(of, warm, "evaporator-airflow", 0.8);
      expect(weak.highKpa).toBeLessThan(steady(of, warm).highKpa - 40);
      expect(weak.limitedBy).toBe("low");
      expect(weak.ventC).toBeLessThan(steady(of, warm).ventC + 1);
    }
  });

  it("a dead drive leaves both sides at rest, and is a result, not a failure", () => {
    for (const of of everyVehicle) {
      const plant = makePlant(of, warm, [{ cause: "compressor-not-driven", severity: 1 }]);
      const solved = solveSteady(plant);
      expect(solved).toMatchObject({ ok: true, value: { kind: "standing", reason: "not-driven" } });
      if (solved.ok && solved.value.kind === "standing") {
        const saturation = plant.fluid.saturationPressureKpa(solved.value.rest.temperatureC);
        expect(solved.value.rest.pressureKpa).toBeCloseTo(saturation, 6);
        expect(solved.value.ventC).toBeGreaterThan(29);
      }
    }
    const empty = makePlant(valveVehicles[0]!, warm, [], { chargeKg: 0 });
    // Open to the air by its leak.
    expect(solveSteady(empty)).toMatchObject({
      ok: true,
      value: {
        kind: "standing",
        reason: "no-refrigerant",
        rest: { pressureKpa: empty.atmosphereKpa },
      },
    });
    const little = makePlant(valveVehicles[0]!, warm, [], { chargeKg: 0.015 });
    expect(solveSteady(little)).toMatchObject({
      ok: true,
      value: { kind: "standing", reason: "low-pressure-lock-out" },
    });
  });

  it("the sides meet in minutes behind a valve, sooner through an orifice, in seconds past a valve stuck open", () => {
    const meet = (of: CircuitVehicle, cause?: FaultCause, severity = 1) => {
      const s = steady(of, mild, cause, severity);
      return secondsToEqualise(s.plant, s.point) ?? 9999;
    };
    for (const of of valveVehicles.slice(0, 2)) {
      expect(meet(of)).toBeGreaterThan(100);
      expect(meet(of)).toBeLessThan(400);
      expect(meet(of, "metering-stuck-open", 0.9)).toBeLessThan(50);
      expect(meet(of, "metering-stuck-closed", 0.95)).toBeGreaterThan(600);
    }
    for (const of of orificeVehicles) {
      expect(meet(of)).toBeGreaterThan(15);
      expect(meet(of)).toBeLessThan(100);
    }
  });
});

describe("the solver", () => {
  const anyLabel = fc.record({
    refrigerant: fc.constantFrom("R134a" as const, "R1234yf" as const),
    chargeG: fc.integer({ min: 350, max: 1200 }),
    metering: fc.constantFrom("expansion-valve" as const, "orifice-tube" as const),
    compressor: fc.constantFrom(
      "fixed" as const,
      "variable-internal" as const,
      "variable-external" as const,
      "electric" as const,
    ),
    condenserFan: fc.constantFrom("electric" as const, "viscous" as const, "both" as const),
    evaporators: fc.constantFrom(1 as const, 1 as const, 1 as const, 2 as const),
    highPort: fc.constantFrom("after-condenser" as const, "before-condenser" as const),
  });
  const anyConditions = fc.record({
    ambientC: fc.double({ min: 12, max: 45, noNaN: true }),
    humidityPct: fc.double({ min: 10, max: 90, noNaN: true }),
    altitudeM: fc.double({ min: 0, max: 2500, noNaN: true }),
    cabinReturnC: fc.constant(null),
    airSource: fc.constantFrom("fresh" as const, "recirculated" as const),
    blowerPct: fc.double({ min: 20, max: 100, noNaN: true }),
    rpm: fc.double({ min: 650, max: 2800, noNaN: true }),
  });
  const anyFaults = fc.array(
    fc.record({
      cause: fc.constantFrom(...faultCauses),
      severity: fc.double({ min: 0, max: 1, noNaN: true }),
      place: fc.double({ min: 0, max: 1, noNaN: true }),
    }),
    { maxLength: 2 },
  );

  it("closes mass and energy within 0.1 % over random circuits, and never gives NaN", () => {
    let failed = 0;
    let runs = 0;
    fc.assert(
      fc.property(
        anyLabel,
        anyConditions,
        anyFaults,
        fc.double({ min: Math.log(0.03), max: Math.log(1.7), noNaN: true }),
        (of, conditions, faults, lnShare) => {
          const sized = sizeVehicle(of);
          if (!sized.ok) throw new Error(sized.issue.code);
          // A fault of the charge acts on top; the range is that of both together.
          const { charge } = effectsOf(faults, { innerVolumeM3: 1e-3, displacementM3: 1e-4 });
          const share = charge === 1 ? Math.exp(lnShare) : Math.min(Math.max(1, 0.03 / charge), 1.7 / charge);
          const plant = makePlant(sized.value, conditions, faults, { chargeKg: (of.chargeG / 1000) * share });
          runs++;
          const solved = solveSteady(plant);
          if (!solved.ok) {
            failed++;
            expect(solved.issue.code).toBe("no-convergence");
            return;
          }
          if (solved.value.kind !== "running") return;
          const { state } = solved.value;
          expect(Math.abs(state.massError)).toBeLessThan(1e-3);
          expect(Math.abs(state.energyError)).toBeLessThan(1e-3);
          for (const [name, number] of Object.entries(state)) {
            if (typeof number === "number") expect(Number.isFinite(number), name).toBe(true);
          }
        },
      ),
      { numRuns: sampled(2500, 800), seed: 20261124 },
    );
    expect(failed).toBeLessThanOrEqual(runs * 0.002);
  }, 120_000);

  it("finds the same state from afar and from nearby", () => {
    for (const of of everyVehicle) {
      const plant = makePlant(of, hot, []);
      const near = makePlant(of, { ...hot, ambientC: 34 }, []);
      const a = solveSteady(plant);
      const b = solveSteady(near);
      if (!a.ok || !b.ok || a.value.kind !== "running" || b.value.kind !== "running") throw new Error("not running");
      const again = solveSteady(plant, b.value.state.point);
      if (!again.ok || again.value.kind !== "running") throw new Error("not running");
      expect(again.value.state.lowKpa / a.value.state.lowKpa).toBeCloseTo(1, 4);
      expect(again.value.state.highKpa / a.value.state.highKpa).toBeCloseTo(1, 4);
    }
  });

  it("refuses more air than the cut-out allows, and solves what a vehicle charged without a vacuum holds", () => {
    const airy = (airKg: number) => solveSteady(makePlant(valveVehicles[0]!, warm, [], { airKg }));
    const fillingKg = 1.2 * innerVolumeM3(valveVehicles[0]!);
    expect(airy(7.9 * fillingKg).ok).toBe(true);
    expect(airy(8.1 * fillingKg)).toMatchObject({ ok: false, issue: { quantity: "airFillings", max: 8 } });
  });

  it("refuses what lies beyond its range, by quantity and limit, and what is no number", () => {
    const of = valveVehicles[0]!;
    const refusal = (conditions: CircuitConditions, chargeKg = 0.6) =>
      solveSteady(makePlant(of, conditions, [], { chargeKg }));
    expect(refusal({ ...warm, ambientC: 61 })).toMatchObject({
      ok: false,
      issue: { code: "out-of-range", quantity: "ambientC", value: 61, max: 55 },
    });
    expect(refusal(warm, 1.2)).toMatchObject({ ok: false, issue: { quantity: "chargeShare", value: 2, max: 1.75 } });
    expect(refusal({ ...warm, rpm: 9000 })).toMatchObject({ ok: false, issue: { quantity: "rpm" } });
    expect(refusal(warm, Number.NaN)).toMatchObject({ ok: false, issue: { code: "out-of-range" } });
  });

  it("refuses a label no such vehicle wears", () => {
    expect(sizeVehicle(label({ chargeG: 20 }))).toMatchObject({
      ok: false,
      issue: { code: "charge-out-of-range", min: 150 },
    });
    expect(sizeVehicle(label({ chargeG: Number.NaN })).ok).toBe(false);
  });

  it("draws plausible relatives of a vehicle, each on its plateau", () => {
    let seed = 1;
    const draw = () => {
      seed = (seed * 16807) % 2147483647;
      return (seed / 2147483647 - 0.5) * 3;
    };
    const vents = Array.from({ length: 40 }, () => {
      const sized = sizeVehicle(label({ compressor: "variable-external" }), draw);
      if (!sized.ok) throw new Error(sized.issue.code);
      const s = steady(sized.value, warm);
      expect(s.storeLevel).toBeGreaterThan(0.1);
      return s.ventC;
    });
    expect(Math.max(...vents) - Math.min(...vents)).toBeGreaterThan(1);
    expect(Math.max(...vents)).toBeLessThan(21);
  });
});
