/** Words of a diagnosis, with numbers in a technician's units. */

import type { Cause } from "@/core/causes/catalogue";
import type { SeverityRange } from "@/core/causes/cause";
import { complaintIds, complaintNames } from "@/core/causes/complaints";
import type { Diagnosis, Warning } from "@/core/diagnosis/decide/diagnosis";
import type { ObservableName } from "@/core/diagnosis/explain/observables";
import type { NextTest, TestId } from "@/core/diagnosis/next-test/next-tests";
import { STANDS_ALONE } from "@/core/diagnosis/weigh/classes";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { channels } from "@/core/readings/channels";
import type { Foreign } from "@/core/readings/derive/foreign";
import { saturationGaugeKpa } from "@/core/readings/derive/saturation-temperature";
import type { Figures } from "@/core/units/figures";
import { formatQuantity, type UnitId } from "@/core/units/units";
import { causeName, severityWords } from "./causes";
import { doubtByReadings, LABEL_DOUBT } from "./label";
import { implausibleSentence, implausibleWords, learnedValueWords } from "./plausibility";

export interface Wording {
  refrigerant: Refrigerant;
  altitudeM: number;
  figures: Figures;
  /** For how bad a metering device is said; a valve when absent. */
  metering?: string;
  /** An electric compressor has no engine speed to speak of. */
  electric?: boolean;
  /** Without a label no share of it is said. */
  labelUnknown?: boolean;
}

/** Vehicle data that its sentences depend on. */
export function vehicleWording(vehicle: {
  metering: string | null;
  compressor: string | null;
  chargeG?: number | null | undefined;
}): Pick<Wording, "metering" | "electric" | "labelUnknown"> {
  return {
    ...(vehicle.metering === null ? {} : { metering: vehicle.metering }),
    electric: vehicle.compressor === "electric",
    labelUnknown: vehicle.chargeG == null,
  };
}

const names: Record<ObservableName, string> = {
  evaporating: channels.low.name,
  condensing: channels.high.name,
  vent: channels.vent.short,
  suction: channels.suction.name,
  liquid: channels.liquid.name,
  discharge: channels.discharge.name,
  condenserInlet: channels.condenserIn.name,
  condenserOutlet: channels.condenserOut.name,
  lineDrop: "Liquid-line temperature drop",
  command: channels.command.name,
  rest: "Static pressure",
  meeting: "Equalisation",
  charge: "Recovered weight",
};

interface Measure {
  words: (value: number) => string;
  range: (low: number, high: number) => string;
  /** Two values nearer than this are the same to a person. */
  apart: number;
}

function measureOf(observable: ObservableName, { refrigerant, altitudeM, figures }: Wording): Measure {
  const plain = (unit: UnitId, turn: (value: number) => number, apart: number): Measure => ({
    words: (value) => figures.quantity(turn(value), unit),
    range: (low, high) => figures.range(turn(low), turn(high), unit),
    apart,
  });
  switch (observable) {
    case "evaporating":
    case "condensing": {
      const gauge = (temperatureC: number) =>
        saturationGaugeKpa(refrigerant, Math.min(Math.max(temperatureC, -48), 92), altitudeM) ?? 0;
      return plain("kPa", gauge, 2);
    }
    case "meeting":
      return plain("s", Math.exp, 0.3);
    case "command":
      return plain("pct", (value) => Math.min(Math.max(value, 0), 100), 8);
    case "charge":
      return plain("pct", (value) => value * 100, 0.05);
    case "lineDrop":
    case "rest":
      return plain("K", (value) => value, 1);
    default:
      return plain("degC", (value) => value, 2);
  }
}

/** Severity in words: "About 30 % of the label left". Quantiles of the severity. */
export function severitySentence(
  cause: Cause,
  severity: SeverityRange,
  { metering, labelUnknown }: Pick<Wording, "metering" | "labelUnknown"> = {},
): string | null {
  if (cause === "none") return null;
  // A share of a label that nobody could read is the share of nothing.
  if (labelUnknown && (cause === "undercharge" || cause === "overcharge")) return null;
  return severityWords(cause, severity, metering);
}

