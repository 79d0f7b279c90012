/** One round on the shared folder: what was changed here goes out, what the others wrote comes in, pictures follow. */

import { techniciansOf } from "@/core/records/choices";
import { reasonOf } from "@/core/result";
import { deviceCardBytes, deviceCardName } from "@/core/sync/device-card";
import type { FolderFiles } from "@/core/sync/folder-files";
import { JPEG_KEY } from "@/core/sync/folder-records";
import { packed, unpacked } from "@/core/sync/packing";
import { readCards } from "@/core/sync/read-cards";
import { SyncDevice } from "@/core/sync/sync-device";
import { frameBytes, readFrames } from "@/core/sync/update-file";
import { loadChoices } from "../choices";
import { database } from "../database";
import { mayUse } from "../folders";
import {
  noStatus,
  type SharingDevice,
  type SharingStatus,
  saveStatus,
  settleName,
  sharedFolder,
  sharingDevice,
  sharingStatus,
  uniqueKey,
} from "./device";
import { deviceState, StoredDocuments } from "./documents";
import { type FolderPictures, folderFiles, folderPictures, sha256Of } from "./folder-files";

const packing = { unique: uniqueKey, pack: packed, unpack: unpacked };

export interface ExchangePorts {
  now: () => number;
  /** The folder that was chosen; null for none. */
  folder: typeof sharedFolder;
}

/** A record is given out once nothing changed in it for so long, or so long after the first change, ms. */
const REST_MS = 1500;
const LATEST_MS = 15_000;
/** So many records are put into documents at once, and so many pictures moved in one round. */
const AT_ONCE = 200;
const PICTURES_AT_ONCE = 20;
/** The card of this device is written at most so often where nothing was read, ms. */
const CARD_MS = 60_000;
/** The other devices are looked for so often, ms. */
const LOOK_MS = 10_000;
/** Devices that were not seen for so long hold nothing back, ms. */
const AWAY_MS = 60 * 86_400_000;
/** The folder is looked through for files to put together so often, ms. */
const COMPACT_MS = 3_600_000;

const monthOf = (now: number) => new Date(now).toISOString().slice(0, 7);

/** Where the rounds of one device stand. */
export class Exchange {
  private firstSeen = new Map<string, number>();
  private cardAt = 0;
  private lookedAt = 0;
  private cardSays = "";
  private compactAt: number;
  private status: SharingStatus = noStatus;

  private constructor(
    private readonly device: SharingDevice,
    private readonly sync: SyncDevice,
    private readonly documents: StoredDocuments,
    private readonly ports: ExchangePorts,
  ) {
    this.compactAt = this.now() + COMPACT_MS / 10;
  }

  private now = (): number => this.ports.now();

  /** Null where this browser shares nothing. */
  static async begin(given: Partial<ExchangePorts> = {}): Promise<Exchange | null> {
    const device = await sharingDevice();
    if (device === null) return null;
    const documents = new StoredDocuments(device.device);
    const sync = new SyncDevice(await deviceState(device.device), documents, packing);
    const exchange = new Exchange(device, sync, documents, { now: Date.now, folder: sharedFolder, ...given });
    exchange.status = { ...(await sharingStatus()), progress: null };
    return exchange;
  }

  /** What was changed here goes into documents. `all`: whether they rest or not. */
  async takeChanges(all = false): Promise<void> {
    const now = this.now();
    const marks = await database.outbox.toArray();
    const records = marks.filter(({ key }) => !key.startsWith("picture/"));
    this.firstSeen = new Map(records.map(({ key }) => [key, this.firstSeen.get(key) ?? now]));
    const rests = records.filter(
      ({ key, at }) => all || now - at >= REST_MS || now - this.firstSeen.get(key)! >= LATEST_MS,
    );
    for (let i = 0; i < rests.length; i += AT_ONCE)
      await this.documents.edit(
        rests.slice(i, i + AT_ONCE).map(({ key }) => key),
        () => undefined,
      );
    for (const { key } of rests) this.firstSeen.delete(key);
  }

  /** One round; its result stands in the status. Never rejects. */
  async round(): Promise<void> {
    const before = JSON.stringify(this.status);
    try {
      await this.takeChanges();
      const folder = await this.ports.folder();
      const allowed = folder !== null && (await mayUse(folder));
      if (folder === null || !allowed) this.say({ folder: folder === null ? "none" : "ask", reason: null });
      else await this.exchange(folderFiles(folder), folderPictures(folder));
      this.say({ progress: null });
    } catch (error) {
      this.say({ folder: "gone", reason: reasonOf(error), progress: null });
    }
    if (JSON.stringify(this.status) !== before) await saveStatus(this.status);
  }

  private say(change: Partial<SharingStatus>): void {
    this.status = { ...this.status, ...change };
  }

  private progressOf(what: "reading" | "writing"): (done: number, all: number) => void {
    let toldAt = this.now();
    return (done, all) => {
      if (this.now() - toldAt < 500) return;
      toldAt = this.now();
      this.say({ progress: { what, done, all } });
      void saveStatus(this.status);
    };
  }

  private async exchange(files: FolderFiles, pictures: FolderPictures): Promise<void> {
    const instant = () => new Date(this.now()).toISOString();
    const { changed, damaged } = await this.sync.read(files, this.progressOf("reading"));
    this.say({ folder: "ready", reason: null, lastRead: instant(), damaged });
    await this.givePictures(pictures);
    const wrote = await this.sync.write(files, monthOf(this.now()), this.progressOf("writing"));
    if (wrote > 0) this.say({ lastWrite: instant() });
    await this.takePictures(pictures);
    if (changed.length + wrote > 0 || this.now() - this.cardAt >= CARD_MS) await this.writeCard(files);
    if (changed.length > 0 || this.now() - this.lookedAt >= LOOK_MS) await this.lookAround(files);
    if (this.now() >= this.compactAt) await this.compact(files);
  }

