/** States of the charging hose, without their masses: a job's record needs no densities. */

/** Liquid from an inverted container or a dip tube; vapour from an upright one; drawn in: container closed, low side open, engine running. */
export const hoseStates = ["liquid", "vapour", "drawn-in"] as const;
export type HoseState = (typeof hoseStates)[number];

/** So much vapour takes the liquid that it finds in a hose along; less may leave some of it, g. */
const CLEARS_G = 60;

/** State of a hose after it passed `grams`; where that is in doubt, the liquid that is still to be drawn in. */
export function heldAfter(before: HoseState | null, passed: HoseState, grams: number): HoseState {
  return passed === "vapour" && before === "liquid" && grams < CLEARS_G ? "liquid" : passed;
}
