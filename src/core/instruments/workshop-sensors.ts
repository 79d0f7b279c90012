/** The instruments of an ordinary workshop: what each is held to, and what stands between that and its display. */
import type { CircuitTruth } from "../circuit/time/simulation";
import type { CircuitConditions } from "../circuit/vehicle/vehicle";
import type { ChannelId } from "../readings/channels";
import { gaugeSpec, type SensorSpec } from "./sensor";

/** A moment at the car, as it truly is. */
export interface Moment {
  truth: CircuitTruth;
  conditions: CircuitConditions;
  engineRuns: boolean;
  /** There is no refrigerant left that a vacuum gauge would have to be shut off from. */
  empty: boolean;
  /** Drift of the scale, g. */
  driftG: number;
  /** Error of a clamp close to exhaust or radiator, degC. */
  felt: (line: ClampedLine, lineC: number) => number;
}

export type ClampedLine = "suction" | "liquid" | "discharge";

export interface WorkshopSensor {
  /** Null for what the vehicle's own network says as it is. */
  spec: SensorSpec | null;
  /** Surface it is held to; null where there is none. */
  holds: (moment: Moment) => number | null;
}

/** A pipe clamp takes half a minute to a reading, and never touches all round; air probes err less. */
const clamp: SensorSpec = { lagS: 8, zero: 1.2, share: 0, noise: 0.07, resolution: 0.1 };
const airProbe: SensorSpec = { lagS: 10, zero: 0.4, share: 0, noise: 0.06, resolution: 0.1 };
const scale: SensorSpec = { lagS: 0.6, zero: 0, share: 0.001, noise: 0.4, resolution: 1 };

/** In the order of the CSV; uncertainties as in readings/derive/instruments.ts. */
export const workshopSensors: Record<ChannelId, WorkshopSensor> = {
  rpm: {
    spec: { lagS: 0.5, zero: 5, share: 0.002, noise: 10, resolution: 1 },
    holds: ({ engineRuns, conditions }) => (engineRuns ? conditions.rpm : null),
  },
  low: { spec: gaugeSpec(800, 1.6, 0.8), holds: ({ truth }) => truth.lowKpa },
  high: { spec: gaugeSpec(2200, 1.6, 0.8), holds: ({ truth }) => truth.highKpa },
  vent: { spec: airProbe, holds: ({ truth }) => truth.ventC },
  suction: { spec: clamp, holds: ({ truth, felt }) => felt("suction", truth.suctionLineC) },
  liquid: { spec: clamp, holds: ({ truth, felt }) => felt("liquid", truth.liquidLineC) },
  discharge: { spec: { ...clamp, zero: 3 }, holds: ({ truth, felt }) => felt("discharge", truth.dischargeLineC) },
  meteringIn: { spec: clamp, holds: ({ truth }) => truth.meteringInletC },
  ambient: { spec: { ...airProbe, zero: 0.5, noise: 0.1 }, holds: ({ conditions }) => conditions.ambientC },
  humidity: {
    spec: { lagS: 20, zero: 4, share: 0, noise: 0.5, resolution: 1 },
    holds: ({ conditions }) => conditions.humidityPct,
  },
  condenserIn: { spec: airProbe, holds: ({ truth }) => truth.condenserInletAirC },
  condenserOut: { spec: { ...airProbe, zero: 1 }, holds: ({ truth }) => truth.condenserOutletAirC },
  scaleG: {
    spec: scale,
    holds: ({ truth, driftG }) => (truth.containerKg === null ? null : truth.containerKg * 1000 + driftG),
  },
  recoveredG: { spec: { ...scale, lagS: 0.8 }, holds: ({ truth }) => truth.recoveredKg * 1000 },
  vacuumKpa: {
    spec: { lagS: 1.5, zero: 0.002, share: 0.05, noise: 0, resolution: 0.001 },
    holds: ({ truth, empty }) => (empty ? truth.vacuumKpa : null),
  },
  command: {
    spec: { lagS: 0.3, zero: 0, share: 0, noise: 0.2, resolution: 1 },
    holds: ({ truth }) => truth.command * 100,
  },
  clutchIn: { spec: null, holds: ({ truth }) => (truth.clutchIn ? 1 : 0) },
  fanPct: {
    spec: { lagS: 0.3, zero: 0, share: 0, noise: 0, resolution: 1 },
    holds: ({ truth }) => truth.fan * 100,
  },
};
