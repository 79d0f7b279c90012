/** The static pressure of a reading file: how far below saturation it lies, and which empty circuit it shows. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { fluidTable } from "../../fluids/tables";
import type { ReadingFile } from "../file/reading-file";
import { type EmptyKind, emptyKindAt } from "./rest";

/** An empty circuit: which kind, what its fuller side reads (kPa gauge), and how far below saturation that is, K. */
export interface EmptyAtRest {
  kind: EmptyKind;
  kpa: number;
  belowK: number;
}

type Read = Pick<ReadingFile, "rest" | "vehicle" | "conditions">;

/** The fuller side, kPa gauge: liquid anywhere would hold both at saturation. Null without a pressure or the temperature of the parts. */
function fullerSide({ rest }: Read): { kpa: number; soakC: number } | null {
  const sides = [rest?.lowKpa, rest?.highKpa].filter((kpa) => kpa != null);
  return rest?.soakC == null || sides.length === 0 ? null : { kpa: Math.max(...sides), soakC: rest.soakC };
}

/** Kelvins by which the fuller side stands below saturation at rest; null without a rest reading. */
export function belowAtRest(reading: Read): number | null {
  const fuller = fullerSide(reading);
  if (fuller === null) return null;
  const kpa = fuller.kpa + atmosphericPressureKpa(reading.conditions.altitudeM ?? 0);
  return fuller.soakC - fluidTable(reading.vehicle.refrigerant).saturationTemperatureC(Math.max(kpa, LEAST_KPA));
}

/** Deeper vacuums lie below the tables, kPa absolute. */
const LEAST_KPA = 10;

/** Null where liquid may be left, or nothing was read at rest. */
export function emptyAtRest(reading: Read): EmptyAtRest | null {
  const fuller = fullerSide(reading);
  if (fuller === null) return null;
  const { vehicle, conditions } = reading;
  const kind = emptyKindAt(vehicle.refrigerant, fuller.kpa, fuller.soakC, conditions.altitudeM ?? 0);
  return kind && { kind, kpa: fuller.kpa, belowK: belowAtRest(reading)! };
}
