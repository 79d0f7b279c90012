import { describe, expect, it } from "vitest";
import { plainVin, vinDoubt } from "./vin";

describe("a vehicle identification number", () => {
  it.each([
    // Worked examples of the check digit: 49 CFR 565.15 allows X for 10.
    ["1M8GDM9AXKP042788", null],
    ["1m8 gdm9a-xkp042788", null],
    ["11111111111111111", null],
    ["", null],
    ["1M8GDM9A1KP042788", { code: "check-digit", expected: "X", found: "1" }],
    ["1M8GDM9AXKP04278", { code: "length", length: 16 }],
    ["1M8GDM9AXKP0427O8", { code: "characters", characters: "O" }],
  ])("%s: %j", (vin, doubt) => expect(vinDoubt(vin)).toEqual(doubt));

  it("finds every single wrong character but the ninth's own, where its value changes", () => {
    const vin = "1M8GDM9AXKP042788";
    for (let i = 0; i < vin.length; i++) {
      const changed = `${vin.slice(0, i)}${vin[i] === "5" ? "6" : "5"}${vin.slice(i + 1)}`;
      const heavy = vinDoubt(changed);
      // N and E have the value 5 themselves.
      if (!"NEVW".includes(vin[i]!)) expect(heavy, changed).not.toBeNull();
    }
  });

  it("is compared in capitals without blanks and hyphens", () => expect(plainVin(" 1m8-g d")).toBe("1M8GD"));
});
