import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { closeSync, mkdirSync, mkdtempSync, openSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { beforeAll, describe, expect, it } from "vitest";
import { archived } from "../../tests/browser/archives";
import { MemoryDocuments } from "../../tests/support/memory-documents";
import { SharedFolder } from "../../tests/support/shared-folder";
import { shopJobs } from "../../tests/support/shop-jobs";
import { diagnosisSchema, diagnosisV1Schema } from "../core/diagnosis/diagnosis-file";
import type { Tree } from "../core/sync/document-shape";
import { packed, unpacked } from "../core/sync/packing";
import { SyncDevice } from "../core/sync/sync-device";

const program = path.resolve(import.meta.dirname, "../../bin/evrid");
const cases = path.resolve(import.meta.dirname, "../core/diagnosis/cases-dev.jsonl");

const simple = {
  vehicle: { refrigerant: "R134a", chargeG: 600, metering: "orifice-tube", compressor: "fixed" },
  conditions: { ambientC: 27 },
  rpm: [800],
};

function evrid(args: string[], input?: string) {
  const { status, stdout, stderr } = spawnSync(program, args, { input, encoding: "utf8" });
  return { status, out: stdout, err: stderr };
}

describe("bin/evrid", () => {
  beforeAll(() => {
    // The first call may build the bundle.
    evrid(["--help"]);
  }, 120_000);

  it("prints properties as JSON and for people", () => {
    const { status, out } = evrid(["properties", "R134a", "--t", "18.575", "--p", "136.087", "--json"]);
    expect(status).toBe(0);
    const state = JSON.parse(out);
    expect(Object.keys(state)).toEqual(["phase", "densityKgM3", "enthalpyKjKg", "entropyKjKgK", "cpKjKgK"]);
    expect(state.phase).toBe("vapour");
    expect(state.densityKgM3).toBeCloseTo(5.90234, 4);
    const line = evrid(["properties", "r1234yf", "--t", "-21.3", "--p", "485.876"]);
    expect(line.out).toMatch(/liquid, 1241\.2\d+ kg\/m3/);
  });

  it("prints saturation from either side", () => {
    const byT = JSON.parse(evrid(["properties", "R1234yf", "--saturated", "--t", "25", "--json"]).out);
    expect(byT.pressureKpa).toBeCloseTo(682.58, 1);
    expect(byT.liquid.densityKgM3).toBeCloseTo(1091.9064, 1);
    const byP = JSON.parse(
      evrid(["properties", "R1234yf", "--saturated", "--p", String(byT.pressureKpa), "--json"]).out,
    );
    expect(byP.temperatureC).toBeCloseTo(25, 4);
  });

  it("diagnoses files and standard input alike, a line each", () => {
    const text = readFileSync(cases, "utf8").split("\n").slice(0, 4).join("\n");
    const some = path.join(mkdtempSync(path.join(tmpdir(), "evrid-")), "cases.jsonl");
    writeFileSync(some, text);
    const fromFile = evrid(["diagnose", some]);
    expect(fromFile.status).toBe(0);
    expect(evrid(["diagnose", "-"], text).out).toBe(fromFile.out);
    const lines = fromFile.out.trim().split("\n");
    expect(lines).toHaveLength(4);
    for (const line of lines) expect(diagnosisSchema.safeParse(JSON.parse(line)).success).toBe(true);
    const older = evrid(["diagnose", some, "--as", "1"]).out.trim().split("\n");
    expect(older).toHaveLength(4);
    for (const [i, line] of older.entries()) {
      const file = JSON.parse(line);
      expect(diagnosisV1Schema.safeParse(file).success).toBe(true);
      expect(file.causes[0].probability).toBe(JSON.parse(lines[i]!).causes[0].probability);
      expect(file).not.toHaveProperty("act");
    }
    const csv =
      "id,vehicle.refrigerant,vehicle.metering,vehicle.compressor,conditions.ambientC,running.1.lowKpa,running.1.highKpa\nvan,R134a,orifice-tube,fixed,25,200,1000\n";
    const fromCsv = evrid(["diagnose", "-", "--seed", "4"], csv);
    expect(fromCsv.status).toBe(0);
    expect(JSON.parse(fromCsv.out).id).toBe("van");
  });

  it("simulates requests a line each, and plays a schedule as CSV", () => {
    const request = {
      vehicle: { refrigerant: "R1234yf", chargeG: 480, metering: "expansion-valve", compressor: "fixed" },
      conditions: { ambientC: 27 },
      charge: { fraction: 0.8 },
      rpm: [800],
    };
    const { status, out } = evrid(
      ["simulate", "-"],
      `${JSON.stringify(request)}\n${JSON.stringify({ ...request, id: "b" })}\n`,
    );
    expect(status).toBe(0);
    const [first, second] = out
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line));
    expect(first.format).toBe("evrid.readings");
    expect(first.model.flow).toBeGreaterThan(0);
    expect(second.id).toBe("b");
    expect(evrid(["diagnose", "-"], out).status).toBe(0);

    const folder = mkdtempSync(path.join(tmpdir(), "evrid-"));
    const events = path.join(folder, "events.json");
    writeFileSync(events, JSON.stringify({ durationS: 20, rateHz: 1, events: [{ atS: 0, engineRpm: 800 }] }));
    const played = evrid(["simulate", "-", "--schedule", events, "--csv"], JSON.stringify(request));
    expect(played.status).toBe(0);
    expect(played.out.split("\n")[0]).toMatch(/^time_s,rpm,low_kpa_gauge,/);
    expect(played.out.trim().split("\n")).toHaveLength(21);
  });

  it("answers the good lines and names the bad one, status 2", () => {
    const good = readFileSync(cases, "utf8").split("\n")[0]!;
    const { status, out, err } = evrid(
      ["diagnose", "-"],
      `${good}\n{"format":"evrid.readings","version":1,"id":"x"}\n${good}\n`,
    );
    expect(status).toBe(2);
    expect(out.trim().split("\n")).toHaveLength(2);
    expect(err).toMatch(/^evrid: line 2, field vehicle: /);
    expect(err.trim().split("\n")).toHaveLength(1);
  });

  it.each(["__proto__.1.lowKpa", "running.800000000.lowKpa", "running,running.1.x", "id.1.x", "version.1.x"])(
    "a CSV with a column %s: one clear line, status 2",
    (column) => {
      const { status, out, err } = evrid(["diagnose", "-"], `vehicle.refrigerant,${column}\nR134a,1\n`);
      expect(status).toBe(2);
      expect(out).toBe("");
      expect(err).toContain(`evrid: line 1, field ${column.split(",")[0]}: expected a column`);
      expect(err.trim().split("\n")).toHaveLength(1);
    },
  );

  it("says nothing when whoever reads its output has read enough", () => {
    const line = JSON.stringify({ format: "evrid.readings" });
    const many = `${line}\n`.repeat(3);
    const { status, stderr } = spawnSync(
      "bash",
      [
        "-c",
        `set -o pipefail; "$0" properties R134a --saturated --t 20 | true; printf %s "$1" | "$0" simulate - | head -c 0`,
        program,
        many,
      ],
      { encoding: "utf8" },
    );
    expect(stderr).not.toMatch(/EPIPE|at .*\.mjs/);
    expect(status).not.toBeNull();
  });

  it("a schedule of odd events is refused in one line", () => {
    const request =
      '{"vehicle":{"refrigerant":"R134a","chargeG":500,"metering":"orifice-tube","compressor":"fixed"},"conditions":{"ambientC":25}}';
    const folder = mkdtempSync(path.join(tmpdir(), "evrid-"));
    const events = path.join(folder, "events.json");
    for (const odd of ["[null]", '[{"atS":{"valueOf":1,"toString":1}}]', JSON.stringify(Array(200_000).fill(0))]) {
      writeFileSync(events, odd);
      const { status, err } = evrid(["simulate", "-", "--schedule", events, "--csv"], request);
      expect(status).toBe(2);
      expect(err.trim().split("\n")).toHaveLength(1);
      expect(err).toContain("events.json, field events");
    }
  });

  it.each(["evrid.readings", "evrid.job"])("simulate refuses a file of %s by name", (format) => {
    const { status, out, err } = evrid(["simulate", "-"], JSON.stringify({ ...simple, format }));
    expect(status).toBe(2);
    expect(out).toBe("");
    expect(err.trim()).toBe(`evrid: line 1, field format: expected a simulation request, not a file of "${format}"`);
    expect(evrid(["simulate", "-"], JSON.stringify({ ...simple, format: "evrid.simulate" })).status).toBe(0);
  });

  it("says in one line that the output could not be written", () => {
    const full = openSync("/dev/full", "w");
    const arguments_ = ["properties", "R134a", "--t", "20", "--p", "300"];
    const { status, stderr } = spawnSync(program, arguments_, { stdio: ["ignore", full, "pipe"], encoding: "utf8" });
    closeSync(full);
    expect(status).toBe(3);
    expect(stderr.trim()).toBe("evrid: cannot write the output: ENOSPC");
  });

  it.each([
    [["properties", "R22", "--t", "1", "--p", "1"], 'no equation for "R22"'],
    [["properties", "R134a", "--t", "warm", "--p", "1"], "--t wants a number"],
    [["properties", "R134a", "--t", "500", "--p", "100"], "is outside -103.15 to 181.85 degC"],
    [["properties", "R134a", "--saturated", "--t", "1", "--p", "1"], "either --t or --p"],
    [["properties", "R134a", "--t", "20"], "wants --t C and --p KPA"],
    [["properties", "R134a", "--colour"], "--colour"],
    [["diagnose"], "expected a file"],
    [["diagnose", cases, "--seed", "0x10"], 'from 0 to 4294967295, not "0x10"'],
    [["diagnose", cases, "--as", "3"], "--as: expected version 1 or 2"],
    [["diagnose", cases, "--seed", "many"], "--seed: expected a decimal whole number"],
    [["diagnose", "/no/such/file"], "cannot read /no/such/file"],
    [["charge"], 'no command "charge"'],
    [["constructor"], 'no command "constructor"'],
    [["__proto__"], 'no command "__proto__"'],
    [["toString", "x"], 'no command "toString"'],
    [["simulate"], "expected a file"],
    [["simulate", cases, "--csv"], "--schedule EVENTS.json goes with --csv"],
    [["simulate", cases, "--schedule", "/no/such", "--csv"], "cannot read /no/such"],
  ])("%s: one clear line, status 2", (args, says) => {
    const { status, out, err } = evrid(args);
    expect(status).toBe(2);
    expect(out).toBe("");
    expect(err).toContain(says);
    expect(err.trim().split("\n")).toHaveLength(1);
  });

  it("merges a shared folder into one shop file, and names what is damaged or missing", async () => {
    const folder = mkdtempSync(path.join(tmpdir(), "evrid-folder-"));
    const jobs = shopJobs(new Date("2026-06-01T10:00:00.000Z"));
    const jpeg = Uint8Array.from([0xff, 0xd8, 1, 2, 3]);
    const sha256 = createHash("sha256").update(jpeg).digest("hex");
    let keys = 0;
    const unique = () => `k${++keys}`;
    const documents = new MemoryDocuments("tablet01", unique);
    for (const job of jobs) documents.edit(`job/${job.id}`, (document) => document.take(job as unknown as Tree));
    documents.edit("job/gone", (document) => document.take({ ...jobs[0]!, id: "gone" } as unknown as Tree));
    documents.edit("job/gone", (document) => document.remove("2026-06-02T10:00:00.000Z"));
    documents.edit("job/later", (document) => document.take({ format: "evrid.job", version: 99 }));
    for (const [id, sum] of [
      ["p1", sha256],
      ["p2", "0".repeat(64)],
    ])
      documents.edit(`picture/${jobs[0]!.id}/${id}`, (document) => document.take({ sha256: sum }));
    const shared = new SharedFolder();
    const ports = { unique, pack: packed, unpack: unpacked };
    await new SyncDevice(documents.state, documents, ports).write(shared.view(), "2026-06");
    for (const [name, bytes] of shared.files) writeFileSync(path.join(folder, name), bytes);
    writeFileSync(path.join(folder, "other_2026-06_x.evrid-updates"), "not updates at all");
    mkdirSync(path.join(folder, "pictures"));
    writeFileSync(path.join(folder, "pictures", `${sha256}_tablet01.jpg`), jpeg);
    const to = path.join(folder, "shop.zip");
    const { status, out, err } = evrid(["merge", folder, "--to", to]);
    expect(out).toContain(`${jobs.length} jobs, 0 vehicles, 0 cylinders, 0 ledger entries, 1 photos`);
    expect(status).toBe(2);
    expect(err.trim().split("\n")).toEqual([
      "evrid: other_2026-06_x.evrid-updates: damaged; everything before the damage was taken",
      "evrid: jobs later: cannot be read by this release; left out",
      `evrid: photo ${jobs[0]!.id}/p2: no whole file of it in the folder; left out`,
    ]);
    const file = await archived(new Blob([new Uint8Array(readFileSync(to))]));
    expect((file.jobs as { id: string }[]).map(({ id }) => id).sort()).toEqual(jobs.map(({ id }) => id).sort());
    // An earlier file is not written over, and a folder without updates is said to be none.
    expect(evrid(["merge", folder, "--to", to]).err).toContain("exists");
    expect(evrid(["merge", path.join(folder, "pictures")]).err).toContain("no .evrid-updates file");
  });
});
