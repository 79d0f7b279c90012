/** Scatter of a vacuum gauge's reading. kPa, s. */
import { gaugeSpecs, type VacuumGauge } from "./target";

/** Wobble of the wall's temperature and of the gauge's own warmth, as a share of the pressure. */
const WANDER = 0.002;
/** Fluctuation of outgassing from walls and oil, kPa. */
const UNREST_KPA = 0.001;
/** The pressure of the air around changes within an hour by this much, and with the root of the time; needles show the difference to it. */
const WEATHER_KPA_PER_ROOT_H = 0.1;

/** Standard deviation of a reading of `kpa` absolute, `seconds` into a hold. */
export function gaugeSd(kpa: number, seconds: number, gauge: VacuumGauge): number {
  const { stepKpa, share, relative } = gaugeSpecs[gauge];
  const weather = relative ? WEATHER_KPA_PER_ROOT_H * Math.sqrt(seconds / 3600) : 0;
  return Math.hypot(stepKpa / Math.sqrt(12), (share + WANDER) * kpa, UNREST_KPA, weather);
}
