import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { type ArchiveCounts, archiveWriter } from "../core/records/files/archive";
import { FolderRecords } from "../core/sync/folder-records";
import { cliText, mergedSentence } from "../words/cli";
import { type CommandResult, UsageError } from "./usage";

/** `evrid merge FOLDER [--to FILE]`: everything that a shared folder holds, as one shop file. */
export async function mergeCommand(args: string[], now = new Date()): Promise<CommandResult> {
  const { folder, to } = readArguments(args, now);
  const errors: string[] = [];
  const merged = new FolderRecords();
  const files = readdirSync(folder).filter((name) => name.endsWith(".evrid-updates"));
  if (files.length === 0) throw new UsageError(cliText.noUpdates(folder));
  for (const name of files.sort())
    if (await merged.add(new Uint8Array(readFileSync(path.join(folder, name))))) errors.push(cliText.damagedFile(name));
  const writer = archiveWriter({ workshop: "shop", writtenAt: now.toISOString() });
  let conflicts = 0;
  for (const { list, id, record, conflicts: its } of merged.records(now.toISOString())) {
    conflicts += its;
    if (record === null) errors.push(cliText.unreadableRecord(list, id));
    else await writer.add(list, [record]);
  }
  const pictures = picturesIn(path.join(folder, "pictures"));
  for (const { key, sha256 } of merged.pictures()) {
    const jpeg = merged.jpegs.get(key) ?? pictures(sha256);
    const at = key.lastIndexOf("/");
    if (jpeg === null) errors.push(cliText.missingPicture(key));
    else await writer.photo(key.slice(0, at), key.slice(at + 1), jpeg);
  }
  const { archive, counts } = await writer.close();
  writeFileSync(to, new Uint8Array(await archive.arrayBuffer()));
  return { out: `${saidOf(to, counts, files.length, conflicts)}\n`, errors };
}

function saidOf(to: string, counts: ArchiveCounts, files: number, conflicts: number): string {
  const { jobs, vehicles, containers, stock, photos } = counts;
  return mergedSentence({ to, files, jobs, vehicles, containers, stock, photos, conflicts });
}

/** Reads pictures by the sum of their content; a file whose content is another is passed over. */
function picturesIn(folder: string): (sha256: string) => Uint8Array | null {
  const names = existsSync(folder) ? readdirSync(folder) : [];
  return (sha256) => {
    for (const name of names.filter((one) => one.startsWith(`${sha256}_`))) {
      const bytes = readFileSync(path.join(folder, name));
      if (createHash("sha256").update(bytes).digest("hex") === sha256) return new Uint8Array(bytes);
    }
    return null;
  };
}

function readArguments(args: string[], now: Date): { folder: string; to: string } {
  let parsed: ReturnType<typeof parse>;
  try {
    parsed = parse(args);
  } catch (error) {
    throw new UsageError((error as Error).message.split("\n")[0] ?? "invalid arguments");
  }
  const [folder, ...rest] = parsed.positionals;
  if (folder === undefined || rest.length > 0) throw new UsageError(cliText.mergeTakesOne);
  if (!existsSync(folder) || !statSync(folder).isDirectory()) throw new UsageError(cliText.notAFolder(folder));
  const to = parsed.values.to ?? `evrid-shop-${now.toISOString().slice(0, 10)}.zip`;
  // An earlier file is somebody's copy.
  if (existsSync(to)) throw new UsageError(cliText.fileExists(to));
  return { folder, to };
}

const parse = (args: string[]) =>
  parseArgs({ args, allowPositionals: true, options: { to: { type: "string" } }, strict: true });
