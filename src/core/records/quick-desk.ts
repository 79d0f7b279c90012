/** What stands on the quick desk: readings of nobody's job, kept as they were typed. */
import { type CandidateName, candidateNames } from "../fluids/identification";
import { entry, entryOf, entrySchema, type Entry } from "../units/entry";
import { type Dimension, toBase, units, type UnitId } from "../units/units";
import { z } from "../zod";

/** Of pressure and saturation temperature one is given; the other follows from it. */
const sideSchema = z.strictObject({
  given: z.enum(["pressure", "temperature"]),
  pressure: entrySchema,
  temperature: entrySchema,
  /** Of the pipe on that side. */
  line: entrySchema,
});
export type DeskSide = z.infer<typeof sideSchema>;

export const quickDeskSchema = z.strictObject({
  refrigerant: z.enum(candidateNames as [CandidateName, ...CandidateName[]]),
  altitude: entrySchema,
  low: sideSchema,
  high: sideSchema,
  rest: z.strictObject({ pressure: entrySchema, soak: entrySchema }),
  line: z.strictObject({ drop: entrySchema, rise: entrySchema, heat: entrySchema }),
  vessel: z.strictObject({
    kind: z.enum(["hose", "volume"]),
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
  drop: { label: "Lost by friction", dimension: "pressure", min: 0, max: 500 },
  heat: { label: "Warms on its way by", dimension: "temperatureDifference", min: -10, max: 30 },
  rise: { label: "Rises by", dimension: "length", min: -3, max: 3 },
  bore: { label: "Bore", dimension: "bore", min: 0.001, max: 0.05 },
  litres: { label: "Volume", dimension: "volume", min: 1e-6, max: 0.2 },
  vesselC: { label: "Its temperature", dimension: "temperature", min: -40, max: 90 },
} as const;

const side = (pressure: string, line: string): DeskSide => ({
  given: "pressure",
  pressure: entry(pressure, "kPa"),
  temperature: entry("", "degC"),
  line: entry(line, "degC"),
});

export function blankQuickDesk(): QuickDesk {
  return {
    refrigerant: "R134a",
    altitude: entry("0", "m"),
    low: side("200", ""),
    high: side("1200", ""),
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

/** Three ways in which shops read their instruments. */
export const unitSystems = ["bar", "kPa", "us"] as const;
export type UnitSystem = (typeof unitSystems)[number];

const systems: Record<UnitSystem, Partial<Record<Dimension, UnitId>>> = {
  bar: {
    pressure: "bar",
    temperature: "degC",
    temperatureDifference: "K",
    mass: "g",
    altitude: "m",
    length: "hoseM",
    bore: "mm",
    volume: "litre",
  },
  kPa: {
    pressure: "kPa",
    temperature: "degC",
    temperatureDifference: "K",
    mass: "g",
    altitude: "m",
    length: "hoseM",
    bore: "mm",
    volume: "litre",
  },
  us: {
    pressure: "psi",
    temperature: "degF",
    temperatureDifference: "degFDifference",
    mass: "oz",
    altitude: "ft",
    length: "inch",
    bore: "inchFine",
    volume: "fluidOunce",
  },
};

export function unitIn(system: UnitSystem, dimension: Dimension): UnitId | null {
  return systems[system][dimension] ?? null;
}

/** Which of them the desk is read in now, by its pressure. */
export function systemOf({ low }: Pick<QuickDesk, "low">): UnitSystem {
  const { unit } = low.pressure;
  return unit === "psi" ? "us" : unit === "bar" ? "bar" : "kPa";
}

/** The desk in another system: the same values, written in its units. What cannot be read keeps its text. */
export function inSystem<Part>(part: Part, system: UnitSystem): Part {
  if (typeof part !== "object" || part === null) return part;
  const given = entrySchema.safeParse(part);
  if (given.success) return converted(given.data, system) as Part;
  return Object.fromEntries(Object.entries(part).map(([key, value]) => [key, inSystem(value, system)])) as Part;
}

function converted(given: Entry, system: UnitSystem): Entry {
  const unit = unitIn(system, units[given.unit].dimension) ?? given.unit;
  const value = Number(given.text.replace(",", "."));
  if (unit === given.unit || given.text.trim() === "" || !Number.isFinite(value)) return { ...given, unit };
  return entryOf(toBase(value, given.unit), unit, units[unit].decimals);
}
