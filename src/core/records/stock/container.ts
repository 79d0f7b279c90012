/**
 * Cylinders in stock, `evrid.container` version 2: cylinders and cans of refrigerant, recovery machines, bottles of oil and dye. Contents follow from
 * the ledger; only the cylinder's own data stand here.
 */
import { circuitOils } from "../../charge/oil";
import { refrigerants } from "../../fluids/refrigerants";
import { type RecordIssue, readRecord } from "../../read-record";
import type { Result } from "../../result";
import { entry, entrySchema, entryValue } from "../../units/entry";
import * as z from "../../zod";
import { fields } from "../fields";
import { instant, words } from "../job/written";

export const containerKinds = ["cylinder", "can", "machine", "oil", "dye"] as const;
export type ContainerKind = (typeof containerKinds)[number];

/** Where its content came from, the purest first: what is mixed is what its less pure part is. */
export const origins = ["new", "reclaimed", "recycled", "recovered"] as const;
export type Origin = (typeof origins)[number];

/** Kind of a mixture of two. */
export const mixedOrigin = (a: Origin, b: Origin): Origin => (origins.indexOf(a) > origins.indexOf(b) ? a : b);

/** Why an act on the shelf is not booked. */
export type StockIssue =
  | { code: "name-taken"; name: string }
  | { code: "more-than-held"; name: string; heldG: number; grams: number }
  | { code: "overfilled"; name: string; mostG: number; wouldG: number }
  | { code: "mixes"; from: Origin; to: Origin; into: Origin };

/** Share of its capacity that a container for used refrigerant may be filled to: liquid must have room to expand. */
const SAFE_FILL = 0.8;

export const containerSchema = z.strictObject({
  format: z.literal("evrid.container"),
  version: z.literal(2),
  id: z.string().min(1).max(90),
  name: z.string().max(200),
  kind: z.enum(containerKinds),
  /** Null for oil and dye. */
  refrigerant: z.enum(refrigerants).nullable(),
  /** Null unless it is a bottle of oil. */
  oil: z.enum(circuitOils).nullable(),
  origin: z.enum(origins),
  /** Its own weight empty, what it may hold by its plate, and the least that should be in it. */
  tare: entrySchema,
  capacity: entrySchema,
  low: entrySchema,
  remark: words,
  createdAt: instant,
  updatedAt: instant,
  /** Off the shelf: empty and thrown away, or sent back. */
  retiredAt: instant.nullable(),
});
export type Container = z.infer<typeof containerSchema>;

export const CONTAINER_VERSION = 2;

export function newContainer(
  id: string,
  now: string,
  what: Pick<Container, "name" | "kind"> & Partial<Container>,
): Container {
  return {
    format: "evrid.container",
    version: 2,
    id,
    refrigerant: null,
    oil: null,
    origin: what.kind === "machine" ? "recovered" : "new",
    tare: entry("", "kg"),
    capacity: entry("", "kg"),
    low: entry("", "g"),
    remark: "",
    createdAt: now,
    updatedAt: now,
    retiredAt: null,
    ...what,
  };
}

export function readContainer(given: unknown): Result<Container, RecordIssue> {
  return readRecord(fromVersion1(given), "evrid.container", CONTAINER_VERSION, containerSchema);
}

/** Version 1 had no capacity. Frozen. */
function fromVersion1(given: unknown): unknown {
  const record = (typeof given === "object" && given !== null ? given : {}) as Record<string, unknown>;
  return record.version === 1 ? { ...record, version: 2, capacity: { text: "", unit: "kg" } } : given;
}

/** The most that may be in it, g: its capacity, or the safe share of that for used refrigerant; null where its capacity is not known. */
export function mostIn({ kind, origin, capacity }: Container): number | null {
  const capacityG = entryValue(fields.capacity, capacity);
  if (capacityG === null) return null;
  return kind === "machine" || origin === "recovered" || origin === "recycled" ? capacityG * SAFE_FILL : capacityG;
}
