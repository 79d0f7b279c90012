/**
 * The columns that a CSV of readings can have: every path of the reading file's schema, settings of the engine counted from 1. A name
 * from outside never becomes a key: it is looked up here, and what is found says where its cell goes.
 */
import * as z from "../../zod";
import { MOST_SETTINGS, readingFileSchema } from "./reading-file";

type CellKind = "number" | "word" | "yes-no" | "words";

export interface CsvColumn {
  /** Keys from the whole reading down to the value; a number is a place in a list. */
  path: readonly (string | number)[];
  kind: CellKind;
}

export const csvColumns: ReadonlyMap<string, CsvColumn> = new Map(columnsOf(readingFileSchema, []));

function* columnsOf(schema: z.core.$ZodType, path: CsvColumn["path"]): Generator<[string, CsvColumn]> {
  const inner = withoutAbsence(schema);
  if (inner instanceof z.ZodObject) {
    for (const [key, part] of Object.entries(inner.shape)) yield* columnsOf(part as z.core.$ZodType, [...path, key]);
  } else if (inner instanceof z.ZodArray && withoutAbsence(inner.element) instanceof z.ZodObject) {
    for (let at = 0; at < MOST_SETTINGS; at++) yield* columnsOf(inner.element, [...path, at]);
  } else yield [nameOf(path), { path, kind: kindOf(inner) }];
}

function withoutAbsence(schema: z.core.$ZodType): z.core.$ZodType {
  return schema instanceof z.ZodOptional || schema instanceof z.ZodNullable ? withoutAbsence(schema.unwrap()) : schema;
}

/** `running.1.lowKpa`: people count from one. */
function nameOf(path: CsvColumn["path"]): string {
  return path.map((key) => (typeof key === "number" ? key + 1 : key)).join(".");
}

function kindOf(schema: z.core.$ZodType): CellKind {
  if (schema instanceof z.ZodArray) return "words";
  if (schema instanceof z.ZodBoolean) return "yes-no";
  if (schema instanceof z.ZodUnion) return kindOf(schema.options[0]!);
  if (schema instanceof z.ZodLiteral) return typeof schema.value === "number" ? "number" : "word";
  return schema instanceof z.ZodNumber ? "number" : "word";
}
