import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shopJobs } from "../../../../tests/support/shop-jobs";
import { type Job, MOST_PHOTO_BYTES } from "../job";
import { readFiledJob, readJobFile, writeJobFile } from "./job-file";
import { fromBase64, toBase64 } from "./pictures";

const [van] = shopJobs(new Date("2026-05-04T08:00:00.000Z")) as [Job];
const jpeg = (...rest: number[]) => new Uint8Array([0xff, 0xd8, 0xff, ...rest]);
const photo = (id: string, bytes: number) =>
  ({ id, step: "look", at: "2026-05-04T09:00:00.000Z", width: 1400, height: 1050, bytes }) as const;
const withPhotos: Job = { ...van, photos: [photo("belt", 6), photo("port", 5)] };

describe("pictures in a job's file", () => {
  it("come back byte for byte, whatever their bytes", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 30_000 }), (rest) => {
        const bytes = jpeg(...rest.subarray(0, 4));
        const all = new Uint8Array([...bytes, ...rest]);
        expect(fromBase64(toBase64(all))).toEqual({ ok: true, value: all });
      }),
      { numRuns: 60 },
    );
  });

  it("stand beside the record: with them, without one of them, without any", () => {
    const pictures = new Map([
      ["belt", jpeg(1, 2, 3)],
      ["nobody's", jpeg(9)],
    ]);
    const read = readFiledJob(writeJobFile(withPhotos, pictures));
    if (!read.ok) throw new Error(JSON.stringify(read.issue));
    expect(read.value.job).toEqual(withPhotos);
    expect([...read.value.pictures]).toEqual([["belt", jpeg(1, 2, 3)]]);
    expect(readJobFile(writeJobFile(withPhotos))).toEqual({ ok: true, value: withPhotos });
    expect(readFiledJob(writeJobFile(van))).toMatchObject({ ok: true, value: { job: van } });
  });

  it("are refused by name where they are none, and nothing is read then", () => {
    const given = (pictures: unknown) => readFiledJob(JSON.stringify({ ...withPhotos, pictures }));
    const large = toBase64(jpeg(...new Array(10)).slice(0, 3)).padEnd(MOST_PHOTO_BYTES * 2, "A");
    for (const wrong of ["not base64 %%", btoa("<svg onload=alert(1)>"), 7, null, { a: 1 }, large]) {
      expect(given({ belt: wrong })).toMatchObject({ ok: false, issue: { code: "broken", field: "pictures.belt" } });
    }
    for (const wrong of [null, "a", 3]) expect(given(wrong)).toMatchObject({ ok: false, issue: { field: "pictures" } });
    expect(given({ __proto__: { belt: "x" } })).toMatchObject({ ok: true });
  });
});
