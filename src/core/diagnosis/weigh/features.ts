/**
 * A reading file as the row of numbers that the networks see: pressures as saturation temperatures, so that refrigerants, altitudes and seasons
 * share one scale; differences that people in the trade look at; and for every number whether it was read at all.
 */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { fluidTable } from "../../fluids/tables";
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
  ...fanKinds,
  "two evaporators",
  "port before",
  "recirculated",
  "still apart",
  "idle cycles",
  "fast cycles",
  "thin air",
] as const;

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

/** The row of a reading; values that were not read are NaN, their masks 0. */
export function featuresOf(reading: ReadingFile, row = new Float64Array(FEATURES)): Float64Array {
  row.fill(Number.NaN, 0, VALUES);
  row.fill(0, VALUES);
  const { vehicle, conditions, rest, equalise } = reading;
  const fluid = fluidTable(vehicle.refrigerant);
  const altitudeM = conditions.altitudeM ?? 0;
  const atmosphere = atmosphericPressureKpa(altitudeM);
  const absolute = (gauge: number | null | undefined) =>
    gauge == null ? Number.NaN : Math.min(Math.max(gauge + atmosphere, LEAST_READ_KPA), MOST_READ_KPA);
  const saturated = (gauge: number | null | undefined) => {
    const kpa = absolute(gauge);
    return Number.isNaN(kpa) ? Number.NaN : fluid.saturationTemperatureC(kpa);
  };
  const read = (value: number | null | undefined) => value ?? Number.NaN;
  const ambient = conditions.ambientC;
  const recirculated = conditions.airSource === "recirculated";
  const air = recirculated ? (conditions.cabinReturnC ?? ambient - 2) : ambient;
  const restKpa = absolute(meanOf(rest?.lowKpa, rest?.highKpa));
  const soak = read(rest?.soakC);
  const slots: (RunningSetting | undefined)[] = [undefined, undefined];
  for (const [i, setting] of (reading.running ?? []).entries()) {
    const fast = setting.rpm == null ? i > 0 : setting.rpm > FAST_RPM;
    slots[fast ? 1 : 0] ??= setting;
  }

  let at = 0;
  const put = (value: number) => {
    row[at++] = value;
  };
  const between: number[][] = [[], []];
  for (const [slot, setting] of slots.entries()) {
    const lowT = saturated(setting?.lowKpa ?? meanOf(setting?.lowMinKpa, setting?.lowMaxKpa));
    const highT = saturated(setting?.highKpa);
    const vent = read(setting?.ventC);
    const suction = read(setting?.suctionLineC);
    const liquid = read(setting?.liquidLineC);
    const inlet = read(setting?.condenserInletAirC);
    const lowest = saturated(setting?.lowMinKpa);
    put(lowT);
    put(highT - ambient);
    put(vent);
    put(vent - air);
    put(vent - lowT);
    put(suction - lowT);
    put(suction - ambient);
    put(highT - liquid);
    put(liquid - ambient);
    put(read(setting?.dischargeLineC) - highT);
    put(inlet - ambient);
    put(read(setting?.condenserOutletAirC) - (Number.isNaN(inlet) ? ambient : inlet));
    put(read(setting?.compressorDutyPct));
    put(Math.log(absolute(setting?.highKpa) / absolute(setting?.lowKpa)));
    put(read(setting?.lowKpa));
    put(read(setting?.highKpa));
    put(saturated(setting?.lowMaxKpa) - lowest);
    put(Math.log(Math.max(read(setting?.cyclePeriodS), 0.5)));
    put(lowest);
    put(liquid - read(setting?.meteringInletC));
    put(setting === undefined ? Number.NaN : (setting.rpm ?? (slot === 0 ? 800 : 1800)));
    between[slot]!.push(lowT, highT, vent, suction - lowT, highT - liquid);
  }
  for (let k = 0; k < betweenFeatures.length; k++) put(between[0]![k]! - between[1]![k]!);
  put(ambient);
  put(read(conditions.humidityPct));
  put(read(conditions.blowerPct));
  put(read(conditions.cabinReturnC) - ambient);
  put(Math.log(read(vehicle.chargeG)));
  const restT = Number.isNaN(restKpa) ? Number.NaN : fluid.saturationTemperatureC(restKpa);
  put(restT - soak);
  put(read(rest?.highKpa) - read(rest?.lowKpa));
  put(soak - ambient);
  put(Number.isNaN(soak) ? Number.NaN : Math.log(restKpa / fluid.saturationPressureKpa(soak)));
  put(Math.log(Math.max(read(equalise?.seconds), 1)));
  put(vehicle.chargeG == null ? Number.NaN : read(reading.recoveredG) / vehicle.chargeG);
  const [idle, fast] = slots;
  put(read(idle?.highKpa ?? fast?.highKpa) - (restKpa - atmosphere));
  put(read(idle?.lowKpa ?? fast?.lowKpa) - (restKpa - atmosphere));

  for (let i = 0; i < VALUES; i++) row[VALUES + i] = Number.isFinite(row[i]!) ? 1 : 0;
  const cycles = (setting: RunningSetting | undefined) =>
    setting !== undefined && (setting.lowMinKpa != null || setting.cyclePeriodS != null);
  at = 2 * VALUES;
  put(vehicle.refrigerant === "R1234yf" ? 1 : 0);
  put(vehicle.metering === "orifice-tube" ? 1 : 0);
  for (const kind of compressorKinds) put(vehicle.compressor === kind ? 1 : 0);
  for (const kind of fanKinds) put(vehicle.condenserFan === kind ? 1 : 0);
  put(vehicle.evaporators === 2 ? 1 : 0);
  put(vehicle.highPort === "before-condenser" ? 1 : 0);
  put(recirculated ? 1 : 0);
  put(equalise?.equalised === false ? 1 : 0);
  put(cycles(idle) ? 1 : 0);
  put(cycles(fast) ? 1 : 0);
  put(altitudeM / 1000);
  return row;
}

function meanOf(a: number | null | undefined, b: number | null | undefined): number | null {
  if (a == null) return b ?? null;
  return b == null ? a : (a + b) / 2;
}
