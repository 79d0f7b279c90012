/**
 * Equalisation time after shutdown, by the passage left between the sides: inversely proportional to its area. Accurate to about half; the transient
 * simulation is better and takes a hundred times as long.
 */
import type { Plant } from "../../circuit/steady/plant";

/** Grams of the label a square metre of passage pass in a second, from the middle of what workshops see (readings/shut-off.ts). */
const PASSED_G_M2_S = { valve: 600 / 280 / 1.9e-7, orifice: 600 / 48 / 1.2e-6 } as const;

/** Diaphragm and bulb close a sound valve once it stops; it meets through its bleed. `superheatK`: at the coil, while it ran. */
export function equalisationSeconds(plant: Plant, superheatK: number): number {
  const { vehicle, effects } = plant;
  const device = vehicle.metering;
  // A stuck valve opens no further for a warm bulb, and behind a blocked line an open one has little to pass.
  const free = effects.openingMost >= 1 && effects.liquidAreaM2 === Number.POSITIVE_INFINITY;
  const starved = device.kind === "valve" && free && superheatK > device.staticSuperheatK + device.spanK;
  const own =
    device.kind === "valve"
      ? device.widestM2 *
        Math.max(
          (starved ? STARVED_OPENING : 1) * device.bleed * Math.max(effects.openingMost, CLOSED_SHARE),
          effects.openingLeast,
        )
      : device.areaM2 * effects.orificeArea;
  // Passages in series: their resistances go as one over the area squared.
  const both = 1 / Math.hypot(1 / own, 1 / effects.liquidAreaM2);
  const share = (plant.chargeKg * 1000) / vehicle.label.chargeG;
  return (vehicle.label.chargeG * Math.min(share / WHOLE_SHARE, 1)) / (PASSED_G_M2_S[device.kind] * both);
}

/** With less than this share of its charge a circuit has less than usual to pass. */
const WHOLE_SHARE = 0.6;

/**
 * A starved coil leaves a warm bulb, and the valve wide open when the engine stops: how soon it shuts is not well known, from at once to
 * not before the sides have met. Times the bleed.
 */
const STARVED_OPENING = 2.5;

/** A valve stuck closed still leaks past its seat: this share of the usual bleed. */
const CLOSED_SHARE = 0.4;
