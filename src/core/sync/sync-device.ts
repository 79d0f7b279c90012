/**
 * One device of a shop on a shared folder. It writes files of its own and reads those of the others; no file has two writers. What is partial is read as far
 * as it goes, what is read twice changes nothing, and what this device wrote is written again where the folder has lost it.
 */
import type { DeviceCard } from "./device-card";
import type { FolderFiles } from "./folder-files";
import type { RecordDocument } from "./record-document";
import { type Frame, frameBytes, readFrames } from "./update-file";
import { isUpdateFile, monthOf, updateFileName } from "./update-names";

/** What a device knows of the folder, kept in one piece with its documents. */
export interface DeviceState {
  device: string;
  /** Own files and how far they were written; the last one is written on. `whole`: made of files that all had read. */
  files: readonly { name: string; size: number; whole?: boolean }[];
  /** How far each other file was read. */
  read: Readonly<Record<string, number>>;
}

export const newDevice = (device: string): DeviceState => ({ device, files: [], read: {} });

/** A document in hand, and what of it stands in the folder (state vector). */
export interface OpenDocument {
  document: RecordDocument;
  sent: Uint8Array | null;
}

type Documents = ReadonlyMap<string, OpenDocument>;

/** Where a device keeps its documents. */
export interface DocumentStore {
  /** Documents by their keys; one that is not there yet is empty. */
  open: (keys: readonly string[]) => Promise<Documents>;
  /** Opens documents, changes them, and keeps them and the device's state: all of it or nothing. */
  change: (keys: readonly string[], change: (documents: Documents) => void, state: DeviceState) => Promise<void>;
  /** Keys of documents with something that the folder does not have. */
  pending: () => Promise<readonly string[]>;
  /** Nothing counts as written any more. */
  resend: () => Promise<void>;
}

export interface SyncPorts {
  /** A key that no device has given before: letters and digits. */
  unique: () => string;
  /** Makes an update smaller for a file, and back. */
  pack: (update: Uint8Array) => Promise<Uint8Array>;
  unpack: (packed: Uint8Array) => Promise<Uint8Array>;
}

/** What a reading found: keys of documents that it touched, and files that hold damage. */
export interface ReadResult {
  changed: string[];
  damaged: string[];
}

/** Bytes that were read of all that is new. */
export type HearsBytes = (done: number, all: number) => void;

/** State vector of an empty document. */
const NOTHING = Uint8Array.of(0);
/** So many documents are changed in one piece. */
const AT_ONCE = 200;
/** A file that has grown beyond this is written on no more, bytes: a folder that is copied from device to device copies files whole. */
const MOST_FILE = 4_000_000;
/** So many files that all have read are made one. */
const MANY_FILES = 8;

export class SyncDevice {
  constructor(
    private state: DeviceState,
    private readonly store: DocumentStore,
    private readonly ports: SyncPorts,
  ) {}

  get device(): string {
    return this.state.device;
  }

  get known(): DeviceState {
    return this.state;
  }

  /** Reads what is new in the folder. */
  async read(folder: FolderFiles, onBytes: HearsBytes = () => undefined): Promise<ReadResult> {
    const changed = new Set<string>();
    const damaged: string[] = [];
    const there = new Map((await folder.list()).map(({ name, size }) => [name, size]));
    await this.lookAfterOwn(there);
    const own = new Set(this.state.files.map(({ name }) => name));
    const fresh = [...there].filter(
      ([name, size]) => isUpdateFile(name) && !own.has(name) && (this.state.read[name] ?? 0) < size,
    );
    const all = fresh.reduce((sum, [name, size]) => sum + size - (this.state.read[name] ?? 0), 0);
    let done = 0;
    for (const [name, size] of fresh) {
      const from = this.state.read[name] ?? 0;
      const { frames, damaged: broken } = readFrames(await folder.read(name, from));
      for (let i = 0; i < frames.length; i += AT_ONCE) {
        const some = frames.slice(i, i + AT_ONCE);
        await this.receive(some, { [name]: from + some.at(-1)!.end });
        for (const { key } of some) changed.add(key);
        onBytes(done + some.at(-1)!.end, all);
      }
      done += size - from;
      if (broken) damaged.push(name);
    }
    return { changed: [...changed], damaged };
  }

  /** Takes updates; what stood in the folder is not written again, unless something of this device waits with it. */
  async receive(frames: readonly Frame[], read: DeviceState["read"]): Promise<void> {
    // A frame that is whole and says nothing here was written by a later release: its place is passed.
    const updates = await Promise.all(frames.map(({ update }) => this.ports.unpack(update).catch(() => null)));
    const inFolder = Object.keys(read).length > 0;
    await this.change(
      frames.map(({ key }) => key),
      (documents) => {
        for (const [i, { key }] of frames.entries()) {
          const one = documents.get(key)!;
          const update = updates[i]!;
          if (update === null) continue;
          const waits = isPending(one);
          one.document.apply(update);
          if (!waits && inFolder) one.sent = one.document.state();
        }
      },
      { ...this.state, read: { ...this.state.read, ...read } },
    );
  }

  /** Changes documents and the state as one. */
  private async change(keys: readonly string[], change: (documents: Documents) => void, next: DeviceState) {
    await this.store.change([...new Set(keys)], change, next);
    this.state = next;
  }

