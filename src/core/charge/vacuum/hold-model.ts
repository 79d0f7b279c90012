/**
 * Pressure rise after the pump is shut off: air through a leak rises linearly; refrigerant from the oil and water from the walls level off. Each with
 * the range of values met in workshops. kPa absolute, s.
 */
import { normalBelow } from "../../maths/normal";
import { waterBoilingKpa } from "./target";

/** One possible circuit under vacuum. */
export interface HoldModel {
  /** Air through a leak while the pressure is low, kPa/s. */
  leakKpaS: number;
  /** Refrigerant that comes out of the oil in the end, of which `deepShare` comes from oil that lies deep. */
  oilKpa: number;
  oilS: number;
  deepShare: number;
  deepS: number;
  /** Where water vapour levels off: at its boiling pressure while liquid is left, below when it runs out first. */
  waterKpa: number;
  waterS: number;
}

/** Numbers that `holdModel` takes. */
export const HOLD_DIMENSIONS = 8;

/** Leaks from far below what any hold shows to an open port core, g of refrigerant a year, as powers of ten. */
const LEAK_DECADES = { least: -1, most: 5 };
/**
 * Refrigerant left in the oil after a usual pull, as the pressure that it makes: 0.05 kPa (375 micron), two thirds of all cars within a factor of
 * 2.5. Outgassing of oils and elastomers falls off slower than any one exponential (O'Hanlon, A User's Guide to Vacuum Technology, ch. 4): hence the
 * deep part.
 */
const OIL_KPA = { median: 0.05, spread: 0.9 };
const OIL_S = [120, 700] as const;
const MOST_DEEP = 0.4;
const DEEP_S = [1200, 6000] as const;
/** Water as a share of what saturates the volume; above one it stays liquid. */
const WATER_DECADES = { least: -3, most: 0.7 };
const WATER_S = [120, 1800] as const;
/** The coldest wall is seldom known better, K. */
const WALL_SD_K = 1.5;

/** The circuit that stands for eight standard normal numbers; `gYearPerKpaS` converts its leak. */
export function holdModel(normals: ArrayLike<number>, coldestWallC: number, gYearPerKpaS: number): HoldModel {
  const share = (k: number) => normalBelow(normals[k]!);
  const within = (k: number, [least, most]: readonly [number, number]) => least * (most / least) ** share(k);
  const decades = (k: number, { least, most }: { least: number; most: number }) =>
    10 ** (least + (most - least) * share(k));
  return {
    leakKpaS: decades(0, LEAK_DECADES) / gYearPerKpaS,
    oilKpa: OIL_KPA.median * Math.exp(OIL_KPA.spread * normals[1]!),
    oilS: within(2, OIL_S),
    deepShare: MOST_DEEP * share(3),
    deepS: within(4, DEEP_S),
    waterKpa:
      Math.min(decades(5, WATER_DECADES), 1) * waterBoilingKpa(coldestWallC + WALL_SD_K * Math.max(normals[7]!, -3)),
    waterS: within(6, WATER_S),
  };
}

/** Rise since the shut-off after `seconds`, kPa, of gases that level off. */
export function levellingRise(model: HoldModel, seconds: number): number {
  const { oilKpa, oilS, deepShare, deepS, waterKpa, waterS } = model;
  const oil = (1 - deepShare) * gone(seconds, oilS) + deepShare * gone(seconds, deepS);
  return oilKpa * oil + waterKpa * gone(seconds, waterS);
}

/** Rise of all gases, kPa. The leak slows as the pressure nears that of the atmosphere. */
export function holdRise(model: HoldModel, seconds: number, atmosphereKpa: number): number {
  const air = atmosphereKpa * (1 - Math.exp((-model.leakKpaS * seconds) / atmosphereKpa));
  return air + levellingRise(model, seconds);
}

const gone = (seconds: number, constant: number) => 1 - Math.exp(-seconds / constant);
