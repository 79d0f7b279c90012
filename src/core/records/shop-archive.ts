/** A shop out of an archive, and any file that a shop, a vehicle or a job was saved as. */
import { fail, type Result, succeed } from "../result";
import { type ArchiveIssue, openArchive } from "./archive";
import type { JobFileIssue } from "./job-file";
import {
  type BrokenRecord,
  readAnyShopFile,
  readShopContent,
  SHOP_FILE_LIMIT_BYTES,
  SHOP_FILE_VERSION,
  type ShopInFile,
} from "./shop-file";

const shopLists = ["jobs", "vehicles", "containers", "stock", "charts"] as const;

/** Every ZIP begins so. */
const ZIP = "PK";

/** Reads a file of any version, an archive or JSON; nothing is changed anywhere when it fails. */
export async function readAnyFile(file: Blob): Promise<Result<ShopInFile, JobFileIssue>> {
  if ((await file.slice(0, ZIP.length).text()) === ZIP) return readShopArchive(file);
  if (file.size > SHOP_FILE_LIMIT_BYTES)
    return fail({ code: "too-large", bytes: file.size, limitBytes: SHOP_FILE_LIMIT_BYTES });
  return readAnyShopFile(await file.text());
}

/** Reads an archive whole; records that cannot be read are named by their place. */
export async function readShopArchive(file: Blob): Promise<Result<ShopInFile, JobFileIssue>> {
  const opened = await openArchive(file);
  if (!opened.ok) return fail(fileIssue(opened.issue));
  const { head, parts, photos } = opened.value;
  const lists = new Map<string, unknown[]>();
  const broken: BrokenRecord[] = [];
  for await (const part of parts())
    for (const one of part) {
      if (one.ok) {
        const its = lists.get(one.list) ?? [];
        its.push(one.record);
        lists.set(one.list, its);
      } else {
        const issue = one.issue === "not-json" ? { code: one.issue } : { code: one.issue, part: one.part };
        broken.push({ list: one.list, place: one.place, issue });
      }
    }
  // Names out of the file are keys here: nothing may be found in them that the file does not have.
  const pictures = Object.create(null) as Record<string, Record<string, Uint8Array>>;
  for await (const photo of photos()) {
    const { owner, id } = photo;
    if (photo.ok) {
      const its = pictures[owner] ?? (Object.create(null) as Record<string, Uint8Array>);
      its[id] = photo.jpeg;
      pictures[owner] = its;
    } else broken.push({ list: "pictures", place: 1, issue: { code: "damaged-part", part: `${owner}/${id}` } });
  }
  const read = readShopContent({
    format: "evrid.shop",
    version: SHOP_FILE_VERSION,
    workshop: head.workshop,
    ...Object.fromEntries(shopLists.map((list) => [list, lists.get(list) ?? []])),
    drills: { learners: lists.get("learners") ?? [], drills: lists.get("drills") ?? [] },
    choices: lists.get("choices")?.[0] ?? null,
    pictures,
  });
  return read.ok ? succeed({ ...read.value, broken: [...broken, ...read.value.broken] }) : read;
}

function fileIssue(issue: ArchiveIssue): JobFileIssue {
  switch (issue.code) {
    case "newer-version":
      return issue;
    case "foreign":
      return { code: "foreign", format: null };
    case "not-archive":
      return { code: "not-json" };
  }
}
