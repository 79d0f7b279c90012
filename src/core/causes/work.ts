/** Work that can be done between two tests: parts opened or replaced, and work without parts. */
export const circuitParts = [
  "service-cores",
  "o-rings",
  "suction-hose",
  "discharge-hose",
  "liquid-line",
  "metering-device",
  "drier",
  "accumulator",
  "condenser",
  "evaporator",
  "compressor",
] as const;

/** Repairs beside the circuit: nothing is opened for them. */
export const otherRepairs = [
  "fan",
  "blower",
  "cabin-filter",
  "blend-door-actuator",
  "pressure-sensor",
  "control-valve",
  "clutch-coil",
  "belt",
  "wiring",
] as const;
export type OtherRepair = (typeof otherRepairs)[number];

export const workKinds = [
  "charged-by-weight",
  "evacuated",
  "flushed",
  "condenser-air",
  "cabin-air",
  "drive",
  ...circuitParts,
  ...otherRepairs,
] as const;
export type Work = (typeof workKinds)[number];
