"use client";

type Picker = { showDirectoryPicker?: (of: object) => Promise<FileSystemDirectoryHandle> };

/** Whether this browser can open a folder at all. */
export const canPickFolders = (): boolean => (globalThis as unknown as Picker).showDirectoryPicker !== undefined;

/** Lets somebody choose a folder to write into; `id`: the browser begins where the last one for it was chosen. */
export const pickFolder = (id: string): Promise<FileSystemDirectoryHandle> =>
  (globalThis as unknown as Picker).showDirectoryPicker!({ id, mode: "readwrite" });

/** Closing the browser's own dialog is an answer, no failure. */
export const isDialogClosed = (error: unknown): boolean => error instanceof DOMException && error.name === "AbortError";
