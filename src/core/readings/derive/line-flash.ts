/** Flash margin at the metering device of a long line: what climbing and friction leave of it. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/refrigerants";
import { fluidTable } from "../../fluids/tables";
import { type InstrumentAccuracy, workshopInstruments } from "./instruments";
import { type Measured, propagate } from "./measured";
import { saturationGaugeKpa, saturationTemperatureC } from "./saturation-temperature";

export interface LiquidLine {
  refrigerant: Refrigerant;
  altitudeM: number;
  /** At the port, kPa gauge. */
  highKpa: number;
  /** Line temperature at its end, or beside the port when not spotted there, degC. */
  lineC: number;
  /** From port to metering device, m; upwards is positive. */
  riseM: number;
  lengthM: number;
}

const GRAVITY = 9.80665;

/** Hydrostatic pressure of saturated liquid over a rise, kPa; upwards is positive. Saturation in kPa gauge. */
export function columnKpa(refrigerant: Refrigerant, altitudeM: number, saturationKpa: number, riseM: number): number {
  const absolute = Math.max(saturationKpa + atmosphericPressureKpa(altitudeM), 50);
  return (fluidTable(refrigerant).liquidDensity(absolute) * GRAVITY * riseM) / 1000;
}

/**
 * Friction of a usual line, kPa a metre: Darcy and Weisbach, f 0.025, bore 6 mm, 30 g/s of liquid at 1.1 kg/l is 2.1 kPa/m.
 * Bore and flow are not known at the car: it may be half as much again, or half.
 */
const FRICTION_KPA_M = 2.1;
const FRICTION_DOUBT = 0.5;
const RISE_DOUBT_M = 0.1;

/** Pressure left above saturation where the liquid line ends, kPa; below 0 it flashes before the metering device. */
export function flashMarginAtDevice(
  line: LiquidLine,
  accuracy: InstrumentAccuracy = workshopInstruments,
): Measured | null {
  const { refrigerant, altitudeM, riseM, lengthM } = line;
  const condensingC = saturationTemperatureC(refrigerant, line.highKpa, altitudeM);
  if (condensingC === null) return null;
  return propagate(
    [
      { value: line.highKpa, uncertainty: accuracy.highKpa },
      { value: line.lineC, uncertainty: accuracy.clampK },
      { value: riseM, uncertainty: riseM === 0 ? 0 : RISE_DOUBT_M },
      { value: FRICTION_KPA_M, uncertainty: FRICTION_KPA_M * FRICTION_DOUBT },
    ],
    (highKpa, lineC, rise, friction) => {
      const saturation = saturationGaugeKpa(refrigerant, lineC!, altitudeM);
      if (saturation === null) return null;
      return highKpa! - columnKpa(refrigerant, altitudeM, saturation, rise!) - friction! * lengthM - saturation;
    },
  );
}
