/**
 * One record as a document that several devices write apart and that comes out the same everywhere (Yjs). A field holds every value that was set without
 * knowing of the others, so that none is lost; entries of a log are only ever added; a signature holds the whole record that was signed.
 */
import * as Y from "yjs";
import { isTree } from "../records/merge";

export type Tree = Readonly<Record<string, unknown>>;

/** How a kind of record is put apart. */
export interface DocumentShape {
  /** Lists whose entries are added one by one, as the names that lead to them; every other list is one value. */
  logs: readonly (readonly string[])[];
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

/** A value of a field, and the device that set it. */
export interface FieldValue {
  device: string;
  /** As JSON; null where the field was taken away. */
  json: string | null;
}

/** Values that were set to one field by devices that did not know of each other. */
export interface FieldConflict {
  /** Names that lead to the field; none for two signatures of one record. */
  names: readonly string[];
  values: readonly FieldValue[];
}

interface LogItem {
  device: string;
  /** Of this entry alone, whatever it says. */
  key: string;
  json: string;
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
  private readonly fields: Y.Map<FieldValue> = this.doc.getMap("fields");
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
  take(record: Tree): boolean {
    let changed = false;
    const shown = this.record() ?? {};
    this.doc.transact(() => {
      for (const names of this.shape.logs) changed = this.takeLog(names, record) || changed;
      const [now, was] = [leavesOf(record, this.shape), leavesOf(shown, this.shape)];
      const known = this.byPath();
      for (const path of new Set([...now.keys(), ...was.keys()])) {
        const json = now.get(path) ?? null;
        if (json === (was.get(path) ?? null)) continue;
        this.set(path, json, known);
        changed = true;
      }
      changed = this.takeSignature(record) || changed;
    });
    return changed;
  }

  /** The record as it stands; null before anything was said. While a field is in conflict one of its values stands, the same on every device. */
  record(): Tree | null {
    if (this.fields.size === 0 && this.signatures.length === 0) return null;
    const open = this.openRecord();
    const [signed] = this.standing();
    if (signed === undefined) return open;
    const uncovered = this.shape.signature?.uncovered ?? [];
    return {
      ...(JSON.parse(signed.json) as Tree),
      ...Object.fromEntries(uncovered.flatMap((part) => (part in open ? [[part, open[part]]] : []))),
    };
  }

  /** What somebody has to choose, once, on any device; what was set apart from a signature is asked about when that is amended. */
  conflicts(): FieldConflict[] {
    const signatures = this.standing();
    if (signatures.length > 0)
      return new Set(signatures.map(({ json }) => json)).size < 2 ? [] : [{ names: [], values: signatures }];
    return [...this.byPath()]
      .filter(([, values]) => new Set(values.map(({ value }) => value.json)).size > 1)
      .map(([path, values]) => ({ names: path.split(POINT), values: values.map(({ value }) => value) }));
  }

  /** Answers a conflict of a field. */
  choose(names: readonly string[], json: string | null): void {
    this.doc.transact(() => this.set(names.join(POINT), json, this.byPath()));
  }

  /** A field with one value in place of all that are known here; what another device sets meanwhile stands beside it. */
  private set(path: string, json: string | null, known: ReturnType<RecordDocument["byPath"]>): void {
    for (const { key } of known.get(path) ?? []) this.fields.delete(key);
    this.fields.set(`${path}${MARK}${this.unique()}`, { device: this.device, json });
  }

  /** Values by path, each in the order of their keys, which is the same on every device. */
  private byPath(): Map<string, { key: string; value: FieldValue }[]> {
    const found = new Map<string, { key: string; value: FieldValue }[]>();
    for (const [key, value] of [...this.fields.entries()].sort(([a], [b]) => (a < b ? -1 : 1))) {
      const path = key.slice(0, key.indexOf(MARK));
      found.set(path, [...(found.get(path) ?? []), { key, value }]);
    }
    return found;
  }

  private log(names: readonly string[]): Y.Array<LogItem> {
    return this.doc.getArray(`log${POINT}${names.join(POINT)}`);
  }

  /** Adds what a record's log has and the document has not; nothing is ever taken away. */
  private takeLog(names: readonly string[], record: Tree): boolean {
    const items = this.log(names).toArray();
    const known = new Set([...items.map(({ json }) => json), ...entriesOf(items).map((item) => JSON.stringify(item))]);
    const fresh = listAt(record, names)
      .map((item) => JSON.stringify(item))
      .filter((json) => !known.has(json))
      .map((json) => ({ device: this.device, key: this.unique(), json }));
    if (fresh.length > 0) this.log(names).push(fresh);
    return fresh.length > 0;
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
      const { json } = values.at(-1)!.value;
      if (json !== null) place(tree, path.split(POINT), JSON.parse(json));
    }
    for (const names of this.shape.logs) {
      const items = this.log(names).toArray();
      if (items.length > 0) place(tree, names, entriesOf(items));
    }
    return tree;
  }
}

/**
 * Entries of a log in their order. The same entry from two devices stands once; of two entries with one id the second gets an id of its own, and what
 * takes it back on its device follows it.
 */
function entriesOf(items: readonly LogItem[]): unknown[] {
  const said = new Set<string>();
  const used = new Set<unknown>();
  const renamed = new Map<string, string>();
  const entries: unknown[] = [];
  for (const { device, key, json } of items) {
    if (said.has(json)) continue;
    said.add(json);
    const entry = JSON.parse(json) as { id?: unknown; counters?: unknown };
    if (typeof entry !== "object" || entry === null || typeof entry.id !== "string") {
      entries.push(entry);
      continue;
    }
    const { id } = entry;
    const own = used.has(id) ? `${id}-${key}`.slice(0, 100) : id;
    if (own !== id) renamed.set(`${device} ${id}`, own);
    used.add(own);
    const counters = renamed.get(`${device} ${String(entry.counters)}`);
    entries.push({ ...entry, id: own, ...(counters === undefined ? {} : { counters }) });
  }
  return entries;
}

/** Values of a record by path, as JSON; logs and what a device keeps for itself left out. */
function leavesOf(record: Tree, { logs, own }: DocumentShape): Map<string, string> {
  const isLog = new Set(logs.map((names) => names.join(POINT)));
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
