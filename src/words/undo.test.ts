import { describe, expect, it } from "vitest";
import { movedSentence, movedTitle } from "./undo";

describe("what an undo did", () => {
  it("is named by step and place, longer lists counted", () => {
    expect(movedTitle("undo")).not.toBe(movedTitle("redo"));
    expect(movedSentence(["intake/complaint"])).toBe("Intake: complaint.");
    expect(movedSentence(["altitude/text", "ledger"])).toBe("Static pressure: altitude. Charge: ledger.");
    expect(movedSentence(["steps/rest/note"])).toBe("Static pressure: rest note.");
    const many = ["low", "high", "vent", "suction", "liquid", "discharge"].map(
      (id) => `baseline/settings/0/${id}/text`,
    );
    expect(movedSentence(many)).toBe(
      "Running test: settings low, settings high, settings vent, settings suction and 2 more.",
    );
    expect(movedSentence(["photos"])).toBe("Job: photos.");
  });
});
