import { describe, expect, it } from "vitest";
import { keptRun } from "../../../tests/support/drills";
import {
  classFormSchema,
  codesOf,
  isSealedCode,
  isSealedRun,
  newClassSet,
  opensWith,
  readClassSet,
  runsOfSet,
  sharedMistakes,
  writeClassSet,
} from "./class-set";

const form = { title: "Autumn course", codes: "1K-0004Y\n1K-0001F", phrase: "Blue valve" };
const set = newClassSet(form, { id: "set-1", salt: "0f3a-77", now: "2026-09-01T08:00:00.000Z" });
const gapOf = (change: Partial<typeof form>) => {
  const read = classFormSchema.safeParse({ ...form, ...change });
  return read.success ? null : read.error.issues[0]!.message;
};

describe("a class set", () => {
  it("keeps its cases in order, unreadable in its file, and is read back whole", () => {
    expect(codesOf(set)).toEqual(["1K-0004Y", "1K-0001F"]);
    const text = writeClassSet(set);
    expect(text).not.toContain("0004Y");
    expect(text).not.toContain("valve");
    expect(readClassSet(text)).toEqual({ ok: true, value: set });
  });

  it("is refused by name where its file is damaged, foreign or of a later release", () => {
    const text = writeClassSet(set);
    expect(readClassSet("{")).toMatchObject({ issue: { code: "not-json" } });
    expect(readClassSet(text.replace("evrid.class", "evrid.drills"))).toMatchObject({ issue: { code: "foreign" } });
    expect(readClassSet(text.replace('"version": 1', '"version": 2'))).toMatchObject({
      issue: { code: "newer-version" },
    });
    const broken = { ...set, cases: [...set.cases.slice(0, 1), "00"] };
    expect(readClassSet(writeClassSet(broken))).toMatchObject({ issue: { code: "broken", field: "cases.1" } });
  });

  it("opens with its phrase alone, however it is capitalised", () => {
    expect(opensWith(set, "blue VALVE ")).toBe(true);
    expect(opensWith(set, "blue valves")).toBe(false);
    expect(opensWith(set, "")).toBe(false);
  });

  it("says what its form lacks", () => {
    expect(gapOf({})).toBeNull();
    expect(gapOf({ title: " " })).toBe("title");
    expect(gapOf({ codes: "1K-0004Z" })).toBe("codes");
    expect(gapOf({ codes: "" })).toBe("codes");
    expect(gapOf({ codes: Array.from({ length: 31 }, () => "1K-0004Y").join(",") })).toBe("too-many");
    expect(gapOf({ phrase: "abc" })).toBe("phrase");
  });

  it("withholds its codes and runs on a device until it is unsealed there", () => {
    const sealed = [{ id: set.id, set, unsealed: false }];
    const run = { set: { id: set.id, number: 1 } };
    expect(isSealedCode("1k 0004y", sealed)).toBe(true);
    expect(isSealedCode("1K-0008C", sealed)).toBe(false);
    expect(isSealedRun(run, sealed)).toBe(true);
    expect(isSealedRun({}, sealed)).toBe(false);
    const open = [{ id: set.id, set, unsealed: true }];
    expect(isSealedCode("1K-0004Y", open)).toBe(false);
    expect(isSealedRun(run, open)).toBe(false);
  });

  it("counts the first answer of each learner to each case, and the learners who share a mistake", () => {
    const run = (id: string, learnerId: string, at: string, number: number, mistake: "topped-up" | "wrong-cause") => ({
      ...keptRun(id, at),
      learnerId,
      set: { id: set.id, number },
      mistakes: [mistake],
    });
    const runs = [
      run("b", "ann", "2026-09-02T09:00:00.000Z", 1, "topped-up"),
      run("a", "ann", "2026-09-01T09:00:00.000Z", 1, "wrong-cause"),
      run("c", "bo", "2026-09-01T10:00:00.000Z", 1, "wrong-cause"),
      run("d", "bo", "2026-09-01T11:00:00.000Z", 2, "topped-up"),
      { ...keptRun("e", "2026-09-01T12:00:00.000Z"), learnerId: "ann" },
    ];
    const own = runsOfSet(set, runs);
    expect(own.map(({ id }) => id)).toEqual(["a", "c", "d"]);
    expect(sharedMistakes(own)).toEqual([
      { mistake: "wrong-cause", learners: 2, of: 2 },
      { mistake: "topped-up", learners: 1, of: 2 },
    ]);
  });
});
