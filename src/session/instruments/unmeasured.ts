import type { SimulatorSample } from "@/core/instruments/instrument-simulator";

/** Parts of a sample that no instrument of a real vehicle gives; valve and machine until a person says otherwise. */
export const unmeasured = {
  valve: "shut",
  recoveredG: 0,
  recoveredOilG: null,
  machine: "off",
  vacuumState: null,
  clutchIn: null,
} as const satisfies Partial<SimulatorSample>;
