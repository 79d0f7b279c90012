// @vitest-environment happy-dom
import "fake-indexeddb/auto";
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, configure, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Job } from "@/core/records/job";
import { linesCsv } from "@/core/records/stock/csv";
import { placeOf, stockEntry } from "@/core/records/stock/entry";
import { database } from "@/data/database";
import { settleIndex } from "@/data/record-index";
import { eraseAll } from "@/data/shop";
import { loadLedger, recordStock, stockFor } from "@/data/stock";
import { system } from "@/ui/theme";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { LedgerView } from "./ledger-view";

vi.mock("next/navigation", () => ({ useRouter: () => ({ push: () => undefined }), usePathname: () => "/ledger" }));

const pickup = shopJobs(new Date())[2] as Job;

async function shown(): Promise<void> {
  render(
    <ChakraProvider value={system}>
      <LedgerView />
    </ChakraProvider>,
  );
  await waitFor(() => expect(document.body.textContent).not.toContain("Computing the ledger"));
}
const press = (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole("button", { name })));
const choose = (name: string) => act(async () => void fireEvent.click(screen.getByText(name, { selector: "label *" })));
const type = (label: string, text: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value: text } }));
/** Presses until the page says this: a button does nothing while its last run has not ended. */
const pressUntil = (name: string, text: string) =>
  waitFor(async () => {
    const button = screen.queryByRole("button", { name });
    if (button !== null) await act(async () => void fireEvent.click(button));
    expect(document.body.textContent).toContain(text);
  });
const says = (text: string | RegExp) => waitFor(() => expect(document.body.textContent).toMatch(text));

/** A cylinder on the shelf by the form, with 9 kg in it. */
async function cylinder(): Promise<string> {
  await press("New cylinder");
  await type("Name", "Cylinder 9");
  await choose("R134a");
  await type("Content", "9 kg");
  await type("Tare", "6100");
  await type("Minimum content", "2 kg");
  await press("Add to stock");
  await says(/Cylinder 9.*9 000 g/s);
  return (await database.containers.toArray())[0]!.id;
}

// A busy machine takes its time.
configure({ asyncUtilTimeout: 10_000 });
// Only visible rows are drawn, and here nothing has a height of its own.
Object.defineProperty(HTMLElement.prototype, "clientHeight", { get: () => 700 });
Object.defineProperty(HTMLElement.prototype, "clientWidth", { get: () => 900 });

beforeEach(eraseAll);
afterEach(cleanup);

