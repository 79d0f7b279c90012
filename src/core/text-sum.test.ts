import fc from "fast-check";
import { expect, it } from "vitest";
import { textSum } from "./text-sum";

it("tells two texts apart that differ in one letter, and two orders of the same letters", () => {
  fc.assert(
    fc.property(
      fc.string({ minLength: 1, maxLength: 300 }),
      fc.nat(),
      fc.string({ minLength: 1, maxLength: 1 }),
      (text, at, letter) => {
        const i = at % text.length;
        const other = text.slice(0, i) + letter + text.slice(i + 1);
        expect(textSum(other) === textSum(text)).toBe(other === text);
        const turned = [...text].reverse().join("");
        expect(textSum(turned) === textSum(text)).toBe(turned === text);
      },
    ),
    { numRuns: 2000 },
  );
});
