/**
 * A shop as one compressed archive, `evrid.shop` version 6: a ZIP with `head.json`, the records as JSON Lines in parts, photos as files, and
 * `counts.json` last. Written and read part by part, so that no more than one part is ever whole in memory; each part stands for itself, and a
 * damaged one takes no other with it.
 */
import { configure, type FileEntry, Reader, Uint8ArrayReader, Writer, ZipReader, ZipWriter } from "@zip.js/zip.js";
import { fail, type Result, reasonOf, succeed } from "../../result";
import * as z from "../../zod";

// No workers of the library: what takes long is the compression, and that is the browser's own.
configure({ useWebWorkers: false });

export const ARCHIVE_VERSION = 6;

const archiveLists = ["jobs", "vehicles", "containers", "stock", "learners", "drills", "charts", "choices"] as const;
export type ArchiveList = (typeof archiveLists)[number];
export type ArchiveCounts = Record<ArchiveList | "photos", number>;

const headSchema = z.object({
  format: z.literal("evrid.shop"),
  version: z.literal(ARCHIVE_VERSION),
  workshop: z.enum(["shop", "demo"]),
  writtenAt: z.iso.datetime(),
});
export type ArchiveHead = Pick<z.infer<typeof headSchema>, "workshop" | "writtenAt">;

const count = z.number().int().min(0);
const countsSchema = z.strictObject(
  Object.fromEntries([...archiveLists, "photos" as const].map((list) => [list, count])) as Record<
    keyof ArchiveCounts,
    typeof count
  >,
);

/** A part is written when it has so many records, or so many letters. */
const PART_RECORDS = 250;
const PART_LETTERS = 4_000_000;
/** No part that is written comes near it: a larger one would only fill the memory, bytes. */
export const MOST_PART_BYTES = 64_000_000;

const noCounts = (): ArchiveCounts =>
  Object.fromEntries([...archiveLists, "photos"].map((list) => [list, 0])) as ArchiveCounts;

export interface ArchiveWriter {
  /** Records of one list, in any number of calls. A record is anything that JSON can hold. */
  add: (list: ArchiveList, records: readonly unknown[]) => Promise<void>;
  /** JPEG bytes, by whom they are kept and their own id. */
  photo: (owner: string, id: string, jpeg: Uint8Array) => Promise<void>;
  /** Ends the archive. */
  close: () => Promise<{ archive: Blob; counts: ArchiveCounts }>;
}

export function archiveWriter({ workshop, writtenAt }: ArchiveHead): ArchiveWriter {
  const zip = new ZipWriter<Blob>(new PiecesWriter());
  const counts = noCounts();
  const waiting = new Map<ArchiveList, { lines: string[]; letters: number }>();
  const parts = new Map<ArchiveList, number>();
  const text = (name: string, content: string) =>
    zip.add(name, new Uint8ArrayReader(new TextEncoder().encode(content)));
  const head = text(
    "head.json",
    JSON.stringify({ format: "evrid.shop", version: ARCHIVE_VERSION, workshop, writtenAt }),
  );
  const flush = async (list: ArchiveList) => {
    const lines = waiting.get(list)?.lines ?? [];
    if (lines.length === 0) return;
    waiting.delete(list);
    const part = (parts.get(list) ?? 0) + 1;
    parts.set(list, part);
    await text(`${list}/${String(part).padStart(5, "0")}.jsonl`, `${lines.join("\n")}\n`);
  };
  return {
    add: async (list, records) => {
      await head;
      for (const record of records) {
        const part = waiting.get(list) ?? { lines: [], letters: 0 };
        waiting.set(list, part);
        const line = JSON.stringify(record);
        part.lines.push(line);
        part.letters += line.length;
        counts[list]++;
        if (part.lines.length >= PART_RECORDS || part.letters >= PART_LETTERS) await flush(list);
      }
    },
    photo: async (owner, id, jpeg) => {
      await head;
      // A JPEG is compressed already.
      await zip.add(photoName(owner, id), new Uint8ArrayReader(jpeg), { level: 0 });
      counts.photos++;
    },
    close: async () => {
      await head;
      for (const list of archiveLists) await flush(list);
      await text("counts.json", JSON.stringify(counts));
      return { archive: await zip.close(), counts };
    },
  };
}

