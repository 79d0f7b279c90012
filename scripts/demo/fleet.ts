/** The vehicles of the made-up year: fleets with one label each, people with one car, and what each holds on a day. */

import type { VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import { DAY_MS } from "@/core/dates";
import { pick as weighted } from "@/core/diagnosis/learn/draw-test";
import type { NoiseSource } from "@/core/maths/noise";
import { newVehicle, type Vehicle } from "@/core/records/vehicles/vehicle";
import { vehicleKey } from "@/core/records/vehicles/vehicle-name";
import { instant, pick, round } from "./common";

const VEHICLES = 60;

/** The vans of the Bay: this model leaks at its condenser. */
export const VANS = "Fennick Bakery";

const vanLabel: VehicleLabel = {
  refrigerant: "R134a",
  chargeG: 580,
  metering: "expansion-valve",
  compressor: "variable-external",
  condenserFan: "electric",
  evaporators: 1,
  highPort: "after-condenser",
};

/** Fleets with how many, and people with one. */
const fleets: readonly [string, string, number, string][] = [
  [VANS, "van", 7, "FB"],
  ["Town gardens", "pickup", 6, "TG"],
  ["Mill Lane School", "minibus", 3, "ML"],
  ["Brandt & Daughter, roofers", "flatbed", 5, "BD"],
  ["Quay Taxis", "saloon", 9, "QT"],
  ["Parish nurses", "hatchback", 6, "PN"],
];

const people = [
  "Ada Lindqvist",
  "Bram Oduya",
  "Cleo Marchetti",
  "Dov Halloran",
  "Esme Tanaka",
  "Finn Abascal",
  "Greta Osei",
  "Hal Novotny",
  "Ines Pryce",
  "Jory Whelan",
  "Kit Sandoval",
  "Lena Farkas",
  "Milo Drury",
  "Noor Beckett",
  "Otis Ravn",
  "Petra Quill",
  "Rafe Ostrowski",
  "Suki Lamont",
  "Tove Eriksen",
  "Uma Castellan",
  "Vic Thorne",
  "Wanda Ekholm",
  "Yusuf Grady",
  "Zora Penhale",
] as const;

const bodies = [
  "grey estate",
  "white van",
  "red hatchback",
  "blue saloon",
  "green pickup",
  "silver people carrier",
  "black coupe",
] as const;

export interface Car {
  id: string;
  name: string;
  plate: string;
  owner: string;
  label: VehicleLabel;
  seed: number;
  /** Charge, start and leak rate. */
  heldG: number;
  since: number;
  leakGYear: number;
}

export function carsOf(noise: NoiseSource, start: number): Car[] {
  const names: { name: string; plate: string; owner: string }[] = [];
  for (const [owner, body, count, letters] of fleets)
    for (let n = 1; n <= count; n++)
      // Some numbers are on the bay already, in the other half of the demo.
      names.push({
        name: `${owner}, ${body} ${n + 20}`,
        plate: `${letters} ${100 + Math.floor(noise.uniform() * 899)}`,
        owner,
      });
  for (const owner of people)
    names.push({
      name: `${owner}, ${pick(noise, bodies)}`,
      plate: `${String.fromCharCode(65 + Math.floor(noise.uniform() * 26))}K ${1000 + Math.floor(noise.uniform() * 8999)}`,
      owner,
    });
  // A fleet buys one model: its vehicles have one label.
  const ofFleet = new Map<string, VehicleLabel>([[VANS, vanLabel]]);
  return names.slice(0, VEHICLES).map((named, i) => {
    const own = labelOf(noise, named.name);
    const label = ofFleet.get(named.owner) ?? own;
    if (fleets.some(([owner]) => owner === named.owner)) ofFleet.set(named.owner, label);
    const { chargeG } = label;
    const leaky = noise.uniform() < (named.owner === VANS ? 0.85 : 0.4);
    return {
      ...named,
      id: `demo-car-${String(i + 1).padStart(2, "0")}`,
      label,
      seed: Math.floor(noise.uniform() * 1e9),
      heldG: chargeG * (0.62 + 0.36 * noise.uniform()),
      since: start,
      leakGYear: leaky ? 70 + 330 * noise.uniform() ** 2 : 9 + 7 * noise.uniform(),
    };
  });
}

function labelOf(noise: NoiseSource, name: string): VehicleLabel {
  const orifice = noise.uniform() < 0.25;
  const modern = noise.uniform() < 0.4;
  const large = name.includes("minibus");
  return {
    refrigerant: modern ? "R1234yf" : "R134a",
    chargeG: round(large ? 900 + 300 * noise.uniform() : 400 + 340 * noise.uniform(), 10),
    metering: orifice ? "orifice-tube" : "expansion-valve",
    compressor: orifice
      ? "fixed"
      : modern
        ? "variable-external"
        : pick(noise, ["fixed", "variable-internal", "variable-external"]),
    condenserFan: "electric",
    evaporators: large ? 2 : 1,
    highPort: "after-condenser",
  };
}

/** Most come when something is wrong; some when they are due. */
export function carFor(noise: NoiseSource, cars: readonly Car[], at: number): Car {
  const need = (car: Car) => {
    const share = heldAt(car, at) / car.label.chargeG;
    const rested = (at - car.since) / DAY_MS;
    return (share < 0.75 ? 6 : share < 0.85 ? 2 : 0.6) * Math.min(rested / 40, 1.5) ** 2;
  };
  return weighted(
    noise,
    cars.map((car) => [car, need(car)] as const),
  );
}

export const heldAt = (car: Car, at: number) =>
  // A leak is slower the less there is behind it.
  Math.max(25, car.heldG * Math.exp((-car.leakGYear / car.label.chargeG) * ((at - car.since) / (365 * DAY_MS))));

export function recordOf(car: Car, start: number): Vehicle {
  const vehicle = newVehicle(car.id, car.name, instant(start));
  return { ...vehicle, plate: car.plate, owner: car.owner, names: [...vehicle.names, vehicleKey(car.plate)] };
}
