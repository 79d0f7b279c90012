// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, configure, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Job } from "@/core/records/job";
import { linesCsv } from "@/core/records/stock/csv";
import { database } from "@/data/database";
import { settleIndex } from "@/data/record-index";
import { eraseAll } from "@/data/shop";
import { loadBooks, shelfFor } from "@/data/stock";
import { demoJobs } from "@/demo/demo-jobs";
import { system } from "@/ui/theme";
import { LedgerView } from "./ledger-view";

vi.mock("next/navigation", () => ({ useRouter: () => ({ push: () => undefined }), usePathname: () => "/ledger" }));

const pickup = demoJobs(new Date())[2] as Job;

async function shown(): Promise<void> {
  render(
    <ChakraProvider value={system}>
      <LedgerView />
    </ChakraProvider>,
  );
  await waitFor(() => expect(document.body.textContent).not.toContain("Adding up the books"));
}
const press = (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole("button", { name })));
const choose = (name: string) => act(async () => void fireEvent.click(screen.getByText(name, { selector: "label *" })));
const type = (label: string, text: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value: text } }));
const says = (text: string | RegExp) => waitFor(() => expect(document.body.textContent).toMatch(text));

/** A cylinder on the shelf by the form, with 9 kg in it. */
async function cylinder(): Promise<string> {
  await press("New container");
  await type("Name", "Cylinder 9");
  await choose("R134a");
  await type("What is in it", "9 kg");
  await type("Weight empty", "6100");
  await type("Least that should be in it", "2 kg");
  await press("Put it on the shelf");
  await says(/Cylinder 9.*9 000 g/s);
  return (await database.containers.toArray())[0]!.id;
}

// A busy machine takes its time.
configure({ asyncUtilTimeout: 10_000 });
// What is in sight is drawn, and here nothing has a height of its own.
Object.defineProperty(HTMLElement.prototype, "clientHeight", { get: () => 700 });
Object.defineProperty(HTMLElement.prototype, "clientWidth", { get: () => 900 });

beforeEach(eraseAll);
afterEach(cleanup);

describe("the ledger", () => {
  it("says what to do where nothing stands on the shelf", async () => {
    await shown();
    expect(document.body.textContent).toContain("Add each cylinder");
    await press("New container");
    expect((screen.getByRole("button", { name: "Put it on the shelf" }) as HTMLButtonElement).disabled).toBe(true);
    expect(document.body.textContent).toContain("Give it a name.");
  });

  it("puts the books right by a weighing with the container on the scale, and takes an entry back", async () => {
    await shown();
    const id = await cylinder();
    await press(/^Cylinder 9/);
    await says("on the scale it should read 15 100 g");
    await choose("Weigh it");
    await type("On the scale, with the container", "14.95 kg");
    await says("150 g less than the books");
    await press("Book it");
    await says("Booked.");
    expect((await loadBooks()).held.get(id)).toBe(8850);
    await act(async () => void fireEvent.click(screen.getAllByRole("button", { name: "Take back" })[0]!));
    await waitFor(async () => expect((await loadBooks()).held.get(id)).toBe(9000));
    expect(await database.stock.count()).toBe(3);
  });

  it("does not let more out than the books have in it, and says when it runs low", async () => {
    await shown();
    await cylinder();
    await press(/^Cylinder 9/);
    await choose("Send off");
    await type("How much", "9.5 kg");
    await says("The books have 9 000 g in it: weigh it first.");
    expect((screen.getByRole("button", { name: "Book it" }) as HTMLButtonElement).disabled).toBe(true);
    await type("How much", "8 kg");
    await press("Book it");
    await says("Low: under 2 000 g");
  });

  it("draws what jobs took from the shelf, and accounts for every gram of them", async () => {
    await shown();
    const id = await cylinder();
    const job = {
      ...pickup,
      charge: { ...pickup.charge, containers: pickup.charge.containers.map((one) => ({ ...one, id })) },
      ledger: pickup.ledger.map((one) => (one.act === "charge" ? { ...one, from: `container:${id}` as const } : one)),
    };
    await database.jobs.add(job);
    await settleIndex();
    await says(/8 362 g/);
    expect(document.body.textContent).toContain("Every gram of every year is accounted for.");
    expect(document.body.textContent).toContain(
      "638 g out of containers: 625 g in vehicles, 9 g in hoses, 4 g let out",
    );
    expect(await shelfFor("R134a")).toMatchObject([{ heldG: 8362 }]);
    expect(await shelfFor("R1234yf")).toEqual([]);
  });

  it("reads its own table back without doubling, and says which row of another is wrong", async () => {
    await shown();
    await cylinder();
    const { lines, counters } = await loadBooks();
    const csv = linesCsv(lines, counters);
    const given = (text: string) =>
      act(
        async () =>
          void fireEvent.change(document.querySelector('input[type="file"]')!, {
            target: { files: [new File([text], "books.csv")] },
          }),
      );
    await given(csv);
    await says("0 entries added, 1 stood already");
    await given(csv.replace("9000", "nine"));
    await says("books.csv, row 2, grams: expected a number");
    expect(await database.stock.count()).toBe(1);
  });
});
