/** Evacuation: has the circuit gone below the boiling pressure of water at its coldest wall, and what did the hold show. */

/**
 * Saturation vapour pressure of water over a liquid surface, kPa absolute, at -40 to 50 degC.
 * Buck, J. Appl. Meteorol. 20 (1981) 1527, eq. 8 with coefficients ew1 (enhancement left out: pure vapour), within 0.1 %.
 */
export function waterBoilingKpa(temperatureC: number): number {
  return 0.61121 * Math.exp((17.502 * temperatureC) / (240.97 + temperatureC));
}

export interface VacuumHold {
  /** Lowest absolute pressure reached, kPa. */
  lowestKpa: number;
  /** Absolute pressure at the end of the hold with the pump shut off, kPa. */
  heldKpa: number;
  holdS: number;
  coldestWallC: number;
}

export type VacuumVerdict = "not-deep-enough" | "rise-to-water" | "rises" | "held";

export interface VacuumAnswer {
  verdict: VacuumVerdict;
  boilingKpa: number;
  riseKpa: number;
  riseKpaPerMin: number;
}

/** Below this share of the boiling pressure water leaves briskly, not only at the edge. */
const MARGIN = 0.5;
/** A rise smaller than this over a hold is outgassing and gauge noise, kPa a minute. */
const STILL_KPA_PER_MIN = 0.02;

/** First reading of a hold from its two ends; parting leak from moisture needs the whole trace. */
export function judgeHold(hold: VacuumHold): VacuumAnswer {
  const boilingKpa = waterBoilingKpa(hold.coldestWallC);
  const riseKpa = hold.heldKpa - hold.lowestKpa;
  const riseKpaPerMin = (riseKpa / hold.holdS) * 60;
  const verdict =
    hold.lowestKpa > boilingKpa * MARGIN
      ? "not-deep-enough"
      : riseKpaPerMin <= STILL_KPA_PER_MIN
        ? "held"
        : hold.heldKpa <= boilingKpa * 1.1 && hold.heldKpa >= boilingKpa * 0.6
          ? "rise-to-water"
          : "rises";
  return { verdict, boilingKpa, riseKpa, riseKpaPerMin };
}
