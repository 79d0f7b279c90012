/**
 * The charge desk: how fast plan, schools and fit are, how often the fit of a hold is right, and where charging by plan ends;
 * `npm run bench:charge`. The same holds and cars as in the tests, other seeds.
 */
import { planCharge } from "../src/core/charge/plan/charge-plan";
import { schoolsOf } from "../src/core/charge/schools";
import { fitHold, type HoldCause, holdCauses } from "../src/core/charge/vacuum/hold-fit";
import { chargingCases } from "../tests/support/charging-cases";
import { chargeByPlan } from "../tests/support/charging-run";
import { madeHolds } from "../tests/support/holds";

const HOLDS = 400;
const RUNS = 200;
const HOSES_G = 9;

function spread(values: number[], unit: string, decimals = 0): string {
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

const fitTimes: number[] = [];
const confusion = new Map<string, number>();
const leakErrors: number[] = [];
for (const { cause, leakGYear, points, setting } of madeHolds(HOLDS, 2026)) {
  const fit = timed(fitTimes, () => fitHold(points, setting));
  if (!fit.ok) throw new Error(fit.issue.code);
  const key = `${cause} read as ${fit.value.cause}`;
  confusion.set(key, (confusion.get(key) ?? 0) + 1);
  if (leakGYear > 0) leakErrors.push(Math.abs(fit.value.leakGYear.median / leakGYear - 1) * 100);
}
const right = holdCauses.reduce((sum, cause: HoldCause) => sum + (confusion.get(`${cause} read as ${cause}`) ?? 0), 0);
console.log(`fit of a hold, ${HOLDS} holds of 15, 30 and 60 min: ${((right / HOLDS) * 100).toFixed(1)} % right`);
for (const [key, count] of confusion) {
  const [said, read] = key.split(" read as ");
  if (said !== read) console.log(`  ${key}: ${count}`);
}
console.log(
  `  leak rate within 20 %: ${((leakErrors.filter((e) => e <= 20).length / leakErrors.length) * 100).toFixed(1)} %`,
);
console.log(`  error of the leak rate: ${spread(leakErrors, "%", 1)}`);
console.log(`  one fit: ${spread(fitTimes, "ms", 1)}`);

const planTimes: number[] = [];
const schoolTimes: number[] = [];
const off: number[] = [];
const books: number[] = [];
const ratios: number[] = [];
for (const [i, one] of chargingCases(RUNS, 2026).entries()) {
  const { vehicle, conditions, containers, warmWater } = one;
  const inputs = { vehicle, conditions, inVehicleG: 0, targetG: vehicle.label.chargeG, containers };
  timed(planTimes, () => planCharge({ ...inputs, hosesG: HOSES_G, purgeG: 4, warmWater }));
  if (i < 60) timed(schoolTimes, () => schoolsOf(vehicle, conditions));
  const run = chargeByPlan(one, HOSES_G, 1000 + i);
  off.push(run.trueG - vehicle.label.chargeG);
  books.push(run.trueG - run.tallyG);
  ratios.push(run.plan.seconds / run.seconds);
}
console.log(
  `charging by plan, ${RUNS} cars: ${off.filter((g) => Math.abs(g) <= 20).length} inside ± 20 g, ${off.filter((g) => Math.abs(g) <= 10).length} inside ± 10 g`,
);
console.log(`  off the label: ${spread(off, "g", 1)}`);
console.log(`  truth less books: ${spread(books, "g", 1)}`);
console.log(`  planned over needed time: ${spread(ratios, "", 2)}`);
console.log(`  one plan: ${spread(planTimes, "ms", 1)}`);
console.log(`  all schools: ${spread(schoolTimes, "ms", 1)}`);
