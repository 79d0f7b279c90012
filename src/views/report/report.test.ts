import path from "node:path";
import fc from "fast-check";
import { extractText, getDocumentProxy } from "unpdf";
import { describe, expect, it } from "vitest";
import { judge } from "@/core/diagnosis/diagnose";
import { workshopInstruments } from "@/core/readings/derive/instruments";
import { readingFilesOf } from "@/core/records/derived/job-readings";
import { type Job, jobSchema } from "@/core/records/job";
import { amended } from "@/core/records/signature";
import { entry } from "@/core/units/entry";
import { type Figures, figuresIn, metricFigures, systemUnits } from "@/core/units/figures";
import { demoJobs } from "@/demo/demo-jobs";
import { type Report, type ReportAnswers, type ReportScope, reportOf } from "@/words/report";
import { fieldWords } from "@/words/shop";
import { FONT, FONT_EXTENDED, fitted, fontFiles, LEAST_FONT_SIZE, reportDocument, runsOf } from "./report-document";

const [van, , pickup] = demoJobs(new Date("2026-06-01T10:00:00.000Z")) as [Job, Job, Job];
const answersOf = (job: Job): ReportAnswers => ({
  before: judge(readingFilesOf(job, "baseline")[0]!),
  after: judge(readingFilesOf(job, "proof")[0]!),
  shifts: [],
  bands: [],
});
const nothing: ReportAnswers = { before: null, after: null, shifts: [], bands: [] };
const known = answersOf(pickup);
const report = (job: Job, scope: ReportScope, answers = known, figures: Figures = metricFigures): Report =>
  reportOf(job, answers, { scope, figures, accuracy: workshopInstruments, shop: "Quarry Street Motors" });
const section = ({ sections }: Report, title: string) =>
  JSON.stringify(sections.find((one) => one.title === title) ?? "");

/** One grey pixel. */
const jpeg = Buffer.from(
  "/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAABAAEBAREA/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/aAAgBAQABPxA=",
  "base64",
);

const files = path.resolve(import.meta.dirname, "../../../node_modules/@fontsource/atkinson-hyperlegible-next/files");

/** Same library as in the browser, built for Node. */
async function pdfOf(
  made: Report,
  size: "A4" | "LETTER",
  onePage = false,
  photos: ReadonlyMap<string, string> = new Map(),
): Promise<{ pages: number; text: string }> {
  const { default: pdfmake } = await import("pdfmake");
  pdfmake.setFonts(
    Object.fromEntries(
      Object.entries(fontFiles).map(([name, { normal, bold }]) => [
        name,
        { normal: path.join(files, normal), bold: path.join(files, bold) },
      ]),
    ),
  );
  const options = { size, photos, pictures: new Map(), code: "evrid:job/x", say: (text: string) => text };
  const buffer = await fitted(onePage, (fontSize, onPages) =>
    pdfmake.createPdf(reportDocument(made, { ...options, fontSize, onPages })).getBuffer(),
  );
  const { totalPages, text } = await extractText(await getDocumentProxy(new Uint8Array(buffer)), { mergePages: true });
  return { pages: totalPages, text: text.replace(/\s+/g, " ") };
}

