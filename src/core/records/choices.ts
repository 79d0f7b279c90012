/** Workshop choices that apply to all jobs: charging methods, hold time, oil sheet. */

import { chargingMethods } from "../charge/charging-methods";
import { repairParts, usualOilSheet } from "../charge/oil";
import { vacuumTargetChoices } from "../charge/vacuum/target";
import { daySchema, instantSchema } from "../dates";
import type { RecordIssue } from "../read-record";
import { signalSettingsSchema } from "../readings/stream/signals";
import { thermometerNames } from "../readings/thermometers";
import { fail, type Result, succeed } from "../result";
import { type Entry, entry, entrySchema, isBlank } from "../units/entry";
import { type ChosenDimension, chosenDimensions, systemUnits, type UnitChoice, unitSystems } from "../units/figures";
import { type UnitId, unitsOf } from "../units/units";
import * as z from "../zod";
import type { Credentials, Job } from "./job";
import { inUnits } from "./unit-system";

/** Hold times used by workshops, s. */
export const holdTimes = [300, 1800, 3600] as const;

const day = daySchema.nullable();
const gauge = z.object({
  classPct: z.number().min(0.05).max(10),
  fullScaleKpa: z.number().min(100).max(10_000),
  checkedOn: day,
});
const equipment = z.strictObject({ name: z.string().max(200), checkedOn: day });
const sensor = z.object({ error: z.number().min(0.01).max(1000), checkedOn: day });

const choicesSchema = z.object({
  schools: z.array(z.enum(chargingMethods)).max(chargingMethods.length),
  holdS: z.union([z.literal(300), z.literal(1800), z.literal(3600)]),
  /** Oil that goes in with each part, g. */
  oilSheet: z.object(
    Object.fromEntries(repairParts.map((part) => [part, z.number().min(0).max(600)])) as Record<
      (typeof repairParts)[number],
      z.ZodNumber
    >,
  ),
  /** Leak that a hold ought to show, g a year. */
  wantedLeakGYear: z.number().min(5).max(5000),
  /** Defaults of a new job: units, altitude, technicians. */
  units: z.enum(unitSystems).default("kPa"),
  /** Kinds of quantity that this shop reads in another unit than the rest of its system has. */
  unitsEach: z.record(z.string().max(40), z.string().max(40)).transform(knownUnits).default({}),
  altitude: entrySchema.default({ text: "", unit: "m" }),
  /** Names parted by commas, the usual one first. */
  technician: z.string().max(200).default(""),
  /** Name and address of the shop, as they stand on a report. */
  shopName: z.string().max(300).default(""),
  /** Number of each technician's certificate, by name. */
  certificates: z.record(z.string().max(200), z.string().max(100)).default({}),
  /** Registration of the shop for work on refrigerant circuits. */
  registration: z.string().max(100).default(""),
  /** Recovery machine and charging scale, with the day of the last check. */
  equipment: z
    .strictObject({ machine: equipment, scale: equipment })
    .default({ machine: { name: "", checkedOn: null }, scale: { name: "", checkedOn: null } }),
  hose: z
    .strictObject({ length: entrySchema, bore: entrySchema })
    .default({ length: entry("1.5", "hoseM"), bore: entry("4.8", "mm") }),
  instruments: z
    .strictObject({
      low: gauge.nullable(),
      high: gauge.nullable(),
      clamp: sensor.nullable(),
      vent: sensor.nullable(),
      ambient: sensor.nullable(),
      scale: sensor.nullable(),
    })
    .default({ low: null, high: null, clamp: null, vent: null, ambient: null, scale: null }),
  /** Earlier releases also had half of what water boils at: twenty times shallower. */
  vacuum: z
    .preprocess((given) => (given === "by-water" ? "micron-500" : given), z.enum(vacuumTargetChoices))
    .default("micron-500"),
  /** Everything drawn a fifth larger. */
  large: z.boolean().default(false),
  language: z.enum(["british", "us"]).default("british"),
  /** What is heard away from the screen. */
  signals: signalSettingsSchema.default({ volume: 0.6, vibration: true, speech: false }),
  /** Keys without Ctrl that act when no field has the focus. */
  letterShortcuts: z.boolean().default(true),
  /** Learning from the outcomes of this workshop. */
  learning: z
    .strictObject({
      /** The local prior takes part in the diagnosis. */
      localPrior: z.boolean(),
      /** Only outcomes signed later count; null for all. */
      since: instantSchema.nullable(),
      /** Other shop names whose jobs count. */
      alsoCount: z.array(z.string().max(300)).max(50),
      /** Last check of each thermometer: earlier tests say nothing of it any more. */
      checked: z.partialRecord(z.enum(thermometerNames), instantSchema),
    })
    .default({ localPrior: true, since: null, alsoCount: [], checked: {} }),
});
/** The pairs that this build knows: a dimension or unit of a later one is passed over, and stays in what is stored. */
function knownUnits(each: Readonly<Record<string, string>>): Partial<Record<ChosenDimension, string>> {
  return Object.fromEntries(
    chosenDimensions.flatMap((dimension) => {
      const unit = Object.hasOwn(each, dimension) ? each[dimension] : undefined;
      return unit !== undefined && unitsOf(dimension).includes(unit as UnitId) ? [[dimension, unit]] : [];
    }),
  );
}

