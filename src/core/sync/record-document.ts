/**
 * One record as a document that several devices write apart and that comes out the same everywhere (Yjs). A field holds every value that was set without
 * knowing of the others, so that none is lost; entries of a log are only ever added; a signature holds the whole record that was signed.
 */
import * as Y from "yjs";
import { isTree } from "../records/tree";
import { textSum } from "../text-sum";
import type { FieldConflict, FieldValue } from "./field-conflict";

export type Tree = Readonly<Record<string, unknown>>;

/** A list whose entries are added one by one. */
export interface LogShape {
  /** That lead to it. */
  names: readonly string[];
  /** Somebody may take an entry away again; from any other log nothing ever goes. */
  removable?: true;
}

/** How a kind of record is put apart. */
export interface DocumentShape {
  /** A list that is none of these is one value. */
  logs: readonly LogShape[];
  /** Lists of parts that each have fields of their own, and the field that tells them apart. */
  keyed?: readonly { names: readonly string[]; by: string }[];
  /** Lists that only grow: of two the one that goes on from the other stands. */
  growing?: readonly (readonly string[])[];
  /** Top-level parts that each device keeps for itself. */
  own: readonly string[];
  /** Lock of a signature; absent where such records are not signed. */
  signature?: {
    isSigned: (record: Tree) => boolean;
    /** Log of amendments: a signature is void once there is one more than when it was given. */
    amendments: readonly string[];
    /** Top-level parts that a signature does not cover. */
    uncovered: readonly string[];
  };
}

/** A value set over the record as it came in. */
interface SetValue extends FieldValue {
  /** Keys of the records that were known and are not to be asked about this field any more. */
  over: readonly string[];
}

/** The record as it came in on a device that knew of none; more than one where several did. */
interface Base {
  device: string;
  json: string;
}

/** The record was removed as it stood then: a change that was not known voids it. */
interface Removal {
  /** ISO. */
  at: string;
  /** Sum of the record. */
  of: string;
}

interface LogItem {
  device: string;
  /** Of this entry alone, whatever it says. */
  key: string;
  json: string;
  /** Key of the entry that it takes back. */
  over?: string;
}

interface Signature {
  device: string;
  /** Amendments that it was given over. */
  amendments: number;
  json: string;
}

/** Between the names of a path, and between a path and the key of a value; no name of a field holds them. */
const POINT = "\u0002";
const MARK = "\u0001";

export class RecordDocument {
  readonly doc = new Y.Doc();
  private readonly bases: Y.Map<Base> = this.doc.getMap("bases");
  private readonly fields: Y.Map<SetValue> = this.doc.getMap("fields");
  /** Keys of entries that were taken out of their log. */
  private readonly gone: Y.Map<true> = this.doc.getMap("gone");
  private readonly removals: Y.Map<Removal> = this.doc.getMap("removals");
  private readonly signatures: Y.Array<Signature> = this.doc.getArray("signatures");

  /**
   * @param device that writes here
   * @param unique gives a key that no device has given before
   * @param updates of this document, in any order
   */
  constructor(
    private readonly shape: DocumentShape,
    private readonly device: string,
    private readonly unique: () => string,
    updates: readonly Uint8Array[] = [],
  ) {
    for (const update of updates) this.apply(update);
  }

  /** Takes an update of any device; one that was taken before changes nothing, one that comes too early waits in the document. */
  apply(update: Uint8Array): void {
    Y.applyUpdate(this.doc, update);
  }

  /** What the document has beyond a state vector; all of it without one. */
  since(state?: Uint8Array): Uint8Array {
    return Y.encodeStateAsUpdate(this.doc, state);
  }

  /** State vector: what this document knows. */
  state(): Uint8Array {
    return Y.encodeStateVector(this.doc);
  }

  /** Makes the document say what a record says; false where it said so already. A signed record takes nothing but its amendment. */
  take(given: Tree): boolean {
    let changed = false;
    const record = keyedApart(given, this.shape);
    const shown = keyedApart(this.record() ?? {}, this.shape);
    this.doc.transact(() => {
      for (const log of this.shape.logs) changed = this.takeLog(log, record, shown) || changed;
      changed = (this.bases.size === 0 ? this.takeBase(record) : this.takeFields(record, shown)) || changed;
      changed = this.takeSignature(record) || changed;
      if (this.removals.size > 0 && this.removedAt() !== null) {
        // Somebody put it back. Only what is set tells that there is something to send: a mark stands in place of what is deleted.
        for (const key of this.removals.keys()) this.removals.delete(key);
        this.removals.set(this.unique(), { at: "", of: "" });
        changed = true;
      }
    });
    return changed;
  }

