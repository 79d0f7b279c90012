import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { plantOf, vehicleOf } from "../../../../tests/support/vehicles";
import { faultCauses } from "../../causes/catalogue";
import { fluidTable } from "../../fluids/tables";
import { fallingRoot } from "../../maths/roots";
import { effectsOf } from "../faults";
import { type Container, drawFrom, fullCan } from "../time/container";
import { innerVolumeM3 } from "../vehicle/vehicle";
import {
  commandAt,
  deliveredFlow,
  displacedFlow,
  isentropicEfficiency,
  reliefShare,
  strokeAt,
  wetSuctionShare,
} from "./compressor";
import { controlsOff, operate } from "./controls";
import { meteringFlow, valveOpening } from "./metering";
import { CircuitPass } from "./pass";
import { zivi } from "./pass/masses";
import { condenserAirFlow } from "./plant";
import { restOf } from "./rest";

const share = fc.double({ min: 0, max: 1, noNaN: true });

describe("root of a falling function", () => {
  it("is found wherever it lies, from any start", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 99.5, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0.5, max: 1.5, noNaN: true }),
        (root, start, power) => {
          const f = (x: number) => Math.sign(root - x) * Math.abs(root - x) ** power;
          expect(Math.abs(fallingRoot(f, 0, 100, 1e-9, start) - root)).toBeLessThan(1e-2);
        },
      ),
      { numRuns: 200 },
    );
  });

  it("gives the end of the bracket where there is none inside", () => {
    expect(fallingRoot((x) => -1 - x, 0, 10, 1e-6, 5)).toBeLessThan(1e-3);
    expect(fallingRoot((x) => 20 - x, 0, 10, 1e-6, 5)).toBeGreaterThan(10 - 1e-3);
  });
});

describe("void fraction", () => {
  it("lies between liquid and vapour, falls with quality, and needs no step at its ends", () => {
    fc.assert(
      fc.property(share, share, (a, b) => {
        const [from, to] = a < b ? [a, b] : [b, a];
        const mean = zivi(1130, 50, from, to);
        expect(mean).toBeGreaterThanOrEqual(50 - 1e-9);
        expect(mean).toBeLessThanOrEqual(1130 + 1e-9);
        expect(zivi(1130, 50, from, from)).toBeGreaterThanOrEqual(mean - 1e-6);
        expect(zivi(1130, 50, to, to)).toBeLessThanOrEqual(mean + 1e-6);
      }),
    );
    expect(zivi(1130, 50, 0, 0)).toBeCloseTo(1130, 6);
    expect(zivi(1130, 50, 1, 1)).toBeCloseTo(50, 6);
    expect(zivi(1130, 50, 0.3, 0.3 + 2e-6)).toBeCloseTo(zivi(1130, 50, 0.3, 0.3), 2);
  });
});

