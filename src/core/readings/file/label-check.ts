/** Is what the label is said to say what such labels say. Ranges are trade experience, rounded wide. */
import { refrigerantEntry } from "../../fluids/refrigerants";
import type { ReadingFile } from "./reading-file";

type Vehicle = Pick<ReadingFile["vehicle"], "refrigerant" | "compressor" | "evaporators"> & { chargeG: number | null };

export type LabelDoubt =
  | { code: "oil-for-electric" | "oil-for-belt" }
  /** Usual range, g. */
  | { code: "charge-low" | "charge-high"; from: number; to: number }
  | { code: "tolerance-wide"; to: number };

/** Charges that nine in ten labels of this kind show, g. */
function usualCharge({ refrigerant, compressor, evaporators }: Omit<Vehicle, "chargeG">): {
  from: number;
  to: number;
} {
  const { from, to } = refrigerantEntry(refrigerant).usualChargeG;
  if (compressor === "electric") return { from: from + 60, to: to + 450 };
  return evaporators === 2 ? { from: 650, to: 1700 } : { from, to };
}

/** Doubts about a label, none when it looks like its kind. PAG oil is usual with a belt, POE with an electric compressor. */
export function labelDoubts(
  vehicle: Vehicle,
  toleranceG: number | null,
  oil: "PAG" | "POE" | "other" | "unknown" | null,
): LabelDoubt[] {
  const doubts: LabelDoubt[] = [];
  const { chargeG } = vehicle;
  if (chargeG !== null) {
    const { from, to } = usualCharge(vehicle);
    if (chargeG < from) doubts.push({ code: "charge-low", from, to });
    if (chargeG > to) doubts.push({ code: "charge-high", from, to });
    if (toleranceG !== null && toleranceG > 0.12 * chargeG) doubts.push({ code: "tolerance-wide", to: 0.12 * chargeG });
  }
  if (oil === "PAG" && vehicle.compressor === "electric") doubts.push({ code: "oil-for-electric" });
  if (oil === "POE" && vehicle.compressor !== "electric") doubts.push({ code: "oil-for-belt" });
  return doubts;
}
