/** Simulated workshops and fleets: what a local prior is worth, when a deviating clamp is found, and how well ranges narrowed by sisters hold. */

import { mean } from "../src/core/maths/mean";
import { type FleetChannel, fleetsHeld } from "../tests/support/simulated-fleets";
import {
  drawPool,
  lossBeforeAndAfter,
  simulateWorkshop,
  vehiclesUntilFound,
} from "../tests/support/simulated-workshops";

const JOBS = 200;
const LEARNED = 60;
const WRONG_OUTCOMES = 0.1;
const CLAMP_K = 3;
const WITHIN = 25;
const SISTERS = 2;

/** Mean with its standard error. */
const withError = (values: readonly number[]) => {
  const middle = mean(values);
  const sd = Math.sqrt(mean(values.map((value) => (value - middle) ** 2)) / Math.max(values.length - 1, 1));
  return `${middle >= 0 ? "+" : ""}${middle.toFixed(3)} ± ${sd.toFixed(3)}`;
};
const ofAll = (part: number, of: number) => `${part} of ${of} (${((100 * part) / of).toFixed(1)} %)`;

/** Prints the change of log loss by the local prior, and how soon a clamp that is off is found. */
export function scoreWorkshops(count: number, seed: number): void {
  const pool = drawPool(8000, seed);
  const workshops = (spread: number, clampK: number | null, from: number) =>
    Array.from({ length: count }, (_, i) =>
      simulateWorkshop(pool, from + i, {
        jobs: JOBS,
        spread,
        wrongOutcomes: WRONG_OUTCOMES,
        ...(clampK === null ? {} : { clampK }),
      }),
    );
  console.log(
    `\n${count} workshops of ${JOBS} jobs, ${100 * WRONG_OUTCOMES} % of the outcomes wrong; after ${LEARNED} jobs, log loss of the others:`,
  );
  for (const [spread, name] of [
    [0, "causes as everywhere"],
    [0.5, "causes differ by a factor of 1.6"],
    [1, "causes differ by a factor of 2.7"],
  ] as const) {
    const losses = workshops(spread, null, seed).map((jobs) => lossBeforeAndAfter(jobs, LEARNED));
    const general = mean(losses.map((one) => one.general));
    console.log(`  ${name}: ${general.toFixed(3)}, ${withError(losses.map((one) => one.local - one.general))}`);
  }
  for (const clampK of [-CLAMP_K, CLAMP_K]) {
    const found = workshops(0.5, clampK, seed + 1000).map((jobs) => vehiclesUntilFound(jobs).clamp);
    const middle = found.map((one) => one ?? JOBS).sort((a, b) => a - b)[count >> 1]!;
    const soon = found.filter((one) => one !== null && one <= WITHIN).length;
    console.log(
      `  clamp off by ${clampK} K: found within ${WITHIN} vehicles in ${ofAll(soon, count)}, median ${middle}`,
    );
  }
  const alarms = workshops(0.5, null, seed + 2000).filter((jobs) => vehiclesUntilFound(jobs).any !== null).length;
  console.log(`  sound thermometers called off in ${JOBS} jobs: ${ofAll(alarms, count)}`);
}

/** Prints how often readings lie in the expected range with sister vehicles and without, and how much narrower it is. */
export function scoreFleets(count: number, seed: number): void {
  console.log(`\nexpected range narrowed by sister vehicles, ${count} fleets each:`);
  const held = fleetsHeld(count, SISTERS, seed);
  const channels = [...new Set(held.map(({ channel }) => channel))];
  const line = (channel: FleetChannel) => {
    const own = held.filter((one) => one.channel === channel);
    const inside = (which: "alone" | "withSisters") =>
      ((100 * own.filter((one) => one[which].inside).length) / own.length).toFixed(1);
    const width = own.map((one) => one.withSisters.width / one.alone.width).sort((a, b) => a - b)[own.length >> 1]!;
    return `${channel} ${inside("withSisters")} (alone ${inside("alone")}), width ${width.toFixed(2)}`;
  };
  console.log(`  ${SISTERS} sisters, % inside: ${channels.map(line).join("; ")}`);
}
