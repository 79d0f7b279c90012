/** The shared folder through the browser's file access: update files and device cards at its top, pictures in a folder of their own. */

import type { FolderFiles } from "@/core/sync/folder-files";
import { isUpdateFile } from "@/core/sync/update-names";

type Entries = { values: () => AsyncIterable<FileSystemHandle> };
const entriesOf = (folder: FileSystemDirectoryHandle) => (folder as unknown as Entries).values();

/** Files of this folder that devices write. */
const isOurs = (name: string) => isUpdateFile(name) || name.endsWith(".evrid-device");

export function folderFiles(folder: FileSystemDirectoryHandle): FolderFiles {
  const fileOf = async (name: string) => (await folder.getFileHandle(name)).getFile();
  return {
    list: async () => {
      const names: string[] = [];
      for await (const { kind, name } of entriesOf(folder)) if (kind === "file" && isOurs(name)) names.push(name);
      const sizes = await Promise.all(
        names.map(async (name) => {
          // One that goes between the list and the look is no file any more.
          const file = await fileOf(name).catch(gone);
          return file === null ? [] : [{ name, size: file.size }];
        }),
      );
      return sizes.flat();
    },
    read: async (name, from) => new Uint8Array(await (await fileOf(name)).slice(from).arrayBuffer()),
    append: async (name, at, bytes) => {
      const handle = await folder.getFileHandle(name, { create: at === 0 });
      const { size } = await handle.getFile();
      if (size !== at)
        throw new Error(`${name} ends at byte ${size} where ${at} were written: another program wrote to it`);
      // Writes to a file beside it, which takes its place when closed.
      const writable = await handle.createWritable({ keepExistingData: true });
      await writable.write({ type: "write", position: at, data: bytes });
      await writable.close();
    },
    replace: async (name, bytes) => {
      const writable = await (await folder.getFileHandle(name, { create: true })).createWritable();
      await writable.write(bytes);
      await writable.close();
    },
    remove: async (name) => {
      await folder.removeEntry(name).catch(gone);
    },
  };
}

function gone(error: unknown): null {
  if (error instanceof DOMException && error.name === "NotFoundError") return null;
  throw error;
}

const PICTURES = "pictures";
const nameOf = (sha256: string, device: string) => `${sha256}_${device}.jpg`;

/** Pictures by the sum of their content; each file has one writer, also where two devices have the same picture. */
export interface FolderPictures {
  /** Sums of the pictures that are there. */
  list: () => Promise<Set<string>>;
  write: (sha256: string, device: string, jpeg: Uint8Array<ArrayBuffer>) => Promise<void>;
  /** Null where no whole file of it is there. */
  read: (sha256: string) => Promise<Uint8Array<ArrayBuffer> | null>;
}

export function folderPictures(folder: FileSystemDirectoryHandle): FolderPictures {
  const names = async () => {
    const found: string[] = [];
    const its = await folder.getDirectoryHandle(PICTURES).catch(gone);
    if (its !== null) for await (const { name } of entriesOf(its)) found.push(name);
    return found;
  };
  return {
    list: async () => new Set((await names()).map((name) => name.split("_", 1)[0]!)),
    write: async (sha256, device, jpeg) =>
      folderFiles(await folder.getDirectoryHandle(PICTURES, { create: true })).replace(nameOf(sha256, device), jpeg),
    read: async (sha256) => {
      for (const name of (await names()).filter((one) => one.startsWith(`${sha256}_`))) {
        const its = await folder.getDirectoryHandle(PICTURES);
        const jpeg = new Uint8Array(await (await (await its.getFileHandle(name)).getFile()).arrayBuffer());
        if ((await sha256Of(jpeg)) === sha256) return jpeg;
      }
      return null;
    },
  };
}

export async function sha256Of(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const sum = new Uint8Array(await crypto.subtle.digest("SHA-256", bytes));
  return Array.from(sum, (byte) => byte.toString(16).padStart(2, "0")).join("");
}
