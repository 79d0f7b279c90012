import { describe, expect, it } from "vitest";
import { judge } from "@/core/diagnosis/diagnose";
import { workshopInstruments } from "@/core/readings/derive/instruments";
import { leakPlaceRows } from "@/core/records/derived/job-leak";
import { readingFileOf } from "@/core/records/derived/job-readings";
import type { Job } from "@/core/records/job";
import { metricFigures } from "@/core/units/figures";
import { demoJobs } from "@/demo/demo-jobs";
import { localPriorSentence, outcomeSentence, outcomeWords, similarSentence } from "./outcome";
import { reportOf } from "./report";

const [van, , pickup] = demoJobs(new Date("2026-06-01T10:00:00.000Z")) as [Job, Job, Job];
const prior = { jobs: 31, generalWeight: 50, odds: { undercharge: 1.4 } };

describe("an outcome in words", () => {
  it("is one line: confirmed first, what was refuted last", () => {
    expect(
      outcomeSentence([
        { cause: "none", result: "refuted" },
        { cause: "undercharge", result: "confirmed" },
        { cause: "overcharge", result: "refuted" },
        { cause: "blend-door", result: "unresolved" },
      ]),
    ).toBe("Undercharge confirmed. Blend door passes warm air unresolved. No fault and overcharge refuted.");
    expect(outcomeSentence([])).toBe(outcomeWords.none);
  });

  it("stands in the report with the local prior that the diagnosis was made with; without one nothing is said of it", () => {
    const of = (job: Job) => {
      const before = judge(readingFileOf(job, "baseline")!);
      const answers = { before, after: null, shifts: [null, null], bands: [null, null] };
      const options = { figures: metricFigures, accuracy: workshopInstruments, shop: "" };
      return JSON.stringify(reportOf(job, answers, { scope: "customer", ...options }));
    };
    const signed = { results: [{ cause: "undercharge", result: "confirmed" } as const], said: null, offsets: [] };
    const text = of({ ...pickup, outcome: { ...pickup.outcome, localPrior: prior, signed } });
    expect(text).toContain("Local prior applied: 31 jobs; general prior counts as 50.");
    expect(text).toContain("Outcome: Undercharge confirmed.");
    expect(of(pickup)).not.toMatch(/Local prior|Outcome:/);
    expect(localPriorSentence({ outcome: { ...van.outcome, localPrior: { ...prior, jobs: 1 } } })).toContain("1 job;");
  });
});

describe("similar vehicles", () => {
  const similar = {
    vehicles: 7,
    leaking: 5,
    places: [
      { place: "evaporator", vehicles: 4 },
      { place: "condenser", vehicles: 1 },
    ],
  } as const;

  it("are said in one sentence, and put their place first in the leak search", () => {
    expect(similarSentence({ ...similar, places: [...similar.places] })).toBe(
      "4 of 7 similar vehicles leaked at the evaporator (at the drain), 1 at the condenser. The leak search takes it into account.",
    );
    expect(leakPlaceRows(van)[0]!.place).toBe("condenser");
    const known = { ...van, outcome: { ...van.outcome, similar: { ...similar, places: [...similar.places] } } };
    expect(leakPlaceRows(known)[0]!.place).toBe("evaporator");
  });
});
