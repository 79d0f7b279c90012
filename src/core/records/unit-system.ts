/** Which units a shop reads its instruments in: one choice for all kinds of quantity. */
import { type Entry, entryOf, entrySchema } from "../units/entry";
import { type Dimension, toBase, type UnitId, units } from "../units/units";

/** Three ways in which shops read their instruments. */
export const unitSystems = ["bar", "kPa", "us"] as const;
export type UnitSystem = (typeof unitSystems)[number];

const metric = {
  temperature: "degC",
  temperatureDifference: "K",
  mass: "g",
  altitude: "m",
  vacuum: "mbarAbs",
  length: "hoseM",
  bore: "mm",
  volume: "litre",
} as const;

const systems: Record<UnitSystem, Partial<Record<Dimension, UnitId>>> = {
  bar: { ...metric, pressure: "bar" },
  kPa: { ...metric, pressure: "kPa" },
  us: {
    pressure: "psi",
    temperature: "degF",
    temperatureDifference: "degFDifference",
    mass: "oz",
    altitude: "ft",
    vacuum: "micron",
    length: "inch",
    bore: "inchFine",
    volume: "fluidOunce",
  },
};

export function unitIn(system: UnitSystem, dimension: Dimension): UnitId | null {
  return systems[system][dimension] ?? null;
}

/** A record, or any part of one, in another system: the same values, written in its units. What cannot be read keeps its text. */
export function inSystem<Part>(part: Part, system: UnitSystem): Part {
  if (typeof part !== "object" || part === null) return part;
  if (Array.isArray(part)) return part.map((one: unknown) => inSystem(one, system)) as Part;
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
