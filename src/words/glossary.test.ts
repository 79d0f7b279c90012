import { describe, expect, it } from "vitest";
import { causes } from "@/core/causes/catalogue";
import { stepIds } from "@/core/records/job";
import { figuresIn, systemUnits, unitSystems } from "@/core/units/figures";
import { findEntries, glossary } from "./glossary";

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
    expect(findEntries("flies fan", us).map(({ id }) => id)).toContain("cause-condenser-airflow");
    expect(findEntries("SHUT-OFF", us)[0]!.id).toBe("step-shut-off");
    expect(findEntries("carburettor", us)).toEqual([]);
  });
});
