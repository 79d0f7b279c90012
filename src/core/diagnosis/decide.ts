/** What to do now, from a verdict: one act with its reason, and what would change it. */
import { type Cause, causeEntry, causeName, type FaultCause } from "../causes/catalogue";
import { chargeShare } from "../causes/undercharge";
import type { TestId } from "./next-tests";
import { strangeReading } from "./sentences";
import type { Verdict } from "./verdict";

export type DecisionAct = "stop" | "test-first" | "check-control" | "check-air" | "repair" | "weigh" | "leave";

export interface Decision {
  act: DecisionAct;
  /** In one sentence, with its reason. */
  sentence: string;
  /** What would change it. */
  unless: string;
  /** The test that would settle it, where one would. */
  test: TestId | null;
}

/** From here on one cause is acted upon; a gap this wide to the next, or look-alikes with one remedy, count as one. */
const CLEAR = 0.6;
/** A test that tells this many bits is worth doing before anything is opened. */
const WORTH_BITS = 0.25;
/** A car that has lost this share of its charge leaks faster than it can be driven. */
const LARGE_LOSS = 0.45;
const SMALL_LOSS = 0.2;

export function decide(verdict: Verdict): Decision {
  const stop = verdict.warnings.find(({ code }) => code === "stop-high-side" || code === "stop-blocked-before-port");
  const [first, second] = verdict.causes;
  const best = verdict.nextTests.find(({ test, gainBits }) => test !== "recover" && gainBits >= WORTH_BITS) ?? null;
  const test = best?.test ?? null;
  if (stop || !first) {
    return {
      act: "stop",
      sentence: "Stop the engine: the compressor may be working against its relief valve, whatever the gauge shows.",
      unless: "A discharge line that is only warm, and a condenser that is hot all over, speak against it.",
      test: null,
    };
  }
  const empty = verdict.warnings.find(({ code }) => code === "almost-empty");
  if (empty) {
    return {
      act: "weigh",
      sentence:
        "Almost empty. Find the leak before it is charged, recover and weigh what is left: no pressure says more than that there is no liquid.",
      unless: "Only a gauge or coupler that does not read at all would change this: check that both open.",
      test: null,
    };
  }
  const name = fitted(first.cause);
  if (verdict.warnings.some(({ code }) => code === "wrong-refrigerant")) {
    return {
      act: "test-first",
      sentence: "Check label and refrigerant first: at rest it does not stand where the label's refrigerant would.",
      unless: "An identifier that shows the label's refrigerant, and a second gauge that agrees.",
      test,
    };
  }
  const strange = verdict.warnings.find(({ code }) => code === "do-not-fit");
  if (strange?.code === "do-not-fit") {
    return {
      act: "test-first",
      sentence: `Check the instruments first: these readings do not fit together, and ${strangeReading(strange)} is the one that does it.`,
      unless: "The same reading again from a second instrument: then it is this car, and the ranking stands as it is.",
      test,
    };
  }
  const together = verdict.together[0];
  const probability = together?.causes.includes(first.cause)
    ? Math.max(first.probability, together.probability)
    : first.probability;
  if (probability < CLEAR && best) {
    const rival = second ? fitted(second.cause) : "something else";
    return {
      act: "test-first",
      sentence: `Do one more test before anything is opened: these readings fit ${name} and ${rival}.`,
      unless: "Nothing that these instruments show already would settle it.",
      test,
    };
  }
  const what = actOn(first.cause, verdict);
  const lead = first.cause === "none" ? "" : `${causeName(first.cause)} is likeliest. `;
  return { ...what, sentence: `${lead}${what.sentence}`, test };
}

/** What readings fit, in the middle of a sentence. */
function fitted(cause: Cause): string {
  return cause === "none" ? "a sound car" : causeName(cause).toLowerCase();
}

function actOn(cause: Cause, verdict: Verdict): Omit<Decision, "test"> {
  if (cause === "none") {
    return {
      act: "leave",
      sentence: "Leave it closed: it shows what such a vehicle should show in these conditions.",
      unless:
        "If it still complains, repeat the test hotter and at idle, or recover and weigh: pressures hide a third of the charge.",
    };
  }
  const { remedy } = causeEntry(cause);
  if (remedy === "check-control") {
    return {
      act: "check-control",
      sentence: "Check control first: command, switch, clutch and belt. They show the same, and cost minutes.",
      unless: "A compressor is condemned only when it is driven and commanded, and the weight is right.",
    };
  }
  if (remedy === "check-air") {
    return {
      act: "check-air",
      sentence: "Look at the air side first: fan, fins, filter, blower and flap. It costs minutes and no refrigerant.",
      unless: "If air moves as it should, the circuit is next.",
    };
  }
  if (remedy === "weigh") return byTheScale(cause, verdict);
  return {
    act: "repair",
    sentence: "Follow the line temperatures to the fall, then recover, weigh, and open the circuit there.",
    unless: "Even temperatures along the liquid line put it into the metering device; a full weight rules a lack out.",
  };
}

function byTheScale(cause: FaultCause, { causes }: Verdict): Omit<Decision, "test"> {
  if (cause !== "undercharge") {
    return {
      act: "weigh",
      sentence: "Recover and weigh, evacuate, charge the label weight: gauges cannot tell how much is too much.",
      unless: "A weight inside the tolerance turns to the condenser's air.",
    };
  }
  const severity = causes.find((one) => one.cause === cause)!.severity.median;
  const lost = 1 - chargeShare(severity);
  const where =
    lost > LARGE_LOSS
      ? "So much does not go by itself: find the leak before it is charged, by pressure with dry nitrogen or by what oil and dye show."
      : lost < SMALL_LOSS
        ? "Ask when it was last filled: a few grams a month are the hoses, more is a leak. Dye with the charge finds it on the next visit."
        : "Look for where it went while there is pressure: oil at joints, the sniffer from below, then recover.";
  return {
    act: "weigh",
    sentence: `Recover and weigh what is left. ${where}`,
    unless: "A weight inside the tolerance: then it is starved by something else.",
  };
}
