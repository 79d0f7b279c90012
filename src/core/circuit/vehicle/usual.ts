/** Defaults where a label or test leaves something open: the most common car, on an ordinary day at sea level with everything on. */
import type { CircuitConditions, VehicleLabel } from "./vehicle";

/** Every part of which may be missing. */
type Given<Whole> = { [Part in keyof Whole]?: Whole[Part] | null | undefined };

/** A label with the usual in place of what is not given. */
export function withUsualLabel(
  known: Pick<VehicleLabel, "refrigerant" | "chargeG" | "metering" | "compressor">,
  given: Given<VehicleLabel>,
): VehicleLabel {
  return {
    refrigerant: known.refrigerant,
    chargeG: known.chargeG,
    metering: known.metering,
    compressor: known.compressor,
    condenserFan: given.condenserFan ?? "electric",
    evaporators: given.evaporators ?? 1,
    highPort: given.highPort ?? "after-condenser",
  };
}

/** Conditions at one engine speed with the usual in place of what is not given. */
export function withUsualConditions(
  known: Pick<CircuitConditions, "ambientC" | "rpm">,
  given: Given<CircuitConditions>,
): CircuitConditions {
  return {
    ambientC: known.ambientC,
    humidityPct: given.humidityPct ?? 50,
    altitudeM: given.altitudeM ?? 0,
    cabinReturnC: given.cabinReturnC ?? null,
    airSource: given.airSource ?? "fresh",
    blowerPct: given.blowerPct ?? 100,
    rpm: known.rpm,
  };
}
