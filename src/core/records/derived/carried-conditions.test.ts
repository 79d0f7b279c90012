import { describe, expect, it } from "vitest";
import { entry } from "../../units/entry";
import { type Job, newJob } from "../job";
import { showsCarriedDay, withConditionsCarried } from "./carried-conditions";

const blank = newJob("x", "2026-06-01T10:00:00.000Z");

function tested(): Job {
  const [idle, fast] = blank.baseline.settings;
  return {
    ...blank,
    baseline: {
      ...blank.baseline,
      ambient: entry("88", "degF"),
      humidity: entry("45", "pct"),
      airSource: "recirculated",
      cabinReturn: entry("77", "degF"),
      blower: entry("75", "pct"),
      settings: [
        { ...idle, rpm: entry("750", "rpm"), low: entry("18", "psi") },
        { ...fast, rpm: entry("1500", "rpm") },
      ],
    },
  };
}

describe("verification begins with the conditions of the first test", () => {
  it("takes day, air, blower and both speeds over, as they were typed, and no reading", () => {
    const job = withConditionsCarried(tested());
    const { proof, baseline } = job;
    expect([proof.ambient, proof.humidity, proof.cabinReturn, proof.blower, proof.airSource]).toEqual([
      baseline.ambient,
      baseline.humidity,
      baseline.cabinReturn,
      baseline.blower,
      "recirculated",
    ]);
    expect(proof.settings.map(({ rpm }) => rpm.text)).toEqual(["750", "1500"]);
    expect(proof.settings[0].low.text).toBe("");
    expect(showsCarriedDay(job)).toBe(true);
    expect(withConditionsCarried(job)).toEqual(job);
  });

  it("leaves what verification has of its own, and all of it once it has a reading", () => {
    const own = tested();
    own.proof = { ...own.proof, ambient: entry("31", "degC") };
    expect(withConditionsCarried(own).proof.ambient).toEqual(entry("31", "degC"));
    expect(showsCarriedDay(withConditionsCarried(own))).toBe(false);
    const [idle, fast] = own.proof.settings;
    own.proof = { ...own.proof, settings: [{ ...idle, low: entry("34", "psi") }, fast] };
    expect(withConditionsCarried(own)).toBe(own);
  });

  it("takes nothing from a first test that was not read", () => {
    expect(withConditionsCarried(blank)).toBe(blank);
  });
});
