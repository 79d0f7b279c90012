/** The shelf and the books of the whole shop. Entries are only ever added; every number is read off them. */
import type { Job } from "@/core/records/job";
import { isPractice } from "@/core/records/practice";
import { type Container, mixedOrigin, mostIn, readContainer, type StockIssue } from "@/core/records/stock/container";
import { containerIn, readStockEntry, type StockEntry, stockReversal } from "@/core/records/stock/entry";
import {
  type BookLine,
  checkStock,
  checkStore,
  contents,
  linesOfStock,
  placed,
  type StockFinding,
  type StoreCheck,
} from "@/core/records/stock/lines";
import { noteChange } from "./changes";
import { apart, type DamagedRecord } from "./damaged";
import { database } from "./database";
import { refused } from "./refused";

export interface ShopLedger {
  /** On the shelf and off it, the oldest first. */
  containers: Container[];
  /** Every line, the newest first. */
  lines: BookLine[];
  /** Grams in each container by the books. */
  held: Map<string, number>;
  check: StoreCheck;
  /** Accounting differences of the stock. */
  findings: StockFinding[];
  /** Names of the vehicles of jobs, by job. */
  vehicles: Map<string, string>;
  /** Further names of a job in a table: plate, certificate of who signed. */
  papers: Map<string, { plate: string; certificate: string }>;
  /** By the id of an entry that takes another back: which. */
  counters: Map<string, string>;
  /** Containers and entries that cannot be read: in no sum. */
  damaged: DamagedRecord[];
}

export async function loadLedger(): Promise<ShopLedger> {
  const [{ containers, stock, ofJobs, lines, damaged }, visits] = await Promise.all([
    loadLines(),
    database.visits.toArray(),
  ]);
  containers.sort((a, b) => a.createdAt.localeCompare(b.createdAt) || a.name.localeCompare(b.name));
  lines.sort((a, b) => b.at.localeCompare(a.at));
  return {
    containers,
    lines,
    held: contents(lines),
    check: checkStore(
      ofJobs,
      visits.filter((visit) => !isPractice(visit)),
    ),
    findings: checkStock(lines, containers),
    vehicles: new Map(visits.map(({ jobId, name }) => [jobId, name])),
    papers: new Map(visits.map(({ jobId, plate, certificate }) => [jobId, { plate, certificate }])),
    counters: new Map(stock.flatMap(({ id, counters }) => (counters === null ? [] : [[id, counters] as const]))),
    damaged,
  };
}

/** The newest lines, before all of them are added up. */
export type NewestLines = Pick<ShopLedger, "containers" | "lines" | "vehicles" | "counters">;

/** So many lines fill any screen. */
const NEWEST = 60;

/** Reads the newest lines alone, by the index of their dates. */
export async function newestLines(): Promise<NewestLines> {
  const [shelf, entries, ofJobs] = await Promise.all([
    database.containers.toArray(),
    database.stock.orderBy("at").reverse().limit(NEWEST).toArray(),
    database.bookLines.orderBy("at").reverse().limit(NEWEST).toArray(),
  ]);
  const { sound: containers } = apart("containers", shelf);
  const { sound: stock } = apart("stock", entries);
  const byId = new Map(containers.map((one) => [one.id, one]));
  const lines = placed([...linesOfStock(stock, byId), ...ofJobs], containers)
    .sort((a, b) => b.at.localeCompare(a.at))
    .slice(0, NEWEST);
  const visits = await database.visits.bulkGet([...new Set(lines.flatMap(({ jobId }) => jobId ?? []))]);
  return {
    containers,
    lines,
    vehicles: new Map(visits.flatMap((visit) => (visit === undefined ? [] : [[visit.jobId, visit.name] as const]))),
    counters: new Map(stock.flatMap(({ id, counters }) => (counters === null ? [] : [[id, counters] as const]))),
  };
}

/** Last movements, without the jobs they belong to: subscribers hear nothing while somebody types. */
async function loadLines() {
  const [shelf, entries, ofJobs] = await Promise.all([
    database.containers.toArray(),
    // Not by the index of their dates, in which one without a date is not.
    database.stock.toArray(),
    database.bookLines.orderBy("at").toArray(),
  ]);
  const { sound: containers, damaged } = apart("containers", shelf);
  const { sound: stock, damaged: brokenEntries } = apart("stock", entries);
  stock.sort((a, b) => a.at.localeCompare(b.at));
  const byId = new Map(containers.map((one) => [one.id, one]));
  const lines = placed([...linesOfStock(stock, byId), ...ofJobs], containers);
  return { containers, stock, ofJobs, lines, damaged: [...damaged, ...brokenEntries] };
}

export interface InStock {
  container: Container;
  heldG: number;
}

