/** A column, or two, of a table pasted into the readings of a test. */
import type { SettingChannel } from "../../readings/channels";
import { entry, withSaidUnit } from "../../units/entry";
import type { Job } from "../job";
import { type TestName, withSetting, withTyped } from "./job-readings";

export type ReadingRow = "rpm" | SettingChannel;

/** Where pasting begins: a row of the table as shown, and idle (0) or fast idle (1). */
export interface PastedAt {
  which: TestName;
  rows: readonly ReadingRow[];
  row: number;
  column: 0 | 1;
}

/** Cells of a pasted text, line by line; null where it is a single cell, which a field takes itself. */
export function pastedCells(text: string): string[][] | null {
  const lines = text.replace(/\r\n?/g, "\n").replace(/\n+$/, "").split("\n");
  const cells = lines.map((line) => line.split("\t").map((cell) => cell.trim()));
  return cells.length === 1 && cells[0]!.length === 1 ? null : cells;
}

/**
 * The job with pasted cells from a field on: down the rows, and to the right into fast idle. A first line without any number is a heading and takes no
 * row; an empty cell leaves its field as it is. A cell keeps its text, and its unit where it names one. Cells beyond the table are left out.
 */
export function withPasted(job: Job, { which, rows, row, column }: PastedAt, cells: readonly string[][]): Job {
  const isHeading = cells.length > 1 && !cells[0]!.some((cell) => cell !== "" && /\d/.test(cell));
  const body = isHeading ? cells.slice(1) : cells;
  let filled = job;
  for (const [i, line] of body.entries()) {
    const name = rows[row + i];
    if (name === undefined) break;
    for (const [j, text] of line.entries()) {
      const index = column + j;
      if (text === "" || (index !== 0 && index !== 1)) continue;
      filled = withCell(filled, which, index, name, text);
    }
  }
  return filled;
}

function withCell(job: Job, which: TestName, index: 0 | 1, name: ReadingRow, text: string): Job {
  const { unit } = job[which].settings[index][name];
  const typed = withSaidUnit(entry(text, unit));
  if (name !== "rpm") return withTyped(job, which, index, name, typed);
  return withSetting(job, which, index, (setting) => ({ ...setting, rpm: typed }));
}
