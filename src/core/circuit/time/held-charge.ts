/** Mass in a circuit as the simulator keeps its state; light enough for a page, which does not load the simulator for it. */
import type { CircuitState } from "./simulation";

/** Places of the masses of both sides among the states. */
export const HIGH_KG = 1;
export const LOW_KG = 3;

/** Refrigerant in the circuit, kg; hoses and cylinders hold theirs beside it. */
export function heldKg({
  vacuum,
  filling,
  y,
  inOilKg,
}: {
  y: ArrayLike<number>;
} & Pick<CircuitState, "vacuum" | "filling" | "inOilKg">): number {
  if (vacuum) return 0;
  if (filling) return filling.kg;
  return Math.max(y[HIGH_KG]! + y[LOW_KG]! + (inOilKg ?? 0), 0);
}
