/** Words of the shelf and the shop's books. */
import type { Act } from "@/core/charge/books/ledger";
import type { Container, ContainerKind, Origin, StockIssue } from "@/core/records/stock/container";
import type { CsvIssue } from "@/core/records/stock/csv";
import { containerIn, type StockAct } from "@/core/records/stock/entry";
import type { BookLine, StockFinding, StoreCheck, YearOf } from "@/core/records/stock/lines";
import type { Figures } from "@/core/units/figures";
import { formatCount } from "@/core/units/units";
import { actNames } from "./refrigerant-log";
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
  mix: "Mix and record",
  capacityHint: "From its plate. Used refrigerant: fill at most 80 %.",
  notAll: "Some refrigerant is not accounted for.",
} as const;

/** Why an act on the shelf was not booked. */
export function stockIssueSentence(issue: StockIssue, figures: Figures): string {
  const g = (grams: number) => figures.quantity(Math.max(0, grams), "g");
  switch (issue.code) {
    case "name-taken":
      return `Another cylinder is named ${typed(issue.name)}. Choose another name. Not saved.`;
    case "more-than-held":
      return `By the ledger ${typed(issue.name)} holds ${g(issue.heldG)}, less than ${g(issue.grams)}. Weigh it first. Not recorded.`;
    case "overfilled":
      return `${typed(issue.name)} holds at most ${g(issue.mostG)}; this would make ${g(issue.wouldG)}. Not recorded.`;
    case "mixes":
      return `${originNames[issue.from]} refrigerant would mix with ${originNames[issue.to].toLowerCase()}; all becomes ${originNames[issue.into].toLowerCase()}. Not recorded yet.`;
  }
}

/** Accounting difference of the stock, in one line. */
export function findingSentence(
  finding: StockFinding,
  containers: ReadonlyMap<string, Container>,
  figures: Figures,
): string {
  const g = (grams: number) => figures.quantity(grams, "g");
  const name = (id: string) => typed(containers.get(id)?.name ?? "A cylinder");
  switch (finding.code) {
    case "negative":
      return `${name(finding.containerId)}: ${g(-finding.grams)} more removed than received. Weigh it.`;
    case "retired":
      return `${name(finding.containerId)}: retired with ${g(finding.grams)} in it.`;
    case "not-in-stock":
      return `${g(finding.grams)} from or to unlisted cylinders (${finding.lines === 1 ? "one entry" : `${finding.lines} entries`}).`;
    case "counts":
      return `Stock counts: ${g(finding.moreG)} more and ${g(finding.lessG)} less than the ledger.`;
  }
}

/** Charges on jobs whose label is not known: their balance cannot be struck. */
export const noLabelSentence = (grams: number, figures: Figures): string =>
  `${figures.quantity(grams, "g")} on jobs without a label weight.`;

const stockActNames: Record<StockAct, string> = {
  receive: "Received",
  count: "Stock count",
  move: "Moved",
  "send-off": "Sent for reclaim",
  use: "Used outside jobs",
};

export const actName = ({ act, good }: Pick<BookLine, "act" | "good">): string =>
  act === "recover" && good === "oil"
    ? "Oil recovered"
    : ({ ...actNames, ...stockActNames }[act as Act | StockAct] ?? act);

const placeNames: Record<string, string> = {
  vehicle: "vehicle",
  machine: "unlisted machine",
  "machine-hoses": "machine hoses",
  line: "charging hose",
  air: "air",
  parts: "old parts",
  bottle: "unlisted bottle",
  supplier: "supplier",
  difference: "correction",
  away: "reclaim",
  used: "used up",
};

/** A place of a book line: the name of a container, or of where else it was. */
export function placeName(place: string, containers: ReadonlyMap<string, Container>): string {
  const id = containerIn(place);
  if (id === null) return placeNames[place] ?? place;
  return containers.get(id)?.name ?? "unlisted cylinder";
}

/** Substance of a line of the year. */
export const yearName = ({ good, kind }: Pick<YearOf, "good" | "kind">): string =>
  good === "refrigerant"
    ? (kind ?? "Refrigerant unknown")
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
    `${g(check.purgedG)} vented`,
    ...(check.unknownG >= 1 ? [`${g(check.unknownG)} on jobs without a label`] : []),
  ];
  return `${g(check.drawnG)} from cylinders: ${sums.join(", ")}.`;
}

export function csvSentence(name: string, issue: CsvIssue): string {
  switch (issue.code) {
    case "too-large":
      return `${name} has ${formatCount(issue.bytes)} characters; the limit is ${formatCount(issue.limitBytes)}. The ledger is unchanged.`;
    case "columns":
      return `${name} is not a ledger table: column ${issue.missing.join(", ")} is missing. The ledger is unchanged.`;
    case "row":
      return `${name}, row ${issue.row}, ${issue.column}: expected ${issue.expected}. The ledger is unchanged.`;
  }
}
