import { describe, expect, it } from "vitest";
import type { HoldAnswer } from "@/core/charge/vacuum/judge-hold";
import { figuresIn, systemUnits } from "@/core/units/figures";

import { holdLength, holdWords } from "./vacuum";

const figures = figuresIn(systemUnits.kPa);
const answer: HoldAnswer = {
  verdict: "tight",
  probabilities: { tight: 0.97, moist: 0.02, leaking: 0.01, "leaking-and-moist": 0 },
  readings: "trace",
  seconds: 1800,
  riseKpa: 0.04,
  startKpa: 0.05,
  leakGYear: { low: 0, median: 30, high: 120 },
  smallestGYear: 220,
  decidedAfterS: null,
  fitted: [],
};

describe("the words of a hold", () => {
  it("say hours when it lasted hours", () => {
    expect([90, 1800, 3600, 5400, 54_000].map(holdLength)).toEqual(["2 min", "30 min", "60 min", "1.5 h", "15 h"]);
  });

  it("call a hold tight only as far as it shows, and name the leak it would have missed", () => {
    expect(holdWords(answer, 300, figures)).toMatchObject({ title: "Held", notes: [] });
    const coarse = holdWords(answer, 100, figures);
    expect(coarse.title).toBe("Held, within its limits");
    expect(coarse.notes.join(" ")).toContain("220 g per year");
    expect(holdWords({ ...answer, readings: "ends" }, 300, figures).notes.join(" ")).toContain("levels off");
  });

  it("say how much longer to hold, or which test decides instead, and that a wide rise is no tight circuit", () => {
    const open = { ...answer, verdict: "undecided", decidedAfterS: 3600 } as const;
    expect(holdWords(open, 100, figures).notes.join(" ")).toContain("60 min in total");
    expect(holdWords({ ...open, decidedAfterS: null }, 100, figures).notes.join(" ")).toContain("dry nitrogen");
    const wide = { ...open, probabilities: { tight: 0, moist: 0.6, leaking: 0.4, "leaking-and-moist": 0 } };
    expect(holdWords(wide, 100, figures).title).toBe("Did not hold");
    const damp = {
      ...wide,
      verdict: "moist",
      probabilities: { ...wide.probabilities, "leaking-and-moist": 0.3 },
    } as const;
    expect(holdWords(damp, 100, figures).notes.join(" ")).toContain("cannot be excluded");
  });
});
