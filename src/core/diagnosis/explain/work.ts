/**
 * Effect of work on the faults: the probability of each set of causes after it, from those before. A test after the work starts from there, so that
 * before and after are one piece of evidence on one car.
 */
import { causeEntry } from "../../causes/catalogue";
import type { Work } from "../../causes/work";
import { BY_ITSELF, MENDS, NEW_FAULT } from "../thresholds";
import { CLASSES, causeClasses, classOf } from "../weigh/classes";

/** Chance of each class after the work. `before`: of each class before it; `usual`: how causes come in. Both sum to one, as does the answer. */
export function afterWork(before: ArrayLike<number>, work: readonly Work[], usual: readonly number[]): Float64Array {
  const after = new Float64Array(CLASSES);
  for (const [k, acting] of causeClasses.entries()) {
    const goes = acting.map((cause) =>
      causeEntry(cause).mendedBy.some((one) => work.includes(one)) ? MENDS : (causeEntry(cause).unwritten ?? BY_ITSELF),
    );
    // Each of the causes stays or goes for itself.
    for (let stays = 0; stays < 2 ** acting.length; stays++) {
      const left = acting.filter((_, i) => stays & (1 << i));
      const chance = goes.reduce((product, p, i) => product * (stays & (1 << i) ? 1 - p : p), 1);
      const to = classOf(left);
      after[to] = after[to]! + before[k]! * chance * (1 - NEW_FAULT);
    }
  }
  for (let k = 0; k < CLASSES; k++) after[k] = after[k]! + NEW_FAULT * usual[k]!;
  return after;
}
