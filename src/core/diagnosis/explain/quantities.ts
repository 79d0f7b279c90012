/**
 * The quantities that technicians reason with, worked out from the observables of a test: one definition for expected ranges, reasons, pictures
 * and files. Each has a measure in which vehicles differ evenly (K, ln s, shares) and a value that is shown (kPa gauge, degC, K, s, %).
 */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { type FluidTable, fluidTable } from "../../fluids/tables";
import { type InstrumentAccuracy, workshopInstruments } from "../../readings/derive/instruments";
import type { ReadingFile } from "../../readings/file/reading-file";
import type { UnitId } from "../../units/units";
import { type ObservableName, placeOf, settingObservables } from "./observables";
import { fieldOf } from "./read-fields";

/** Read or worked out at one engine speed. */
export const runningQuantities = [
  "low",
  "high",
  "superheat",
  "subcooling",
  "condenserSplit",
  "airDrop",
  "pressureRatio",
  "vent",
  "suction",
  "liquid",
  "discharge",
  "condenserInlet",
  "condenserOutlet",
  "condenserRise",
  "lineDrop",
  "duty",
] as const;
export type RunningQuantity = (typeof runningQuantities)[number];

/** Known once a test. */
export const onceQuantities = ["staticPressure", "equalisation", "charge"] as const;
export type Quantity = RunningQuantity | (typeof onceQuantities)[number];

/** Surroundings of a test: the air that was read, and the refrigerant of the label. */
export interface QuantityContext {
  fluid: FluidTable;
  atmosphereKpa: number;
  ambientC: number;
  /** Air into the evaporator, degC; null where it was not read. */
  evaporatorAirC: number | null;
}

export function quantityContext({
  vehicle,
  conditions,
}: {
  vehicle: Pick<ReadingFile["vehicle"], "refrigerant">;
  conditions: ReadingFile["conditions"];
}): QuantityContext {
  return {
    fluid: fluidTable(vehicle.refrigerant),
    atmosphereKpa: atmosphericPressureKpa(conditions.altitudeM ?? 0),
    ambientC: conditions.ambientC,
    evaporatorAirC: conditions.airSource === "recirculated" ? (conditions.cabinReturnC ?? null) : conditions.ambientC,
  };
}

/** A pressure ratio has no unit. */
export type QuantityUnit = UnitId | "ratio";

interface QuantityRule {
  /** Observables that it is worked out from, the one that it is judged by last. */
  uses: readonly ObservableName[];
  unit: QuantityUnit;
  measure: (values: readonly number[], context: QuantityContext) => number;
  /** From the measure to the value that is shown, in `unit`; a ratio has none. */
  shown: (measure: number, context: QuantityContext) => number;
}

const same = (value: number) => value;
const first = ([value]: readonly number[]) => value!;

const ofLine = (name: ObservableName): QuantityRule => ({ uses: [name], unit: "degC", measure: first, shown: same });
const ofDifference = (from: ObservableName, to: ObservableName, sign: 1 | -1): QuantityRule => ({
  uses: [from, to],
  unit: "K",
  measure: ([a, b]) => sign * (b! - a!),
  shown: same,
});
const ofPressure = (name: ObservableName): QuantityRule => ({
  uses: [name],
  unit: "kPa",
  measure: first,
  shown: gaugeKpa,
});

const LEAST_C = -48;
const MOST_C = 92;

/** Gauge pressure at a saturation temperature, kPa; temperatures beyond the tables are taken at their edge. */
export function gaugeKpa(
  saturationC: number,
  { fluid, atmosphereKpa }: Pick<QuantityContext, "fluid" | "atmosphereKpa">,
): number {
  return absoluteKpa(saturationC, fluid) - atmosphereKpa;
}

function absoluteKpa(saturationC: number, fluid: FluidTable): number {
  return fluid.saturationPressureKpa(Math.min(Math.max(saturationC, LEAST_C), MOST_C));
}

const rules: Record<Quantity, QuantityRule> = {
  low: ofPressure("evaporating"),
  high: ofPressure("condensing"),
  vent: ofLine("vent"),
  suction: ofLine("suction"),
  liquid: ofLine("liquid"),
  discharge: ofLine("discharge"),
  condenserInlet: ofLine("condenserInlet"),
  condenserOutlet: ofLine("condenserOutlet"),
  superheat: ofDifference("evaporating", "suction", 1),
  subcooling: ofDifference("condensing", "liquid", -1),
  condenserRise: ofDifference("condenserInlet", "condenserOutlet", 1),
  condenserSplit: {
    uses: ["condensing"],
    unit: "K",
    measure: ([condensing], { ambientC }) => condensing! - ambientC,
    shown: same,
  },
  airDrop: {
    uses: ["vent"],
    unit: "K",
    measure: ([vent], { evaporatorAirC }) => (evaporatorAirC ?? Number.NaN) - vent!,
    shown: same,
  },
  pressureRatio: {
    uses: ["evaporating", "condensing"],
    unit: "ratio",
    measure: ([evaporating, condensing], { fluid }) =>
      Math.log(absoluteKpa(condensing!, fluid) / absoluteKpa(evaporating!, fluid)),
    shown: Math.exp,
  },
  lineDrop: { uses: ["lineDrop"], unit: "K", measure: first, shown: same },
  duty: { uses: ["command"], unit: "pct", measure: first, shown: (value) => Math.min(Math.max(value, 0), 100) },
  staticPressure: { uses: ["rest"], unit: "K", measure: first, shown: same },
  equalisation: { uses: ["meeting"], unit: "s", measure: first, shown: Math.exp },
  charge: { uses: ["charge"], unit: "pct", measure: first, shown: (share) => 100 * Math.max(share, 0) },
};