describe("metering device", () => {
  const fluid = fluidTable("R134a");
  const free = { openingMost: 1, openingLeast: 0, orificeArea: 1 };
  const { metering: valve } = vehicleOf();
  const { metering: orifice } = vehicleOf({ metering: "orifice-tube" });
  const through = (
    device: typeof valve,
    opening: number,
    highKpa: number,
    lowKpa: number,
    subcoolingK: number,
    line = 2e7,
  ) => {
    const into = { flow: 0, inletKpa: 0 };
    const h = fluid.liquidEnthalpyByTemperature(fluid.saturationTemperatureC(highKpa) - subcoolingK);
    meteringFlow(fluid, device, free, opening, line, highKpa, h, lowKpa, into);
    return into;
  };

  it("passes more the wider it stands, the higher the pressure, and the colder the liquid", () => {
    for (const device of [valve, orifice]) {
      const flow = through(device, 0.5, 1200, 320, 6).flow;
      expect(through(device, 0.5, 1500, 320, 6).flow).toBeGreaterThan(flow);
      expect(through(device, 0.5, 1200, 320, 12).flow).toBeGreaterThan(flow);
      expect(through(device, 0.5, 1200, 320, 6, 2e9).flow).toBeLessThan(flow * 0.8);
    }
    expect(through(valve, 0.9, 1200, 320, 6).flow).toBeGreaterThan(through(valve, 0.4, 1200, 320, 6).flow * 1.5);
  });

  it("is choked: the low side hardly matters to an orifice, and flashing thins what passes", () => {
    const deep = through(orifice, 1, 1200, 150, 6).flow;
    expect(through(orifice, 1, 1200, 450, 6).flow / deep).toBeCloseTo(1, 3);
    const into = { flow: 0, inletKpa: 0 };
    const wet = fluid.liquidEnthalpy(1200) + 0.15 * (fluid.vapourEnthalpy(1200) - fluid.liquidEnthalpy(1200));
    meteringFlow(fluid, orifice, free, 1, 2e7, 1200, wet, 320, into);
    expect(into.flow).toBeLessThan(deep * 0.7);
  });

  it("an orifice passes less the more vapour comes, as the omega method has it from handbook properties", () => {
    // R134a at 1300 kPa (49.4 degC), ASHRAE Fundamentals 2017 ch. 30: v' 0.000905, v'' 0.01508 m3/kg, h'' - h' 151.8 kJ/kg, cp' 1.57 kJ/(kg K).
    const [liquid, vapour, latent, cp, kelvin, kPa] = [0.000905, 0.01508, 151.8, 1.57, 322.5, 1300];
    const flux = (quality: number) => {
      const volume = quality * vapour + (1 - quality) * liquid;
      const omega = (quality * vapour + cp * kelvin * kPa * ((vapour - liquid) / latent) ** 2) / volume;
      // Leung's implicit equation for the critical pressure ratio, by halving.
      let [low, high] = [0.3, 0.99];
      for (let i = 0; i < 60; i++) {
        const r = (low + high) / 2;
        const left =
          r * r +
          (omega * omega - 2 * omega) * (1 - r) ** 2 +
          2 * omega * omega * Math.log(r) +
          2 * omega * omega * (1 - r);
        if (left < 0) low = r;
        else high = r;
      }
      return low * Math.sqrt(1 / (omega * volume));
    };
    const passed = (quality: number) => {
      const into = { flow: 0, inletKpa: 0 };
      const h = fluid.liquidEnthalpy(kPa) + quality * (fluid.vapourEnthalpy(kPa) - fluid.liquidEnthalpy(kPa));
      meteringFlow(fluid, orifice, free, 1, 1, kPa, h, 200, into);
      return into.flow;
    };
    let before = passed(0);
    for (const quality of [0.01, 0.03, 0.05, 0.1, 0.2, 0.4, 0.7, 1]) {
      expect(passed(quality)).toBeLessThan(before);
      before = passed(quality);
      expect(passed(quality) / passed(0) / (flux(quality) / flux(0))).toBeCloseTo(1, 1);
    }
  });

  it("passes nothing uphill, and what the line drops the device does not see", () => {
    expect(through(valve, 0.5, 300, 320, 0)).toEqual({ flow: 0, inletKpa: 300 });
    const { flow, inletKpa } = through(valve, 0.5, 1200, 320, 6, 4e8);
    expect(1200 - inletKpa).toBeCloseTo(
      (4e8 * flow * flow) / fluid.density(1200, fluid.liquidEnthalpyByTemperature(40.3)),
      -1,
    );
  });

  it("a valve opens with superheat; stuck parts bound it, a blockage takes its share even of the bleed", () => {
    if (valve.kind !== "valve") throw new Error("no valve");
    expect(valveOpening(valve, free, 0)).toBe(valve.bleed);
    expect(valveOpening(valve, free, valve.staticSuperheatK + valve.spanK * 2)).toBe(1);
    expect(valveOpening(valve, { ...free, openingLeast: 0.7 }, 0)).toBe(0.7);
    expect(valveOpening(valve, { ...free, openingMost: 0.1 }, 40)).toBeCloseTo(0.1, 9);
    expect(valveOpening(valve, { ...free, openingMost: 0.1 }, 0)).toBeCloseTo(valve.bleed * 0.1, 9);
  });
});

