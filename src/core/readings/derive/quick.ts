/** Answers that need no job: saturation both ways with what gauge and thermometer err by, a line's end, a vessel's content. */
import { atmosphericPressureKpa, WEATHER_UNCERTAINTY_KPA } from "../../air/atmosphere";
import { type CandidateName, candidateSaturationC, candidateSaturationKpa } from "../../fluids/identification";
import type { Refrigerant } from "../../fluids/refrigerants";
import { fluidTable } from "../../fluids/tables";
import { type InstrumentAccuracy, workshopInstruments } from "./instruments";
import { columnKpa } from "./line-flash";
import { type Measured, propagate } from "./measured";
import { saturationGaugeKpa } from "./saturation-temperature";

export type Side = "low" | "high";

/** Gauge error of that side, kPa, 95 %. */
function gaugeErrorKpa(side: Side, accuracy: InstrumentAccuracy): number {
  return side === "low" ? accuracy.lowKpa : accuracy.highKpa;
}

/** Saturation temperature, degC, at a pressure read on a gauge of that side (kPa gauge) and an altitude (m); null where there is none. */
export function saturationFromGauge(
  name: CandidateName,
  side: Side,
  gaugeKpa: number,
  altitudeM: number,
  accuracy: InstrumentAccuracy = workshopInstruments,
): Measured | null {
  const atmosphere = atmosphericPressureKpa(altitudeM);
  return propagate(
    [
      { value: gaugeKpa, uncertainty: gaugeErrorKpa(side, accuracy) },
      { value: atmosphere, uncertainty: WEATHER_UNCERTAINTY_KPA },
    ],
    (gauge, air) => candidateSaturationC(name, gauge! + air!),
  );
}

/** Saturation pressure, kPa gauge, at a temperature read with a clamp (degC) and an altitude (m); null beyond what is known. */
export function gaugeFromSaturation(
  name: CandidateName,
  temperatureC: number,
  altitudeM: number,
  accuracy: InstrumentAccuracy = workshopInstruments,
): Measured | null {
  return propagate(
    [
      { value: temperatureC, uncertainty: accuracy.clampK },
      { value: atmosphericPressureKpa(altitudeM), uncertainty: WEATHER_UNCERTAINTY_KPA },
    ],
    (t, air) => {
      const kpa = candidateSaturationKpa(name, t!);
      return candidateSaturationC(name, kpa) === null ? null : kpa - air!;
    },
  );
}

export interface LineEnd {
  refrigerant: Refrigerant;
  altitudeM: number;
  /** Where the line begins: kPa gauge, degC of the liquid. */
  highKpa: number;
  liquidC: number;
  /** On its way: friction kPa, rise m (up is positive), and what it warms by, K. */
  dropKpa: number;
  riseM: number;
  heatK: number;
}

/**
 * Pressure left above saturation at a liquid line's end, kPa: what it begins with, less friction and the weight of the column, less the saturation
 * pressure at the temperature it arrives with. Below 0 it flashes before it is there. Null outside the saturation line.
 */
export function leftAtLineEnd(line: LineEnd, accuracy: InstrumentAccuracy = workshopInstruments): Measured | null {
  const { refrigerant, altitudeM, dropKpa, riseM, heatK } = line;
  return propagate(
    [
      { value: line.highKpa, uncertainty: accuracy.highKpa },
      { value: line.liquidC, uncertainty: accuracy.clampK },
    ],
    (high, liquidC) => {
      const begins = saturationGaugeKpa(refrigerant, liquidC!, altitudeM);
      const ends = saturationGaugeKpa(refrigerant, liquidC! + heatK, altitudeM);
      // A line that begins above its saturation holds no liquid to speak of.
      if (begins === null || ends === null || high! < begins) return high! - (begins ?? Number.NaN);
      return high! - dropKpa - columnKpa(refrigerant, altitudeM, begins, riseM) - ends;
    },
  );
}

/** Gas in a volume, m3, at a gauge pressure, kPa, and temperature, degC. */
export interface GasVolume {
  gaugeKpa: number;
  temperatureC: number;
  volumeM3: number;
}

/**
 * Grams of vapour in a volume. At saturation, or above it, there is liquid too and the pressure says
 * nothing of how much: then the vapour alone is given and `liquid` is true.
 */
export function vapourIn(
  refrigerant: Refrigerant,
  altitudeM: number,
  { gaugeKpa, temperatureC, volumeM3 }: GasVolume,
  accuracy: InstrumentAccuracy = workshopInstruments,
): { grams: number; liquid: boolean } | null {
  const saturation = saturationGaugeKpa(refrigerant, temperatureC, altitudeM);
  const fluid = fluidTable(refrigerant);
  const absolute = gaugeKpa + atmosphericPressureKpa(altitudeM);
  if (saturation === null || absolute <= 0) return null;
  const liquid = gaugeKpa >= saturation - accuracy.lowKpa;
  const kpa = Math.max(Math.min(absolute, saturation + atmosphericPressureKpa(altitudeM)), LEAST_TABLE_KPA);
  const density = liquid ? fluid.vapourDensity(kpa) : fluid.density(kpa, fluid.vapourEnthalpyAt(kpa, temperatureC));
  // Thinner than the table goes, a gas thins as its pressure does.
  return { grams: density * Math.min(absolute / kpa, 1) * volumeM3 * 1000, liquid };
}

const LEAST_TABLE_KPA = 8.2;