  private async writeCard(files: FolderFiles): Promise<void> {
    const [technician = ""] = techniciansOf(await loadChoices());
    const { name } = (await sharingDevice()) ?? this.device;
    const card = { device: this.device.device, name, technician, read: { ...this.sync.known.read } };
    const says = JSON.stringify(card);
    if (says === this.cardSays && this.now() - this.cardAt < CARD_MS) return;
    await files.replace(
      deviceCardName(card.device),
      deviceCardBytes({ ...card, at: new Date(this.now()).toISOString() }),
    );
    this.cardAt = this.now();
    this.cardSays = says;
  }

  /** Which other devices there are. */
  private async lookAround(files: FolderFiles): Promise<void> {
    this.lookedAt = this.now();
    const others = (await readCards(files)).filter(({ device }) => device !== this.device.device);
    await settleName(others);
    this.say({ others: others.map(({ device, name, technician, at }) => ({ device, name, technician, at })) });
  }

  private async compact(files: FolderFiles): Promise<void> {
    this.compactAt = this.now() + COMPACT_MS;
    const since = new Date(this.now() - AWAY_MS).toISOString();
    const cards = (await readCards(files)).filter(({ at }) => at > since);
    await this.sync.compact(files, monthOf(this.now()), cards);
  }

  /** Pictures of this device: the file first, then the record that names its content. */
  private async givePictures(pictures: FolderPictures): Promise<void> {
    const marks = await database.outbox.where("key").startsWith("picture/").limit(PICTURES_AT_ONCE).toArray();
    if (marks.length === 0) return;
    const there = await pictures.list();
    for (const { key } of marks) {
      const photo = await database.photos.get(key.slice("picture/".length));
      if (photo !== undefined) {
        const jpeg = new Uint8Array(photo.jpeg);
        const sha256 = await sha256Of(jpeg);
        if (!there.has(sha256)) await pictures.write(sha256, this.device.device, jpeg);
        await this.documents.edit([key], (documents) => documents.get(key)!.document.take({ sha256 }));
      }
      await database.outbox.delete(key);
    }
  }

  /** Pictures that records of other devices name. */
  private async takePictures(pictures: FolderPictures): Promise<void> {
    const wanted = await database.wantedPictures.toArray();
    if (wanted.length === 0) return;
    const there = await pictures.list();
    for (const { key, sha256 } of wanted.filter((one) => there.has(one.sha256)).slice(0, PICTURES_AT_ONCE)) {
      const jpeg = await pictures.read(sha256);
      if (jpeg !== null) await keepPicture(key, jpeg);
    }
  }

  /** Everything that changed since a date, as one file of updates with its pictures; of all time for null. */
  async updatesSince(since: string | null): Promise<Blob> {
    await this.takeChanges(true);
    await this.takePictureRecords();
    const keys = (await (since === null
      ? database.documents.toCollection()
      : database.documents.where("changedAt").above(since)
    ).primaryKeys()) as string[];
    const parts: Uint8Array<ArrayBuffer>[] = [];
    for (let i = 0; i < keys.length; i += AT_ONCE) {
      for (const [key, { document }] of await this.documents.open(keys.slice(i, i + AT_ONCE))) {
        parts.push(frameBytes({ key, update: await packed(document.since()) }));
        if (!key.startsWith("picture/")) continue;
        const photo = await database.photos.get(key.slice("picture/".length));
        if (photo !== undefined) parts.push(frameBytes({ key: `${JPEG_KEY}${photo.key}`, update: photo.jpeg }));
      }
    }
    return new Blob(parts, { type: "application/octet-stream" });
  }

  private async takePictureRecords(): Promise<void> {
    for (const { key } of await database.outbox.where("key").startsWith("picture/").toArray()) {
      const photo = await database.photos.get(key.slice("picture/".length));
      if (photo === undefined) continue;
      const sha256 = await sha256Of(new Uint8Array(photo.jpeg));
      // The mark stays: a folder, if there is one, still lacks the picture.
      await this.documents.edit([key], (documents) => documents.get(key)!.document.take({ sha256 }));
    }
  }

  /** Takes a file of updates; gives how many records it touched. Rejects a file that holds none. */
  async takeUpdates(file: Blob, onProgress: (done: number, all: number) => void = () => undefined): Promise<number> {
    const { frames, damaged } = readFrames(new Uint8Array(await file.arrayBuffer()));
    if (frames.length === 0) throw new Error(damaged || file.size > 0 ? "not a file of updates" : "the file is empty");
    const records = frames.filter(({ key }) => !key.startsWith(JPEG_KEY));
    for (let i = 0; i < records.length; i += AT_ONCE) {
      await this.sync.receive(records.slice(i, i + AT_ONCE), {});
      onProgress(i, records.length);
    }
    for (const { key, update } of frames)
      if (key.startsWith(JPEG_KEY)) await keepPicture(key.slice(JPEG_KEY.length), new Uint8Array(update));
    return new Set(records.map(({ key }) => key)).size;
  }

  /** Answers a conflict of a field, here and everywhere. */
  async choose(key: string, names: readonly string[], json: string | null): Promise<void> {
    await this.documents.edit([key], (documents) => documents.get(key)!.document.choose(names, json));
  }
}

/** Stores a picture that came from another device. */
async function keepPicture(key: string, jpeg: Uint8Array): Promise<void> {
  await database.transaction("rw", database.photos, database.wantedPictures, database.outbox, async () => {
    await database.photos.put({ key, jobId: key.slice(0, key.lastIndexOf("/")), jpeg });
    await database.wantedPictures.delete(key);
    await database.outbox.delete(`picture/${key}`);
  });
}
