/**
 * The job record, `evrid.job` version 4: everything typed, taken and weighed for one vehicle on one visit.
 * Numbers are entries (text as typed plus unit); whatever can be derived is derived, never stored.
 */
import { ledgerEntrySchema } from "../charge/books/ledger";
import { circuitOils, repairKinds, repairParts } from "../charge/oil";
import { vacuumGauges } from "../charge/vacuum/target";
import { refrigerants } from "../fluids/helmholtz";
import { linePlaces } from "../line-places";
import { channels, type SettingChannel, settingChannels, takenChannels } from "../readings/channels";
import { airSources, compressorKinds, fanKinds, meteringKinds } from "../readings/file/reading-file";
import { observationSchema } from "../readings/observations";
import { type Entry, entry, entrySchema } from "../units/entry";
import { z } from "../zod";

export const stepIds = [
  "intake",
  "look",
  "hook-up",
  "rest",
  "running",
  "shut-off",
  "verdict",
  "recover",
  "repair",
  "evacuate",
  "charge",
  "prove",
  "sign-off",
] as const;
export type StepId = (typeof stepIds)[number];

const instant = z.iso.datetime();
const words = z.string().max(4000);

/** The swing of a cycling clutch, as it was when the setting was taken; kPa gauge, s. */
const cycleSchema = z.object({
  periodS: z.number(),
  lowMinKpa: z.number(),
  lowMaxKpa: z.number(),
  lowMeanKpa: z.number(),
  highEngagedKpa: z.number(),
});

/** A channel that an older record has no entry for was not read. */
const channelEntries = Object.fromEntries(
  settingChannels.map((id) => [id, entrySchema.default(() => blankOf(id))]),
) as Record<SettingChannel, z.ZodDefault<typeof entrySchema>>;

function blankOf(id: SettingChannel): Entry {
  return entry("", channels[id].unit);
}

const settingSchema = z.object({
  name: z.enum(["idle", "fast idle"]),
  rpm: entrySchema,
  ...channelEntries,
  /** When the instruments took it; null while typed. */
  takenAt: instant.nullable(),
  /** Channels that had not settled when it was taken. */
  unsettled: z.array(z.enum(takenChannels)),
  /** Set when it was taken while the clutch cycled: the entries are then those just before cut-out. */
  cycle: cycleSchema.nullable(),
});
export type TestSetting = z.infer<typeof settingSchema>;

const testSchema = z.object({
  ambient: entrySchema,
  humidity: entrySchema,
  airSource: z.enum(airSources),
  cabinReturn: entrySchema,
  /** Share of full blower. */
  blower: entrySchema,
  settings: z.tuple([settingSchema, settingSchema]),
});
export type TestRecord = z.infer<typeof testSchema>;

const stepSchema = z.object({
  startedAt: instant.nullable(),
  doneAt: instant.nullable(),
  /** Why it was passed over; null when it was not. */
  skipped: words.nullable(),
});

/** What is known of what was done to the circuit before; not to know is an answer. */
export const histories = ["untouched", "serviced", "topped-up", "unknown"] as const;
/** Signs that forbid running the engine with the air conditioning on. */
export const stopSigns = ["bang", "hiss", "smell", "oil-spray"] as const;
export type StopSign = (typeof stopSigns)[number];
export const oilKinds = ["PAG", "POE", "other", "unknown"] as const;
/** How the gauges are coupled: both sides, or the low side only where the high port is not trusted. */
export const hookUps = ["both", "low-only"] as const;
export const hosesOff = ["let-back", "as-they-stood"] as const;

/** What an interrupted vacuum goes on from on the simulated rack; partial pressures kPa, masses kg. */
const vacuumStateSchema = z.object({
  airKpa: z.number(),
  refrigerantKpa: z.number(),
  waterKpa: z.number(),
  waterKg: z.number(),
  dissolvedKg: z.number(),
});

/** How charging valves can stand; the last two only a real manifold allows. */
export const valvesAt = ["liquid-high", "vapour-low", "liquid-low", "vapour-high"] as const;

/** Ways to look for a leak, in the order they are worth taking. */
export const leakMethods = ["eye", "sniffer", "dye"] as const;
export type LeakMethod = (typeof leakMethods)[number];

