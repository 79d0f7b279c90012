/**
 * A reading file as the row of numbers that the networks see: pressures as saturation temperatures, so that refrigerants, altitudes and seasons
 * share one scale; differences that people in the trade look at; and for every number whether it was read at all.
 */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { type FluidTable, fluidTable } from "../../fluids/tables";
import { LEAST_READ_KPA, MOST_READ_KPA } from "../../readings/derive/saturation-temperature";
import type { ReadingFile, RunningSetting } from "../../readings/file/reading-file";
import { compressorKinds, fanKinds } from "../../readings/file/reading-file";

/** From here on it is fast idle. */
export const FAST_RPM = 1300;

/** Features of one engine setting; NaN where not read. */
const settingFeatures = [
  "lowT",
  "approach",
  "vent",
  "ventOverAir",
  "ventOverLow",
  "suctionOverLow",
  "suction",
  "subcooling",
  "liquidOverAir",
  "dischargeOverHigh",
  "inletOverAir",
  "airRise",
  "command",
  "lnRatio",
  "lowGauge",
  "highGauge",
  "swingK",
  "lnPeriod",
  "lowestT",
  "lineFall",
  "rpm",
] as const;

/** Differences of both settings: slower minus faster. */
const betweenFeatures = ["lowT", "approach", "vent", "suctionOverLow", "subcooling"] as const;

const onceFeatures = [
  "ambient",
  "humidity",
  "blower",
  "returnOverAmbient",
  "lnCharge",
  "restOver",
  "restBetween",
  "soakOverAmbient",
  "lnRestShare",
  "lnMeeting",
  "recoveredShare",
  "highOverRest",
  "lowOverRest",
] as const;

const flags = [
  "R1234yf",
  "orifice",
  ...compressorKinds,
  // A compressor may be electric as well: the flags need names of their own.
  ...(fanKinds.map((kind) => `fan ${kind}`) as FanFlag[]),
  "twoEvaporators",
  "portBefore",
  "recirculated",
  "stillApart",
  "idleCycles",
  "fastCycles",
  "altitudeKm",
] as const;
type FanFlag = `fan ${(typeof fanKinds)[number]}`;

type SettingFeature = (typeof settingFeatures)[number];
type OnceFeature = (typeof onceFeatures)[number];
type Flag = (typeof flags)[number];

/** Names of the values of a row, in their order. */
export const valueNames: readonly string[] = [
  ...["idle", "fast"].flatMap((slot) => settingFeatures.map((name) => `${slot} ${name}`)),
  ...betweenFeatures.map((name) => `between ${name}`),
  ...onceFeatures,
];

const VALUES = settingFeatures.length * 2 + betweenFeatures.length + onceFeatures.length;
/** Each value, whether it was read, and the flags. */
export const FEATURES = 2 * VALUES + flags.length;
/** Number of values in a row, to be scaled; as many masks follow, then the flags. */
export const VALUE_COUNT = VALUES;

/** Fluid, atmosphere and air that every value of a reading refers to. */
interface Scales {
  fluid: FluidTable;
  atmosphereKpa: number;
  ambientC: number;
  /** Air into the evaporator, degC. */
  airC: number;
  /** kPa absolute of a gauge pressure, within what a gauge reads. */
  absolute: (gauge: number | null | undefined) => number;
  /** Saturation temperature of a gauge pressure, degC. */
  saturated: (gauge: number | null | undefined) => number;
}

const read = (value: number | null | undefined) => value ?? Number.NaN;

function scalesOf({ vehicle, conditions }: ReadingFile): Scales {
  const fluid = fluidTable(vehicle.refrigerant);
  const atmosphereKpa = atmosphericPressureKpa(conditions.altitudeM ?? 0);
  const absolute = (gauge: number | null | undefined) =>
    gauge == null ? Number.NaN : Math.min(Math.max(gauge + atmosphereKpa, LEAST_READ_KPA), MOST_READ_KPA);
  const ambientC = conditions.ambientC;
  return {
    fluid,
    atmosphereKpa,
    ambientC,
    airC: conditions.airSource === "recirculated" ? (conditions.cabinReturnC ?? ambientC - 2) : ambientC,
    absolute,
    saturated: (gauge) => {
      const kpa = absolute(gauge);
      return Number.isNaN(kpa) ? Number.NaN : fluid.saturationTemperatureC(kpa);
    },
  };
}