describe("the report of a job", () => {
  it("tells a customer what was wrong and why, what was done, before and after, what to know", () => {
    const made = report(pickup, "customer");
    expect(section(made, "Fault")).toMatch(/Undercharge \((?:over )?\d+ % likely\)/);
    // A weighed charge is not estimated beside it.
    expect(section(made, "Fault")).not.toContain("of the label left");
    expect(section(made, "Work performed")).toContain("232 g recovered; 625 g charged now");
    expect(section(made, "Before and after")).toContain("High side, idle");
    expect(section(made, "Please note")).toContain("Condenser, drier and O-rings renewed");
    expect(section(made, "Not tested")).toMatch(/equalisation time/i);
    expect(made.signed).toContain("Tamsin Rowe");
    expect(JSON.stringify(made)).not.toMatch(/undefined|NaN|null/);
  });

  it("claims nothing of a job on which nothing was done, and says so", () => {
    const made = report(van, "file", nothing);
    expect(section(made, "Fault")).toContain("so no fault is stated");
    expect(section(made, "Not tested")).toMatch(/No running test before the work.*by weight.*Leaks|leaks/);
    expect(made.signed).toBe("Not signed.");
    expect(made.sections.map(({ title }) => title)).not.toContain("Before and after");
  });

  it("speaks in the shop's units throughout", () => {
    const us = figuresIn(systemUnits.us);
    for (const scope of ["customer", "file"] as const) {
      const text = JSON.stringify(report({ ...pickup, signOff: { ...pickup.signOff, remark: "" } }, scope, known, us));
      expect(text).not.toMatch(/\d (g|kPa|bar|°C|K|mbar)\b/);
      expect(text).toMatch(/\d psi/);
    }
  });

  it("carries the vehicle's papers and those behind the signature, and says what was never given", () => {
    for (const scope of ["customer", "file"] as const) {
      const made = report(pickup, scope);
      expect(made.facts.join(" ")).toMatch(/Tarn 24.*TG 4411.*9ZZTARN23P0001207.*148.200 km/);
      expect(made.papers.join(" ")).toMatch(/RC-20417.*HL-88-310.*RS 2, no. 1184.*checked 12 March 2026.*BS 30/);
      expect(made.shop).toBe("Harbour Lane Garage");
    }
    const bare = { ...pickup, signOff: { ...pickup.signOff, credentials: null } };
    expect(report(bare, "file").papers).toEqual([]);
    expect(report(bare, "file").shop).toBe("Quarry Street Motors");
  });

  it("lists every amendment with old and new values, for customer and file", () => {
    const opened = amended(pickup, { by: "Ines Falk", reason: "Label misread", at: "2026-06-02T08:00:00.000Z" });
    const changed = { ...opened, intake: { ...opened.intake, charge: entry("23", "oz") } };
    for (const scope of ["customer", "file"] as const) {
      const text = section(report(changed, scope), "Amendments");
      expect(text).toMatch(/Ines Falk.*Label misread.*Tamsin Rowe.*Not signed again/);
      expect(text).toContain("22 oz");
      expect(text).toContain("23 oz");
    }
    expect(section(report(pickup, "file"), "Amendments")).toBe('""');
  });

  it("has every field of the record in the file, by the schema", () => {
    const opened = amended(pickup, { by: "Ines Falk", reason: "Label misread", at: "2026-06-02T08:00:00.000Z" });
    const rows = report(opened, "file")
      .sections.find(({ title }) => title === "Record")!
      .blocks.flatMap((block) => (block.kind === "table" ? block.rows.map(([field]) => field) : []));
    const missing: string[] = [];
    const walk = (schema: unknown, value: unknown, path: string) => {
      const shape = (schema as { shape?: Record<string, unknown> }).shape;
      if (shape === undefined || value === null || "text" in shape) {
        if (!rows.includes(fieldWords(path))) missing.push(path);
        return;
      }
      for (const [key, part] of Object.entries(shape)) {
        const { def } = part as { def: { type: string; innerType?: unknown } };
        const inner = def.type === "nullable" ? def.innerType : part;
        walk(inner, (value as Record<string, unknown>)[key] ?? null, path === "" ? key : `${path}.${key}`);
      }
    };
    walk(jobSchema, opened, "");
    expect(rows.length).toBeGreaterThan(100);
    expect(missing).toEqual([]);
  });

  it("warns where R1234yf burns, and never promises what was not weighed", () => {
    const yf = { ...pickup, intake: { ...pickup.intake, refrigerant: "R1234yf" as const } };
    expect(section(report(yf, "customer", nothing), "Cautions")).toContain("flammable");
    const dry = { ...pickup, ledger: [] };
    expect(section(report(dry, "customer", nothing), "Please note")).not.toContain("It now holds");
  });
});

describe("the leak search in the report", () => {
  it("lists every check with size and place in the shop's units, in the file only, and a doubt of the label first after the work", () => {
    const file = section(report(pickup, "file"), "Leak search");
    for (const said of ["Condenser", "Electronic detector", "160 g", "Lower left, stone", "after work"])
      expect(file).toContain(said);
    expect(section(report(pickup, "customer"), "Leak search")).toBe(JSON.stringify(""));
    expect(section(report({ ...pickup, leak: { ...pickup.leak, checks: [] } }, "file"), "Leak search")).toBe(
      JSON.stringify(""),
    );
  });
});

