/** The vehicles the simulated rack can play. Made up; sizes are those of ordinary cars and vans. */
import type { RackVehicle } from "./rack";

const compactValveCircuit = {
  refrigerant: "R134a",
  displacementM3: 130e-6,
  pulleyRatio: 1.3,
  condenserM3: 0.7e-3,
  evaporatorM3: 0.6e-3,
  receiverM3: 0.22e-3,
  liquidLineM3: 0.1e-3,
  suctionM3: 0.8e-3,
  condenserUa: 0.45,
  condenserAir: 0.5,
  evaporatorUa: 0.22,
  evaporatorAir: 0.125,
  valveM2: 1.2e-6,
  superheatK: 6,
} as const;

export const rackVehicles: readonly RackVehicle[] = [
  {
    id: "leaked-van",
    name: "Bakery van, cools poorly",
    circuit: compactValveCircuit,
    labelKg: 0.58,
    foundKg: 0.33,
    site: { ambientC: 29, humidityPct: 46, altitudeM: 310 },
  },
  {
    id: "sound-van",
    name: "Bakery van, in order",
    circuit: compactValveCircuit,
    labelKg: 0.58,
    foundKg: 0.57,
    site: { ambientC: 29, humidityPct: 46, altitudeM: 310 },
  },
];

export function rackVehicle(id: string): RackVehicle | undefined {
  return rackVehicles.find((vehicle) => vehicle.id === id);
}
