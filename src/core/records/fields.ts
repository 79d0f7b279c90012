/** Every number a person can type into a job: its name, what it measures, and the limits it must lie in (base units). */
import { channelIds, channels, type TypedChannel } from "../readings/channels";
import { limits } from "../readings/file/reading-file";
import type { FieldSpec } from "../units/entry";

const spec = (label: string, dimension: FieldSpec["dimension"], range: { min: number; max: number }, reason?: string) =>
  ({ label, dimension, min: range.min, max: range.max, ...(reason ? { reason } : {}) }) satisfies FieldSpec;

/** Typed fields of each channel (readings/channels.ts). */
const channelFields = Object.fromEntries(
  channelIds.flatMap((id) => {
    const channel = channels[id];
    return "typed" in channel
      ? [[id, spec(channel.name, channel.dimension, channel.typed, reasonOf(channel.typed))]]
      : [];
  }),
) as Record<TypedChannel, FieldSpec>;

function reasonOf(typed: { min: number; max: number; reason?: string }): string | undefined {
  return typed.reason;
}

/** Field with its usual range. */
const mostly = (field: FieldSpec, min: number, max: number): FieldSpec => ({ ...field, usual: { min, max } });

export const fields = {
  ...channelFields,
  low: mostly(channelFields.low, 60, 1500),
  high: mostly(channelFields.high, 300, 3500),
  vent: mostly(channelFields.vent, -2, 38),
  ambient: mostly(channelFields.ambient, -5, 50),
  mileage: spec("Mileage", "distance", { min: 0, max: 5_000_000 }),
  charge: spec("Label charge", "mass", limits.chargeG, "no car or van circuit is outside this"),
  tolerance: spec("Label tolerance", "mass", limits.toleranceG),
  altitude: spec("Altitude", "altitude", limits.altitudeM),
  soak: spec("Soak temperature", "temperature", { min: -30, max: 80 }, "a soaked engine bay"),
  cabinReturn: spec("Cabin return air", "temperature", { min: -20, max: 80 }),
  blower: spec("Blower", "percent", { min: 0, max: 100 }, "share of the highest step"),
  spot: spec("Surface", "temperature", { min: -40, max: 160 }, "a line or part of the circuit"),
  rise: spec(
    "Height of the liquid line",
    "length",
    { min: -2, max: 3 },
    "from condenser to metering device of a vehicle",
  ),
  lineLength: spec("Length of the liquid line", "length", { min: 0, max: 15 }),
  hose: spec("Hose length", "length", { min: 0.2, max: 6 }, "a charging hose"),
  bore: spec("Hose bore", "bore", { min: 0.001, max: 0.05 }),
  meet: spec("Equalisation time", "duration", { min: 0, max: 3600 }),
  recovered: mostly(spec("Recovered", "mass", { min: 0, max: 11_000 }), 25, 11_000),
  taken: spec("Excess recovered", "mass", { min: 1, max: 5000 }),
  oilAmount: spec("Label oil", "mass", { min: 20, max: 900 }, "a car's circuit"),
  machineHoses: spec("Machine hose content", "mass", { min: 0, max: 200 }),
  openHours: spec("Circuit open", "duration", { min: 0, max: 365 * 86_400 }),
  drained: spec("Oil drained", "mass", { min: 0, max: 600 }),
  ownOil: spec("Maker's figure", "mass", { min: 0, max: 600 }),
  oilFilled: spec("Oil refilled", "mass", { min: 0, max: 900 }),
  oil: spec("Recovered oil", "mass", { min: 0, max: 600 }),
  lowest: spec("Lowest pressure", "vacuum", { min: 0.001, max: 101 }, "absolute pressure"),
  held: spec("Pressure after the hold", "vacuum", { min: 0.001, max: 110 }, "absolute pressure"),
  hold: spec("Hold time", "duration", { min: 60, max: 86_400 }),
  wall: spec("Coldest part", "temperature", { min: -20, max: 60 }),
  testLimit: spec("Maximum low-side pressure", "pressure", { min: 300, max: 2500 }, "the maker's figure comes first"),
  testStart: spec("Start pressure", "pressure", { min: 100, max: 2500 }),
  testEnd: spec("End pressure", "pressure", { min: 0, max: 2600 }),
  testStartTemperature: spec("Start temperature", "temperature", { min: -20, max: 60 }),
  testEndTemperature: spec("End temperature", "temperature", { min: -20, max: 60 }),
  testLength: spec("Test time", "duration", { min: 60, max: 172_800 }),
  leakSize: spec("Detector reading, per year", "mass", { min: 0, max: 100_000 }, "what the detector displays"),
  stationVacuum: spec("Station vacuum time", "duration", { min: 60, max: 86_400 }),
  stationCharged: spec("Charged", "mass", { min: 0, max: 11_000 }),
  purity: spec("Purity", "percent", { min: 0, max: 100 }, "as the identifier shows it"),
  air: spec("Air content", "percent", { min: 0, max: 100 }, "as the identifier shows it"),
  hydrocarbons: spec("Hydrocarbons", "percent", { min: 0, max: 100 }, "as the identifier shows it"),
  hoses: spec("Hose content", "mass", { min: 0, max: 200 }),
  purged: spec("Purged", "mass", { min: 0, max: 50 }, "a purge is a short puff"),
  container: spec("Cylinder temperature", "temperature", { min: -20, max: 45 }, "never warmer than hand-warm water"),
  tare: spec("Tare", "mass", { min: 1, max: 60_000 }),
  capacity: spec("Capacity", "mass", { min: 50, max: 150_000 }),
  lowStock: spec("Minimum content", "mass", { min: 0, max: 70_000 }),
  moved: spec("Amount", "mass", { min: 1, max: 70_000 }),
  counted: spec("Scale reading", "mass", { min: 0, max: 130_000 }),
  net: mostly(spec("Net content", "mass", { min: 1, max: 70_000 }), 50, 70_000),
} as const satisfies Record<string, FieldSpec>;

export type FieldName = keyof typeof fields;
