/** Ways to look for a leak at a place: what each can show, how long it takes, and when it works. */

export const leakMethodIds = ["visual", "detector", "dye", "foam", "tracer"] as const;
export type LeakMethod = (typeof leakMethodIds)[number];

interface LeakMethodEntry {
  /** Smallest leak that it shows reliably, g of refrigerant a year. */
  smallestGYear: number;
  /** Detection rate of a larger leak that can be reached. */
  chance: number;
  /** Time at one place. */
  minutes: number;
  /** It must see the place: a probe only has to be held below it. */
  needsSight: boolean;
  /** With refrigerant in the circuit, or with test gas in an emptied one. */
  works: readonly ("charged" | "empty")[];
}

export const leakMethods: Record<LeakMethod, LeakMethodEntry> = {
  // Oil gathers where grams leave for months; a new leak shows none.
  visual: { smallestGYear: 25, chance: 0.4, minutes: 1, needsSight: true, works: ["charged", "empty"] },
  // SAE J2791: a detector must show 14 g a year at 9.5 mm, moving at 75 mm/s.
  detector: { smallestGYear: 14, chance: 0.85, minutes: 1.5, needsSight: false, works: ["charged"] },
  // Shows after the oil has carried it round and out: some running first.
  dye: { smallestGYear: 10, chance: 0.8, minutes: 6, needsSight: true, works: ["charged"] },
  // Bubble test with a liquid applied, EN 1779: 1e-4 Pa m3/s, some 130 g of refrigerant a year.
  foam: { smallestGYear: 130, chance: 0.9, minutes: 2, needsSight: true, works: ["charged", "empty"] },
  // Nitrogen with 5 % hydrogen and a hydrogen detector.
  tracer: { smallestGYear: 5, chance: 0.9, minutes: 1.5, needsSight: false, works: ["empty"] },
};
