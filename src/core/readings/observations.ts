/** Observation at a vehicle: a sign at a part. */
import { type PartId, partIds, signIds } from "../causes/signs";
import { instantSchema } from "../dates";
import * as z from "../zod";

export const observationSchema = z.object({
  part: z.enum(partIds),
  sign: z.enum(signIds),
  at: instantSchema,
});
export type Observation = z.infer<typeof observationSchema>;

/** As a reading file names it: `sweating-liquid-line`. */
export function observationCode({ part, sign }: Pick<Observation, "part" | "sign">): string {
  return `${sign}-${part}`;
}

const hotLines: readonly PartId[] = ["discharge-line", "condenser", "high-port", "receiver", "liquid-line"];
const coldLines: readonly PartId[] = ["evaporator", "suction-line", "accumulator", "low-port"];
const turning: readonly PartId[] = ["compressor", "clutch-belt", "fan", "blower"];

/** Diagnostic meaning of a sign at a part; the words stand in words/signs.ts. */
export type SignMeaning =
  | "restriction-before"
  | "not-cooling"
  | "too-cold"
  | "oil-escapes"
  | "refrigerant-escapes"
  | "vapour-at-metering"
  | "no-airflow"
  | "not-driven"
  | "condenser-blocked";

/** Meaning of a sign at a part; null where it says nothing by itself. */
export function meaningOf({ part, sign }: Pick<Observation, "part" | "sign">): SignMeaning | null {
  const cold = sign === "cold" || sign === "sweating" || sign === "frost";
  if (cold && hotLines.includes(part)) return "restriction-before";
  if (sign === "hot" && coldLines.includes(part)) return "not-cooling";
  if (sign === "frost" && coldLines.includes(part)) return "too-cold";
  if (sign === "oily" || sign === "wet" || sign === "dye") return "oil-escapes";
  if (sign === "bubbles") return "refrigerant-escapes";
  if (sign === "hiss" && (part === "metering-device" || part === "evaporator")) return "vapour-at-metering";
  if (sign === "not-turning" && turning.includes(part))
    return part === "fan" || part === "blower" ? "no-airflow" : "not-driven";
  return (sign === "blocked" || sign === "bent") && part === "condenser" ? "condenser-blocked" : null;
}

/** Which parts a vehicle has. */
export function partsOf(metering: "expansion-valve" | "orifice-tube" | null, compressor: string | null): PartId[] {
  return partIds.filter((part) => {
    if (part === "receiver") return metering !== "orifice-tube";
    if (part === "accumulator") return metering === "orifice-tube";
    // An electric compressor has neither.
    return part !== "clutch-belt" || compressor !== "electric";
  });
}
