/** Words of drills: what a customer says, what can be done at the car, and what is said when the cover comes off. */
import { type Cause, causeName, type FaultCause } from "@/core/causes/catalogue";
import { partNames, signNames } from "@/core/causes/signs";
import type { CarEvent } from "@/core/drill/drill-car";
import type { WayStep } from "@/core/drill/drill-check";
import type { DrillReadings, Speed } from "@/core/drill/drill-readings";
import type { Refusal, RunEvent } from "@/core/drill/drill-run";
import type {
  Complaint,
  CustomerBelief,
  Danger,
  DrillAct,
  DrillStory,
  DrillTheme,
  Found,
  History,
  Misread,
  Mistake,
} from "@/core/drill/drill-shapes";
import type { SourceIssue } from "@/core/drill/drill-source";
import type { PauseKind } from "@/core/drill/lesson-shapes";
import type { Feel, Felt } from "@/core/drill/looks";
import type { Subject } from "@/core/drill/progress";
import type { TextIssue } from "@/core/read-record";
import { channels } from "@/core/readings/channels";
import type { Figures } from "@/core/units/figures";
import type { UnitId } from "@/core/units/units";

export const themeNames: Record<DrillTheme, string> = {
  pressures: "Pressures only",
  clamps: "With clamps",
  cycling: "Cycling",
  commanded: "Commanded compressors",
  "nothing-wrong": "Is anything wrong?",
  port: "Where the port sits",
  "unknown-history": "Unknown history",
  "hot-and-high": "Hot and high up",
  "two-at-once": "Two at once",
  "wrong-reading": "A wrong reading among them",
};

export const themeWords: Record<DrillTheme, string> = {
  pressures: "Gauges, a vent probe and your eyes. No clamp in the box.",
  clamps: "Line temperatures decide between what the gauges leave alike.",
  cycling: "An orifice and a fixed compressor: read whole cycles, not the needle.",
  commanded: "Asked for little, or stuck at little? A scan tool is at hand.",
  "nothing-wrong": "Some of these cars are sound. Condemn none of those.",
  port: "The high port may sit before or behind what is blocked.",
  "unknown-history": "Bought used, often without a label. Who filled it, and with what?",
  "hot-and-high": "A hot day at altitude moves every number you know.",
  "two-at-once": "Two things are the matter. The first one found is not the end.",
  "wrong-reading": "One instrument lies. Find it before you believe it.",
};

export const levelNames = { 1: "First weeks", 2: "Steady hands", 3: "For the sure" } as const;

const complaintWords: Record<Complaint, string> = {
  "never-cold": "It never gets cold, not at all.",
  "weak-always": "It cools, but weakly, however long I drive.",
  "warm-at-lights": "Fine while I drive. At the lights it turns warm.",
  "cold-then-warm": "Cold for ten minutes, then it gives up.",
  "fine-in-the-morning": "Fine in the morning. Warm after the school run.",
  "one-vent-warm": "It blows lukewarm on one side.",
  "little-air": "There is hardly any air coming out.",
  "wants-a-check": "It seems all right. I just want it looked at before summer.",
};

const historyWords: Record<History, string> = {
  "topped-up-twice": "A garage has topped it up twice since May.",
  "never-opened": "Nobody has ever touched it.",
  "filled-last-year": "It was filled last year.",
  "front-repaired": "The front was repaired after a bump.",
  "compressor-replaced": "They have put another compressor in.",
  "bought-used": "I bought it used; I know nothing of it.",
  "stood-long": "It stood in the yard for a year.",
  "open-for-days": "They had it open for some days while they waited for a part.",
};

const beliefWords: Record<CustomerBelief, string | null> = {
  "needs-gas": "It surely just needs gas.",
  "compressor-gone": "My neighbour says the compressor is gone.",
  "cannot-be-gas": "Gas it cannot be, that was done.",
  thermostat: "I read that it is always the thermostat.",
  none: null,
};

