/** From what was typed to what can be computed: a job's entries as numbers, as a reading file, as a mass balance. */

import type { Work } from "../../causes/work";
import type { ChargeInputs, ChargeIssue, MassBalance } from "../../charge/books/mass-balance";
import { balance, checkRecovered } from "../../charge/books/mass-balance";
import { type ChargingHose, chargingHose } from "../../charge/hose";
import type { Identification } from "../../charge/identification";
import { type FoundCharge, foundCharge } from "../../charge/recovery";
import { withUsualConditions, withUsualLabel } from "../../circuit/vehicle/usual";
import type { CircuitConditions, VehicleLabel } from "../../circuit/vehicle/vehicle";
import { DAY_MS } from "../../dates";
import type { LinePlace } from "../../line-places";
import { type ChannelField, channels, type SettingChannel, settingChannels } from "../../readings/channels";
import { type DerivedValues, deriveValues } from "../../readings/derive/derived";
import { type InstrumentAccuracy, workshopInstruments } from "../../readings/derive/instruments";
import type { ReadingFile, RunningSetting } from "../../readings/file/reading-file";
import { observationCode } from "../../readings/observations";
import { type Result, succeed } from "../../result";
import { type Entry, entryValue, isBlank } from "../../units/entry";
import { type FieldName, fields } from "../fields";
import type { Job, TestRecord, TestSetting } from "../job";
import { buildsOf } from "../vehicles/builds";
import { labelOf, workableRefrigerant } from "./job-label";
import { boreOf, emptyOf, hoseLossOf, USUAL_SOAK_C } from "./job-rest";

export type TestName = "baseline" | "proof";

const read = (field: FieldName, given: Entry) => entryValue(fields[field], given);

/** Charge found on arrival, g: the recovered mass and what was lost with the hoses before. Null while it was not weighed. */
export function foundOf(job: Job, hoseLoss = hoseLossOf(job)): number | null {
  const recovered = recoveredOf(job);
  // Where it is only corrected, what comes out is a part of what was in it.
  if (!recovered.ok || recovered.value === null || job.correction !== null) return null;
  return recovered.value + (read("machineHoses", job.recover.hoses) ?? 0) + (hoseLoss?.lostG ?? 0);
}

/** Loss by weight, with its rate where the last charge by weight is recorded; null while not weighed. */
export function lossOf(job: Job): FoundCharge | null {
  const foundG = foundOf(job);
  const recoveredG = read("recovered", job.recover.recovered);
  const { chargeG, toleranceG } = labelOf(job);
  if (foundG === null || recoveredG === null || chargeG === null) return null;
  const label = { chargeG, toleranceG: toleranceG ?? 0 };
  return foundCharge(recoveredG, foundG - recoveredG, label, daysSinceFilled(job));
}

/** Days from the last filling on record to this visit; null while none is. */
export function daysSinceFilled({ createdAt, intake }: Job): number | null {
  return intake.lastFilled === null ? null : (Date.parse(createdAt) - Date.parse(intake.lastFilled)) / DAY_MS;
}

/** Values of one setting of a running test in base units; null where nothing valid stands. */
export type SettingValues = Record<SettingChannel | "rpm", number | null>;

export function settingValues(setting: TestSetting): SettingValues {
  // A stored record may be older than a channel.
  const values = settingChannels.map((id) => [id, setting[id] === undefined ? null : read(id, setting[id])]);
  return { ...Object.fromEntries(values), rpm: read("rpm", setting.rpm) } as SettingValues;
}

/** Setting of a test that was read last: fast idle where its high side was read. */
export function newestValues(test: TestRecord): SettingValues {
  const [idle, fast] = test.settings.map(settingValues) as [SettingValues, SettingValues];
  return fast.high !== null ? fast : idle;
}

/** The job with a reading typed: a number typed over is no longer the instrument's. */
export function withTyped(job: Job, which: TestName, index: 0 | 1, channel: SettingChannel, typed: Entry): Job {
  return withSetting(job, which, index, (now) => ({
    ...now,
    [channel]: typed,
    takenAt: null,
    unsettled: [],
    trace: null,
  }));
}

/** The job with one setting of a test edited: 0 idle, 1 fast idle. */
export function withSetting(
  job: Job,
  which: TestName,
  index: 0 | 1,
  edited: (setting: TestSetting) => TestSetting,
): Job {
  const [idle, fast] = job[which].settings;
  const settings: TestRecord["settings"] = index === 0 ? [edited(idle), fast] : [idle, edited(fast)];
  return { ...job, [which]: { ...job[which], settings } };
}

