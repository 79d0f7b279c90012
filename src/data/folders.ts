/** Folders that were chosen, as the browser hands them out, and whether it lets them be used. */
import { database } from "./database";

export type ChosenFolder = FileSystemDirectoryHandle & {
  queryPermission?: (of: { mode: "readwrite" }) => Promise<PermissionState>;
  requestPermission?: (of: { mode: "readwrite" }) => Promise<PermissionState>;
};

/** `name`: what it was chosen for. Null where none was. */
export async function chosenFolder(name: string): Promise<ChosenFolder | null> {
  return ((await database.folders.get(name))?.handle as ChosenFolder | undefined) ?? null;
}

/** One that has no such question, as the browser's own, is always open. */
export async function mayUse(folder: ChosenFolder): Promise<boolean> {
  return ((await folder.queryPermission?.({ mode: "readwrite" })) ?? "granted") === "granted";
}

/** Asks the browser to let a folder be used again; it only asks when somebody has just pressed something. */
export async function allowChosen(name: string): Promise<boolean> {
  const folder = await chosenFolder(name);
  return folder !== null && ((await folder.requestPermission?.({ mode: "readwrite" })) ?? "granted") === "granted";
}