describe("compressor", () => {
  const belt = plantOf({ compressor: "fixed" });
  const variable = plantOf();
  const flow = (plant: typeof belt, suction: number, discharge: number) =>
    displacedFlow(plant, suction, discharge, suction / 21);

  it("delivers less against a higher pressure, more when it turns faster, and fades at the relief valve", () => {
    expect(flow(belt, 300, 1800)).toBeLessThan(flow(belt, 300, 1000));
    expect(flow(plantOf({ compressor: "fixed" }, { rpm: 2000 }), 300, 1200)).toBeGreaterThan(
      flow(belt, 300, 1200) * 1.6,
    );
    expect(reliefShare(2500)).toBe(1);
    expect(reliefShare(3300)).toBe(0);
    expect(flow(belt, 300, 3195)).toBe(0);
    expect(flow(plantOf({ compressor: "electric" }, { rpm: 3000 }), 300, 1200)).toBeCloseTo(
      flow(plantOf({ compressor: "electric" }, { rpm: 700 }), 300, 1200),
      12,
    );
  });

  it("a variable one strokes between its least and its most, by suction pressure", () => {
    const inside = plantOf({ compressor: "variable-internal" });
    const { setKpa, bandKpa, leastStroke } = inside.vehicle.compressor;
    expect(strokeAt(inside, setKpa - 50)).toBe(leastStroke);
    expect(strokeAt(inside, setKpa + bandKpa / 2)).toBeCloseTo((1 + leastStroke) / 2, 9);
    expect(strokeAt(inside, setKpa + 200)).toBe(1);
    const stuck = plantOf({ compressor: "variable-internal" }, {}, [{ cause: "compressor-low-stroke", severity: 1 }]);
    expect(strokeAt(stuck, setKpa + 200)).toBeCloseTo(0.08, 9);
    expect(strokeAt(belt, 50)).toBe(1);
  });

  it("an outside control asks by the air behind the evaporator, and lets the suction down as it asks more", () => {
    const { command } = variable.vehicle.compressor;
    if (command === null) throw new Error("no command");
    expect(commandAt(variable, command.targetC - 1)).toBe(0);
    expect(commandAt(variable, command.targetC + command.spanK / 2)).toBeCloseTo(0.5, 9);
    expect(commandAt(variable, 30)).toBe(1);
    expect(commandAt(belt, -20)).toBe(1);
    // At full command the valve holds 160 to 200 kPa absolute, as such compressors do.
    expect(command.fullKpa).toBeGreaterThan(160);
    expect(command.fullKpa).toBeLessThan(200);
    expect(strokeAt(variable, 250, 1)).toBe(1);
    expect(strokeAt(variable, 250, 0)).toBe(variable.vehicle.compressor.leastStroke);
  });

  it("liquid that arrives boils on the walls: more mass flows, the less of it vapour, and never more vapour than without it", () => {
    expect(wetSuctionShare(1)).toBe(1);
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 1, noNaN: true }), (quality) => {
        const whole = wetSuctionShare(quality);
        expect(whole).toBeGreaterThanOrEqual(1);
        // Were its volume nothing, it would flow besides all the vapour.
        expect(whole).toBeLessThan(1 / quality + 1e-9);
        expect(whole * quality).toBeLessThanOrEqual(1);
      }),
    );
  });

  it("leaks take from the flow, never below nothing; efficiency is between its bounds", () => {
    const worn = plantOf({ compressor: "fixed" }, {}, [{ cause: "compressor-worn", severity: 1 }]);
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 600, noNaN: true }),
        fc.double({ min: 600, max: 3000, noNaN: true }),
        (suction, discharge) => {
          const displaced = flow(worn, suction, discharge);
          const delivered = deliveredFlow(worn, displaced, suction, discharge);
          expect(delivered).toBeGreaterThan(0);
          expect(delivered).toBeLessThan(displaced + 1e-4);
          for (const plant of [worn, belt]) {
            expect(isentropicEfficiency(plant, discharge / suction)).toBeGreaterThan(0.2);
            expect(isentropicEfficiency(plant, discharge / suction)).toBeLessThan(0.8);
          }
        },
      ),
    );
  });
});

describe("faults", () => {
  it("are nothing at severity nought, and each changes something of its own at one", () => {
    const none = effectsOf([], { innerVolumeM3: 2.3e-3, displacementM3: 150e-6 });
    for (const cause of faultCauses) {
      expect(effectsOf([{ cause, severity: 0 }], { innerVolumeM3: 2.3e-3, displacementM3: 150e-6 }), cause).toEqual(
        none,
      );
      const full = effectsOf([{ cause, severity: 1 }], { innerVolumeM3: 2.3e-3, displacementM3: 150e-6 });
      expect(full, cause).not.toEqual(none);
      const half = effectsOf([{ cause, severity: 0.5 }], { innerVolumeM3: 2.3e-3, displacementM3: 150e-6 });
      expect(half, cause).not.toEqual(full);
    }
  });

  it("come together: a low charge with air keeps both", () => {
    const both = effectsOf(
      [
        { cause: "undercharge", severity: 0.5 },
        { cause: "air", severity: 0.5 },
      ],
      { innerVolumeM3: 2.3e-3, displacementM3: 150e-6 },
    );
    expect(both.charge).toBeLessThan(1);
    expect(both.airKg).toBeGreaterThan(0);
  });
});

