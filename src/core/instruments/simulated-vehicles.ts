/** The vehicles the simulated rack can play. Made up; each is sized from its label, and may hide a fault. */
import type { Fault } from "../circuit/faults";
import type { Leak } from "../circuit/time/simulation";
import type { CircuitConditions, VehicleLabel } from "../circuit/vehicle/vehicle";

export interface SimulatedVehicle {
  id: string;
  name: string;
  label: VehicleLabel;
  /** Actual charge at intake, kg. */
  foundKg: number;
  faults: readonly Fault[];
  leaks: readonly Leak[];
  /** Water inside, from standing open. */
  waterKg?: number;
  site: { ambientC: number; humidityPct: number; altitudeM: number };
  /** Air that the evaporator is given; fresh where nothing is said. */
  cabin?: Pick<CircuitConditions, "airSource" | "cabinReturnC">;
  /** Air in the circuit, kg. */
  airKg?: number;
  /** Of an exercise: not offered beside the others. */
  exercise?: true;
}

const bakeryVan: VehicleLabel = {
  refrigerant: "R134a",
  chargeG: 580,
  metering: "expansion-valve",
  compressor: "variable-external",
  condenserFan: "electric",
  evaporators: 1,
  highPort: "after-condenser",
};
const pickup: VehicleLabel = {
  ...bakeryVan,
  chargeG: 624,
  metering: "orifice-tube",
  compressor: "fixed",
  condenserFan: "viscous",
};
const estate: VehicleLabel = { ...bakeryVan, refrigerant: "R1234yf", chargeG: 470 };
const yard = { ambientC: 29, humidityPct: 46, altitudeM: 310 };

export const simulatedVehicles: readonly SimulatedVehicle[] = [
  {
    id: "leaked-van",
    name: "Bakery van, cools poorly",
    label: bakeryVan,
    foundKg: 0.175,
    faults: [],
    // Some 400 g a year at rest: a stone in the condenser.
    leaks: [{ place: "condenser", areaM2: 9e-12 }],
    site: yard,
  },
  { id: "sound-van", name: "Bakery van, in order", label: bakeryVan, foundKg: 0.57, faults: [], leaks: [], site: yard },
  {
    id: "sound-pickup",
    name: "Pickup with orifice, in order",
    label: pickup,
    foundKg: 0.62,
    faults: [],
    leaks: [],
    site: yard,
  },
  {
    id: "warm-pickup",
    name: "Pickup with orifice, cools in spells",
    label: pickup,
    foundKg: 0.36,
    faults: [],
    leaks: [],
    site: yard,
  },
  {
    id: "damp-pickup",
    name: "Pickup with orifice, stood open after a stone",
    label: pickup,
    foundKg: 0.09,
    faults: [],
    leaks: [{ place: "condenser", areaM2: 2.5e-12 }],
    waterKg: 0.004,
    site: yard,
  },
  {
    id: "hot-estate",
    name: "Estate car, warm at the lights",
    label: estate,
    foundKg: 0.46,
    faults: [{ cause: "condenser-airflow", severity: 0.8 }],
    leaks: [],
    site: yard,
  },
  {
    id: "starved-estate",
    name: "Estate car, cools less each week",
    label: estate,
    foundKg: 0.47,
    faults: [{ cause: "restriction-after-port", severity: 0.78 }],
    leaks: [],
    site: yard,
  },
  {
    id: "flooded-van",
    name: "Bakery van, ices its suction line",
    label: bakeryVan,
    foundKg: 0.58,
    faults: [{ cause: "metering-stuck-open", severity: 0.9 }],
    leaks: [],
    site: yard,
  },
  ...(["evaporator", "shaft-seal", "low-port"] as const).map(
    (place, i): SimulatedVehicle => ({
      id: `exercise-leak-${i + 1}`,
      name: "Delivery van of an exercise",
      label: bakeryVan,
      foundKg: 0.31,
      faults: [],
      leaks: [{ place, areaM2: 7e-12 }],
      site: yard,
      exercise: true,
    }),
  ),
  {
    id: "exercise-overfilled",
    name: "Delivery van of an exercise",
    label: bakeryVan,
    foundKg: 0.77,
    faults: [],
    leaks: [],
    site: yard,
    exercise: true,
  },
  {
    id: "exercise-empty-pickup",
    name: "Pickup of an exercise",
    label: pickup,
    foundKg: 0.005,
    faults: [],
    leaks: [],
    site: yard,
    exercise: true,
  },
  {
    id: "exercise-empty-estate",
    name: "Estate car of an exercise",
    label: estate,
    foundKg: 0.005,
    faults: [],
    leaks: [],
    site: yard,
    exercise: true,
  },
  {
    id: "exercise-empty-hot",
    name: "Delivery van of an exercise",
    label: bakeryVan,
    foundKg: 0.005,
    faults: [],
    leaks: [],
    site: { ambientC: 41, humidityPct: 24, altitudeM: 310 },
    exercise: true,
  },
];

export function simulatedVehicle(id: string): SimulatedVehicle | undefined {
  return simulatedVehicles.find((vehicle) => vehicle.id === id);
}
