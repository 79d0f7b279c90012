/** Words of the bench: what a state is, what it shows, and what the longer questions answer. */
import type { BenchAnswer, BenchIssue, BenchRunning, GivesOut } from "@/core/bench/bench-answer";
import type { BenchFileIssue } from "@/core/bench/bench-file";
import type { BenchCornerName, BenchInstruments, CurveChannel } from "@/core/bench/bench-shapes";
import { type BenchState, truthOf } from "@/core/bench/bench-state";
import type { HotDays } from "@/core/bench/bench-work";
import type { ChargeCurve } from "@/core/bench/charge-curve";
import type { DetectionDay, NextAtBench } from "@/core/bench/could-tell";
import type { HotDay } from "@/core/bench/hot-day";
import { type Cause, type FaultCause, faultCauses } from "@/core/causes/catalogue";
import type { VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import type { Figures } from "@/core/units/figures";
import { formatNumber } from "@/core/units/units";
import { causeName } from "./causes";
import { actInShort } from "./decision";
import { testSentences } from "./diagnosis";
import { circuitWords, refrigerantLabels } from "./job";
import { capital } from "./letters";

export const cornerWords: Record<BenchCornerName, string> = {
  suction: "evaporator outlet",
  discharge: "compressor outlet",
  liquid: "metering device inlet",
  inlet: "evaporator inlet",
};

export const channelWords: Record<CurveChannel, string> = {
  low: "Low side",
  high: "High side",
  vent: "Vent",
  superheat: "Superheat",
  subcooling: "Subcooling",
};

/** Names that are too long for a control. */
const shorterNames: Partial<Record<FaultCause, string>> = {
  "restriction-before-port": "Restriction before port",
  "compressor-low-stroke": "Stuck at low displacement",
  "blend-door": "Blend door",
};
export const causeChips = Object.fromEntries(
  faultCauses.map((cause) => [cause, shorterNames[cause] ?? causeName(cause)]),
) as Record<FaultCause, string>;

export function benchName({ name, label }: Pick<BenchState, "name" | "label">, figures: Figures): string {
  return name.trim() || `Vehicle, label charge ${figures.quantity(label.chargeG, "g")}`;
}

export function labelFacts(label: VehicleLabel, figures: Figures): string {
  const both = label.evaporators === 2 ? ", two evaporators" : "";
  return `${refrigerantLabels[label.refrigerant]}, label ${figures.quantity(label.chargeG, "g")}, ${circuitWords[label.metering]}, ${circuitWords[label.compressor]}${both}`;
}

/** Faults in a few words. */
export function stateWords(state: BenchState, figures: Figures): string {
  const truth = truthOf(state);
  const share = Math.round((100 * state.chargeG) / state.label.chargeG);
  const charge = `${figures.quantity(state.chargeG, "g")} charged, ${share} % of the label`;
  const others = truth.filter((cause) => cause !== "undercharge" && cause !== "overcharge");
  return others.length === 0
    ? charge
    : `${charge}; ${others.map((cause) => causeName(cause).toLowerCase()).join(", ")}`;
}

const parts: Record<GivesOut, string> = {
  condenser: "No solution: the condensing pressure exceeds the model's limit",
  evaporator: "No solution: the low side is almost empty",
  metering: "No solution: compressor and metering device do not reach a common flow",
};

const quantities = {
  ambientC: ["The ambient", "degC"],
  altitudeM: ["The altitude", "m"],
  rpm: ["The engine", "rpm"],
} as const;

/** Why nothing is shown; what ran last stays beside it. */
export function benchIssueWords(issue: BenchIssue, figures: Figures): string {
  switch (issue.code) {
    case "no-such-vehicle":
      return "No circuit can be sized for this label charge. Check the grams.";
    case "out-of-range": {
      if (issue.quantity === "chargeShare")
        return `Charge with air and faults is ${Math.round(issue.value * 100)} % of the label. The model's limit is ${Math.round(issue.max * 100)} %.`;
      if (issue.quantity === "airFillings")
        return `Air fills the circuit ${formatNumber(issue.value, "K", 1)} times. The model's limit is ${issue.max}, where the high-pressure cut-out opens.`;
      const [name, unit] = quantities[issue.quantity];
      return `${name} is outside the model's range, ${figures.range(issue.min, issue.max, unit)}.`;
    }
    case "no-solution":
      return `${parts[issue.part]}. The last solution is shown below.`;
  }
}

const reasons = {
  "not-driven": "The compressor is not driven. Both sides show the static pressure.",
  "low-pressure-lock-out": "The low-pressure switch keeps the clutch off: too little refrigerant.",
  "no-refrigerant": "The circuit is empty.",
} as const;

/** The state of the machine in a line: what a technician would say standing at it. */
export function answerWords(answer: BenchAnswer, figures: Figures): string {
  if (answer.kind === "none") return benchIssueWords(answer.issue, figures);
  if (answer.kind === "standing")
    return `${reasons[answer.reason]} Static pressure ${figures.quantity(answer.restKpa, "kPa")}.`;
  return [runWords(answer, figures), answer.wetSuction ? "Liquid enters the compressor." : null]
    .filter((words) => words !== null)
    .join(" ");
}

function runWords({ limitedBy, cycle, stroke, duty, command }: BenchRunning, figures: Figures): string {
  if (limitedBy === "high")
    return `The high-pressure cut-out cycles the compressor: on ${Math.round(duty * 100)} % of the time.`;
  if (limitedBy === "low" && cycle)
    return `Clutch cycles every ${Math.round(cycle.periodS)} s, low side ${figures.range(cycle.lowMin, cycle.lowMax, "kPa", 0)}.`;
  if (limitedBy === "low") return `Clutch cycles: on ${Math.round(duty * 100)} % of the time.`;
  if (command !== null) return `Runs at ${Math.round(command * 100)} % duty.`;
  return stroke < 0.97 ? `Runs at ${Math.round(stroke * 100)} % displacement.` : "Runs at full displacement.";
}

/** The stretch in which no gauge tells, over two lines. */
export function silentWords(
  { silent }: ChargeCurve,
  labelG: number,
  figures: Figures,
): readonly [string, string] | null {
  if (silent === null) return null;
  const share = (of: number) => Math.round(of * 100);
  return [
    `pressures do not change from ${figures.range(silent.from * labelG, silent.to * labelG, "g")}`,
    `${share(silent.from)} to ${share(silent.to)} % of the label give the same readings`,
  ];
}

/** Frequency in words no more exact than twenty cars allow. */
export function outOfTen(share: number): string {
  const tenths = Math.round(share * 10);
  if (tenths <= 0) return share > 0 ? "hardly any" : "none";
  return tenths >= 10 ? (share < 1 ? "nearly all" : "all") : `${tenths} in 10`;
}

function hotDayWords(hot: HotDay | null, figures: Figures): string {
  if (hot === null) return "Does not run.";
  const margin = hot.cutOutKpa - hot.highKpa.median;
  const high = `high side ${figures.range(hot.highKpa.low, hot.highKpa.high, "kPa", 0)}`;
  const cut =
    hot.cutsOut > 0.05
      ? `, cut out in ${outOfTen(hot.cutsOut)} vehicles`
      : `, ${figures.quantity(margin, "kPa", 0)} below cut-out`;
  return `${high}${cut}; vent ${figures.range(hot.ventC.low, hot.ventC.high, "degC", 0)}.`;
}

export function hotDaysWords(
  { asIs, atLabel, alike }: HotDays,
  figures: Figures,
): { asIs: string; atLabel: string | null; alike: string | null } {
  return {
    asIs: capital(hotDayWords(asIs, figures)),
    atLabel: atLabel === null ? null : capital(hotDayWords(atLabel, figures)),
    alike: alike === null ? null : alikeWords(alike, figures),
  };
}

/** Possible charge of cars with these readings, and its effect there. */
function alikeWords({ leastG, mostG, least, most }: NonNullable<HotDays["alike"]>, figures: Figures): string {
  const held = `Vehicles with these readings hold ${figures.range(leastG, mostG, "g")}`;
  if (least === null || most === null) return `${held}; some would not run on that day.`;
  const [low, high] = [least, most].map(({ ventC }) => ventC) as [HotDay["ventC"], HotDay["ventC"]];
  const vent = figures.range(Math.min(low.median, high.median), Math.max(low.median, high.median), "degC", 0);
  const cut = Math.max(least.cutsOut, most.cutsOut);
  return `${held}: median vent ${vent} on that day${cut > 0.05 ? `, cut out in up to ${outOfTen(cut)}` : ""}.`;
}

export const instrumentWords: Record<BenchInstruments, string> = {
  gauges: "Both gauges",
  vent: "plus vent",
  clamps: "plus both clamps",
  "two-speeds": "plus fast idle",
};

/** Summary of several days for a fault: on which it shows. */
export function detectionSentence(days: readonly DetectionDay[], state: BenchState, figures: Figures): string {
  const known = days.filter(({ found }) => found !== null);
  if (known.length === 0) return "These vehicles do not run.";
  if (truthOf(state).length === 0) return "No fault is set. The table shows how often a test would agree.";
  const shows = known.filter(({ found }) => found!.clamps >= 0.7).map(({ ambientC }) => ambientC);
  if (shows.length === 0) return "Gauges, vent and clamps never find it.";
  if (shows.length === known.length) return "Gauges, vent and clamps find it on every day shown.";
  const [first, last] = [shows[0]!, shows.at(-1)!];
  const whole = shows.length === known.filter(({ ambientC }) => ambientC >= first && ambientC <= last).length;
  return whole
    ? `Gauges, vent and clamps find it from ${figures.range(first, last, "degC", 0)}.`
    : `Gauges, vent and clamps find it on ${shows.length} of ${known.length} days.`;
}

export function nextAtBenchWords({ leads, decision, test }: NextAtBench): string {
  const lead = `Both gauges and vent: ${causeName(leads.cause as Cause).toLowerCase()}, ${Math.round(leads.probability * 100)} % likely.`;
  if (test === null) return `${lead} Next action: ${actInShort(decision)}.`;
  return `${lead} Next test, ${test.minutes} min: ${testSentences[test.test].toLowerCase()}. It settles the diagnosis in ${outOfTen(test.settles)} vehicles.`;
}

/** One kW in thousands of BTU an hour. */
const KBTU_H = 3.412;

/** A power in what goes with the shop's heat. */
export function powerWords(kw: number, figures: Figures): string {
  return figures.choice.heat === "btuLb" ? `${(kw * KBTU_H).toFixed(1)} kBTU/h` : `${kw.toFixed(1)} kW`;
}

/** Why a file does not open; what stands on the bench stays. */
export function benchFileSentence(name: string, issue: BenchFileIssue): string {
  const stays = "The bench is unchanged.";
  switch (issue.code) {
    case "not-json":
      return `${name} is not a bench file, or it is incomplete. ${stays}`;
    case "foreign":
      return `${name} is not a bench file${issue.format === null ? "" : `: its format is “${issue.format}”`}. ${stays}`;
    case "newer-version":
      return `${name} is version ${issue.version}. Update Evrid to open it. ${stays}`;
    case "broken":
      return `${name} is damaged at “${issue.field}”: ${issue.expected}. ${stays}`;
  }
}

/** A state for the note of a job: said to be none of its measurements. */
export function whatIfNote(state: BenchState, running: BenchRunning | null, link: string, figures: Figures): string {
  const shown =
    running === null
      ? "does not run"
      : `low ${figures.quantity(running.reading.low, "kPa", 0)}, high ${figures.quantity(running.reading.high, "kPa", 0)}, vent ${figures.quantity(running.reading.vent, "degC", 0)}`;
  return `Simulated, not measured: ${stateWords(state, figures)}, at ${figures.quantity(state.conditions.ambientC, "degC", 0)}: ${shown}. ${link}`;
}

const INSTEAD = "A typical vehicle is shown instead.";

export function newerLinkSentence(version: string): string {
  return `This link needs a newer Evrid (version ${version}). ${INSTEAD}`;
}

export function damagedLinkSentence(field: string, expected: string): string {
  return `This link is damaged at “${field}”: ${expected}. ${INSTEAD}`;
}

export const benchWords = {
  stopped: "The bench has stopped. Press Restart bench at the top.",
} as const;