/** What the label may say; only the first two can be worked on. */
export const labelRefrigerants = [...refrigerants, "R744", "other"] as const;
export type LabelRefrigerant = (typeof labelRefrigerants)[number];

export const jobSchema = z.strictObject({
  format: z.literal("evrid.job"),
  version: z.literal(4),
  id: z.string().min(1).max(100),
  createdAt: instant,
  updatedAt: instant,
  intake: z.strictObject({
    vehicle: words,
    complaint: words,
    refrigerant: z.enum(labelRefrigerants).nullable(),
    charge: entrySchema,
    tolerance: entrySchema,
    metering: z.enum(meteringKinds).nullable(),
    compressor: z.enum(compressorKinds).nullable(),
    condenserFan: z.enum(fanKinds).nullable(),
    evaporators: z.union([z.literal(1), z.literal(2)]).nullable(),
    history: z.enum(histories).nullable(),
    oilKind: z.enum(oilKinds).nullable(),
    /** All oil in the circuit, by the label. */
    oilAmount: entrySchema,
    /** When it was last filled to the label by weight, if that is on record. */
    lastFilled: z.iso.date().nullable(),
    stopSigns: z.array(z.enum(stopSigns)).max(stopSigns.length),
  }),
  look: z.strictObject({ notes: z.array(observationSchema).max(200) }),
  hookUp: z.strictObject({
    gauges: z.enum(hookUps).nullable(),
    /** Length of each hose. */
    hose: entrySchema,
    checked: z.array(z.string().max(60)).max(20),
    /** How the hoses came off, or will: what stood in them let back into the low side first, or not. */
    hosesOff: z.enum(hosesOff).nullable(),
  }),
  altitude: entrySchema,
  rest: z.strictObject({ low: entrySchema, high: entrySchema, soak: entrySchema }),
  baseline: testSchema,
  proof: testSchema,
  /** Surface temperatures along the circuit, and how far the liquid line climbs and runs to the metering device. */
  lines: z.strictObject({
    spots: z.array(z.strictObject({ place: z.enum(linePlaces), temperature: entrySchema })).max(linePlaces.length),
    rise: entrySchema,
    length: entrySchema,
  }),
  /** Time until the sides met after the engine was stopped; `met` false: still apart after it. */
  shutOff: z.strictObject({ seconds: entrySchema, met: z.boolean().nullable(), takenAt: instant.nullable() }),
  recover: z.strictObject({
    recovered: entrySchema,
    oil: entrySchema,
    /** What stays in the machine's hoses, reckoned. */
    hoses: entrySchema,
  }),
  repair: z.strictObject({
    parts: z
      .array(
        z.strictObject({
          part: z.enum(repairParts),
          kind: z.enum(repairKinds),
          drained: entrySchema,
          /** The vehicle maker's own figure for this part. */
          own: entrySchema,
        }),
      )
      .max(repairParts.length),
    debris: z.boolean(),
    flushed: z.boolean(),
    openHours: entrySchema,
    oil: z.enum(circuitOils).nullable(),
    filled: entrySchema,
  }),
  evacuate: z.strictObject({
    lowest: entrySchema,
    hold: entrySchema,
    held: entrySchema,
    wall: entrySchema,
    gauge: z.enum(vacuumGauges),
    /** Zero of the trace. */
    startedAt: instant.nullable(),
    /** Seconds since then and absolute pressure, kPa. */
    trace: z.array(z.strictObject({ t: z.number(), kpa: z.number() })).max(4000),
    /** When pump and hold began and ended, on the trace's clock. */
    marks: z.array(z.strictObject({ t: z.number(), kind: z.enum(["pump", "hold", "end"]) })).max(200),
    /** When the newest point of the trace was taken; the clock of a hold goes on from here. */
    seenAt: instant.nullable(),
    simulated: vacuumStateSchema.nullable(),
  }),
  charge: z.strictObject({
    hoses: entrySchema,
    purged: entrySchema,
    containers: z
      .array(
        z.strictObject({
          id: z.string().min(1),
          name: words,
          net: entrySchema,
          /** As warm as the air where it is left empty. */
          temperature: entrySchema,
        }),
      )
      .max(50),
    /** Cans and cylinders stand in warm water. */
    warmWater: z.boolean(),
    /** The stretch that is going on, moved with every sample; booked when it ends. */
    open: z
      .strictObject({
        containerId: z.string(),
        startG: z.number(),
        nowG: z.number(),
        /** How far the scale's zero lies from the books. */
        offsetG: z.number(),
        valve: z.enum(valvesAt),
        startedAt: instant,
      })
      .nullable(),
  }),
  /** A charge that is to be corrected without recovering first: what the readings held, and how closely, g. */
  correction: z.strictObject({ startG: z.number(), rangeG: z.number(), at: instant }).nullable(),
  /** Leak checks of what was opened, and the caps, after charging. */
  prove: z.strictObject({
    checks: z
      .array(
        z.strictObject({
          part: z.enum(repairParts),
          method: z.enum(leakMethods),
          leaks: z.boolean(),
          at: instant,
        }),
      )
      .max(200),
    capsOn: z.boolean(),
  }),
  /** The books: only ever appended to. */
  ledger: z.array(ledgerEntrySchema).max(5000),
  signOff: z.strictObject({ technician: words, remark: words, signedAt: instant.nullable() }),
  steps: z.strictObject(Object.fromEntries(stepIds.map((id) => [id, stepSchema])) as Record<StepId, typeof stepSchema>),
  /** Name of the simulated vehicle the rack plays for this job; null at a real car. */
  rackVehicle: z.string().max(100).nullable(),
  /** Put away from the bay; everything is kept. */
  archivedAt: instant.nullable(),
});