/** In the customer's own words; nobody has to be right. */
export function customerSays({ complaint, history, believes }: DrillStory): string {
  return [complaintWords[complaint], historyWords[history], beliefWords[believes]].filter(Boolean).join(" ");
}

export const actNames: Record<DrillAct, string> = {
  look: "Look round the car",
  gauges: "Both gauges on",
  "vent-probe": "Probe in the centre vent",
  "suction-clamp": "Clamp the suction line",
  "liquid-clamp": "Clamp the liquid line",
  "discharge-clamp": "Clamp the discharge line",
  "condenser-air": "Air before and after the condenser",
  "line-spots": "Spot the liquid line to the metering device",
  command: "Read the command with a scan tool",
  settle: "Wait until it has settled",
  load: "Load it: windows open, blower full, fresh air",
  "shut-off": "Stop it, time the sides",
  stand: "Let it stand until it is at rest",
  reseat: "Seat couplers and clamps again",
  feel: "Feel it",
  recover: "Recover and weigh",
  "vapour-low": "Vapour through the low side, running",
  "liquid-low": "Can upside down on the low side",
  "liquid-high": "Open the high valve, liquid",
  hint: "What would you do next?",
};

/** What stands at the act that should not be done so. */
export const wrongWays: Partial<Record<DrillAct, string>> = {
  "vapour-low": "Topping up by guess: what is in it is then known even less. Only a weighed charge is a charge.",
  "liquid-low": "Never liquid into a running low side: the compressor cannot press liquid, its valves break.",
  "liquid-high":
    "The high valve stays shut while the engine runs: the car would press its high side into the can until it bursts.",
};

export const dangerWords: Record<Danger, { title: string; text: string }> = {
  "can-burst": {
    title: "The can has burst",
    text: "The high valve was opened while the engine ran, and the compressor pressed into the can. In a bay this ends the day, and may cost a hand or an eye.",
  },
  slugged: {
    title: "Liquid has broken the compressor's valves",
    text: "Liquid went into the low side while it ran. From here on the car also has a worn compressor.",
  },
  "ran-on-after-relief": {
    title: "You ran on after the relief valve blew",
    text: "A relief valve that blows says stop. Each second loses charge and oil, and the next thing to give way is a hose.",
  },
};

export function eventWords(event: CarEvent): { tone: "act" | "wait"; title: string; text: string } | null {
  switch (event.kind) {
    case "danger":
      return { tone: "act", ...dangerWords[event.danger] };
    case "relief-blew":
      return {
        tone: "act",
        title: "The relief valve blows: stop the engine",
        text: "A loud hiss at the compressor. Stop it now, and let it cool before you look for what is blocked.",
      };
    case "relief-shut":
      return { tone: "wait", title: "The relief valve has shut again", text: "Some of the charge is gone." };
    case "hiss":
      return { tone: "wait", title: "It hisses at the high coupler", text: "Gas escapes past its seal." };
  }
}

const feels: Record<Feel, string> = {
  hot: "hot",
  warm: "warm",
  "as-the-air": "about as the air",
  cold: "cold",
  sweating: "cold and wet",
  frost: "frost on it",
  turns: "turns, and looks in order",
  stands: "does not turn",
};

export const feltWords = ({ part, feel, found }: Felt): string =>
  found !== null && (found.sign === "blocked" || found.sign === "bent")
    ? `${partNames[part]}: ${signNames[found.sign].toLowerCase()}.`
    : `${partNames[part]}: ${feels[feel]}.`;

export const foundWords = ({ part, sign }: Found): string => `${partNames[part]}: ${signNames[sign].toLowerCase()}`;

/** An act as it stands in the list of what was done. */
export function doneWords(event: Extract<RunEvent, { kind: "act" | "engine" }>): string {
  if (event.kind === "engine")
    return { off: "Engine off", idle: "Engine at idle", fast: "Engine at fast idle" }[event.engine];
  if (event.act === "feel") return event.felt === null ? actNames.feel : feltWords(event.felt).replace(/\.$/, "");
  if (event.act !== "look") return actNames[event.act];
  return event.found.length === 0
    ? `${actNames.look}: nothing that strikes the eye`
    : `${actNames.look}: ${event.found.map(foundWords).join("; ").toLowerCase()}`;
}

