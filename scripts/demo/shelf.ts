/** The shelf of the made-up year: what comes in when it runs low, and what every job takes from it. */
import { DAY_MS } from "@/core/dates";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { type Container, newContainer } from "@/core/records/stock/container";
import { countEntry, placeOf, type StockEntry, stockEntry } from "@/core/records/stock/entry";
import { entry } from "@/core/units/entry";
import { instant, MINUTE_MS, technicians } from "./common";

/** The shelf over the year: what comes in when it runs low, and what every job takes from it. */
export class Shelf {
  readonly containers: Container[] = [];
  readonly entries: StockEntry[] = [];
  private readonly held = new Map<string, number>();
  private readonly machine = { R134a: 0, R1234yf: 0 };
  private quarter = 0;

  constructor(private readonly start: number) {
    const at = instant(start);
    const low = entry("2", "kg");
    this.put(
      newContainer("demo-machine-134a", at, { name: "Recovery machine, R134a", kind: "machine", refrigerant: "R134a" }),
      0,
    );
    this.put(
      newContainer("demo-machine-yf", at, {
        name: "Recovery machine, R1234yf",
        kind: "machine",
        refrigerant: "R1234yf",
      }),
      0,
    );
    this.put(
      newContainer("demo-cylinder-1", at, {
        name: "Cylinder 1",
        kind: "cylinder",
        refrigerant: "R134a",
        tare: entry("6.1", "kg"),
        low,
      }),
      12_000,
    );
    this.put(
      newContainer("demo-cylinder-2", at, {
        name: "Cylinder 2",
        kind: "cylinder",
        refrigerant: "R134a",
        tare: entry("6.2", "kg"),
        low,
      }),
      12_000,
    );
    this.put(
      newContainer("demo-cylinder-yf", at, {
        name: "Cylinder 3",
        kind: "cylinder",
        refrigerant: "R1234yf",
        tare: entry("4.4", "kg"),
        low,
      }),
      5000,
    );
    this.put(
      newContainer("demo-recycled", at, {
        name: "Recycled R134a",
        kind: "cylinder",
        refrigerant: "R134a",
        origin: "recycled",
        tare: entry("7.9", "kg"),
      }),
      0,
    );
    this.put(
      newContainer("demo-oil", at, { name: "PAG oil, 46", kind: "oil", oil: "PAG", low: entry("500", "g") }),
      5000,
    );
    this.put(
      newContainer("demo-oil-yf", at, {
        name: "PAG oil for R1234yf",
        kind: "oil",
        oil: "PAG for R1234yf",
        low: entry("300", "g"),
      }),
      3000,
    );
    // Those that stand beside the van in the Bay.
    for (const [id, name] of [
      ["demo-can-a", "Can 1"],
      ["demo-can-b", "Can 2"],
    ] as const)
      this.put(newContainer(id, at, { name, kind: "can", refrigerant: "R134a" }), 340);
    this.put(newContainer("demo-dye", at, { name: "Dye", kind: "dye", low: entry("30", "g") }), 250);
  }

  byId(id: string): Container {
    return this.containers.find((one) => one.id === id)!;
  }

  private put(container: Container, grams: number) {
    this.containers.push(container);
    this.receive(container.id, grams, this.start);
  }

  private receive(id: string, grams: number, at: number, remark = "") {
    this.held.set(id, (this.held.get(id) ?? 0) + grams);
    if (grams > 0) this.book({ act: "receive", grams, from: "supplier", to: placeOf(id), remark }, at);
  }

  private book(what: Pick<StockEntry, "act" | "grams" | "from" | "to"> & Partial<StockEntry>, at: number) {
    this.entries.push(
      stockEntry(`demo-stock-${this.entries.length + 1}`, instant(at), { technician: technicians[0], ...what }),
    );
  }

  /** Once a quarter stock is taken, and the machine's gas is sent off or put by. */
  upTo(at: number) {
    while (at >= this.start + (this.quarter + 1) * 91 * DAY_MS) {
      this.quarter++;
      const when = this.start + this.quarter * 91 * DAY_MS;
      this.empty("demo-machine-134a", "R134a", when);
      this.empty("demo-machine-yf", "R1234yf", when);
      // A hose left on, a puff here and there: what the scale finds is a little less than the books say.
      for (const [i, id] of ["demo-cylinder-1", "demo-cylinder-2", "demo-cylinder-yf"].entries()) {
        const bookG = this.held.get(id)!;
        const foundG = Math.max(0, bookG - 6 - 7 * ((i + this.quarter) % 3));
        const count = countEntry(
          `demo-count-${this.quarter}-${i}`,
          instant(when),
          id,
          { bookG, foundG },
          { technician: technicians[1], remark: "Stock taken" },
        );
        if (count !== null) {
          this.entries.push(count);
          this.held.set(id, bookG - count.grams);
        }
      }
      this.book(
        {
          act: "use",
          grams: 40,
          from: placeOf("demo-dye"),
          to: "used",
          remark: "Dye put in where a leak was not found",
        },
        when,
      );
    }
  }

  private empty(id: string, refrigerant: Refrigerant, at: number) {
    const inside = this.machine[refrigerant];
    const grams = Math.floor(inside * 0.9);
    if (grams < 200) return;
    this.machine[refrigerant] -= grams;
    if (refrigerant === "R134a" && this.quarter % 2 === 1) {
      this.held.set("demo-recycled", this.held.get("demo-recycled")! + grams);
      this.book(
        { act: "move", grams, from: placeOf(id), to: placeOf("demo-recycled"), remark: "Cleaned by the machine" },
        at,
      );
    } else this.book({ act: "send-off", grams, from: placeOf(id), to: "away", remark: "To be reclaimed" }, at);
  }

  /** The cylinder that a charge comes from, filled up by the supplier when it would not reach. */
  take(refrigerant: Refrigerant, grams: number, at: number): { id: string; heldG: number } {
    const fitting =
      refrigerant === "R134a" ? ["demo-cylinder-1", "demo-cylinder-2", "demo-recycled"] : ["demo-cylinder-yf"];
    // Cleaned refrigerant is used before bought refrigerant.
    let id = refrigerant === "R134a" && this.held.get("demo-recycled")! > grams + 100 ? "demo-recycled" : undefined;
    id ??= fitting.find((one) => this.held.get(one)! > grams + 400);
    if (id === undefined) {
      id = fitting[0]!;
      this.receive(id, refrigerant === "R134a" ? 12_000 : 5000, at - 3 * 60 * MINUTE_MS, "Cylinder changed");
    }
    const heldG = this.held.get(id)!;
    this.held.set(id, heldG - grams);
    return { id, heldG };
  }

  recovered(refrigerant: Refrigerant, grams: number) {
    this.machine[refrigerant] += Math.round(grams);
  }
}
