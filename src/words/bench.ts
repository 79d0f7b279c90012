/** Words of the bench: what a state is, what it shows, and what the longer questions answer. */
import type { BenchAnswer, BenchIssue, BenchRunning, GivesOut } from "@/core/bench/bench-answer";
import type { BenchFileIssue } from "@/core/bench/bench-file";
import type { BenchCornerName, BenchInstruments, CurveChannel } from "@/core/bench/bench-shapes";
import { type BenchState, truthOf } from "@/core/bench/bench-state";
import type { HotDays } from "@/core/bench/bench-work";
import type { ChargeCurve } from "@/core/bench/charge-curve";
import type { NextAtBench, ToldDay } from "@/core/bench/could-tell";
import type { HotDay } from "@/core/bench/hot-day";
import { type Cause, causeName, type FaultCause } from "@/core/causes/catalogue";
import type { VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import type { Figures } from "@/core/units/figures";
import { formatNumber } from "@/core/units/units";
import { actInShort } from "./decision";
import { testSentences } from "./diagnosis";
import { circuitWords, refrigerantLabels } from "./job";

export const cornerWords: Record<BenchCornerName, string> = {
  suction: "out of the evaporator",
  discharge: "out of the compressor",
  liquid: "before the metering device",
  inlet: "into the evaporator",
};

export const channelWords: Record<CurveChannel, string> = {
  low: "Low side",
  high: "High side",
  vent: "Vent",
  superheat: "Superheat",
  subcooling: "Subcooling",
};

export const causeChips: Partial<Record<FaultCause, string>> = {
  "condenser-airflow": "Condenser air",
  "restriction-before-port": "Blocked before the port",
  "restriction-after-port": "Blocked liquid line",
  "metering-stuck-closed": "Metering nearly shut",
  "metering-stuck-open": "Metering stuck open",
  "compressor-worn": "Compressor worn",
  "compressor-low-stroke": "Compressor at low stroke",
  "compressor-not-driven": "Compressor not driven",
  "evaporator-airflow": "Evaporator air",
  "blend-door": "Blend door",
};

export function benchName({ name, label }: Pick<BenchState, "name" | "label">, figures: Figures): string {
  return name.trim() || `A vehicle with ${figures.quantity(label.chargeG, "g")} on its label`;
}

export function labelFacts(label: VehicleLabel, figures: Figures): string {
  const both = label.evaporators === 2 ? ", two evaporators" : "";
  return `${refrigerantLabels[label.refrigerant]}, label ${figures.quantity(label.chargeG, "g")}, ${circuitWords[label.metering]}, ${circuitWords[label.compressor]}${both}`;
}

/** What is the matter with it, in a few words. */
export function stateWords(state: BenchState, figures: Figures): string {
  const truth = truthOf(state);
  const share = Math.round((100 * state.chargeG) / state.label.chargeG);
  const charge = `${figures.quantity(state.chargeG, "g")} in it, ${share} %`;
  const others = truth.filter((cause) => cause !== "undercharge" && cause !== "overcharge");
  return others.length === 0
    ? charge
    : `${charge}; ${others.map((cause) => causeName(cause).toLowerCase()).join(", ")}`;
}

const parts: Record<GivesOut, string> = {
  condenser: "The condenser gives out: its pressure would leave what any car stands",
  evaporator: "The low side gives out: it would be drawn all but empty",
  metering: "Compressor and metering device find no flow that suits both",
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
      return "No circuit of this kind can be sized for this label. Look at its grams again.";
    case "out-of-range": {
      if (issue.quantity === "chargeShare")
        return `With air and faults it would hold ${Math.round(issue.value * 100)} % of the label; the model was made for ${Math.round(issue.max * 100)} % at most.`;
      if (issue.quantity === "airFillings")
        return `That much air fills the circuit ${formatNumber(issue.value, "K", 1)} times; the model was made for ${issue.max} fillings at most, with which the high-pressure switch acts.`;
      const [name, unit] = quantities[issue.quantity];
      return `${name} lies outside of ${figures.range(issue.min, issue.max, unit)}, for which the model was made.`;
    }
    case "no-solution":
      return `${parts[issue.part]}. What ran last stands below.`;
  }
}