/** The job with low and high side exchanged in what was read of a test, and at rest where that was read with the same hoses. */
export function withSidesExchanged(job: Job, which: TestName): Job {
  const turned = (setting: TestSetting): TestSetting => ({ ...setting, low: setting.high, high: setting.low });
  const [idle, fast] = job[which].settings;
  const changed: Job = { ...job, [which]: { ...job[which], settings: [turned(idle), turned(fast)] } };
  return which === "baseline" ? { ...changed, rest: { ...job.rest, low: job.rest.high, high: job.rest.low } } : changed;
}

function evaporatorAirC(test: TestRecord): number | null {
  return test.airSource === "fresh" ? read("ambient", test.ambient) : read("cabinReturn", test.cabinReturn);
}

/** Conditions of one setting of a test; null while ambient, altitude or speed are missing. */
export function conditionsOfSetting(job: Job, which: TestName, index: 0 | 1): CircuitConditions | null {
  const test = job[which];
  const ambientC = read("ambient", test.ambient);
  const altitudeM = read("altitude", job.altitude);
  const { rpm } = settingValues(test.settings[index]);
  if (ambientC === null || altitudeM === null || rpm === null) return null;
  return withUsualConditions(
    { ambientC, rpm },
    {
      humidityPct: read("humidity", test.humidity),
      altitudeM,
      cabinReturnC: read("cabinReturn", test.cabinReturn),
      airSource: test.airSource,
      blowerPct: read("blower", test.blower),
    },
  );
}

/** Derived values of channel values taken under the conditions of `test`; null while refrigerant or altitude is missing. */
export function deriveFor(
  job: Job,
  test: TestRecord,
  values: SettingValues,
  accuracy: InstrumentAccuracy = workshopInstruments,
): DerivedValues | null {
  const refrigerant = workableRefrigerant(job);
  const altitudeM = read("altitude", job.altitude);
  if (refrigerant === null || altitudeM === null) return null;
  return deriveValues(
    {
      refrigerant,
      altitudeM,
      ambientC: read("ambient", test.ambient),
      evaporatorAirC: evaporatorAirC(test),
      lowKpa: values.low,
      highKpa: values.high,
      ventC: values.vent,
      suctionLineC: values.suction,
      liquidLineC: values.liquid,
    },
    accuracy,
  );
}

/** Has this setting both pressures or at least one pressure and a temperature: enough to say anything. */
export function hasReadings(setting: TestSetting): boolean {
  const values = settingValues(setting);
  return values.low !== null || values.high !== null || values.vent !== null;
}

/** Needles that stand in for a setting that was not taken yet: numbers all the way, kPa gauge and degC. */
export interface RunningReadings {
  setting: 0 | 1;
  values: Partial<Record<SettingChannel, number>>;
  rpm: number | null;
  cycle: TestSetting["cycle"];
  /** Conditions as they stream; those written with the test stand before them. */
  ambientC: number | null;
  humidityPct: number | null;
}

/** The job as a reading file for each way it may be built; none while what a reading file must hold is missing. */
export function readingFilesOf(job: Job, which: TestName, needles: RunningReadings | null = null): ReadingFile[] {
  return buildsOf(job.intake).flatMap((build) => readingFileOf(job, which, needles, build) ?? []);
}

/** Reading files of a test that was read at all. */
export const takenReadings = (job: Job, which: TestName): ReadingFile[] =>
  job[which].settings.some(hasReadings) ? readingFilesOf(job, which) : [];

/**
 * The job as a reading file, or null while what a reading file must hold is missing. Where nobody is sure how it is built, `build` says which
 * way is meant: the most usual when it is left out.
 */
