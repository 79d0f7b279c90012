import { describe, expect, it } from "vitest";
import { MemoryDocuments } from "../../../tests/support/memory-documents";
import { sampled } from "../../../tests/support/sample";
import { SharedFolder } from "../../../tests/support/shared-folder";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { seededNoise } from "../maths/noise";

import { readJob } from "../records/files/job-file";
import { deviceCardBytes, deviceCardName } from "./device-card";
import type { Tree } from "./document-shape";
import { packed, unpacked } from "./packing";
import { readCards } from "./read-cards";
import { RecordDocument } from "./record-document";
import { shapeOf } from "./shapes";
import { SyncDevice, type SyncPorts } from "./sync-device";
import { frameBytes, readFrames } from "./update-file";
import { isUpdateFile } from "./update-names";

let keys = 0;
const unique = () => (++keys).toString(36).padStart(8, "0");
const plain: SyncPorts = { unique, pack: async (bytes) => bytes, unpack: async (bytes) => bytes };
const packing: SyncPorts = { unique, pack: packed, unpack: unpacked };
/** A device with its documents. */
const deviceOn = (documents: MemoryDocuments, ports = plain) => ({
  documents,
  sync: new SyncDevice(documents.state, documents, ports),
});
const freshDevice = (name: string, ports = plain) => deviceOn(new MemoryDocuments(name, unique), ports);
const MONTH = "2026-06";
const KEY = "job/a";
const documentOf = (device: string) => new RecordDocument(shapeOf(KEY)!, device, unique);

