import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualDay, vehicleOf } from "../../../tests/support/vehicles";
import { possible } from "../causes/catalogue";
import { makePlant } from "../circuit/steady/plant";
import { beyondRange } from "../circuit/steady/range";
import { solveSteady } from "../circuit/steady/steady";
import { sizeVehicle } from "../circuit/vehicle/sizing";
import { refrigerants } from "../fluids/refrigerants";
import { fluidTable } from "../fluids/tables";
import { compressorKinds, fanKinds, meteringKinds } from "../readings/file/reading-file";
import { fromAddress, toAddress } from "./bench-address";
import { Bench } from "./bench-answer";
import {
  asSound,
  type BenchState,
  benchCauses,
  benchLimits,
  benchOf,
  benchStateSchema,
  mostAirG,
  truthOf,
} from "./bench-state";
import { onHotDay, townTraffic } from "./hot-day";

/** A control moves in steps that an address holds. */
const step = (least: number, most: number, steps: number) =>
  fc.integer({ min: 0, max: steps }).map((i) => Number((least + ((most - least) * i) / steps).toFixed(3)));
const control = (of: keyof typeof benchLimits, steps = 200) => step(benchLimits[of].min, benchLimits[of].max, steps);

const benchStates: fc.Arbitrary<BenchState> = fc
  .record({
    name: fc.string({ unit: "grapheme", maxLength: 40 }),
    refrigerant: fc.constantFrom(...refrigerants),
    chargeG: step(350, 1200, 170),
    metering: fc.constantFrom(...meteringKinds),
    compressor: fc.constantFrom(...compressorKinds),
    condenserFan: fc.constantFrom(...fanKinds),
    evaporators: fc.constantFrom(1 as const, 2 as const),
    highPort: fc.constantFrom("after-condenser" as const, "before-condenser" as const),
    ambientC: step(10, 45, 70),
    humidityPct: control("humidityPct"),
    altitudeM: control("altitudeM"),
    cabinReturnC: fc.option(control("cabinReturnC")),
    airSource: fc.constantFrom("fresh" as const, "recirculated" as const),
    blowerPct: control("blowerPct"),
    rpm: control("rpm"),
    share: step(0, benchLimits.chargeShare.max, 160),
    airG: control("airG", 40),
    causes: fc.subarray(benchCauses, { maxLength: 3 }),
    severity: step(0, 1, 20),
    place: fc.option(step(0, 1, 10)),
  })
  .map(({ name, share, airG, causes, severity, place, ...made }) => {
    const { refrigerant, chargeG, metering, compressor, condenserFan, evaporators, highPort, ...conditions } = made;
    const label = { refrigerant, chargeG, metering, compressor, condenserFan, evaporators, highPort };
    return {
      ...benchOf(label, name, conditions),
      chargeG: Number((share * chargeG).toFixed(1)),
      airG,
      faults: causes.filter((cause) => possible(cause, label)).map((cause) => ({ cause, severity, place })),
    };
  });

