/**
 * Visual findings as evidence: likelihood ratio of each sign where a cause acts (core/causes). A sign that is not noted is no evidence, because it
 * may not have been looked for.
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

/** Log odds of parts that were found in order, for what would have been seen there. `seen`: signs that were noted all the same. */
export function inspectedOdds(inspected: readonly string[], seen: readonly string[], causes: readonly Cause[]): number {
  if (inspected.length === 0) return 0;
  let log = 0;
  for (const cause of causes) {
    const looks = cause === "none" ? undefined : causeEntry(cause).looks;
    if (looks === undefined || seen.some((code) => (sightFactor(code, cause) ?? 1) > 1)) continue;
    const share = looks.parts.filter((part) => inspected.includes(part)).length / looks.parts.length;
    log += Math.log(1 - looks.found * share);
  }
  return log;
}

/** Factor by which one sign speaks for a cause; null when it says nothing of it. */
export function sightFactor(code: string, cause: Cause): number | null {
  return codes.get(code)?.[cause] ?? null;
}
