/** A running test: its conditions, and what was read at idle and at fast idle. */
import { channels, type SettingChannel, settingChannels, takenChannels } from "../../readings/channels";
import { airSources } from "../../readings/file/reading-file";
import { keptTraceSchema } from "../../readings/stream/kept-trace";
import { type Entry, entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { instant, measuredSchema } from "./written";

/** The swing of a cycling clutch, as it was when the setting was taken; kPa gauge, s. */
const cycleSchema = z.object({
  periodS: measuredSchema,
  lowMinKpa: measuredSchema,
  lowMaxKpa: measuredSchema,
  lowMeanKpa: measuredSchema,
  /** Null where the high side was not coupled. */
  highEngagedKpa: measuredSchema.nullable(),
});

/** A channel that an older record has no entry for was not read. */
const channelEntries = Object.fromEntries(
  settingChannels.map((id) => [id, entrySchema.default(() => emptyOf(id))]),
) as Record<SettingChannel, z.ZodDefault<typeof entrySchema>>;

function emptyOf(id: SettingChannel): Entry {
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
  /** Trace before the reading was recorded; null while typed. */
  trace: keptTraceSchema.nullable(),
});
export type TestSetting = z.infer<typeof settingSchema>;

export const testSchema = z.object({
  ambient: entrySchema,
  humidity: entrySchema,
  airSource: z.enum(airSources),
  cabinReturn: entrySchema,
  /** Share of full blower. */
  blower: entrySchema,
  settings: z.tuple([settingSchema, settingSchema]),
});
export type TestRecord = z.infer<typeof testSchema>;

function emptySetting(name: TestSetting["name"], rpm: string): TestSetting {
  return {
    name,
    rpm: entry(rpm, "rpm"),
    ...(Object.fromEntries(settingChannels.map((id) => [id, emptyOf(id)])) as Record<SettingChannel, Entry>),
    takenAt: null,
    unsettled: [],
    cycle: null,
    trace: null,
  };
}

export function emptyTest(): TestRecord {
  return {
    ambient: entry("", "degC"),
    humidity: entry("", "pct"),
    airSource: "fresh",
    cabinReturn: entry("", "degC"),
    blower: entry("100", "pct"),
    settings: [emptySetting("idle", "800"), emptySetting("fast idle", "1800")],
  };
}
