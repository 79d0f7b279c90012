import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { logChannels } from "../channels";
import { LogGatherer, momentAt } from "./log-columns";
import { findHeader, guessMapping, type LogMapping, LogReader } from "./log-import";

const seconds: LogMapping = {
  timeColumn: 0,
  timeKind: "seconds",
  decimalComma: false,
  columns: { low: { column: 1, unit: "psi" } },
};

describe("the table in a log", () => {
  it("is found under what a device writes above it, by names with numbers beneath", () => {
    const lines = [
      "Yard logger 4; serial 0077",
      "Exported;2026-06-01 10:00",
      "",
      "Time;P low psi;P high psi;T vent C",
      "10:00:00,5;31,2;180,4;12,1",
    ];
    expect(findHeader(lines)).toEqual({
      separator: ";",
      line: 3,
      rowsAfter: 1,
      names: ["Time", "P low psi", "P high psi", "T vent C"],
    });
  });

  it("may say its units in a second line, which is no row", () => {
    const found = findHeader(["t,Low,High,T1", "s,psi,psi,degF", "0,31,180,54", "1,32,181,54"]);
    expect(found).toMatchObject({ line: 0, rowsAfter: 2, names: ["t s", "Low psi", "High psi", "T1 degF"] });
    expect(guessMapping(found.names, [["0", "31", "180", "54"]])!.columns.low).toEqual({ column: 1, unit: "psi" });
  });

  it("is the first line where nothing looks like one, and nothing at all is no table", () => {
    expect(findHeader(["", "Time,Low", "soon,none"])).toMatchObject({ line: 1, names: ["Time", "Low"] });
    expect(findHeader([])).toMatchObject({ line: 0, names: [""] });
  });
});

describe("the rows of a log", () => {
  it("errors name the line of the file, whatever stood above the table; an empty line counts as one", () => {
    const reader = new LogReader(seconds, 5);
    expect(reader.read(["0", "30"])).toMatchObject({ ok: true });
    expect(reader.read([""])).toEqual({ ok: true, value: null });
    expect(reader.read(["0", "31"])).toEqual({ ok: false, issue: { code: "time-not-rising", line: 7 } });
  });

  it("hold no number that no instrument shows: it is a gap, and counted", () => {
    const reader = new LogReader(seconds);
    expect(reader.read(["0", "1e308"])).toMatchObject({ value: { low: null } });
    expect(reader.read(["1e308", "30"])).toMatchObject({ issue: { code: "time-unreadable" } });
    expect(reader.unreadable).toEqual({ low: 1 });
  });

  it("whatever stands in them, give finite numbers in rising time, or a line", () => {
    const cell = fc.oneof(fc.string({ maxLength: 12 }), fc.double().map(String), fc.integer().map(String));
    const kinds = fc.constantFrom("seconds" as const, "milliseconds" as const, "clock" as const, "date" as const);
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { maxLength: 5 }), { maxLength: 30 }),
        kinds,
        fc.boolean(),
        (rows, timeKind, decimalComma) => {
          const reader = new LogReader({ ...seconds, timeKind, decimalComma });
          const gathered = new LogGatherer();
          for (const row of rows) {
            const read = reader.read(row);
            if (!read.ok) break;
            if (read.value !== null) gathered.push(read.value);
          }
          const log = gathered.take();
          for (let i = 0; i < log.count; i++) {
            const moment = momentAt(log, i);
            expect(Number.isFinite(moment.time) && (i === 0 || moment.time > log.time[i - 1]!)).toBe(true);
            for (const channel of logChannels)
              expect(moment[channel] === null || Number.isFinite(moment[channel])).toBe(true);
          }
        },
      ),
    );
  });

  it("are kept column by column, gaps as gaps, however many they are", () => {
    const gathered = new LogGatherer();
    const blank = Object.fromEntries(logChannels.map((channel) => [channel, null])) as Record<
      (typeof logChannels)[number],
      null
    >;
    for (let i = 0; i < 3000; i++) gathered.push({ ...blank, time: i, low: i % 7 === 0 ? null : i });
    const log = gathered.take();
    expect(log.count).toBe(3000);
    expect([7, 2999].map((i) => momentAt(log, i).low)).toEqual([null, 2999]);
  });
});

