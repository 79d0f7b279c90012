/** Words of drills: what a customer says, what can be done at the car, and what is said when the cover comes off. */

import { leakPlaces } from "@/core/causes/leak-places";
import { partNames, signNames } from "@/core/causes/signs";
import type { DrillAct } from "@/core/drill/drill-acts";
import type { CarEvent } from "@/core/drill/drill-car";
import type { PathStep, WayStep } from "@/core/drill/drill-check";
import type { DrillReadings, Speed } from "@/core/drill/drill-readings";
import type { Refusal, RunEvent } from "@/core/drill/drill-run";
import type {
  Complaint,
  CustomerBelief,
  Danger,
  DrillStory,
  DrillTheme,
  Found,
  History,
  Misread,
  Mistake,
} from "@/core/drill/drill-shapes";
import type { SourceIssue } from "@/core/drill/drill-source";
import {
  type CaseFault,
  type Finding,
  type HoldVerdict,
  isTrouble,
  type Named,
  type TroubleKind,
} from "@/core/drill/drill-troubles";
import type { PauseKind } from "@/core/drill/lesson-shapes";
import type { Feel, Felt } from "@/core/drill/looks";
import type { Subject } from "@/core/drill/progress";
import type { ScoreReason } from "@/core/drill/score";
import type { ExerciseFinding, ExerciseId } from "@/core/exercises/exercises";
import type { TextIssue } from "@/core/read-record";
import { channels } from "@/core/readings/channels";
import type { Figures } from "@/core/units/figures";
import { formatNumber, type UnitId } from "@/core/units/units";
import { causeName } from "./causes";
import { refrigerantLabels } from "./job";

export const themeNames: Record<DrillTheme, string> = {
  pressures: "Pressures only",
  clamps: "With clamps",
  cycling: "Cycling",
  commanded: "External control",
  "nothing-wrong": "Fault or sound?",
  port: "High-port position",
  "unknown-history": "Unknown history",
  "hot-and-high": "Heat and altitude",
  "two-at-once": "Two faults",
  "wrong-reading": "Instrument error",
  contents: "Wrong contents",
  controls: "Fan and controls",
  papers: "Label and hoses",
};

export const themeWords: Record<DrillTheme, string> = {
  pressures: "Gauges, vent probe, visual check. No clamps.",
  clamps: "Line temperatures separate what pressures cannot.",
  cycling: "Orifice tube, fixed compressor: read whole cycles.",
  commanded: "Low command or stuck at low displacement? Use the scan tool.",
  "nothing-wrong": "Some vehicles are sound. Do not repair those.",
  port: "The high port may be before or after the restriction.",
  "unknown-history": "Unknown history, often without a label.",
  "hot-and-high": "Heat and altitude shift every familiar value.",
  "two-at-once": "Two faults at once. Keep looking after the first.",
  "wrong-reading": "One instrument is wrong. Find it.",
  contents: "Moisture, air or another refrigerant: no gauge can tell.",
  controls: "The circuit is sound; what drives or guards it may not be.",
  papers: "The label may be another vehicle's, the hoses exchanged.",
};

export const levelNames = { 1: "1: Basic", 2: "2: Intermediate", 3: "3: Advanced" } as const;

const complaintWords: Record<Complaint, string> = {
  "never-cold": "It never gets cold.",
  "weak-always": "It always cools weakly.",
  "warm-at-lights": "Fine on the road, warm at the lights.",
  "cold-then-warm": "Cold for ten minutes, then warm.",
  "fine-in-the-morning": "Fine in the morning, warm in the afternoon.",
  "one-vent-warm": "One side blows lukewarm.",
  "little-air": "Hardly any air comes out.",
  "wants-a-check": "It works. I want it checked before summer.",
};

const historyWords: Record<History, string> = {
  "topped-up-twice": "A garage has topped it up twice since May.",
  "never-opened": "Nobody has ever worked on it.",
  "filled-last-year": "It was charged last year.",
  "front-repaired": "The front was repaired after a bump.",
  "compressor-replaced": "The compressor was replaced.",
  "bought-used": "I bought it used and know nothing about it.",
  "stood-long": "It stood in the yard for a year.",
  "open-for-days": "It was open for days, waiting for a part.",
};

