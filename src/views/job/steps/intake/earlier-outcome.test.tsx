// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { act, cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type Job, newJob } from "@/core/records/job";
import { signed } from "@/core/records/signature";
import { changeChoices } from "@/data/choices";
import { putBack } from "@/data/jobs";
import { learnedCounts } from "@/data/outcomes";
import { eraseAll } from "@/data/shop";
import { useLocalPriorKept } from "@/session/outcome";
import { settled } from "../../../../../tests/support/fake-session";
import { papersOf, weighedOut } from "../../../../../tests/support/outcome-jobs";
import { renderJob } from "../../../../../tests/support/render-job";
import { shopJobs } from "../../../../../tests/support/shop-jobs";
import { EarlierOutcome } from "./earlier-outcome";

vi.mock("next/navigation", () => ({ useRouter: () => ({ push: () => undefined }), useParams: () => ({}) }));

const [van] = shopJobs(new Date("2026-06-01T10:00:00.000Z")) as [Job, Job, Job];
/** Signed that day with less than half of its charge found. */
const done = (day: string): Job =>
  signed({ ...weighedOut(van, 250), id: "earlier" }, papersOf(), `${day}T16:00:00.000Z`);
const again = (day: string, complaint = van.intake.complaint): Job => {
  const job = newJob("again", `${day}T08:00:00.000Z`);
  return { ...job, intake: { ...van.intake, complaint } };
};

beforeEach(eraseAll);
afterEach(cleanup);

describe("a vehicle that comes again with the same complaint", () => {
  it("asks whether its earlier outcome stands, and keeps the answer", async () => {
    await putBack(done("2026-06-01"));
    const { jobs } = await renderJob(
      again("2026-07-10", `${van.intake.complaint.toUpperCase()} `),
      "intake",
      <EarlierOutcome />,
    );
    await waitFor(() => expect(document.body.textContent).toContain("Undercharge confirmed."));
    await act(async () => {
      fireEvent.click(screen.getByRole("radio", { name: "No longer stands" }));
      await settled();
    });
    expect(jobs.job!.outcome.earlier).toEqual({ jobId: "earlier", stands: false });
    await putBack(jobs.job!);
    expect((await learnedCounts()).counts.jobs).toBe(0);
  });

  it.each([
    ["after more than 90 days", again("2026-10-01")],
    ["with another complaint", again("2026-07-10", "Rattles.")],
    ["where the name is another's", { ...again("2026-07-10"), intake: { ...van.intake, vehicle: "Another van" } }],
  ])("is not asked %s", async (_, job) => {
    await putBack(done("2026-06-01"));
    await renderJob(job, "intake", <EarlierOutcome />);
    await act(async () => void (await learnedCounts()));
    expect(document.body.textContent).not.toContain("Earlier outcome");
  });
});

function Kept() {
  useLocalPriorKept();
  return null;
}

describe("the local prior of an open job", () => {
  it("follows what was learned, and is none where the switch is off; a signed or amended job keeps its own", async () => {
    await putBack(done("2026-06-01"));
    const { jobs } = await renderJob(again("2026-07-10"), "intake", <Kept />);
    await waitFor(() => expect(jobs.job!.outcome.localPrior).toMatchObject({ jobs: 1 }));
    expect(jobs.job!.outcome.localPrior!.odds.undercharge).toBeGreaterThan(1);
    await act(
      async () => void (await changeChoices(({ learning }) => ({ learning: { ...learning, localPrior: false } }))),
    );
    await waitFor(() => expect(jobs.job!.outcome.localPrior).toBeNull());
    cleanup();
    await changeChoices(({ learning }) => ({ learning: { ...learning, localPrior: true } }));
    const amendments = [{ at: "2026-07-10T08:00:00.000Z", by: "Ines", reason: "typed wrong", signed: "{}" }];
    const amendedJob = await renderJob({ ...again("2026-07-10"), amendments }, "intake", <Kept />);
    await act(async () => void (await learnedCounts()));
    expect(amendedJob.jobs.job!.outcome.localPrior).toBeNull();
  });

  it("is none in practice", async () => {
    await putBack(done("2026-06-01"));
    const { jobs } = await renderJob({ ...again("2026-07-10"), purpose: "practice" }, "intake", <Kept />);
    await act(async () => void (await learnedCounts()));
    await act(settled);
    expect([jobs.job!.outcome.localPrior, jobs.job!.outcome.similar]).toEqual([null, null]);
  });
});