export function seenSentence(code: string): string {
  const complaint = complaintIds.find((id) => id === code);
  if (complaint !== undefined) return `Complaint: ${complaintNames[complaint].toLowerCase()}`;
  const [sign, ...part] = code.split("-");
  return `Found: ${sign === "not" ? `${part.slice(1).join(" ")} not turning` : `${part.join(" ")} ${sign}`}`;
}

export const testSentences: Record<TestId, string> = {
  look: "Check belt, clutch, condenser fan and fins, blower, filter and flap",
  "suction-clamp": "Clamp suction line near the low port",
  "liquid-clamp": "Clamp liquid line at the high port",
  "discharge-clamp": "Clamp discharge line 10 cm from the compressor",
  "vent-probe": "Probe the centre vent",
  "condenser-air": "Measure air into and out of the condenser",
  "both-gauges": "Connect the high side",
  idle: "Repeat at idle",
  "fast-idle": "Repeat at 1500 to 2000 rpm",
  rest: "Static pressure after a soak",
  "shut-off": "Equalisation test after shutdown",
  "line-spots": "Spot temperatures along the liquid line",
  command: "Read the control-valve duty with a scan tool",
  "electric-scan": "Scan the electric compressor: requested and actual speed, interlock, insulation",
  recover: "Recover and weigh",
};

/** Words for this vehicle: an electric compressor has no belt and no clutch. */
export function testSentence(test: TestId, { electric }: Pick<Wording, "electric">): string {
  return test === "look" && electric
    ? "Check condenser fan and fins, blower, filter and flap. Do not touch orange cables"
    : testSentences[test];
}

/** Predicted reading of one cause: "Undercharge: liquid line 27 to 34 °C at 800 rpm". */
export function outcomeSentence(outcome: NextTest["outcomes"][number], wording: Wording): string {
  const at = outcome.rpm === null || wording.electric ? "" : ` at ${formatQuantity(outcome.rpm, "rpm")}`;
  return `${causeName(outcome.cause)}: ${predictedWords(outcome, wording)}${at}`;
}

function predictedWords({ observable, low, high }: NextTest["outcomes"][number], wording: Wording): string {
  const name = names[observable].toLowerCase();
  const { figures } = wording;
  switch (observable) {
    case "meeting":
      return `equalisation in ${formatQuantity(Math.exp(low), "s")} to ${formatQuantity(Math.exp(high), "s")}`;
    case "rest":
      return `${figures.range(low, high, "K")} above saturation`;
    case "command":
      return `${name} ${figures.range(Math.max(low, 0), Math.min(high, 100), "pct")}`;
    case "charge":
      return `charge ${figures.range(Math.max(low, 0) * 100, high * 100, "pct")} of the label`;
    default:
      return `${name} ${measureOf(observable, wording).range(low, high)}`;
  }
}

/** "the suction line at 800 rpm". */
export function strangeReading({ observable, rpm }: { observable: ObservableName; rpm: number | null }): string {
  return `${names[observable].toLowerCase()}${rpm === null ? "" : ` at ${formatQuantity(rpm, "rpm")}`}`;
}

