/**
 * The charge desk: how fast plan, schools and fit are, how often a hold is judged right, and where charging by plan ends;
 * `npm run bench:charge [holds] [charges]`. The same holds and cars as in the tests, other seeds.
 */

import { chargeByMethods } from "../src/core/charge/charging-methods";
import { planCharge } from "../src/core/charge/plan/charge-plan";
import { type HoldCause, judgeHold, moistAbove } from "../src/core/charge/vacuum/judge-hold";
import { type VacuumGauge, vacuumGauges } from "../src/core/charge/vacuum/target";
import { type ChargingCase, chargingCases } from "../tests/support/charging-cases";
import { type ChargingRun, chargeByPlan } from "../tests/support/charging-run";
import { causeOf, type SimulatedHold, simulatedHolds } from "../tests/support/holds";

/** Holds of each kind of gauge. */
const HOLDS = Number(process.argv[2] ?? 2000);
const RUNS = Number(process.argv[3] ?? 300);

function spread(values: number[], unit: string, decimals = 0): string {
  if (values.length === 0) return "none";
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(decimals);
  return `p1 ${at(0.01)}, p50 ${at(0.5)}, p95 ${at(0.95)}, p99 ${at(0.99)} ${unit}`;
}

function timed<Value>(times: number[], run: () => Value): Value {
  const start = performance.now();
  const value = run();
  times.push(performance.now() - start);
  return value;
}

function holds(gauge: VacuumGauge, name: string, readOf: (hold: SimulatedHold) => SimulatedHold["points"]): void {
  const times: number[] = [];
  const said = new Map<string, number>();
  const factors: number[] = [];
  const sum = (of: (truth: string, verdict: string) => boolean) =>
    [...said].reduce((all, [key, count]) => {
      const [truth, verdict] = key.split(" judged ") as [string, string];
      return of(truth, verdict) ? all + count : all;
    }, 0);
  let blind = 0;
  for (const hold of simulatedHolds(HOLDS, 2026, gauge)) {
    const judged = timed(times, () => judgeHold(readOf(hold), hold.setting));
    if (!judged.ok) {
      blind++;
      continue;
    }
    const { verdict, smallestGYear, leakGYear } = judged.value;
    const truth: HoldCause = causeOf(hold, smallestGYear, moistAbove(gauge));
    const key = `${truth} judged ${verdict}`;
    said.set(key, (said.get(key) ?? 0) + 1);
    if (truth === "leaking" && verdict === "leaking") factors.push(leakGYear.median / hold.leakGYear);
  }
  const all = sum(() => true);
  const leaks = sum((truth) => truth.startsWith("leaking"));
  const missed = sum((truth, verdict) => truth.startsWith("leaking") && verdict === "tight");
  const pure = sum((truth) => truth === "leaking" || truth === "moist");
  const confused = sum(
    (truth, verdict) => (truth === "leaking" && verdict === "moist") || (truth === "moist" && verdict === "leaking"),
  );
  const undecided = sum((_, verdict) => verdict === "undecided");
  console.log(`${name}, ${all} holds${blind > 0 ? `, ${blind} more that the gauge cannot judge` : ""}:`);
  console.log(
    `  "tight" with a leak above the stated limit: ${share(missed, leaks)} of those leaks, ${share(missed, all)} of all`,
  );
  console.log(
    `  moisture for a leak or a leak for moisture: ${share(confused, pure)}; undecided: ${share(undecided, all)}`,
  );
  console.log(
    `  leak judged over true, where only a leak: ${spread(factors, "", 2)}; one judgement: ${spread(times, "ms")}`,
  );
  for (const [key, count] of [...said].sort()) console.log(`    ${key}: ${count}`);
}

/** A count out of so many, with the range that chance leaves (Wilson 1927), nineteen in twenty. */
function share(count: number, of: number): string {
  if (of === 0) return "none";
  const z = 1.96;
  const p = count / of;
  const middle = (p + z ** 2 / (2 * of)) / (1 + z ** 2 / of);
  const half = (z / (1 + z ** 2 / of)) * Math.sqrt((p * (1 - p)) / of + z ** 2 / (4 * of ** 2));
  const percent = (value: number) => (100 * value).toFixed(1);
  return `${count} of ${of} (${percent(p)} %, ${percent(Math.max(middle - half, 0))} to ${percent(middle + half)})`;
}

for (const gauge of vacuumGauges) holds(gauge, `vacuum holds, ${gauge} gauge`, ({ points }) => points);
holds("electronic", "vacuum holds, electronic gauge, two readings only", ({ points }) => [points[0]!, points.at(-1)!]);

const planTimes: number[] = [];
const schoolTimes: number[] = [];
const runs: { case: ChargingCase; run: ChargingRun; offG: number; booksG: number }[] = [];
for (const [i, one] of chargingCases(RUNS, 2026).entries()) {
  const { vehicle, conditions, containers, warmWater } = one;
  const { chargeG } = vehicle.label;
  const hose = { nowG: 0, liquidG: 33, vapourG: 1, endG: 0.4 };
  const inputs = { vehicle, conditions, inVehicleG: 0, targetG: chargeG, toleranceG: 20, containers, hose };
  timed(planTimes, () => planCharge({ ...inputs, purgeG: 4, warmWater }));
  if (i < 60) timed(schoolTimes, () => chargeByMethods(vehicle, conditions));
  const run = chargeByPlan(one, 1000 + i);
  runs.push({ case: one, run, offG: run.trueG - chargeG, booksG: run.trueG - run.tallyG });
}
const upTo = (of: "offG" | "booksG", most: number) => runs.filter((one) => Math.abs(one[of]) <= most).length;
console.log(`charging by plan, ${RUNS} jobs:`);
console.log(`  true charge within the label's ± 20 g: ${share(upTo("offG", 20), RUNS)}; ± 10 g: ${upTo("offG", 10)}`);
console.log(`  log within 3 g of the truth: ${share(upTo("booksG", 3), RUNS)}`);
console.log(
  `  off the label: ${spread(
    runs.map(({ offG }) => offG),
    "g",
    1,
  )}`,
);
console.log(
  `  truth less log: ${spread(
    runs.map(({ booksG }) => booksG),
    "g",
    1,
  )}`,
);
console.log(
  `  planned over needed time: ${spread(
    runs.map(({ run }) => run.plan.seconds / run.seconds),
    "",
    2,
  )}`,
);
console.log("  the ten furthest off, by label or log:");
const worst = (one: (typeof runs)[number]) => Math.max(Math.abs(one.offG) / 20, Math.abs(one.booksG) / 3);
for (const one of runs.toSorted((a, b) => worst(b) - worst(a)).slice(0, 10)) {
  const { containers, conditions, upright, warmWater, hoseM } = one.case;
  console.log(
    `    label ${one.offG.toFixed(1)} g, log ${one.booksG.toFixed(1)} g: ${containers.length === 1 ? "cylinder" : "cans"} at ${containers[0]!.temperatureC.toFixed(0)} degC, air ${conditions.ambientC.toFixed(0)} degC${warmWater ? ", warm water" : ""}${upright ? ", upright" : ""}, hose ${hoseM.toFixed(1)} m, ${one.run.stalls} stalls, ${Math.round(one.run.seconds / 60)} min, plan lacked ${one.run.plan.missingG.toFixed(0)} g`,
  );
}
console.log(`  one plan: ${spread(planTimes, "ms", 1)}`);
console.log(`  all schools: ${spread(schoolTimes, "ms", 1)}`);
