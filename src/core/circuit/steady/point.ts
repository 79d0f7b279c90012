/** Where a circuit stands; a nearby one is the best start for the next. */
export interface CircuitPoint {
  lowKpa: number;
  highKpa: number;
  /** Coordinates of the liquid, as in pass.ts. */
  high: number;
  wet: number;
  /** Share of time the clutch is in. */
  duty: number;
}
