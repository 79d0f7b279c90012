// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, configure, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { OutcomeFacts } from "@/core/learning/statement";
import type { Job } from "@/core/records/job";
import { signed } from "@/core/records/signature";
import { changeChoices, loadChoices } from "@/data/choices";
import { putBack } from "@/data/jobs";
import { eraseAll } from "@/data/shop";
import { system } from "@/ui/theme";
import { papersOf, weighedOut } from "../../../tests/support/outcome-jobs";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { TrackRecordView } from "./track-record-view";

vi.mock("next/navigation", () => ({
  useRouter: () => ({ push: () => undefined }),
  usePathname: () => "/track-record",
}));

const at = "2026-06-01T10:00:00.000Z";
const [van] = shopJobs(new Date(at)) as [Job, Job, Job];
/** Signed, with 250 g of 580 found in it; the readings had said this of it. */
function done(id: string, technician: string, share: number, clampK: number): Job {
  const facts: OutcomeFacts = {
    said: {
      shares: { undercharge: share, none: 1 - share },
      charge: { lowG: 200, medianG: 300, highG: 400 },
      values: 9,
      first: { about: "none", chargeG: 420 },
      last: { about: "undercharge", chargeG: 300 },
      testMinutes: 8,
      localJobs: 0,
    },
    after: null,
    offsets: [{ thermometer: "clamp", offsetK: clampK, sdK: 2.5 }],
  };
  const job: Job = {
    ...weighedOut(van, 250),
    id,
    intake: { ...van.intake, vehicle: `Van ${id}` },
    signOff: { ...van.signOff, technician },
  };
  return signed(job, papersOf(), at, facts);
}

async function shown(): Promise<void> {
  render(
    <ChakraProvider value={system}>
      <TrackRecordView />
    </ChakraProvider>,
  );
  await waitFor(() => expect(document.body.textContent).not.toContain("Reading the outcomes"));
}
const press = (name: string) => act(async () => void fireEvent.click(screen.getByRole("button", { name })));
const choose = (name: string) => act(async () => void fireEvent.click(screen.getByText(name, { selector: "label *" })));
const says = (text: string | RegExp) => waitFor(() => expect(document.body.textContent).toMatch(text));

configure({ asyncUtilTimeout: 10_000 });
beforeEach(eraseAll);
afterEach(cleanup);

describe("the track record", () => {
  it("is empty at first, and says what fills it", async () => {
    await shown();
    await says("Sign a job with an outcome.");
    await says("No resolved job yet: the general prior alone applies.");
  });

  it("shows how often it was right, what the tests saved, and the prior with its weight; of one's own jobs alone too", async () => {
    await changeChoices({ technician: "Nell Achterberg, Idris Kovac" });
    for (const id of ["1", "2", "3"]) await putBack(done(id, "Nell Achterberg", 0.8, 0));
    await putBack(done("4", "Idris Kovac", 0.3, 0));
    await shown();
    await says(/Right first75 %/);
    await says("4 of 4 signed jobs have a diagnosis and an outcome");
    // Each: 300 min for the car that comes back, less 8 for the tests.
    await says("19 h 28 min");
    await says(/4 jobs; general prior counts as \d+\./);
    await choose("Nell Achterberg only");
    await says(/Right first100 %/);
    expect(screen.queryByText("Idris Kovac only")).toBeNull();
  });

  it("names a clamp that is off with its check, and counts anew once it was checked", async () => {
    for (let i = 0; i < 18; i++) await putBack(done(String(i), "Nell", 0.8, -3.2 + 0.1 * (i % 4)));
    await shown();
    await says(/Check pipe clamp: 3\.\d K low/);
    await says("Hold it in ice water");
    await press("Mark as checked");
    await waitFor(() => expect(document.body.textContent).not.toContain("Check pipe clamp"));
    expect((await loadChoices()).learning.checked.clamp).toBeDefined();
  });

  it("is switched off, reset and taken back without touching a job", async () => {
    await putBack(done("1", "Nell", 0.8, 0));
    await shown();
    await choose("Off");
    await waitFor(async () => expect((await loadChoices()).learning.localPrior).toBe(false));
    await act(
      async () =>
        void changeChoices(({ learning }) => ({ learning: { ...learning, since: "2026-06-02T00:00:00.000Z" } })),
    );
    await says("Reset on 2 Jun 2026: earlier outcomes do not count.");
    await says("No resolved job yet");
    await press("Undo reset");
    await says(/1 job; general prior counts as/);
  });
});
