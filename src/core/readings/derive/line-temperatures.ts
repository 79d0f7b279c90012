/**
 * Surface temperatures along the circuit, from compressor to compressor: how they fall on this vehicle and how they would fall
 * on a sound one. Where they fall much further than that, something narrows just upstream of the fall.
 */
import { type LinePlace, type LineProfile, linePlaces } from "../../line-places";
import { workshopInstruments } from "./instruments";

/** An orifice circuit has its drier in the accumulator: there is nothing to spot in the liquid line. */
export function placesOf(metering: "expansion-valve" | "orifice-tube"): LinePlace[] {
  return linePlaces.filter((place) => metering === "expansion-valve" || place !== "drier-out");
}

export interface LineSpot {
  place: LinePlace;
  temperatureC: number;
}

export interface UnexplainedDrop {
  from: LinePlace;
  to: LinePlace;
  dropK: number;
  /** 95 % limit of the drop in sound vehicles, and the excess of the measured drop. */
  usualMostK: number;
  beyondK: number;
}

/** Two spots of one instrument: its zero cancels, contact and emissivity do not. Below this a fall is not told from none. */
const PAIR_ERROR_K = 1.5 * workshopInstruments.clampK;
const USUAL_SHARE = 0.95;

/** Spots of the condenser nearer to each other than this lie on its even stretch, K. */
const EVEN_K = 5;

/**
 * May a fall that starts here be a narrowing? Not in hot vapour: there it says how hot the compressor blows, and throttling
 * superheated vapour hardly cools it. A quarter of the way in counts when it lies level with the inlet.
 */
function beyondVapour(from: LineSpot, spots: readonly LineSpot[]): boolean {
  if (from.place === "discharge" || from.place === "condenser-1") return false;
  if (from.place !== "condenser-2") return true;
  const inlet = spots.find(({ place }) => place === "condenser-1");
  return inlet !== undefined && Math.abs(inlet.temperatureC - from.temperatureC) < EVEN_K;
}

/**
 * The fall between neighbouring spots that goes furthest beyond what sound vehicles show; null when none goes beyond it by
 * more than two spots can err. Places that were not spotted are bridged.
 */
export function largestUnexplainedDrop(
  spots: readonly LineSpot[],
  sound: readonly LineProfile[],
): UnexplainedDrop | null {
  if (sound.length === 0) return null;
  const ordered = [...spots].sort((a, b) => linePlaces.indexOf(a.place) - linePlaces.indexOf(b.place));
  let largest: UnexplainedDrop | null = null;
  for (let i = 1; i < ordered.length; i++) {
    const from = ordered[i - 1]!;
    const to = ordered[i]!;
    if (!beyondVapour(from, ordered)) continue;
    const dropK = from.temperatureC - to.temperatureC;
    const usual = sound.map((profile) => profile[from.place] - profile[to.place]).sort((a, b) => a - b);
    const usualMostK = usual[Math.round(USUAL_SHARE * (usual.length - 1))]!;
    const beyondK = dropK - usualMostK;
    if (beyondK > PAIR_ERROR_K && beyondK > (largest?.beyondK ?? 0)) {
      largest = { from: from.place, to: to.place, dropK, usualMostK, beyondK };
    }
  }
  return largest;
}