  private takeBase(record: Tree): boolean {
    this.bases.set(this.unique(), { device: this.device, json: JSON.stringify(withoutLogs(record, this.shape)) });
    return true;
  }

  private takeFields(record: Tree, shown: Tree): boolean {
    const [now, was] = [leavesOf(record, this.shape), leavesOf(shown, this.shape)];
    const known = this.byPath();
    let changed = false;
    for (const path of new Set([...now.keys(), ...was.keys()])) {
      const json = now.get(path) ?? null;
      if (json === (was.get(path) ?? null)) continue;
      this.set(path, json, known);
      changed = true;
    }
    return changed;
  }

  /** Removes the record as it stands here. `at` ISO; false where there is nothing to remove. */
  remove(at: string): boolean {
    const record = this.record();
    if (record === null || this.removedAt() !== null) return false;
    this.removals.set(this.unique(), { at, of: sumOf(record) });
    return true;
  }

  /** When the record was removed, ISO; null where it stands, also because somebody who did not know of it went on with it. */
  removedAt(): string | null {
    if (this.removals.size === 0) return null;
    const record = this.record();
    if (record === null) return null;
    const sum = sumOf(record);
    const its = [...this.removals.values()].filter(({ of }) => of === sum).map(({ at }) => at);
    return its.sort()[0] ?? null;
  }

  /** The record as it stands; null before anything was said. While a field is in conflict one of its values stands, the same on every device. */
  record(): Tree | null {
    if (this.bases.size === 0) return null;
    const open = this.openRecord();
    const [signed] = this.standing();
    if (signed === undefined) return keyedTogether(open, this.shape);
    const uncovered = this.shape.signature?.uncovered ?? [];
    return {
      ...keyedTogether(JSON.parse(signed.json) as Tree, this.shape),
      ...Object.fromEntries(uncovered.flatMap((part) => (part in open ? [[part, open[part]]] : []))),
    };
  }

  /** What somebody has to choose, once, on any device; what was set apart from a signature is asked about when that is amended. */
  conflicts(): FieldConflict[] {
    const signatures = this.standing();
    if (signatures.length > 0)
      return new Set(signatures.map(({ json }) => json)).size < 2 ? [] : [{ names: [], values: signatures }];
    return [...this.byPath()]
      .filter(([path, values]) => !path.endsWith(ORDER) && new Set(values.map(({ json }) => json)).size > 1)
      .map(([path, values]) => ({
        names: path.split(POINT),
        values: values.map(({ device, json }) => ({ device, json })),
      }));
  }

  /** Answers a conflict of a field. */
  choose(names: readonly string[], json: string | null): void {
    this.doc.transact(() => this.set(names.join(POINT), json, this.byPath()));
  }

  /** A field with one value in place of all that are known here; what another device sets meanwhile stands beside it. */
  private set(path: string, json: string | null, known: ReturnType<RecordDocument["byPath"]>): void {
    for (const { key, isSet } of known.get(path) ?? []) if (isSet) this.fields.delete(key);
    const over = [...this.bases.keys()].sort();
    this.fields.set(`${path}${MARK}${this.unique()}`, { device: this.device, json, over });
  }

  /** Values by path, each in the order of their keys, which is the same on every device. */
  private byPath(): Map<string, (FieldValue & { key: string; isSet: boolean })[]> {
    const found = new Map<string, (FieldValue & { key: string; isSet: boolean })[]>();
    const add = (path: string, value: FieldValue & { key: string; isSet: boolean }) => {
      const values = found.get(path);
      if (values === undefined) found.set(path, [value]);
      else values.push(value);
    };
    const covered = new Map<string, Set<string>>();
    const set = [...this.fields.entries()].sort(byKey);
    for (const [key, { over }] of set) {
      const path = key.slice(0, key.indexOf(MARK));
      covered.set(path, new Set([...(covered.get(path) ?? []), ...over]));
    }
    for (const [key, { device, json }] of [...this.bases.entries()].sort(byKey))
      for (const [path, leaf] of leavesOf(JSON.parse(json) as Tree, this.shape))
        if (covered.get(path)?.has(key) !== true) add(path, { device, json: leaf, key, isSet: false });
    for (const [key, { device, json }] of set) add(key.slice(0, key.indexOf(MARK)), { device, json, key, isSet: true });
    return found;
  }

