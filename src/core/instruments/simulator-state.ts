/** A simulated rack as it stands, stored beside its job so that nothing refills, cools or runs out while the page is away. */
import type { CircuitState } from "../circuit/time/simulation";
import { STATES } from "../circuit/time/transient";
import * as z from "../zod";

export type Engine = "off" | "idle" | "fast";

const vacuumSchema = z.strictObject({
  airKpa: z.number(),
  refrigerantKpa: z.number(),
  waterKpa: z.number(),
  waterKg: z.number(),
  dissolvedKg: z.number(),
});

/** Before the command of an outside control was a state. */
const STATES_ONCE = 10;

const circuitSchema: z.ZodType<CircuitState> = z.strictObject({
  y: z.array(z.number()).min(STATES_ONCE).max(STATES),
  controls: z.strictObject({
    asked: z.boolean(),
    clutchIn: z.boolean(),
    heldBy: z.enum(["low-pressure", "high-pressure", "freeze", "lock-out"]).nullable(),
  }),
  conditions: z.strictObject({
    ambientC: z.number(),
    humidityPct: z.number(),
    altitudeM: z.number(),
    cabinReturnC: z.number().nullable(),
    airSource: z.enum(["fresh", "recirculated"]),
    blowerPct: z.number(),
    rpm: z.number(),
  }),
  engineOn: z.boolean(),
  machine: z.enum(["off", "recover", "pump"]),
  vacuum: vacuumSchema.nullable(),
  testGas: z.strictObject({ kg: z.number(), celsius: z.number(), volumeM3: z.number() }).nullable().default(null),
  filling: z.strictObject({ kg: z.number(), temperatureC: z.number() }).nullable(),
  container: z
    .strictObject({
      netKg: z.number(),
      temperatureC: z.number(),
      aroundC: z.number(),
      shellKjK: z.number(),
      uptake: z.number(),
    })
    .nullable(),
  charging: z
    .strictObject({
      side: z.enum(["low", "high"]),
      phase: z.enum(["liquid", "vapour", "hose"]),
      opening: z.number(),
      stopAtKg: z.number(),
    })
    .nullable(),
  recoveredKg: z.number(),
  inOilKg: z.number().nullable(),
  airKg: z.number(),
  hose: z.strictObject({
    heldKg: z.number(),
    liquidKg: z.number(),
    vapourKg: z.number(),
    drawnInKg: z.number(),
    purgeKg: z.number(),
  }),
  bayC: z.number(),
  valveAnswer: z.number(),
});

const simulatorStateSchema = z.strictObject({
  vehicleId: z.string(),
  engine: z.enum(["off", "idle", "fast"]) satisfies z.ZodType<Engine>,
  circuit: circuitSchema,
  instruments: z.strictObject({ driftG: z.number(), leakedG: z.number() }),
  /** Which container stands on the scale, and what each that stood there still holds, kg. */
  onScale: z.string().nullable(),
  containers: z.record(z.string(), z.number()),
});
export type SimulatorState = z.infer<typeof simulatorStateSchema>;

/** A stored state, if it is one of this build and of this vehicle; else null, and the rack begins from what the job knows. */
export function readSimulatorState(given: unknown, vehicleId: string): SimulatorState | null {
  const read = simulatorStateSchema.safeParse(given);
  return read.success && read.data.vehicleId === vehicleId ? read.data : null;
}
