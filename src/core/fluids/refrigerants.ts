/**
 * Table of the refrigerants that are computed: everything that depends on which one it is, but for the equation of state itself
 * (helmholtz.ts, coefficients.json). A further refrigerant is an entry here, its equation, and a relearned ensemble (`npm run learn`).
 */

interface RefrigerantEntry {
  /** For starting values only: McLinden et al., Int. J. Refrig. 12 (1989) 282; Richter et al. (2011). */
  acentricFactor: number;
  flammable: boolean;
  /** Oils that it breaks down. */
  unsuitableOils: readonly string[];
  /** Charges that nine in ten labels of one evaporator and a belt-driven compressor show, g. Trade experience, rounded wide. */
  usualChargeG: { from: number; to: number };
  /** Usual high-pressure cut-out, kPa gauge. */
  cutOutKpa: number;
  /** Metering passages against R134a: less latent heat circulates more and throttles wider. */
  passage: number;
  /** Middle settings of controls, kPa: internal valve, external valve without and at full command, low-pressure switch off and on. */
  controls: { setKpa: number; restKpa: number; fullKpa: number; lowOutKpa: number; lowInKpa: number };
  /** Name in bench links: never changed, since links are kept. */
  linkName: string;
}

const refrigerantTable = {
  R134a: {
    acentricFactor: 0.32684,
    flammable: false,
    unsuitableOils: [],
    usualChargeG: { from: 380, to: 950 },
    cutOutKpa: 2850,
    passage: 1,
    controls: { setKpa: 280, restKpa: 390, fullKpa: 180, lowOutKpa: 158, lowInKpa: 302 },
    linkName: "134a",
  },
  R1234yf: {
    acentricFactor: 0.276,
    flammable: true,
    unsuitableOils: ["PAG"],
    usualChargeG: { from: 340, to: 850 },
    cutOutKpa: 2750,
    passage: 1.28,
    controls: { setKpa: 300, restKpa: 420, fullKpa: 195, lowOutKpa: 180, lowInKpa: 325 },
    linkName: "1234yf",
  },
} as const satisfies Record<string, RefrigerantEntry>;

export type Refrigerant = keyof typeof refrigerantTable;
export const refrigerants = Object.keys(refrigerantTable) as [Refrigerant, ...Refrigerant[]];

/** Whether a name, of a label or a candidate, is a refrigerant that is computed. */
export function isRefrigerant(name: string | null | undefined): name is Refrigerant {
  return name != null && Object.hasOwn(refrigerantTable, name);
}

export function refrigerantEntry(refrigerant: Refrigerant): RefrigerantEntry {
  return refrigerantTable[refrigerant];
}
