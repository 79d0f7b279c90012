/** This device in the shared folder: who it is, the folder that was chosen, and how it stands. Loads nothing of the engine. */
import { instantSchema } from "@/core/dates";
import { folderStates } from "@/core/sync/folder-files";
import { readCards } from "@/core/sync/read-cards";
import * as z from "@/core/zod";
import { database, type StoredConflicts } from "../database";
import { allowChosen, type ChosenFolder, chosenFolder, mayUse } from "../folders";
import { isShared, kindOfTable } from "../outbox";
import { isDemoWorkshop } from "../workshop";
import { folderFiles } from "./folder-files";

const FOLDER = "shared";

/** All that sharing keeps beside the records; forgotten as one. */
export const sharingTables = [
  database.documents,
  database.outbox,
  database.holders,
  database.conflicts,
  database.wantedPictures,
  database.sharing,
] as const;

/** Tables of shared records, with the kind of each. */
const allRecords = Object.entries(kindOfTable).map(([name, kind]) => [database.table(name), kind] as const);
const tableOfKind = Object.fromEntries(Object.entries(kindOfTable).map(([name, kind]) => [kind, name]));
const recordTables = allRecords.map(([table]) => table);

const deviceSchema = z.object({
  device: z.string().regex(/^[a-z0-9]{8}$/),
  name: z.string().max(60),
  joinedAt: instantSchema,
});
/** A device that shares; `device` is its own for good, the name may change. */
export type SharingDevice = z.infer<typeof deviceSchema>;

const otherSchema = z.object({ device: z.string(), name: z.string(), technician: z.string(), at: instantSchema });
const statusSchema = z.object({
  folder: z.enum(folderStates),
  /** What the folder answered where it is gone. */
  reason: z.string().nullable(),
  lastRead: instantSchema.nullable(),
  lastWrite: instantSchema.nullable(),
  /** Files that hold damage. */
  damaged: z.array(z.string()),
  /** While much is read or written: how much, of how much. */
  progress: z.object({ what: z.enum(["reading", "writing"]), done: z.number(), all: z.number() }).nullable(),
  others: z.array(otherSchema),
});
export type SharingStatus = z.infer<typeof statusSchema>;

export const noStatus: SharingStatus = {
  folder: "ready",
  reason: null,
  lastRead: null,
  lastWrite: null,
  damaged: [],
  progress: null,
  others: [],
};

const random = (length: number): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(length)), (byte) => (byte % 36).toString(36)).join("");

/** A key that no device has given before. */
export const uniqueKey = (): string => random(14);

/** Null where this browser shares nothing. */
export async function sharingDevice(): Promise<SharingDevice | null> {
  if (isDemoWorkshop) return null;
  const read = deviceSchema.safeParse((await database.sharing.get("device"))?.value);
  return read.success ? read.data : null;
}

export async function sharingStatus(): Promise<SharingStatus> {
  const read = statusSchema.safeParse((await database.sharing.get("status"))?.value);
  return read.success ? read.data : noStatus;
}

export async function saveStatus(status: SharingStatus): Promise<void> {
  await database.sharing.put({ name: "status", value: status });
}

/** A name that no other device has: "Tablet 3". */
function freeName(kind: string, names: readonly string[]): string {
  const taken = new Set(names);
  let number = 1;
  while (taken.has(`${kind} ${number}`)) number++;
  return `${kind} ${number}`;
}

/** Begins to share, or goes on with another folder; null: by files, without a folder. Everything of this shop is given to the others from now on. */
/** `kind`: of the device, in front of its number. */
export async function joinFolder(handle: FileSystemDirectoryHandle | null, kind: string): Promise<void> {
  const known = await sharingDevice();
  const cards = handle === null ? [] : await readCards(folderFiles(handle));
  const device: SharingDevice = known ?? {
    device: random(8),
    name: freeName(
      kind,
      cards.map(({ name }) => name),
    ),
    joinedAt: new Date().toISOString(),
  };
  await database.transaction("rw", [...sharingTables, database.folders, ...recordTables], async () => {
    await database.sharing.put({ name: "device", value: device });
    await database.sharing.put({ name: "status", value: noStatus });
    if (handle === null) await database.folders.delete(FOLDER);
    else await database.folders.put({ name: FOLDER, handle });
    // Whatever another folder has been given, this one has not.
    if (handle !== null) await database.sharing.delete("state");
    await database.documents.toCollection().modify({ sent: null, waits: 1 });
    const at = Date.now();
    for (const [table, kind] of allRecords) {
      const keys = (await table.toCollection().primaryKeys()) as string[];
      await database.outbox.bulkPut(
        keys.filter((id) => isShared(kind, id)).map((id) => ({ key: `${kind}/${id}`, at })),
      );
    }
  });
}

