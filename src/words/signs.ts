/** Words for a sign at a part. */
import { partNames } from "@/core/causes/signs";
import { meaningOf, type Observation, type SignMeaning } from "@/core/readings/observations";

const meanings: Record<SignMeaning, (part: string) => string> = {
  "restriction-before": (part) => `The ${part} must be warm: restriction just before the cold place.`,
  "not-cooling": (part) => `The ${part} should be cool: little or nothing evaporates.`,
  "too-cold": () => "Too cold: low evaporator airflow, or starved.",
  "oil-escapes": () => "Oil escapes with refrigerant: look for the leak here.",
  "refrigerant-escapes": () => "Refrigerant escapes: leaking port or joint.",
  "vapour-at-metering": () => "Vapour in the metering device: too little liquid.",
  "no-airflow": () => "No airflow: check this first.",
  "not-driven": () => "Not driven: check command, switch and belt first.",
  "condenser-blocked": () => "Low condenser airflow: clean or straighten it first.",
};

/** Meaning of a sign at a part in a sentence; null where it says nothing by itself. */
export function signSentence(observation: Pick<Observation, "part" | "sign">): string | null {
  const meaning = meaningOf(observation);
  return meaning && meanings[meaning](partNames[observation.part].toLowerCase());
}