export function quantityUnit(quantity: Quantity): QuantityUnit {
  return rules[quantity].unit;
}

/** Observables that a quantity is worked out from; the last is the one that it is judged by. */
export function observablesOf(quantity: Quantity): readonly ObservableName[] {
  return rules[quantity].uses;
}

export function isRunning(quantity: Quantity): quantity is RunningQuantity {
  return (runningQuantities as readonly string[]).includes(quantity);
}

/** Measure of a quantity from a vector of observables, at a setting; NaN where something that it needs is missing. */
export function measureOf(
  quantity: Quantity,
  values: ArrayLike<number>,
  setting: number,
  settings: number,
  context: QuantityContext,
): number {
  const { uses, measure } = rules[quantity];
  return measure(
    uses.map((name) => values[placeOf(name, setting, settings)]!),
    context,
  );
}

/** Measure of a quantity from the values of its own observables, in the order of {@link observablesOf}. */
export function measureFrom(quantity: Quantity, values: readonly number[], context: QuantityContext): number {
  return rules[quantity].measure(values, context);
}

/** Value that is shown, in {@link quantityUnit}. */
export function shownOf(quantity: Quantity, measure: number, context: QuantityContext): number {
  return rules[quantity].shown(measure, context);
}

const STEP = 0.05;

/** Change of the measure with each observable that it is worked out from, about these values. */
export function gradientOf(quantity: Quantity, values: readonly number[], context: QuantityContext): number[] {
  const { measure } = rules[quantity];
  return values.map((value, k) => {
    const beside = (step: number) => measure(Object.assign([...values], { [k]: value + step }), context);
    return (beside(STEP) - beside(-STEP)) / (2 * STEP);
  });
}

/** Expanded uncertainty (95 %) of the measure by the instruments alone. */
export function instrumentErrorOf(
  quantity: Quantity,
  values: readonly number[],
  context: QuantityContext,
  accuracy: InstrumentAccuracy = workshopInstruments,
): number {
  const gradient = gradientOf(quantity, values, context);
  const own = rules[quantity].uses.map(
    (name, k) => gradient[k]! * instrumentError(name, values[k]!, context, accuracy),
  );
  const air = quantity === "condenserSplit" || quantity === "airDrop" ? accuracy.ambientK : 0;
  return Math.hypot(air, ...own);
}

/** Nobody stops a watch nearer than this share of an equalisation time. */
const TIMED_SHARE = 0.1;
const DUTY_PCT = 5;
const WEIGHED_SHARE = 0.02;

function instrumentError(
  name: ObservableName,
  value: number,
  { fluid }: QuantityContext,
  accuracy: InstrumentAccuracy,
): number {
  const slopeAt = (celsius: number) => fluid.saturationSlope(absoluteKpa(celsius, fluid));
  switch (name) {
    case "evaporating":
      return accuracy.lowKpa * slopeAt(value);
    case "condensing":
      return accuracy.highKpa * slopeAt(value);
    case "vent":
      return accuracy.ventK;
    case "condenserInlet":
    case "condenserOutlet":
      return accuracy.ambientK;
    case "lineDrop":
      return Math.SQRT2 * accuracy.clampK;
    case "rest":
      return accuracy.soakK;
    case "meeting":
      return TIMED_SHARE;
    case "command":
      return DUTY_PCT;
    case "charge":
      return WEIGHED_SHARE;
    default:
      return accuracy.clampK;
  }
}

/** Name of a value that is worked out, where a reading file has no field for it. */
const derivedNames: Partial<Record<Quantity, string>> = {
  superheat: "superheatK",
  subcooling: "subcoolingK",
  condenserSplit: "condenserSplitK",
  airDrop: "evaporatorAirDropK",
  pressureRatio: "pressureRatio",
  condenserRise: "condenserAirRiseK",
  lineDrop: "liquidLineDropK",
  staticPressure: "rest.saturationK",
  equalisation: "equalise.seconds",
  charge: "recoveredPct",
};

/** Path of a quantity in a reading file, or the name of a value derived from its fields. */
export function fieldNameOf(quantity: Quantity, setting: number): string {
  const name = derivedNames[quantity] ?? fieldOf[rules[quantity].uses[0]!];
  return isRunning(quantity) ? `running[${setting}].${name}` : name;
}

const quantityOf: Record<ObservableName, Quantity> = {
  evaporating: "low",
  condensing: "high",
  vent: "vent",
  suction: "suction",
  liquid: "liquid",
  discharge: "discharge",
  condenserInlet: "condenserInlet",
  condenserOutlet: "condenserOutlet",
  lineDrop: "lineDrop",
  command: "duty",
  rest: "staticPressure",
  meeting: "equalisation",
  charge: "charge",
};

/** The quantity that shows an observable by itself; its measure is the observable. */
export function quantityOfObservable(name: ObservableName): Quantity {
  return quantityOf[name];
}

/** Observables that hang on another of their setting: they are judged by how far they lie from it. */
const hangsOn: Partial<Record<ObservableName, ObservableName>> = {
  liquid: "condensing",
  discharge: "condensing",
  condenserOutlet: "condensing",
  suction: "evaporating",
  vent: "evaporating",
};

export function baseOf(name: ObservableName): ObservableName | null {
  return hangsOn[name] ?? null;
}

/** Observables that hang on this one. */
export function hangingOn(name: ObservableName): ObservableName[] {
  return settingObservables.filter((other) => hangsOn[other] === name);
}
