/** The shared folder as its devices use it. */

/** The shared folder, as a device sees it now. Every function may throw where the folder is not there. */
export interface FolderFiles {
  list: () => Promise<readonly { name: string; size: number }[]>;
  /** Bytes from a place to the end. */
  read: (name: string, from: number) => Promise<Uint8Array>;
  /** Adds bytes to a file that ends at `at`, 0 for a new one; throws where it ends elsewhere. */
  append: (name: string, at: number, bytes: Uint8Array<ArrayBuffer>) => Promise<void>;
  /** Writes a small file whole. */
  replace: (name: string, bytes: Uint8Array<ArrayBuffer>) => Promise<void>;
  remove: (name: string) => Promise<void>;
}

/** The folder as it answered last. */
export const folderStates = ["ready", "ask", "gone", "none"] as const;
type FolderState = (typeof folderStates)[number];

/** How a device stands to its folder. */
export interface FolderStanding {
  /** Its name; null where files are exchanged by hand. */
  folder: string | null;
  allowed: boolean;
  status: { folder: FolderState; reason: string | null };
}
