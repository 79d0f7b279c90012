import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "../../../demo/demo-jobs";
import type { Job } from "../job";
import { joined, newVehicle, readVehicle, takenApart, type Vehicle } from "./vehicle";
import { newestFirst } from "./vehicle-history";
import { rowOf, searchWords } from "./vehicle-row";
import { visitOf } from "./visit";

const at = "2026-06-01T10:00:00.000Z";
const [van, , pickup] = demoJobs(new Date(at)) as [Job, Job, Job];
const words = fc.record({
  plate: fc.string({ maxLength: 8 }),
  owner: fc.string({ maxLength: 8 }),
  note: fc.string({ maxLength: 8 }),
});

describe("the record of a vehicle", () => {
  it("of version 1 is read with everything in it; it had no photos", () => {
    const { photos, ...old } = { ...newVehicle("a", "White van", at), note: "low port behind the headlamp" };
    expect(photos).toEqual([]);
    expect(readVehicle({ ...old, version: 1 })).toEqual({ ok: true, value: { ...old, version: 3, photos: [] } });
    expect(readVehicle({ ...old, version: 2 })).toMatchObject({ ok: false, issue: { field: "photos" } });
    expect(readVehicle({ ...old, photos, version: 4 })).toMatchObject({ ok: false, issue: { code: "newer-version" } });
  });
});

describe("two records of one car", () => {
  it("as one have the names of both, and are taken apart into what they were", () => {
    fc.assert(
      fc.property(words, words, (a, b) => {
        const kept = { ...newVehicle("a", "White van", at), ...a };
        const other = { ...newVehicle("b", "Fennick van", at), ...b };
        const whole = joined(kept, other, at);
        expect(readVehicle(whole).ok).toBe(true);
        expect(whole.names).toEqual(["white van", "fennick van"]);
        for (const field of ["plate", "owner"] as const) expect(whole[field]).toBe(kept[field] || other[field]);
        expect(whole.note).toContain(other.note);
        const { rest, part } = takenApart(whole, at)!;
        expect(rest).toEqual(kept);
        expect(part).toEqual(other);
        expect(takenApart(kept, at)).toBeNull();
      }),
    );
  });

  it("one of which was made of two keep both, and come apart one after the other, each with what was in it", () => {
    const [a, b, c, d] = ["a", "b", "c", "d"].map((id) => newVehicle(id, `Van ${id}`, at)) as [
      Vehicle,
      Vehicle,
      Vehicle,
      Vehicle,
    ];
    const cd = joined(c, d, at);
    const bcd = joined(b, cd, at);
    const all = joined(a, bcd, at);
    expect(readVehicle(all).ok).toBe(true);
    expect(all.joined.map(({ id }) => id).sort()).toEqual(["b", "c", "d"]);
    const first = takenApart(all, at)!;
    expect(first).toEqual({ rest: a, part: bcd });
    const second = takenApart(first.part, at)!;
    expect(second).toEqual({ rest: b, part: cd });
    expect(takenApart(second.part, at)).toEqual({ rest: c, part: d });
  });

  it("of version 2 are read, each joined at once", () => {
    const { of, ...entry } = joined(newVehicle("a", "Van", at), newVehicle("b", "Bus", at), at).joined[0]!;
    expect(of).toBeNull();
    const read = readVehicle({ ...newVehicle("a", "Van", at), version: 2, joined: [entry] });
    expect(read).toMatchObject({ ok: true, value: { version: 3, joined: [{ id: "b", of: null }] } });
  });

  it("keep what was written after they became one", () => {
    const whole = joined(newVehicle("a", "White van", at), { ...newVehicle("b", "Van", at), plate: "AB 1" }, at);
    const { rest } = takenApart({ ...whole, plate: "CD 2" }, at)!;
    expect(rest.plate).toBe("CD 2");
  });
});

describe("the line of a vehicle", () => {
  it("says what its newest visit knew, and is found by plate, owner, label and every word of its name", () => {
    const record = { ...newVehicle("v", pickup.intake.vehicle, at), plate: "TG-440 K", owner: "Parks office" };
    const older = { ...pickup, id: "old", createdAt: "2025-06-01T10:00:00.000Z" };
    const row = rowOf(record, newestFirst([older, pickup].map(visitOf)))!;
    expect(row).toMatchObject({
      id: "v",
      visits: 2,
      lastAt: pickup.createdAt,
      refrigerant: "R134a",
      plate: "TG-440 K",
    });
    for (const word of ["tg", "440", "tg440k", "parks", "gardens", "11", "r134a", "624"])
      expect(row.words).toContain(word);
    expect(rowOf(null, [visitOf(van)])!.id).toBe("name:fennick bakery, van 3");
    expect(rowOf(null, [])).toBeNull();
    expect(searchWords("  Fennick's  VAN-3 ")).toEqual(["fennick", "s", "van", "3"]);
  });

  it("is refused by name when it is no vehicle, newer or torn", () => {
    const vehicle = newVehicle("v", "Van", at);
    expect(readVehicle(null)).toMatchObject({ issue: { code: "foreign", format: null } });
    expect(readVehicle({ ...vehicle, version: 4 })).toMatchObject({ issue: { code: "newer-version", version: 4 } });
    expect(readVehicle({ ...vehicle, names: [] })).toMatchObject({ issue: { code: "broken", field: "names" } });
  });
});
