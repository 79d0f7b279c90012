import { describe, expect, it } from "vitest";
import { sampled } from "../../../tests/support/sample";
import { SharedFolder } from "../../../tests/support/shared-folder";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { seededNoise } from "../maths/noise";

import { readJob } from "../records/files/job-file";
import { RecordDocument, type Tree } from "./record-document";
import { shapeOf } from "./shapes";
import { type DeviceMemory, newDevice, SyncDevice } from "./sync-device";
import { frameBytes, readFrames } from "./update-file";

let keys = 0;
const unique = () => (++keys).toString(36).padStart(8, "0");
const ports = { shapeOf, unique };
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
    expect(readFrames(bytes)).toEqual({ frames, good: bytes.length, damaged: false });
    for (let cut = 0; cut <= bytes.length; cut++) {
      const { frames: first, good, damaged } = readFrames(bytes.subarray(0, cut));
      expect(damaged).toBe(false);
      expect([...first, ...readFrames(bytes.subarray(good)).frames]).toEqual(frames);
    }
  });

  it("is damaged where a byte is another, and what stands before it holds", () => {
    for (let at = 0; at < bytes.length; at++) {
      const other = bytes.slice();
      other[at] = other[at]! ^ 0x55;
      const read = readFrames(other);
      // A length that is too large may still be on its way.
      expect(read.frames.length).toBeLessThan(3);
      for (const frame of read.frames) expect(frames).toContainEqual(frame);
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
    const [a, b] = [new SyncDevice(newDevice("A"), ports), new SyncDevice(newDevice("B"), ports)];
    a.document(KEY).take({ note: "one" });
    await a.write(folder.view(), MONTH);
    const [name] = [...folder.files.keys()] as [string];
    folder.files.set("notes.txt", Uint8Array.from([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]));
    folder.files.set(name, Uint8Array.from([...folder.files.get(name)!, ...Array.from({ length: 20 }, () => 0)]));
    expect(await b.read(folder.view())).toEqual({ changed: [KEY], damaged: [name] });
    expect(b.document(KEY).record()).toEqual({ note: "one" });
    // Its device finds its file longer than it wrote it, and goes on in another.
    await a.read(folder.view());
    a.document(KEY).take({ note: "two" });
    await a.write(folder.view(), MONTH);
    await b.read(folder.view());
    expect(b.document(KEY).record()).toEqual({ note: "two" });
  });
});

describe("four devices on one folder", () => {
  it("come to the same records through any history of faults: no entry lost or twice, every unseen value kept", async () => {
    const HISTORIES = sampled(10_000, 600);
    for (let seed = 1; seed <= HISTORIES; seed++) await history(seed);
  }, 900_000);
});

const RECORDS = ["job/a", "job/b"];
const FIELDS = ["vehicle", "plate"];
const NAMES = ["A", "B", "C", "D"];

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
  const devices = NAMES.map((name) => new SyncDevice(newDevice(name), ports));
  const copies: (DeviceMemory | null)[] = NAMES.map(() => null);
  const entries = new Map<string, number[]>();
  const writes: Write[] = [];
  const signedBy = new Map<string, string>();
  let next = 0;

  const valuesOf = (device: SyncDevice, key: string, field: string): number[] => {
    const document = device.document(key);
    const conflict = document.conflicts().find(({ names }) => names.join() === field);
    if (conflict !== undefined) return conflict.values.map(({ json }) => JSON.parse(json!) as number);
    const shown = document.record()?.[field];
    return shown === undefined ? [] : [shown as number];
  };
  const change = (device: SyncDevice) => {
    const key = RECORDS[upTo(RECORDS.length)]!;
    const record = device.document(key).record() ?? {};
    if ((record.signOff as { signedAt: unknown } | undefined)?.signedAt != null) return;
    if (chance(0.05)) {
      const signed = { ...record, signOff: { signedAt: `${device.device} ${++next}` } };
      device.document(key).take(signed);
      signedBy.set(key, signedBy.get(key) ?? "");
    } else if (chance(0.5)) {
      const grams = ++next;
      const ledger = (record.ledger ?? []) as object[];
      // Numbers that two devices give alike.
      device.document(key).take({ ...record, ledger: [...ledger, { id: `e${ledger.length + 1}`, grams }] });
      entries.set(key, [...(entries.get(key) ?? []), grams]);
    } else {
      const field = FIELDS[upTo(FIELDS.length)]!;
      const value = ++next;
      writes.push({ key, field, value, over: valuesOf(device, key, field) });
      device.document(key).take({ ...record, [field]: value });
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
      await device
        .write(
          folder.view(late(), () => (chance(0.15) ? uniform() : null)),
          month,
        )
        .catch(() => 0);
      // A browser keeps what it has written, or is killed before it could.
    } else if (action < 0.85) await device.read(folder.view(late()));
    else if (action < 0.9) copies[at] ??= structuredClone(device.memory());
    else if (action < 0.95) {
      // A device comes back from an old copy of itself, where all it had is in the folder; or the folder loses a file.
      if (seed % 2 === 0 && copies[at] !== null && device.pending().length === 0)
        devices[at] = new SyncDevice(structuredClone(copies[at]!), ports);
      if (seed % 2 === 1) {
        const names = [...folder.files.keys()];
        const name = names[upTo(names.length)];
        if (name !== undefined && chance(0.5)) folder.files.delete(name);
        else if (name !== undefined) folder.files.set(name, folder.files.get(name)!.slice(0, upTo(200)));
      }
    } else if (action < 0.98) {
      // The browser was closed and opened again.
      devices[at] = new SyncDevice(structuredClone(device.memory()), ports);
    }
  }
  // Everything arrives in the end.
  for (let round = 0; round < 3; round++)
    for (const device of devices) {
      await device.read(folder.view());
      await device.write(folder.view(), MONTH);
    }
  for (const device of devices) await device.read(folder.view());

  for (const key of RECORDS) {
    const first = devices[0]!.document(key);
    for (const device of devices) {
      expect(device.document(key).record(), `seed ${seed}, ${key} of ${device.device}`).toEqual(first.record());
      expect(device.document(key).conflicts(), `seed ${seed}`).toEqual(first.conflicts());
      expect(device.pending(), `seed ${seed}`).toEqual([]);
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
