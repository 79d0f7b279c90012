/**
 * What this vehicle should show now, if nothing is wrong with it: an ensemble of vehicles that could all wear its label, each
 * solved in the conditions of the test. The band is where nine in ten of them lie; it is as wide as sound vehicles differ. An earlier test
 * of this very vehicle, made when it was sound, leaves those of them that showed the like then, and the band is narrower.
 */

import { lineProfileOf } from "../../circuit/steady/line-profile";
import { makePlant } from "../../circuit/steady/plant";
import { type SteadyState, solveSteady } from "../../circuit/steady/steady";
import { sizeVehicle } from "../../circuit/vehicle/sizing";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../../circuit/vehicle/vehicle";
import type { LineProfile } from "../../line-places";
import { normalQuantile, seededNoise, stratifiedNormals } from "../../maths/noise";
import { takenChannels } from "../../readings/channels";

/** Channels a band is given for; pressures kPa gauge, temperatures degC, differences K. */
export const bandChannels = [...takenChannels, "superheat", "subcooling"] as const;
export type BandChannel = (typeof bandChannels)[number];

export interface Band {
  low: number;
  median: number;
  high: number;
}

export interface ExpectedBands {
  bands: Record<BandChannel, Band>;
  /** Vehicles that the bands rest on. */
  members: number;
  /** How many tests of this very vehicle narrowed them; 0: they are those of its label. */
  ownTests: number;
  /** Share of them whose clutch would cycle here. */
  cycling: number;
  /** Temperatures along the circuit of each of them. */
  lines: LineProfile[];
}

const MEMBERS = 48;
/** Share of the ensemble left out on either side. */
const TAIL = 0.05;

/** What was read of a vehicle that was sound, at one setting of the engine; kPa gauge, degC. */
export interface SoundReading {
  conditions: CircuitConditions;
  readings: Partial<Record<"low" | "high" | "vent" | "suction" | "liquid", number>>;
}

/** Vehicles that stand for one label, and by how many of its own tests they were chosen. */
export interface Ensemble {
  vehicles: readonly CircuitVehicle[];
  ownTests: number;
}

/** From how many a vehicle's own tests choose. */
const CANDIDATES = 360;
/** How near the model comes to a vehicle it knows, with the errors of the instruments: kPa, kPa, K, K, K. */
const LIKENESS = { low: 14, high: 70, vent: 1.5, suction: 2.5, liquid: 2.5 } as const;
/** So many of the candidates must share the weight: fewer would be a line, not a band. */
const LEAST_SHARING = 16;

/**
 * Vehicles that could wear a label; the same label gives the same ones. With tests of this vehicle when it was sound, those that show the
 * like. Empty for a label that cannot be sized.
 */
export function ensembleOf(label: VehicleLabel, members = MEMBERS, own: readonly SoundReading[] = []): Ensemble {
  const count = own.length > 0 ? CANDIDATES : members;
  const vehicles = stratifiedNormals(count, ENSEMBLE_SEED).flatMap((draw) => {
    const sized = sizeVehicle(label, draw);
    return sized.ok ? [sized.value] : [];
  });
  if (own.length === 0 || vehicles.length === 0) return { vehicles, ownTests: 0 };
  const misfits = vehicles.map((vehicle) => misfitOf(vehicle, own));
  const least = Math.min(...misfits);
  if (!Number.isFinite(least)) return { vehicles: vehicles.slice(0, members), ownTests: 0 };
  return { vehicles: resampled(vehicles, misfits, members), ownTests: own.length };
}
const ENSEMBLE_SEED = 1;

/** Half the sum of squares of what a vehicle would have shown against what was read, each in units of its likeness. */
function misfitOf(vehicle: CircuitVehicle, own: readonly SoundReading[]): number {
  let sum = 0;
  for (const { conditions, readings } of own) {
    const plant = makePlant(vehicle, conditions, []);
    const solved = solveSteady(plant);
    if (!solved.ok || solved.value.kind !== "running") return Number.POSITIVE_INFINITY;
    const shown = channelsOf(solved.value.state, plant.atmosphereKpa);
    for (const [channel, value] of Object.entries(readings) as [keyof typeof LIKENESS, number][]) {
      sum += 0.5 * ((shown[channel] - value) / LIKENESS[channel]) ** 2;
    }
  }
  return sum;
}