describe("condenser air", () => {
  it("an electric fan is switched up by pressure, a viscous one follows the engine, thin air weighs less", () => {
    expect(condenserAirFlow(plantOf(), 2200)).toBeGreaterThan(condenserAirFlow(plantOf(), 900) * 1.3);
    const viscous = (rpm: number) => condenserAirFlow(plantOf({ condenserFan: "viscous" }, { rpm }), 1200);
    expect(viscous(1800)).toBeGreaterThan(viscous(800) * 1.4);
    expect(condenserAirFlow(plantOf({}, { altitudeM: 2000 }), 1200)).toBeLessThan(
      condenserAirFlow(plantOf(), 1200) * 0.82,
    );
  });
});

describe("at rest", () => {
  it("stands at saturation whatever the amount while there is liquid, and below it as a gas", () => {
    for (const kg of [0.1, 0.3, 0.6, 0.9]) {
      const plant = plantOf({}, {}, [], { chargeKg: kg });
      const rest = restOf(plant, 24);
      expect(rest.pressureKpa).toBeCloseTo(plant.fluid.saturationPressureKpa(24), 6);
      expect(rest.liquidKg).toBeGreaterThan(0);
    }
    const little = plantOf({}, {}, [], { chargeKg: 0.02 });
    const gas = restOf(little, 24);
    expect(gas.liquidKg).toBe(0);
    expect(gas.pressureKpa).toBeLessThan(little.fluid.saturationPressureKpa(24) * 0.6);
    // Nearly ideal: half the gas, about half the pressure.
    const half = restOf(plantOf({}, {}, [], { chargeKg: 0.01 }), 24);
    expect(half.pressureKpa / gas.pressureKpa).toBeGreaterThan(0.48);
    expect(half.pressureKpa / gas.pressureKpa).toBeLessThan(0.55);
  });

  it("air adds its own pressure, more when it has less room", () => {
    const airy = plantOf({}, {}, [], { airKg: 0.004 });
    const rest = restOf(airy, 24);
    expect(rest.pressureKpa - rest.airKpa).toBeCloseTo(airy.fluid.saturationPressureKpa(24), 6);
    expect(rest.airKpa).toBeGreaterThan((0.004 * 0.28705 * 297.15) / innerVolumeM3(airy.vehicle));
    const fuller = restOf(plantOf({}, {}, [], { airKg: 0.004, chargeKg: 1 }), 24);
    expect(fuller.airKpa).toBeGreaterThan(rest.airKpa);
  });
});

describe("clutch control", () => {
  const orifice = plantOf({ compressor: "fixed", metering: "orifice-tube" });
  const { lowOutKpa, lowInKpa, highOutKpa, highInKpa } = orifice.vehicle.controls;
  const absolute = (gauge: number) => gauge + orifice.atmosphereKpa;

  it("lets go and takes again with hysteresis, and never without the engine", () => {
    const state = controlsOff();
    operate(orifice, state, false, { lowKpa: absolute(500), highKpa: absolute(600), sensorC: 20 });
    expect(state.clutchIn).toBe(false);
    operate(orifice, state, true, { lowKpa: absolute(500), highKpa: absolute(600), sensorC: 20 });
    expect(state.clutchIn).toBe(true);
    operate(orifice, state, true, { lowKpa: absolute(lowOutKpa - 1), highKpa: absolute(900), sensorC: 5 });
    expect(state).toMatchObject({ clutchIn: false, heldBy: "low-pressure" });
    operate(orifice, state, true, { lowKpa: absolute(lowInKpa - 5), highKpa: absolute(800), sensorC: 5 });
    expect(state.clutchIn).toBe(false);
    operate(orifice, state, true, { lowKpa: absolute(lowInKpa + 1), highKpa: absolute(800), sensorC: 5 });
    expect(state).toMatchObject({ clutchIn: true, heldBy: null });
    operate(orifice, state, true, { lowKpa: absolute(300), highKpa: absolute(highOutKpa + 1), sensorC: 5 });
    operate(orifice, state, true, { lowKpa: absolute(300), highKpa: absolute(highInKpa + 50), sensorC: 5 });
    expect(state).toMatchObject({ clutchIn: false, heldBy: "high-pressure" });
    operate(orifice, state, true, { lowKpa: absolute(300), highKpa: absolute(highInKpa - 1), sensorC: 5 });
    expect(state.clutchIn).toBe(true);
    state.asked = false;
    operate(orifice, state, true, { lowKpa: absolute(300), highKpa: absolute(900), sensorC: 5 });
    expect(state.clutchIn).toBe(false);
  });

  it("a valve circuit goes by its fins, a variable compressor by neither", () => {
    const valve = plantOf({ compressor: "fixed" });
    const fins = controlsOff();
    operate(valve, fins, true, { lowKpa: 400, highKpa: 700, sensorC: 20 });
    operate(valve, fins, true, { lowKpa: 200, highKpa: 1100, sensorC: valve.vehicle.controls.freezeOutC - 0.1 });
    expect(fins).toMatchObject({ clutchIn: false, heldBy: "freeze" });
    const variable = plantOf();
    const state = controlsOff();
    operate(variable, state, true, { lowKpa: 400, highKpa: 700, sensorC: 20 });
    operate(variable, state, true, { lowKpa: 150, highKpa: 1100, sensorC: -3 });
    expect(state.clutchIn).toBe(true);
  });
});

