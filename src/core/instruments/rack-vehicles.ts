/** The vehicles the simulated rack can play. Made up; each is sized from its label, and may hide a fault. */
import type { Fault } from "../circuit/faults";
import type { Leak } from "../circuit/simulation";
import type { VehicleLabel } from "../circuit/vehicle";

export interface RackVehicle {
  id: string;
  name: string;
  label: VehicleLabel;
  /** What is really in it when it comes in, kg. */
  foundKg: number;
  faults: readonly Fault[];
  leaks: readonly Leak[];
  site: { ambientC: number; humidityPct: number; altitudeM: number };
}

const bakeryVan: VehicleLabel = {
  refrigerant: "R134a",
  chargeG: 580,
  metering: "expansion-valve",
  compressor: "fixed",
  condenserFan: "electric",
  evaporators: 1,
  highPort: "after-condenser",
};

export const rackVehicles: readonly RackVehicle[] = [
  {
    id: "leaked-van",
    name: "Bakery van, cools poorly",
    label: bakeryVan,
    foundKg: 0.2,
    faults: [],
    leaks: [],
    site: { ambientC: 29, humidityPct: 46, altitudeM: 310 },
  },
  {
    id: "sound-van",
    name: "Bakery van, in order",
    label: bakeryVan,
    foundKg: 0.57,
    faults: [],
    leaks: [],
    site: { ambientC: 29, humidityPct: 46, altitudeM: 310 },
  },
];

export function rackVehicle(id: string): RackVehicle | undefined {
  return rackVehicles.find((vehicle) => vehicle.id === id);
}