describe("the ledger", () => {
  it("says what to do where nothing stands on the shelf", async () => {
    await shown();
    expect(document.body.textContent).toContain("Add each cylinder");
    await press("New cylinder");
    expect((screen.getByRole("button", { name: "Add to stock" }) as HTMLButtonElement).disabled).toBe(true);
    expect(document.body.textContent).toContain("Enter a name.");
  });

  it("puts the books right by a weighing with the container on the scale, and takes an entry back", async () => {
    await shown();
    const id = await cylinder();
    await press(/^Cylinder 9/);
    await says("expected on the scale 15 100 g");
    await choose("Weigh");
    await type("Scale reading with cylinder", "14.95 kg");
    await says("150 g less than the ledger");
    await press("Record entry");
    await says("Booked.");
    expect((await loadLedger()).held.get(id)).toBe(8850);
    await waitFor(() => expect(screen.getAllByRole("button", { name: "Reverse" })).toHaveLength(2));
    await act(async () => void fireEvent.click(screen.getAllByRole("button", { name: "Reverse" })[0]!));
    await waitFor(async () => expect((await loadLedger()).held.get(id)).toBe(9000));
    expect(await database.stock.count()).toBe(3);
  });

  it("does not let more out than the books have in it, and says when it runs low", async () => {
    await shown();
    await cylinder();
    await press(/^Cylinder 9/);
    await choose("Send for reclaim");
    await type("Amount", "9.5 kg");
    await says("By the ledger it holds 9 000 g. Weigh it first.");
    expect((screen.getByRole("button", { name: "Record entry" }) as HTMLButtonElement).disabled).toBe(true);
    await type("Amount", "8 kg");
    await press("Record entry");
    await says("Low: under 2 000 g");
  });

  it("asks before it mixes used refrigerant into new, and calls it what it is then; overfills nothing, names nothing twice", async () => {
    await shown();
    const id = await cylinder();
    await press("New cylinder");
    await type("Name", "cylinder 9 ");
    await choose("R134a");
    await press("Add to stock");
    await says("Another cylinder is named cylinder 9");
    await type("Name", "Recovery cylinder");
    await choose("Recovered");
    await type("Content", "3 kg");
    await type("Capacity", "5 kg");
    await press("Add to stock");
    await says(/Recovery cylinder.*3 000 g/s);
    await press(/^Cylinder 9/);
    await choose("Move");
    await type("Amount", "1.2 kg");
    const recovery = (await database.containers.toArray()).find(({ name }) => name === "Recovery cylinder")!;
    const into = (target: string) =>
      act(async () => void fireEvent.change(screen.getByLabelText("Target cylinder"), { target: { value: target } }));
    await into(recovery.id);
    await press("Record entry");
    await says("New refrigerant would mix with recovered; all becomes recovered");
    await pressUntil("Mix and record", "Recovery cylinder holds at most 4 000 g; this would make 4 200 g");
    expect((await loadLedger()).held.get(id)).toBe(9000);
    await press(/^Recovery cylinder/);
    await choose("Move");
    await type("Amount", "1 kg");
    await into(id);
    await press("Record entry");
    await says("Recovered refrigerant would mix with new; all becomes recovered");
    expect((await loadLedger()).held.get(id)).toBe(9000);
    // Pressed once more before anything was drawn: one entry.
    const mix = screen.getByRole("button", { name: "Mix and record" });
    await act(async () => {
      fireEvent.click(mix);
      await new Promise((resolve) => setTimeout(resolve, 60));
      fireEvent.click(mix);
    });
    await says("Booked.");
    expect((await loadLedger()).held.get(id)).toBe(10_000);
    expect((await database.containers.get(id))!.origin).toBe("recovered");
  });

  it("calls not accounted for what is not: a container below nothing, one off the shelf with content", async () => {
    await shown();
    const id = await cylinder();
    await says("Refrigerant log: everything is accounted for.");
    await act(async () => void (await database.containers.update(id, { retiredAt: new Date().toISOString() })));
    await says("Cylinder 9: retired with 9 000 g in it.");
    await act(async () => {
      await database.stock.clear();
      await database.stock.add(
        stockEntry("u", new Date().toISOString(), { act: "use", grams: 40, from: placeOf(id), to: "used" }),
      );
    });
    await says("Cylinder 9: 40 g more removed than received.");
    expect(document.body.textContent).not.toContain("everything is accounted for.");
    await expect(
      recordStock(stockEntry("v", new Date().toISOString(), { act: "use", grams: 40, from: placeOf(id), to: "used" })),
    ).rejects.toThrow("more-than-held");
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
    expect(document.body.textContent).toContain("Refrigerant log: everything is accounted for.");
    expect(document.body.textContent).toContain("638 g from cylinders: 625 g in vehicles, 9 g in hoses, 4 g vented");
    expect(await stockFor("R134a")).toMatchObject([{ heldG: 8362 }]);
    expect(await stockFor("R1234yf")).toEqual([]);
  });

  it("reads its own table back without doubling, and says which row of another is wrong", async () => {
    await shown();
    await cylinder();
    const { lines, counters } = await loadLedger();
    const csv = linesCsv(lines, { counters });
    const given = (text: string) =>
      act(
        async () =>
          void fireEvent.change(document.querySelector('input[type="file"]')!, {
            target: { files: [new File([text], "books.csv")] },
          }),
      );
    // As it is saved: places by name.
    const saved = vi.fn(async (_: Blob) => undefined);
    vi.spyOn(URL, "createObjectURL").mockImplementation((blob) => {
      void saved(blob as Blob);
      return "blob:x";
    });
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Export table" })));
    const text = await saved.mock.calls[0]![0].text();
    expect(text).toMatch(/,supplier,(?!container:)[^,]+,.*,supplier,container:/);
    await given(text);
    await says("0 entries added, 1 already here");
    await given(csv.replace("9000", "nine"));
    await says("books.csv, row 2, grams: expected a number");
    expect(await database.stock.count()).toBe(1);
  });
});
