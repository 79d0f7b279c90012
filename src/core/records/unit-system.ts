/** A record in other units: the same values, written anew; or only what is still blank in it. */
import { checkNumber, type Entry, entryOf, entrySchema, isBlank } from "../units/entry";
import type { ChosenDimension, UnitChoice } from "../units/figures";
import { BELOW_ZERO, type Dimension, type UnitId, units } from "../units/units";

/** A record, or any part of one, in other units. What cannot be read keeps its text. */
export function inUnits<Part>(part: Part, choice: UnitChoice): Part {
  return entriesOf(part, (given) => converted(given, choice));
}

/** Nothing of it, which is nothing in the other unit too. */
function isNought({ text, unit }: Entry, other: UnitId): boolean {
  return text.trim() === "0" && units[unit].offset === 0 && units[other].offset === 0;
}

/**
 * Changes the units only of quantities without typed values: a record keeps the units it was measured in, also in blank fields beside typed ones.
 * Returns the same object where nothing changes.
 */
export function blanksInUnits<Part>(part: Part, choice: UnitChoice): Part {
  const saysNothing = (given: Entry) => isBlank(given) || isNought(given, given.unit);
  const typed = new Set<Dimension>();
  entriesOf(part, (given) => {
    if (!saysNothing(given)) typed.add(units[given.unit].dimension);
    return given;
  });
  return entriesOf(part, (given) => (typed.has(units[given.unit].dimension) ? given : converted(given, choice)));
}

function entriesOf<Part>(part: Part, change: (given: Entry) => Entry): Part {
  if (typeof part !== "object" || part === null) return part;
  if (Array.isArray(part)) {
    const next = part.map((one: unknown) => entriesOf(one, change));
    return next.every((one, i) => one === part[i]) ? part : (next as Part);
  }
  // A record holds thousands of points of traces: the schema is asked only about what has an entry's keys.
  const given = "text" in part && "unit" in part ? entrySchema.safeParse(part) : null;
  if (given?.success) {
    const next = change(given.data);
    return next.unit === given.data.unit && next.text === given.data.text ? part : (next as Part);
  }
  const pairs = Object.entries(part).map(([key, value]) => [key, value, entriesOf(value as unknown, change)] as const);
  return pairs.every(([, before, after]) => before === after)
    ? part
    : (Object.fromEntries(pairs.map(([key, , after]) => [key, after])) as Part);
}

function converted(given: Entry, choice: UnitChoice): Entry {
  const { dimension } = units[given.unit];
  const unit = choice[dimension as ChosenDimension] ?? given.unit;
  // A vacuum in inHg stays as it was read.
  if (unit === given.unit || (given.unit === BELOW_ZERO && !isBlank(given))) return given;
  const read = checkNumber(dimension, given);
  return !read.ok || isNought(given, unit) ? { ...given, unit } : entryOf(read.value, unit);
}
