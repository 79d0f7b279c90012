import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { entry } from "../../units/entry";
import { newJob } from "../job";
import { type PastedAt, pastedCells, type ReadingRow, withPasted } from "./pasted-readings";

const blank = newJob("x", "2026-06-01T10:00:00.000Z");
const rows: readonly ReadingRow[] = ["rpm", "low", "high", "vent", "suction"];
const at = (row: number, column: 0 | 1): PastedAt => ({ which: "baseline", rows, row, column });
const pasted = (text: string, row: number, column: 0 | 1, job = blank) =>
  withPasted(job, at(row, column), pastedCells(text)!).baseline.settings;

describe("readings pasted from a table", () => {
  it("fill one column downwards from the field, and no further than the table", () => {
    const [idle, fast] = pasted("210\r\n1250\r\n8.5\r\n12\r\n99\r\n", 1, 0);
    expect([idle.low.text, idle.high.text, idle.vent.text, idle.suction.text]).toEqual(["210", "1250", "8.5", "12"]);
    expect(fast).toEqual(blank.baseline.settings[1]);
  });

  it("fill both columns, under a heading, and leave the field of an empty cell", () => {
    const job = { ...blank, baseline: { ...blank.baseline } };
    const [idle, fast] = pasted("idle\tfast\n\t1500\n210\t165\n1250\t1480", 0, 0, job);
    expect([idle.rpm.text, idle.low.text, idle.high.text]).toEqual(["800", "210", "1250"]);
    expect([fast.rpm.text, fast.low.text, fast.high.text]).toEqual(["1500", "165", "1480"]);
    // From fast idle on there is no third column.
    expect(pasted("165\t9\n1480\t9", 1, 1)[1].high.text).toBe("1480");
  });

  it("keep a unit that a cell names, and the text of what is no such number", () => {
    const [idle] = pasted("30 psi\n1250 g\nwarm", 1, 0);
    expect(idle.low).toEqual(entry("30", "psi"));
    expect(idle.high).toEqual(entry("1250 g", "kPa"));
    expect(idle.vent).toEqual(entry("warm", "degC"));
  });

  it("are a table only with more than one cell; any text fills without an error", () => {
    expect(pastedCells("210")).toBeNull();
    expect(pastedCells("210\n")).toBeNull();
    fc.assert(
      fc.property(fc.string(), fc.nat(6), fc.constantFrom(0 as const, 1 as const), (text, row, column) => {
        const cells = pastedCells(text);
        if (cells !== null) expect(withPasted(blank, at(row, column), cells).baseline.settings).toHaveLength(2);
      }),
    );
  });
});
