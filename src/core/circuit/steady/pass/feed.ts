/** Line step of a pass: liquid line and metering devices, with the rear coil that its own valve feeds. */
import { fallingRoot } from "../../../maths/roots";
import { meteringFlow, valveOpening } from "../metering";
import type { Plant } from "../plant";
import { CP_VAPOUR_LOW } from "./constants";
import { coilHeat } from "./evaporator";
import type { PassState } from "./state";

const NEUTRAL = { openingMost: 1, openingLeast: 0, orificeArea: 1 };

/** Liquid line and metering devices. */
export function feedEvaporators(s: PassState, plant: Plant, wet: number, heldOpening: number): void {
  const { vehicle, fluid } = plant;
  const { low } = s;
  // The line runs through the engine bay.
  const gain = s.flow > 0 ? (0.0008 * Math.max(plant.engineBayC - s.liquidC, 0)) / Math.max(s.flow, 0.004) : 0;
  s.hInlet = s.hLiquid + Math.min(gain, 3);
  // The devices are driven by whole pressures: air that has spread to the low side stands against the air on the high side.
  const behindKpa = s.lowKpa + s.lowAirKpa;
  const line = vehicle.liquidLineDrop + passageDrop(plant.effects.liquidAreaM2);
  s.opening = Number.isNaN(heldOpening)
    ? valveOpening(vehicle.metering, plant.effects, wet < 1 ? s.superheatK : -(wet - 1) * 120)
    : heldOpening;
  meteringFlow(fluid, vehicle.metering, plant.effects, s.opening, line, s.liquidKpa, s.hInlet, behindKpa, s.metering);
  s.meteringKpa = s.metering.inletKpa;
  s.fed = s.metering.flow;
  s.rearFlow = 0;
  s.rearHeat = 0;
  const rear = plant.coils[1];
  if (rear && vehicle.rearValve) {
    // The rear coil follows at once: the wet share at which its valve feeds what it boils.
    const heat = coilHeat(s, rear, low.temperatureC, plant.atmosphereKpa);
    s.rearMetalC = s.solvedMetalC;
    const latent = Math.max(low.hVapour - s.hInlet, 20);
    const span = Math.max(rear.inletC - low.temperatureC, 0);
    const valve = vehicle.rearValve;
    // More of the coil wet: more boiled, less superheat, less fed.
    s.rearWet = fallingRoot(
      (share) => {
        const boiled = (share * heat) / latent;
        const ntu = (rear.vapourConductance * (1 - share)) / (Math.max(boiled, 1e-5) * CP_VAPOUR_LOW);
        const superheat = span * (1 - Math.exp(-ntu));
        const opening = valveOpening(valve, NEUTRAL, superheat);
        meteringFlow(fluid, valve, NEUTRAL, opening, line, s.liquidKpa, s.hInlet, behindKpa, s.metering);
        s.rearFlow = s.metering.flow;
        s.rearOut = low.hVapour + CP_VAPOUR_LOW * superheat;
        return (s.metering.flow - boiled) * 20;
      },
      0,
      1,
      1e-9,
      0.93,
    );
    s.rearHeat = s.rearFlow * (s.rearOut - s.hInlet);
  }
}

/** kPa = k m2 / rho for a sharp passage of this area, Cd 0.7; 0 when free. */
function passageDrop(areaM2: number): number {
  return Number.isFinite(areaM2) ? 1 / (2000 * 0.49 * areaM2 * areaM2) : 0;
}
