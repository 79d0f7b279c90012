/**
 * One device of a shop on a shared folder. It writes files of its own and reads those of the others; no file has two writers. What is partial is read as far
 * as it goes, what is read twice changes nothing, and what this device wrote is written again where the folder has lost it.
 */
import { type DocumentShape, RecordDocument } from "./record-document";
import { type Frame, frameBytes, readFrames } from "./update-file";

/** The shared folder, as a device sees it now. Every function may throw where the folder is not there. */
export interface FolderFiles {
  list: () => Promise<readonly { name: string; size: number }[]>;
  /** Bytes from a place to the end. */
  read: (name: string, from: number) => Promise<Uint8Array>;
  /** Adds bytes to a file that ends at `at`, 0 for a new one; throws where it ends elsewhere. */
  append: (name: string, at: number, bytes: Uint8Array<ArrayBuffer>) => Promise<void>;
  remove: (name: string) => Promise<void>;
}

/** What a device keeps between two sessions, in one piece with its documents. */
export interface DeviceMemory {
  device: string;
  /** Own files and how far they were written; the last one is written on. */
  files: { name: string; size: number }[];
  /** How far each other file was read. */
  read: Record<string, number>;
  /** Documents whole, by key, and what of each stands in the folder (state vector). */
  documents: Record<string, { update: Uint8Array; sent: Uint8Array | null }>;
}

export const newDevice = (device: string): DeviceMemory => ({ device, files: [], read: {}, documents: {} });

/** State vector of an empty document. */
const NOTHING = Uint8Array.of(0);
const ENDING = ".evrid-updates";
/** Device, month, and a mark of this file alone. */
const NAME = /^(.+)_(\d{4}-\d\d)_([a-z0-9]+)\.evrid-updates$/;

export interface SyncPorts {
  /** Shape of the record behind a key; null for a kind that this release does not know: its updates are kept as they are. */
  shapeOf: (key: string) => DocumentShape | null;
  /** A key that no device has given before: letters and digits. */
  unique: () => string;
}

export class SyncDevice {
  private readonly documents = new Map<string, RecordDocument>();
  private readonly sent = new Map<string, Uint8Array>();
  private files: { name: string; size: number }[];
  private readonly readTo: Map<string, number>;
  readonly device: string;

  constructor(
    memory: DeviceMemory,
    private readonly ports: SyncPorts,
  ) {
    this.device = memory.device;
    this.files = memory.files.map((file) => ({ ...file }));
    this.readTo = new Map(Object.entries(memory.read));
    for (const [key, { update, sent }] of Object.entries(memory.documents)) {
      this.document(key).apply(update);
      if (sent !== null) this.sent.set(key, sent);
    }
  }

  /** As it is kept until the next session. */
  memory(): DeviceMemory {
    return {
      device: this.device,
      files: this.files.map((file) => ({ ...file })),
      read: Object.fromEntries(this.readTo),
      documents: Object.fromEntries(
        [...this.documents].map(([key, document]) => [
          key,
          { update: document.since(), sent: this.sent.get(key) ?? null },
        ]),
      ),
    };
  }

  keys(): string[] {
    return [...this.documents.keys()];
  }

  document(key: string): RecordDocument {
    const known = this.documents.get(key);
    if (known !== undefined) return known;
    const shape = this.ports.shapeOf(key) ?? { logs: [], own: [] };
    const made = new RecordDocument(shape, this.device, this.ports.unique);
    this.documents.set(key, made);
    return made;
  }

  /** Documents with something that the folder does not have. */
  pending(): string[] {
    return this.keys().filter((key) => this.waits(key));
  }

  /** Reads what is new in the folder; gives the keys of documents that it touched, and files that hold damage. */
  async read(folder: FolderFiles): Promise<{ changed: string[]; damaged: string[] }> {
    const changed = new Set<string>();
    const damaged: string[] = [];
    const there = new Map((await folder.list()).map(({ name, size }) => [name, size]));
    this.lookAfterOwn(there);
    const own = new Set(this.files.map(({ name }) => name));
    for (const [name, size] of there) {
      if (!NAME.test(name) || own.has(name)) continue;
      const from = this.readTo.get(name) ?? 0;
      if (from >= size) continue;
      const read = readFrames(await folder.read(name, from));
      for (const frame of read.frames) {
        this.receive(frame);
        changed.add(frame.key);
      }
      this.readTo.set(name, from + read.good);
      if (read.damaged) damaged.push(name);
    }
    return { changed: [...changed], damaged };
  }

  /**
   * Own files as the folder has them. One that is longer was written on by another copy of this device, or a write broke off: it is read like any other and
   * written on no more. Where one is lost, all is written again.
   */
  private lookAfterOwn(there: ReadonlyMap<string, number>): void {
    const lost = this.files.some(({ name, size }) => (there.get(name) ?? -1) < size);
    const longer = this.files.find(({ name, size }) => (there.get(name) ?? 0) > size);
    if (lost) this.sent.clear();
    if (!lost && longer === undefined) return;
    for (const { name, size } of this.files) this.readTo.set(name, Math.min(size, there.get(name) ?? 0));
    this.files = [];
  }

  /**
   * Writes what the folder does not have, to the file of this month. Throws what the folder throws; then nothing counts as written, and the next reading
   * looks how much of it arrived.
   */
  async write(folder: FolderFiles, month: string): Promise<number> {
    const frames = this.pending().map((key): Frame => ({ key, update: this.document(key).since(this.sent.get(key)) }));
    if (frames.length === 0) return 0;
    const bytes = joined(frames.map(frameBytes));
    const states = frames.map(({ key }) => [key, this.document(key).state()] as const);
    const last = this.files.at(-1);
    const file =
      last !== undefined && NAME.exec(last.name)?.[2] === month
        ? last
        : { name: `${this.device}_${month}_${this.ports.unique()}${ENDING}`, size: 0 };
    await folder.append(file.name, file.size, bytes);
    if (file !== last) this.files.push(file);
    file.size += bytes.length;
    for (const [key, state] of states) this.sent.set(key, state);
    return frames.length;
  }

  /** Whatever a device changes has a value of its own, so that its state vector tells. */
  private waits(key: string): boolean {
    return !sameBytes(this.sent.get(key) ?? NOTHING, this.document(key).state());
  }

  /** Takes what stands in the folder: it is not written again, unless something of this device waits with it. */
  private receive({ key, update }: Frame): void {
    const waits = this.waits(key);
    const document = this.document(key);
    document.apply(update);
    if (!waits) this.sent.set(key, document.state());
  }
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

const sameBytes = (a: Uint8Array, b: Uint8Array): boolean =>
  a.length === b.length && a.every((byte, i) => byte === b[i]);