/** Shares no more: every record stays on this device, and the folder keeps what it was given. */
export async function leaveFolder(): Promise<void> {
  await database.transaction("rw", [...sharingTables, database.folders], async () => {
    await database.folders.delete(FOLDER);
    for (const table of sharingTables) await table.clear();
  });
}

export async function renameDevice(name: string): Promise<void> {
  const known = await sharingDevice();
  if (known !== null) await database.sharing.put({ name: "device", value: { ...known, name } });
}

/** As a device is named that nobody named. */
const NUMBERED = /^(.+) \d+$/;

/**
 * Another number for this device, where another one in the folder has the same and neither knew: the one whose id comes later moves on. Names that people
 * gave stay.
 */
export async function settleName(others: readonly { device: string; name: string }[]): Promise<void> {
  const known = await sharingDevice();
  const kind = NUMBERED.exec(known?.name ?? "")?.[1];
  if (known === null || kind === undefined) return;
  if (others.some(({ device, name }) => name === known.name && device < known.device))
    await renameDevice(
      freeName(
        kind,
        others.map(({ name }) => name),
      ),
    );
}

export const sharedFolder = (): Promise<ChosenFolder | null> => chosenFolder(FOLDER);

/** Asks the browser to let the folder be used again; it only asks when somebody has just pressed something. */
export const allowSharedFolder = (): Promise<boolean> => allowChosen(FOLDER);

export interface Sharing {
  device: SharingDevice;
  /** Name of the folder; null where files are exchanged by hand. */
  folder: string | null;
  allowed: boolean;
  status: SharingStatus;
  /** Records with something that the folder does not have: changed just now, or waiting in their documents. */
  pending: number;
  conflicts: number;
}

/** How this device shares; null where it does not. */
export async function howShared(): Promise<Sharing | null> {
  const device = await sharingDevice();
  if (device === null) return null;
  const [folder, status, conflicts] = [await sharedFolder(), await sharingStatus(), await database.conflicts.count()];
  const pending = (await database.outbox.count()) + (await database.documents.where("waits").equals(1).count());
  const allowed = folder === null || (await mayUse(folder));
  return { device, folder: folder?.name ?? null, allowed, status, pending, conflicts };
}

/** Records with values to choose from, with what each record is called. */
export interface AskedConflict extends StoredConflicts {
  /** Vehicle of a job, name of a vehicle or cylinder. */
  name: string;
  /** Devices by their ids. */
  devices: Readonly<Record<string, string>>;
}

export async function listConflicts(): Promise<AskedConflict[]> {
  const device = await sharingDevice();
  if (device === null) return [];
  const { others } = await sharingStatus();
  const devices = Object.fromEntries([...others, device].map(({ device, name }) => [device, name]));
  const asked = await database.conflicts.toArray();
  return Promise.all(
    asked.map(async (one) => {
      const [kind, id] = [one.key.split("/", 1)[0], one.key.slice(one.key.indexOf("/") + 1)];
      const record: { name?: string } | undefined =
        kind === "job" ? await database.visits.get(id) : await database.table(tableOfKind[kind!]!).get(id);
      return { ...one, name: record?.name ?? "", devices };
    }),
  );
}

const savedSchema = z.object({ before: instantSchema.nullable(), last: instantSchema.nullable() });

/** Since when a file of updates tells everything: the file before the last one, so that a file that got lost is made good by the next. */
export async function updatesSavedSince(): Promise<string | null> {
  const read = savedSchema.safeParse((await database.sharing.get("saved"))?.value);
  return read.success ? read.data.before : null;
}

/** A file of updates was saved that began to be written at `asOf`, ISO. */
export async function noteUpdatesSaved(asOf: string): Promise<void> {
  await database.transaction("rw", database.sharing, async () => {
    const read = savedSchema.safeParse((await database.sharing.get("saved"))?.value);
    await database.sharing.put({
      name: "saved",
      value: { before: read.success ? read.data.last : null, last: asOf },
    });
  });
}