describe("a log as devices and spreadsheets write it", () => {
  const readAll = (header: string[], rows: string[][]) => {
    const mapping = guessMapping(header, rows)!;
    const reader = new LogReader(mapping, 2, header);
    const samples = rows.flatMap((row) => {
      const read = reader.read(row);
      if (!read.ok) throw new Error(JSON.stringify(read.issue));
      return read.value ?? [];
    });
    return { mapping, samples, reader };
  };

  it("is recognised by short names, with the unit of the header", () => {
    const { columns } = guessMapping(
      ["time_s", "suction_c", "Suct Line (degF)", "Suct press psi", "disch_f"],
      [["0", "6", "43", "28", "160"]],
    )!;
    expect(columns.suction).toEqual({ column: 1, unit: "degC" });
    expect(columns.low).toEqual({ column: 3, unit: "psi" });
    expect(columns.discharge).toEqual({ column: 4, unit: "degF" });
    expect(guessMapping(["t", "Suct Line (degF)"], [["0", "43"]])!.columns.suction).toEqual({
      column: 1,
      unit: "degF",
    });
  });

  it("passes over a header that stands in it again, and takes no other row for one", () => {
    const header = ["Time", "Low psi", "High psi"];
    const { samples, reader } = readAll(header, [
      ["10:00:00", "30", "180"],
      ["Time", "Low psi", "High psi"],
      ["10:00:01", "31", "181"],
    ]);
    expect(samples.map(({ time }) => time)).toEqual([0, 1]);
    expect(reader.repeatedHeaders).toBe(1);
    const other = new LogReader(guessMapping(header, [["10:00:00", "30", "180"]])!, 2, header);
    expect(other.read(["soon", "Low psi", "High psi"])).toMatchObject({
      ok: false,
      issue: { code: "time-unreadable" },
    });
  });

  it("counts the day numbers of a spreadsheet as time", () => {
    const second = 1 / 86_400;
    const rows = [46174.5, 46174.5 + second, 46174.5 + 2 * second].map((day) => [day.toFixed(9), "30"]);
    const { mapping, samples } = readAll(["Time", "Low psi"], rows);
    expect(mapping.timeKind).toBe("serial");
    expect(samples.map(({ time }) => Math.round(time))).toEqual([0, 1, 2]);
  });

  it("puts a day and a clock in two columns together, also past midnight", () => {
    const rows = [
      ["31.05.2026", "23:59:59", "30"],
      ["01.06.2026", "00:00:01", "31"],
    ];
    const { mapping, samples } = readAll(["Date", "Time", "Low psi"], rows);
    expect(mapping).toMatchObject({ timeKind: "date" });
    expect(samples.map(({ time }) => time)).toEqual([0, 2]);
  });
});

describe("pressures of a log", () => {
  it("are gauge or absolute by column, and an absolute one counts from the barometer", () => {
    const header = ["time_s", "Low (kPa abs)", "High kPa", "P suction psia"];
    const guess = guessMapping(header, [["0", "297.7", "1300", "43"]])!;
    expect(guess.columns.low).toEqual({ column: 1, unit: "kPa", absolute: true });
    expect(guess.columns.high).toEqual({ column: 2, unit: "kPa" });
    const read = (mapping: LogMapping) => new LogReader(mapping).read(["0", "297.7", "1300"]);
    expect(read({ ...guess, atmosphereKpa: 97.7 })).toMatchObject({ value: { low: 200, high: 1300 } });
    // Sea level where no altitude is known.
    expect(read(guess)).toMatchObject({ value: { low: 297.7 - 101.325 } });
  });
});

describe("scale and vacuum gauge of a log", () => {
  it("are known by their names, in the unit that the header says", () => {
    const of = (...names: string[]) => guessMapping(["Time", ...names], [["0", "1", "2"]])!.columns;
    expect(of("Scale (lb)", "Vacuum micron")).toEqual({
      scaleG: { column: 1, unit: "lb" },
      vacuumKpa: { column: 2, unit: "micron" },
    });
    expect(of("net_g", "vacuum_kpa")).toMatchObject({ scaleG: { unit: "g" }, vacuumKpa: { unit: "kPaAbs" } });
    expect(of("Weight kg", "Vac (mbar)")).toMatchObject({ scaleG: { unit: "kg" }, vacuumKpa: { unit: "mbarAbs" } });
    const mapping: LogMapping = { ...seconds, columns: of("Scale (lb)", "Vacuum micron") };
    const row = new LogReader(mapping).read(["0", "30", "500"]);
    expect(row.ok && row.value?.scaleG).toBeCloseTo(30 * 453.59237, 3);
    expect(row.ok && row.value?.vacuumKpa).toBeCloseTo(0.06666, 4);
  });
});
