/**
 * What is seen, heard and felt, as evidence: how many times likelier a sign is where a cause acts than where it does not (core/causes). A sign
 * that is not noted says nothing, because it may not have been looked for.
 */
import { type Cause, causeEntry, faultCauses } from "../../causes/catalogue";
import { observationCode } from "../../readings/observations";

const codes = new Map<string, Partial<Record<Cause, number>>>();

for (const cause of faultCauses) {
  for (const { signs, parts, odds } of causeEntry(cause).signs) {
    for (const sign of signs) {
      for (const part of parts) {
        const code = observationCode({ part, sign });
        codes.set(code, { ...codes.get(code), [cause]: odds });
      }
    }
  }
}

/** Log odds of all signs together for a hypothesis; with two causes the stronger one speaks for each sign. */
export function sightOdds(seen: readonly string[], causes: readonly { cause: Cause; severity: number }[]): number {
  let log = 0;
  for (const code of new Set(seen)) {
    const odds = codes.get(code);
    if (odds) log += Math.log(Math.max(...causes.map(({ cause }) => odds[cause] ?? 1)));
  }
  return log;
}

/** Factor by which one sign speaks for a cause; null when it says nothing of it. */
export function sightFactor(code: string, cause: Cause): number | null {
  return codes.get(code)?.[cause] ?? null;
}
