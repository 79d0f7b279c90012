import { describe, expect, it } from "vitest";
import { type LogChannel, logChannels, traceChannels } from "../channels";
import { findHeader, guessMapping, LogReader } from "../file/log-import";
import { traceCsv } from "./trace-csv";
import { type TraceSample, TraceStore } from "./trace-store";

/** A pull-down with a gap in one channel. */
const samples: TraceSample[] = Array.from({ length: 300 }, (_, i) => ({
  time: 1000 + i * 0.2,
  ...(Object.fromEntries(traceChannels.map((id, c) => [id, 10 * c + i * 0.37])) as Omit<TraceSample, "time">),
  vent: i % 7 === 0 ? null : 24 - i * 0.05,
}));

describe("a trace saved as a table", () => {
  it("is read again as a log: every sample, every channel that a log has, gaps as gaps", () => {
    const trace = new TraceStore();
    trace.append(samples);
    trace.note({ time: 1010, kind: "fan", text: 'fan "fast", both' });
    const lines = traceCsv(trace).trim().split("\r\n");
    const header = findHeader(lines);
    const rows = lines.slice(1).map((line) => line.split(header.separator));
    const mapping = guessMapping(header.names, rows)!;
    expect(mapping.timeKind).toBe("seconds");
    const known = traceChannels.filter((id): id is LogChannel & (typeof traceChannels)[number] =>
      (logChannels as readonly string[]).includes(id),
    );
    expect(Object.keys(mapping.columns).sort()).toEqual([...known].sort());
    const reader = new LogReader(mapping);
    for (const [i, row] of rows.entries()) {
      const read = reader.read(row);
      if (!read.ok || read.value === null) throw new Error(JSON.stringify(read));
      expect(read.value.time).toBeCloseTo(i * 0.2, 3);
      for (const id of known) {
        const was = samples[i]![id];
        if (was === null) expect(read.value[id]).toBeNull();
        else expect(read.value[id]).toBeCloseTo(was, 2);
      }
    }
    expect(reader.unreadable).toEqual({});
    expect(lines.filter((line) => line.includes('"fan ""fast"", both"'))).toHaveLength(1);
  });

  it("of nothing is nothing", () => {
    expect(traceCsv(new TraceStore())).toBe("");
  });
});
