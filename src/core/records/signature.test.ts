import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/demo-jobs";
import { entry } from "../units/entry";
import { booked, drawn, reversed } from "./bookkeeping";
import { readJobFile, writeJobFile } from "./files/job-file";
import { type Credentials, type Job, jobSchema, MOST_AMENDMENTS } from "./job";
import {
  amended,
  amendmentsOf,
  checkSignature,
  continuesSigned,
  isSigned,
  SignatureRefusal,
  signed,
} from "./signature";

const at = "2026-06-02T08:00:00.000Z";
const later = "2026-06-03T08:00:00.000Z";
const [van, , pickup] = demoJobs(new Date("2026-06-01T10:00:00.000Z")) as [Job, Job, Job];
const papers: Credentials = {
  certificate: "RC-1",
  shop: "Harbour Lane Garage",
  registration: "HL-88",
  machine: { name: "RS 2", checkedOn: "2026-01-04" },
  scale: { name: "BS 30", checkedOn: null },
};
const opened = amended(pickup, { by: " Ines Falk ", reason: "Label misread", at });

describe("a signed job", () => {
  it("takes no change of any of its parts, but is put away and stored anew", () => {
    expect(isSigned(pickup)).toBe(true);
    for (const part of Object.keys(jobSchema.shape) as (keyof Job)[]) {
      const value = part === "updatedAt" || part === "archivedAt" ? at : (van[part] ?? null);
      const changed = { ...pickup, [part]: JSON.stringify(value) === JSON.stringify(pickup[part]) ? "another" : value };
      const issue = checkSignature(pickup, changed as Job);
      if (part === "updatedAt" || part === "archivedAt") expect(issue, part).toBeNull();
      else expect(issue?.code, part).toMatch(/^(signed|amendments-changed)$/);
    }
    expect(checkSignature(pickup, structuredClone(pickup))).toBeNull();
    expect(checkSignature(van, { ...van, altitude: entry("9", "m") })).toBeNull();
  });

  it("does not lose its signature without an amendment, nor take another change with one", () => {
    const bare = { ...pickup, signOff: { ...pickup.signOff, signedAt: null } };
    expect(checkSignature(pickup, bare)?.code).toBe("signed");
    expect(checkSignature(pickup, opened)).toBeNull();
    expect(checkSignature(pickup, { ...opened, altitude: entry("9", "m") })?.code).toBe("signed");
    const remarked = { ...opened, signOff: { ...opened.signOff, remark: "another" } };
    expect(checkSignature(pickup, remarked)?.code).toBe("signed");
    const [only] = opened.amendments;
    const forged = { ...opened, amendments: [{ ...only!, signed: only!.signed.replace("Town", "Down") }] };
    expect(checkSignature(pickup, forged)?.code).toBe("amendments-changed");
    expect(checkSignature(opened, { ...opened, amendments: [] })?.code).toBe("amendments-changed");
    expect(checkSignature(opened, { ...opened, amendments: [{ ...only!, reason: "x" }] })?.code).toBe(
      "amendments-changed",
    );
  });

  it("is amended with a name and a reason, so many times, and an unsigned one not at all", () => {
    for (const [by, reason] of [
      ["", "x"],
      ["x", "  "],
    ] as const)
      expect(() => amended(pickup, { by, reason, at })).toThrow(SignatureRefusal);
    expect(amended(van, { by: "x", reason: "y", at })).toBe(van);
    const full = { ...pickup, amendments: Array.from({ length: MOST_AMENDMENTS }, () => opened.amendments[0]!) };
    expect(() => amended(full, { by: "x", reason: "y", at })).toThrow("amendments-full");
  });
});

describe("an amendment", () => {
  const changed = signed(
    booked(
      {
        ...opened,
        intake: { ...opened.intake, charge: entry("23", "oz") },
        recover: { ...opened.recover, recovered: entry("240", "g") },
      },
      later,
    ),
    papers,
    later,
  );

  it("keeps what was signed to the letter, and lists who, when, why, and each value before and after", () => {
    expect(JSON.parse(changed.amendments[0]!.signed)).toEqual({ ...pickup, amendments: [], archivedAt: null });
    const [one] = amendmentsOf(changed);
    expect(one).toMatchObject({ at, by: "Ines Falk", reason: "Label misread", signedBy: "Tamsin Rowe", closed: true });
    const value = (path: string) => one!.values!.find((found) => found.path === path);
    expect(value("intake.charge")).toMatchObject({ was: entry("22", "oz"), is: entry("23", "oz") });
    expect(value("recover.recovered")).toMatchObject({ was: entry("232", "g"), is: entry("240", "g") });
    // The books are reversed and written anew, each with its date: only these entries are listed.
    expect(value("ledger")!.was).toEqual([]);
    expect((value("ledger")!.is as { at: string }[]).map((line) => line.at)).toEqual([later, later]);
    expect(one!.values!.map(({ path }) => path).filter((path) => /signedAt|updatedAt|steps/.test(path))).toEqual([]);
  });

  it("that is open is compared with the job as it stands; the next one with the version between", () => {
    expect(amendmentsOf(opened)[0]).toMatchObject({ closed: false, values: [] });
    const again = amended(changed, { by: "Tamsin Rowe", reason: "Typing error", at: later });
    const edited = { ...again, intake: { ...again.intake, charge: entry("24", "oz") } };
    const [first, second] = amendmentsOf(edited);
    expect(first!.values!.find(({ path }) => path === "intake.charge")!.is).toEqual(entry("23", "oz"));
    expect(second!.values!.map(({ path, is }) => [path, is])).toEqual([["intake.charge", entry("24", "oz")]]);
  });

  it("with a kept version that cannot be read says so, and goes through a file unchanged", () => {
    const torn = { ...changed, amendments: [{ ...changed.amendments[0]!, signed: "{}" }] };
    expect(amendmentsOf(torn)[0]!.values).toBeNull();
    const read = readJobFile(writeJobFile(changed));
    expect(read).toEqual({ ok: true, value: changed });
  });
});

describe("what goes on from a signed job", () => {
  it("is the job itself, its amendment, and what became of that; nothing else", () => {
    const edited = { ...opened, altitude: entry("9", "m"), updatedAt: later };
    for (const one of [pickup, { ...pickup, archivedAt: at }, opened, edited])
      expect(continuesSigned(pickup, one)).toBe(true);
    expect(continuesSigned(pickup, { ...pickup, altitude: entry("9", "m") })).toBe(false);
    expect(continuesSigned(opened, pickup)).toBe(false);
    const forked = { ...amended(pickup, { by: "A", reason: "B", at: later }) };
    expect(continuesSigned(opened, forked)).toBe(false);
    expect(continuesSigned(edited, { ...edited, ledger: reversed(edited, edited.ledger[0]!.id, later).ledger })).toBe(
      true,
    );
    expect(continuesSigned(drawn(van, "demo-can-a", 10, at), van)).toBe(false);
  });
});

it("a record put together in another order of its keys is the same record", () => {
  const turned = (value: unknown): unknown =>
    Array.isArray(value)
      ? value.map(turned)
      : typeof value === "object" && value !== null
        ? Object.fromEntries(
            Object.entries(value)
              .reverse()
              .map(([key, part]) => [key, turned(part)]),
          )
        : value;
  expect(checkSignature(pickup, turned(pickup) as Job)).toBeNull();
  expect(checkSignature(turned(pickup) as Job, opened)).toBeNull();
});