describe("the state of a bench", () => {
  it("goes into an address and comes back the same, short enough to be sent", () => {
    fc.assert(
      fc.property(benchStates, (state) => {
        expect(benchStateSchema.safeParse(state).success).toBe(true);
        const address = toAddress(state);
        expect(fromAddress(address)).toEqual({ ok: true, value: state });
        expect(toAddress({ ...state, name: "" }).length).toBeLessThan(330);
      }),
      { numRuns: 300 },
    );
  });

  it("is read from links that were sent with the first release, to the letter", () => {
    expect(fromAddress("v=1&r=134a&g=550&m=valve&c=internal")).toEqual({ ok: true, value: benchOf() });
    const sent =
      "v=1&name=Quarry+pickup&r=1234yf&g=880&m=orifice&c=fixed&fan=both&e=2&port=before&t=34&h=42&alt=310&air=round&cabin=31&b=80&n=1800&in=1320&gas=4&w=cond-air_0.5&w=block-before_0.7_0.2&w=meter-open_0.3";
    const read = fromAddress(sent);
    expect(read).toMatchObject({
      ok: true,
      value: {
        name: "Quarry pickup",
        label: { refrigerant: "R1234yf", chargeG: 880, metering: "orifice-tube", compressor: "fixed", evaporators: 2 },
        conditions: { ambientC: 34, airSource: "recirculated", cabinReturnC: 31, rpm: 1800 },
        chargeG: 1320,
        airG: 4,
        faults: [
          { cause: "condenser-airflow", severity: 0.5, place: null },
          { cause: "restriction-before-port", severity: 0.7, place: 0.2 },
          { cause: "metering-stuck-open", severity: 0.3, place: null },
        ],
      },
    });
    if (read.ok) expect(toAddress(read.value)).toBe(sent);
    // Every cause has a name in links.
    for (const cause of benchCauses) {
      const commanded = benchOf({ ...benchOf().label, compressor: "variable-external" });
      const state = { ...commanded, faults: [{ cause, severity: 0.5, place: null }] };
      expect(fromAddress(toAddress(state))).toEqual({ ok: true, value: state });
    }
  });

  it("refuses a link of a later release, and names the control whose value is none", () => {
    const good = toAddress(benchOf());
    expect(fromAddress(good.replace("v=1", "v=2"))).toMatchObject({ issue: { code: "newer-version", version: "2" } });
    expect(fromAddress("")).toMatchObject({ issue: { code: "broken", field: "v" } });
    for (const [added, field] of [
      ["t=hot", "conditions.ambientC"],
      ["t=", "conditions.ambientC"],
      ["n=90000", "conditions.rpm"],
      ["in=9000", "chargeG"],
      ["w=gremlins_0.5", "faults.0.cause"],
      ["w=worn_", "faults.0.severity"],
      ["w=worn_0.5&w=worn_0.6", "faults"],
      ["air=sideways", "conditions.airSource"],
      ["t=0x20", "conditions.ambientC"],
      ["zz=4", "zz"],
      ["g=400&g=900", "g"],
    ])
      expect(fromAddress(`${good}&${added}`), added).toMatchObject({ ok: false, issue: { field } });
    expect(fromAddress(good.replace("g=550", "g=20"))).toMatchObject({ issue: { field: "label.chargeG" } });
  });

  it("names what is the matter as a diagnosis would", () => {
    expect(truthOf(benchOf())).toEqual([]);
    const wrong = {
      ...benchOf(),
      chargeG: 300,
      airG: 5,
      faults: [{ cause: "blend-door", severity: 0.4, place: null }],
    };
    expect(truthOf(benchStateSchema.parse(wrong))).toEqual(["undercharge", "air", "blend-door"]);
    expect(truthOf(asSound(benchStateSchema.parse(wrong)))).toEqual([]);
    expect(truthOf({ ...benchOf(), chargeG: 640 })).toEqual(["overcharge"]);
  });
});

