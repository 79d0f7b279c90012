/**
 * How long the sides of a stopped circuit take to meet, by the passage that is left between them: what stood in front of it passes in
 * a time that goes as one over its area. Good for a third; the transient simulation knows better but takes a hundred times as long.
 */
import type { Plant } from "../circuit/plant";

/** Usual times of sound circuits, s: the middle of what workshops see, as in readings/shut-off.ts. */
const USUAL_S = { valve: 225, orifice: 45 } as const;
/** Diaphragm and bulb close a sound valve once it stops; it meets through its bleed. */
export function meetingSeconds(plant: Plant): number {
  const { vehicle, effects } = plant;
  const device = vehicle.metering;
  const sound = device.kind === "valve" ? device.widestM2 * device.bleed : device.areaM2;
  const own =
    device.kind === "valve"
      ? device.widestM2 * Math.max(device.bleed * Math.max(effects.openingMost, CLOSED_SHARE), effects.openingLeast)
      : device.areaM2 * effects.orificeArea;
  // Passages in series: their resistances go as one over the area squared.
  const both = 1 / Math.hypot(1 / own, 1 / effects.liquidAreaM2);
  return USUAL_S[device.kind] * (sound / both);
}

/** A valve stuck closed still leaks past its seat: this share of the usual bleed. */
const CLOSED_SHARE = 0.7;
