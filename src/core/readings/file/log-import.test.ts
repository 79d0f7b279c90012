import { describe, expect, it } from "vitest";
import { channelHealth } from "../stream/channel-health";
import { guessMapping, type LogMapping, LogReader, separatorOf } from "./log-import";

function readAll(mapping: LogMapping, rows: string[][]) {
  const reader = new LogReader(mapping);
  return { results: rows.map((row) => reader.read(row)), unreadable: reader.unreadable };
}

describe("a log of real instruments", () => {
  it("guesses columns, units and the way times are written", () => {
    const header = ["Time [hh:mm:ss]", "P low (psi)", "P high (psi)", "T vent °F", "T suction line F", "Engine speed"];
    const mapping = guessMapping(header, [["12:00:01", "35.2", "180", "48.1", "52", "800"]])!;
    expect(mapping).toMatchObject({ timeColumn: 0, timeKind: "clock", decimalComma: false });
    expect(mapping.columns).toMatchObject({
      low: { column: 1, unit: "psi" },
      high: { column: 2, unit: "psi" },
      vent: { column: 3, unit: "degF" },
      suction: { column: 4, unit: "degF" },
      rpm: { column: 5, unit: "rpm" },
    });
    expect(guessMapping(["a", "b"], [])).toBeNull();
    expect(guessMapping(["time_s", "low_kpa_gauge", "suction_line_c"], [["0", "1", "2"]])!.columns).toMatchObject({
      low: { column: 1, unit: "kPa" },
      suction: { column: 2, unit: "degC" },
    });
  });

  it("sees what parts the columns by the header, whatever commas the rows hold", () => {
    expect(separatorOf("Time;P low psi;P high psi")).toBe(";");
    expect(separatorOf("time_s,low_kpa_gauge")).toBe(",");
    expect(separatorOf("Zeit\tNiederdruck\tHochdruck")).toBe("\t");
  });

  it("reads units, a decimal comma, gaps and clocks over midnight", () => {
    const mapping: LogMapping = {
      timeColumn: 0,
      timeKind: "clock",
      decimalComma: true,
      columns: { low: { column: 1, unit: "bar" }, vent: { column: 2, unit: "degC" } },
    };
    const { results, unreadable } = readAll(mapping, [
      ["23:59:59", "2,45", "7,5"],
      ["00:00:01,5", "", "7,4"],
      ["00:00:03", "Err", "7,4"],
    ]);
    const samples = results.map((result) => (result.ok ? result.value : null));
    expect(samples[0]).toMatchObject({ time: 0, vent: 7.5, high: null });
    expect(samples[0]!.low).toBeCloseTo(245, 9);
    expect(samples[1]!.time).toBeCloseTo(2.5, 9);
    expect(samples[1]!.low).toBeNull();
    expect(samples[2]!.low).toBeNull();
    expect(unreadable).toEqual({ low: 1 });
  });

  it("names the line where a time is no time, or does not rise", () => {
    const mapping: LogMapping = {
      timeColumn: 0,
      timeKind: "seconds",
      decimalComma: false,
      columns: { low: { column: 1, unit: "kPa" } },
    };
    const { results } = readAll(mapping, [
      ["0", "1"],
      ["soon", "1"],
      ["0", "1"],
    ]);
    expect(results[1]).toEqual({ ok: false, issue: { code: "time-unreadable", line: 3, text: "soon" } });
    expect(results[2]).toEqual({ ok: false, issue: { code: "time-not-rising", line: 4 } });
    expect(readAll({ ...mapping, columns: {} }, [["0"]]).results[0]).toMatchObject({ issue: { code: "no-channel" } });
    const dated = readAll({ ...mapping, timeKind: "date" }, [
      ["04.05.2026 10:00:00", "1"],
      ["04.05.2026 10:00:02", "1"],
    ]).results[1];
    expect(dated).toMatchObject({ ok: true, value: { time: 2 } });
  });
});

describe("a channel's health", () => {
  const limits = { min: -101, max: 2500 };
  const stream = (value: (i: number) => number | null) =>
    Array.from({ length: 80 }, (_, i) => ({ time: i / 2, value: value(i) }));

  it("names what is missing, frozen or impossible, and a gap is never a zero", () => {
    expect(
      channelHealth(
        stream((i) => 200 + (i % 3)),
        limits,
        true,
      ),
    ).toBe("ok");
    expect(
      channelHealth(
        stream((i) => (i > 70 ? null : 200 + (i % 3))),
        limits,
        true,
      ),
    ).toBe("missing");
    expect(
      channelHealth(
        stream((i) => (i === 79 ? null : 200 + (i % 3))),
        limits,
        true,
      ),
    ).toBe("ok");
    expect(
      channelHealth(
        stream(() => 200),
        limits,
        true,
      ),
    ).toBe("frozen");
    expect(
      channelHealth(
        stream(() => 200),
        limits,
        false,
      ),
    ).toBe("ok");
    expect(
      channelHealth(
        stream((i) => (i === 79 ? 9999 : 200 + (i % 3))),
        limits,
        true,
      ),
    ).toBe("impossible");
    expect(channelHealth([], limits, true)).toBe("missing");
  });
});
