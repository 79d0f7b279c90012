/**
 * One record as a document that several devices write apart and that comes out the same everywhere (Yjs). A field holds every value that was set without
 * knowing of the others, so that none is lost; entries of a log are only ever added; a signature holds the whole record that was signed.
 */
import * as Y from "yjs";
import { textSum } from "../text-sum";
import type { DocumentShape, LogShape, Tree } from "./document-shape";
import type { FieldConflict, FieldValue } from "./field-conflict";
import { countersOf, entriesOf, idOf, type LogItem } from "./log-entries";
import {
  byKey,
  inOrder,
  keyedApart,
  keyedTogether,
  leavesOf,
  listAt,
  MARK,
  ORDER,
  POINT,
  place,
  withoutLogs,
} from "./record-tree";

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

interface Signature {
  device: string;
  /** Amendments that it was given over. */
  amendments: number;
  /** Keys of the log entries that its device knew. */
  held: readonly string[];
  json: string;
}

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

  /** Update with everything that is beyond a state vector; all of it without one. */
  since(state?: Uint8Array): Uint8Array {
    return Y.encodeStateAsUpdate(this.doc, state);
  }

  /** State vector of what is known here. */
  state(): Uint8Array {
    return Y.encodeStateVector(this.doc);
  }

  /** Makes the document say what a record says; false where it said so already. A signed record takes nothing but its amendment. */
  take(given: Tree): boolean {
    let changed = false;
    const record = keyedApart(inOrder(given) as Tree, this.shape);
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
    if (signatures.length > 0) {
      const twice = new Set(signatures.map(({ json }) => json)).size > 1;
      const values = signatures.map(({ device, json }) => ({ device, json }));
      return [...(twice ? [{ names: [], values }] : []), ...this.entriesApart(signatures[0]!)];
    }
    const byPath = this.chosenByPath();
    // Of a part that somebody took out of its list nothing is asked any more.
    const isGone = (path: string) =>
      (this.shape.keyed ?? []).some(({ names, by }) => {
        const list = `${names.join(POINT)}${POINT}`;
        if (!path.startsWith(list)) return false;
        const [key] = path.slice(list.length).split(POINT);
        return byPath.get(`${list}${key}${POINT}${by}`)?.every(({ json }) => json === null) ?? false;
      });
    return [...byPath]
      .filter(([, values]) => new Set(values.map(({ json }) => json)).size > 1)
      .filter(([path]) => !path.endsWith(ORDER) && !isGone(path))
      .map(([path, values]) => ({
        names: path.split(POINT),
        values: values.map(({ device, json }) => ({ device, json })),
      }));
  }

  /** Entries of logs that a standing signature does not hold. */
  private entriesApart({ held }: Signature): FieldConflict[] {
    const known = new Set(held);
    return this.shape.logs.flatMap((log) => {
      const values = entriesOf(this.items(log)).flatMap(({ entry, device, keys }) =>
        keys.some((key) => known.has(key)) ? [] : [{ device, json: JSON.stringify(entry) }],
      );
      return values.length === 0 ? [] : [{ names: log.names, values, apart: true as const }];
    });
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

  /** Values that stand, by path: of a list that only grows the longer, of a computed part any one. */
  private chosenByPath(): ReturnType<RecordDocument["byPath"]> {
    const found = this.byPath();
    for (const names of this.shape.growing ?? []) {
      const path = names.join(POINT);
      const values = found.get(path) ?? [];
      if (values.length > 1)
        found.set(
          path,
          values.filter(({ json }) => !values.some((one) => goesOn(one.json, json))),
        );
    }
    for (const names of this.shape.computed ?? []) {
      const path = names.join(POINT);
      const values = found.get(path) ?? [];
      if (values.length > 1)
        found.set(path, [values.reduce((one, other) => ((other.json ?? "") > (one.json ?? "") ? other : one))]);
    }
    return found;
  }

  private log(names: readonly string[]): Y.Array<LogItem> {
    return this.doc.getArray(`log${POINT}${names.join(POINT)}`);
  }

  /** Entries of a log that nobody took out. */
  private items({ names }: LogShape): LogItem[] {
    return this.log(names)
      .toArray()
      .filter(({ key }) => !this.gone.has(key));
  }

  /** Adds what a record's log has and the document has not, and takes out what somebody took out, where that may be. */
  private takeLog(log: LogShape, record: Tree, shown: Tree): boolean {
    const items = this.items(log);
    const entries = entriesOf(items);
    const known = new Set([...items.map(({ json }) => json), ...entries.map(({ entry }) => JSON.stringify(entry))]);
    const given = listAt(record, log.names);
    const keyOf = new Map(entries.map(({ entry, keys }) => [idOf(entry), keys[0]!]));
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
    const held = this.shape.logs.flatMap((log) => this.items(log).map(({ key }) => key));
    this.signatures.push([{ device: this.device, amendments, held, json: JSON.stringify(shared) }]);
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
    for (const [path, values] of this.chosenByPath()) {
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

/** A list, as JSON, goes on from another: "[1,2,3]" from "[1,2]". */
function goesOn(json: string | null, from: string | null): boolean {
  if (json === null || from === null || json === from) return false;
  return from === "[]" || (json.startsWith(from.slice(0, -1)) && json[from.length - 1] === ",");
}

const sumOf = (record: Tree) => textSum(JSON.stringify(record));
