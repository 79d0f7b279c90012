"use client";

import type { LinePlace } from "@/core/line-places";
import {
  type LineSpot,
  largestUnexplainedDrop,
  placesOf,
  type UnexplainedDrop,
} from "@/core/readings/derive/line-temperatures";
import { fields } from "@/core/records/fields";
import { type Entry, entry, entryOf, entryValue } from "@/core/units/entry";
import type { Expected } from "@/session/expected";
import { useJob, useSimulator } from "@/session/session";
import { useFigures } from "@/ui/figures";

interface Spots {
  places: LinePlace[];
  spots: LineSpot[];
  entryAt: (place: LinePlace) => Entry;
  setSpot: (place: LinePlace, temperature: Entry) => void;
  /** Points the connected thermometer there; null where none can be pointed now. */
  point: ((place: LinePlace) => Promise<void>) | null;
  drop: UnexplainedDrop | null;
}

/** Spot temperatures along the circuit, and the unexplained drop. */
export function useSpots(expected: Expected | null): Spots {
  const figures = useFigures();
  const { job, edit } = useJob();
  const { canSpot, engine, spot } = useSimulator("canSpot", "engine", "spot");
  const places = placesOf(job.intake.metering ?? "expansion-valve");
  const entryAt = (place: LinePlace): Entry =>
    job.lines.spots.find((spot) => spot.place === place)?.temperature ?? entry("", figures.unit("degC"));
  const setSpot = (place: LinePlace, temperature: Entry) =>
    edit((stored) => ({
      ...stored,
      lines: {
        ...stored.lines,
        spots: [...stored.lines.spots.filter((spot) => spot.place !== place), { place, temperature }],
      },
    }));
  const spots: LineSpot[] = places.flatMap((place) => {
    const temperatureC = entryValue(fields.spot, entryAt(place));
    return temperatureC === null ? [] : [{ place, temperatureC }];
  });
  const point = async (place: LinePlace) => {
    const read = await spot(place);
    if (read !== null && read !== undefined) setSpot(place, entryOf(read, figures.unit("degC")));
  };
  return {
    places,
    spots,
    entryAt,
    setSpot,
    point: canSpot && engine !== "off" ? point : null,
    drop: largestUnexplainedDrop(spots, expected?.ranges.lines ?? []),
  };
}
