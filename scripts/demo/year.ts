/**
 * A made-up workshop with a year behind it: vehicles of the population, each with its own leak, seasons, causes, and what was done about them;
 * a shelf of containers from which every gram came. All readings are simulated on the vehicle's own sizes with what was in it that day, read with
 * a workshop's instruments; nothing is fitted to anything. Outcomes rest on the shipped ensemble, which must have been provided. The same seed gives the same year.
 */

import { DAY_MS } from "@/core/dates";
import { type NoiseSource, seededNoise } from "@/core/maths/noise";
import { noDrills, type ShopInFile } from "@/core/records/files/shop-file";
import type { Job } from "@/core/records/job";
import { YEAR_ENDS } from "@/demo/year-moved";
import { MINUTE_MS } from "./common";
import { carFor, carsOf, recordOf } from "./fleet";
import { Shelf } from "./shelf";
import { JOBS, visitAt } from "./visit";

/** The whole store as it stands after a year. */
export function demoYear(seed = 20261120): ShopInFile {
  const noise = seededNoise(seed);
  const end = Date.parse(`${YEAR_ENDS}T17:00:00.000Z`);
  const start = end - 365 * DAY_MS;
  const cars = carsOf(noise, start);
  const shelf = new Shelf(start);
  const visits = Array.from({ length: JOBS }, () => dayOf(noise, start)).sort((a, b) => a - b);
  const jobs: Job[] = [];
  for (const [i, at] of visits.entries()) {
    const car = carFor(noise, cars, at);
    shelf.upTo(at);
    jobs.push(visitAt(noise, car, at, shelf, `demo-year-${String(i + 1).padStart(3, "0")}`));
  }
  shelf.upTo(end);
  return {
    workshop: "demo",
    jobs,
    vehicles: cars
      .filter(({ name }) => jobs.some(({ intake }) => intake.vehicle === name))
      .map((car) => recordOf(car, start)),
    containers: shelf.containers,
    stock: shelf.entries,
    pictures: new Map(),
    choices: null,
    drills: noDrills,
    broken: [],
    charts: [],
  };
}

/** Working hours, most of them in the warm half of the year. */
function dayOf(noise: NoiseSource, start: number): number {
  for (;;) {
    const at = start + noise.uniform() * 364 * DAY_MS;
    const day = new Date(at);
    const warm = 0.5 - 0.5 * Math.cos((2 * Math.PI * (day.getUTCMonth() + day.getUTCDate() / 31 - 0.7)) / 12);
    if (day.getUTCDay() === 0 || noise.uniform() > 0.25 + 0.75 * warm) continue;
    return Math.floor(at / DAY_MS) * DAY_MS + (8 + noise.uniform() * 8) * 60 * MINUTE_MS;
  }
}
