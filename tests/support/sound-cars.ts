/** Sound cars as a workshop meets them, drawn from the population, and what they show beside what real ones do. */
import { atmosphericPressureKpa } from "../../src/core/air/atmosphere";
import { humidityAt } from "../../src/core/air/humid-air";
import { makePlant, type Plant } from "../../src/core/circuit/steady/plant";
import { type SteadyState, solveSteady } from "../../src/core/circuit/steady/steady";
import { sizeVehicle } from "../../src/core/circuit/vehicle/sizing";
import type { CircuitConditions, VehicleLabel } from "../../src/core/circuit/vehicle/vehicle";
import { equalisationSeconds } from "../../src/core/diagnosis/explain/equalisation";
import { drawLabel } from "../../src/core/diagnosis/learn/draw-test";
import { fluidTable } from "../../src/core/fluids/tables";
import { seededNoise } from "../../src/core/maths/noise";

export interface SoundCar {
  label: VehicleLabel;
  conditions: CircuitConditions;
  plant: Plant;
  state: SteadyState;
}

/** Cars at their label's charge, a little more or less, standing in fresh air, belt driven; those whose clutch cannot close are left out. */
export function soundCars(
  count: number,
  seed: number,
  day: { ambientC: [number, number]; rpm: [number, number]; dewC?: [number, number]; blowerPct?: number },
): SoundCar[] {
  const noise = seededNoise(seed);
  const between = ([least, most]: [number, number]) => least + (most - least) * noise.uniform();
  const cars: SoundCar[] = [];
  for (let i = 0; i < count; i++) {
    const label = drawLabel(noise);
    const sized = sizeVehicle(label, noise.normal);
    const ambientC = between(day.ambientC);
    const conditions: CircuitConditions = {
      ambientC,
      humidityPct: humidityAt(ambientC, between(day.dewC ?? [4, 21])),
      altitudeM: 500 * noise.uniform() ** 2,
      cabinReturnC: null,
      airSource: "fresh",
      blowerPct: day.blowerPct ?? (noise.uniform() < 0.7 ? 100 : between([50, 100])),
      rpm: between(day.rpm),
    };
    const chargeKg = (label.chargeG / 1000) * (1 + 0.04 * noise.normal());
    if (!sized.ok || label.compressor === "electric") continue;
    const plant = makePlant(sized.value, conditions, [], { chargeKg });
    const solved = solveSteady(plant);
    if (solved.ok && solved.value.kind === "running")
      cars.push({ label, conditions, plant, state: solved.value.state });
  }
  return cars;
}

type Quantiles = readonly [number, number, number];

/** 5, 50 and 95 %. */
function quantilesOf(values: readonly number[]): Quantiles {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
  return [at(0.05), at(0.5), at(0.95)];
}

export interface FactRow {
  what: string;
  unit: string;
  /** Workshop and trade ranges: 5, 50, 95 %. */
  facts: Quantiles;
  shown: Quantiles;
  cars: number;
}

/** Readings of drawn sound cars beside real ones (rounded ranges of workshops and trade charts; R134a where a pressure is meant). */
export function factRows(count: number): FactRow[] {
  const any = soundCars(count, 1, { ambientC: [18, 38], rpm: [700, 1800] });
  const idle = soundCars(count, 2, { ambientC: [18, 38], rpm: [700, 850] });
  const fast = soundCars(count, 3, { ambientC: [18, 38], rpm: [1500, 2000] });
  const hot = soundCars(count / 2, 4, { ambientC: [35, 40], rpm: [700, 1800] });
  const loaded = soundCars(count, 5, { ambientC: [29, 38], rpm: [1500, 2000], dewC: [14, 24], blowerPct: 100 });
  const r134a = ({ label }: SoundCar) => label.refrigerant === "R134a";
  const valve = ({ label }: SoundCar) => label.metering === "expansion-valve";
  const low = ({ state, conditions }: SoundCar) =>
    (state.limitedBy === "low" ? state.cycling!.lowMeanKpa : state.lowKpa) -
    atmosphericPressureKpa(conditions.altitudeM);
  const within =
    (least: number, most: number) =>
    ({ conditions: { ambientC } }: SoundCar) =>
      ambientC >= least && ambientC <= most;
  const row = (
    what: string,
    unit: string,
    facts: Quantiles,
    cars: SoundCar[],
    of: (car: SoundCar) => number,
  ): FactRow => ({
    what,
    unit,
    facts,
    shown: quantilesOf(cars.map(of)),
    cars: cars.length,
  });
  const mild = any.filter(({ conditions: { ambientC } }) => ambientC > 20 && ambientC < 30);
  return [
    row("saturation at the high port over ambient", "K", [15, 23, 33], any, ({ state, label, conditions }) => {
      return fluidTable(label.refrigerant).saturationTemperatureC(state.highKpa) - conditions.ambientC;
    }),
    row("low side at idle", "kPa", [130, 200, 330], idle.filter(r134a), low),
    row("low side at idle, 18 to 25 °C", "kPa", [120, 180, 260], idle.filter(r134a).filter(within(18, 25)), low),
    row("low side at idle, 29 to 38 °C", "kPa", [180, 260, 380], idle.filter(r134a).filter(within(29, 38)), low),
    row("low side at 1500 to 2000 rpm", "kPa", [110, 190, 300], fast.filter(r134a), low),
    row(
      "low side at 1500 to 2000 rpm, full load at 29 to 38 °C, fixed compressor",
      "kPa",
      [150, 240, 370],
      loaded.filter(r134a).filter(({ label }) => label.compressor === "fixed"),
      low,
    ),
    row(
      "command of an outside-controlled compressor",
      "%",
      [30, 60, 100],
      any.filter(({ label }) => label.compressor === "variable-external"),
      ({ state }) => 100 * state.command,
    ),
    row("centre vent, 20 to 30 °C", "°C", [2, 7, 12], mild, ({ state }) => state.ventC),
    row("centre vent, 35 to 40 °C", "°C", [8, 12, 16], hot, ({ state }) => state.ventC),
    row("superheat at the low port, valve", "K", [3, 9, 16], any.filter(valve), superheat),
    row(
      "superheat at the low port, orifice",
      "K",
      [0, 2, 10],
      any.filter((car) => !valve(car)),
      superheat,
    ),
    row("subcooling at the high port", "K", [3, 8, 17], any, ({ state }) => state.subcoolingK),
    row("air into the condenser over ambient, idle", "K", [0, 3, 9], idle, ({ state, conditions }) => {
      return state.condenserInletAirC - conditions.ambientC;
    }),
    row("sides meeting after stop, valve", "s", [90, 300, 1500], any.filter(valve), meeting),
    row(
      "sides meeting after stop, orifice",
      "s",
      [20, 50, 150],
      any.filter((car) => !valve(car)),
      meeting,
    ),
  ];
}

function superheat({ state }: SoundCar): number {
  return state.suctionLineC - state.evaporatingC;
}

function meeting({ plant, state }: SoundCar): number {
  return equalisationSeconds(plant, state.superheatK);
}