const beliefWords: Record<CustomerBelief, string | null> = {
  "needs-gas": "It just needs gas.",
  "compressor-gone": "My neighbour says the compressor is gone.",
  "cannot-be-gas": "It cannot be gas, that was done.",
  thermostat: "I read that it is always the thermostat.",
  none: null,
};

/** In the customer's own words; nobody has to be right. */
export function customerSays({ complaint, history, believes }: DrillStory): string {
  return [complaintWords[complaint], historyWords[history], beliefWords[believes]].filter(Boolean).join(" ");
}

export const actNames: Record<DrillAct, string> = {
  look: "Visual check",
  gauges: "Connect both gauges",
  "vent-probe": "Probe centre vent",
  "suction-clamp": "Clamp suction line",
  "liquid-clamp": "Clamp liquid line",
  "discharge-clamp": "Clamp discharge line",
  "condenser-air": "Measure condenser air",
  "line-spots": "Spot liquid line",
  command: "Read control-valve duty",
  settle: "Wait until steady",
  load: "Raise load: windows open, full blower, fresh air",
  "shut-off": "Equalisation test",
  stand: "Soak until equalised",
  reseat: "Reseat couplers and clamps",
  feel: "Touch the line",
  recover: "Recover and weigh",
  "vapour-low": "Charge vapour, low side, running",
  "liquid-low": "Invert can on low side",
  "liquid-high": "Open high valve, liquid",
  identify: "Analyse refrigerant",
  scan: "Compare sensor and gauge",
  "fan-check": "Check fan speed",
  "service-data": "Look up maker's data",
  "vacuum-hold": "Evacuate and hold",
  hint: "What would you do next?",
};

/** Caution at a discouraged act. */
export const wrongWays: Partial<Record<DrillAct, string>> = {
  "vapour-low": "Topping up makes the charge even less certain. Only a weighed charge counts.",
  "liquid-low": "Never charge liquid into a running low side: it destroys the compressor valves.",
  "liquid-high": "Keep the high valve closed while the engine runs: high-side pressure can burst the can.",
};

export const dangerWords: Record<Danger, { title: string; text: string }> = {
  "can-burst": {
    title: "The can has burst",
    text: "The high valve was opened with the engine running, and high-side pressure burst the can. A burst can injures.",
  },
  slugged: {
    title: "Liquid has destroyed the compressor",
    text: "Liquid entered the running low side. The compressor now also has low capacity.",
  },
  "ran-on-after-relief": {
    title: "Engine left running after the relief valve opened",
    text: "Stop at once when a relief valve opens. Each second loses charge and oil, and a hose may burst next.",
  },
};

export function eventWords(event: CarEvent): { tone: "act" | "wait"; title: string; text: string } | null {
  switch (event.kind) {
    case "danger":
      return { tone: "act", ...dangerWords[event.danger] };
    case "relief-blew":
      return {
        tone: "act",
        title: "Relief valve open: stop the engine",
        text: "Stop now and let it cool. Then look for the cause.",
      };
    case "relief-shut":
      return { tone: "wait", title: "Relief valve closed again", text: "Part of the charge is lost." };
    case "hiss":
      return { tone: "wait", title: "High coupler hisses", text: "Gas escapes past its seal." };
  }
}

const feels: Record<Feel, string> = {
  hot: "hot",
  warm: "warm",
  "as-the-air": "near ambient",
  cold: "cold",
  sweating: "cold and wet",
  frost: "frost on it",
  turns: "turning, looks normal",
  stands: "not turning",
};

export const feltWords = ({ part, feel, found }: Felt): string =>
  found !== null && (found.sign === "blocked" || found.sign === "bent")
    ? `${partNames[part]}: ${signNames[found.sign].toLowerCase()}.`
    : `${partNames[part]}: ${feels[feel]}.`;

const foundWords = ({ part, sign }: Found): string => `${partNames[part]}: ${signNames[sign].toLowerCase()}`;