export function readingFileOf(
  job: Job,
  which: TestName,
  needles: RunningReadings | null = null,
  build = buildsOf(job.intake)[0],
): ReadingFile | null {
  const refrigerant = workableRefrigerant(job);
  const { condenserFan, evaporators, highPort } = job.intake;
  const test = job[which];
  const typedC = read("ambient", test.ambient);
  // An empty circuit is not run: its parts have ambient temperature.
  const standsC = which === "baseline" && emptyOf(job) !== null ? read("soak", job.rest.soak) : null;
  const ambientC = typedC ?? needles?.ambientC ?? standsC;
  const streams = typedC === null && needles !== null && needles.humidityPct !== null;
  const humidityPct = streams ? needles.humidityPct : read("humidity", test.humidity);
  if (refrigerant === null || build === undefined || ambientC === null) return null;
  const { chargeG, toleranceG } = labelOf(job);
  const settings = test.settings.flatMap((setting, i) => {
    const values = settingValues(setting);
    if (needles?.setting === i) {
      return [{ values: { ...values, ...needles.values, rpm: needles.rpm ?? values.rpm }, cycle: needles.cycle }];
    }
    return hasReadings(setting) ? [{ values, cycle: setting.cycle }] : [];
  });
  const running = settings.map(({ values, cycle }) => ({
    ...(Object.fromEntries(settingChannels.map((id) => [channels[id].field, values[id]])) as Record<
      ChannelField,
      number | null
    >),
    rpm: build.compressor === "electric" ? null : values.rpm,
    // While a clutch cycles a reading file wants means; the entries are those just before cut-out.
    lowKpa: cycle ? cycle.lowMeanKpa : values.low,
    highKpa: cycle ? cycle.highEngagedKpa : values.high,
    ...(cycle ? { lowMinKpa: cycle.lowMinKpa, lowMaxKpa: cycle.lowMaxKpa, cyclePeriodS: cycle.periodS } : {}),
  }));
  const spotted = which === "baseline" ? withSpots(running, job) : running;
  const soakC = read("soak", job.rest.soak);
  // The rest reading was taken before the repair and says nothing about the proof.
  const rest =
    which === "baseline" && soakC !== null
      ? { lowKpa: read("low", job.rest.low), highKpa: read("high", job.rest.high), soakC }
      : null;
  return {
    format: "evrid.readings",
    version: 1,
    id: `${job.id}-${which}`,
    vehicle: {
      refrigerant,
      ...build,
      condenserFan,
      evaporators,
      highPort,
      chargeG,
      chargeToleranceG: toleranceG,
    },
    conditions: {
      ambientC,
      humidityPct,
      altitudeM: read("altitude", job.altitude),
      cabinReturnC: read("cabinReturn", test.cabinReturn),
      airSource: test.airSource,
      blowerPct: read("blower", test.blower),
    },
    rest,
    running: spotted,
    ...(job.outcome.localPrior === null ? {} : { localPrior: job.outcome.localPrior }),
    ...(which === "baseline"
      ? {
          recoveredG: foundOf(job),
          equalise: equaliseOf(job),
          observations: job.look.notes.map(observationCode),
          inspectedParts: [...job.look.fine],
          complaints: job.intake.complaints,
        }
      : // A charge by weight is no evidence that label, scale and unit are right: the readings are judged alone.
        { recoveredG: null, ...beforeWork(job) }),
  };
}

/** The test before the work, and what was done since: both are weighed as one pair. Nothing where there was none. */
function beforeWork(job: Job): Pick<ReadingFile, "before" | "work"> {
  const found = job.baseline.settings.some(hasReadings) ? readingFileOf(job, "baseline") : null;
  if (found === null) return {};
  const { conditions, rest, running, equalise, recoveredG, observations, inspectedParts, complaints } = found;
  const { repair, evacuate } = job;
  const held = read("held", evacuate.held) !== null || evacuate.marks.some(({ kind }) => kind === "hold");
  const work: Work[] = [
    ...repair.parts.map(({ part }) => part),
    ...repair.others,
    ...(repair.flushed ? (["flushed"] as const) : []),
    ...(held ? (["evacuated"] as const) : []),
    ...(chargedOf(job) !== null ? (["charged-by-weight"] as const) : []),
  ];
  const before = { conditions, rest, running, equalise, recoveredG, observations, inspectedParts, complaints };
  return { before, work };
}

/** Spots along the line belong to the setting that was read last: its fall to the metering device, and the discharge line. */
function withSpots(running: readonly RunningSetting[], job: Job): RunningSetting[] {
  const at = (place: LinePlace) => {
    const spot = job.lines.spots.find((one) => one.place === place);
    return spot ? read("spot", spot.temperature) : null;
  };
  return running.map((setting, i) =>
    i < running.length - 1
      ? setting
      : {
          ...setting,
          liquidLineC: setting.liquidLineC ?? at("liquid-port"),
          // Clamped values at this speed take precedence over spotted ones.
          meteringInletC: setting.meteringInletC ?? at("metering-in") ?? at("drier-out"),
          dischargeLineC: setting.dischargeLineC ?? at("discharge"),
        },
  );
}

/** Charge by weight: known as well as if recovered. Null before. */
export function chargedOf(job: Job): number | null {
  const found = balanceOf(job);
  return found?.ok && found.value.drawnG > 0 ? found.value.inVehicleG : null;
}

/** The shut-off test as a reading file has it; null while it was not done. */
export function equaliseOf(job: Job): { seconds: number; equalised: boolean } | null {
  const seconds = read("meet", job.shutOff.seconds);
  return seconds === null || job.shutOff.met === null ? null : { seconds, equalised: job.shutOff.met };
}