describe("a record written on two devices apart", () => {
  const begun = { intake: { vehicle: "van", plate: "" }, ledger: [], signOff: { signedAt: null } } as unknown as Tree;
  const both = () => {
    const [a, b] = [documentOf("A"), documentOf("B")];
    a.take(begun);
    b.apply(a.since());
    return [a, b] as const;
  };
  const meet = (a: RecordDocument, b: RecordDocument) => {
    const [fromA, fromB] = [a.since(), b.since()];
    a.apply(fromB);
    b.apply(fromA);
    expect(a.record()).toEqual(b.record());
    expect(a.conflicts()).toEqual(b.conflicts());
  };
  const intake = (part: object) => ({ ...begun, intake: { vehicle: "van", plate: "", ...part } }) as Tree;

  it("has the changes of both where they differ in place, and says so to nobody", () => {
    const [a, b] = both();
    a.take(intake({ vehicle: "red van" }));
    b.take(intake({ plate: "TG 44" }));
    meet(a, b);
    expect(a.record()).toMatchObject({ intake: { vehicle: "red van", plate: "TG 44" } });
    expect(a.conflicts()).toEqual([]);
    expect(a.take(a.record()!)).toBe(false);
  });

  it("keeps both values of one field, with who set them, until one is chosen on either", () => {
    const [a, b] = both();
    a.take(intake({ vehicle: "red van" }));
    b.take(intake({ vehicle: "grey van" }));
    meet(a, b);
    const [conflict] = a.conflicts();
    expect(conflict!.names).toEqual(["intake", "vehicle"]);
    expect(conflict!.values.map(({ device, json }) => [device, json])).toEqual([
      ["A", '"red van"'],
      ["B", '"grey van"'],
    ]);
    b.choose(conflict!.names, '"red van"');
    meet(a, b);
    expect(a.conflicts()).toEqual([]);
    expect(a.record()).toMatchObject({ intake: { vehicle: "red van" } });
  });

  it("names what was weighed apart from a signature, until it is amended and counts", () => {
    const [a, b] = both();
    const signed = { ...begun, ledger: [{ id: "e1", grams: 5 }], signOff: { signedAt: "2026-06-01" } } as Tree;
    a.take(signed);
    b.take({ ...begun, ledger: [{ id: "e1", grams: 70 }] });
    meet(a, b);
    expect(a.record()).toEqual(signed);
    const [apart] = b.conflicts();
    expect(apart).toMatchObject({ names: ["ledger"], apart: true, values: [{ device: "B" }] });
    expect(apart!.values.map(({ json }) => (JSON.parse(json!) as { grams: number }).grams)).toEqual([70]);
    b.take({ ...signed, signOff: { signedAt: null }, amendments: [{ by: "Rowe", signed: "text" }] });
    meet(a, b);
    expect((a.record()!.ledger as { grams: number }[]).map(({ grams }) => grams).sort()).toEqual([5, 70]);
    expect(a.conflicts()).toEqual([]);
  });

  it("keeps a photo that was taken apart from the signature, through its amendment", () => {
    const [a, b] = both();
    const signed = { ...begun, signOff: { signedAt: "2026-06-01" } } as Tree;
    a.take(signed);
    b.take({ ...begun, photos: [{ id: "p1" }] });
    meet(a, b);
    a.take({ ...a.record()!, signOff: { signedAt: null }, amendments: [{ by: "Rowe", signed: "text" }] });
    meet(a, b);
    expect(a.record()!.photos).toEqual([{ id: "p1" }]);
  });

  it("has the cylinders that each added, each with what either said of it, and not one that was taken away", () => {
    const [a, b] = both();
    const charge = (...containers: object[]) => ({ ...begun, charge: { containers } }) as Tree;
    const [can, tank, drum] = [{ id: "can", name: "Can 1", net: "250" }, { id: "tank", name: "Tank" }, { id: "drum" }];
    a.take(charge(can, tank));
    b.apply(a.since());
    a.take(charge({ ...can, net: "240" }, drum));
    b.take(charge({ ...can, name: "Red can" }, { ...tank, name: "Tank 2" }, { id: "keg" }));
    meet(a, b);
    const { containers } = a.record()!.charge as { containers: { id: string }[] };
    expect(containers[0]).toEqual({ id: "can", name: "Red can", net: "240" });
    expect(containers.map(({ id }) => id).sort()).toEqual(["can", "drum", "keg"]);
    expect(a.conflicts()).toEqual([]);
  });

  it("takes the trace that goes on from the other, and asks where each went its own way", () => {
    const [a, b] = both();
    const evacuate = (...trace: number[]) => ({ ...begun, evacuate: { trace, marks: [] } }) as Tree;
    a.take(evacuate(1, 2));
    b.take(evacuate(1, 2, 3));
    meet(a, b);
    expect(a.record()!.evacuate).toEqual({ trace: [1, 2, 3], marks: [] });
    expect(a.conflicts()).toEqual([]);
    a.take(evacuate(1, 2, 3, 4));
    // No longer than the other, though its text is.
    b.take(evacuate(1, 2, 3, 45));
    meet(a, b);
    expect(a.conflicts().map(({ names }) => names.join("."))).toEqual(["evacuate.trace"]);
  });

  it("asks nobody about what the program computed: one value stands, whole and the same on both", () => {
    const [a, b] = both();
    const outcome = (jobs: number, odds: object) =>
      ({ ...begun, outcome: { answers: [], localPrior: { jobs, generalWeight: 50, odds } } }) as Tree;
    a.take(outcome(12, { air: 2 }));
    b.take(outcome(31, { undercharge: 3 }));
    meet(a, b);
    expect(a.conflicts()).toEqual([]);
    expect(a.record()).toEqual(b.record());
    expect([outcome(12, { air: 2 }), outcome(31, { undercharge: 3 })]).toContainEqual(a.record());
    b.take({ ...begun, outcome: { answers: [], localPrior: null } });
    meet(a, b);
    expect((a.record()!.outcome as { localPrior: unknown }).localPrior).toBeNull();
  });

  it("asks about a typed number with its unit as one", () => {
    const [a, b] = both();
    a.take({ ...begun, altitude: { text: "24", unit: "degC" } });
    b.take({ ...begun, altitude: { text: "75", unit: "degF" } });
    meet(a, b);
    expect(a.conflicts().map(({ names, values }) => [names, values.map(({ json }) => json)])).toEqual([
      [["altitude"], ['{"text":"24","unit":"degC"}', '{"text":"75","unit":"degF"}']],
    ]);
  });

  it("asks nobody where both set the same, and nothing is set back by who did not touch it", () => {
    const [a, b] = both();
    a.take(intake({ vehicle: "red van" }));
    b.take(intake({ vehicle: "red van" }));
    meet(a, b);
    expect(a.conflicts()).toEqual([]);
  });

  it("adds the entries of both logs; one entry is one, and of two with one number the second has its own", () => {
    const [a, b] = both();
    const entry = (grams: number, id = "e1", counters: string | null = null) => ({ id, grams, counters });
    a.take({ ...begun, ledger: [entry(5)] } as Tree);
    b.take({ ...begun, ledger: [entry(7), entry(7, "e2", "e1")] } as Tree);
    meet(a, b);
    const ledger = a.record()!.ledger as { id: string; grams: number; counters: string | null }[];
    expect(ledger.map(({ grams }) => grams).sort()).toEqual([5, 7, 7]);
    expect(new Set(ledger.map(({ id }) => id)).size).toBe(3);
    // What took an entry back on its device takes back the same one here.
    const reversed = ledger.find(({ counters }) => counters !== null)!;
    expect(ledger.find(({ id }) => id === reversed.counters)!.grams).toBe(7);
    expect(a.take(a.record()!)).toBe(false);
    // The entry as its device first wrote it is no new one.
    expect(b.take({ ...a.record()!, ledger: [...ledger, entry(7)] } as Tree)).toBe(false);
  });

  it("comes back as it was given, with parts that are empty and parts that were", () => {
    const [a, b] = both();
    const empty = { ...begun, drafts: {}, look: { notes: [], fine: ["belt"] }, note: null } as Tree;
    a.take(empty);
    expect(a.record()).toStrictEqual(empty);
    b.apply(a.since());
    a.take({ ...empty, drafts: { skip: "no gauge" } } as Tree);
    b.take({ ...empty, drafts: { leak: "dye" } } as Tree);
    meet(a, b);
    expect(a.record()!.drafts).toEqual({ skip: "no gauge", leak: "dye" });
    a.take({ ...a.record()!, drafts: {} } as Tree);
    meet(a, b);
    expect(b.record()!.drafts).toEqual({});
  });

  it("has an entry once, in whatever order its parts come back", () => {
    const [a] = both();
    a.take({ ...begun, ledger: [{ id: "e1", grams: 5 }], altitude: { unit: "m", text: "310" } });
    expect(a.take({ ...begun, ledger: [{ grams: 5, id: "e1" }], altitude: { text: "310", unit: "m" } })).toBe(false);
    expect(a.record()!.ledger).toHaveLength(1);
  });

  it("has an entry once that both brought in from one file", () => {
    const [a, b] = both();
    const ledger = [
      { id: "e1", grams: 5 },
      { id: "e2", grams: 5 },
    ];
    a.take({ ...begun, ledger } as Tree);
    b.take({ ...begun, ledger } as Tree);
    meet(a, b);
    expect(a.record()!.ledger).toEqual(ledger);
  });

  it("stays as it was signed, whatever the other wrote meanwhile, until it is amended", () => {
    const [a, b] = both();
    const signed = { ...intake({ vehicle: "red van" }), signOff: { signedAt: "2026-06-01" } } as Tree;
    a.take(signed);
    b.take(intake({ vehicle: "grey van", plate: "TG 44" }));
    meet(a, b);
    expect(b.record()).toEqual(signed);
    expect(b.conflicts()).toEqual([]);
    // It is signed already: nothing more is said.
    expect(b.take(b.record()!)).toBe(false);
    // Putting it away from the Bay is not covered by the signature.
    b.take({ ...signed, archivedAt: "2026-07-01" } as Tree);
    meet(a, b);
    expect(a.record()).toEqual({ ...signed, archivedAt: "2026-07-01" });
    const open = { ...signed, signOff: { signedAt: null }, amendments: [{ by: "Rowe", signed: "text" }] } as Tree;
    a.take(open);
    meet(a, b);
    expect(a.record()).toMatchObject({ signOff: { signedAt: null }, amendments: [{ by: "Rowe" }] });
    expect(a.conflicts().map(({ names }) => names)).toEqual([["intake", "vehicle"]]);
  });
});