/** An act as it stands in the list of what was done. */
export function doneWords(event: Extract<RunEvent, { kind: "act" | "engine" }>, figures: Figures): string {
  if (event.kind === "engine")
    return { off: "Engine off", idle: "Engine at idle", fast: "Engine at fast idle" }[event.engine];
  if (event.act === "feel") return event.felt === null ? actNames.feel : feltWords(event.felt).replace(/\.$/, "");
  if (event.finding !== null) return findingWords(event.finding, figures);
  if (event.act !== "look") return actNames[event.act];
  return event.found.length === 0
    ? `${actNames.look}: nothing conspicuous`
    : `${actNames.look}: ${event.found.map(foundWords).join("; ").toLowerCase()}`;
}

export function refusalWords(refusal: Refusal): string {
  switch (refusal.code) {
    case "over":
      return "This case has ended.";
    case "not-on-offer":
      return "Not available in this case.";
    case "engine-off":
      return "Start the engine first.";
    case "engine-on":
      return "Stop the engine first.";
    case "no-gauges":
      return "Connect both gauges first.";
    case "already":
      return "Already done.";
    case "empty":
      return "Refrigerant recovered: the circuit is empty.";
    case "not-empty":
      return "Recover the refrigerant first.";
    case "belief-first":
      return "Enter your estimate first.";
  }
}

/** Short form beside the act, in a word or two. */
export const refusalTags: Record<Refusal["code"], string> = {
  over: "case ended",
  "not-on-offer": "not available",
  "engine-off": "start engine first",
  "engine-on": "stop engine first",
  "no-gauges": "gauges first",
  already: "done",
  empty: "done",
  "not-empty": "recover first",
  "belief-first": "estimate first",
};

export function sourceSentence(issue: SourceIssue): string {
  switch (issue.code) {
    case "no-code":
      return "Not a case code. Example: 1K-0001F.";
    case "misread":
      return "One character of this code is wrong. Check it.";
    case "newer-maker":
      return `This code needs a newer Evrid (maker ${issue.maker}).`;
    case "broken-state":
      return `This link is damaged at “${issue.field}”.`;
  }
}

export function drillFileSentence(name: string, issue: TextIssue): string {
  const stays = "Your drills are unchanged.";
  switch (issue.code) {
    case "not-json":
      return `${name} is not a drill file, or it is incomplete. ${stays}`;
    case "foreign":
      return `${name} is not a drill file${issue.format === null ? "" : `: its format is “${issue.format}”`}. ${stays}`;
    case "newer-version":
      return `${name} is version ${issue.version}. Update Evrid to read it. ${stays}`;
    case "broken":
      return `${name} is damaged at “${issue.field}”: ${issue.expected}. ${stays}`;
  }
}

const stepNames: Record<Exclude<WayStep, DrillAct>, string> = {
  rest: "Static pressure, gauges connected",
  idle: "Idle until steady",
  fast: "Fast idle until steady",
};
/** A step of a path, in short. */
export const pathWords = (step: PathStep["step"]): string =>
  step === "engine-off" ? "Engine off" : step === "idle" ? "Idle" : step === "fast" ? "Fast idle" : actNames[step];

export const wayWords = (step: WayStep): string =>
  step === "rest" || step === "idle" || step === "fast" ? stepNames[step] : actNames[step];

const speedWords: Record<Speed, string> = { idle: "at idle", fast: "at fast idle" };

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
  compressorDutyPct: { name: "Control-valve duty", unit: "pct", decimals: 0 },
};

