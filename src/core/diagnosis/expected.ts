/**
 * What this vehicle should show now, if nothing is wrong with it: an ensemble of vehicles that could all wear its label, each
 * solved in the conditions of the test. The band is where nine in ten of them lie.
 */

import { halton } from "../circuit/halton";
import { lineProfileOf } from "../circuit/line-profile";
import { makePlant } from "../circuit/plant";
import { sizeVehicle } from "../circuit/sizing";
import { type SteadyState, solveSteady } from "../circuit/steady";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../circuit/vehicle";
import type { LineProfile } from "../line-places";

/** Channels a band is given for; pressures kPa gauge, temperatures degC, differences K. */
export const bandChannels = ["low", "high", "vent", "suction", "liquid", "superheat", "subcooling"] as const;
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
  /** Share of them whose clutch would cycle here. */
  cycling: number;
  /** Temperatures along the circuit of each of them. */
  lines: LineProfile[];
}

const MEMBERS = 48;
/** Share of the ensemble left out on either side. */
const TAIL = 0.05;

/** Vehicles that could wear a label; the same label gives the same ones. Empty for a label that cannot be sized. */
export function ensembleOf(label: VehicleLabel, members = MEMBERS): CircuitVehicle[] {
  const draw = normalDraws(1);
  const vehicles: CircuitVehicle[] = [];
  for (let i = 0; i < members; i++) {
    const sized = sizeVehicle(label, draw);
    if (sized.ok) vehicles.push(sized.value);
  }
  return vehicles;
}

/** Bands of an ensemble, healthy and at its label charge, in these conditions; null when too few of it run there. */
export function expectedBands(
  ensemble: readonly CircuitVehicle[],
  conditions: CircuitConditions,
): ExpectedBands | null {
  const shown: Record<BandChannel, number[]> = {
    low: [],
    high: [],
    vent: [],
    suction: [],
    liquid: [],
    superheat: [],
    subcooling: [],
  };
  let cycling = 0;
  const lines: LineProfile[] = [];
  for (const vehicle of ensemble) {
    const plant = makePlant(vehicle, conditions, []);
    const solved = solveSteady(plant);
    if (!solved.ok || solved.value.kind !== "running") continue;
    const values = channelsOf(solved.value.state, plant.atmosphereKpa);
    for (const channel of bandChannels) shown[channel].push(values[channel]);
    lines.push(lineProfileOf(solved.value.state));
    if (solved.value.state.limitedBy === "low") cycling++;
  }
  const members = shown.low.length;
  if (members < Math.max(8, ensemble.length / 2)) return null;
  const bands = Object.fromEntries(bandChannels.map((channel) => [channel, bandOf(shown[channel])]));
  return { bands: bands as Record<BandChannel, Band>, members, cycling: cycling / members, lines };
}

function channelsOf(state: SteadyState, atmosphereKpa: number): Record<BandChannel, number> {
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

function bandOf(values: number[]): Band {
  const sorted = values.sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
  return { low: at(TAIL), median: at(0.5), high: at(1 - TAIL) };
}

/** Standard normal numbers from Halton's sequence through the inverse of Box and Muller's pairs: even, and always the same. */
function normalDraws(start: number): () => number {
  let index = start;
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const value = spare;
      spare = null;
      return value;
    }
    index++;
    const radius = Math.sqrt(-2 * Math.log(halton(index, 2)));
    const angle = 2 * Math.PI * halton(index, 3);
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}
