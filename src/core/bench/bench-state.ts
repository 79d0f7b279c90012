/**
 * State of the bench, `evrid.bench` version 1: vehicle by its label, conditions, charge and faults. Never a measurement. Temperatures degC, masses g,
 * rpm, %, m.
 */
import { type FaultCause, faultCauses, possible } from "../causes/catalogue";
import type { Fault } from "../circuit/faults";
import { modelRange } from "../circuit/steady/range";
import type { CircuitConditions, VehicleLabel } from "../circuit/vehicle/vehicle";
import { refrigerants } from "../fluids/refrigerants";
import { airSources, compressorKinds, fanKinds, meteringKinds } from "../readings/file/reading-file";
import * as z from "../zod";

/** Charge and air stand on controls of their own. */
const ofTheCharge: readonly FaultCause[] = ["undercharge", "overcharge", "air"];
export const benchCauses = faultCauses.filter((cause) => !ofTheCharge.includes(cause));

/** Limits of each control: those of the model, or what a person could set. */
export const benchLimits = {
  ambientC: { min: 5, max: modelRange.ambientC.max },
  humidityPct: { min: 5, max: 100 },
  altitudeM: { min: 0, max: 3000 },
  cabinReturnC: { min: 10, max: 60 },
  blowerPct: { min: 0, max: 100 },
  rpm: { min: 600, max: 3000 },
  /** Labels that a vehicle can be sized for (circuit/vehicle/sizing.ts). */
  labelG: { min: 150, max: 3000 },
  /** Share of the label charge. */
  chargeShare: { min: 0, max: 1.6 },
  airG: { min: 0, max: 40 },
  severity: { min: 0, max: 1 },
} as const;

/** Most air that the control offers for a label, g: some seven fillings of such a circuit, where the model ends soon after. */
export const mostAirG = (labelG: number): number =>
  Math.min(benchLimits.airG.max, Math.round(2 * AIR_SHARE * labelG) / 2);
const AIR_SHARE = 0.03;

const within = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max);

const labelSchema = z.strictObject({
  refrigerant: z.enum(refrigerants),
  chargeG: within(benchLimits.labelG),
  metering: z.enum(meteringKinds),
  compressor: z.enum(compressorKinds),
  condenserFan: z.enum(fanKinds),
  evaporators: z.union([z.literal(1), z.literal(2)]),
  highPort: z.enum(["after-condenser", "before-condenser"]),
}) satisfies z.ZodType<VehicleLabel>;

export const benchStateSchema = z
  .strictObject({
    format: z.literal("evrid.bench"),
    version: z.literal(1),
    /** Name given by a person. */
    name: z.string().max(200),
    label: labelSchema,
    conditions: z.strictObject({
      ambientC: within(benchLimits.ambientC),
      humidityPct: within(benchLimits.humidityPct),
      altitudeM: within(benchLimits.altitudeM),
      /** Null: about as warm as the ambient. */
      cabinReturnC: within(benchLimits.cabinReturnC).nullable(),
      airSource: z.enum(airSources),
      blowerPct: within(benchLimits.blowerPct),
      rpm: within(benchLimits.rpm),
    }) satisfies z.ZodType<CircuitConditions>,
    chargeG: z.number().min(0),
    airG: within(benchLimits.airG),
    faults: z
      .array(
        z.strictObject({
          cause: z.enum(benchCauses as [FaultCause, ...FaultCause[]]),
          severity: within(benchLimits.severity),
          /** On the way through the condenser, where that matters. */
          place: z.number().min(0).max(1).nullable(),
        }),
      )
      .max(benchCauses.length)
      .refine((faults) => new Set(faults.map(({ cause }) => cause)).size === faults.length, "each cause once"),
  })
  .refine(({ chargeG, label }) => chargeG <= benchLimits.chargeShare.max * label.chargeG + 0.5, {
    path: ["chargeG"],
    message: `at most ${benchLimits.chargeShare.max} times the label's charge`,
  })
  .refine(({ faults, label }) => faults.every(({ cause }) => possible(cause, label)), {
    path: ["faults"],
    message: "causes possible in this vehicle",
  });
export type BenchState = z.infer<typeof benchStateSchema>;

/** A warm day at idle with everything on. */
export const benchDay: CircuitConditions = {
  ambientC: 30,
  humidityPct: 45,
  altitudeM: 0,
  cabinReturnC: null,
  airSource: "fresh",
  blowerPct: 100,
  rpm: 800,
};

const genericLabel: VehicleLabel = {
  refrigerant: "R134a",
  chargeG: 550,
  metering: "expansion-valve",
  compressor: "variable-internal",
  condenserFan: "electric",
  evaporators: 1,
  highPort: "after-condenser",
};

/** A sound vehicle at its label's charge. */
export function benchOf(label: VehicleLabel = genericLabel, name = "", conditions = benchDay): BenchState {
  return { format: "evrid.bench", version: 1, name, label, conditions, chargeG: label.chargeG, airG: 0, faults: [] };
}

/** The vehicle and the day as they are, with nothing wrong. */
export const asSound = (state: BenchState): BenchState => ({
  ...state,
  chargeG: state.label.chargeG,
  airG: 0,
  faults: [],
});

/** Before the very first of the condenser there is no stretch of it whose mean could be told. */
const LEAST_PLACE = 0.01;

/** Faults that change the circuit; charge and air go beside them. */
export function benchFaults({ faults }: Pick<BenchState, "faults">): Fault[] {
  return faults
    .filter(({ severity }) => severity > 0)
    .map(({ cause, severity, place }) => ({
      cause,
      severity,
      ...(place === null ? {} : { place: Math.max(place, LEAST_PLACE) }),
    }));
}

/** So far from the label a charge is a fault of its own. */
const WRONG_SHARE = { under: 0.88, over: 1.1 };
/** Less air than this does nothing that a gauge could show, g. */
const LEAST_AIR_G = 1.5;

/** Everything that is the matter, as a diagnosis would name it; empty for a sound car. */
export function truthOf(state: BenchState): FaultCause[] {
  const share = state.chargeG / state.label.chargeG;
  return [
    ...(share < WRONG_SHARE.under ? (["undercharge"] as const) : []),
    ...(share > WRONG_SHARE.over ? (["overcharge"] as const) : []),
    ...(state.airG > LEAST_AIR_G ? (["air"] as const) : []),
    ...benchFaults(state).map(({ cause }) => cause),
  ];
}
