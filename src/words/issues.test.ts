import { describe, expect, it } from "vitest";
import { labelDoubts } from "@/core/readings/file/label-check";
import { fields } from "@/core/records/fields";
import { readJobFile } from "@/core/records/files/job-file";
import { checkEntry, entry } from "@/core/units/entry";
import { metricFigures } from "@/core/units/figures";
import { entrySentence, jobFileSentence, labelDoubtSentence, logSentence, simulatorSentence } from "./issues";

describe("sentences for people", () => {
  const refused = (field: keyof typeof fields, text: string, unit: Parameters<typeof entry>[1]) => {
    const checked = checkEntry(fields[field], entry(text, unit));
    if (checked.ok) throw new Error("was accepted");
    return entrySentence(fields[field], checked.issue);
  };

  it("name the field, the limit and the unit that was typed, and say what is kept", () => {
    expect(refused("charge", "6", "g")).toBe(
      "Label charge: 50 to 5 000 g (no car or van circuit is outside this). Your entry is kept.",
    );
    expect(refused("low", "900", "psi")).toContain("Low side: ");
    expect(refused("low", "900", "psi")).toContain("psi");
    expect(refused("vent", "", "degC")).toBe("Centre vent is missing.");
    expect(refused("vent", "cool", "degC")).toContain("“cool” is not a number");
    expect(refused("charge", "1,200", "g")).toContain("ambiguous");
    expect(refused("hose", "30", "hoseM")).toContain("0.200 to 6.00 m");
  });

  it("say of a file what it is, and that nothing was changed", () => {
    for (const text of [
      "",
      "{",
      "[]",
      '{"format":"x"}',
      '{"format":"evrid.job","version":99}',
      '{"format":"evrid.job","version":2}',
    ]) {
      const read = readJobFile(text);
      if (read.ok) throw new Error("was read");
      const sentence = jobFileSentence("a.json", read.issue);
      expect(sentence).toContain("a.json");
      expect(sentence).toContain("Your records are unchanged.");
      expect(sentence).not.toMatch(/undefined|NaN|\[object/);
    }
  });

  it("name the line of a log, and what to choose instead", () => {
    expect(logSentence({ code: "time-unreadable", line: 7, text: "noon" })).toContain("line 7: “noon”");
    expect(logSentence({ code: "time-not-rising", line: 9 })).toContain("line 9");
    expect(logSentence({ code: "no-channel" })).toContain("column");
    expect(logSentence({ code: "empty" })).toContain("no rows");
  });

  it("give a doubt about a label its usual range, and refuse with the act that is missing", () => {
    const [doubt] = labelDoubts({ refrigerant: "R134a", compressor: "fixed", evaporators: 1, chargeG: 62 }, 5, null);
    expect(labelDoubtSentence(doubt!, metricFigures)).toBe("Most such labels say 380 to 950 g. Check the unit.");
    for (const code of [
      "liquid-while-running",
      "vapour-while-off",
      "no-container",
      "engine-running",
      "not-recovered",
    ] as const) {
      expect(simulatorSentence({ code })).toMatch(/^Refused: /);
    }
  });
});
