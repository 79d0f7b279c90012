/** Form of a cylinder: values as typed, checked by one schema whose messages are codes for the words. */
import { circuitOils } from "../../charge/oil";
import { refrigerants } from "../../fluids/refrigerants";
import { type Entry, entry, entrySchema, entryValue, type FieldSpec, isBlank } from "../../units/entry";
import type { UnitId } from "../../units/units";
import * as z from "../../zod";
import { fields } from "../fields";
import { type Container, containerKinds, origins } from "./container";

export type ContainerGap = "name" | "refrigerant" | "oil" | "weight";

const weight = (spec: FieldSpec) =>
  entrySchema.refine((given) => isBlank(given) || entryValue(spec, given) !== null, "weight");

export const containerFormSchema = z
  .object({
    name: z.string().refine((name) => name.trim() !== "", "name"),
    kind: z.enum(containerKinds),
    refrigerant: z.enum(refrigerants).nullable(),
    oil: z.enum(circuitOils).nullable(),
    origin: z.enum(origins),
    tare: weight(fields.tare),
    capacity: weight(fields.capacity),
    low: weight(fields.lowStock),
    content: weight(fields.moved),
  })
  .superRefine(({ kind, refrigerant, oil }, context) => {
    if (holdsRefrigerant(kind) && refrigerant === null)
      context.addIssue({ code: "custom", path: ["refrigerant"], message: "refrigerant" });
    if (kind === "oil" && oil === null) context.addIssue({ code: "custom", path: ["oil"], message: "oil" });
  });
export type ContainerForm = z.infer<typeof containerFormSchema>;

export const holdsRefrigerant = (kind: Container["kind"]): boolean =>
  kind === "cylinder" || kind === "can" || kind === "machine";

/** Form of an existing cylinder, or an empty one with weights in `unit`. */
export function containerForm(container: Container | undefined, unit: UnitId): ContainerForm {
  const empty: Entry = entry("", unit);
  return {
    name: container?.name ?? "",
    kind: container?.kind ?? "cylinder",
    refrigerant: container?.refrigerant ?? null,
    oil: container?.oil ?? null,
    origin: container?.origin ?? "new",
    tare: container?.tare ?? empty,
    capacity: container?.capacity ?? empty,
    low: container?.low ?? empty,
    content: empty,
  };
}

/** Fields of the cylinder that a form describes; what its type does not have is left out. */
export function containerOfForm({ name, kind, refrigerant, oil, origin, tare, capacity, low }: ContainerForm) {
  return {
    name: name.trim().slice(0, 200),
    kind,
    refrigerant: holdsRefrigerant(kind) ? refrigerant : null,
    oil: kind === "oil" ? oil : null,
    origin: kind === "machine" ? ("recovered" as const) : origin,
    tare,
    capacity,
    low,
  };
}
