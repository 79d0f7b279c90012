import { BlobWriter, TextReader, ZipWriter } from "@zip.js/zip.js";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "../../../demo/demo-jobs";
import { type ArchiveRecord, archiveWriter, checkArchive, MOST_PART_BYTES, openArchive } from "./archive";

const writtenAt = "2026-06-01T10:00:00.000Z";
const head = { workshop: "demo", writtenAt } as const;
const jobs = demoJobs(new Date(writtenAt));
const picture = new Uint8Array([0xff, 0xd8, 0xff, 1, 2, 3]);

async function written(many = 0) {
  const writer = archiveWriter(head);
  await writer.add("jobs", jobs);
  await writer.add(
    "jobs",
    Array.from({ length: many }, (_, i) => ({ ...jobs[0], id: `more-${i}` })),
  );
  await writer.add("choices", [{ units: "us" }]);
  await writer.photo("job/with a slash", "ä", picture);
  return writer.close();
}
async function everything(file: Blob) {
  const opened = await openArchive(file);
  if (!opened.ok) throw new Error(JSON.stringify(opened.issue));
  const records: ArchiveRecord[] = [];
  for await (const part of opened.value.parts()) records.push(...part);
  const photos = [];
  for await (const photo of opened.value.photos()) photos.push(photo);
  return { ...opened.value, records, photos };
}
/** A ZIP of other files. */
async function zipOf(files: Record<string, string>): Promise<Blob> {
  const zip = new ZipWriter(new BlobWriter());
  for (const [name, text] of Object.entries(files)) await zip.add(name, new TextReader(text));
  return zip.close();
}
const headText = (more: object = {}) => JSON.stringify({ format: "evrid.shop", version: 6, ...head, ...more });

describe("the archive of a shop", () => {
  it("gives back every record and photo as it was written, in parts, counted", async () => {
    const { archive, counts } = await written(600);
    expect(counts).toMatchObject({ jobs: 603, choices: 1, photos: 1, drills: 0 });
    const read = await everything(archive);
    expect(read.head).toMatchObject(head);
    expect(read.counts).toEqual(counts);
    expect(read.records.slice(0, 3)).toEqual(
      jobs.map((record, i) => ({ list: "jobs", place: i + 1, ok: true, record: JSON.parse(JSON.stringify(record)) })),
    );
    expect(read.records).toHaveLength(604);
    expect(read.photos).toEqual([{ owner: "job/with a slash", id: "ä", ok: true, jpeg: picture }]);
    expect(await checkArchive(archive, counts)).toBeNull();
    expect(await checkArchive(archive, { ...counts, jobs: 604 })).toEqual({
      code: "incomplete",
      list: "jobs",
      written: 604,
      read: 603,
    });
  });

  it("gives back photos of many windows, each to the byte", async () => {
    const writer = archiveWriter(head);
    const photos = Array.from({ length: 60 }, (_, i) =>
      Uint8Array.from({ length: 200_000 }, (_, k) => (i * 31 + k * 7) & 255),
    );
    for (const [i, photo] of photos.entries()) await writer.photo("job", `p${i}`, photo);
    const { archive, counts } = await writer.close();
    expect(archive.size).toBeGreaterThan(12_000_000);
    const read = await everything(archive);
    expect(read.photos.every((photo, i) => photo.ok && Buffer.compare(photo.jpeg, photos[i]!) === 0)).toBe(true);
    const told: number[] = [];
    expect(await checkArchive(archive, counts, (done) => told.push(done))).toBeNull();
    expect(told.at(-1)).toBe(60);
  });

  it("holds whatever JSON can hold", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.jsonValue(), { maxLength: 20 }), async (records) => {
        const writer = archiveWriter(head);
        await writer.add("stock", records);
        const { archive } = await writer.close();
        const read = await everything(archive);
        // JSON knows nothing below "null": it stands for a line that cannot be read, and no record is one.
        expect(read.records.map((one) => (one.ok ? one.record : null))).toEqual(
          records.map((one) => JSON.parse(JSON.stringify(one)) as unknown),
        );
      }),
      { numRuns: 30 },
    );
  });

  it("loses to damage the part that is damaged, by name, and no other", async () => {
    const { archive, counts } = await written(600);
    const bytes = new Uint8Array(await archive.arrayBuffer());
    const text = new TextDecoder("latin1").decode(bytes);
    // Some way into the compressed content of the second part of jobs.
    bytes.fill(0x55, text.indexOf("jobs/00002.jsonl") + 200, text.indexOf("jobs/00002.jsonl") + 260);
    const damaged = new Blob([bytes]);
    const { records, photos } = await everything(damaged);
    const broken = records.filter(({ ok }) => !ok);
    expect(broken).toEqual([{ list: "jobs", place: 251, ok: false, issue: "damaged-part", part: "jobs/00002.jsonl" }]);
    expect(records.filter(({ list, ok }) => ok && list === "jobs")).toHaveLength(603 - 250);
    expect(photos).toHaveLength(1);
    expect(await checkArchive(damaged, counts)).toMatchObject({ code: "incomplete", list: "jobs" });
  });

  it("gives no photo whose content is not what was written", async () => {
    const { archive, counts } = await written();
    const bytes = new Uint8Array(await archive.arrayBuffer());
    const at = Buffer.from(bytes).indexOf(Buffer.from(picture));
    bytes[at + 4] = 9;
    const { photos, records } = await everything(new Blob([bytes]));
    expect(photos).toEqual([{ owner: "job/with a slash", id: "ä", ok: false }]);
    expect(records.every(({ ok }) => ok)).toBe(true);
    expect(await checkArchive(new Blob([bytes]), counts)).toMatchObject({ code: "incomplete", list: "photos" });
  });

  it("names a line that is no record, and a part that would fill the memory", async () => {
    const file = await zipOf({
      "head.json": headText(),
      "jobs/00001.jsonl": '{"id":"a"}\n{"id":\n{"id":"c"}\n',
      "vehicles/00001.jsonl": " ".repeat(MOST_PART_BYTES + 1),
      "photos/%zz/a.jpg": "x",
    });
    const { records, counts, photos } = await everything(file);
    expect(counts).toBeNull();
    expect(photos).toMatchObject([{ owner: "%zz", id: "a", ok: true }]);
    expect(records).toEqual([
      { list: "jobs", place: 1, ok: true, record: { id: "a" } },
      { list: "jobs", place: 2, ok: false, issue: "not-json" },
      { list: "jobs", place: 3, ok: true, record: { id: "c" } },
      { list: "vehicles", place: 1, ok: false, issue: "damaged-part", part: "vehicles/00001.jsonl" },
    ]);
  });

  it("is told from what is none, is newer, or was cut short", async () => {
    const issue = async (file: Blob) => {
      const opened = await openArchive(file);
      return opened.ok ? null : opened.issue.code;
    };
    const { archive } = await written();
    expect(await issue(new Blob(["{}"]))).toBe("not-archive");
    expect(await issue(archive.slice(0, archive.size - 30))).toBe("not-archive");
    expect(await issue(await zipOf({ "a.txt": "x" }))).toBe("foreign");
    expect(await issue(await zipOf({ "head.json": headText({ format: "other" }) }))).toBe("foreign");
    expect(await issue(await zipOf({ "head.json": headText({ version: 7 }) }))).toBe("newer-version");
    expect(await issue(archive)).toBeNull();
  });
});