describe("the report as a PDF", () => {
  it("prints nothing twice, and names where it leaks to the customer without promising anything", () => {
    const check = { ...pickup.leak.checks[0]!, place: "joints" as const, stage: "after-work" as const };
    const leaking = { ...pickup, leak: { ...pickup.leak, checks: [...pickup.leak.checks, check] } };
    for (const job of [pickup, leaking, van]) {
      const made = report(job, "customer", job === van ? nothing : known);
      const sentences = made.sections
        .flatMap(({ blocks }) =>
          blocks.flatMap((block) =>
            block.kind === "text" ? [block.text] : block.kind === "facts" ? block.rows.map(({ text }) => text) : [],
          ),
        )
        .flatMap((text) => text.split(/(?<=[.;])\s/));
      expect(new Set(sentences).size, sentences.join("|")).toBe(sentences.length);
      // One weight, one place.
      const grams = sentences.join(" ").match(/\b625\s*g\b/g) ?? [];
      expect(grams.length).toBeLessThan(2);
    }
    const know = section(report(leaking, "customer"), "Please note");
    expect(know).toContain("Leak found at: joints and O-rings");
    expect(know).not.toContain("weighed in two years");
    expect(section(report(pickup, "customer"), "Please note")).toContain("weighed in two years");
  });

  it("has every photo in the full report, on the page and in the PDF, and none for the customer", async () => {
    const photos = ["a", "b", "c"].map((id) => ({
      id,
      step: "repair" as const,
      at: pickup.updatedAt,
      width: 8,
      height: 8,
      bytes: jpeg.length,
    }));
    const taken = { ...pickup, photos };
    expect(section(report(taken, "customer"), "Photos")).toBe('""');
    const made = report(taken, "file");
    expect(section(made, "Photos").match(/Repair, /g)).toHaveLength(3);
    const addresses = new Map(
      photos.slice(0, 2).map(({ id }) => [id, `data:image/jpeg;base64,${jpeg.toString("base64")}`]),
    );
    const options = { size: "A4" as const, pictures: new Map(), code: "x", say: (text: string) => text };
    const written = JSON.stringify(reportDocument(made, { ...options, photos: addresses }));
    // One that this browser does not have is named all the same.
    expect(written.match(/data:image\/jpeg/g)).toHaveLength(2);
    expect(written.match(/Repair, /g)!.length).toBeGreaterThanOrEqual(3);
    expect((await pdfOf(made, "A4", false, addresses)).text).toContain("Photos");
  });

  it("is marked on every page where it is practice or from the demo workshop", async () => {
    const practice = report({ ...pickup, purpose: "practice", rackVehicle: "leaked-van" }, "file");
    const { pages, text } = await pdfOf(practice, "A4");
    expect(pages).toBeGreaterThan(1);
    expect(text.match(/Not a record of work/g)).toHaveLength(pages);
    expect(report({ ...pickup, purpose: "work" }, "file").mark).toBeNull();
    expect(report(pickup, "file").mark).toContain("Demo workshop");
  });

  it("is one page for the customer on either paper, with every word of the page", async () => {
    for (const size of ["A4", "LETTER"] as const) {
      const made = report(pickup, "customer");
      const { pages, text } = await pdfOf(made, size, true);
      expect(pages).toBe(1);
      for (const { title, blocks } of made.sections) {
        expect(text).toContain(title);
        for (const block of blocks)
          if (block.kind === "text")
            expect(text).toContain(
              runsOf(block.text)
                .map((run) => run.text)
                .join("")
                .replace(/\s+/g, " "),
            );
      }
      expect(text).toContain("Harbour Lane Garage");
      expect(text).not.toMatch(/undefined|NaN|null/);
    }
  }, 60_000);

  it("stays one page for a wordy job, as far as it can be read, and all of the file is there", async () => {
    const wordy = {
      ...pickup,
      signOff: {
        ...pickup.signOff,
        remark: "The belt was slack and the pulley noisy; looked at, oiled, ran quiet. ".repeat(9),
      },
    };
    expect((await pdfOf(report(wordy, "customer"), "LETTER", true)).pages).toBe(1);
    const { pages, text } = await pdfOf(report(wordy, "file"), "A4");
    expect(pages).toBeGreaterThan(1);
    for (const title of ["Readings", "Refrigerant log", "Steps"]) expect(text).toContain(title);
    expect(text).toContain("Charged from cylinder");
  }, 60_000);

  it("keeps names whole whose letters the first file of the type lacks", async () => {
    const named = { ...pickup, intake: { ...pickup.intake, vehicle: "Łukasz Žižka, Škoda ©" } };
    const { text } = await pdfOf(report(named, "customer", nothing), "A4");
    expect(text).toContain("Łukasz Žižka, Škoda ©");
  }, 60_000);

  it("sets every text in runs that give it back, each in a font that has it", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), (given) => {
        const runs = runsOf(given);
        expect(runs.every(({ font }) => font === FONT || font === FONT_EXTENDED)).toBe(true);
        const plain = [...given.normalize("NFC")].filter((letter) => /[a-zà-öA-Z0-9]/.test(letter)).join("");
        const back = [...runs.map(({ text }) => text).join("")]
          .filter((letter) => /[a-zà-öA-Z0-9]/.test(letter))
          .join("");
        if (!given.includes("≈")) expect(back).toBe(plain);
      }),
    );
  });

  it("keeps thousands with their hundreds, and draws what the needles did only where they were kept", () => {
    expect(runsOf("1 270 to 1 792 kPa at 1 810 rpm").map(({ text }) => text)).toEqual([
      "1\u00a0270 to 1\u00a0792 kPa at 1\u00a0810 rpm",
    ]);
    const pictures = (job: Job, scope: ReportScope) =>
      report(job, scope).sections.flatMap(({ blocks }) =>
        blocks.flatMap((block) => (block.kind === "picture" ? block.which : [])),
      );
    const trace = { everyS: 2, low: [180, 181, 180], high: [1400, 1410, 1405], vent: [9, 9, null] };
    const [idle, fast] = pickup.baseline.settings;
    const taken: Job = { ...pickup, baseline: { ...pickup.baseline, settings: [{ ...idle, trace }, fast] } };
    expect(pictures(pickup, "file")).not.toContain("traces");
    expect(pictures(taken, "file")).toContain("traces");
    expect(pictures(taken, "customer")).not.toContain("traces");
  });

  it("gives up making it smaller where it could not be read any more", async () => {
    const sizes: number[] = [];
    await fitted(true, async (fontSize, onPages) => {
      sizes.push(fontSize);
      onPages(2);
    });
    expect(sizes.at(-1)).toBe(LEAST_FONT_SIZE);
  });
});
