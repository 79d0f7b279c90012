/** Point of a circuit; a nearby one is the best start for the next. */
export interface CircuitPoint {
  lowKpa: number;
  highKpa: number;
  /** Coordinate of the liquid on the high side (pass.ts). */
  condenserFill: number;
  /** Share of the evaporator that boils (pass.ts). */
  evaporatorFill: number;
  /** Share of time the clutch is engaged; multiplies the flow. */
  duty: number;
}
