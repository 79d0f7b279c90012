/** One verdict for a vehicle that may be built in several ways: each is judged, none is preferred, and what they agree on stands. */

import type { Cause } from "../../causes/catalogue";
import { mean } from "../../maths/mean";
import { byWorth, type NextTest } from "../next-test/next-tests";
import { entropyOf } from "../weigh/weigh";
import type { Diagnosis, RankedCause, Warning } from "./diagnosis";

/**
 * The verdicts on the same readings, one for each way the vehicle may be built (at least one), as one. Probabilities are means, since each way
 * counts alike; ranges reach as far as any of them; a cause gives the reasons of the way in which it is most probable.
 */
export function asOne(verdicts: readonly Diagnosis[]): Diagnosis {
  const [first] = verdicts;
  if (first === undefined) throw new Error("no verdict to be made one of");
  if (verdicts.length === 1) return first;
  const causes = first.causes
    .map(({ cause }) => causeOfAll(cause, verdicts))
    .sort((a, b) => b.probability - a.probability);
  return {
    id: first.id,
    causes,
    classes: first.classes.map((_, k) => mean(verdicts.map(({ classes }) => classes[k]!))),
    together: togetherOfAll(verdicts),
    charge: chargeOfAll(verdicts),
    // The build in which the leading cause is most probable explains it.
    evidence: verdicts.reduce((best, one) => (probabilityIn(one, causes) > probabilityIn(best, causes) ? one : best))
      .evidence,
    nextTests: testsOfAll(verdicts),
    warnings: [{ code: "built-either-way", ways: verdicts.length }, ...warningsOfAll(verdicts)],
    undecidedBits: entropyOf(causes.map(({ probability }) => probability)),
  };
}

function probabilityIn({ causes }: Diagnosis, [leading]: readonly RankedCause[]): number {
  return causes.find(({ cause }) => cause === leading?.cause)?.probability ?? 0;
}

function causeOfAll(cause: Cause, verdicts: readonly Diagnosis[]): RankedCause {
  const ranked = verdicts.flatMap(({ causes }) => causes.filter((one) => one.cause === cause));
  const telling = ranked.reduce((best, one) => (one.probability > best.probability ? one : best));
  return {
    ...telling,
    probability: mean(ranked.map(({ probability }) => probability)),
    present: mean(ranked.map(({ present }) => present)),
    severity: {
      low: Math.min(...ranked.map(({ severity }) => severity.low)),
      median: telling.severity.median,
      high: Math.max(...ranked.map(({ severity }) => severity.high)),
    },
  };
}

function togetherOfAll(verdicts: readonly Diagnosis[]): Diagnosis["together"] {
  const sums = new Map<string, Diagnosis["together"][number]>();
  for (const { together } of verdicts) {
    for (const { causes, probability } of together) {
      const key = causes.join("+");
      sums.set(key, { causes, probability: (sums.get(key)?.probability ?? 0) + probability / verdicts.length });
    }
  }
  return [...sums.values()].sort((a, b) => b.probability - a.probability);
}

function chargeOfAll(verdicts: readonly Diagnosis[]): Diagnosis["charge"] {
  const charges = verdicts.flatMap(({ charge }) => (charge === null ? [] : [charge]));
  if (charges.length === 0) return null;
  return {
    lowG: Math.min(...charges.map(({ lowG }) => lowG)),
    medianG: Math.round(mean(charges.map(({ medianG }) => medianG))),
    highG: Math.max(...charges.map(({ highG }) => highG)),
    identified: charges.every(({ identified }) => identified),
    weighed: charges[0]!.weighed,
  };
}

/** A test is offered where every way offers it: what it tells and settles is then their mean. */
function testsOfAll(verdicts: readonly Diagnosis[]): NextTest[] {
  const [first, ...others] = verdicts;
  return first!.nextTests
    .flatMap((test) => {
      const alike = others.map(({ nextTests }) => nextTests.find((one) => one.test === test.test));
      if (alike.some((one) => one === undefined)) return [];
      const all = [test, ...(alike as NextTest[])];
      return [
        {
          ...test,
          gainBits: mean(all.map(({ gainBits }) => gainBits)),
          settles: mean(all.map(({ settles }) => settles)),
          savesMinutes: mean(all.map(({ savesMinutes }) => savesMinutes)),
          changesAct: all.some(({ changesAct }) => changesAct),
          // The expected values differ between the possible builds, so nothing is predicted.
          outcomes: [],
          confirms: all.every(({ confirms }) => confirms),
        },
      ];
    })
    .sort(byWorth);
}

function warningsOfAll(verdicts: readonly Diagnosis[]): Warning[] {
  const seen = new Map<string, Warning>();
  for (const { warnings } of verdicts) {
    for (const warning of warnings) {
      // The worst of a kind stands for it, and the first was found in the most usual way.
      const of = "observable" in warning ? warning.observable : "what" in warning ? warning.what : "";
      const key = `${warning.code} ${of} ${"rpm" in warning ? warning.rpm : ""}`;
      if (!seen.has(key)) seen.set(key, warning);
    }
  }
  return [...seen.values()];
}