export function refusalWords(refusal: Refusal): string {
  switch (refusal.code) {
    case "over":
      return "This run is over.";
    case "not-on-offer":
      return "That is not in the box for this case.";
    case "engine-off":
      return "Start the engine first.";
    case "engine-on":
      return "Stop the engine first.";
    case "no-gauges":
      return "Couple both gauges first.";
    case "already":
      return "That is done already.";
    case "empty":
      return "It has been recovered: nothing is in it.";
    case "belief-first":
      return "First say what you think so far.";
  }
}

/** The same beside the act itself, in a word or two. */
export const refusalTags: Record<Refusal["code"], string> = {
  over: "this run is over",
  "not-on-offer": "not in the box",
  "engine-off": "engine first",
  "engine-on": "engine off first",
  "no-gauges": "gauges first",
  already: "done",
  empty: "done",
  "belief-first": "first say what you think",
};

export function sourceSentence(issue: SourceIssue): string {
  switch (issue.code) {
    case "no-code":
      return "That is no code of a case: a figure, a letter, a dash and five more, such as 1K-0001F.";
    case "misread":
      return "One letter of this code is another than it was given out with. Read it again.";
    case "newer-maker":
      return `This code was made by a later Evrid (maker ${issue.maker}): update to open it.`;
    case "broken-state":
      return `This link is damaged at “${issue.field}”.`;
  }
}

export function drillFileSentence(name: string, issue: TextIssue): string {
  const stays = "Nothing here was changed.";
  switch (issue.code) {
    case "not-json":
      return `${name} is no file of drills, or it is cut short. ${stays}`;
    case "foreign":
      return `${name} is no file of drills${issue.format === null ? "" : ` but “${issue.format}”`}. ${stays}`;
    case "newer-version":
      return `${name} is version ${issue.version}: update Evrid to read it. ${stays}`;
    case "broken":
      return `${name} is damaged at “${issue.field}”: ${issue.expected}. ${stays}`;
  }
}

const stepNames: Record<Exclude<WayStep, DrillAct>, string> = {
  rest: "A minute at rest, gauges on",
  idle: "Idle until it has settled",
  fast: "Fast idle until it has settled",
};
export const wayWords = (step: WayStep): string =>
  step === "rest" || step === "idle" || step === "fast" ? stepNames[step] : actNames[step];

export const speedWords: Record<Speed, string> = { idle: "at idle", fast: "at fast idle" };

const fieldNames: Record<string, { name: string; unit: UnitId; decimals: number }> = {
  lowKpa: { name: channels.low.name, unit: "kPa", decimals: 0 },
  highKpa: { name: channels.high.name, unit: "kPa", decimals: 0 },
  ventC: { name: channels.vent.short, unit: "degC", decimals: 1 },
  suctionLineC: { name: channels.suction.name, unit: "degC", decimals: 1 },
  liquidLineC: { name: channels.liquid.name, unit: "degC", decimals: 1 },
  dischargeLineC: { name: channels.discharge.name, unit: "degC", decimals: 0 },
  meteringInletC: { name: channels.meteringIn.name, unit: "degC", decimals: 1 },
  condenserInletAirC: { name: channels.condenserIn.name, unit: "degC", decimals: 1 },
  condenserOutletAirC: { name: channels.condenserOut.name, unit: "degC", decimals: 1 },
  compressorDutyPct: { name: "Command", unit: "pct", decimals: 0 },
};

