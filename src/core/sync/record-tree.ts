/** Records taken apart into the values of a document, and put together again. */
import { isTree } from "../records/tree";
import type { DocumentShape, Tree } from "./document-shape";

/** Between the names of a path, and between a path and the key of a value; no name of a field holds them. */
export const POINT = "\u0002";
export const MARK = "\u0001";

export const byKey = ([a]: readonly [string, unknown], [b]: readonly [string, unknown]) => (a < b ? -1 : 1);

/** Values of a record by path, as JSON; logs and what a device keeps for itself left out. */
export function leavesOf(record: Tree, { logs, own, computed = [] }: DocumentShape): Map<string, string> {
  const isLog = new Set(logs.map(({ names }) => names.join(POINT)));
  const isWhole = new Set(computed.map((names) => names.join(POINT)));
  const leaves = new Map<string, string>();
  const walk = (value: unknown, names: readonly string[]) => {
    const path = names.join(POINT);
    if (value === undefined) return;
    // Of a log the field says only that it is there.
    if (isLog.has(path)) leaves.set(path, "[]");
    else if (isTree(value) && Object.keys(value).length > 0 && !isWhole.has(path))
      for (const [name, part] of Object.entries(value)) walk(part, [...names, name]);
    else leaves.set(path, JSON.stringify(value));
  };
  for (const [name, part] of Object.entries(record)) if (!own.includes(name)) walk(part, [name]);
  return leaves;
}

/** A value with its names in one order: the same entry must be the same text, whichever release or act put its parts together. */
export function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== "object" || value === null) return value;
  const parts = Object.entries(value).sort(byKey);
  return Object.fromEntries(parts.map(([name, part]) => [name, inOrder(part)]));
}

/** Where the keys of a keyed list stand in their order. */
export const ORDER = "\u0003";

/** A record with a part of it changed, where that part is there. */
function changedAt(record: Tree, names: readonly string[], change: (part: unknown) => unknown): Tree {
  const [name, ...rest] = names as [string, ...string[]];
  const part = record[name];
  if (part === undefined) return record;
  if (rest.length === 0) return { ...record, [name]: change(part) };
  return isTree(part) ? { ...record, [name]: changedAt(part, rest, change) } : record;
}

/** Keyed lists as parts by their keys, with the keys in their order beside them. */
export function keyedApart(record: Tree, { keyed = [] }: DocumentShape): Tree {
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
export function keyedTogether(record: Tree, { keyed = [] }: DocumentShape): Tree {
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
export function withoutLogs(record: Tree, { logs, own }: DocumentShape): Tree {
  const tree: Record<string, unknown> = {};
  for (const [name, part] of Object.entries(record)) if (!own.includes(name)) tree[name] = part;
  return logs.reduce<Tree>(
    (given, { names }) => changedAt(given, names, (log) => (Array.isArray(log) ? [] : log)),
    tree,
  );
}

export function listAt(record: Tree, names: readonly string[]): readonly unknown[] {
  const found = names.reduce<unknown>((at, name) => (isTree(at) ? at[name] : undefined), record);
  return Array.isArray(found) ? found : [];
}

export function place(tree: Record<string, unknown>, names: readonly string[], value: unknown): void {
  const [name, ...rest] = names as [string, ...string[]];
  if (rest.length === 0) {
    // A part that was empty and has fields now keeps them.
    if (!(isTree(value) && isTree(tree[name]))) tree[name] = value;
    return;
  }
  if (!isTree(tree[name])) tree[name] = {};
  place(tree[name] as Record<string, unknown>, rest, value);
}
