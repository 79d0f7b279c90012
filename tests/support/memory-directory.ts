/** A folder of the browser in memory, as several devices see it; it may be gone for a while, or break a write in the middle. */
export class MemoryDirectory {
  readonly kind = "directory";
  readonly files = new Map<string, Uint8Array<ArrayBuffer>>();
  private readonly folders = new Map<string, MemoryDirectory>();
  gone = false;

  constructor(readonly name = "shop") {}

  /** As the browser hands it out. */
  get handle(): FileSystemDirectoryHandle {
    return this as unknown as FileSystemDirectoryHandle;
  }

  async *values() {
    this.check();
    for (const name of [...this.files.keys()]) yield { kind: "file", name };
  }

  private check(): void {
    if (this.gone) throw new DOMException("The folder is not there.", "NotFoundError");
  }

  async getDirectoryHandle(name: string, { create = false } = {}): Promise<MemoryDirectory> {
    this.check();
    const found = this.folders.get(name);
    if (found !== undefined) return found;
    if (!create) throw new DOMException("No such folder.", "NotFoundError");
    const made = new MemoryDirectory(name);
    this.folders.set(name, made);
    return made;
  }

  async getFileHandle(name: string, { create = false } = {}) {
    this.check();
    if (!this.files.has(name)) {
      if (!create) throw new DOMException("No such file.", "NotFoundError");
      this.files.set(name, new Uint8Array(0));
    }
    return {
      getFile: async () => new Blob([this.files.get(name)!]),
      createWritable: async ({ keepExistingData = false } = {}) => {
        let bytes = keepExistingData ? this.files.get(name)! : new Uint8Array(0);
        return {
          write: async (given: Uint8Array<ArrayBuffer> | { position: number; data: Uint8Array<ArrayBuffer> }) => {
            const [position, data] = "data" in given ? [given.position, given.data] : [bytes.length, given];
            const grown = new Uint8Array(Math.max(bytes.length, position + data.length));
            grown.set(bytes);
            grown.set(data, position);
            bytes = grown;
          },
          // Until then the file is as it was.
          close: async () => {
            this.check();
            this.files.set(name, bytes);
          },
        };
      },
    };
  }

  async removeEntry(name: string): Promise<void> {
    this.check();
    this.files.delete(name);
  }
}
