/**
 * Any file that a shop, a vehicle or a job was saved as, read part by part: an archive without more than one part in memory, JSON as a whole first,
 * since it can only be parsed whole.
 */
import { fail, type Result, succeed } from "../../result";
import { ARCHIVE_VERSION, type Archive, type ArchiveCounts, type ArchiveIssue, openArchive } from "./archive";
import type { JobFileIssue } from "./job-file";
import { asOpenFile, readAnyShopFile, SHOP_FILE_LIMIT_BYTES } from "./shop-file";
import { type OpenShopFile, type ShopPart, shopReader } from "./shop-reader";

/** Every ZIP begins so. */
const ZIP = "PK";

/** Opens a file of any version; nothing is changed anywhere when it fails. */
export async function openShopFile(file: Blob): Promise<Result<OpenShopFile, JobFileIssue>> {
  if ((await file.slice(0, ZIP.length).text()) === ZIP) {
    const opened = await openArchive(file);
    return opened.ok ? succeed(ofArchive(opened.value)) : fail(fileIssue(opened.issue));
  }
  if (file.size > SHOP_FILE_LIMIT_BYTES)
    return fail({ code: "too-large", bytes: file.size, limitBytes: SHOP_FILE_LIMIT_BYTES });
  const read = readAnyShopFile(await file.text());
  return read.ok ? succeed(asOpenFile(read.value)) : read;
}

function ofArchive({ head, counts, parts, photos }: Archive): OpenShopFile {
  const { broken, read, picture } = shopReader(head.workshop, ARCHIVE_VERSION);
  return {
    workshop: head.workshop,
    all: counts === null ? null : sumOf(counts),
    broken,
    async *parts() {
      for await (const part of parts()) {
        const records = part.flatMap((one) => {
          if (one.ok) return read(one.list, one.place, one.record) ?? [];
          const issue = one.issue === "not-json" ? { code: one.issue } : { code: one.issue, part: one.part };
          broken.push({ list: one.list, place: one.place, issue });
          return [];
        });
        if (part.length > 0) yield { list: part[0]!.list, records } as ShopPart;
      }
    },
    async *pictures() {
      for await (const photo of photos()) {
        const { owner, id } = photo;
        if (!photo.ok)
          broken.push({ list: "pictures", place: 1, issue: { code: "damaged-part", part: `${owner}/${id}` } });
        const jpeg = photo.ok ? picture(owner, id, photo.jpeg) : null;
        if (jpeg !== null) yield { owner, id, jpeg };
      }
    },
  };
}

const sumOf = (counts: ArchiveCounts) => Object.values(counts).reduce((sum, n) => sum + n, 0);

function fileIssue(issue: ArchiveIssue): JobFileIssue {
  switch (issue.code) {
    case "newer-version":
      return issue;
    case "foreign":
      return { code: "foreign", format: null };
    case "not-archive":
      return issue;
  }
}
