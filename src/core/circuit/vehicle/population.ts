/**
 * The population: what sound vehicles of a label can be. Sizes at 600 g of charge, scaled with the charge; middles and spreads are chosen so
 * that sound cars lie where workshops, trade charts and training benches see them (docs/model.md has the quantiles side by side), not fitted
 * to cases. Everything draws from it: bands, diagnosis, bench, drills.
 */

import { refrigerantEntry } from "../../fluids/refrigerants";
import { highCutOutKpa } from "./cut-out";
import type { CircuitVehicle, VehicleLabel } from "./vehicle";

/** Standard normal numbers, one a call; zero makes the middle vehicle. */
export type Draw = () => number;

export interface PopulationVehicle {
  /** Its volumes in the right proportions; sizing gives them their scale. */
  vehicle: CircuitVehicle;
  /** Level of receiver or accumulator with the label charge at the design point. */
  storeLevel: number;
}

export function populationVehicle(label: VehicleLabel, draw: Draw): PopulationVehicle {
  const sizes = sizesOf(label, draw);
  // Each part draws in turn: another order would be another population.
  const vehicle: CircuitVehicle = {
    label,
    installation: drawnInstallation(sizes),
    compressor: drawnCompressor(label, sizes),
    condenser: drawnCondenser(sizes),
    evaporators: drawnEvaporators(label, sizes),
    ...drawnMetering(label, sizes, draw),
    controls: drawnControls(label, sizes),
    ...drawnLines(sizes),
  };
  const { valve, plus } = sizes;
  return {
    vehicle,
    storeLevel: Math.min(Math.max(plus(valve ? 0.42 : 0.82, valve ? 0.13 : 0.05), 0.15), valve ? 0.8 : 0.92),
  };
}

/** Sizes that follow from the label, and the draws about a mean: in proportion, or in plain numbers. */
function sizesOf(label: VehicleLabel, draw: Draw) {
  const rear = label.evaporators === 2;
  // A larger charge cools more, but less than in proportion: lines grow with the vehicle too.
  const size = Math.sqrt(label.chargeG / (rear ? 900 : 600));
  return {
    about: (mean: number, spread: number) => mean * Math.exp(spread * clip(draw())),
    plus: (mean: number, spread: number) => mean + spread * clip(draw()),
    rear,
    litres: label.chargeG / 600 / 1000,
    size,
    total: rear ? size * 1.45 : size,
    valve: label.metering === "expansion-valve",
  };
}

type Sizes = ReturnType<typeof sizesOf>;

function drawnInstallation({ about, plus }: Sizes): CircuitVehicle["installation"] {
  return {
    bayIdleK: about(18, 0.3),
    bayFastK: about(14, 0.3),
    inletIdleK: about(1.4, 1),
    inletFastK: about(0.7, 1),
    recirculation: about(0.1, 0.6),
    fanSlow: plus(0.52, 0.12),
    fanLowKpa: plus(1050, 150),
    fanHighKpa: plus(1850, 150),
  };
}

function drawnCompressor(
  { compressor, refrigerant }: VehicleLabel,
  { about, plus, total, valve }: Sizes,
): CircuitVehicle["compressor"] {
  const { controls } = refrigerantEntry(refrigerant);
  const variable = compressor === "variable-internal" || compressor === "variable-external";
  return {
    kind: compressor,
    displacementM3:
      about(compressor === "electric" ? 30e-6 : variable ? 110e-6 : valve ? 100e-6 : 108e-6, 0.34) * total,
    pulleyRatio: about(1.3, 0.09),
    electricTurns: 110,
    clearance: about(0.035, 0.15),
    volumetric: plus(0.92, 0.03),
    isentropic: plus(0.6, 0.045),
    // Held near 0 degC at the coil's outlet; an internal valve droops over a wider span.
    setKpa: plus(controls.setKpa, 42),
    bandKpa: 40,
    leastStroke: 0.04,
    command:
      compressor === "variable-external"
        ? {
            targetC: plus(2.5, 1.5),
            spanK: 5,
            restKpa: plus(controls.restKpa, 65),
            fullKpa: plus(controls.fullKpa, 11),
          }
        : null,
  };
}