describe("a file of updates", () => {
  const frames = [1, 2, 3].map((n) => ({ key: `job/${n}`, update: Uint8Array.from([n, n, n]) }));
  const bytes = Uint8Array.from(frames.flatMap((frame) => [...frameBytes(frame)]));

  it("is read as far as it has come, wherever it ends, and from there on", () => {
    expect(readFrames(bytes)).toMatchObject({ frames, good: bytes.length, damaged: false });
    for (let cut = 0; cut <= bytes.length; cut++) {
      const { frames: first, good, damaged } = readFrames(bytes.subarray(0, cut));
      expect(damaged).toBe(false);
      expect([...first, ...readFrames(bytes.subarray(good)).frames]).toMatchObject(frames);
    }
  });

  it("is damaged where a byte is another, and what stands before it holds", () => {
    for (let at = 0; at < bytes.length; at++) {
      const other = bytes.slice();
      other[at] = other[at]! ^ 0x55;
      const read = readFrames(other);
      // A length that is too large may still be on its way.
      expect(read.frames.length).toBeLessThan(3);
      for (const { key, update } of read.frames) expect(frames).toContainEqual({ key, update });
    }
  });
});

describe("the jobs of a shop", () => {
  it("come back from their documents as they were, and are read as jobs", () => {
    for (const job of shopJobs(new Date("2026-06-01T10:00:00.000Z"))) {
      const document = documentOf("A");
      document.take(job as unknown as Tree);
      const back = { ...document.record(), updatedAt: job.updatedAt };
      expect(back).toEqual(job);
      expect(readJob(back)).toMatchObject({ ok: true });
      // On another device, and taken again there, it says nothing new.
      const other = documentOf("B");
      other.apply(document.since());
      expect(other.take(job as unknown as Tree)).toBe(false);
    }
  });
});