  private log(names: readonly string[]): Y.Array<LogItem> {
    return this.doc.getArray(`log${POINT}${names.join(POINT)}`);
  }

  /** Entries of a log that nobody took out. */
  private items({ names, removable }: LogShape): LogItem[] {
    const items = this.log(names).toArray();
    return removable ? items.filter(({ key }) => !this.gone.has(key)) : items;
  }

  /** Adds what a record's log has and the document has not, and takes out what somebody took out, where that may be. */
  private takeLog(log: LogShape, record: Tree, shown: Tree): boolean {
    const items = this.items(log);
    const entries = entriesOf(items);
    const known = new Set([...items.map(({ json }) => json), ...entries.map(({ entry }) => JSON.stringify(entry))]);
    const given = listAt(record, log.names);
    const keyOf = new Map(entries.map(({ entry, key }) => [idOf(entry), key]));
    const fresh: LogItem[] = [];
    for (const entry of given) {
      const json = JSON.stringify(entry);
      if (known.has(json)) continue;
      const key = this.unique();
      const over = keyOf.get(countersOf(entry));
      keyOf.set(idOf(entry), key);
      fresh.push({ device: this.device, key, json, ...(over === undefined ? {} : { over }) });
    }
    if (fresh.length > 0) this.log(log.names).push(fresh);
    if (!log.removable) return fresh.length > 0;
    const has = new Set(given.map((item) => JSON.stringify(item)));
    // What another device added, and a signed record does not show, was not taken out by anybody.
    const was = new Set(listAt(shown, log.names).map((item) => JSON.stringify(item)));
    const out = entries.filter(({ entry }) => was.has(JSON.stringify(entry)) && !has.has(JSON.stringify(entry)));
    for (const { json } of out) for (const item of items) if (item.json === json) this.gone.set(item.key, true);
    return fresh.length + out.length > 0;
  }

  private takeSignature(record: Tree): boolean {
    const { signature } = this.shape;
    if (signature === undefined || !signature.isSigned(record) || this.standing().length > 0) return false;
    const shared = Object.fromEntries(Object.entries(record).filter(([part]) => !this.shape.own.includes(part)));
    const amendments = listAt(record, signature.amendments).length;
    this.signatures.push([{ device: this.device, amendments, json: JSON.stringify(shared) }]);
    return true;
  }

  /** Signatures that no amendment has voided, in one order everywhere. */
  private standing(): Signature[] {
    const { signature } = this.shape;
    if (signature === undefined || this.signatures.length === 0) return [];
    const given = this.log(signature.amendments).length;
    return this.signatures.toArray().filter(({ amendments }) => amendments >= given);
  }

  private openRecord(): Tree {
    const tree: Record<string, unknown> = {};
    for (const [path, values] of this.byPath()) {
      const { json } = values.at(-1)!;
      if (json !== null) place(tree, path.split(POINT), JSON.parse(json));
    }
    for (const log of this.shape.logs) {
      const entries = entriesOf(this.items(log)).map(({ entry }) => entry);
      if (entries.length > 0) place(tree, log.names, entries);
    }
    return tree;
  }
}

const byKey = ([a]: readonly [string, unknown], [b]: readonly [string, unknown]) => (a < b ? -1 : 1);
const sumOf = (record: Tree) => textSum(JSON.stringify(record));

interface LogEntry {
  entry: unknown;
  json: string;
  key: string;
}

const idOf = (entry: unknown): unknown => (entry as { id?: unknown } | null)?.id ?? null;
const countersOf = (entry: unknown): unknown => (entry as { counters?: unknown } | null)?.counters ?? undefined;

/**
 * Entries of a log in their order. What two devices wrote alike, each from the same press or file, stands once; of two entries with one id the second gets
 * an id of its own, and what takes it back follows it; what was taken back on both is taken back once.
 */
