/** What to do now, from a verdict: one act, why, and the test that would settle it. The words for it stand in words/decision.ts. */
import { type Cause, causeEntry, type FaultCause } from "../../causes/catalogue";
import { chargeShare } from "../../causes/undercharge";
import { hinders, type ImplausibleCode } from "../../readings/derive/plausibility";
import type { ObservableName } from "../explain/observables";
import type { TestId } from "../next-test/next-tests";
import { CLEAR } from "./clear";
import { type Verdict, warningOf } from "./verdict";

export type DecisionAct =
  | "stop"
  | "test-first"
  | "check-control"
  | "check-air"
  | "repair"
  | "find-leak"
  | "weigh"
  | "leave";

export type DecisionReason =
  | { code: "relief-valve-near" }
  /** Hoses, couplers or hand wheels: nothing is inferred from such pressures. */
  | { code: "implausible"; what: ImplausibleCode; rpm: number | null }
  | { code: "almost-empty" | "open-to-air" | "held-vacuum" }
  | { code: "wrong-refrigerant"; flammable: boolean }
  /** The weight charged and the readings contradict each other. */
  | { code: "label-doubt"; cause: "undercharge" | "overcharge" }
  /** The readings as a whole fit nothing, and this one does it. */
  | { code: "do-not-fit"; observable: ObservableName; rpm: number | null }
  /** Two causes, or one and something else, and a test that would part them. */
  | { code: "not-told-apart"; first: Cause; second: Cause | null }
  | { code: "sound" }
  | { code: "cause"; cause: FaultCause }
  /** A lack, and how much of the charge is gone. */
  | { code: "lack"; lost: "little" | "some" | "much" };

export interface Decision {
  act: DecisionAct;
  reason: DecisionReason;
  /** The test that would settle it, where one would. */
  test: TestId | null;
}

/** A test that tells this many bits is worth doing before anything is opened. */
const WORTH_FIRST_BITS = 0.25;
/** A car that has lost this share of its charge leaks faster than it can be driven. */
const LARGE_LOSS = 0.45;
const SMALL_LOSS = 0.2;

export function decide(verdict: Verdict): Decision {
  const stop = verdict.warnings.some(({ code }) => code === "stop-high-side" || code === "stop-blocked-before-port");
  const [first, second] = verdict.causes;
  const best =
    verdict.nextTests.find(
      ({ test, gainBits, confirms }) => test !== "recover" && !confirms && gainBits >= WORTH_FIRST_BITS,
    ) ?? null;
  const test = best?.test ?? null;
  if (stop || !first) return { act: "stop", reason: { code: "relief-valve-near" }, test: null };
  const impossible = verdict.warnings.find((warning) => warning.code === "implausible" && hinders(warning.what));
  if (impossible?.code === "implausible") return { act: "test-first", reason: impossible, test: null };
  const doubt = warningOf(verdict, "label-doubt");
  if (doubt) return { act: "test-first", reason: doubt, test };
  for (const code of ["almost-empty", "open-to-air"] as const)
    if (warningOf(verdict, code)) return { act: "find-leak", reason: { code }, test: null };
  if (warningOf(verdict, "held-vacuum")) return { act: "weigh", reason: { code: "held-vacuum" }, test: null };
  const foreign = warningOf(verdict, "wrong-refrigerant");
  if (foreign)
    return { act: "test-first", reason: { code: "wrong-refrigerant", flammable: foreign.flammable }, test: null };
  const strange = warningOf(verdict, "do-not-fit");
  if (strange) return { act: "test-first", reason: strange, test };
  const together = verdict.together[0];
  const probability = together?.causes.includes(first.cause)
    ? Math.max(first.probability, together.probability)
    : first.probability;
  if (probability < CLEAR && best) {
    return {
      act: "test-first",
      reason: { code: "not-told-apart", first: first.cause, second: second?.cause ?? null },
      test,
    };
  }
  if (first.cause === "none") return { act: "leave", reason: { code: "sound" }, test };
  const act = causeEntry(first.cause).remedy;
  if (first.cause !== "undercharge") return { act, reason: { code: "cause", cause: first.cause }, test };
  // While there is pressure a leak shows; once it is recovered only test gas does.
  const lost = lostOf(first.severity.median);
  return { act: lost === "little" ? act : "find-leak", reason: { code: "lack", lost }, test };
}

function lostOf(severity: number): "little" | "some" | "much" {
  const lost = 1 - chargeShare(severity);
  return lost > LARGE_LOSS ? "much" : lost < SMALL_LOSS ? "little" : "some";
}
