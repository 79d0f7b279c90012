/**
 * The reading file, `evrid.readings` version 1: what was measured at one vehicle. Pressures kPa gauge, temperatures degC,
 * masses g, times s, humidity %, altitude m. Absent is never zero; null in a file is read as absent.
 */
import { workKinds } from "../../causes/work";
import { refrigerants } from "../../fluids/refrigerants";
import { fail, type Result, succeed } from "../../result";
import * as z from "../../zod";
import { type ChannelField, channels, settingChannels } from "../channels";
import { parseJsonLines } from "./json-lines";
import { localPriorSchema } from "./local-prior";

export const meteringKinds = ["expansion-valve", "orifice-tube"] as const;
export const compressorKinds = ["fixed", "variable-internal", "variable-external", "electric"] as const;
export const highPorts = ["after-condenser", "before-condenser"] as const;
export const fanKinds = ["electric", "viscous", "both"] as const;
export const airSources = ["fresh", "recirculated"] as const;

/** Limits outside which no vehicle or instrument of this trade can be; shared by files and forms. */
export const limits = {
  gaugeKpa: { min: -101, max: 4000 },
  temperatureC: { min: -40, max: 180 },
  ambientC: { min: -30, max: 60 },
  /** Air that comes back out of a cabin, parked in the sun at most. */
  cabinC: { min: -30, max: 90 },
  humidityPct: { min: 0, max: 100 },
  altitudeM: { min: -430, max: 5000 },
  chargeG: { min: 50, max: 5000 },
  toleranceG: { min: 0, max: 500 },
  rpm: { min: 0, max: 8000 },
  seconds: { min: 0, max: 86_400 },
} as const;

/** Settings of the engine that one reading can hold. */
export const MOST_SETTINGS = 20;

const within = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max).nullish();

export const vehicleSchema = z.object({
  refrigerant: z.enum(refrigerants),
  chargeG: within(limits.chargeG),
  chargeToleranceG: within(limits.toleranceG),
  metering: z.enum(meteringKinds),
  compressor: z.enum(compressorKinds),
  condenserFan: z.enum(fanKinds).nullish(),
  evaporators: z.union([z.literal(1), z.literal(2)]).nullish(),
  highPort: z.enum(highPorts).nullish(),
});

export const conditionsSchema = z.object({
  ambientC: z.number().min(limits.ambientC.min).max(limits.ambientC.max),
  humidityPct: within(limits.humidityPct),
  altitudeM: within(limits.altitudeM),
  cabinReturnC: within(limits.cabinC),
  airSource: z.enum(airSources).nullish(),
  blowerPct: within(limits.humidityPct),
});

/** Limits of what a channel of that kind can show in a file. */
const channelLimits = {
  pressure: limits.gaugeKpa,
  temperature: limits.temperatureC,
  percent: limits.humidityPct,
} as const;

/** One field a channel of the running test, by the table of channels. */
const channelFields = Object.fromEntries(
  settingChannels.map((id) => [channels[id].field, within(channelLimits[channels[id].dimension])]),
) as Record<ChannelField, ReturnType<typeof within>>;

export const runningSchema = z.object({
  rpm: within(limits.rpm),
  ...channelFields,
  lowMinKpa: within(limits.gaugeKpa),
  lowMaxKpa: within(limits.gaugeKpa),
  cyclePeriodS: within(limits.seconds),
});

const restSchema = z.object({
  lowKpa: within(limits.gaugeKpa),
  highKpa: within(limits.gaugeKpa),
  soakC: within(limits.temperatureC),
});
/** Readings of a car in one test. */
const testShape = {
  conditions: conditionsSchema,
  rest: restSchema.nullish(),
  running: z.array(runningSchema).max(MOST_SETTINGS).nullish(),
  equalise: z.object({ seconds: within(limits.seconds), equalised: z.boolean().nullish() }).nullish(),
  /** Weighed out of it, when that was done: then the charge is known. */
  recoveredG: within({ min: 0, max: 11_000 }),
  observations: z.array(z.string().max(100)).max(100).nullish(),
  /** Parts that were looked at and found in order: what would have been seen there is less likely. */
  inspectedParts: z.array(z.string().max(100)).max(100).nullish(),
  /** Complaint from the short list (core/causes/complaints.ts); complaints not listed are no evidence. */
  complaints: z.array(z.string().max(100)).max(100).nullish(),
};

/** Fields a later version may add are passed over, so that an older Evrid still answers. */
export const readingFileSchema = z.object({
  format: z.literal("evrid.readings"),
  version: z.literal(1),
  id: z.string().min(1).max(200),
  vehicle: vehicleSchema,
  ...testShape,
  /** Readings before the work, and the work done since. */
  before: z.object(testShape).nullish(),
  work: z.array(z.enum(workKinds)).max(workKinds.length).nullish(),
  /** Local prior from the outcomes of the workshop; without it the general prior holds. */
  localPrior: localPriorSchema.nullish(),
});

export type ReadingFile = z.infer<typeof readingFileSchema>;
export type RunningSetting = z.infer<typeof runningSchema>;

export interface ReadingFileIssue {
  /** Line in a JSON Lines file, 1 for a single object. */
  line: number;
  /** Path of the field, empty when the text is not JSON at all. */
  field: string;
  expected: string;
}

/** Reads one JSON object, or JSON Lines: one result a line, blank lines passed over. */
export function parseReadings(text: string): Result<ReadingFile, ReadingFileIssue>[] {
  const results = parseJsonLines(text).map((line) =>
    "broken" in line
      ? fail({ line: line.line, field: "", expected: "a JSON object" })
      : checkReading(line.value, line.line),
  );
  return results.length > 0 ? results : [fail({ line: 1, field: "", expected: "a reading file, found nothing" })];
}

/** Checks an already parsed object against the schema; the first issue is named by its path. */
export function checkReading(given: unknown, line = 1): Result<ReadingFile, ReadingFileIssue> {
  const checked = readingFileSchema.safeParse(given);
  if (checked.success) return succeed(checked.data);
  const issue = checked.error.issues[0]!;
  return fail({ line, field: issue.path.join("."), expected: issue.message });
}