/** Stock of this refrigerant that can be charged from, with its content by the ledger. */
export async function stockFor(refrigerant: Job["intake"]["refrigerant"]): Promise<InStock[]> {
  const containers = apart("containers", await database.containers.toArray()).sound.filter(
    ({ kind, retiredAt, refrigerant: its }) =>
      (kind === "cylinder" || kind === "can") && retiredAt === null && its === refrigerant,
  );
  if (containers.length === 0) return [];
  const held = contents((await loadLines()).lines);
  return containers
    .map((container) => ({ container, heldG: held.get(container.id) ?? 0 }))
    .filter(({ heldG }) => heldG > 0)
    .sort((a, b) => a.heldG - b.heldG);
}

/** Thrown by an act that the shelf does not allow: nothing of it is stored. */
export class StockRefusal extends Error {
  override name = "StockRefusal";
  constructor(readonly issue: StockIssue) {
    super(issue.code);
  }
}

const stockTables = [database.containers, database.stock, database.bookLines, database.changes] as const;

/** Stores a container with what it holds at first, as one. Rejects what could not be read again, and a name that another one has. */
export async function putContainer(container: Container, first: StockEntry | null = null): Promise<void> {
  const read = readContainer({ ...container, updatedAt: new Date().toISOString() });
  if (!read.ok) throw refused(read.issue);
  await database.transaction("rw", [...stockTables], async () => {
    const plain = (name: string) => name.trim().toLowerCase();
    const others = apart("containers", await database.containers.toArray()).sound;
    if (others.some(({ id, name }) => id !== container.id && plain(name) === plain(container.name)))
      throw new StockRefusal({ code: "name-taken", name: container.name.trim() });
    await database.containers.put(read.value);
    await noteChange("cylinder", read.value.id);
    if (first !== null) await recordStock(first);
  });
}

/** Grams that differ by less are the scale's. */
const SCALE_G = 0.5;

/**
 * Adds an entry to the shop's books. Rejects one that could not have happened, an id that stands already, more than a container holds or may hold,
 * and a mixture that was not asked for. `mixing`: it was; the content of the container then becomes what its less pure part is.
 */
export async function recordStock(entry: StockEntry, { mixing = false } = {}): Promise<void> {
  const read = readStockEntry(entry);
  if (!read.ok) throw refused(read.issue);
  await database.transaction("rw", [...stockTables], async () => {
    const { act, grams, from, to, counters } = read.value;
    // A count says what is there, and a reversal takes back what was booked.
    if (act !== "count" && counters === null) {
      const { containers, lines } = await loadLines();
      const held = contents(lines);
      const known = (place: string) => containers.find(({ id }) => id === containerIn(place));
      const [source, target] = [known(from), known(to)];
      const heldIn = ({ id }: Container) => held.get(id) ?? 0;
      if (source !== undefined && grams > heldIn(source) + SCALE_G)
        throw new StockRefusal({ code: "more-than-held", name: source.name, heldG: heldIn(source), grams });
      if (target !== undefined) {
        const origin = source === undefined ? target.origin : mixedOrigin(source.origin, target.origin);
        const mixes = source !== undefined && source.origin !== target.origin && heldIn(target) > SCALE_G;
        if (mixes && !mixing)
          throw new StockRefusal({ code: "mixes", from: source.origin, to: target.origin, into: origin });
        const filled = source === undefined ? target : { ...target, origin };
        const mostG = mostIn(filled);
        const wouldG = heldIn(target) + grams;
        if (mostG !== null && wouldG > mostG + SCALE_G)
          throw new StockRefusal({ code: "overfilled", name: target.name, mostG, wouldG });
        // An empty one takes the kind of what is filled in; a mixture is what its less pure part is.
        const becomes = source === undefined ? target.origin : mixes ? origin : source.origin;
        if (target.kind !== "machine" && becomes !== target.origin) {
          await database.containers.put({ ...target, origin: becomes, updatedAt: new Date().toISOString() });
          await noteChange("cylinder", target.id);
        }
      }
    }
    await database.stock.add(read.value);
    await noteChange("stock", read.value.id);
  });
}

/** Takes an entry of the shop back by its opposite; unchanged where it was taken back already. */
export async function reverseStock(id: string): Promise<void> {
  await database.transaction("rw", [...stockTables], async () => {
    const all = apart("stock", await database.stock.toArray()).sound;
    const entry = all.find((one) => one.id === id);
    if (entry === undefined || entry.counters !== null || all.some(({ counters }) => counters === id)) return;
    await recordStock(stockReversal(entry, crypto.randomUUID(), new Date().toISOString()));
  });
}

/** Adds entries of a table that are not there yet, all or none. Gives how many were added, and how many stood already. */
export async function addStock(entries: readonly StockEntry[]): Promise<{ added: number; here: number }> {
  return database.transaction("rw", database.stock, database.changes, async () => {
    const known = new Set((await database.stock.bulkGet(entries.map(({ id }) => id))).flatMap((one) => one?.id ?? []));
    const fresh = entries.filter(({ id }) => !known.has(id));
    await database.stock.bulkAdd(fresh);
    await noteChange("stock", ...fresh.map(({ id }) => id));
    return { added: fresh.length, here: known.size };
  });
}