describe("can and cylinder", () => {
  const fluid = fluidTable("R1234yf");
  const draw = (can: Container, phase: "liquid" | "vapour", portKpa: number, seconds: number, stopAtKg = 0) => {
    const port = { flow: 0, enthalpy: 0 };
    let out = 0;
    for (let t = 0; t < seconds; t += 0.1) {
      drawFrom(can, fluid, { phase, opening: 1, stopAtKg, portKpa }, 0.1, port);
      out += port.flow * 0.1;
    }
    return out;
  };

  it("loses exactly what it gives, stops where told, and gives nothing uphill", () => {
    const can = fullCan(0.35, 30);
    const out = draw(can, "liquid", 300, 60, 0.12);
    expect(out + can.netKg).toBeCloseTo(0.35, 9);
    expect(can.netKg).toBeCloseTo(0.12, 9);
    const uphill = fullCan(0.35, 10);
    expect(draw(uphill, "vapour", 900, 20)).toBe(0);
    expect(uphill.netKg).toBe(0.35);
  });

  it("cools by what it boils: vapour more than liquid, a warm bath less", () => {
    const byVapour = fullCan(0.35, 25);
    const byLiquid = fullCan(0.35, 25);
    const bathed = fullCan(0.35, 25, 40);
    draw(byVapour, "vapour", 250, 60);
    draw(byLiquid, "liquid", 250, 15);
    draw(bathed, "vapour", 250, 60);
    expect(byVapour.temperatureC).toBeLessThan(20);
    expect(byLiquid.temperatureC).toBeGreaterThan(byVapour.temperatureC);
    expect(bathed.temperatureC).toBeGreaterThan(byVapour.temperatureC);
  });
});

describe("one pass round the circuit", () => {
  it("answers with numbers at any trial point a solver may try", () => {
    const pass = new CircuitPass();
    fc.assert(
      fc.property(
        fc.constantFrom(
          plantOf(),
          plantOf({ metering: "orifice-tube", compressor: "fixed" }),
          plantOf({ evaporators: 2, chargeG: 1000 }),
          plantOf({}, {}, [], { airKg: 0.01 }),
          plantOf({}, {}, [{ cause: "restriction-before-port", severity: 0.8, place: 0.6 }]),
        ),
        fc.double({ min: 9, max: 1500, noNaN: true }),
        fc.double({ min: 40, max: 3190, noNaN: true }),
        fc.double({ min: -3.3, max: 1.9, noNaN: true }),
        fc.double({ min: -1, max: 2.8, noNaN: true }),
        share,
        (plant, low, high, liquid, wet, duty) => {
          pass.evaluate(plant, { lowKpa: low, highKpa: high, condenserFill: liquid, evaporatorFill: wet, duty });
          for (const [name, value] of Object.entries(pass)) {
            if (typeof value === "number") expect(Number.isFinite(value), name).toBe(true);
          }
          expect(pass.flow).toBeGreaterThanOrEqual(0);
          expect(pass.highMass).toBeGreaterThan(0);
          expect(pass.lowMass).toBeGreaterThan(0);
        },
      ),
      { numRuns: 1500, seed: 11 },
    );
  });
});