const reasons = {
  "not-driven": "The compressor is not driven: both sides stand where they rest.",
  "low-pressure-lock-out": "The low-pressure switch holds the clutch out: so little is in it.",
  "no-refrigerant": "There is nothing in it to pump.",
} as const;

/** The state of the machine in a line: what a technician would say standing at it. */
export function answerWords(answer: BenchAnswer, figures: Figures): string {
  if (answer.kind === "none") return benchIssueWords(answer.issue, figures);
  if (answer.kind === "standing")
    return `${reasons[answer.reason]} At rest ${figures.quantity(answer.restKpa, "kPa")}.`;
  return [runWords(answer, figures), answer.wetSuction ? "Liquid reaches the compressor." : null]
    .filter((words) => words !== null)
    .join(" ");
}

function runWords({ limitedBy, cycle, stroke, duty, command }: BenchRunning, figures: Figures): string {
  if (limitedBy === "high")
    return `The high-pressure switch takes the compressor off and on: in ${Math.round(duty * 100)} % of the time.`;
  if (limitedBy === "low" && cycle)
    return `The clutch cycles, every ${Math.round(cycle.periodS)} s, between ${figures.range(cycle.lowMin, cycle.lowMax, "kPa", 0)} on the low side.`;
  if (limitedBy === "low") return `The clutch cycles: in ${Math.round(duty * 100)} % of the time.`;
  if (command !== null) return `Runs, asked for ${Math.round(command * 100)} %.`;
  return stroke < 0.97 ? `Runs at ${Math.round(stroke * 100)} % of its stroke.` : "Runs at full stroke.";
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
    `here no gauge tells: ${figures.range(silent.from * labelG, silent.to * labelG, "g")}`,
    `${share(silent.from)} to ${share(silent.to)} % of the label read alike`,
  ];
}

/** How often, in words that are no more exact than twenty cars allow. */
export function outOfTen(share: number): string {
  const tenths = Math.round(share * 10);
  if (tenths <= 0) return share > 0 ? "hardly any" : "none";
  return tenths >= 10 ? (share < 1 ? "nearly all" : "all") : `${tenths} in 10`;
}

export function hotDayWords(hot: HotDay | null, figures: Figures): string {
  if (hot === null) return "It would not run there.";
  const margin = hot.cutOutKpa - hot.highKpa.median;
  const high = `high side ${figures.range(hot.highKpa.low, hot.highKpa.high, "kPa", 0)}`;
  const cut =
    hot.cutsOut > 0.05
      ? `, switched off by it in ${outOfTen(hot.cutsOut)} of such cars`
      : `, ${figures.quantity(margin, "kPa", 0)} under its cut-out`;
  return `${high}${cut}; vent ${figures.range(hot.ventC.low, hot.ventC.high, "degC", 0)}.`;
}

export function hotDaysWords(
  { asIs, atLabel, alike }: HotDays,
  figures: Figures,
): { asIs: string; atLabel: string | null; alike: string | null } {
  const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
  return {
    asIs: capital(hotDayWords(asIs, figures)),
    atLabel: atLabel === null ? null : capital(hotDayWords(atLabel, figures)),
    alike: alike === null ? null : alikeWords(alike, figures),
  };
}

/** What cars that read like this today may hold, and come to there. */
function alikeWords({ leastG, mostG, least, most }: NonNullable<HotDays["alike"]>, figures: Figures): string {
  const held = `Cars that read like this today hold ${figures.range(leastG, mostG, "g")}`;
  if (least === null || most === null) return `${held}; not all of them would run there.`;
  const [low, high] = [least, most].map(({ ventC }) => ventC) as [HotDay["ventC"], HotDay["ventC"]];
  const vent = figures.range(Math.min(low.median, high.median), Math.max(low.median, high.median), "degC", 0);
  const cut = Math.max(least.cutsOut, most.cutsOut);
  return `${held}: there the middle ones blow ${vent}${cut > 0.05 ? `, and up to ${outOfTen(cut)} are switched off by their high side` : ""}.`;
}

