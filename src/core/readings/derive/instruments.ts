/**
 * Accuracy of an ordinary workshop's instruments: expanded uncertainties, 95 %. A gauge of class 1.6 errs by up to 1.6 % of its full scale (EN
 * 837-1); the manifold assumed here reads to 800 kPa on the low side and 2200 kPa on the high side. Clamps err by contact more than by calibration.
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

/** Instruments whose error a shop may know: gauges by class and full scale, the others by what they err by (K, g), and the day they were last checked. */
export interface KeptInstruments {
  low: KeptGauge | null;
  high: KeptGauge | null;
  clamp: KeptSensor | null;
  vent: KeptSensor | null;
  ambient: KeptSensor | null;
  scale: KeptSensor | null;
}
interface KeptGauge {
  /** Accuracy class, % of full scale (EN 837-1). */
  classPct: number;
  fullScaleKpa: number;
  /** ISO day; null when it is not known. */
  checkedOn: string | null;
}
export interface KeptSensor {
  /** 95 %, K or g. */
  error: number;
  checkedOn: string | null;
}

/** An instrument that was not checked for this long counts as half as sure again: an assumption, no standard gives a figure. */
const CHECK_DUE_DAYS = 365;
const OVERDUE = 1.5;

/** Whether the day of the last check, if one is known, lies too long back. Days as ISO. */
export function isOverdue(checkedOn: string | null, today: string): boolean {
  return checkedOn !== null && Date.parse(today) - Date.parse(checkedOn) > CHECK_DUE_DAYS * 86_400_000;
}

/** Accuracy of a shop's instruments; where unknown, that of an ordinary workshop. */
export function accuracyOf(kept: KeptInstruments, today: string): InstrumentAccuracy {
  const aged = (error: number, checkedOn: string | null) => error * (isOverdue(checkedOn, today) ? OVERDUE : 1);
  const gauge = (one: KeptGauge | null, usual: number) =>
    one === null ? usual : aged((one.classPct / 100) * one.fullScaleKpa, one.checkedOn);
  const sensor = (one: KeptSensor | null, usual: number) => (one === null ? usual : aged(one.error, one.checkedOn));
  const usual = workshopInstruments;
  return {
    ...usual,
    lowKpa: gauge(kept.low, usual.lowKpa),
    highKpa: gauge(kept.high, usual.highKpa),
    clampK: sensor(kept.clamp, usual.clampK),
    ventK: sensor(kept.vent, usual.ventK),
    ambientK: sensor(kept.ambient, usual.ambientK),
    scaleG: sensor(kept.scale, usual.scaleG),
  };
}
