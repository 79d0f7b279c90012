/**
 * What the instruments of an ordinary workshop are good for: expanded uncertainties, 95 %.
 * A gauge of class 1.6 errs by up to 1.6 % of its full scale (EN 837-1); the manifold assumed here reads to
 * 800 kPa on the low side and 2200 kPa on the high side. Clamps err by contact more than by calibration.
 */
export interface InstrumentAccuracy {
  lowKpa: number;
  highKpa: number;
  clampK: number;
  ventK: number;
  ambientK: number;
  /** Bonnet-open temperature of the parts at rest: they are never all the same. */
  soakK: number;
  humidityPct: number;
  scaleG: number;
}

export const workshopInstruments: InstrumentAccuracy = {
  lowKpa: 12,
  highKpa: 35,
  clampK: 1.5,
  ventK: 0.5,
  ambientK: 0.7,
  soakK: 1,
  humidityPct: 4,
  scaleG: 3,
};