export const instrumentWords: Record<BenchInstruments, string> = {
  gauges: "Both gauges",
  vent: "and the vent",
  clamps: "and both clamps",
  "two-speeds": "and fast idle too",
};

/** What a set of days says of a fault, in a sentence: on which it shows. */
export function toldSentence(days: readonly ToldDay[], state: BenchState, figures: Figures): string {
  const known = days.filter(({ found }) => found !== null);
  if (known.length === 0) return "Such cars do not run.";
  if (truthOf(state).length === 0) return "Nothing is wrong with it: this is how often a test would say so.";
  const shows = known.filter(({ found }) => found!.clamps >= 0.7).map(({ ambientC }) => ambientC);
  if (shows.length === 0) return "With gauges, vent and clamps it is not found on any of these days.";
  if (shows.length === known.length) return "With gauges, vent and clamps it is found on every one of these days.";
  const [first, last] = [shows[0]!, shows.at(-1)!];
  const whole = shows.length === known.filter(({ ambientC }) => ambientC >= first && ambientC <= last).length;
  return whole
    ? `With gauges, vent and clamps it is found from ${figures.range(first, last, "degC", 0)}.`
    : `With gauges, vent and clamps it is found on ${shows.length} of ${known.length} days.`;
}

export function nextAtBenchWords({ leads, decision, test }: NextAtBench): string {
  const lead = `After both gauges and the vent, ${causeName(leads.cause as Cause).toLowerCase()} leads at ${Math.round(leads.probability * 100)} %.`;
  if (test === null) return `${lead} Next action: ${actInShort(decision)}.`;
  return `${lead} Next test, ${test.minutes} min: ${testSentences[test.test].toLowerCase()}. It settles the diagnosis in ${outOfTen(test.settles)} of such cars.`;
}

/** One kW in thousands of BTU an hour. */
const KBTU_H = 3.412;

/** A power in what goes with the shop's heat. */
export function powerWords(kw: number, figures: Figures): string {
  return figures.choice.heat === "btuLb" ? `${(kw * KBTU_H).toFixed(1)} kBTU/h` : `${kw.toFixed(1)} kW`;
}

/** Why a file does not open; what stands on the bench stays. */
export function benchFileSentence(name: string, issue: BenchFileIssue): string {
  const stays = "What stands on the bench is as it was.";
  switch (issue.code) {
    case "not-json":
      return `${name} is no file of a bench, or it is cut short. ${stays}`;
    case "foreign":
      return `${name} is no file of a bench${issue.format === null ? "" : ` but “${issue.format}”`}. ${stays}`;
    case "newer-version":
      return `${name} is version ${issue.version}: update Evrid to open it. ${stays}`;
    case "broken":
      return `${name} is damaged at “${issue.field}”: ${issue.expected}. ${stays}`;
  }
}

/** A state for the note of a job: said to be none of its measurements. */
export function whatIfNote(state: BenchState, running: BenchRunning | null, link: string, figures: Figures): string {
  const shown =
    running === null
      ? "it would not run"
      : `low ${figures.quantity(running.reading.low, "kPa", 0)}, high ${figures.quantity(running.reading.high, "kPa", 0)}, vent ${figures.quantity(running.reading.vent, "degC", 0)}`;
  return `What if, simulated, not measured: ${stateWords(state, figures)}, at ${figures.quantity(state.conditions.ambientC, "degC", 0)}: ${shown}. ${link}`;
}

const INSTEAD = "A typical vehicle is shown instead.";

export function newerLinkSentence(version: string): string {
  return `This link is from a later Evrid (version ${version}). Update Evrid to open it. ${INSTEAD}`;
}

export function damagedLinkSentence(field: string, expected: string): string {
  return `This link is damaged at “${field}”: ${expected}. ${INSTEAD}`;
}

export const benchWords = {
  stopped: "The bench has stopped. Restart the bench with the button at the top.",
} as const;
