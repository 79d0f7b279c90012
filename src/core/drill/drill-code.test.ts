import { createHash } from "node:crypto";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { benchOf, benchStateSchema } from "../bench/bench-state";
import { possible } from "../causes/catalogue";
import { actsOf, caseOfBench, caseOfCode, truthOfCase } from "./drill-case";
import { type CodeParts, codeOf, MOST_NUMBERS, makerOf, readCode } from "./drill-code";
import { drillThemes } from "./drill-shapes";
import { caseOfSource, queryOfSource, sourceOfQuery } from "./drill-source";
import { causesAmong } from "./drill-troubles";

const parts: fc.Arbitrary<CodeParts> = fc
  .record({ theme: fc.constantFrom(...drillThemes), number: fc.integer({ min: 0, max: MOST_NUMBERS - 1 }) })
  .map((one) => ({ ...one, maker: makerOf(one.theme) }));
const LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";

describe("a code", () => {
  it("is read back as it was given out, however it is typed", () => {
    fc.assert(
      fc.property(parts, (given) => {
        const code = codeOf(given);
        expect(code).toMatch(/^[12][A-Z]-[0-9A-HJKMNP-TV-Z]{5}$/);
        for (const typed of [code, code.toLowerCase(), code.replace("-", " "), code.replace("-", ""), ` ${code} `])
          expect(readCode(typed)).toEqual({ ok: true, value: given });
        expect(readCode(code.replaceAll("0", "O").replaceAll("1", "l"))).toEqual({ ok: true, value: given });
      }),
    );
  });

  it("notices one letter that was misread, and two neighbours that were exchanged", () => {
    fc.assert(
      fc.property(parts, fc.integer({ min: 3, max: 7 }), fc.integer({ min: 1, max: 30 }), (given, place, by) => {
        const code = codeOf(given);
        const was = LETTERS.indexOf(code[place]!);
        const other = (was + by) % LETTERS.length;
        // By 31 the check cannot tell nought from Z, which nobody takes for one another.
        fc.pre(Math.abs(was - other) !== 31);
        const misread = code.slice(0, place) + LETTERS[other]! + code.slice(place + 1);
        expect(readCode(misread)).toEqual({ ok: false, issue: { code: "misread" } });
        if (place > 5 || code[place] === code[place + 1]) return;
        const swapped = code.slice(0, place) + code[place + 1]! + code[place]! + code.slice(place + 2);
        if (Math.abs(was - LETTERS.indexOf(code[place + 1]!)) !== 31) expect(readCode(swapped).ok).toBe(false);
      }),
    );
  });

  it("is refused by name when it is none, or of a later release", () => {
    for (const text of ["", "1K", "1K-0001", "1Q-0001F", "0K-0001F", "1K-0001FF", "hello"])
      expect(readCode(text)).toEqual({ ok: false, issue: { code: "no-code" } });
    expect(readCode("7K-0001F")).toEqual({ ok: false, issue: { code: "newer-maker", maker: 7 } });
  });
});

describe("the case of a code", () => {
  /** These codes were given out and may never change. A better maker is added beside the first. */
  it("is the same on every machine and in every later release", () => {
    const cases = (maker: 1 | 2) =>
      drillThemes
        .filter((theme) => makerOf(theme) === maker)
        .flatMap((theme) =>
          Array.from({ length: 200 }, (_, number) => caseOfCode({ maker, theme, number: number * 4111 })),
        );
    const printOf = (made: unknown) => createHash("sha256").update(JSON.stringify(made)).digest("hex");
    const print = printOf(cases(1).map(({ trouble: _, ...made }) => made));
    expect(print).toBe("1d1432c43791cc772222b7d117c165b4be17f0b3f50119078bb172d31fee74b9");
    expect(printOf(cases(2))).toBe("9dec8d1be9b0d03eaf26e33d89c1c63774d5c13a89fe37e76c94d22654d09971");
    expect(caseOfCode({ maker: 1, theme: "clamps", number: 4 })).toMatchObject({
      code: "1K-0004Y",
      state: { chargeG: 127, label: { chargeG: 410, refrigerant: "R134a", metering: "expansion-valve" }, faults: [] },
      story: { complaint: "never-cold", history: "never-opened", believes: "needs-gas" },
    });
  });

  it("is a vehicle that can be, of its theme, and gives every theme its causes", () => {
    for (const theme of drillThemes.filter((one) => makerOf(one) === 1)) {
      const seen = new Set<string>();
      for (let number = 0; number < 150; number++) {
        const made = caseOfCode({ maker: 1, theme, number });
        const truth = truthOfCase(made);
        seen.add(truth.join("+"));
        expect(benchStateSchema.safeParse(made.state).success).toBe(true);
        expect(made.trouble).toBeNull();
        expect(causesAmong(truth).every((cause) => possible(cause, made.state.label))).toBe(true);
        expect(made.state.name).toBe("");
        expect(made.misread !== null).toBe(theme === "wrong-reading");
        if (theme === "two-at-once") expect(truth).toHaveLength(2);
        else expect(truth.length).toBeLessThan(2);
        if (theme === "cycling")
          expect(made.state.label).toMatchObject({ metering: "orifice-tube", compressor: "fixed" });
        expect(actsOf(made).includes("suction-clamp")).toBe(theme !== "pressures");
      }
      expect(seen.size, theme).toBeGreaterThan(4);
      if (theme !== "two-at-once") expect(seen.has("")).toBe(true);
    }
  });

  it("comes from the bench without its name, by an address that holds it whole", () => {
    const state = { ...benchOf(undefined, "Mrs Fennick's van"), chargeG: 300 };
    const asked = sourceOfQuery(queryOfSource({ kind: "bench", state }));
    expect(asked?.ok && asked.value).toEqual({ kind: "bench", state: { ...state, name: "" } });
    const made = asked?.ok ? caseOfSource(asked.value) : null;
    expect(made).toEqual({ ok: true, value: caseOfBench(state) });
    expect(JSON.stringify(made)).not.toContain("Fennick");
    expect(sourceOfQuery("code=1K-0001G")).toEqual({ ok: false, issue: { code: "misread" } });
    expect(sourceOfQuery("v=1&g=lots")).toMatchObject({ ok: false, issue: { code: "broken-state" } });
    expect(sourceOfQuery("run=1")).toBeNull();
  });
});
