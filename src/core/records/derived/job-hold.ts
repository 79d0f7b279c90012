/** The newest vacuum hold of a job: its readings, and where they were taken. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { HoldPoint, HoldSetting } from "../../charge/vacuum/hold";
import { type HoldAnswer, judgeHold } from "../../charge/vacuum/judge-hold";
import { saturationGaugeKpa } from "../../readings/derive/saturation-temperature";
import { entryValue } from "../../units/entry";
import { fields } from "../fields";
import type { Job } from "../job";
import { holdPoints, LEAST_HOLD_POINTS } from "../run-sheet";
import { labelOf, workableRefrigerant } from "./job-label";

/**
 * Inner volume of a circuit by its label, m3/g: the simulated vehicles of 350 to 1100 g, either refrigerant and metering device, one or two
 * evaporators, lie within 6 % of it.
 */
const VOLUME_M3_PER_G = 3.7e-6;
/** Where the label is not known, g. */
const USUAL_CHARGE_G = 600;
/** The mean temperature of a year, at which a leak will face the standing charge, degC. */
const YEAR_C = 20;
/** Where the refrigerant's table does not reach, kPa gauge. */
const STANDING_GAUGE_KPA = 470;

/** Readings of the newest hold: the trace, or the two that were written down; none where there are fewer. */
export function holdReadings({ evacuate }: Pick<Job, "evacuate">): HoldPoint[] {
  const trace = holdPoints(evacuate);
  if (trace.length >= LEAST_HOLD_POINTS) return trace;
  const lowest = entryValue(fields.lowest, evacuate.lowest);
  const held = entryValue(fields.held, evacuate.held);
  const holdS = entryValue(fields.hold, evacuate.hold);
  if (lowest === null || held === null || holdS === null) return [];
  return [
    { time: 0, kpa: lowest },
    { time: holdS, kpa: held },
  ];
}

/** Basis for the leak rate of this circuit: its volume and the pressure that stands in it over the year; null while altitude or refrigerant are missing. */
export function standingSettingOf(job: Job): Pick<HoldSetting, "volumeM3" | "altitudeM" | "standingKpa"> | null {
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const refrigerant = workableRefrigerant(job);
  if (altitudeM === null || refrigerant === null) return null;
  const standing = saturationGaugeKpa(refrigerant, YEAR_C, altitudeM) ?? STANDING_GAUGE_KPA;
  return {
    volumeM3: VOLUME_M3_PER_G * (labelOf(job).chargeG ?? USUAL_CHARGE_G),
    altitudeM,
    standingKpa: standing + atmosphericPressureKpa(altitudeM),
  };
}

/** Where the hold is judged; null while wall temperature, altitude or refrigerant are missing. `ambientC` stands for a wall that nobody named. */
export function holdSettingOf(job: Job, ambientC: number | null = null): HoldSetting | null {
  const coldestWallC = entryValue(fields.wall, job.evacuate.wall) ?? ambientC;
  const standing = standingSettingOf(job);
  return coldestWallC === null || standing === null ? null : { ...standing, coldestWallC, gauge: job.evacuate.gauge };
}

const judged = new WeakMap<Job["evacuate"], { key: string; answer: HoldAnswer | null }>();

/** Result of the newest hold; null without one that can be judged. Takes a tenth of a second, once for the same readings. */
export function judgedHold(job: Job): HoldAnswer | null {
  const setting = holdSettingOf(job);
  if (setting === null) return null;
  const key = JSON.stringify(setting);
  const known = judged.get(job.evacuate);
  if (known?.key === key) return known.answer;
  const points = holdReadings(job);
  const read = points.length < 2 ? null : judgeHold(points, setting);
  const answer = read?.ok ? read.value : null;
  judged.set(job.evacuate, { key, answer });
  return answer;
}