export function warningSentence(warning: Warning, wording: Wording): string {
  const { figures } = wording;
  switch (warning.code) {
    case "stop-high-side":
      return `Stop the engine: the high side is at ${figures.quantity(warning.kpa, "kPa")}, near the relief valve.`;
    case "stop-blocked-before-port":
      return "Stop the engine if the discharge line is very hot: behind a restriction the high port reads low.";
    case "almost-empty":
      return `Almost empty: do not run the engine. Static pressure is ${figures.quantity(warning.belowK, "K")} below saturation, so no liquid is left. Find the leak, recover and weigh.`;
    case "open-to-air":
      return "Empty: static pressure equals ambient pressure. Air and moisture inside: do not run the engine.";
    case "held-vacuum":
      return `The circuit holds a vacuum of ${figures.quantity(warning.kpa, "kPa")}: evacuated, not charged. Do not run the engine.`;
    case "implausible":
      return `${implausibleSentence(warning.what, warning.rpm)} ${implausibleWords[warning.what].check}`;
    case "low-side-only":
      return "Low side only: overcharge, air, low condenser airflow and a restriction before the port cannot be judged. Connect the high side if its port is sound.";
    case "suspect-reading":
      return `Suspect: ${strangeReading(warning)} is far from what any likely cause gives. Check the instrument.`;
    case "do-not-fit":
      return `No cause fits all readings; ${strangeReading(warning)} stands out. Check the instrument and its position.`;
    case "beyond-learned":
      return `Outside the simulated range: ${[...new Set(warning.values.map(learnedValueWords))].join(", ")}. The diagnosis is uncertain. Check instruments, units and label.`;
    case "wrong-refrigerant":
      return foreignSentence(warning, figures);
    case "few-readings":
      return `Few readings (${warning.count}): the diagnosis is weak.`;
    case "cycling":
      return "Recorded while the clutch cycles: superheat and subcooling vary.";
    case "electric":
      return "Electric compressor: high voltage and special oil, qualified people only.";
    case "built-either-way":
      return `The build is unknown: all ${warning.ways} possible builds count equally. Checking it narrows the diagnosis most.`;
    case "label-doubt":
      return `${LABEL_DOUBT}: ${doubtByReadings(warning.cause)}`;
    case "unknown-charge":
      return "No label charge: a typical vehicle is assumed, and no amount can be given.";
    case "cannot-simulate":
      return `This vehicle cannot be simulated (${warning.why}): no expected range, and general probabilities.`;
  }
}

/** Follows a static pressure that would fit a hydrocarbon. */
export const MAY_BE_FLAMMABLE = " It may be flammable: no sparks, no flames, ventilate.";

/** Deviation of the static pressure from the label's refrigerant, and what else fits. */
export function foreignSentence({ fits, overKpa, flammable }: Foreign, figures: Figures): string {
  const where = `Static pressure is ${figures.quantity(Math.abs(overKpa), "kPa")} ${overKpa < 0 ? "below" : "above"} saturation of the label's refrigerant`;
  const what =
    fits.length === 0
      ? "it contains air, another gas or a mixture"
      : `it fits ${fits.join(" or ")}${overKpa > 0 ? ", or air" : ""}`;
  const burns = flammable ? MAY_BE_FLAMMABLE : "";
  return `${where}: ${what}.${burns} Identify it before recovery and use a separate cylinder.`;
}

/** A share in whole percent; what is all but nothing or all but certain is not rounded to it. */
export function percentOf(share: number): string {
  const percent = Math.round(share * 100);
  return percent < 1 ? "under 1" : percent > 99 ? "over 99" : String(percent);
}

/** A test that tells less is not worth its minutes. */
const WORTH_BITS = 0.05;

/** Minutes of a test, and how often it settles the question. */
export function gainSentence({ test, minutes, gainBits, settles, confirms }: NextTest, { causes }: Diagnosis): string {
  if (confirms && test !== "recover")
    return `About ${minutes} min; confirmation only: the likely causes give the same reading.`;
  if (gainBits >= WORTH_BITS) {
    if (causes[0]!.probability >= STANDS_ALONE) return `About ${minutes} min; checks a conspicuous reading.`;
    const tenths = Math.round(settles * 10);
    return tenths >= 1
      ? `About ${minutes} min; settles it in ${tenths} of 10 vehicles.`
      : `About ${minutes} min; narrows it down, seldom settles it.`;
  }
  if (test === "recover") return `About ${minutes} min; the only true measure of the charge.`;
  return `About ${minutes} min; unlikely to change the result.`;
}
