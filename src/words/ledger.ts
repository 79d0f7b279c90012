/** Words of the shelf and the shop's books. */
import type { Act } from "@/core/charge/books/ledger";
import type { Container, ContainerKind, Origin, StockIssue } from "@/core/records/stock/container";
import type { CsvIssue } from "@/core/records/stock/csv";
import { containerIn, type StockAct } from "@/core/records/stock/entry";
import type { BookLine, StockFinding, StoreCheck, YearOf } from "@/core/records/stock/lines";
import type { Figures } from "@/core/units/figures";
import { formatCount } from "@/core/units/units";
import { actNames } from "./books";
import { typed } from "./typed";

export const kindNames: Record<ContainerKind, string> = {
  cylinder: "Cylinder",
  can: "Can",
  machine: "Recovery machine",
  oil: "Oil",
  dye: "Dye",
};

export const originNames: Record<Origin, string> = {
  new: "New",
  reclaimed: "Reclaimed",
  recycled: "Recycled",
  recovered: "Recovered",
};

export const stockWords = {
  mix: "Mix and book",
  capacityHint: "By its plate. Used refrigerant fills at most 80 % of it.",
  notAll: "Not everything is accounted for.",
} as const;

/** Why an act on the shelf was not booked. */
export function stockIssueSentence(issue: StockIssue, figures: Figures): string {
  const g = (grams: number) => figures.quantity(Math.max(0, grams), "g");
  switch (issue.code) {
    case "name-taken":
      return `Another container is called ${typed(issue.name)}. Give each its own name. Nothing was stored.`;
    case "more-than-held":
      return `${typed(issue.name)} holds ${g(issue.heldG)} by the books, less than ${g(issue.grams)}. Weigh it first. Nothing was booked.`;
    case "overfilled":
      return `${typed(issue.name)} may hold ${g(issue.mostG)}; it would hold ${g(issue.wouldG)}. Nothing was booked.`;
    case "mixes":
      return `${originNames[issue.from]} refrigerant would be mixed into ${originNames[issue.to].toLowerCase()}: all of it becomes ${originNames[issue.into].toLowerCase()}. Nothing was booked yet.`;
  }
}

/** What of the stock does not add up, in one line. */
export function findingSentence(
  finding: StockFinding,
  containers: ReadonlyMap<string, Container>,
  figures: Figures,
): string {
  const g = (grams: number) => figures.quantity(grams, "g");
  const name = (id: string) => typed(containers.get(id)?.name ?? "A container");
  switch (finding.code) {
    case "negative":
      return `${name(finding.containerId)}: ${g(-finding.grams)} more taken out than came in. Weigh it.`;
    case "retired":
      return `${name(finding.containerId)}: off the shelf with ${g(finding.grams)} in it.`;
    case "not-in-stock":
      return `${g(finding.grams)} from or to containers that are not in stock (${finding.lines === 1 ? "one entry" : `${finding.lines} entries`}).`;
    case "counts":
      return `Counts found ${g(finding.moreG)} more and ${g(finding.lessG)} less than the books.`;
  }
}

/** Charges on jobs whose label is not known: their balance cannot be struck. */
export const noLabelSentence = (grams: number, figures: Figures): string =>
  `${figures.quantity(grams, "g")} on jobs without a label weight.`;

export const stockActNames: Record<StockAct, string> = {
  receive: "Came in",
  count: "Stock taken",
  move: "Moved",
  "send-off": "Sent off",
  use: "Used outside of jobs",
};

export const actName = ({ act, good }: Pick<BookLine, "act" | "good">): string =>
  act === "recover" && good === "oil"
    ? "Oil recovered"
    : ({ ...actNames, ...stockActNames }[act as Act | StockAct] ?? act);

const placeNames: Record<string, string> = {
  vehicle: "vehicle",
  machine: "a machine not on the shelf",
  "machine-hoses": "the machine's hoses",
  line: "charging hose",
  air: "air",
  parts: "old parts",
  bottle: "a bottle not on the shelf",
  supplier: "supplier",
  difference: "difference",
  away: "reclaim",
  used: "used up",
};

/** A place of a book line: the name of a container, or of where else it was. */
export function placeName(place: string, containers: ReadonlyMap<string, Container>): string {
  const id = containerIn(place);
  if (id === null) return placeNames[place] ?? place;
  return containers.get(id)?.name ?? "a container not on the shelf";
}

/** What a line of the year is of. */
export const yearName = ({ good, kind }: Pick<YearOf, "good" | "kind">): string =>
  good === "refrigerant"
    ? (kind ?? "Refrigerant not known")
    : good === "oil"
      ? kind === null
        ? "Oil"
        : `Oil, ${kind}`
      : "Dye";

/** Whether every gram is accounted for, and where it is. */
export function checkSentence(check: StoreCheck, figures: Figures): string {
  const g = (grams: number) => figures.quantity(grams, "g");
  const sums = [
    `${g(check.intoG)} in vehicles`,
    `${g(check.hosesG)} in hoses`,
    `${g(check.purgedG)} let out`,
    ...(check.unknownG >= 1 ? [`${g(check.unknownG)} on jobs without a label`] : []),
  ];
  return `${g(check.drawnG)} out of containers: ${sums.join(", ")}.`;
}

export function csvSentence(name: string, issue: CsvIssue): string {
  switch (issue.code) {
    case "too-large":
      return `${name} has ${formatCount(issue.bytes)} characters; at most ${formatCount(issue.limitBytes)} are read. Nothing was changed.`;
    case "columns":
      return `${name} is no table of these books: the column ${issue.missing.join(", ")} is missing. Nothing was changed.`;
    case "row":
      return `${name}, row ${issue.row}, ${issue.column}: expected ${issue.expected}. Nothing was changed.`;
  }
}
