/** Entries of a log that several devices write. */

export interface LogItem {
  device: string;
  /** Unique to this entry, whatever it says. */
  key: string;
  json: string;
  /** Key of the entry that it takes back. */
  over?: string;
}

export interface LogEntry {
  device: string;
  entry: unknown;
  json: string;
  /** Keys of the first that says it, and of those that say the same. */
  keys: string[];
}

export const idOf = (entry: unknown): unknown => (entry as { id?: unknown } | null)?.id ?? null;
export const countersOf = (entry: unknown): unknown => (entry as { counters?: unknown } | null)?.counters ?? undefined;

/**
 * Entries of a log in their order. What two devices wrote alike, each from the same press or file, stands once; of two entries with one id the second gets
 * an id of its own, and what takes it back follows it; what was taken back on both is taken back once.
 */
export function entriesOf(items: readonly LogItem[]): LogEntry[] {
  const entries: LogEntry[] = [];
  const said = new Map<string, LogEntry>();
  const byId = new Map<string, LogEntry>();
  const idByKey = new Map<string, string>();
  /** Entries by what they say besides their id, with the devices that wrote each. */
  const alike = new Map<string, { id: string; devices: Set<string> }[]>();
  const answeredBy = new Map<unknown, string>();
  for (const { device, key, json, over } of items) {
    const entry = JSON.parse(json) as { id?: unknown; counters?: unknown };
    const { id } = typeof entry === "object" && entry !== null ? entry : {};
    if (typeof id !== "string") {
      const before = said.get(json);
      const made = { device, entry, json, keys: [key] };
      if (before !== undefined) before.keys.push(key);
      else entries.push(made);
      said.set(json, before ?? made);
      continue;
    }
    const counters = over === undefined ? entry.counters : idByKey.get(over);
    const answers = counters !== undefined && counters !== null;
    const content = JSON.stringify({ ...entry, id: "", counters });
    const same = alike.get(content)?.find(({ devices }) => !devices.has(device));
    const there = same?.id ?? (answers ? answeredBy.get(counters) : undefined);
    same?.devices.add(device);
    if (there !== undefined) {
      idByKey.set(key, there);
      byId.get(there)?.keys.push(key);
      continue;
    }
    const own = byId.has(id) ? `${id}-${key}`.slice(0, 100) : id;
    idByKey.set(key, own);
    alike.set(content, [...(alike.get(content) ?? []), { id: own, devices: new Set([device]) }]);
    if (answers) answeredBy.set(counters, own);
    const made = { device, entry: { ...entry, id: own, ...(answers ? { counters } : {}) }, json, keys: [key] };
    byId.set(own, made);
    entries.push(made);
  }
  return entries;
}
