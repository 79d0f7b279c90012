/** Range that the model was made and tested for. Outside it nothing is solved: a typed refusal, never a number from outside. */
import { AIR_DENSITY } from "../../causes/cause";
import { innerVolumeM3 } from "../vehicle/vehicle";
import type { Plant } from "./plant";

export const modelRange = {
  ambientC: { min: 0, max: 55 },
  altitudeM: { min: -500, max: 5000 },
  rpm: { min: 300, max: 6000 },
  /** Share of the label's charge; far below the least the clutch is simply held out. */
  chargeShare: { min: 0, max: 1.75 },
  /** Fillings of the circuit at atmospheric pressure: about here a sound car's high-pressure switch acts at idle and 29 degC. */
  airFillings: { min: 0, max: 8 },
} as const;

export interface RangeIssue {
  code: "out-of-range";
  quantity: keyof typeof modelRange;
  value: number;
  min: number;
  max: number;
}

/** The first quantity of a plant that lies beyond the range, or is no number; null when none does. */
export function beyondRange({ conditions, chargeKg, airKg, vehicle }: Plant): RangeIssue | null {
  const given: Record<keyof typeof modelRange, number> = {
    ambientC: conditions.ambientC,
    altitudeM: conditions.altitudeM,
    rpm: conditions.rpm,
    chargeShare: (chargeKg * 1000) / vehicle.label.chargeG,
    airFillings: airKg / (AIR_DENSITY * innerVolumeM3(vehicle)),
  };
  for (const quantity of Object.keys(given) as (keyof typeof modelRange)[]) {
    const { min, max } = modelRange[quantity];
    const value = given[quantity];
    if (!(value >= min && value <= max)) return { code: "out-of-range", quantity, value, min, max };
  }
  return null;
}
