/** What a verdict says in words, with numbers in units a technician reads. */
import type { Refrigerant } from "../fluids/helmholtz";
import { workshopInstruments } from "../readings/instruments";
import { saturationGaugeKpa } from "../readings/saturation-temperature";
import { formatQuantity, type UnitId } from "../units/units";
import { causeNames } from "./causes";
import type { Reason } from "./explain";
import type { NextTest, TestId } from "./next-tests";
import type { ObservableName } from "./observables";
import type { Warning } from "./verdict";

export interface Wording {
  refrigerant: Refrigerant;
  altitudeM: number;
  pressureUnit: UnitId;
}

const names: Record<ObservableName, string> = {
  evaporating: "Low side",
  condensing: "High side",
  vent: "Vent",
  suction: "Suction line",
  liquid: "Liquid line",
  discharge: "Discharge line",
  condenserInlet: "Air into the condenser",
  condenserOutlet: "Air out of the condenser",
  lineDrop: "Fall along the liquid line",
  command: "Compressor command",
  rest: "At rest",
  meeting: "Sides meeting",
  charge: "Recovered weight",
};

/** Below this many instrument errors a deviation is none. */
const NONE_ERRORS = 1;

/** "Low side 74 kPa under what such a vehicle should show at 800 rpm, 6 times the gauge's error". */
export function reasonSentence(reason: Reason, wording: Wording): string {
  const { observable, rpm, deviation, move, expected } = reason;
  const speaksFor = reason.weight > 0;
  const at = rpm === null ? "" : ` at ${formatQuantity(rpm, "rpm")}`;
  const name = names[observable];
  if (observable === "meeting") {
    const seconds = (log: number) => formatQuantity(Math.exp(log), "s");
    return `Sides met in ${seconds(expected + deviation)}; ${speaksFor ? "that fits: with this about" : "with this it would be about"} ${seconds(expected + move)}`;
  }
  if (observable === "rest") {
    const way = deviation < 0 ? "below" : "above";
    const words = `At rest ${formatQuantity(Math.abs(expected + deviation), "K")} ${expected + deviation < 0 ? "below" : "above"} saturation`;
    return speaksFor
      ? words
      : `${words}; with this it would stand ${formatQuantity(Math.abs(expected + move), "K")} ${expected + move < 0 ? "below" : way}`;
  }
  const { amount, times } = amountOf(deviation, reason, wording);
  const moved = amountOf(move, reason, wording);
  const should = `what such a vehicle should show${at}`;
  if (times < NONE_ERRORS) {
    return speaksFor || moved.times < NONE_ERRORS
      ? `${name} is ${should}`
      : `${name} is ${should}; with this it would be ${moved.amount} ${move < 0 ? "under" : "over"}`;
  }
  const words = `${name} ${amount} ${deviation < 0 ? "under" : "over"} ${should}, ${timesWords(times)} ${observable === "evaporating" || observable === "condensing" ? "the gauge's" : "its instrument's"} error`;
  if (speaksFor) return words;
  return moved.times < NONE_ERRORS
    ? `${words}; this would not move it`
    : `${words}; this would move it ${moved.amount} ${move < 0 ? "under" : "over"}`;
}

function timesWords(times: number): string {
  return `${times < 10 ? times.toFixed(times < 3 ? 1 : 0) : Math.round(times)} times`;
}

/** A deviation in the unit a person reads, and in errors of the instrument. */
function amountOf(
  deviation: number,
  { observable, expected }: Reason,
  wording: Wording,
): { amount: string; times: number } {
  if (observable === "evaporating" || observable === "condensing") {
    const from = saturationGaugeKpa(wording.refrigerant, expected, wording.altitudeM);
    const to = saturationGaugeKpa(wording.refrigerant, expected + deviation, wording.altitudeM);
    const error = observable === "evaporating" ? workshopInstruments.lowKpa : workshopInstruments.highKpa;
    if (from !== null && to !== null) {
      const kpa = Math.abs(to - from);
      return { amount: formatQuantity(kpa, wording.pressureUnit), times: kpa / error };
    }
  }
  if (observable === "command")
    return { amount: formatQuantity(Math.abs(deviation), "pct"), times: Math.abs(deviation) / 2 };
  if (observable === "charge") {
    return { amount: formatQuantity(Math.abs(deviation) * 100, "pct"), times: Math.abs(deviation) / 0.01 };
  }
  const errorK: Partial<Record<ObservableName, number>> = {
    vent: workshopInstruments.ventK,
    condenserInlet: workshopInstruments.ambientK,
    condenserOutlet: 1.2,
    discharge: 3,
  };
  return {
    amount: formatQuantity(Math.abs(deviation), "K"),
    times: Math.abs(deviation) / (errorK[observable] ?? workshopInstruments.clampK),
  };
}

