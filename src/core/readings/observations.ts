/** What is seen, heard and felt at a vehicle: a sign at a part. */
import { type PartId, partIds, partNames, signIds } from "../causes/signs";
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

/** What a sign at a part says in the trade, where it says something of its own; null otherwise. */
export function meaningOf({ part, sign }: Pick<Observation, "part" | "sign">): string | null {
  const where = partNames[part].toLowerCase();
  if ((sign === "cold" || sign === "sweating" || sign === "frost") && hotLines.includes(part)) {
    return `The ${where} must be warm: restriction just before the cold place.`;
  }
  if (sign === "hot" && coldLines.includes(part)) return `The ${where} should be cool: little or nothing evaporates.`;
  if (sign === "frost" && coldLines.includes(part)) return "Too cold: low evaporator airflow, or starved.";
  if (sign === "oily" || sign === "wet" || sign === "dye")
    return "Oil escapes with refrigerant: look for the leak here.";
  if (sign === "bubbles") return "Refrigerant escapes: leaking port or joint.";
  if (sign === "hiss" && (part === "metering-device" || part === "evaporator")) {
    return "Vapour in the metering device: too little liquid.";
  }
  if (sign === "not-turning" && turning.includes(part)) {
    return part === "fan" || part === "blower"
      ? "No airflow: check this first."
      : "Not driven: check command, switch and belt first.";
  }
  if ((sign === "blocked" || sign === "bent") && part === "condenser")
    return "Low condenser airflow: clean or straighten it first.";
  return null;
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