/** Gathers what is written into pieces of a file that the browser may keep outside of the memory. */
class PiecesWriter extends Writer<Blob> {
  private readonly pieces: Blob[] = [];
  private waiting: Uint8Array<ArrayBuffer>[] = [];
  private waitingBytes = 0;

  override async writeUint8Array(bytes: Uint8Array): Promise<void> {
    this.waiting.push(new Uint8Array(bytes));
    this.waitingBytes += bytes.length;
    if (this.waitingBytes >= WINDOW_BYTES) this.put();
  }

  override async getData(): Promise<Blob> {
    this.put();
    return new Blob(this.pieces, { type: "application/zip" });
  }

  private put(): void {
    this.pieces.push(new Blob(this.waiting));
    this.waiting = [];
    this.waitingBytes = 0;
  }
}

const photoName = (owner: string, id: string) => `photos/${encodeURIComponent(owner)}/${encodeURIComponent(id)}.jpg`;
const PHOTO = /^photos\/([^/]+)\/([^/]+)\.jpg$/;

/** Why a file is no archive that can be read. */
export type ArchiveIssue =
  /** No ZIP, or cut short: its table of contents stands at the end. */
  | { code: "not-archive"; reason: string }
  | { code: "foreign" }
  | { code: "newer-version"; version: number; known: number };

/** One line of an archive, or a part that cannot be read at all; `place` counts from 1 within the list. */
export type ArchiveRecord =
  | { list: ArchiveList; place: number; ok: true; record: unknown }
  | { list: ArchiveList; place: number; ok: false; issue: "not-json" }
  | { list: ArchiveList; place: number; ok: false; issue: "damaged-part"; part: string };

type ArchivePhoto =
  | { owner: string; id: string; ok: true; jpeg: Uint8Array }
  | { owner: string; id: string; ok: false };

export interface Archive {
  head: ArchiveHead;
  /** As it was closed with; null where they are missing or cannot be read. */
  counts: ArchiveCounts | null;
  /** Every record, a part at a time, the lists in their order. */
  parts: () => AsyncGenerator<readonly ArchiveRecord[]>;
  photos: () => AsyncGenerator<ArchivePhoto>;
}

/** Opens an archive; nothing but its table of contents, head and counts is read. */
export async function openArchive(file: Blob): Promise<Result<Archive, ArchiveIssue>> {
  let entries: FileEntry[];
  try {
    const all = await new ZipReader(new WindowReader(file)).getEntries();
    entries = all.filter((entry): entry is FileEntry => !entry.directory);
  } catch (error) {
    return fail({ code: "not-archive", reason: reasonOf(error) });
  }
  const named = async (name: string) => {
    const entry = entries.find(({ filename }) => filename === name);
    return entry === undefined ? null : parsed(await contentOf(entry).catch(() => null));
  };
  const given = await named("head.json");
  const { format, version } = (given ?? {}) as { format?: unknown; version?: unknown };
  if (format !== "evrid.shop" || typeof version !== "number") return fail({ code: "foreign" });
  if (version > ARCHIVE_VERSION) return fail({ code: "newer-version", version, known: ARCHIVE_VERSION });
  const head = headSchema.safeParse(given);
  if (!head.success) return fail({ code: "foreign" });
  const counts = countsSchema.safeParse(await named("counts.json"));
  return succeed({
    head: head.data,
    counts: counts.data ?? null,
    parts: () => partsOf(entries),
    photos: () => photosOf(entries),
  });
}

/**
 * Reads a file by windows: its entries stand one behind the other, and to ask the browser for each of thousands takes longer than to read it.
 * Entries are read one after the other.
 */
class WindowReader extends Reader<Blob> {
  private window = { from: 0, bytes: new Uint8Array(0) };