export function seenSentence(code: string): string {
  const [sign, ...part] = code.split("-");
  return `Seen: ${sign === "not" ? `${part.slice(1).join(" ")} not turning` : `${part.join(" ")} ${sign}`}`;
}

export const testSentences: Record<TestId, string> = {
  look: "Look: belt and clutch turning, condenser fan and fins, blower and filter, flap",
  "suction-clamp": "Clamp the suction line near the low port",
  "liquid-clamp": "Clamp the liquid line beside the high port",
  "discharge-clamp": "Clamp the discharge line a hand's breadth from the compressor",
  "vent-probe": "Put the probe in the centre vent",
  "condenser-air": "Measure the air into and out of the condenser",
  "both-gauges": "Couple the high side too",
  idle: "Repeat at idle",
  "fast-idle": "Repeat at 1500 to 2000 rpm",
  rest: "Rest reading after a soak",
  "shut-off": "Time the sides meeting after shut-off",
  "line-spots": "Spot the liquid line from the port to the metering device",
  command: "Read the compressor's command with a scan tool",
  recover: "Recover and weigh",
};

/** What one cause would show there: "Liquid line about 31 °C: undercharge". */
export function outcomeSentence(outcome: NextTest["outcomes"][number], wording: Wording): string {
  return `${expectedWords(outcome.observable, outcome.expected, wording)}: ${causeNames[outcome.cause].toLowerCase()}`;
}

function expectedWords(observable: ObservableName, expected: number, wording: Wording): string {
  const name = names[observable];
  switch (observable) {
    case "evaporating":
    case "condensing": {
      const kpa = saturationGaugeKpa(wording.refrigerant, expected, wording.altitudeM);
      return kpa === null ? `${name} unreadable` : `${name} about ${formatQuantity(kpa, wording.pressureUnit)}`;
    }
    case "meeting":
      return `Sides meet in about ${formatQuantity(Math.exp(expected), "s")}`;
    case "rest":
      return `About ${formatQuantity(Math.abs(expected), "K")} ${expected < 0 ? "below" : "above"} saturation`;
    case "command":
      return `${name} about ${formatQuantity(expected, "pct")}`;
    case "charge":
      return `About ${formatQuantity(expected * 100, "pct")} of the label in it`;
    case "lineDrop":
      return `${name} about ${formatQuantity(expected, "K")}`;
    default:
      return `${name} about ${formatQuantity(expected, "degC")}`;
  }
}

export function warningSentence(warning: Warning, wording: Wording): string {
  switch (warning.code) {
    case "stop-high-side":
      return `Stop at once: the high side is at ${formatQuantity(warning.kpa, wording.pressureUnit)}, near the relief valve.`;
    case "stop-blocked-before-port":
      return "Stop at once if the discharge line is very hot: the high port may sit behind a blockage and read low while the compressor works against its relief valve.";
    case "suspect-reading":
      return `Suspect: ${names[warning.observable].toLowerCase()}${warning.rpm === null ? "" : ` at ${formatQuantity(warning.rpm, "rpm")}`} fits the other readings under no cause. Check the instrument; it is not counted.`;
    case "nothing-fits":
      return "The readings do not fit together under any cause known here: check instruments, label and conditions before anything is changed.";
    case "wrong-refrigerant":
      return `At rest it does not fit the label's refrigerant but would fit ${warning.fits.join(", ")}. Air lifts it too. Use an identifier before anything is recovered.`;
    case "few-readings":
      return `Few readings (${warning.count}): a verdict from these alone says little.`;
    case "cycling":
      return "Taken while the clutch cycles: superheat and subcooling swing with it.";
    case "electric":
      return "Electric compressor: high voltage and its own oil, qualified people only.";
    case "unknown-charge":
      return "The label charge is not given: a middling car was assumed, and no amount can be said.";
    case "cannot-simulate":
      return `This vehicle cannot be simulated (${warning.why}): nothing was weighed, every cause stands as likely as the others.`;
  }
}