/** Chosen in proportion to exp(-misfit / temperature), the lowest temperature of 1 or more at which enough of them share the weight. */
function resampled(vehicles: readonly CircuitVehicle[], misfits: readonly number[], members: number): CircuitVehicle[] {
  const least = Math.min(...misfits);
  let weights: number[] = [];
  for (let temperature = 1; temperature < 1e3; temperature *= 1.3) {
    weights = misfits.map((misfit) => Math.exp((least - misfit) / temperature));
    const sum = weights.reduce((total, weight) => total + weight, 0);
    const squares = weights.reduce((total, weight) => total + weight * weight, 0);
    if ((sum * sum) / squares >= LEAST_SHARING) break;
  }
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const chosen: CircuitVehicle[] = [];
  let running = 0;
  for (const [i, vehicle] of vehicles.entries()) {
    running += weights[i]!;
    while (chosen.length < members && (chosen.length + 0.5) / members <= running / total) chosen.push(vehicle);
  }
  return chosen;
}

/** Bands of an ensemble, healthy and at its label charge, in these conditions; null when too few of it run there. */
export function expectedBands(ensemble: Ensemble, conditions: CircuitConditions): ExpectedBands | null {
  const shown = Object.fromEntries(bandChannels.map((channel) => [channel, []])) as unknown as Record<
    BandChannel,
    number[]
  >;
  let cycling = 0;
  const lines: LineProfile[] = [];
  for (const vehicle of ensemble.vehicles) {
    const plant = makePlant(vehicle, conditions, []);
    const solved = solveSteady(plant);
    if (!solved.ok || solved.value.kind !== "running") continue;
    const values = channelsOf(solved.value.state, plant.atmosphereKpa);
    for (const channel of bandChannels) shown[channel].push(values[channel]);
    lines.push(lineProfileOf(solved.value.state));
    if (solved.value.state.limitedBy === "low") cycling++;
  }
  const members = shown.low.length;
  if (members < Math.max(8, ensemble.vehicles.length / 2)) return null;
  const { ownTests } = ensemble;
  const bands = Object.fromEntries(
    bandChannels.map((channel) => [channel, bandOf(ownTests > 0 ? blurred(shown[channel], channel) : shown[channel])]),
  );
  return { bands: bands as Record<BandChannel, Band>, members, ownTests, cycling: cycling / members, lines };
}

/** What the instruments of a workshop would show of a steady state, without their errors. */
export function channelsOf(state: SteadyState, atmosphereKpa: number): Record<BandChannel, number> {
  return {
    low: state.lowKpa - atmosphereKpa,
    high: state.highKpa - atmosphereKpa,
    vent: state.ventC,
    suction: state.suctionLineC,
    liquid: state.liquidLineC,
    // As the clamp on the suction line sees it: with what the hose has gained.
    superheat: state.suctionLineC - state.evaporatingC,
    subcooling: state.subcoolingK,
  };
}

const BLUR: Record<BandChannel, number> = { ...LIKENESS, superheat: 2.5, subcooling: 2.5 };

/** The few that a vehicle's own tests leave, spread by how near the model comes to it at best. */
function blurred(values: readonly number[], channel: BandChannel): number[] {
  const { uniform } = seededNoise(ENSEMBLE_SEED);
  const order = values.map((_, i) => ({ i, key: uniform() })).sort((a, b) => a.key - b.key);
  return order.map(({ i }, rank) => values[i]! + BLUR[channel] * normalQuantile((rank + 0.5) / values.length));
}

/** 5 %, median and 95 % of values, which it puts in order. */
export function bandOf(values: number[]): Band {
  const sorted = values.sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
  return { low: at(TAIL), median: at(0.5), high: at(1 - TAIL) };
}
