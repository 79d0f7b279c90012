/** The one next act by a verdict, its reason, and the test that comes first. The words for it stand in words/decision.ts. */
import { type Cause, causeEntry, type FaultCause } from "../../causes/catalogue";
import { chargeShare } from "../../causes/undercharge";
import { hinders, type ImplausibleCode } from "../../readings/derive/plausibility";
import type { ObservableName } from "../explain/observables";
import type { NextTest, TestId } from "../next-test/next-tests";
import { LARGE_LOSS, SMALL_LOSS } from "../thresholds";
import { bestAct, type ClosingAct } from "./acts";
import { type Diagnosis, warningOf } from "./diagnosis";

export type DecisionAct =
  | "stop"
  | "check-instruments"
  | "identify"
  | "test-first"
  | "check-control"
  | "check-air"
  | "repair"
  | "find-leak"
  | "prove-tight"
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
  /** Causes that no test parts for less than it costs: the act that does least harm whichever of them it is. */
  | { code: "least-harm"; first: Cause; second: Cause | null; act: ClosingAct }
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

export function decide(verdict: Diagnosis): Decision {
  const stop = verdict.warnings.some(({ code }) => code === "stop-high-side" || code === "stop-blocked-before-port");
  const [first, second] = verdict.causes;
  const best = verdict.nextTests.find(isWorthwhile) ?? null;
  const test = best?.test ?? null;
  if (stop || !first) return { act: "stop", reason: { code: "relief-valve-near" }, test: null };
  const impossible = verdict.warnings.find((warning) => warning.code === "implausible" && hinders(warning.what));
  if (impossible?.code === "implausible") return { act: "check-instruments", reason: impossible, test: null };
  const doubt = warningOf(verdict, "label-doubt");
  if (doubt) return { act: "check-instruments", reason: doubt, test };
  for (const code of ["almost-empty", "open-to-air"] as const)
    if (warningOf(verdict, code)) return { act: "find-leak", reason: { code }, test: null };
  if (warningOf(verdict, "held-vacuum")) return { act: "prove-tight", reason: { code: "held-vacuum" }, test: null };
  const foreign = warningOf(verdict, "wrong-refrigerant");
  if (foreign)
    return { act: "identify", reason: { code: "wrong-refrigerant", flammable: foreign.flammable }, test: null };
  const strange = warningOf(verdict, "do-not-fit");
  if (strange) return { act: "check-instruments", reason: strange, test };
  const both = { first: first.cause, second: second?.cause ?? null };
  if (best) return { act: "test-first", reason: { code: "not-told-apart", ...both }, test };
  const { act } = bestAct(verdict.classes);
  const own = first.cause === "none" ? "leave" : causeEntry(first.cause).remedy;
  if (act !== own) return { act, reason: { code: "least-harm", ...both, act }, test: null };
  if (first.cause === "none") return { act, reason: { code: "sound" }, test: null };
  if (first.cause !== "undercharge") return { act, reason: { code: "cause", cause: first.cause }, test: null };
  // While there is pressure a leak shows; once it is recovered only test gas does.
  const lost = lostOf(first.severity.median);
  return { act: lost === "little" ? act : "find-leak", reason: { code: "lack", lost }, test: null };
}

const beforeRanking: ReadonlySet<DecisionReason["code"]> = new Set([
  "relief-valve-near",
  "implausible",
  "almost-empty",
  "open-to-air",
  "held-vacuum",
  "wrong-refrigerant",
]);

/** A stop, readings that cannot be, an empty or a foreign circuit: it is said before any ranking. */
export function isBeforeRanking({ reason }: Decision): boolean {
  return beforeRanking.has(reason.code);
}

/** Worth its minutes before anything is done. Recovering is an act itself, and a test whose outcomes read alike parts nothing. */
export function isWorthwhile({ test, savesMinutes, confirms }: NextTest): boolean {
  return test !== "recover" && !confirms && savesMinutes > 0;
}

function lostOf(severity: number): "little" | "some" | "much" {
  const lost = 1 - chargeShare(severity);
  return lost > LARGE_LOSS ? "much" : lost < SMALL_LOSS ? "little" : "some";
}