  constructor(private readonly file: Blob) {
    super(file);
    this.size = file.size;
  }

  override async readUint8Array(index: number, length: number): Promise<Uint8Array<ArrayBuffer>> {
    const { from, bytes } = this.window;
    if (index < from || index + length > from + bytes.length) {
      const end = Math.min(this.size, index + Math.max(length, WINDOW_BYTES));
      this.window = { from: index, bytes: new Uint8Array(await this.file.slice(index, end).arrayBuffer()) };
    }
    const at = index - this.window.from;
    // A copy: whoever reads may hand it on.
    return this.window.bytes.slice(at, at + length);
  }
}

const WINDOW_BYTES = 4_000_000;

async function* partsOf(entries: readonly FileEntry[]): AsyncGenerator<readonly ArchiveRecord[]> {
  for (const list of archiveLists) {
    const its = entries.filter(({ filename }) => filename.startsWith(`${list}/`) && filename.endsWith(".jsonl"));
    its.sort((a, b) => (a.filename < b.filename ? -1 : 1));
    let place = 0;
    for (const entry of its) {
      const text = await contentOf(entry).catch(() => null);
      if (text === null) {
        yield [{ list, place: place + 1, ok: false, issue: "damaged-part", part: entry.filename }];
        continue;
      }
      yield text
        .split("\n")
        .filter((line) => line !== "")
        .map((line): ArchiveRecord => {
          place++;
          const record = parsed(line);
          return record === null ? { list, place, ok: false, issue: "not-json" } : { list, place, ok: true, record };
        });
    }
  }
}

async function* photosOf(entries: readonly FileEntry[]): AsyncGenerator<ArchivePhoto> {
  for (const entry of entries) {
    const name = PHOTO.exec(entry.filename);
    if (name === null) continue;
    const [owner, id] = [unescaped(name[1]!), unescaped(name[2]!)];
    const jpeg = await bytesOf(entry).catch(() => null);
    yield jpeg === null ? { owner, id, ok: false } : { owner, id, ok: true, jpeg };
  }
}

/** A name that is no escape of anything stands for itself. */
function unescaped(name: string): string {
  try {
    return decodeURIComponent(name);
  } catch {
    return name;
  }
}

const contentOf = async (entry: FileEntry): Promise<string> => new TextDecoder().decode(await bytesOf(entry));

/** The bytes of one part, checked against its sum; rejects a damaged one, and one that grows beyond any that is written. */
async function bytesOf(entry: FileEntry): Promise<Uint8Array> {
  const pieces: Uint8Array[] = [];
  let length = 0;
  await entry.getData(
    new WritableStream<Uint8Array>({
      write: (piece) => {
        length += piece.length;
        if (length > MOST_PART_BYTES) throw new Error(`more than ${MOST_PART_BYTES} bytes`);
        pieces.push(piece);
      },
    }),
    { checkSignature: true },
  );
  const whole = new Uint8Array(length);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

function parsed(text: string | null): unknown {
  if (text === null) return null;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}

/**
 * Reads a written archive from end to end and counts what it gives; the first list that lacks something, null when none does. `onRead` hears how much
 * was read so far.
 */
export async function checkArchive(
  file: Blob,
  written: ArchiveCounts,
  onRead: (records: number) => void = () => {},
): Promise<ArchiveIssue | { code: "incomplete"; list: keyof ArchiveCounts; written: number; read: number } | null> {
  const opened = await openArchive(file);
  if (!opened.ok) return opened.issue;
  const read = noCounts();
  let all = 0;
  for await (const part of opened.value.parts()) {
    for (const { list, ok } of part) if (ok) read[list]++;
    all += part.length;
    onRead(all);
  }
  for await (const photo of opened.value.photos()) {
    if (photo.ok) read.photos++;
    all++;
    onRead(all);
  }
  for (const list of [...archiveLists, "photos"] as const)
    if (read[list] !== written[list] || opened.value.counts?.[list] !== written[list])
      return { code: "incomplete", list, written: written[list], read: read[list] };
  return null;
}
