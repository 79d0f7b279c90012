/** What stands between the truth and each display of an ordinary workshop. */
import type { ChannelId } from "../readings/channels";
import { gaugeSpec, type SensorSpec } from "./sensor";

/** A pipe clamp takes half a minute to a reading, and never touches all round; air probes err less. */
const clamp: SensorSpec = { lagS: 8, zero: 1.2, share: 0, noise: 0.07, resolution: 0.1 };
const airProbe: SensorSpec = { lagS: 10, zero: 0.4, share: 0, noise: 0.06, resolution: 0.1 };

/** In the order of the CSV. Specs of an ordinary workshop's instruments; uncertainties as in readings/instruments.ts. */
export const workshopSensors: Record<ChannelId, SensorSpec | null> = {
  rpm: { lagS: 0.5, zero: 5, share: 0.002, noise: 10, resolution: 1 },
  low: gaugeSpec(800, 1.6, 0.8),
  high: gaugeSpec(2200, 1.6, 0.8),
  vent: airProbe,
  suction: clamp,
  liquid: clamp,
  discharge: { ...clamp, zero: 3 },
  meteringIn: clamp,
  ambient: { ...airProbe, zero: 0.5, noise: 0.1 },
  humidity: { lagS: 20, zero: 4, share: 0, noise: 0.5, resolution: 1 },
  condenserIn: airProbe,
  condenserOut: { ...airProbe, zero: 1 },
  scaleG: { lagS: 0.6, zero: 0, share: 0.001, noise: 0.4, resolution: 1 },
  recoveredG: { lagS: 0.8, zero: 0, share: 0.001, noise: 0.4, resolution: 1 },
  vacuumKpa: { lagS: 1.5, zero: 0.002, share: 0.05, noise: 0, resolution: 0.001 },
  command: { lagS: 0.3, zero: 0, share: 0, noise: 0.2, resolution: 1 },
  // Read from the vehicle's own network.
  clutchIn: null,
  fanPct: { lagS: 0.3, zero: 0, share: 0, noise: 0, resolution: 1 },
};