/** The label as the circuit model wants it, for each way it may be built; what else is not known is the usual. */
export function vehicleLabelsOf(job: Job): VehicleLabel[] {
  const refrigerant = workableRefrigerant(job);
  const { condenserFan, evaporators, highPort } = job.intake;
  const { chargeG } = labelOf(job);
  if (refrigerant === null || chargeG === null) return [];
  return buildsOf(job.intake).map((build) =>
    withUsualLabel({ refrigerant, chargeG, ...build }, { condenserFan, evaporators, highPort }),
  );
}

/** Vehicle of the most common build; null while sizing data are missing. */
export function vehicleLabelOf(job: Job): VehicleLabel | null {
  return vehicleLabelsOf(job)[0] ?? null;
}

/** Whether what the car came in with has been touched: then a new test says nothing about it any more. */
export function workBegun(job: Job): boolean {
  const balance = balanceOf(job);
  return read("recovered", job.recover.recovered) !== null || (balance?.ok === true && balance.value.drawnG > 0);
}

/** Result of the identifier; null before somebody said. */
export function identificationOf({ recover }: Job): Identification | null {
  const { result, purity, hydrocarbons } = recover.identified;
  if (result === null) return null;
  return { result, purityPct: read("purity", purity), hydrocarbonsPct: read("hydrocarbons", hydrocarbons) };
}

/** Recovered grams, refused when no such vehicle can have held them; null while not given. */
export function recoveredOf(job: Job): Result<number | null, ChargeIssue> {
  const recoveredG = read("recovered", job.recover.recovered);
  const { chargeG } = labelOf(job);
  if (recoveredG === null || chargeG === null) return succeed(recoveredG);
  return checkRecovered(recoveredG, chargeG);
}

/** The charging hose of this job, at the temperature that is known best; null without a refrigerant. */
export function chargingHoseOf(job: Job): ChargingHose | null {
  const refrigerant = workableRefrigerant(job);
  if (refrigerant === null) return null;
  const lengthM = read("hose", job.hookUp.hose) ?? USUAL_HOSE_M;
  const altitudeM = read("altitude", job.altitude) ?? 0;
  const temperatureC = read("soak", job.rest.soak) ?? USUAL_SOAK_C;
  return chargingHose(refrigerant, altitudeM, lengthM, boreOf(job), temperatureC);
}

/** Hose content now and at the end; typed values take precedence. Null while unreadable. */
function hoseOf(job: Job): { hoseNowG: number; hoseEndG: number } | null {
  // A station fills its own hoses and reckons them itself.
  if (job.station.used) return { hoseNowG: 0, hoseEndG: 0 };
  const { hoses, hoseHolds, drawIn } = job.charge;
  if (!isBlank(hoses)) {
    const typed = read("hoses", hoses);
    return typed === null ? null : { hoseNowG: typed, hoseEndG: typed };
  }
  const hose = chargingHoseOf(job);
  if (hose === null) return null;
  const holds = hose[hoseHolds ?? "liquid"];
  return { hoseNowG: holds, hoseEndG: drawIn ? Math.min(hose["drawn-in"], holds) : holds };
}
const USUAL_HOSE_M = 1.5;

/** Inputs of the mass balance; null while label or tolerance are missing, or a value cannot be read. A blank purge is none. */
export function chargeInputsOf(job: Job): ChargeInputs | null {
  const { chargeG, toleranceG } = labelOf(job);
  const { purged } = job.charge;
  const hose = hoseOf(job);
  const purgedG = isBlank(purged) || job.station.used ? 0 : read("purged", purged);
  if (chargeG === null || toleranceG === null || hose === null || purgedG === null) return null;
  return {
    labelG: chargeG,
    toleranceG,
    residualG: residualOf(job),
    ...hose,
    purgeG: purgedG,
    containers: job.charge.containers.flatMap(({ id, name, net }) => {
      const netG = read("net", net);
      return netG === null ? [] : [{ id, name, netG }];
    }),
    ledger: job.ledger,
    open: job.charge.open,
  };
}

/** Charge before charging: none after recovery, or by the readings where it is only corrected. */
export function residualOf(job: Job): number {
  if (job.correction === null) return 0;
  const taken = recoveredOf(job);
  return Math.max(0, job.correction.startG - (taken.ok ? (taken.value ?? 0) : 0));
}

export function balanceOf(job: Job): Result<MassBalance, ChargeIssue> | null {
  const inputs = chargeInputsOf(job);
  return inputs === null ? null : balance(inputs);
}