/** New readings of a moment: "At idle: low side 284 kPa, vent 13.1 °C". */
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
      others.push(`Static pressure ${figures.quantity(readings.rest.lowKpa ?? readings.rest.highKpa, "kPa")}`);
    else if (one === "rest-high" && readings.rest)
      others.push(`Static pressure, high side ${figures.quantity(readings.rest.highKpa, "kPa")}`);
    else if (one === "shut-off" && readings.equalise)
      others.push(
        readings.equalise.equalised
          ? `Equalised after ${figures.quantity(readings.equalise.seconds, "s")}`
          : `Not equalised after ${figures.quantity(readings.equalise.seconds, "s")}`,
      );
    else if (one === "weighed") others.push(`Recovered ${figures.quantity(readings.recoveredG, "g")}`);
    else if (one === "look") others.push("Visual check: nothing found");
    else if (readings.findings.some(({ check }) => check === one))
      others.push(findingWords(readings.findings.find(({ check }) => check === one)!, figures));
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
  "wrong-cause": "Wrong cause",
  "missed-the-second": "Missed the second fault",
  "condemned-a-sound-car": "Faulted a sound vehicle",
  "wrong-grams": "Wrong final charge",
  "before-it-was-known": "Decided too early",
  "against-the-readings": "Decided against the readings",
  "did-not-look": "No visual check",
  "believed-a-wrong-reading": "Trusted a wrong instrument",
  danger: "Accident",
  "dangerous-act": "Dangerous act with a can",
  "topped-up": "Topped up without weighing",
  "charged-by-a-sign": "Charged until a reading looked right",
  overfilled: "Charged over the label",
  "not-to-the-part": "Effect named, not the part",
};

/** Why a line of the score has its points. */
export function scoreReasonWords(reason: ScoreReason): string {
  const percent = (probability: number) => `${Math.round(probability * 100)} %`;
  switch (reason.code) {
    case "right":
      return "Correct cause.";
    case "effect-only":
      return "The effect, not the part that causes it.";
    case "half-right":
      return "One of two causes.";
    case "wrong":
      return "Wrong cause.";
    case "no-answer":
      return "No answer: the case ended before.";
    case "nothing-read":
      return "No reading taken.";
    case "supported":
      return `Your readings gave this answer ${percent(reason.probability)}.`;
    case "partly-supported":
      return `Your readings gave this answer only ${percent(reason.probability)}: half the points.`;
    case "unsupported":
      return `Your readings gave this answer ${percent(reason.probability)}: a guess earns no points.`;
    case "misled":
      return `Your readings misled: they gave this answer ${percent(reason.probability)}.`;
    case "hint":
      return "Hint taken.";
    case "careful":
      return "Work at the vehicle.";
    case "charge-right":
      return "Correct charge.";
    case "charge-wrong":
      return "Wrong charge.";
    case "weigh-first":
      return "To weigh first is safe, but no amount.";
    case "mistake":
      return `${mistakeWords[reason.mistake]}.`;
    case "minutes":
      return reason.wayMinutes === null
        ? `${Math.round(reason.minutes)} min.`
        : `${Math.round(reason.minutes)} min; the shortest sequence takes ${Math.round(reason.wayMinutes)}.`;
  }
}

export const misreadWords: Record<Misread, string> = {
  "half-open-coupler": "The high coupler was half open and leaked: the high gauge read about two thirds.",
  "slipped-suction-clamp": "The suction-line clamp had slipped and read mostly engine-bay air.",
  "slipped-liquid-clamp": "The liquid-line clamp had slipped and read mostly engine-bay air.",
  "swapped-hoses": "The hoses were exchanged: each gauge showed the other side.",
};

export const pauseQuestions: Record<PauseKind, string> = {
  rest: "Engine off. What does the static pressure show, and what not?",
  idle: "Steady at idle. Which causes are possible, and which are ruled out?",
  fast: "Now at fast idle. What changed, and what does it support?",
  "shut-off": "Engine stopped. What does the equalisation show?",
  end: "What is the fault, and what would you do?",
};

const nothingWrong = "No fault";

const troubleNames: Record<TroubleKind, string> = {
  moisture: "Moisture in the circuit",
  "wrong-refrigerant": "Wrong refrigerant",
  "slow-fan-clutch": "Slow fan clutch",
  "pressure-sensor": "Faulty pressure sensor",
  "wrong-label": "Wrong label",
};

export const rankedName = (fault: Named): string =>
  fault === "none" ? nothingWrong : isTrouble(fault) ? troubleNames[fault] : causeName(fault);

export function causesWords(faults: readonly CaseFault[]): string {
  return faults.length === 0 ? nothingWrong : faults.map(rankedName).join(" and ");
}

