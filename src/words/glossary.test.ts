import { describe, expect, it } from "vitest";
import { causes } from "@/core/causes/catalogue";
import { causeExample } from "@/core/charge/examples";
import { stepIds } from "@/core/records/job";
import { figuresIn, systemUnits, unitSystems } from "@/core/units/figures";
import { causeDirections, findEntries, glossary } from "./glossary";

const us = figuresIn(systemUnits.us);

describe("the glossary", () => {
  it("explains every step and every cause, each word once, in two to four plain sentences of any shop's units", () => {
    const ids = glossary.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const id of [...stepIds.map((step) => `step-${step}`), ...causes.map((cause) => `cause-${cause}`)]) {
      expect(ids).toContain(id);
    }
    for (const system of unitSystems) {
      for (const { name, text } of glossary) {
        const said = text(figuresIn(systemUnits[system]));
        const sentences = said.split(/[.:;?] /).length;
        expect(sentences, name).toBeGreaterThanOrEqual(2);
        expect(said.length, name).toBeLessThan(420);
        expect(said, name).not.toMatch(/undefined|NaN/);
        if (system === "us") expect(said, name).not.toMatch(/\bkPa\b|°C|\d g\b/);
      }
    }
  });

  it("is found by its name first, by another word for it, and by every word that was typed", () => {
    expect(findEntries("superheat", us)[0]!.id).toBe("superheat");
    expect(findEntries("txv", us)[0]!.id).toBe("metering");
    expect(findEntries("stopped fan", us).map(({ id }) => id)).toContain("cause-condenser-airflow");
    expect(findEntries("EQUALISATION TEST", us)[0]!.id).toBe("step-shut-off");
    expect(findEntries("carburettor", us)).toEqual([]);
  });
});

describe("directions in the help of a cause", () => {
  /** Less than this is no movement on a gauge or thermometer: kPa, kPa, K, K, K. */
  const least = { lowKpa: 5, highKpa: 30, ventC: 0.8, superheatK: 1, subcoolingK: 1.5 };

  it.each(Object.keys(causeDirections) as (keyof typeof causeDirections)[])("are those of the figure: %s", (cause) => {
    const { sound, withIt } = causeExample(cause);
    if (withIt === null) throw new Error("it stands still, and has no directions");
    for (const [name, direction] of Object.entries(causeDirections[cause]!)) {
      const reading = name as keyof typeof least;
      const moved = withIt[reading] - sound[reading];
      const found = Math.abs(moved) < least[reading] ? "holds" : moved > 0 ? "rises" : "falls";
      expect(`${name} ${found}`).toBe(`${name} ${direction}`);
    }
  });

  it("stand nowhere else in it, so that no sentence can contradict the figure", () => {
    for (const { id, text } of glossary.filter(({ kind }) => kind === "cause")) {
      const [own] = text(us).split(" In the figure: ");
      expect(own, id).not.toMatch(/\b(rises?|falls?|climbs?|(low|high) side (is |stands )?(up|low|high))\b/i);
    }
  });
});
