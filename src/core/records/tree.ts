/** Records as trees of fields. */
type Tree = Readonly<Record<string, unknown>>;

/** A part with fields of its own; an entry (text and unit) is one value, and so is a list. */
export const isTree = (value: unknown): value is Tree =>
  typeof value === "object" && value !== null && !Array.isArray(value) && !("text" in value && "unit" in value);
