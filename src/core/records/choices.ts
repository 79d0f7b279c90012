/** What a workshop has chosen once and for all its jobs: schools it wants to see, how long it holds a vacuum, its oil sheet. */
import { repairParts, usualOilSheet } from "../charge/oil";
import { schools } from "../charge/schools";
import { vacuumSchools } from "../charge/vacuum/target";
import { type Entry, entry, entrySchema } from "../units/entry";
import { type ChosenDimension, chosenDimensions, systemUnits, type UnitChoice, unitSystems } from "../units/figures";
import { type UnitId, unitsOf } from "../units/units";
import * as z from "../zod";
import type { Job } from "./job";
import { inUnits } from "./unit-system";

/** How long workshops hold a vacuum, s. */
export const holdSchools = [300, 1800, 3600] as const;

const day = z.iso.date().nullable();
const gauge = z.strictObject({
  classPct: z.number().min(0.05).max(10),
  fullScaleKpa: z.number().min(100).max(10_000),
  checkedOn: day,
});
const sensor = z.strictObject({ error: z.number().min(0.01).max(1000), checkedOn: day });

export const choicesSchema = z.strictObject({
  schools: z.array(z.enum(schools)).max(schools.length),
  holdS: z.union([z.literal(300), z.literal(1800), z.literal(3600)]),
  /** Oil that goes in with each part, g. */
  oilSheet: z.strictObject(
    Object.fromEntries(repairParts.map((part) => [part, z.number().min(0).max(600)])) as Record<
      (typeof repairParts)[number],
      z.ZodNumber
    >,
  ),
  /** Leak that a hold ought to show, g a year. */
  wantedLeakGYear: z.number().min(5).max(5000),
  /** What a new job begins with: the units it is typed in, where the shop stands, and who works there. */
  units: z.enum(unitSystems).default("kPa"),
  /** Kinds of quantity that this shop reads in another unit than the rest of its system has. */
  unitsEach: z.partialRecord(z.enum(chosenDimensions), z.string()).refine(areUnits, "a unit of its kind").default({}),
  altitude: entrySchema.default({ text: "", unit: "m" }),
  /** Names parted by commas, the usual one first. */
  technician: z.string().max(200).default(""),
  /** Name and address of the shop, as they stand on a report. */
  shopName: z.string().max(300).default(""),
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
  vacuum: z.enum(vacuumSchools).default("by-water"),
  /** Everything drawn a fifth larger. */
  large: z.boolean().default(false),
  language: z.enum(["british", "us"]).default("british"),
});
function areUnits(each: Partial<Record<ChosenDimension, string>>): each is Partial<UnitChoice> {
  return Object.entries(each).every(([dimension, unit]) =>
    unitsOf(dimension as ChosenDimension).includes(unit as UnitId),
  );
}

export type Choices = z.infer<typeof choicesSchema>;

export const usualChoices: Choices = choicesSchema.parse({
  schools: [...schools],
  holdS: 1800,
  oilSheet: usualOilSheet,
  wantedLeakGYear: 100,
});

/** The units a shop reads in: those of its system, but for what it reads otherwise. */
export function unitsChosen({ units, unitsEach }: Pick<Choices, "units" | "unitsEach">): UnitChoice {
  return { ...systemUnits[units], ...(unitsEach as Partial<UnitChoice>) };
}

export function techniciansOf({ technician }: Pick<Choices, "technician">): string[] {
  return technician
    .split(",")
    .map((name) => name.trim())
    .filter((name) => name !== "");
}

const given = (chosen: Entry, usual: Entry) => (chosen.text.trim() === "" ? usual : chosen);

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
