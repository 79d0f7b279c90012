/** The static pressure of a job: what it says of the circuit, and what went with the gauge hoses. */
import { type Foreign, foreignRefrigerant } from "../../readings/derive/foreign";
import { hoseContent, USUAL_BORE_M } from "../../readings/derive/hose-content";
import { type InstrumentAccuracy, workshopInstruments } from "../../readings/derive/instruments";
import { type EmptyKind, emptyKinds, judgeRest, type RestAnswer } from "../../readings/derive/rest";
import { saturationGaugeKpa } from "../../readings/derive/saturation-temperature";
import { type Entry, entryValue } from "../../units/entry";
import { type FieldName, fields } from "../fields";
import type { Job } from "../job";
import { workableRefrigerant } from "./job-label";

const read = (field: FieldName, given: Entry) => entryValue(fields[field], given);

export function restOf(job: Job, accuracy: InstrumentAccuracy = workshopInstruments): RestAnswer | null {
  const refrigerant = workableRefrigerant(job);
  const soakC = read("soak", job.rest.soak);
  const altitudeM = read("altitude", job.altitude);
  if (refrigerant === null || soakC === null || altitudeM === null) return null;
  const sides = { lowKpa: read("low", job.rest.low), highKpa: read("high", job.rest.high) };
  return judgeRest({ refrigerant, altitudeM, soakC, ...sides }, accuracy);
}

/** Grams that go with the gauge hoses, let back into the low side first or taken off as they stand. */
export interface HoseLoss {
  letBackG: number;
  /** Null without a high hose. */
  asTheyStoodG: number | null;
  /** By how the hoses came off; null while that is open. */
  lostG: number | null;
}

/** Soak temperature assumed where none was read, and the hoses' own above it. */
export const USUAL_SOAK_C = 25;
const HOSE_WARMER_K = 2;

/** Bore of this job's hoses, m; a usual one where nothing that can be is given. */
export function boreOf({ hookUp }: Job): number {
  return read("bore", hookUp.bore) ?? USUAL_BORE_M;
}

/** From hose length and the rest pressure at the temperature that is known best; null while that cannot be said. */
export function hoseLossOf(job: Job): HoseLoss | null {
  const refrigerant = workableRefrigerant(job);
  const altitudeM = read("altitude", job.altitude);
  const lengthM = read("hose", job.hookUp.hose);
  if (refrigerant === null || altitudeM === null || lengthM === null) return null;
  const soakC = read("soak", job.rest.soak) ?? USUAL_SOAK_C;
  const standing = saturationGaugeKpa(refrigerant, soakC, altitudeM);
  if (standing === null) return null;
  const low = read("low", job.rest.low) ?? standing;
  const high = job.hookUp.gauges === "low-only" ? null : (read("high", job.rest.high) ?? standing);
  const content = hoseContent(
    refrigerant,
    altitudeM,
    { lengthM, boreM: boreOf(job), temperatureC: soakC + HOSE_WARMER_K },
    low,
    high,
  );
  const letBackG = content.lowG + (content.highVapourG ?? 0);
  // Without liquid in the circuit none stands in the hose.
  const highG = emptyOf(job) === null ? content.highLiquidG : content.highVapourG;
  const asTheyStoodG = highG === null ? null : content.lowG + highG;
  const { hosesOff } = job.hookUp;
  const lostG = asTheyStoodG === null || hosesOff === "let-back" ? letBackG : hosesOff === null ? null : asTheyStoodG;
  return { letBackG, asTheyStoodG, lostG };
}

/**
 * Which empty circuit the static pressure shows: then nothing is run, and there is nothing to run it for. Null where it holds liquid, or where the
 * sides do not agree or were not read.
 */
export function emptyOf(job: Job): EmptyKind | null {
  const verdict = restOf(job)?.verdict;
  return emptyKinds.find((kind) => kind === verdict) ?? null;
}

/** Deviation of the static pressure from the label's refrigerant; null where it fits or was not read. */
export function foreignOf(job: Job): Foreign | null {
  const refrigerant = workableRefrigerant(job);
  const soakC = read("soak", job.rest.soak);
  if (refrigerant === null || soakC === null || emptyOf(job) !== null) return null;
  const altitudeM = read("altitude", job.altitude);
  return foreignRefrigerant(refrigerant, read("low", job.rest.low), read("high", job.rest.high), soakC, altitudeM);
}
