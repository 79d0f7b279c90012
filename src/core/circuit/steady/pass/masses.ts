/** Mass step of a pass: refrigerant in every zone of both sides. Void fraction by Zivi (J. Heat Transfer 86 (1964) 247). */
import type { SaturationRow } from "../../../fluids/tables";
import type { CircuitVehicle } from "../../vehicle/vehicle";
import type { Plant } from "../plant";
import type { PassState } from "./state";

export function weighZones(s: PassState, plant: Plant, high: number, wet: number): void {
  const { vehicle, effects } = plant;
  const { low } = s;
  const row = s.high;
  const { condenser } = vehicle;
  const latent = row.hVapour - row.hLiquid;
  const enters = s.flow > 0 ? Math.min(Math.max((s.hCondenser - row.hLiquid) / latent, 0), 1) : 1;
  const quality = Math.min(Math.max((s.hMain - row.hLiquid) / latent, 0), 1);
  const outletC = Math.max(s.liquidC, row.temperatureC);
  s.condensingDensity =
    zivi(row.rhoLiquid, row.rhoVapour, quality, enters) * thinned(row, 0.5 * (row.temperatureC + outletC));
  const behind =
    s.behindCondensing * zivi(row.rhoLiquid, row.rhoVapour, s.liquidQuality, quality) +
    (1 - s.behindCondensing) * row.rhoLiquid;
  const level = vehicle.receiverM3 > 0 ? Math.min(Math.max(high, 0), 1) : 0;
  // Behind a blockage or a long drop the line carries vapour too.
  const before = Math.min(Math.max(plant.fluid.quality(s.liquidKpa, s.hLiquid), 0), 1);
  const after = Math.min(Math.max(plant.fluid.quality(s.meteringKpa, s.hInlet), 0), 1);
  const lineDensity =
    0.5 * (zivi(row.rhoLiquid, row.rhoVapour, before, before) + zivi(row.rhoLiquid, row.rhoVapour, after, after));
  const vapourBehind = row.rhoVapour * thinned(row, outletC);
  const flooded = s.floodedShare;
  const blocked = effects.dischargeAreaM2 < Number.POSITIVE_INFINITY && s.flow > 0;
  const place = blocked ? effects.dischargePlace : 0;
  const main = Math.max(1 - flooded - condenser.subcoolShare - place, 0);
  const desuperheat = Math.min(s.desuperheatShare, main);
  const hot = blocked ? s.blockedRow : row;
  s.highMass =
    vehicle.dischargeLineM3 * hot.rhoVapour * thinned(hot, s.dischargeC) +
    condenser.volumeM3 *
      (place * (blocked ? massBefore(s) : 0) +
        desuperheat * row.rhoVapour * thinned(row, s.main.gasC) +
        (main - desuperheat) * s.condensingDensity +
        flooded * row.rhoLiquid +
        condenser.subcoolShare * (quality < 1 ? behind : Math.max(behind * thinned(row, outletC), vapourBehind))) +
    vehicle.receiverM3 * (level * row.rhoLiquid + (1 - level) * vapourBehind) +
    vehicle.liquidLineM3 * (before < 1 ? lineDensity : lineDensity * thinned(row, outletC));

  const inlet = Math.min(Math.max((s.hInlet - low.hLiquid) / (low.hVapour - low.hLiquid), 0), 0.98);
  s.boilingDensity = zivi(low.rhoLiquid, low.rhoVapour, inlet, 1);
  const coil = plant.coils[0]!;
  const share = Math.min(Math.max(wet, 0), 1);
  const dry = low.rhoVapour * thinned(low, low.temperatureC + 0.5 * s.superheatK);
  const suction = low.rhoVapour * thinned(low, s.suctionC);
  let mass = coil.volumeM3 * (share * s.boilingDensity + (1 - share) * dry);
  const rear = plant.coils[1];
  if (rear) mass += rear.volumeM3 * (s.rearWet * s.boilingDensity + (1 - s.rearWet) * low.rhoVapour);
  mass += (vehicle.suctionLineM3 + vehicle.accumulatorM3) * suction;
  mass += liquidRoomM3(vehicle, wet) * (low.rhoLiquid - low.rhoVapour);
  s.lowMass = mass;
}

/** Mean density of the part of the condenser before a blockage, kg/m3: hot vapour, condensing, and filled with what has condensed. */
function massBefore(s: PassState): number {
  const row = s.blockedRow;
  const { before } = s;
  const whole = Math.max(before.gasShare + before.condensingShare + before.liquidShare, 1e-9);
  const quality = Math.min(Math.max((before.hOut - row.hLiquid) / (row.hVapour - row.hLiquid), 0), 1);
  return (
    (before.gasShare * row.rhoVapour * thinned(row, before.gasC) +
      before.condensingShare * zivi(row.rhoLiquid, row.rhoVapour, quality, 1) +
      before.liquidShare * row.rhoLiquid) /
    whole
  );
}

/** Density of a vapour warmer than saturation against that of saturated vapour: as an ideal gas. */
function thinned(row: SaturationRow, temperatureC: number): number {
  return (row.temperatureC + 273.15) / (Math.max(temperatureC, row.temperatureC) + 273.15);
}

/** Room that liquid beyond the wet coil takes: the accumulator first, then the suction line. */
export function liquidRoomM3(vehicle: CircuitVehicle, wet: number): number {
  const beyond = Math.max(wet - 1, 0);
  if (vehicle.accumulatorM3 === 0) return vehicle.suctionLineM3 * beyond;
  return vehicle.accumulatorM3 * Math.min(beyond, 1) + vehicle.suctionLineM3 * Math.max(beyond - 1, 0);
}

/**
 * Mean density of a boiling or condensing stretch between two qualities, with Zivi's void fraction
 * alpha = x / (x + (1 - x) g), g = (rhoV / rhoL)^(2/3), averaged over quality.
 */
export function zivi(liquid: number, vapour: number, from: number, to: number): number {
  const g = Math.cbrt((vapour / liquid) * (vapour / liquid));
  const k = 1 - g;
  const span = to - from;
  const alpha =
    Math.abs(span) < 1e-6
      ? from / (from + (1 - from) * g)
      : (span / k - (g / (k * k)) * Math.log((g + k * to) / (g + k * from))) / span;
  return alpha * vapour + (1 - alpha) * liquid;
}
