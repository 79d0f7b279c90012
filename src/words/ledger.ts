/** Words of the shelf and the shop's books. */
import type { Act } from "@/core/charge/books/ledger";
import type { Container, ContainerKind, Origin } from "@/core/records/stock/container";
import type { CsvIssue } from "@/core/records/stock/csv";
import { containerIn, type StockAct } from "@/core/records/stock/entry";
import type { BookLine, StoreCheck, YearOf } from "@/core/records/stock/lines";
import type { Figures } from "@/core/units/figures";
import { formatCount } from "@/core/units/units";
import { actNames } from "./books";

export const kindNames: Record<ContainerKind, string> = {
  cylinder: "Cylinder",
  can: "Can",
  machine: "Recovery machine",
  oil: "Oil",
  dye: "Dye",
};

export const originNames: Record<Origin, string> = { new: "New", recovered: "Recovered", recycled: "Recycled" };

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
