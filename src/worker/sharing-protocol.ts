/** The one protocol between page and the worker that reads and writes the shared folder. */

export interface SharingWorkerApi {
  /** Goes round by round for as long as the page is open; of several tabs one does. */
  start(): void;
  /** A round at once: something was pressed. */
  now(): Promise<void>;
  /** Answers a conflict of a field of one record. */
  choose(key: string, names: readonly string[], json: string | null): Promise<void>;
  /** What was changed since a date, ISO, as one file; of all time for null. */
  updatesSince(since: string | null): Promise<Blob>;
  /** Takes such a file; gives how many records it touched. */
  takeUpdates(file: Blob, onProgress: (done: number, all: number) => void): Promise<number>;
}