export type Choices = z.infer<typeof choicesSchema>;

export const usualChoices: Choices = choicesSchema.parse({
  schools: [...chargingMethods],
  holdS: 1800,
  oilSheet: usualOilSheet,
  wantedLeakGYear: 100,
});

/** The version of stored settings that this build writes. Version 1 named neither format nor version. */
const CHOICES_VERSION = 2;
const FORMAT = "evrid.choices";

/** As a file holds them: unknown keys are kept where they stand. */
export const choicesFileSchema = choicesSchema.extend({
  format: z.literal(FORMAT).optional(),
  version: z.int().min(1).max(CHOICES_VERSION).optional(),
});

export interface ReadChoices {
  choices: Choices;
  /** Settings that cannot be read, each answered by the standard one. */
  unreadable: { field: string; expected: string }[];
}

const keys = Object.keys(choicesSchema.shape) as (keyof Choices)[];

/** Reads stored settings one by one: one that cannot be read, or that is not known, changes no other. */
export function readChoices(given: unknown): Result<ReadChoices, RecordIssue> {
  if (!isPlain(given)) return fail({ code: "broken", field: "settings", expected: "an object" });
  if (given.format !== undefined && given.format !== FORMAT)
    return fail({ code: "foreign", format: typeof given.format === "string" ? given.format : null });
  if (typeof given.version === "number" && given.version > CHOICES_VERSION)
    return fail({ code: "newer-version", version: given.version, known: CHOICES_VERSION });
  const unreadable: ReadChoices["unreadable"] = [];
  const choices = Object.fromEntries(
    keys.map((key) => {
      if (!Object.hasOwn(given, key)) return [key, usualChoices[key]];
      const read = choicesSchema.shape[key].safeParse(given[key]);
      if (read.success) return [key, read.data];
      const issue = read.error.issues[0]!;
      unreadable.push({ field: [key, ...issue.path].join("."), expected: issue.message });
      return [key, usualChoices[key]];
    }),
  ) as Choices;
  return succeed({ choices, unreadable });
}

/**
 * Stored choices after `change`: keys unknown to this build stay, at any depth, and so does an unreadable setting until it is changed itself.
 * `stored` must be readable by {@link readChoices}. Throws a ZodError where a new value is not allowed.
 */
export function withChoices(stored: Readonly<Record<string, unknown>>, now: Choices, change: Partial<Choices>): object {
  const next = choicesSchema.parse({ ...now, ...change });
  const changed = keys.filter((key) => JSON.stringify(next[key]) !== JSON.stringify(now[key]));
  return {
    ...stored,
    ...Object.fromEntries(changed.map((key) => [key, withUnknown(stored[key], now[key], next[key])])),
    format: FORMAT,
    version: CHOICES_VERSION,
  };
}

/** `next` with what stands in `stored` and is unknown to this build: not in `known`, which was read from it. */
function withUnknown(stored: unknown, known: unknown, next: unknown): unknown {
  if (!isPlain(stored) || !isPlain(known) || !isPlain(next)) return next;
  const unknown = Object.entries(stored).filter(([key]) => !Object.hasOwn(known, key));
  const parts = Object.entries(next).map(([key, value]) => [key, withUnknown(stored[key], known[key], value)]);
  return { ...Object.fromEntries(unknown), ...Object.fromEntries(parts) };
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** The units a shop reads in: those of its system, but for what it reads otherwise. */
export function unitsChosen({ units, unitsEach }: Pick<Choices, "units" | "unitsEach">): UnitChoice {
  return { ...systemUnits[units], ...(unitsEach as Partial<UnitChoice>) };
}

/** Settings in other units: what was typed among them is told in those too. */
export function readingIn(
  { altitude, hose }: Choices,
  units: Pick<Choices, "units" | "unitsEach">,
): Pick<Choices, "units" | "unitsEach" | "altitude" | "hose"> {
  return { ...units, ...inUnits({ altitude, hose }, unitsChosen(units)) };
}

export function techniciansOf({ technician }: Pick<Choices, "technician">): string[] {
  return technician
    .split(",")
    .map((name) => name.trim())
    .filter((name) => name !== "");
}

/** The papers that a signature of this technician carries, as the settings have them now. */
export function credentialsOf(choices: Choices, technician: string): Credentials {
  const { shopName, registration, equipment: own, certificates } = choices;
  const certificate = Object.hasOwn(certificates, technician) ? certificates[technician]! : "";
  return { certificate, shop: shopName.trim(), registration: registration.trim(), ...own };
}

const given = (chosen: Entry, usual: Entry) => (isBlank(chosen) ? usual : chosen);

/** A blank job as this shop begins it: in its units, where it stands, by whom. What is typed into it keeps the units it was typed in. */
export function asBegunHere(blank: Job, choices: Choices): Job {
  const { altitude, hose } = choices;
  // Nothing of it was typed by anybody: what stands in it already is told in the shop's units too.
  const job = inUnits(blank, unitsChosen(choices));
  const [technician = ""] = techniciansOf(choices);
  return {
    ...job,
    hookUp: { ...job.hookUp, hose: given(hose.length, job.hookUp.hose), bore: given(hose.bore, job.hookUp.bore) },
    altitude: given(altitude, job.altitude),
    signOff: { ...job.signOff, technician },
  };
}
