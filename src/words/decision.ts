/** Next action in a sentence, and what would change it. */

import { type Cause, causeEntry } from "@/core/causes/catalogue";
import type { Remedy } from "@/core/causes/cause";
import type { ClosingAct } from "@/core/diagnosis/decide/acts";
import type { Decision } from "@/core/diagnosis/decide/decide";
import { causeName } from "./causes";
import { MAY_BE_FLAMMABLE, strangeReading, type Wording } from "./diagnosis";
import { LABEL_DOUBT } from "./label";
import { implausibleWords } from "./plausibility";

interface DecisionWords {
  /** In one sentence, with its reason. */
  sentence: string;
  /** Condition that would change it. */
  unless: string;
}

export function decisionWords({ reason }: Decision, { electric }: Pick<Wording, "electric"> = {}): DecisionWords {
  switch (reason.code) {
    case "relief-valve-near":
      return {
        sentence:
          "Stop the engine. The compressor may be working against its relief valve, even if the gauge reads low.",
        unless: "A discharge line that is only warm and an evenly hot condenser contradict this.",
      };
    case "implausible": {
      const { what, check } = implausibleWords[reason.what];
      return {
        sentence: `${what}. ${check}`,
        unless: "No circuit shows these pressures, so nothing is inferred from them.",
      };
    }
    case "open-to-air":
      return {
        sentence:
          "The circuit is open to air: empty, with air and moisture inside. Do not run the engine. Find the leak with nitrogen, replace the drier, evacuate, charge the label weight.",
        unless: CLOSED_COUPLER,
      };
    case "held-vacuum":
      return {
        sentence:
          "The circuit holds a vacuum: evacuated, not charged. Do not run the engine. Check for leaks, evacuate again, charge the label weight.",
        unless: "Readings cannot show the earlier fault. Ask who evacuated it, and why.",
      };
    case "almost-empty":
      return {
        sentence:
          "Almost empty: do not run the engine. Find the leak, then recover and weigh. The pressure only shows that no liquid is left.",
        unless: CLOSED_COUPLER,
      };
    case "wrong-refrigerant":
      return {
        sentence: `Identify the refrigerant first: the static pressure does not match the label.${reason.flammable ? MAY_BE_FLAMMABLE : ""}`,
        unless: "An identifier that shows the label's refrigerant, confirmed by a second gauge.",
      };
    case "label-doubt":
      return {
        sentence: `${LABEL_DOUBT}: the label weight was charged, but the readings show ${fitted(reason.cause)}.`,
        unless: "Read the label again and check the scale with a known weight.",
      };
    case "do-not-fit":
      return {
        sentence: `Check the instruments first. The readings contradict each other; ${strangeReading(reason)} stands out.`,
        unless: "If a second instrument shows the same, the reading and the ranking stand.",
      };
    case "not-told-apart":
      return {
        sentence: `Do one more test before opening the circuit. ${fitsBoth(reason)}.`,
        unless: "These instruments cannot settle it without another test.",
      };
    case "least-harm":
      return {
        sentence: `${fitsBoth(reason)}. No test separates them at reasonable cost. ${leastHarm[reason.act]}`,
        unless: "Another reading or a more precise complaint may separate them.",
      };
    case "sound":
      return {
        sentence: "Leave the circuit closed. It works as expected under these conditions.",
        unless:
          "If the complaint persists, repeat the test at idle in hotter weather, or recover and weigh. Pressures can hide a third of the charge.",
      };
    case "lack":
      return {
        sentence: `${likeliest("undercharge")}${lossWords[reason.lost]}`,
        unless: "If the weight is within tolerance, look for a restriction.",
      };
    case "cause": {
      const { remedy } = causeEntry(reason.cause);
      const { sentence, unless } = remedy === "check-control" && electric ? electricControl : actWords[remedy];
      return { sentence: `${likeliest(reason.cause)}${sentence}`, unless };
    }
  }
}

/** Condition that would change a reading of an empty circuit. */
const CLOSED_COUPLER = "A gauge or coupler that does not read would change this. Check that both couplers are open.";

/** The act in a few words, for where it is begun. */
export function actInShort({ act }: Decision): string {
  return shortActs[act];
}

const leastHarm: Record<ClosingAct, string> = {
  leave: "Leave the circuit closed and test again on a hotter day.",
  weigh: "Recover and weigh, evacuate, charge the label weight: least harm in either case.",
  "check-air": "Check fan, fins, filter, blower and flap first: minutes, no refrigerant.",
  "check-control": "Check the control first: command, switch, clutch, belt.",
  repair: "Find the temperature drop along the lines before choosing a part.",
};

function fitsBoth({ first, second }: { first: Cause; second: Cause | null }): string {
  return `The readings fit ${fitted(first)} and ${second === null ? "another cause" : fitted(second)}`;
}

const shortActs: Record<Decision["act"], string> = {
  stop: "stop the engine",
  "check-instruments": "check the readings",
  identify: "identify the refrigerant",
  "prove-tight": "check for leaks",
  "test-first": "do one more test",
  "check-control": "check the control before the compressor",
  "check-air": "check the airflow",
  repair: "recover and weigh, then open the circuit",
  "find-leak": "search for the leak",
  weigh: "recover and weigh",
  leave: "leave closed and sign off",
};

/** Buttons that begin each act. */
export const actButtons: Record<Decision["act"], string> = {
  stop: "Stop engine",
  "check-instruments": "Check instruments",
  identify: "Identify refrigerant",
  "test-first": "Start test",
  "prove-tight": "Check for leaks",
  "check-control": "Check control",
  "check-air": "Check airflow",
  repair: "Start recovery",
  "find-leak": "Find leak",
  weigh: "Start recovery",
  leave: "Sign off",
};

/** Cause that the readings fit, in the middle of a sentence. */
function fitted(cause: Cause): string {
  return cause === "none" ? "a sound vehicle" : causeName(cause).toLowerCase();
}

function likeliest(cause: Cause): string {
  return `${causeName(cause)} is most likely. `;
}

const electricControl: DecisionWords = {
  sentence:
    "Check the control first with a scan tool: requested and actual speed, interlock, insulation fault. High voltage: qualified people only.",
  unless: "Replace a compressor only if supply, command and charge weight are right.",
};

const actWords: Record<Remedy, DecisionWords> = {
  "check-control": {
    sentence: "Check the control first: command, switch, clutch, belt. These faults look the same and cost minutes.",
    unless: "Replace a compressor only if drive, command and charge weight are right.",
  },
  "check-air": {
    sentence: "Check the airflow first: fan, fins, filter, blower, flap. It takes minutes and no refrigerant.",
    unless: "If the airflow is right, check the circuit next.",
  },
  weigh: {
    sentence: "Recover and weigh, evacuate, charge the label weight. Pressures do not show the excess.",
    unless: "If the weight is within tolerance, check the condenser airflow.",
  },
  repair: {
    sentence: "Find the temperature drop along the lines. Then recover, weigh and open the circuit there.",
    unless: "Even line temperatures point to the metering device. A full weight rules out undercharge.",
  },
};

const lossWords = {
  much: "A loss this large means a leak. Find it while there is pressure, then recover and weigh. Do not charge before.",
  little:
    "Recover and weigh. Ask for the last charging date: hoses lose a little each month, a leak loses more. Add dye with the charge.",
  some: "Find the leak while there is pressure, then recover and weigh.",
} as const;
