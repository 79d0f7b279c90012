import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Noticed, signalsBetween } from "./signals";

const quiet: Noticed = { steady: false, taken: "", call: null, stop: false, held: false, lost: false };
const heardAt = (before: Partial<Noticed>, now: Partial<Noticed>) =>
  signalsBetween({ ...quiet, ...before }, { ...quiet, ...now });

describe("a signal", () => {
  it.each([
    ["settled", {}, { steady: true }],
    ["captured", { taken: "" }, { taken: "2026-06-01T10:00:00.000Z" }],
    ["open-valve", { call: "put-on" }, { call: "shut" }],
    ["stop", { call: "go" }, { call: "stop", stop: true }],
    ["hold-finished", {}, { held: true }],
    ["source-lost", {}, { lost: true }],
  ] as const)("sounds when it begins, and not as long as it lasts: %s", (kind, before, now) => {
    expect(heardAt(before, now)).toEqual([kind]);
    expect(heardAt(now, now)).toEqual([]);
  });

  it("is given by nothing that ends, and by no reading that is taken back", () => {
    expect(heardAt({ steady: true, stop: true, held: true, lost: true }, {})).toEqual([]);
    expect(heardAt({ taken: "2026-06-01T10:00:00.000Z" }, { taken: "" })).toEqual([]);
    // A valve that was closed again asks for no opening.
    expect(heardAt({ call: "settle" }, { call: "shut" })).toEqual([]);
  });

  it("is heard once for each change, whatever else changes with it; what must be acted on comes first", () => {
    const noticed: fc.Arbitrary<Noticed> = fc.record({
      steady: fc.boolean(),
      taken: fc.constantFrom("", "a", "a b"),
      call: fc.constantFrom(null, "put-on" as const, "go" as const, "stop" as const, "shut" as const),
      stop: fc.boolean(),
      held: fc.boolean(),
      lost: fc.boolean(),
    });
    fc.assert(
      fc.property(noticed, noticed, (before, now) => {
        const heard = signalsBetween(before, now);
        expect(new Set(heard).size).toBe(heard.length);
        expect(heard.includes("stop")).toBe(now.stop && !before.stop);
        if (heard.includes("stop") && heard.includes("settled"))
          expect(heard.indexOf("stop")).toBeLessThan(heard.indexOf("settled"));
      }),
    );
  });
});
