/** Words of the track record: shares with what chance leaves, offsets, and groups of jobs. */
import { format } from "date-fns";
import type { InstrumentOffset } from "@/core/learning/instrument-offsets";
import type { PriorPart } from "@/core/learning/local-prior";
import type { RightOf, Saved } from "@/core/learning/track-record";
import type { Thermometer } from "@/core/readings/thermometers";
import type { Figures } from "@/core/units/figures";
import { circuitWords } from "./job";

export const thermometerWords: Record<Thermometer, string> = {
  clamp: "Pipe clamp",
  suction: "Suction-line clamp",
  liquid: "Liquid-line clamp",
  vent: "Vent probe",
};

const partWords: Record<PriorPart, string> = {
  metering: "Metering device",
  age: "Age, years",
  season: "Season",
  fleet: "Fleet",
  label: "Label",
};

/** A group of jobs: "Label: R134a, 580 g, expansion valve". */
export function groupName(part: PriorPart, value: string, figures: Figures): string {
  const circuit = (word: string) => circuitWords[word as keyof typeof circuitWords] ?? word;
  if (part !== "label") return `${partWords[part]}: ${circuit(value)}`;
  const [refrigerant = "", grams = "", metering = ""] = value.split(" ");
  return `${partWords[part]}: ${[refrigerant, figures.quantity(Number(grams), "g"), circuit(metering)].join(", ")}`;
}

/** Kept on one line in a narrow column. */
const percent = (share: number) => `${Math.round(share * 100)}\u00a0%`;

/** Share that was right, and the range that chance leaves: "73 %" and "65 to 82 % expected". */
export const rightShare = ({ jobs, right }: RightOf): string => (jobs === 0 ? "–" : percent(right / jobs));
export const expectedShare = ({ jobs, expected }: RightOf): string =>
  jobs === 0 ? "–" : `${Math.round((100 * expected.low) / jobs)}\u00a0to\u00a0${percent(expected.high / jobs)}`;
export const saidShare = ({ jobs, said }: RightOf): string => (jobs === 0 ? "–" : percent(said));
export const shareWords = percent;

export function savedWords({ minutes }: Saved): string {
  const all = Math.round(Math.abs(minutes));
  const text = all >= 60 ? `${Math.floor(all / 60)} h ${String(all % 60).padStart(2, "0")} min` : `${all} min`;
  return minutes < 0 ? `−${text}` : text;
}

export const savedNote = ({ jobs }: Saved): string =>
  `by tests beyond the first look, over ${jobs === 1 ? "1 job" : `${jobs} jobs`}, after their own time`;

/** Gain of all readings over the first look towards the weighed charge, mean of a vehicle. */
export function closerWords({ weighed, grams }: Saved, figures: Figures): string {
  if (weighed === 0) return "–";
  const each = grams / weighed;
  return `${figures.quantity(Math.abs(each), "g")} ${each < 0 ? "farther" : "closer"}`;
}
export const closerNote = ({ weighed }: Saved): string =>
  `to the weighed charge than by the first look, mean of ${weighed === 1 ? "1 vehicle" : `${weighed} vehicles`}`;

/** "2.9 K low, ± 0.5 K". */
export function offsetWords({ offsetK, sdK }: InstrumentOffset, figures: Figures): string {
  const size = figures.quantity(Math.abs(offsetK), "K", 1);
  return `${size} ${offsetK < 0 ? "low" : "high"}, ± ${figures.quantity(sdK, "K", 1)}`;
}

export const learnedFileName = (mark: string): string =>
  `evrid-${mark}learned-${format(new Date(), "yyyy-MM-dd")}.json`;
