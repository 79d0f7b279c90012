/** Leaks of vehicles with the same label, build and refrigerant in this workshop, and their effect on the places of a leak search. */
import { type LeakPlace, leakPlaceIds, leakPlaces } from "../causes/leak-places";
import * as z from "../zod";

/** Leaks of one similar vehicle over all its jobs. */
export interface SimilarLeaks {
  vehicleKey: string;
  leaks: readonly LeakPlace[];
}

const count = z.number().int().min(0).max(10_000_000);

/**
 * `vehicles`: similar vehicles that were here; `leaking`: those of them with a leak; `places`: vehicles that leaked there, the most frequent place
 * first.
 */
export const leakHistorySchema = z.strictObject({
  vehicles: count,
  leaking: count,
  places: z.array(z.strictObject({ place: z.enum(leakPlaceIds), vehicles: count })).max(leakPlaceIds.length),
});
export type LeakHistory = z.infer<typeof leakHistorySchema>;

/** Vehicles that the general shares of the places count as: a handful of vans moves the order, and proves nothing. */
const GENERAL_WEIGHT = 10;

/** One entry a vehicle, however often it came. */
export function leakHistoryOf(rows: readonly SimilarLeaks[]): LeakHistory {
  const byVehicle = new Map<string, Set<LeakPlace>>();
  for (const { vehicleKey, leaks } of rows) {
    const its = byVehicle.get(vehicleKey) ?? new Set();
    for (const place of leaks) its.add(place);
    byVehicle.set(vehicleKey, its);
  }
  const counts = new Map<LeakPlace, number>();
  for (const its of byVehicle.values()) for (const place of its) counts.set(place, (counts.get(place) ?? 0) + 1);
  return {
    vehicles: byVehicle.size,
    leaking: [...byVehicle.values()].filter(({ size }) => size > 0).length,
    places: [...counts].map(([place, vehicles]) => ({ place, vehicles })).sort((a, b) => b.vehicles - a.vehicles),
  };
}

/** Factor on the share of a place by the history of similar vehicles: the mean of a Dirichlet distribution around the general shares. */
export function leakPlaceOdds({ leaking, places }: LeakHistory, place: LeakPlace): number {
  const { share } = leakPlaces[place];
  const found = places.find((one) => one.place === place)?.vehicles ?? 0;
  return (GENERAL_WEIGHT * share + found) / ((GENERAL_WEIGHT + leaking) * share);
}
