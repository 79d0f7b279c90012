/**
 * The expected range: where nine in ten readings of sound vehicles with this label lie under these conditions, for every quantity. This one
 * function serves towers, tables, reasons, reports, bench and files. It holds how vehicles differ, what the conditions leave open, and the errors
 * of instruments and model; fresh draws of the population lie inside as often as it says (docs/accuracy.md).
 */

import type { VehicleLabel } from "../../circuit/vehicle/vehicle";
import type { LineProfile } from "../../line-places";
import { normalBelow } from "../../maths/normal";
import type { ReadingFile } from "../../readings/file/reading-file";
import { type ObservableName, placeOf } from "./observables";
import {
  gradientOf,
  measureOf,
  observablesOf,
  onceQuantities,
  type Quantity,
  type QuantityContext,
  quantityContext,
  runningQuantities,
  shownOf,
} from "./quantities";
import { ensembleOf, type KnownConditions, type SoundReading, type SoundVehicle, solveSound } from "./sound-vehicles";
import { type ComparedChannel, comparedChannels } from "./state-channels";

/** 5 %, median and 95 % in the unit of the quantity. */
export interface Range {
  low: number;
  median: number;
  high: number;
}

/** Ranges of what can be known; a quantity is absent where the vehicle does not have it or the air was not read. */
export type Ranges = Partial<Record<Quantity, Range>>;

/** Ranges at one engine speed, in a form that a worker can send. */
export interface ExpectedRanges {
  ranges: Ranges & Record<ComparedChannel, Range>;
  /** Vehicles that they rest on. */
  members: number;
  /** Number of own tests that narrowed the range; 0: the range of its label. */
  ownTests: number;
  /** Number of sister vehicles that narrowed it; 0 where its own tests did, or nothing. */
  sisters: number;
  /** Share of them whose clutch would cycle here. */
  cycling: number;
  /** Temperatures along the circuit of each of them. */
  lines: LineProfile[];
}

/** Standard deviation of instruments and model beside how vehicles and days differ: K, but %, ln s and shares where a place has them. */
const READING_SD: Record<ObservableName, number> = {
  evaporating: 2.2,
  condensing: 3,
  vent: 1.9,
  suction: 2.4,
  liquid: 1.8,
  discharge: 8.5,
  condenserInlet: 1.5,
  condenserOutlet: 2.9,
  lineDrop: 2.2,
  command: 5,
  rest: 1.2,
  meeting: 0.25,
  charge: 0.03,
};
/** The quick formula of the equalisation time is a rougher one for an orifice tube. */
const ORIFICE_EQUALISATION_SD = 0.5;

export function readingSd(name: ObservableName, metering: VehicleLabel["metering"]): number {
  return name === "meeting" && metering === "orifice-tube" ? ORIFICE_EQUALISATION_SD : READING_SD[name];
}

/** Fewer vehicles than this, or than half of the ensemble, make no range. */
const LEAST_MEMBERS = 8;
/** Share left out on either side. */
const TAIL = 0.05;

/**
 * Expected ranges at one engine speed, rpm; null when too few of the ensemble run there or the label cannot be sized. `own` are
 * readings of this very vehicle, or of its sisters, when they were sound: they narrow the ranges.
 */
export function expectedRanges(
  label: VehicleLabel,
  known: KnownConditions,
  rpm: number,
  own: readonly SoundReading[] = [],
): ExpectedRanges | null {
  const ensemble = ensembleOf(label, own);
  const sound = solveSound(ensemble, known, [rpm], known.ambientC);
  if (!enough(sound, ensemble.vehicles.length)) return null;
  const context = quantityContext({ vehicle: label, conditions: known });
  const ranges = rangesAt(sound, 0, 1, context, label.metering);
  if (!hasCompared(ranges)) return null;
  return {
    ranges,
    members: sound.length,
    ownTests: ensemble.ownTests,
    sisters: ensemble.sisters,
    cycling: sound.filter(({ shown }) => shown.swings[0] !== null).length / sound.length,
    lines: sound.map(({ lines }) => lines[0]!),
  };
}

