// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, configure, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { writeJobFile } from "@/core/records/files/job-file";
import { newJob } from "@/core/records/job";
import { database } from "@/data/database";
import { listJobs } from "@/data/jobs";
import { settleIndex } from "@/data/record-index";
import { system } from "@/ui/theme";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { BayView } from "./bay-view";

// A busy machine draws late.
configure({ asyncUtilTimeout: 10_000 });

const pushed = vi.hoisted(() => [] as string[]);
vi.mock("next/navigation", () => ({
  useRouter: () => ({ push: (to: string) => pushed.push(to) }),
  usePathname: () => "/",
}));
// The leading causes come from a worker, which stands in tests of its own.
vi.mock("@/worker/diagnosis-client", () => ({
  connectDiagnosis: () => ({ judge: () => new Promise(() => undefined), cancel: () => undefined }),
}));
// Files are read in a worker: here in this thread.
vi.mock("@/worker/archive-client", async () => {
  const { archiveApi } = await import("@/worker/archive-service");
  return { connectArchive: () => ({ api: archiveApi, listen: <F,>(hears: F) => hears, close: () => undefined }) };
});

const jobs = shopJobs(new Date("2026-06-01T10:00:00Z"));

async function opened(stored = jobs): Promise<void> {
  await database.jobs.bulkPut(stored);
  await settleIndex();
  render(
    <ChakraProvider value={system}>
      <BayView />
    </ChakraProvider>,
  );
  await waitFor(() => expect(document.body.textContent).not.toContain("Opening the bay"));
}
const press = async (name: string | RegExp) => {
  await act(async () => void fireEvent.click(screen.getByRole("button", { name })));
};
const given = async (name: string, text: string) => {
  const input = document.querySelector('input[type="file"]')!;
  const file = new File([text], name, { type: "application/json" });
  await act(async () => void fireEvent.change(input, { target: { files: [file] } }));
};

beforeEach(() => {
  vi.stubGlobal("fetch", async () => Response.json({ demo: false }));
});
afterEach(async () => {
  cleanup();
  vi.unstubAllGlobals();
  pushed.length = 0;
  await database.jobs.clear();
  await settleIndex();
});

/** A secondary action of a card, from its menu. */
async function more(vehicle: string, action: string): Promise<void> {
  await press(`More for ${vehicle}`);
  await act(async () => void fireEvent.click(await screen.findByRole("menuitem", { name: action })));
}

describe("the bay", () => {
  it("says what to do when it is empty, and begins a job by one key", async () => {
    await opened([]);
    expect(document.body.textContent!.length).toBeGreaterThan(60);
    await act(async () => void fireEvent.keyDown(document.body, { key: "n" }));
    await waitFor(() => expect(pushed).toHaveLength(1));
    expect(pushed[0]).toMatch(/^\/job\/.+\/intake$/);
    expect((await listJobs()).jobs).toHaveLength(1);
  });

  it("shows each job with where it stands and the one thing to do next", async () => {
    await opened();
    for (const job of jobs) {
      const card = screen.getByRole("article", { name: job.intake.vehicle });
      expect(card.textContent).toMatch(/Next \(\d+ of 14 done, .+\)|Signed off \d/);
      expect(card.textContent).not.toMatch(/undefined|NaN/);
      expect(card.querySelector("a")!.getAttribute("href")).toContain(`/job/${job.id}/`);
    }
  });

  it("removes a job and puts it back whole", async () => {
    await opened();
    const [van] = jobs;
    await more(van!.intake.vehicle, "Remove");
    await waitFor(() => expect(screen.queryByRole("article", { name: van!.intake.vehicle })).toBeNull());
    await press(`Restore ${van!.intake.vehicle}`);
    await waitFor(() => expect(screen.getByRole("article", { name: van!.intake.vehicle })).toBeTruthy());
    expect(writeJobFile((await listJobs()).jobs.find(({ id }) => id === van!.id)!)).toBe(writeJobFile(van!));
  });

  it("puts a job away and shows it again when asked", async () => {
    await opened();
    const [van] = jobs;
    await more(van!.intake.vehicle, "Archive");
    await waitFor(() => expect(screen.queryByRole("article", { name: van!.intake.vehicle })).toBeNull());
    await press(/archived/i);
    await waitFor(() => expect(screen.getByRole("article", { name: van!.intake.vehicle })).toBeTruthy());
  });

  it("the same vehicle again is a new job with its label and nothing measured", async () => {
    await opened();
    await more(jobs[1]!.intake.vehicle, "New job, same vehicle");
    await waitFor(() => expect(pushed).toHaveLength(1));
    const copy = (await listJobs()).jobs.find(({ id }) => pushed[0]!.includes(id))!;
    expect(copy.intake.charge).toEqual(jobs[1]!.intake.charge);
    expect(copy.baseline.settings[0].low.text).toBe("");
    expect(copy.ledger).toEqual([]);
  });

  it("reads a job file, and says of one that is none what is wrong with it", async () => {
    await opened([]);
    const job = { ...newJob("from-a-file", "2026-06-01T08:00:00Z") };
    job.intake = { ...job.intake, vehicle: "Vet's hatchback" };
    await given("hatchback.json", writeJobFile(job));
    await waitFor(() => expect(screen.getByRole("article", { name: "Vet's hatchback" })).toBeTruthy());
    await given("again.json", writeJobFile(job));
    await waitFor(() => expect(document.body.textContent).toMatch(/Vet's hatchback:/));
    expect((await listJobs()).jobs).toHaveLength(1);
    await given("photo.json", "not a job at all");
    await waitFor(() => expect(document.body.textContent).toContain("photo.json"));
    await given("newer.json", JSON.stringify({ ...job, version: 99 }));
    await waitFor(() => expect(document.body.textContent).toMatch(/newer\.json.*99/));
    expect((await listJobs()).jobs).toHaveLength(1);
  });
});
