/**
 * From a label to a plausible vehicle. Sizes at 600 g of charge, scaled with the charge, are rounded means of passenger-car practice,
 * within which the mean was chosen by one search over the readings of cases-dev.jsonl (docs/accuracy.md); the volumes are then set so that the label charge sits on its plateau: receiver half full, accumulator somewhat less.
 * With a `spread` every size is drawn about its mean, for an ensemble of vehicles that could all wear this label.
 */
import { fail, type Result, succeed } from "../result";
import { makePlant } from "./plant";
import { solveAtStoreLevel } from "./steady";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "./vehicle";

/** Standard normal numbers, one a call; zero makes the mean vehicle. */
export type Draw = () => number;

export type SizingIssue =
  | { code: "charge-out-of-range"; value: number; min: number; max: number }
  | { code: "no-design-point" };

const LEAST_CHARGE_G = 150;
const MOST_CHARGE_G = 3000;

/** Conditions of the design point: warm, idle a little raised, everything on. */
export const designConditions: CircuitConditions = {
  ambientC: 30,
  humidityPct: 45,
  altitudeM: 0,
  cabinReturnC: null,
  airSource: "fresh",
  blowerPct: 100,
  rpm: 1000,
};
const RECEIVER_LEVEL = 0.5;
const ACCUMULATOR_LEVEL = 0.45;

export function sizeVehicle(label: VehicleLabel, draw: Draw = () => 0): Result<CircuitVehicle, SizingIssue> {
  if (!(label.chargeG >= LEAST_CHARGE_G && label.chargeG <= MOST_CHARGE_G)) {
    return fail({ code: "charge-out-of-range", value: label.chargeG, min: LEAST_CHARGE_G, max: MOST_CHARGE_G });
  }
  const vehicle = meanVehicle(label, draw);
  const plant = makePlant(vehicle, designConditions, []);
  const store = label.metering === "orifice-tube";
  const mass = solveAtStoreLevel(plant, store ? 1 + ACCUMULATOR_LEVEL : RECEIVER_LEVEL);
  if (mass === null) return fail({ code: "no-design-point" });
  // Flows and pressures do not depend on the volumes, so one scale puts the label charge on the plateau.
  return succeed(scaleVolumes(vehicle, label.chargeG / 1000 / mass));
}

function meanVehicle(label: VehicleLabel, draw: Draw): CircuitVehicle {
  const about = (mean: number, spread: number) => mean * Math.exp(spread * clip(draw()));
  const plus = (mean: number, spread: number) => mean + spread * clip(draw());
  const yf = label.refrigerant === "R1234yf";
  const rear = label.evaporators === 2;
  const litres = label.chargeG / 600 / 1000;
  // A larger charge cools more, but less than in proportion: lines grow with the vehicle too.
  const size = Math.sqrt(label.chargeG / (rear ? 900 : 600));
  const total = rear ? size * 1.45 : size;
  const valve = label.metering === "expansion-valve";
  const { compressor } = label;
  const variable = compressor === "variable-internal" || compressor === "variable-external";
  // A fifth less latent heat: R1234yf circulates more and throttles wider.
  const passage = yf ? 1.28 : 1;
  return {
    label,
    compressor: {
      kind: compressor,
      displacementM3: about(compressor === "electric" ? 48e-6 : variable ? 125e-6 : 132e-6, 0.08) * total,
      pulleyRatio: about(1.3, 0.05),
      electricTurns: 110,
      clearance: about(0.035, 0.15),
      volumetric: plus(0.94, 0.02),
      isentropic: plus(0.61, 0.025),
      // Held near 0 degC at the coil's outlet; an internal valve droops over a wider span.
      setKpa: plus(yf ? 305 : 285, compressor === "variable-internal" ? 14 : 9),
      bandKpa: compressor === "variable-internal" ? 40 : 24,
      leastStroke: 0.04,
    },
    condenser: {
      volumeM3: about(0.7, 0.1) * litres,
      conductance: about(0.67, 0.12) * total,
      airFlow: about(0.54, 0.1) * total,
      subcoolShare: valve ? plus(0.12, 0.02) : 0,
      metalKjK: 2.4 * total,
    },
    evaporators: [1, 0.62].slice(0, label.evaporators).map((share) => ({
      volumeM3: about(0.6, 0.1) * litres * share * (rear ? 0.75 : 1),
      wallConductance: about(0.8, 0.12) * size * share,
      vapourConductance: about(0.09, 0.15) * size * share,
      airConductance: about(0.3, 0.1) * size * share,
      airFlow: about(0.1, 0.1) * size * share,
      metalKjK: 1.5 * size * share,
    })),
    metering: valve
      ? {
          kind: "valve",
          widestM2: about(1.75e-6, 0.1) * size * passage,
          staticSuperheatK: plus(4, 0.8),
          spanK: plus(7, 1),
          bleed: 0.13,
        }
      : { kind: "orifice", areaM2: about(1.95e-6, 0.08) * size * passage },
    rearValve: rear
      ? { kind: "valve", widestM2: 1.2e-6 * size * passage, staticSuperheatK: 4.5, spanK: 7, bleed: 0.1 }
      : null,
    controls: {
      freezeOutC: plus(-1.5, 0.5),
      freezeInC: plus(2.6, 0.5),
      lowOutKpa: plus(yf ? 186 : 164, 6),
      lowInKpa: plus(yf ? 325 : 302, 8),
      highOutKpa: yf ? 2750 : 2850,
      highInKpa: 2200,
      lockOutKpa: 160,
    },
    receiverM3: valve ? about(0.26, 0.12) * litres : 0,
    accumulatorM3: valve ? 0 : about(0.26, 0.12) * litres,
    liquidLineM3: about(0.06, 0.2) * litres * (rear ? 1.8 : 1),
    suctionLineM3: about(0.42, 0.15) * litres * (rear ? 1.3 : 1),
    dischargeLineM3: about(0.14, 0.15) * litres,
    suctionDrop: (9e4 * about(1, 0.25)) / (total * total),
    condenserDrop: (1.6e6 * about(1, 0.25)) / (total * total),
    liquidLineDrop: (2.8e7 * about(1, 0.25) * (rear ? 1.5 : 1)) / (total * total),
    suctionGain: about(0.0032, 0.25) * Math.sqrt(total),
    ductGainK: plus(3.2, 0.6),
  };
}

/** Keeps a drawn size within two and a half spreads of its mean. */
function clip(normal: number): number {
  return Math.min(Math.max(normal, -2.5), 2.5);
}

function scaleVolumes(vehicle: CircuitVehicle, factor: number): CircuitVehicle {
  return {
    ...vehicle,
    condenser: { ...vehicle.condenser, volumeM3: vehicle.condenser.volumeM3 * factor },
    evaporators: vehicle.evaporators.map((e) => ({ ...e, volumeM3: e.volumeM3 * factor })),
    receiverM3: vehicle.receiverM3 * factor,
    accumulatorM3: vehicle.accumulatorM3 * factor,
    liquidLineM3: vehicle.liquidLineM3 * factor,
    suctionLineM3: vehicle.suctionLineM3 * factor,
    dischargeLineM3: vehicle.dischargeLineM3 * factor,
  };
}