/** What was new at a moment, with its numbers: "At idle: low side 284 kPa, vent 13.1 °C". */
export function newsWords(news: readonly string[], readings: DrillReadings, figures: Figures): string {
  const bySpeed = new Map<Speed, string[]>();
  const others: string[] = [];
  for (const one of news) {
    const [speed, field] = one.split(" ") as [string, string | undefined];
    const known = field === undefined ? undefined : fieldNames[field];
    if ((speed === "idle" || speed === "fast") && known !== undefined) {
      const value = readings.running[speed]?.[field as "lowKpa"];
      const words = `${known.name.toLowerCase()} ${figures.quantity(value, known.unit, known.decimals)}`;
      bySpeed.set(speed, [...(bySpeed.get(speed) ?? []), words]);
    } else if (one === "rest" && readings.rest)
      others.push(`At rest ${figures.quantity(readings.rest.lowKpa ?? readings.rest.highKpa, "kPa")}`);
    else if (one === "shut-off" && readings.equalise)
      others.push(
        readings.equalise.equalised
          ? `Sides met after ${figures.quantity(readings.equalise.seconds, "s")}`
          : `Sides not met after ${figures.quantity(readings.equalise.seconds, "s")}`,
      );
    else if (one === "weighed") others.push(`Weighed: ${figures.quantity(readings.recoveredG, "g")} came out`);
    else if (one === "look") others.push("A look round found nothing");
    else {
      const found = readings.found.find(({ part, sign }) => `${sign} ${part}` === one);
      if (found !== undefined) others.push(foundWords(found));
    }
  }
  const running = [...bySpeed].map(
    ([speed, words]) => `${speedWords[speed][0]!.toUpperCase()}${speedWords[speed].slice(1)}: ${words.join(", ")}`,
  );
  return [...others, ...running].join(". ");
}

export const mistakeWords: Record<Mistake, string> = {
  "wrong-cause": "Named a cause that it did not have",
  "missed-the-second": "Found one of two",
  "condemned-a-sound-car": "Condemned a sound car",
  "wrong-grams": "Would have left a wrong charge in it",
  "before-it-was-known": "Decided before the readings allowed it",
  "against-the-readings": "Decided against what the readings said",
  "did-not-look": "Did not look round the car",
  "believed-a-wrong-reading": "Believed an instrument that lied",
  danger: "Did something dangerous",
};

export const misreadWords: Record<Misread, string> = {
  "half-open-coupler":
    "The high coupler was only half open and leaked past its seal: the high gauge showed about two thirds.",
  "slipped-suction-clamp": "The clamp on the suction line had slipped and read mostly the air of the bay.",
  "slipped-liquid-clamp": "The clamp on the liquid line had slipped and read mostly the air of the bay.",
};

export const pauseQuestions: Record<PauseKind, string> = {
  rest: "Everything stands. What does the pressure at rest tell you, and what not?",
  idle: "It has settled at idle. What could it be, and what can it not be?",
  fast: "Now at fast idle. What has changed, and what speaks for it?",
  "shut-off": "It was stopped. What do the sides say by how they meet?",
  end: "What is the matter with it, and what would you do?",
};

export const nothingWrong = "Nothing is wrong with it";

export function causesWords(causes: readonly FaultCause[]): string {
  return causes.length === 0 ? nothingWrong : causes.map(causeName).join(" and ");
}

export const rankedName = (cause: Cause): string => (cause === "none" ? nothingWrong : causeName(cause));

/** What is to be done to the charge: "put in 60 g". */
export function correctionWords(grams: number | null, figures: Figures): string {
  if (grams === null) return "to be weighed first";
  if (Math.abs(grams) < 0.5) return "leave the charge as it is";
  return grams > 0 ? `put in ${figures.quantity(grams, "g")}` : `take out ${figures.quantity(-grams, "g")}`;
}

export const subjectName = (subject: Subject): string =>
  subject.kind === "cause" ? rankedName(subject.cause) : themeNames[subject.theme];

export const drillWords = {
  reopen: "Continue this drill",
  unsavedTitle: "Nothing is saved",
} as const;

export function simulatorLostSentence(reason: string | null): string {
  return `${reason || "The simulator stopped"}. Your steps are kept; the drill continues from there.`;
}

/** Why runs and learners are kept only as long as this tab. */
export function unsavedDrillSentence(reason: string): string {
  const why = reason === "" ? "The browser's storage does not answer." : `The browser does not store: ${reason}.`;
  return `${why} You can practise; results are lost when you close this tab.`;
}