function drawnCondenser({ about, valve, litres, total }: Sizes): CircuitVehicle["condenser"] {
  return {
    volumeM3: about(valve ? 0.5 : 0.36, 0.15) * litres,
    conductance: about(0.42, 0.16) * total,
    airFlow: about(0.38, 0.14) * total,
    subcoolShare: valve ? Math.min(about(0.135, 0.4), 0.3) : 0,
    metalKjK: 2.4 * total,
  };
}

function drawnEvaporators(
  { evaporators }: VehicleLabel,
  { about, litres, size, rear }: Sizes,
): CircuitVehicle["evaporators"] {
  return [1, 0.62].slice(0, evaporators).map((share) => ({
    volumeM3: about(0.38, 0.15) * litres * share * (rear ? 0.75 : 1),
    wallConductance: about(0.88, 0.42) * size * share,
    vapourConductance: about(0.09, 0.15) * size * share,
    airConductance: about(0.3, 0.28) * size * share,
    airFlow: about(0.095, 0.18) * size * share,
    metalKjK: 1.5 * size * share,
  }));
}

function drawnMetering(
  { refrigerant }: VehicleLabel,
  { about, plus, valve, rear, size }: Sizes,
  draw: Draw,
): Pick<CircuitVehicle, "metering" | "rearValve"> {
  const { passage } = refrigerantEntry(refrigerant);
  return {
    metering: valve
      ? {
          kind: "valve",
          widestM2: about(1.9e-6, 0.16) * size * passage,
          staticSuperheatK: Math.max(plus(3.4, 2.2), 0.3),
          spanK: about(6.5, 0.3),
          bleed: 0.1 * skewed(clip(draw())),
        }
      : { kind: "orifice", areaM2: about(1.2e-6, 0.2) * size * passage },
    rearValve: rear
      ? { kind: "valve", widestM2: 1.2e-6 * size * passage, staticSuperheatK: 4.5, spanK: 7, bleed: 0.1 }
      : null,
  };
}

function drawnControls({ refrigerant }: VehicleLabel, { plus }: Sizes): CircuitVehicle["controls"] {
  const { controls } = refrigerantEntry(refrigerant);
  return {
    freezeOutC: plus(-1, 1.8),
    freezeInC: plus(3.2, 1),
    lowOutKpa: plus(controls.lowOutKpa, 22),
    lowInKpa: plus(controls.lowInKpa, 30),
    highOutKpa: highCutOutKpa(refrigerant),
    highInKpa: 2200,
    lockOutKpa: plus(165, 30),
  };
}

function drawnLines({ about, plus, valve, litres, total, rear }: Sizes) {
  return {
    receiverM3: valve ? about(0.23, 0.2) * litres : 0,
    accumulatorM3: valve ? 0 : about(0.15, 0.2) * litres,
    liquidLineM3: about(valve ? 0.06 : 0.03, 0.2) * litres * (rear ? 1.8 : 1),
    suctionLineM3: about(0.21, 0.2) * litres * (rear ? 1.3 : 1),
    dischargeLineM3: about(0.1, 0.2) * litres,
    suctionDrop: (9e4 * about(1, 0.5)) / (total * total),
    condenserDrop: (1.1e6 * about(1, 0.25)) / (total * total),
    liquidLineDrop: (2.8e7 * about(1, 0.25) * (rear ? 1.5 : 1)) / (total * total),
    suctionGain: about(0.0028, 0.75) * Math.sqrt(total),
    ductGainK: Math.max(plus(2.8, 1.3), 0.3),
  };
}

/** Sound valves leak past their seat by a little more than usual, or by much less: they meet in minutes, or not in a quarter of an hour. */
function skewed(normal: number): number {
  return Math.exp((normal < 0 ? 1 : 0.45) * normal);
}

/** Keeps a drawn size within two and a half spreads of its mean. */
function clip(normal: number): number {
  return Math.min(Math.max(normal, -2.5), 2.5);
}
