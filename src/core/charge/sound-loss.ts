/** Loss of a sound car through hoses and seal, g a year (field-facts). */
export const SOUND_G_YEAR = { low: 10, high: 15 } as const;

/** Years taken for the time since it was last filled where nobody knows it. */
export const UNKNOWN_YEARS = 5;
const TWO = 2;

/** Whether more is missing than a sound car loses: beyond the label's tolerance, twice the weighing's `sdG`, and the loss of `years` (null: not known). */
export function missesMoreThanSound(lostG: number, toleranceG: number, sdG: number, years: number | null): boolean {
  return lostG > toleranceG + TWO * sdG + SOUND_G_YEAR.high * (years ?? UNKNOWN_YEARS);
}
