/** A shared folder in memory with what goes wrong in one: files that come late, in part, twice or not at all, and a folder that goes while it is written to. */
import type { FolderFiles } from "@/core/sync/folder-files";

export class SharedFolder {
  readonly files = new Map<string, Uint8Array>();

  /** As one device sees it now. `seen`: how much of each file has reached it, 0 to 1; `breaks`: the next write stops in the middle. */
  view(seen: (name: string) => number = () => 1, breaks: () => number | null = () => null): FolderFiles {
    const sizeOf = (name: string) => Math.floor((this.files.get(name)?.length ?? 0) * seen(name));
    return {
      list: async () =>
        [...this.files.keys()].flatMap((name) => (seen(name) > 0 ? [{ name, size: sizeOf(name) }] : [])),
      read: async (name, from) => this.files.get(name)!.slice(from, sizeOf(name)),
      append: async (name, at, bytes) => {
        const before = this.files.get(name) ?? new Uint8Array(0);
        if (before.length !== at) throw new Error(`ends at ${before.length}, not at ${at}`);
        const stops = breaks();
        const added = stops === null ? bytes : bytes.slice(0, Math.floor(bytes.length * stops));
        const after = new Uint8Array(at + added.length);
        after.set(before);
        after.set(added, at);
        this.files.set(name, after);
        if (stops !== null) throw new Error("the folder is gone");
      },
      replace: async (name, bytes) => void this.files.set(name, bytes),
      remove: async (name) => void this.files.delete(name),
    };
  }
}