describe("a folder with other files in it", () => {
  it("is read past them, and damage is named while all before it is taken", async () => {
    const folder = new SharedFolder();
    const [a, b] = [freshDevice("a"), freshDevice("b")];
    a.documents.edit(KEY, (document) => document.take({ note: "one" }));
    await a.sync.write(folder.view(), MONTH);
    const [name] = [...folder.files.keys()] as [string];
    folder.files.set("notes.txt", Uint8Array.from([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]));
    folder.files.set(name, Uint8Array.from([...folder.files.get(name)!, ...Array.from({ length: 20 }, () => 0)]));
    expect(await b.sync.read(folder.view())).toEqual({ changed: [KEY], damaged: [name] });
    expect(b.documents.document(KEY).record()).toEqual({ note: "one" });
    // Its device finds its file longer than it wrote it, and goes on in another.
    await a.sync.read(folder.view());
    a.documents.edit(KEY, (document) => document.take({ note: "two" }));
    await a.sync.write(folder.view(), MONTH);
    await b.sync.read(folder.view());
    expect(b.documents.document(KEY).record()).toEqual({ note: "two" });
  });
});

describe("a record that was removed", () => {
  it("is removed everywhere as it stood, comes back where somebody puts it back, and stands where somebody went on with it", () => {
    const [a, b] = [documentOf("a"), documentOf("b")];
    const meet = () => {
      const [fromA, fromB] = [a.since(), b.since()];
      a.apply(fromB);
      b.apply(fromA);
    };
    expect(a.remove("2026-06-01T10:00:00.000Z")).toBe(false);
    a.take({ note: "one" });
    meet();
    a.remove("2026-06-01T10:00:00.000Z");
    expect(b.removedAt()).toBeNull();
    meet();
    expect(b.removedAt()).toBe("2026-06-01T10:00:00.000Z");
    expect(b.take({ note: "one" })).toBe(true);
    meet();
    expect(a.removedAt()).toBeNull();
    a.remove("2026-06-02T10:00:00.000Z");
    b.take({ note: "two" });
    meet();
    expect([a.removedAt(), b.removedAt()]).toEqual([null, null]);
    expect(a.record()).toEqual({ note: "two" });
  });

  it("loses the entries that somebody took out, and none that another added meanwhile; of the books nothing goes", () => {
    const [a, b] = [documentOf("a"), documentOf("b")];
    const checks = (...places: string[]) => ({ leak: { checks: places.map((place) => ({ place })) } });
    a.take({ ...checks("hose", "valve"), ledger: [{ id: "e1" }] });
    b.apply(a.since());
    a.take({ ...checks("hose"), ledger: [] });
    b.take({ ...checks("hose", "valve", "core"), ledger: [{ id: "e1" }] });
    b.apply(a.since());
    expect(b.record()).toEqual({ ...checks("hose", "core"), ledger: [{ id: "e1" }] });
    // Found again at the same place.
    b.take({ ...checks("hose", "core", "valve"), ledger: [{ id: "e1" }] });
    expect(b.record()).toMatchObject(checks("hose", "core", "valve"));
  });
});