export type Job = z.infer<typeof jobSchema>;

function blankSetting(name: TestSetting["name"], rpm: string): TestSetting {
  return {
    name,
    rpm: entry(rpm, "rpm"),
    ...(Object.fromEntries(settingChannels.map((id) => [id, blankOf(id)])) as Record<SettingChannel, Entry>),
    takenAt: null,
    unsettled: [],
    cycle: null,
  };
}

function blankTest(): TestRecord {
  return {
    ambient: entry("", "degC"),
    humidity: entry("", "pct"),
    airSource: "fresh",
    cabinReturn: entry("", "degC"),
    blower: entry("100", "pct"),
    settings: [blankSetting("idle", "800"), blankSetting("fast idle", "1800")],
  };
}

/** A new job with nothing known. `now` is an ISO instant. */
export function newJob(id: string, now: string): Job {
  return {
    format: "evrid.job",
    version: 4,
    id,
    createdAt: now,
    updatedAt: now,
    intake: {
      vehicle: "",
      complaint: "",
      refrigerant: null,
      charge: entry("", "g"),
      tolerance: entry("", "g"),
      metering: null,
      compressor: null,
      condenserFan: null,
      evaporators: null,
      history: null,
      oilKind: null,
      oilAmount: entry("", "g"),
      lastFilled: null,
      stopSigns: [],
    },
    look: { notes: [] },
    hookUp: { gauges: null, hose: entry("1.5", "hoseM"), checked: [], hosesOff: null },
    altitude: entry("", "m"),
    rest: { low: entry("", "kPa"), high: entry("", "kPa"), soak: entry("", "degC") },
    baseline: blankTest(),
    proof: blankTest(),
    lines: { spots: [], rise: entry("", "hoseM"), length: entry("", "hoseM") },
    shutOff: { seconds: entry("", "s"), met: null, takenAt: null },
    recover: { recovered: entry("", "g"), oil: entry("", "g"), hoses: entry("0", "g") },
    repair: {
      parts: [],
      debris: false,
      flushed: false,
      openHours: entry("", "h"),
      oil: null,
      filled: entry("", "g"),
    },
    evacuate: {
      lowest: entry("", "mbarAbs"),
      hold: entry("30", "min"),
      held: entry("", "mbarAbs"),
      wall: entry("", "degC"),
      gauge: "electronic",
      startedAt: null,
      trace: [],
      marks: [],
      seenAt: null,
      simulated: null,
    },
    charge: { hoses: entry("", "g"), purged: entry("", "g"), containers: [], warmWater: true, open: null },
    correction: null,
    prove: { checks: [], capsOn: false },
    ledger: [],
    signOff: { technician: "", remark: "", signedAt: null },
    steps: Object.fromEntries(
      stepIds.map((step) => [step, { startedAt: null, doneAt: null, skipped: null }]),
    ) as Job["steps"],
    rackVehicle: null,
    archivedAt: null,
  };
}
