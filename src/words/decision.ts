/** What to do now, in a sentence, and what would change it. */

import { type Cause, causeEntry, causeName } from "@/core/causes/catalogue";
import type { Remedy } from "@/core/causes/cause";
import type { ClosingAct } from "@/core/diagnosis/decide/acts";
import type { Decision } from "@/core/diagnosis/decide/decide";
import { strangeReading, type Wording } from "./diagnosis";
import { LABEL_DOUBT } from "./label";
import { implausibleWords } from "./plausibility";

interface DecisionWords {
  /** In one sentence, with its reason. */
  sentence: string;
  /** What would change it. */
  unless: string;
}

export function decisionWords({ reason }: Decision, { electric }: Pick<Wording, "electric"> = {}): DecisionWords {
  switch (reason.code) {
    case "relief-valve-near":
      return {
        sentence: "Stop the engine: the compressor may be working against its relief valve, whatever the gauge shows.",
        unless: "A discharge line that is only warm, and a condenser that is hot all over, speak against it.",
      };
    case "implausible": {
      const { what, check } = implausibleWords[reason.what];
      return { sentence: `${what}. ${check}`, unless: "Nothing is inferred from pressures that no circuit shows." };
    }
    case "open-to-air":
      return {
        sentence:
          "Empty: it stands at the pressure of the ambient air, with air and moisture in it. Do not run it. Find the leak with nitrogen, renew the drier, evacuate long, charge the label weight.",
        unless: "Only a gauge or coupler that does not read at all would change this: check that both open.",
      };
    case "held-vacuum":
      return {
        sentence:
          "It holds a vacuum: it was evacuated and not charged. Do not run it. Prove it tight, evacuate again, charge the label weight.",
        unless: "What was the matter before nobody can read from it: ask who evacuated it, and why.",
      };
    case "almost-empty":
      return {
        sentence:
          "Almost empty: do not run it. Find the leak before it is charged, recover and weigh what is left: no pressure says more than that there is no liquid.",
        unless: "Only a gauge or coupler that does not read at all would change this: check that both open.",
      };
    case "wrong-refrigerant":
      return {
        sentence: `Identify it before anything else: at rest it does not stand where the label's refrigerant would.${reason.flammable ? " What fits burns: no sparks, no flame, ventilate." : ""}`,
        unless: "An identifier that shows the label's refrigerant, and a second gauge that agrees.",
      };
    case "label-doubt":
      return {
        sentence: `${LABEL_DOUBT}: it was charged to the label, and the readings alone fit ${fitted(reason.cause)}.`,
        unless: "Read the label at the car again, and check the scale with a known weight.",
      };
    case "do-not-fit":
      return {
        sentence: `Check the instruments first: these readings do not fit together, and ${strangeReading(reason)} is the one that does it.`,
        unless:
          "The same reading again from a second instrument: then it is this car, and the ranking stands as it is.",
      };
    case "not-told-apart":
      return {
        sentence: `Do one more test before anything is opened. ${fitsBoth(reason)}.`,
        unless: "Nothing that these instruments show already would settle it.",
      };
    case "least-harm":
      return {
        sentence: `${fitsBoth(reason)}, and no test parts them for less than it costs. ${leastHarm[reason.act]}`,
        unless: "A further reading, or a clearer complaint, may still part them.",
      };
    case "sound":
      return {
        sentence: "Leave it closed: it shows what such a vehicle should show in these conditions.",
        unless:
          "If it still complains, repeat the test hotter and at idle, or recover and weigh: pressures hide a third of the charge.",
      };
    case "lack":
      return {
        sentence: `${likeliest("undercharge")}${lackWords[reason.lost]}`,
        unless: "A weight inside the tolerance: then it is starved by something else.",
      };
    case "cause": {
      const { remedy } = causeEntry(reason.cause);
      const { sentence, unless } = remedy === "check-control" && electric ? electricControl : actWords[remedy];
      return { sentence: `${likeliest(reason.cause)}${sentence}`, unless };
    }
  }
}

/** The act in a few words, for where it is begun. */
export function actInShort({ act }: Decision): string {
  return shortActs[act];
}

const leastHarm: Record<ClosingAct, string> = {
  leave: "Leave the circuit closed, and test again on a hotter day.",
  weigh: "Recover and weigh, evacuate, charge the label weight: it does least harm whichever it is.",
  "check-air": "Check fan, fins, filter, blower and flap first: it costs minutes and no refrigerant.",
  "check-control": "Check control first: command, switch, clutch and belt.",
  repair: "Follow the line temperatures to the fall before a part is chosen.",
};

function fitsBoth({ first, second }: { first: Cause; second: Cause | null }): string {
  return `These readings fit ${fitted(first)} and ${second === null ? "something else" : fitted(second)}`;
}

const shortActs: Record<Decision["act"], string> = {
  stop: "stop the engine",
  "check-instruments": "put the readings right",
  identify: "use an identifier",
  "prove-tight": "prove it tight",
  "test-first": "do one more test",
  "check-control": "check control before the compressor",
  "check-air": "look at the air side",
  repair: "recover and weigh, then open the circuit",
  "find-leak": "search for the leak",
  weigh: "recover and weigh",
  leave: "leave it closed, and sign off",
};

/** Buttons that begin each act. */
export const actButtons: Record<Decision["act"], string> = {
  stop: "Stop engine",
  "check-instruments": "Check instruments",
  identify: "Identify refrigerant",
  "test-first": "Begin test",
  "prove-tight": "Prove it tight",
  "check-control": "Check control",
  "check-air": "Check airflow",
  repair: "Start recovery",
  "find-leak": "Search leak",
  weigh: "Start recovery",
  leave: "Sign off",
};

/** What readings fit, in the middle of a sentence. */
function fitted(cause: Cause): string {
  return cause === "none" ? "a sound car" : causeName(cause).toLowerCase();
}

function likeliest(cause: Cause): string {
  return `${causeName(cause)} is likeliest. `;
}

const electricControl: DecisionWords = {
  sentence:
    "Check control first, with a scan tool: speed asked for and reached, interlock, insulation fault. High voltage: qualified people only.",
  unless: "A compressor is condemned only when it is supplied and commanded, and the weight is right.",
};

const actWords: Record<Remedy, DecisionWords> = {
  "check-control": {
    sentence: "Check control first: command, switch, clutch and belt. They show the same, and cost minutes.",
    unless: "A compressor is condemned only when it is driven and commanded, and the weight is right.",
  },
  "check-air": {
    sentence: "Look at the air side first: fan, fins, filter, blower and flap. It costs minutes and no refrigerant.",
    unless: "If air moves as it should, the circuit is next.",
  },
  weigh: {
    sentence: "Recover and weigh, evacuate, charge the label weight: gauges cannot tell how much is too much.",
    unless: "A weight inside the tolerance turns to the condenser's air.",
  },
  repair: {
    sentence: "Follow the line temperatures to the fall, then recover, weigh, and open the circuit there.",
    unless: "Even temperatures along the liquid line put it into the metering device; a full weight rules a lack out.",
  },
};

const lackWords = {
  much: "So large a loss means a leak: search for it while there is pressure, then recover and weigh what is left. Find the leak before it is charged.",
  little:
    "Recover and weigh what is left. Ask when it was last filled: a little every month goes through the hoses, more is a leak. Dye with the charge finds it on the next visit.",
  some: "Search for the leak while there is pressure, then recover and weigh what is left.",
} as const;