function hasCompared(ranges: Ranges): ranges is ExpectedRanges["ranges"] {
  return comparedChannels.every((channel) => ranges[channel] !== undefined);
}

function enough(sound: readonly SoundVehicle[], drawn: number): boolean {
  return sound.length >= Math.max(LEAST_MEMBERS, drawn / 2);
}

/** Expected ranges at each engine speed of a test, from its sound vehicles; empty where too few of them run. */
export function rangesOfTest(
  sound: readonly SoundVehicle[],
  drawn: number,
  settings: number,
  reading: Pick<ReadingFile, "vehicle" | "conditions">,
): Ranges[] {
  if (!enough(sound, drawn)) return Array.from({ length: settings }, () => ({}));
  const context = quantityContext(reading);
  return Array.from({ length: settings }, (_, i) => rangesAt(sound, i, settings, context, reading.vehicle.metering));
}

function rangesAt(
  sound: readonly SoundVehicle[],
  setting: number,
  settings: number,
  context: QuantityContext,
  metering: VehicleLabel["metering"],
): Ranges {
  const ranges: Ranges = {};
  for (const quantity of [...runningQuantities, ...onceQuantities]) {
    const uses = observablesOf(quantity);
    const all = sound.map(({ shown }) => uses.map((name) => shown.values[placeOf(name, setting, settings)]!));
    const measures = sound
      .map(({ shown }) => measureOf(quantity, shown.values, setting, settings, context))
      .filter(Number.isFinite);
    if (measures.length < LEAST_MEMBERS) continue;
    const middle = all[Math.floor(all.length / 2)]!;
    const sd = Math.hypot(
      ...gradientOf(quantity, middle, context).map((slope, k) => slope * readingSd(uses[k]!, metering)),
    );
    const at = (share: number) => shownOf(quantity, smoothedQuantile(measures, sd, share), context);
    ranges[quantity] = { low: at(TAIL), median: at(0.5), high: at(1 - TAIL) };
  }
  return ranges;
}

const BISECTIONS = 18;
const FAR_SDS = 5;

/** Quantile of values that are each blurred by a normal error of this spread. */
function smoothedQuantile(values: readonly number[], sd: number, share: number): number {
  let low = Math.min(...values) - FAR_SDS * sd;
  let high = Math.max(...values) + FAR_SDS * sd;
  for (let i = 0; i < BISECTIONS; i++) {
    const middle = (low + high) / 2;
    let below = 0;
    for (const value of values) below += normalBelow((middle - value) / sd);
    if (below < share * values.length) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** 5 %, median and 95 % of simulated values without any error, which are put in order. */
export function rangeOf(values: number[]): Range {
  const sorted = values.sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
  return { low: at(TAIL), median: at(0.5), high: at(1 - TAIL) };
}

/** Vehicle that may be built in several ways (at least one): ranges reach as far as those of any. */
export function rangesOfAll(all: readonly ExpectedRanges[]): ExpectedRanges {
  const [first] = all;
  if (first === undefined) throw new Error("no ranges to be made one of");
  if (all.length === 1) return first;
  const ranges = { ...first.ranges };
  for (const quantity of Object.keys(first.ranges) as Quantity[]) {
    const each = all.flatMap((one) => one.ranges[quantity] ?? []);
    ranges[quantity] = {
      low: Math.min(...each.map(({ low }) => low)),
      median: each.reduce((sum, { median }) => sum + median, 0) / each.length,
      high: Math.max(...each.map(({ high }) => high)),
    };
  }
  return {
    ranges,
    members: all.reduce((sum, { members }) => sum + members, 0),
    ownTests: Math.max(...all.map(({ ownTests }) => ownTests)),
    sisters: Math.max(...all.map(({ sisters }) => sisters)),
    cycling: Math.max(...all.map(({ cycling }) => cycling)),
    lines: all.flatMap(({ lines }) => lines),
  };
}
