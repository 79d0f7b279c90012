import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/demo-jobs";
import { papersOf, weighedOut } from "../../../../tests/support/outcome-jobs";
import type { OutcomeFacts } from "../../learning/statement";
import type { Statement } from "../../learning/statement-shape";
import { entry } from "../../units/entry";
import type { Job } from "../job";
import { amended, amendmentsOf, signed } from "../signature";
import { confirmedOf, noFacts, outcomeOf, withAnswer } from "./job-outcome";
import { complaintKey, outcomeRowOf, situationOf } from "./outcome-row";

const now = "2026-06-01T10:00:00.000Z";
const [van, estate] = demoJobs(new Date(now)) as [Job, Job, Job];
const papers = papersOf("Quay Garage");

const said = (shares: Statement["shares"]): Statement => ({
  shares,
  charge: null,
  values: 8,
  first: { about: "none", chargeG: null },
  last: { about: "none", chargeG: null },
  testMinutes: 0,
  localJobs: 0,
});
const facts = (shares: Statement["shares"], after: OutcomeFacts["after"] = null): OutcomeFacts => ({
  said: said(shares),
  after,
  offsets: [],
});
const repaired = (job: Job, part: Job["repair"]["parts"][number]["part"]): Job => ({
  ...job,
  repair: {
    ...job.repair,
    parts: [{ part, kind: "renewed", drained: entry("", "g"), own: entry("", "g") }],
  },
});
const resultOf = (job: Job, of: OutcomeFacts) =>
  Object.fromEntries(outcomeOf(job, of).map(({ cause, result }) => [cause, result]));

describe("the outcome of a job", () => {
  it("follows from the weighing: the scale decides about the amount, whatever the readings said", () => {
    expect(resultOf(weighedOut(van, 300), noFacts)).toMatchObject({
      undercharge: "confirmed",
      overcharge: "refuted",
      none: "refuted",
    });
    expect(resultOf(weighedOut(van, 575), facts({ undercharge: 0.8 }))).toMatchObject({ undercharge: "refuted" });
    expect(resultOf(weighedOut(van, 720), noFacts)).toMatchObject({ overcharge: "confirmed" });
    expect(resultOf(van, noFacts)).toEqual({});
    // Beside it another cause stays open until the vehicle is right.
    const shares = { undercharge: 0.5, "condenser-airflow": 0.3 };
    const beside = (none: number) => resultOf(weighedOut(van, 300), facts(shares, { none }))["condenser-airflow"];
    expect([beside(0.2), beside(0.9)]).toEqual(["unresolved", "refuted"]);
  });

  it("confirms a probable cause whose part was renewed, once the vehicle is right after it; else it stays open or is refuted", () => {
    const shares = { "metering-stuck-closed": 0.5, "restriction-after-port": 0.3, none: 0.1 };
    const job = repaired(van, "metering-device");
    expect(resultOf(job, facts(shares, { none: 0.9 }))).toMatchObject({
      "metering-stuck-closed": "confirmed",
      "restriction-after-port": "refuted",
      none: "refuted",
    });
    expect(resultOf(job, facts(shares))).toMatchObject({ "metering-stuck-closed": "unresolved" });
    expect(resultOf(job, facts(shares, { "metering-stuck-closed": 0.7 }))).toMatchObject({
      "metering-stuck-closed": "refuted",
    });
  });

  it("confirms no cause by a part that was renewed for its leak", () => {
    const job = weighedOut(repaired(van, "condenser"), 300);
    const result = resultOf(job, facts({ undercharge: 0.9, "condenser-airflow": 0.04 }, { none: 0.9 }));
    expect(result).toEqual({ none: "refuted", undercharge: "confirmed", overcharge: "refuted" });
  });

  it("is no fault where the readings said so, the weight was right and nothing was worked on", () => {
    const sound = facts({ none: 0.7, undercharge: 0.2 });
    expect(confirmedOf(outcomeOf(weighedOut(van, 575), sound))).toEqual(["none"]);
    expect(confirmedOf(outcomeOf(van, sound))).toBeNull();
    const worked = repaired(weighedOut(van, 575), "metering-device");
    const probable = facts({ none: 0.6, "metering-stuck-closed": 0.3 });
    expect(resultOf(worked, probable)).toMatchObject({ none: "unresolved", "metering-stuck-closed": "unresolved" });
  });

  it("takes a person's answer before what follows, and gives it back", () => {
    const job = withAnswer(weighedOut(van, 300), "undercharge", "refuted");
    expect(resultOf(job, noFacts).undercharge).toBe("refuted");
    expect(resultOf(withAnswer(job, "undercharge", null), noFacts).undercharge).toBe("confirmed");
    expect(confirmedOf(outcomeOf(withAnswer(job, "blend-door", "confirmed"), noFacts))).toEqual(["blend-door"]);
  });
});

describe("the line of an outcome", () => {
  it("comes with the signature, and holds what the job teaches", () => {
    const job = weighedOut({ ...van, intake: { ...van.intake, firstYear: "2012" } }, 300);
    expect(outcomeRowOf(job)).toBeNull();
    const shares = facts({ undercharge: 0.8 });
    const row = outcomeRowOf(signed(job, papers, now, shares))!;
    expect(row).toMatchObject({
      at: now,
      purpose: "demo",
      shop: "Quay Garage",
      confirmed: ["undercharge"],
      metering: "expansion-valve",
      age: "over 12",
      season: "warm",
      label: "R134a 580 expansion-valve variable-external",
      said: shares.said,
    });
    expect(situationOf({ ...job, intake: { ...job.intake, firstYear: "about 2012" } }).age).toBeNull();
  });

  it("is there for an open job that puts an earlier outcome in doubt, and says no more than that", () => {
    const earlier = { jobId: "j-1", stands: false };
    const row = outcomeRowOf({ ...estate, outcome: { ...estate.outcome, earlier } })!;
    expect([row.at, row.revokes, row.confirmed]).toEqual([null, "j-1", null]);
    expect(
      outcomeRowOf({ ...estate, outcome: { ...estate.outcome, earlier: { ...earlier, stands: true } } }),
    ).toBeNull();
  });

  it("keeps through an amendment what was said before the work, and lists only what a person changed", () => {
    const first = signed(weighedOut(van, 300), papers, now, facts({ undercharge: 0.8 }));
    const open = amended(first, { by: "Ines", reason: "scale read again", at: now });
    const again = signed(weighedOut(open, 720), papers, now, facts({ air: 0.9 }));
    expect(again.outcome.signed!.said).toEqual(first.outcome.signed!.said);
    expect(confirmedOf(again.outcome.signed!.results)).toEqual(["overcharge"]);
    expect(amendmentsOf(again)[0]!.values!.map(({ path }) => path)).toEqual(["recover.recovered"]);
  });

  it("has the complaint as two visits are compared", () => {
    expect(complaintKey(" Blows warm. ")).toBe(complaintKey("blows  WARM!"));
    expect(complaintKey("Blows warm")).not.toBe(complaintKey("Blows warmer"));
  });
});
