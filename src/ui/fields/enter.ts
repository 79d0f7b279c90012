"use client";

import type { KeyboardEvent } from "react";
import { bringTo } from "../bring-to";

/** Attribute of a table of fields with this many columns: Enter and Down move down a column. */
export const FIELD_COLUMNS = "data-field-columns";

/**
 * Enter in a field, a choice or the heading of a step goes on to the next thing to enter: down the column of a table, otherwise to the next field that
 * is missing, and to the step's main action when nothing is. Fields of a form keep Enter for its submission.
 */
export function onEnter(event: KeyboardEvent<HTMLElement>, missing: () => readonly string[]): void {
  const { target, key } = event;
  if (!(target instanceof HTMLInputElement) || target.form !== null || event.defaultPrevented) return;
  const below = belowIn(target);
  if (key === "ArrowDown" && below !== null && target.type !== "radio") {
    event.preventDefault();
    below.focus();
  }
  if (key !== "Enter") return;
  event.preventDefault();
  if (below === null) goOn(missing);
  else below.focus();
}

/** To the first missing field, or to the action that ends the step. */
export function goOn(missing: () => readonly string[]): void {
  // What was typed reaches the record first.
  setTimeout(() => {
    const [label] = missing();
    if (label !== undefined) bringTo(label);
    else document.querySelector<HTMLElement>("[data-step-end]")?.focus();
  }, 0);
}

interface Table {
  fields: readonly HTMLInputElement[];
  columns: number;
  /** Place of the field among them. */
  at: number;
}

function tableOf(field: HTMLInputElement): Table | null {
  const table = field.closest(`[${FIELD_COLUMNS}]`);
  if (table === null) return null;
  const fields = [...table.querySelectorAll<HTMLInputElement>("input:not([type=radio]):not([disabled])")];
  return { fields, columns: Number(table.getAttribute(FIELD_COLUMNS)), at: fields.indexOf(field) };
}

/** Row and column of a field in its table, both from 0; null outside of one. */
export function placeInTable(field: HTMLInputElement): { row: number; column: number } | null {
  const table = tableOf(field);
  return table && { row: Math.floor(table.at / table.columns), column: table.at % table.columns };
}

/** The field below in a table; from the foot of a column the head of the next one. */
function belowIn(field: HTMLInputElement): HTMLInputElement | null {
  const table = tableOf(field);
  if (table === null) return null;
  const { fields, columns, at } = table;
  const below = fields[at + columns];
  if (below !== undefined) return below;
  const column = at % columns;
  return column + 1 < columns ? (fields[column + 1] ?? null) : null;
}
