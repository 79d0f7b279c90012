/** Values of the quick desk: not of any job, kept as typed. */
import { type CandidateName, candidateNames } from "../fluids/identification";
import { entry, entrySchema } from "../units/entry";
import * as z from "../zod";
import { fields } from "./fields";

/** Pressure or saturation temperature is given; the other follows. */
const sideSchema = z.strictObject({
  given: z.enum(["pressure", "temperature"]),
  pressure: entrySchema,
  temperature: entrySchema,
  /** Line temperature of that side. */
  line: entrySchema,
});
export type DeskSide = z.infer<typeof sideSchema>;

export const quickDeskSchema = z.strictObject({
  refrigerant: z.enum(candidateNames as [CandidateName, ...CandidateName[]]),
  altitude: entrySchema,
  low: sideSchema,
  high: sideSchema,
  /** Came later than the rest: a desk that was kept before has none. */
  discharge: entrySchema.default({ text: "", unit: "degC" }),
  rest: z.strictObject({ pressure: entrySchema, soak: entrySchema }),
  line: z.strictObject({ drop: entrySchema, rise: entrySchema, heat: entrySchema }),
  vessel: z.strictObject({
    kind: z.enum(["hose", "volume", "tank"]),
    length: entrySchema,
    bore: entrySchema,
    litres: entrySchema,
    pressure: entrySchema,
    temperature: entrySchema,
  }),
});
export type QuickDesk = z.infer<typeof quickDeskSchema>;

/** Fields that only the quick desk has. */
export const deskFields = {
  saturation: { label: "Saturation", dimension: "temperature", min: -60, max: 101 },
  drop: { label: "Friction loss", dimension: "pressure", min: 0, max: 500 },
  heat: { label: "Warming along the line", dimension: "temperatureDifference", min: -10, max: 30 },
  rise: { label: "Height", dimension: "length", min: -3, max: 3 },
  bore: { ...fields.bore, label: "Bore" },
  litres: { label: "Volume", dimension: "volume", min: 1e-6, max: 0.2 },
  vesselC: { label: "Its temperature", dimension: "temperature", min: -40, max: 90 },
} as const;

const side = (pressure: string, line: string): DeskSide => ({
  given: "pressure",
  pressure: entry(pressure, "kPa"),
  temperature: entry("", "degC"),
  line: entry(line, "degC"),
});

export function emptyQuickDesk(): QuickDesk {
  return {
    refrigerant: "R134a",
    altitude: entry("0", "m"),
    low: side("200", ""),
    high: side("1200", ""),
    discharge: entry("", "degC"),
    rest: { pressure: entry("", "kPa"), soak: entry("", "degC") },
    line: { drop: entry("", "kPa"), rise: entry("", "hoseM"), heat: entry("", "K") },
    vessel: {
      kind: "hose",
      length: entry("1.8", "hoseM"),
      bore: entry("4.8", "mm"),
      litres: entry("", "litre"),
      pressure: entry("", "kPa"),
      temperature: entry("", "degC"),
    },
  };
}
