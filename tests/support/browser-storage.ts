/**
 * Storage of a page under Node 25 and later, which define `localStorage` themselves, without a value unless it is given a file, so that the page
 * environment of the tests does not set its own.
 */
class MemoryStorage {
  private readonly entries = new Map<string, string>();
  getItem = (key: string) => this.entries.get(key) ?? null;
  setItem = (key: string, value: string) => void this.entries.set(key, String(value));
  removeItem = (key: string) => void this.entries.delete(key);
  clear = () => this.entries.clear();
}

if (typeof document !== "undefined" && globalThis.localStorage === undefined)
  Object.defineProperty(globalThis, "localStorage", { value: new MemoryStorage(), configurable: true });
