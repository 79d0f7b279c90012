/** Causes that the readings of a diagnosis cannot separate. */
import type { Cause } from "../../causes/catalogue";
import type { NextTest } from "../next-test/next-tests";
import { RIVAL_SHARE, UNSEPARATED_PROBABILITY } from "../thresholds";
import { isWorthwhile } from "./decide";
import { type Diagnosis, warningOf } from "./diagnosis";

export interface Unseparated {
  /** The leading cause and its rivals, most likely first; one cause where only a combination is open. */
  causes: Cause[];
  /** Two causes at once, if that is likely. */
  together: Diagnosis["together"][number] | null;
  /** The test that separates them best; null where only weighing can. */
  best: NextTest | null;
}

/** Null where the leading cause stands alone, or nothing can be ranked. */
export function unseparatedOf(diagnosis: Diagnosis): Unseparated | null {
  const [first, ...others] = diagnosis.causes;
  if (first === undefined || warningOf(diagnosis, "held-vacuum") !== undefined) return null;
  const rivals = others.filter(
    ({ probability }) => probability > UNSEPARATED_PROBABILITY && probability > RIVAL_SHARE * first.probability,
  );
  const likeliest = diagnosis.together[0];
  const together = likeliest !== undefined && likeliest.probability > UNSEPARATED_PROBABILITY ? likeliest : null;
  if (rivals.length === 0 && together === null) return null;
  const best = diagnosis.nextTests.find(isWorthwhile) ?? null;
  return { causes: [first, ...rivals].map(({ cause }) => cause), together, best };
}