function entriesOf(items: readonly LogItem[]): LogEntry[] {
  const entries: LogEntry[] = [];
  const said = new Set<string>();
  const used = new Set<unknown>();
  const idByKey = new Map<string, string>();
  /** Entries by what they say besides their id, with the devices that wrote each. */
  const alike = new Map<string, { id: string; devices: Set<string> }[]>();
  const answeredBy = new Map<unknown, string>();
  for (const { device, key, json, over } of items) {
    const entry = JSON.parse(json) as { id?: unknown; counters?: unknown };
    const { id } = typeof entry === "object" && entry !== null ? entry : {};
    if (typeof id !== "string") {
      if (!said.has(json)) entries.push({ entry, json, key });
      said.add(json);
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
      continue;
    }
    const own = used.has(id) ? `${id}-${key}`.slice(0, 100) : id;
    used.add(own);
    idByKey.set(key, own);
    alike.set(content, [...(alike.get(content) ?? []), { id: own, devices: new Set([device]) }]);
    if (answers) answeredBy.set(counters, own);
    entries.push({ entry: { ...entry, id: own, ...(answers ? { counters } : {}) }, json, key });
  }
  return entries;
}

/** Values of a record by path, as JSON; logs and what a device keeps for itself left out. */
function leavesOf(record: Tree, { logs, own }: DocumentShape): Map<string, string> {
  const isLog = new Set(logs.map(({ names }) => names.join(POINT)));
  const leaves = new Map<string, string>();
  const walk = (value: unknown, names: readonly string[]) => {
    const path = names.join(POINT);
    if (value === undefined) return;
    // Of a log the field says only that it is there.
    if (isLog.has(path)) leaves.set(path, "[]");
    else if (isTree(value) && Object.keys(value).length > 0)
      for (const [name, part] of Object.entries(value)) walk(part, [...names, name]);
    else leaves.set(path, JSON.stringify(value));
  };
  for (const [name, part] of Object.entries(record)) if (!own.includes(name)) walk(part, [name]);
  return leaves;
}

/** Where the keys of a keyed list stand in their order. */
const ORDER = "\u0003";

/** A record with a part of it changed, where that part is there. */
function changedAt(record: Tree, names: readonly string[], change: (part: unknown) => unknown): Tree {
  const [name, ...rest] = names as [string, ...string[]];
  const part = record[name];
  if (part === undefined) return record;
  if (rest.length === 0) return { ...record, [name]: change(part) };
  return isTree(part) ? { ...record, [name]: changedAt(part, rest, change) } : record;
}

/** Keyed lists as parts by their keys, with the keys in their order beside them. */
function keyedApart(record: Tree, { keyed = [] }: DocumentShape): Tree {
  return keyed.reduce(
    (given, { names, by }) =>
      changedAt(given, names, (list) => {
        if (!Array.isArray(list)) return list;
        const parts = list as Tree[];
        const keys = parts.map((part) => String(part[by]));
        return { [ORDER]: keys, ...Object.fromEntries(parts.map((part, i) => [keys[i], part])) };
      }),
    record,
  );
}

/** The lists again; a part that was taken out on one device has lost its key, whatever another one still set in it. */
function keyedTogether(record: Tree, { keyed = [] }: DocumentShape): Tree {
  return keyed.reduce(
    (given, { names, by }) =>
      changedAt(given, names, (parts) => {
        if (!isTree(parts)) return parts;
        const { [ORDER]: order = [], ...byKey } = parts as Record<string, Tree> & { [ORDER]?: string[] };
        const keys = [...new Set([...(order as string[]), ...Object.keys(byKey).sort()])];
        return keys.flatMap((key) => (isTree(byKey[key]) && by in byKey[key] ? [byKey[key]] : []));
      }),
    record,
  );
}

/** A record with its logs empty and without what a device keeps for itself. */
function withoutLogs(record: Tree, { logs, own }: DocumentShape): Tree {
  const tree: Record<string, unknown> = {};
  for (const [name, part] of Object.entries(record)) if (!own.includes(name)) tree[name] = part;
  return logs.reduce<Tree>(
    (given, { names }) => changedAt(given, names, (log) => (Array.isArray(log) ? [] : log)),
    tree,
  );
}

function listAt(record: Tree, names: readonly string[]): readonly unknown[] {
  const found = names.reduce<unknown>((at, name) => (isTree(at) ? at[name] : undefined), record);
  return Array.isArray(found) ? found : [];
}

function place(tree: Record<string, unknown>, names: readonly string[], value: unknown): void {
  const [name, ...rest] = names as [string, ...string[]];
  if (rest.length === 0) {
    // A part that was empty and has fields now keeps them.
    if (!(isTree(value) && isTree(tree[name]))) tree[name] = value;
    return;
  }
  if (!isTree(tree[name])) tree[name] = {};
  place(tree[name] as Record<string, unknown>, rest, value);
}
