/** Words of the shared folder: its card, its notices, who works on a job. */

import { format, isSameDay } from "date-fns";
import type { FolderStanding } from "@/core/sync/folder-files";
import type { Holder } from "@/core/sync/holder";

const clock = (iso: string) => format(new Date(iso), "d MMM, HH:mm:ss");

export const sharingText = {
  title: "Shared folder",
  purpose:
    "Share jobs, vehicles, cylinders and photos between devices through a folder that the shop already shares. Settings stay on each device.",
  chooseFolder: "Choose folder",
  changeFolder: "Change folder",
  shareByFiles: "Share by files",
  cannotOpenFolders: "This browser cannot open folders. Exchange the same updates as files.",
  deviceName: "Device name",
  allowAgain: "Allow access again",
  readNow: "Read now",
  exchange: "Exchange by files",
  saveUpdates: "Save updates",
  saveAll: "Save all records",
  readUpdates: "Read updates",
  updatesFile: "Updates file",
  leave: "Leave folder",
  leaveAgain: "Press again to leave",
  leaving: "All records stay on this device. The folder keeps what it has.",
  left: "Folder left. All records stay on this device.",
  failed: (reason: string) => `Failed: ${reason}.`,
  saved: "Updates saved. Read the file on the other devices.",
  updated: (records: number) => `${records === 1 ? "One record" : `${records} records`} updated.`,
  otherDevices: "Other devices",
  noOtherDevice: "No other device yet.",
  inFolder: (folder: string) => `Folder ${folder}`,
  byFiles: "By files, no folder",
  read: (iso: string | null) => (iso === null ? "Not read yet" : `Read ${clock(iso)}`),
  wrote: (iso: string | null) => (iso === null ? "Not written yet" : `Written ${clock(iso)}`),
  pending: (records: number) =>
    records === 0 ? "No change pending" : `${records === 1 ? "One change" : `${records} changes`} pending`,
  damaged: (files: readonly string[]) =>
    `Damaged: ${files.join(", ")}. Everything before the damage was read. The device that wrote it continues in a new file.`,
  other: (name: string, technician: string, at: string) =>
    `${technician === "" ? name : `${name}, ${technician}`}: ${clock(at)}`,
  progress: (what: "reading" | "writing", done: number, all: number) =>
    `${what === "reading" ? "Reading" : "Writing"}: ${all === 0 ? 100 : Math.floor((100 * done) / all)} %`,
} as const;

/** Why the folder is not used; null where it is, or where there is none. */
export function folderTrouble({ folder, allowed, status: { folder: state, reason } }: FolderStanding): string | null {
  if (folder === null) return null;
  switch (allowed ? state : "ask") {
    case "ready":
    case "none":
      return null;
    case "ask":
      return "The browser asks for permission again. Changes stay on this device until then.";
    case "gone":
      return `The folder cannot be used: ${reason ?? "no answer"}. Changes stay on this device and are written when it is back.`;
  }
}

/** "Tablet 2, Rowe, since 10:40". `now`: ms. */
export function holderWords({ deviceName, technician, since }: Omit<Holder, "jobId" | "device">, now: number): string {
  const begun = new Date(since);
  const today = isSameDay(begun, new Date(now));
  return [deviceName, technician, `since ${format(begun, today ? "HH:mm" : "d MMM, HH:mm")}`]
    .filter(Boolean)
    .join(", ");
}

export const holderText = {
  title: (holder: string) => `In progress: ${holder}`,
  readOnly:
    "Read-only here. Take over only if the other device is out of use: what it has not written yet is merged later, and conflicts are asked about.",
  yourName: "Your name",
  takeOver: "Take over",
  inUse: (name: string, device: string) => `${name}: in use, ${device}`,
  thisDevice: "This device",
} as const;

export const conflictText = {
  title: "Two values for one field",
  explains: "Two people changed the same field while apart. Choose the right value once, on any device.",
  of: (record: string, field: string) => (record === "" ? field : `${record}: ${field}`),
  choose: (value: string, device: string) => `${value} (${device})`,
  anotherDevice: "another device",
  wholeRecord: "signed twice",
  apart: (values: string, device: string) =>
    `Recorded on ${device} after the signature: ${values}. Amend the job to count it.`,
  keepBoth: "Both signed versions are kept. Amend the job to settle it.",
} as const;
