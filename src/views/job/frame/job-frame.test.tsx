// @vitest-environment happy-dom
/** The frame of a job over the browser's own database, with workers that never answer. */
import "fake-indexeddb/auto";
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, configure, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { type Job, stepIds } from "@/core/records/job";
import { onSimulator } from "@/core/records/practice";
import { database } from "@/data/database";
import { editJob, loadJob } from "@/data/jobs";
import { system } from "@/ui/theme";
import { shopJobs } from "../../../../tests/support/shop-jobs";
import { fetchSteps, StepView } from "../step-view";
import { JobFrame } from "./job-frame";

// A busy machine draws late.
configure({ asyncUtilTimeout: 10_000 });

const page = vi.hoisted(() => ({ id: "", step: "intake", pushed: [] as string[] }));
vi.mock("next/navigation", () => ({
  useRouter: () => ({ push: (to: string) => page.pushed.push(to) }),
  useParams: () => ({ id: page.id, step: page.step }),
  usePathname: () => `/job/${page.id}/${page.step}`,
}));
vi.mock("@/worker/diagnosis-client", () => ({
  connectDiagnosis: () => ({ judge: () => new Promise(() => undefined), cancel: () => undefined }),
}));
vi.mock("@/worker/simulator-client", () => ({ connectSimulator: () => new Promise(() => undefined) }));
vi.mock("@/worker/charge-client", () => ({ connectCharge: () => ({ api: {}, close: () => undefined }) }));
vi.mock("@/worker/expected-client", () => ({ connectExpected: () => ({ api: {}, close: () => undefined }) }));

const van = shopJobs(new Date("2026-06-01T10:00:00Z"))[0]!;
const estate = shopJobs(new Date("2026-06-01T10:00:00Z"))[1]!;

async function opened(id: string, step: Job["id"]): Promise<void> {
  Object.assign(page, { id, step });
  render(
    <ChakraProvider value={system}>
      <JobFrame>
        <StepView step={step as "intake"} />
      </JobFrame>
    </ChakraProvider>,
  );
  await waitFor(() => expect(document.body.textContent).not.toContain("Opening the job"));
}

afterEach(async () => {
  cleanup();
  sessionStorage.clear();
  page.pushed.length = 0;
  await database.jobs.clear();
});

beforeAll(fetchSteps);

describe("a job that is opened", () => {
  it("shows its step, marks that it was begun, and goes to any step by its key", async () => {
    await database.jobs.put(estate);
    await opened(estate.id, "repair");
    expect(document.body.textContent).toContain("Orla Veitch, grey estate");
    await waitFor(async () => {
      const stored = await loadJob(estate.id);
      expect(stored?.ok && stored.value.steps.repair.startedAt).not.toBeNull();
    });
    await act(async () => void fireEvent.keyDown(document.body, { key: "4" }));
    expect(page.pushed).toEqual([`/job/${estate.id}/rest`]);
    for (const key of ["1", "4"]) await act(async () => void fireEvent.keyDown(document.body, { key }));
    expect(page.pushed).toEqual([`/job/${estate.id}/rest`, `/job/${estate.id}/sign-off`]);
  });

  it("follows what another tab writes, and takes back what this one wrote", async () => {
    await database.jobs.put(estate);
    await opened(estate.id, "intake");
    await act(async () => {
      await editJob(estate.id, (job) => ({ ...job, intake: { ...job.intake, vehicle: "Orla Veitch, blue estate" } }));
    });
    await waitFor(() => expect(document.body.textContent).toContain("Orla Veitch, blue estate"));
    // Nothing was done here yet: there is nothing to take back.
    expect(screen.queryByRole("button", { name: /^Undo/ })).toBeNull();
    const complaint = screen.getByLabelText("Complaint");
    await act(async () => void fireEvent.change(complaint, { target: { value: "warm everywhere" } }));
    await act(async () => void fireEvent.blur(complaint));
    await waitFor(async () => {
      const stored = await loadJob(estate.id);
      expect(stored?.ok && stored.value.intake.complaint).toBe("warm everywhere");
    });
    await waitFor(() => expect(screen.getByRole("button", { name: /^Undo/ })).toBeTruthy());
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: /^Undo/ })));
    await waitFor(async () => {
      const stored = await loadJob(estate.id);
      expect(stored?.ok && stored.value.intake).toMatchObject({
        complaint: estate.intake.complaint,
        vehicle: "Orla Veitch, blue estate",
      });
    });
  });

  it("has Done at one place on every step, below the work and outside of what scrolls", async () => {
    await database.jobs.put(estate);
    for (const step of stepIds) {
      await opened(estate.id, step);
      const name = step === "sign-off" ? "Sign" : /^Done: /;
      const done = await screen.findByRole("button", { name });
      expect(screen.getByRole("region", { name: "Actions of this step" }).contains(done), step).toBe(true);
      expect(screen.getByRole("main").contains(done), step).toBe(false);
      cleanup();
    }
  });

  it("takes up the instruments of a job that had them, and waits for nobody else's", async () => {
    await database.jobs.put(onSimulator(van, "leaked-van"));
    await opened(van.id, "running");
    await waitFor(() => expect(document.body.textContent).toContain("connecting simulator"));
    expect(document.querySelector("header")!.textContent).toContain("Practice");
  });
});

describe("a job that cannot be opened", () => {
  it("is said to be gone, or to be unreadable with the field that is wrong, and the way back stands there", async () => {
    await opened("%E0%A4%A", "intake");
    expect(document.body.textContent).toContain("This job is not stored here");
    cleanup();
    await opened("nobody-knows", "intake");
    expect(document.body.textContent).toContain("This job is not stored here");
    expect(screen.getByRole("link", { name: /Go to Bay/ }).getAttribute("href")).toBe("/");
    cleanup();
    await database.jobs.put({ ...van, id: "broken", altitude: "high" } as unknown as Job);
    await opened("broken", "intake");
    expect(document.body.textContent).toContain("This job cannot be read");
    expect(document.body.textContent).toContain("altitude");
    cleanup();
    await database.jobs.put({ ...van, id: "newer", version: 99 } as unknown as Job);
    await opened("newer", "intake");
    expect(document.body.textContent).toMatch(/99/);
  });
});
