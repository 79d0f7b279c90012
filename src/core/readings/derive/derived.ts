/** Quantities that a technician derives from a running test, with the uncertainty each inherits. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import type { Refrigerant } from "../../fluids/refrigerants";
import { type InstrumentAccuracy, workshopInstruments } from "./instruments";
import { type Measured, propagate } from "./measured";
import { saturationGaugeKpa, saturationTemperatureC } from "./saturation-temperature";

/** Pressures kPa gauge, temperatures degC, altitude m; null where nothing was read. */
export interface RunningReading {
  refrigerant: Refrigerant;
  altitudeM: number;
  ambientC: number | null;
  /** Air drawn into the evaporator: the ambient with fresh air, the cabin return when recirculating. */
  evaporatorAirC: number | null;
  lowKpa: number | null;
  highKpa: number | null;
  ventC: number | null;
  suctionLineC: number | null;
  liquidLineC: number | null;
}

export interface DerivedValues {
  evaporatingC: Measured | null;
  condensingC: Measured | null;
  /** Suction line above the evaporating temperature, K. */
  superheatK: Measured | null;
  /** Liquid line below the condensing temperature, K. */
  subcoolingK: Measured | null;
  /**
   * Pressure that the liquid may still lose by friction, height and bends before it flashes, kPa: the high side less the saturation pressure at the
   * liquid line's temperature. A long line to a rear evaporator needs it.
   */
  flashMarginKpa: Measured | null;
  /** Condensing temperature above the ambient, K. */
  approachK: Measured | null;
  /** Air into the evaporator minus air out of the vent, K. */
  airSplitK: Measured | null;
  /** Absolute high over absolute low. */
  compressionRatio: Measured | null;
}

export function deriveValues(
  reading: RunningReading,
  accuracy: InstrumentAccuracy = workshopInstruments,
): DerivedValues {
  const { refrigerant, altitudeM } = reading;
  const atmosphere = atmosphericPressureKpa(altitudeM);
  const low = measured(reading.lowKpa, accuracy.lowKpa);
  const high = measured(reading.highKpa, accuracy.highKpa);
  const ambient = measured(reading.ambientC, accuracy.ambientK);
  const saturated = (gaugeKpa: number) => saturationTemperatureC(refrigerant, gaugeKpa, altitudeM);
  const difference = (a: number | null, b: number | null) => (a === null || b === null ? null : a - b);
  return {
    evaporatingC: from([low], (p = 0) => saturated(p)),
    condensingC: from([high], (p = 0) => saturated(p)),
    superheatK: from([measured(reading.suctionLineC, accuracy.clampK), low], (line = 0, p = 0) =>
      difference(line, saturated(p)),
    ),
    subcoolingK: from([high, measured(reading.liquidLineC, accuracy.clampK)], (p = 0, line = 0) =>
      difference(saturated(p), line),
    ),
    flashMarginKpa: from([high, measured(reading.liquidLineC, accuracy.clampK)], (p = 0, line = 0) =>
      difference(p, saturationGaugeKpa(refrigerant, line, altitudeM)),
    ),
    approachK: from([high, ambient], (p = 0, air = 0) => difference(saturated(p), air)),
    airSplitK: from(
      [measured(reading.evaporatorAirC, accuracy.ambientK), measured(reading.ventC, accuracy.ventK)],
      (into = 0, out = 0) => into - out,
    ),
    compressionRatio: from([high, low], (h = 0, l = 0) =>
      l + atmosphere > 0 ? (h + atmosphere) / (l + atmosphere) : null,
    ),
  };
}

function measured(value: number | null, uncertainty: number): Measured | null {
  return value === null ? null : { value, uncertainty };
}

function from(inputs: (Measured | null)[], formula: (...values: number[]) => number | null): Measured | null {
  const present = inputs.filter((input) => input !== null);
  return present.length === inputs.length ? propagate(present, formula) : null;
}