/** Values of one engine setting; NaN where not read. `slot`: 0 idle, 1 fast idle. */
function valuesOfSetting(
  setting: RunningSetting | undefined,
  slot: number,
  { ambientC, airC, absolute, saturated }: Scales,
): Record<SettingFeature, number> {
  const lowT = saturated(setting?.lowKpa ?? meanOf(setting?.lowMinKpa, setting?.lowMaxKpa));
  const highT = saturated(setting?.highKpa);
  const vent = read(setting?.ventC);
  const suction = read(setting?.suctionLineC);
  const liquid = read(setting?.liquidLineC);
  const inlet = read(setting?.condenserInletAirC);
  const lowest = saturated(setting?.lowMinKpa);
  return {
    lowT,
    approach: highT - ambientC,
    vent,
    ventOverAir: vent - airC,
    ventOverLow: vent - lowT,
    suctionOverLow: suction - lowT,
    suction: suction - ambientC,
    subcooling: highT - liquid,
    liquidOverAir: liquid - ambientC,
    dischargeOverHigh: read(setting?.dischargeLineC) - highT,
    inletOverAir: inlet - ambientC,
    airRise: read(setting?.condenserOutletAirC) - (Number.isNaN(inlet) ? ambientC : inlet),
    command: read(setting?.compressorDutyPct),
    lnRatio: Math.log(absolute(setting?.highKpa) / absolute(setting?.lowKpa)),
    lowGauge: read(setting?.lowKpa),
    highGauge: read(setting?.highKpa),
    swingK: saturated(setting?.lowMaxKpa) - lowest,
    lnPeriod: Math.log(Math.max(read(setting?.cyclePeriodS), 0.5)),
    lowestT: lowest,
    lineFall: liquid - read(setting?.meteringInletC),
    rpm: setting === undefined ? Number.NaN : (setting.rpm ?? (slot === 0 ? 800 : 1800)),
  };
}

function valuesOnce(
  { vehicle, conditions, rest, equalise, recoveredG }: ReadingFile,
  [idle, fast]: readonly (RunningSetting | undefined)[],
  { fluid, atmosphereKpa, ambientC, absolute }: Scales,
): Record<OnceFeature, number> {
  const restKpa = absolute(meanOf(rest?.lowKpa, rest?.highKpa));
  const soak = read(rest?.soakC);
  const restT = Number.isNaN(restKpa) ? Number.NaN : fluid.saturationTemperatureC(restKpa);
  return {
    ambient: ambientC,
    humidity: read(conditions.humidityPct),
    blower: read(conditions.blowerPct),
    returnOverAmbient: read(conditions.cabinReturnC) - ambientC,
    lnCharge: Math.log(read(vehicle.chargeG)),
    restOver: restT - soak,
    restBetween: read(rest?.highKpa) - read(rest?.lowKpa),
    soakOverAmbient: soak - ambientC,
    lnRestShare: Number.isNaN(soak) ? Number.NaN : Math.log(restKpa / fluid.saturationPressureKpa(soak)),
    lnMeeting: Math.log(Math.max(read(equalise?.seconds), 1)),
    recoveredShare: vehicle.chargeG == null ? Number.NaN : read(recoveredG) / vehicle.chargeG,
    highOverRest: read(idle?.highKpa ?? fast?.highKpa) - (restKpa - atmosphereKpa),
    lowOverRest: read(idle?.lowKpa ?? fast?.lowKpa) - (restKpa - atmosphereKpa),
  };
}

function flagsOf(
  { vehicle, conditions, equalise }: ReadingFile,
  [idle, fast]: readonly (RunningSetting | undefined)[],
): Partial<Record<Flag, number>> {
  const cycles = (setting: RunningSetting | undefined) =>
    setting !== undefined && (setting.lowMinKpa != null || setting.cyclePeriodS != null) ? 1 : 0;
  return {
    R1234yf: vehicle.refrigerant === "R1234yf" ? 1 : 0,
    orifice: vehicle.metering === "orifice-tube" ? 1 : 0,
    ...(vehicle.compressor == null ? {} : { [vehicle.compressor]: 1 }),
    ...(vehicle.condenserFan == null ? {} : { [`fan ${vehicle.condenserFan}`]: 1 }),
    twoEvaporators: vehicle.evaporators === 2 ? 1 : 0,
    portBefore: vehicle.highPort === "before-condenser" ? 1 : 0,
    recirculated: conditions.airSource === "recirculated" ? 1 : 0,
    stillApart: equalise?.equalised === false ? 1 : 0,
    idleCycles: cycles(idle),
    fastCycles: cycles(fast),
    altitudeKm: (conditions.altitudeM ?? 0) / 1000,
  };
}

/** The row of a reading; values that were not read are NaN, their masks 0. */
export function featuresOf(reading: ReadingFile, row = new Float64Array(FEATURES)): Float64Array {
  const scales = scalesOf(reading);
  const slots: (RunningSetting | undefined)[] = [undefined, undefined];
  for (const [i, setting] of (reading.running ?? []).entries()) {
    const fast = setting.rpm == null ? i > 0 : setting.rpm > FAST_RPM;
    slots[fast ? 1 : 0] ??= setting;
  }
  const [idle, fast] = slots.map((setting, slot) => valuesOfSetting(setting, slot, scales)) as [
    Record<SettingFeature, number>,
    Record<SettingFeature, number>,
  ];
  const once = valuesOnce(reading, slots, scales);
  const set = flagsOf(reading, slots);

  let at = 0;
  for (const values of [idle, fast]) for (const name of settingFeatures) row[at++] = values[name];
  for (const name of betweenFeatures) row[at++] = idle[name] - fast[name];
  for (const name of onceFeatures) row[at++] = once[name];
  for (let i = 0; i < VALUES; i++) row[at++] = Number.isFinite(row[i]!) ? 1 : 0;
  for (const name of flags) row[at++] = set[name] ?? 0;
  return row;
}

function meanOf(a: number | null | undefined, b: number | null | undefined): number | null {
  if (a == null) return b ?? null;
  return b == null ? a : (a + b) / 2;
}