  /**
   * Own files as the folder has them. One that is longer was written on by another copy of this device, or a write broke off: it is read like any other and
   * written on no more. Where one is lost, all is written again.
   */
  private async lookAfterOwn(there: ReadonlyMap<string, number>): Promise<void> {
    const { files } = this.state;
    const lost = files.some(({ name, size }) => (there.get(name) ?? -1) < size);
    const longer = files.some(({ name, size }) => (there.get(name) ?? 0) > size);
    if (lost) await this.store.resend();
    if (!lost && !longer) return;
    const read = files.map(({ name, size }) => [name, Math.min(size, there.get(name) ?? 0)] as const);
    await this.change([], () => undefined, {
      ...this.state,
      files: [],
      read: { ...this.state.read, ...Object.fromEntries(read) },
    });
  }

  /**
   * Writes what the folder does not have, to a file of this month. Throws what the folder throws; then nothing counts as written, and the next reading
   * looks how much of it arrived. Gives how many documents were written.
   */
  async write(folder: FolderFiles, month: string, onDone: (done: number, all: number) => void = () => undefined) {
    const keys = await this.store.pending();
    for (let i = 0; i < keys.length; i += AT_ONCE) {
      await this.writeSome(folder, month, keys.slice(i, i + AT_ONCE));
      onDone(Math.min(keys.length, i + AT_ONCE), keys.length);
    }
    return keys.length;
  }

  private async writeSome(folder: FolderFiles, month: string, keys: readonly string[]): Promise<void> {
    const documents = await this.store.open(keys);
    const states = new Map([...documents].map(([key, { document }]) => [key, document.state()]));
    const bytes = await this.framesOf(documents, ({ document, sent }) => document.since(sent ?? undefined));
    const { files } = this.state;
    const last = files.at(-1);
    const goesOn = last !== undefined && last.whole !== true && last.size < MOST_FILE && monthOf(last.name) === month;
    const file = goesOn ? last : { name: this.newName(month), size: 0 };
    await folder.append(file.name, file.size, bytes);
    const written = { ...file, size: file.size + bytes.length };
    await this.change(keys, (now) => markSent(now, states), {
      ...this.state,
      files: [...(goesOn ? files.slice(0, -1) : files), written],
    });
  }

  private newName = (month: string) => updateFileName(this.device, month, this.ports.unique());

  private async framesOf(
    documents: Documents,
    update: (one: OpenDocument) => Uint8Array,
  ): Promise<Uint8Array<ArrayBuffer>> {
    const frames = await Promise.all(
      [...documents].map(async ([key, one]) => frameBytes({ key, update: await this.ports.pack(update(one)) })),
    );
    return joined(frames);
  }

  /**
   * Makes one file of those that every device has read; a device that was away for long finds the same in it. Larger files are only taken in once as much
   * stands beside them. `cards`: of the devices that count. Gives how many files became one.
   */
  async compact(folder: FolderFiles, month: string, cards: readonly DeviceCard[]): Promise<number> {
    const closed = this.state.files.slice(0, -1);
    const loose = closed.filter(({ whole }) => whole !== true);
    const former = loose.some(({ name }) => monthOf(name) !== month);
    if (loose.length < (former ? 2 : MANY_FILES)) return 0;
    const sizeOf = (files: readonly { size: number }[]) => files.reduce((sum, { size }) => sum + size, 0);
    const taken = sizeOf(loose) * 2 >= sizeOf(closed) ? closed : loose;
    const allHave = cards.every(({ device, read }) =>
      taken.every(({ name, size }) => device === this.device || (read[name] ?? 0) >= size),
    );
    if (!allHave) return 0;
    const keys = new Set<string>();
    for (const { name } of taken) for (const { key } of readFrames(await folder.read(name, 0)).frames) keys.add(key);
    const made: { name: string; size: number; whole: true }[] = [];
    const all = [...keys];
    for (let i = 0; i < all.length; i += AT_ONCE) {
      const documents = await this.store.open(all.slice(i, i + AT_ONCE));
      const bytes = await this.framesOf(documents, ({ document }) => document.since());
      const last = made.at(-1);
      const file = last !== undefined && last.size < MOST_FILE ? last : { name: this.newName(month), size: 0 };
      await folder.append(file.name, file.size, bytes);
      if (file === last) last.size += bytes.length;
      else made.push({ name: file.name, size: bytes.length, whole: true });
    }
    const names = new Set(taken.map(({ name }) => name));
    const files = [...made, ...this.state.files.filter(({ name }) => !names.has(name))];
    // Read to their end, should one of the old ones outlive this.
    const read = Object.fromEntries(taken.map(({ name, size }) => [name, size]));
    await this.change([], () => undefined, { ...this.state, files, read: { ...this.state.read, ...read } });
    for (const name of names) await folder.remove(name);
    return names.size;
  }
}

/** A document has something that the folder does not have: whatever a device changes has a value of its own, so that its state vector tells. */
export const isPending = ({ document, sent }: OpenDocument): boolean => !sameBytes(sent ?? NOTHING, document.state());

function markSent(documents: Documents, states: ReadonlyMap<string, Uint8Array>): void {
  for (const [key, one] of documents) one.sent = states.get(key)!;
}

function joined(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

export const sameBytes = (a: Uint8Array, b: Uint8Array): boolean =>
  a.length === b.length && a.every((byte, i) => byte === b[i]);
