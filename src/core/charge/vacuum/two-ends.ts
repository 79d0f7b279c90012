/** A hold of which only two readings were written down. kPa absolute. */
import { MARGIN, waterBoilingKpa } from "./target";

/** A hold of which only the two ends are known. */
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
