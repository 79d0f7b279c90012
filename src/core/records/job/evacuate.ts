/** The vacuum: what was reached, how long it was held, and the trace of it. */
import { vacuumGauges } from "../../charge/vacuum/target";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { instant, measuredSchema } from "./written";

/** State from which an interrupted vacuum resumes in the simulator; partial pressures kPa, masses kg. */
const vacuumStateSchema = z.object({
  airKpa: measuredSchema,
  refrigerantKpa: measuredSchema,
  waterKpa: measuredSchema,
  waterKg: measuredSchema,
  dissolvedKg: measuredSchema,
});

/** Points of a vacuum's trace, and how often a pump may begin anew. */
export const MOST_TRACE = 4000;
export const MOST_MARKS = 200;

export const evacuateSchema = z.strictObject({
  lowest: entrySchema,
  hold: entrySchema,
  held: entrySchema,
  wall: entrySchema,
  gauge: z.enum(vacuumGauges),
  /** Zero of the trace. */
  startedAt: instant.nullable(),
  /** Seconds since then and absolute pressure, kPa. */
  trace: z.array(z.strictObject({ t: measuredSchema, kpa: measuredSchema })).max(MOST_TRACE),
  /** When pump and hold began and ended, on the trace's clock. */
  marks: z.array(z.strictObject({ t: measuredSchema, kind: z.enum(["pump", "hold", "end"]) })).max(MOST_MARKS),
  /** When the newest point of the trace was taken; the clock of a hold goes on from here. */
  seenAt: instant.nullable(),
  simulated: vacuumStateSchema.nullable(),
});

export function emptyEvacuate(): z.infer<typeof evacuateSchema> {
  return {
    lowest: entry("", "mbarAbs"),
    hold: entry("30", "min"),
    held: entry("", "mbarAbs"),
    wall: entry("", "degC"),
    gauge: "electronic",
    startedAt: null,
    trace: [],
    marks: [],
    seenAt: null,
    simulated: null,
  };
}
