import { describe, expect, it } from "vitest";
import { faultCauses } from "../causes/catalogue";
import { causeExample, chargeExamples } from "./examples";

describe("what the simulator shows to a word", () => {
  it("as a charge falls both sides stand still for a stretch around the label, then fall; over it the high side rises", () => {
    const examples = chargeExamples();
    const at = (share: number) =>
      examples.reduce((a, b) => (Math.abs(b.share - share) < Math.abs(a.share - share) ? b : a));
    expect(examples.length).toBeGreaterThan(20);
    expect(Math.abs(at(0.9).highKpa - at(1).highKpa)).toBeLessThan(35);
    expect(at(0.35).highKpa).toBeLessThan(at(1).highKpa - 100);
    expect(at(0.35).superheatK).toBeGreaterThan(at(1).superheatK + 5);
    expect(at(1.4).highKpa).toBeGreaterThan(at(1).highKpa + 20);
  });

  it("every cause that runs moves at least one needle further than it errs", () => {
    for (const cause of faultCauses) {
      const { sound, withIt } = causeExample(cause);
      if (withIt === null) continue;
      const moved = [
        Math.abs(withIt.lowKpa - sound.lowKpa) / 12,
        Math.abs(withIt.highKpa - sound.highKpa) / 35,
        Math.abs(withIt.ventC - sound.ventC) / 0.5,
        Math.abs(withIt.superheatK - sound.superheatK) / 2,
        Math.abs(withIt.subcoolingK - sound.subcoolingK) / 2,
      ];
      expect(Math.max(...moved), cause).toBeGreaterThan(1);
    }
  });
});
