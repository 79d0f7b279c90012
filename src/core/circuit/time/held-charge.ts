/** Mass in a circuit as the simulator keeps its state; light enough for a page, which does not load the simulator for it. */
/** Places of the masses of both sides among the states. */
export const HIGH_KG = 1;
export const LOW_KG = 3;

interface HeldState {
  y: ArrayLike<number>;
  /** Null while the circuit holds refrigerant. */
  vacuum: object | null;
  filling: { kg: number } | null;
  inOilKg: number | null;
}

/** Refrigerant in the circuit, kg; hoses and cylinders hold theirs beside it. */
export function heldKg({ vacuum, filling, y, inOilKg }: HeldState): number {
  if (vacuum) return 0;
  if (filling) return filling.kg;
  return Math.max(y[HIGH_KG]! + y[LOW_KG]! + (inOilKg ?? 0), 0);
}