const holdWords: Record<HoldVerdict, string> = {
  tight: "dry and tight",
  moist: "levels off: moist",
  leaking: "keeps rising: leaking",
  "leaking-and-moist": "leaking and moist",
  undecided: "undecided",
};

/** Result of a check in one line. */
function findingWords(finding: Finding, figures: Figures): string {
  switch (finding.check) {
    case "identify":
      return `Analyser: ${refrigerantLabels[finding.refrigerant]}, ${formatNumber(Math.round(finding.airShare * 100), "pct")} % air`;
    case "scan":
      return `Sensor ${figures.quantity(finding.sensorKpa, "kPa")}, gauge ${figures.quantity(finding.gaugeKpa, "kPa")}`;
    case "fan-check":
      return `Fan at ${formatNumber(Math.round(finding.speedShare * 100), "pct")} % of its speed`;
    case "service-data":
      return `Maker's data: ${refrigerantLabels[finding.refrigerant]}, ${figures.quantity(finding.chargeG, "g")}`;
    case "vacuum-hold":
      return `Hold: ${figures.quantity(finding.fromKpa, "kPa", 2)} to ${figures.quantity(finding.toKpa, "kPa", 2)}, ${holdWords[finding.verdict]}`;
  }
}

/** Charge action: "add 60 g". */
export function correctionWords(grams: number | null, figures: Figures): string {
  if (grams === null) return "weigh first";
  if (Math.abs(grams) < 0.5) return "leave the charge";
  return grams > 0 ? `add ${figures.quantity(grams, "g")}` : `recover ${figures.quantity(-grams, "g")}`;
}

export const subjectName = (subject: Subject): string =>
  subject.kind === "cause" ? rankedName(subject.cause) : themeNames[subject.theme];

export const drillWords = {
  reopen: "Continue this drill",
  unsavedTitle: "Nothing is saved",
} as const;

export function simulatorLostSentence(reason: string | null): string {
  return `${reason || "The simulator stopped"}. Your steps are kept. Continue from there.`;
}

/** Why runs and learners are kept only as long as this tab. */
export function unsavedDrillSentence(reason: string): string {
  const why = reason === "" ? "The browser's storage does not respond." : `The browser does not store: ${reason}.`;
  return `${why} You can practise, but results are lost when this tab closes.`;
}

export const exerciseNames: Record<ExerciseId, string> = {
  "change-cans": "Charge from cans",
  "hose-content": "Liquid in the hose",
  overcharged: "Overcharged vehicle",
  "hot-day": "Charge on a hot day",
  "find-the-leak": "Find the leak",
};

export const exerciseTasks: Record<ExerciseId, string> = {
  "change-cans": "Charge an evacuated pickup from 250 g cans. Keep count over each change.",
  "hose-content": "Long hoses, ± 10 g. What stays in the hose is not in the vehicle.",
  overcharged: "Too much in it, nobody knows how much. Leave with the label weight.",
  "hot-day": "41 °C: every pressure looks too high. Charge by weight.",
  "find-the-leak": "Search in order, check each place, name only what leaks.",
};

export function exerciseFindingWords(finding: ExerciseFinding, figures: Figures): string {
  switch (finding.code) {
    case "weight": {
      const off = finding.trueG - finding.labelG;
      const inIt = `In the vehicle ${figures.quantity(finding.trueG, "g")} of ${figures.quantity(finding.labelG, "g")}`;
      return finding.ok
        ? `${inIt}: within ${figures.quantity(finding.toleranceG, "g")}`
        : `${inIt}: ${figures.quantity(Math.abs(off), "g")} too ${off > 0 ? "much" : "little"}`;
    }
    case "books":
      return finding.ok
        ? "The log agrees with the vehicle"
        : `The log says ${figures.quantity(finding.bookedG, "g")}: look for the hose and for unrecorded cans`;
    case "leak":
      return finding.ok
        ? `Leak found: ${leakPlaces[finding.place].name}`
        : `Leak missed: ${leakPlaces[finding.place].name}`;
    case "wrong-places":
      return `Tight, but named: ${finding.places.map((place) => leakPlaces[place].name).join(", ")}`;
    case "searched":
      return `${finding.places} places checked`;
  }
}