describe("files that all have read", () => {
  it("become one, which a new device reads alone; until then they stay", async () => {
    const folder = new SharedFolder();
    const [a, b] = [freshDevice("aaaa", packing), freshDevice("bbbb", packing)];
    for (let i = 0; i < 40; i++) {
      a.documents.edit(`job/${i % 4}`, (document) => document.take({ note: `note ${i}` }));
      await a.sync.write(folder.view(), `2026-0${1 + Math.floor(i / 8)}`);
    }
    const size = () =>
      [...folder.files].reduce((sum, [name, { length }]) => sum + (isUpdateFile(name) ? length : 0), 0);
    const before = size();
    expect(folder.files.size).toBe(5);
    const cardOf = ({ sync: { device, known } }: typeof a) =>
      folder.files.set(
        deviceCardName(device),
        deviceCardBytes({
          device,
          name: device,
          technician: "",
          at: "2026-06-01T10:00:00.000Z",
          read: { ...known.read },
        }),
      );
    const compact = async () => a.sync.compact(folder.view(), MONTH, await readCards(folder.view()));
    cardOf(a);
    cardOf(b);
    folder.files.set("x.evrid-device", Uint8Array.from([1, 2]));
    expect(await compact()).toBe(0);
    await b.sync.read(folder.view());
    expect(await compact()).toBe(0);
    cardOf(b);
    expect(await compact()).toBe(4);
    expect(await compact()).toBe(0);
    expect(size()).toBeLessThan(before);
    const fresh = freshDevice("cccc", packing);
    expect((await fresh.sync.read(folder.view())).changed).toHaveLength(4);
    for (let i = 0; i < 4; i++)
      expect(fresh.documents.document(`job/${i}`).record()).toEqual({ note: `note ${i + 36}` });
    // Those who had read all find nothing to write, and what its device writes next arrives.
    await b.sync.read(folder.view());
    expect(await b.sync.write(folder.view(), MONTH)).toBe(0);
    a.documents.edit("job/1", (document) => document.take({ note: "later" }));
    await a.sync.write(folder.view(), MONTH);
    await fresh.sync.read(folder.view());
    expect(fresh.documents.document("job/1").record()).toEqual({ note: "later" });
  });

  it("are written on no more once they are large, and a month begins another", async () => {
    const folder = new SharedFolder();
    const { documents, sync } = freshDevice("aaaa");
    const write = async (month = MONTH) => {
      documents.edit(KEY, (document) => document.take({ note: `${"x".repeat(2_500_000)}${unique()}` }));
      await sync.write(folder.view(), month);
      return folder.files.size;
    };
    expect([await write(), await write(), await write(), await write("2026-07")]).toEqual([1, 1, 2, 3]);
  });

  it("have to be written where a device took the same by another way", async () => {
    const folder = new SharedFolder();
    const [a, b] = [freshDevice("aaaa"), freshDevice("bbbb")];
    a.documents.edit(KEY, (document) => document.take({ note: "one" }));
    await b.sync.receive([{ key: KEY, update: a.documents.document(KEY).since() }], {});
    expect(await b.sync.write(folder.view(), MONTH)).toBe(1);
  });

  it("pass over a frame that says nothing here", async () => {
    const folder = new SharedFolder();
    const [a, b] = [freshDevice("aaaa"), freshDevice("bbbb", packing)];
    a.documents.edit(KEY, (document) => document.take({ note: "not deflated" }));
    await a.sync.write(folder.view(), MONTH);
    await b.sync.read(folder.view());
    expect(b.documents.document(KEY).record()).toBeNull();
    expect((await b.sync.read(folder.view())).changed).toEqual([]);
  });
});

describe("four devices on one folder", () => {
  it("come to the same records through any history of faults: no entry lost or twice, every unseen value kept", async () => {
    const HISTORIES = sampled(10_000, 150);
    for (let seed = 1; seed <= HISTORIES; seed++) await history(seed);
  }, 900_000);
});

const RECORDS = ["job/a", "job/b"];
const FIELDS = ["vehicle", "plate"];
const NAMES = ["a", "b", "c", "d"];

interface Write {
  key: string;
  field: string;
  value: number;
  /** Values of that field that its device knew as it wrote. */
  over: number[];
}