describe("what the bench shows", () => {
  it("is what the core says, whatever stood there before", () => {
    const bench = new Bench();
    fc.assert(
      fc.property(benchStates, (state) => {
        const answer = bench.answer(state);
        if (answer.kind !== "running") return;
        const sized = sizeVehicle(state.label);
        if (!sized.ok) throw new Error(sized.issue.code);
        const plant = makePlant(
          sized.value,
          state.conditions,
          state.faults.map(({ place, ...fault }) => ({ ...fault, ...(place === null ? {} : { place }) })),
          {
            chargeKg: state.chargeG / 1000,
            airKg: state.airG / 1000,
          },
        );
        const solved = solveSteady(plant);
        if (!solved.ok || solved.value.kind !== "running") return;
        const { state: said } = solved.value;
        expect(answer.reading.low).toBeCloseTo(said.lowKpa - plant.atmosphereKpa, 6);
        expect(answer.reading.high).toBeCloseTo(said.highKpa - plant.atmosphereKpa, 6);
        expect(answer.reading.vent).toBeCloseTo(said.ventC, 6);
        // No number that is none reaches a screen.
        expect(JSON.stringify(answer)).not.toMatch(/NaN|Infinity|:null,"enthalpy/);
      }),
      // States that are the same every time: with many grams of air a circuit can have two steady states (docs/model.md), and chance finds one.
      { numRuns: 25, seed: 7 },
    );
  });

  it("offers no more air than the model takes, whatever the label", () => {
    for (const metering of ["expansion-valve", "orifice-tube"] as const)
      for (const chargeG of [250, 450, 700, 1100]) {
        const vehicle = vehicleOf({ metering, chargeG });
        const plant = makePlant(vehicle, usualDay(), [], { airKg: mostAirG(chargeG) / 1000 });
        expect(beyondRange(plant)).toBeNull();
      }
  });

  it("draws a cycle whose corners are what the instruments read, and whose heat is what the evaporator takes up", () => {
    const bench = new Bench();
    for (const metering of meteringKinds)
      for (const [share, ambientC] of [
        [1, 30],
        [0.4, 30],
        [1.4, 36],
        [0.9, 18],
      ] as const) {
        const usual = benchOf({ ...benchOf().label, metering });
        const state = { ...usual, chargeG: share * usual.label.chargeG, conditions: { ...usual.conditions, ambientC } };
        const answer = bench.answer(state);
        if (answer.kind !== "running") throw new Error(answer.kind);
        const { corners, coolingKw, flowKgS, reading } = answer;
        const fluid = fluidTable(state.label.refrigerant);
        expect(corners.suction.enthalpy - corners.inlet.enthalpy).toBeCloseTo(coolingKw / flowKgS, 6);
        expect(corners.discharge.kpa).toBeGreaterThan(corners.suction.kpa);
        // A tapped corner shows the same value as the instruments.
        if (!answer.wetSuction) expect(corners.discharge.temperatureC).toBeCloseTo(reading.discharge, -0.5);
        expect(fluid.temperatureC(corners.liquid.kpa, corners.liquid.enthalpy)).toBeCloseTo(reading.liquid, -0.5);
      }
  });

  it("says what stands still and why, and which part gives out or which quantity has left the model", () => {
    const bench = new Bench();
    const usual = benchOf();
    const driven = { ...usual, faults: [{ cause: "compressor-not-driven" as const, severity: 1, place: null }] };
    expect(bench.answer(driven)).toMatchObject({ kind: "standing", reason: "not-driven" });
    expect(bench.answer({ ...usual, chargeG: 2 }).kind).toBe("standing");
    const beyond = { ...usual, chargeG: 1.7 * 1.1 * usual.label.chargeG };
    expect(bench.answer(beyond)).toMatchObject({
      kind: "none",
      issue: { code: "out-of-range", quantity: "chargeShare" },
    });
    expect(bench.answer({ ...usual, label: { ...usual.label, chargeG: 20 } })).toEqual({
      kind: "none",
      issue: { code: "no-such-vehicle" },
    });
    // And it goes on from what had a solution.
    expect(bench.answer(usual).kind).toBe("running");
  });
});

describe("the next hot day", () => {
  const vehicles = [-1, -0.4, 0, 0.4, 1].flatMap((shift) => {
    const sized = sizeVehicle(benchOf().label, () => shift);
    return sized.ok ? [sized.value] : [];
  });

  it("warms the same air: as much water in it, as little share of what it could hold", () => {
    const day = townTraffic(benchOf().conditions, 40);
    expect(day.ambientC).toBe(40);
    expect(day.humidityPct).toBeLessThan(benchOf().conditions.humidityPct);
    expect(townTraffic(day, benchOf().conditions.ambientC).humidityPct).toBeCloseTo(
      benchOf().conditions.humidityPct,
      0,
    );
  });

  it("is hotter on the high side and at the vent than the day on the bench, and worse with too much or too little", () => {
    const hot = onHotDay(vehicles, benchOf(), 40)!;
    const now = onHotDay(vehicles, benchOf(), 30)!;
    expect(hot.highKpa.low).toBeGreaterThan(now.highKpa.low);
    expect(hot.ventC.median).toBeGreaterThan(now.ventC.median);
    expect(hot.highKpa.low).toBeLessThanOrEqual(hot.highKpa.high);
    const over = onHotDay(vehicles, { ...benchOf(), chargeG: 800 }, 40)!;
    expect(over.highKpa.median).toBeGreaterThan(hot.highKpa.median + 80);
    expect(over.cutsOut).toBeGreaterThanOrEqual(hot.cutsOut);
    const under = onHotDay(vehicles, { ...benchOf(), chargeG: 230 }, 40)!;
    expect(under.ventC.median).toBeGreaterThan(hot.ventC.median + 3);
  });
});
