/**
 * What stands on a shop's shelf, `evrid.container` version 1: cylinders and cans of refrigerant, recovery machines, bottles of oil and dye. What
 * is in one follows from the books; only what it is stands here.
 */
import { circuitOils } from "../../charge/oil";
import { refrigerants } from "../../fluids/helmholtz";
import { type RecordIssue, readRecord } from "../../read-record";
import type { Result } from "../../result";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { instant, words } from "../job/written";

export const containerKinds = ["cylinder", "can", "machine", "oil", "dye"] as const;
export type ContainerKind = (typeof containerKinds)[number];

/** Where its content came from: the trade's three kinds of refrigerant. */
export const origins = ["new", "recovered", "recycled"] as const;
export type Origin = (typeof origins)[number];

export const containerSchema = z.strictObject({
  format: z.literal("evrid.container"),
  version: z.literal(1),
  id: z.string().min(1).max(90),
  name: z.string().max(200),
  kind: z.enum(containerKinds),
  /** Null for oil and dye. */
  refrigerant: z.enum(refrigerants).nullable(),
  /** Null unless it is a bottle of oil. */
  oil: z.enum(circuitOils).nullable(),
  origin: z.enum(origins),
  /** Its own weight empty, and the least that should be in it. */
  tare: entrySchema,
  low: entrySchema,
  remark: words,
  createdAt: instant,
  updatedAt: instant,
  /** Off the shelf: empty and thrown away, or sent back. */
  retiredAt: instant.nullable(),
});
export type Container = z.infer<typeof containerSchema>;

export const CONTAINER_VERSION = 1;

export function newContainer(
  id: string,
  now: string,
  what: Pick<Container, "name" | "kind"> & Partial<Container>,
): Container {
  return {
    format: "evrid.container",
    version: 1,
    id,
    refrigerant: null,
    oil: null,
    origin: what.kind === "machine" ? "recovered" : "new",
    tare: entry("", "kg"),
    low: entry("", "g"),
    remark: "",
    createdAt: now,
    updatedAt: now,
    retiredAt: null,
    ...what,
  };
}

export function readContainer(given: unknown): Result<Container, RecordIssue> {
  return readRecord(given, "evrid.container", CONTAINER_VERSION, containerSchema);
}