/** One random history; every device's records are compared at its end, once all files are there. */
async function history(seed: number): Promise<void> {
  const { uniform } = seededNoise(seed * 7919);
  const upTo = (n: number) => Math.floor(uniform() * n);
  const chance = (share: number) => uniform() < share;
  const folder = new SharedFolder();
  const devices = NAMES.map((name) => freshDevice(name));
  const copies: (MemoryDocuments | null)[] = NAMES.map(() => null);
  const entries = new Map<string, number[]>();
  const writes: Write[] = [];
  const signedBy = new Map<string, string>();
  let next = 0;

  type Device = (typeof devices)[number];
  const valuesOf = ({ documents }: Device, key: string, field: string): number[] => {
    const document = documents.document(key);
    const conflict = document.conflicts().find(({ names }) => names.join() === field);
    if (conflict !== undefined) return conflict.values.map(({ json }) => JSON.parse(json!) as number);
    const shown = document.record()?.[field];
    return shown === undefined ? [] : [shown as number];
  };
  const change = (device: Device) => {
    const key = RECORDS[upTo(RECORDS.length)]!;
    const record = device.documents.document(key).record() ?? {};
    const take = (changed: Tree) => device.documents.edit(key, (document) => document.take(changed));
    if ((record.signOff as { signedAt: unknown } | undefined)?.signedAt != null) return;
    if (chance(0.05)) {
      const signed = { ...record, signOff: { signedAt: `${device.sync.device} ${++next}` } };
      take(signed);
      signedBy.set(key, signedBy.get(key) ?? "");
    } else if (chance(0.5)) {
      const grams = ++next;
      const ledger = (record.ledger ?? []) as object[];
      // Numbers that two devices give alike.
      take({ ...record, ledger: [...ledger, { id: `e${ledger.length + 1}`, grams }] });
      entries.set(key, [...(entries.get(key) ?? []), grams]);
    } else {
      const field = FIELDS[upTo(FIELDS.length)]!;
      const value = ++next;
      writes.push({ key, field, value, over: valuesOf(device, key, field) });
      take({ ...record, [field]: value });
    }
  };
  const late = () => {
    const seen = new Map<string, number>();
    return (name: string) => {
      const share = seen.get(name) ?? (chance(0.25) ? 0 : chance(0.3) ? uniform() : 1);
      seen.set(name, share);
      return share;
    };
  };
  for (let step = 0; step < 24; step++) {
    const at = upTo(4);
    const device = devices[at]!;
    const action = uniform();
    if (action < 0.45) change(device);
    else if (action < 0.65) {
      const month = chance(0.2) ? "2026-07" : MONTH;
      await device.sync
        .write(
          folder.view(late(), () => (chance(0.15) ? uniform() : null)),
          month,
        )
        .catch(() => 0);
      // A browser keeps what it has written, or is killed before it could.
    } else if (action < 0.85) await device.sync.read(folder.view(late()));
    else if (action < 0.9) copies[at] ??= device.documents.copy();
    else if (action < 0.95) {
      // A device comes back from an old copy of itself, where all it had is in the folder; or the folder loses a file.
      if (seed % 2 === 0 && copies[at] !== null && (await device.documents.pending()).length === 0)
        devices[at] = deviceOn(copies[at]!.copy());
      if (seed % 2 === 1) {
        const names = [...folder.files.keys()];
        const name = names[upTo(names.length)];
        if (name !== undefined && chance(0.5)) folder.files.delete(name);
        else if (name !== undefined) folder.files.set(name, folder.files.get(name)!.slice(0, upTo(200)));
      }
    } else if (action < 0.98) {
      // The browser was closed and opened again.
      devices[at] = deviceOn(device.documents.copy());
    }
  }
  // Everything arrives in the end.
  for (let round = 0; round < 3; round++)
    for (const device of devices) {
      await device.sync.read(folder.view());
      await device.sync.write(folder.view(), MONTH);
    }
  for (const device of devices) await device.sync.read(folder.view());

  for (const key of RECORDS) {
    const first = devices[0]!.documents.document(key);
    for (const { documents, sync } of devices) {
      const document = documents.document(key);
      expect(document.record(), `seed ${seed}, ${key} of ${sync.device}`).toEqual(first.record());
      expect(document.conflicts(), `seed ${seed}`).toEqual(first.conflicts());
      expect(await documents.pending(), `seed ${seed}`).toEqual([]);
    }
    const record = first.record();
    if (record === null) continue;
    if (signedBy.has(key)) {
      expect(
        (record.signOff as { signedAt: unknown }).signedAt,
        `seed ${seed}: signed jobs stay signed`,
      ).not.toBeNull();
      continue;
    }
    const ledger = (record.ledger ?? []) as { id: string; grams: number }[];
    expect(
      [...ledger.map(({ grams }) => grams)].sort((a, b) => a - b),
      `seed ${seed}`,
    ).toEqual(entries.get(key) ?? []);
    expect(new Set(ledger.map(({ id }) => id)).size, `seed ${seed}`).toBe(ledger.length);
    for (const field of FIELDS) {
      const own = writes.filter((write) => write.key === key && write.field === field);
      const replaced = new Set(own.flatMap(({ over }) => over));
      const left = own.map(({ value }) => value).filter((value) => !replaced.has(value));
      expect(
        [...valuesOf(devices[0]!, key, field)].sort((a, b) => a - b),
        `seed ${seed}, ${field}`,
      ).toEqual(left);
    }
  }
}
