/**
 * The report of a job, as blocks of text and tables: the page, the print and the PDF are drawn from the same ones, so that they cannot differ. One
 * page for the customer, or everything for the file. What was not done or not tested is said as such.
 */
import { format } from "date-fns";
import { type Diagnosis, warningOf } from "@/core/diagnosis/decide/diagnosis";
import type { ExpectedRanges } from "@/core/diagnosis/explain/expected-range";
import type { Reason } from "@/core/diagnosis/explain/reasons";
import type { ComparedChannel } from "@/core/diagnosis/explain/state-channels";
import { isRefrigerant, refrigerantEntry } from "@/core/fluids/refrigerants";
import type { InstrumentAccuracy } from "@/core/readings/derive/instruments";
import type { KeptTrace } from "@/core/readings/stream/kept-trace";
import { type Comparison, compareTests } from "@/core/records/compare-tests";
import type { ConditionShift } from "@/core/records/condition-shift";
import { labelOf, workableRefrigerant } from "@/core/records/derived/job-label";
import { drawnPressureTest } from "@/core/records/derived/job-pressure-test";
import { foundOf, hasReadings, settingValues } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import { type Job, stepIds } from "@/core/records/job";
import { amendmentsOf } from "@/core/records/signature";
import { isTree } from "@/core/records/tree";
import { inUnits } from "@/core/records/unit-system";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import type { UnitId } from "@/core/units/units";
import { causeName } from "./causes";
import { outlookWords } from "./customer";
import { percentOf, severitySentence, vehicleWording, type Wording, warningSentence } from "./diagnosis";
import { circuitWords, refrigerantLabels } from "./job";
import { doubtByReadings, LABEL_DOUBT } from "./label";
import { leakTable, leakTableHead, leakWords } from "./leak";
import { capital } from "./letters";
import { localPriorSentence, outcomeSentence } from "./outcome";
import { purposeMark } from "./practice";
import { reasonSentence } from "./reasons";
import { actNames } from "./refrigerant-log";
import { fieldWords, valueOrDash } from "./shop";
import { amendedRow, amendedVersion, amendmentTitle, signOffWords } from "./sign-off";
import { stepWords } from "./step-words";
import { changeSentence } from "./tests";
import { typed } from "./typed";
import { workDone } from "./work-done";

export type ReportPicture = "before-after" | "circuit" | "vacuum" | "pressure-test" | "traces";

export type ReportBlock =
  | { kind: "text"; text: string; strong?: boolean; typed?: boolean }
  | { kind: "facts"; rows: { what: string; text: string; typed?: boolean }[] }
  | { kind: "table"; head: string[]; rows: string[][] }
  | { kind: "picture"; which: ReportPicture }
  | { kind: "photos"; photos: { id: string; caption: string }[] };

export interface ReportSection {
  title: string;
  blocks: ReportBlock[];
}

export interface Report {
  /** Stands on every page of what is no record of work; null for work. */
  mark: string | null;
  vehicle: string;
  facts: string[];
  shop: string;
  signed: string;
  /** Papers behind the signature, one a line; empty where none are on record. */
  papers: string[];
  sections: ReportSection[];
  foot: string;
}

/** Computed parts; null while pending. */
export interface ReportAnswers {
  before: Diagnosis | null;
  after: Diagnosis | null;
  shifts: readonly (ConditionShift | null)[];
  /** Expected range under the last test's conditions, at idle and fast idle. */
  bands: readonly (ExpectedRanges | null)[];
}

export type ReportScope = "customer" | "file";

interface ReportOptions {
  scope: ReportScope;
  figures: Figures;
  accuracy: InstrumentAccuracy;
  shop: string;
}

const day = (iso: string) => format(new Date(iso), "d MMMM yyyy");
const minute = (iso: string) => format(new Date(iso), "d MMM yyyy, HH:mm");

export function reportOf(job: Job, answers: ReportAnswers, options: ReportOptions): Report {
  const { scope, figures, accuracy } = options;
  const { intake, signOff } = job;
  const { chargeG, toleranceG } = labelOf(job);
  const rows = compareTests(job, [...answers.shifts], accuracy);
  const sections: (ReportSection | null)[] = [
    found(job, answers.before, options),
    { title: "Work performed", blocks: [{ kind: "facts", rows: workDone(job, figures) }] },
    beforeAfter(rows, answers.bands, scope, figures),
    afterWork(answers.after),
    watch(job, figures),
    ...(scope === "file" ? file(job, figures) : []),
    amendments(job),
    notTested(job),
    cautions(job),
  ];
  return {
    mark: purposeMark(job.purpose),
    vehicle: intake.vehicle.trim() || "Unnamed vehicle",
    shop: signOff.credentials?.shop || options.shop.trim(),
    facts: [
      ...identity(job, figures),
      intake.refrigerant === null ? "" : refrigerantLabels[intake.refrigerant],
      chargeG === null ? "" : `label ${figures.number(chargeG, "g")} ± ${figures.quantity(toleranceG, "g")}`,
      intake.metering === null ? "" : circuitWords[intake.metering],
      intake.compressor === null ? "" : circuitWords[intake.compressor],
      day(job.createdAt),
    ].filter(Boolean),
    signed:
      signOff.signedAt === null
        ? "Not signed."
        : `Signed by ${typed(signOff.technician.trim())}, ${day(signOff.signedAt)}.`,
    papers: papersOf(job),
    sections: sections.filter((section) => section !== null),
    foot: "Local law, the vehicle maker's procedure and licensed practice come first. Weight is the authority; pressures give a range.",
  };
}

/** Which vehicle it is on paper, as far as it was written down. */
function identity({ intake }: Job, figures: Figures): string[] {
  const mileage = entryValue(fields.mileage, intake.mileage);
  return [
    typed(intake.model.trim()),
    intake.plate.trim() === "" ? "" : `plate ${typed(intake.plate.trim())}`,
    intake.vin.trim() === "" ? "" : `VIN ${typed(intake.vin.trim())}`,
    mileage === null ? "" : figures.quantity(mileage, "km"),
  ];
}

function papersOf({ signOff }: Job): string[] {
  const { credentials } = signOff;
  if (credentials === null) return [];
  const { certificate, registration, machine, scale } = credentials;
  const checked = ({ name, checkedOn }: typeof machine) =>
    `${typed(name)}${checkedOn === null ? ", no check recorded" : `, checked ${day(checkedOn)}`}`;
  return [
    certificate === "" ? "" : `Technician's certificate: ${typed(certificate)}.`,
    registration === "" ? "" : `Shop registration: ${typed(registration)}.`,
    machine.name === "" ? "" : `Recovery machine: ${checked(machine)}.`,
    scale.name === "" ? "" : `Scale: ${checked(scale)}.`,
  ].filter(Boolean);
}

/** Every change of what was once signed. */
function amendments(job: Job): ReportSection | null {
  if (job.amendments.length === 0) return null;
  const blocks = amendmentsOf(job).flatMap((one): ReportBlock[] => [
    { kind: "text", text: `${amendmentTitle(one)}.`, strong: true },
    { kind: "text", text: `${amendedVersion(one)}.${one.closed ? "" : ` ${signOffWords.openAmendment}`}` },
    one.values === null || one.values.length === 0
      ? { kind: "text", text: one.values === null ? signOffWords.unreadable : signOffWords.unchanged }
      : { kind: "table", head: [...signOffWords.columns], rows: one.values.map(amendedRow) },
  ]);
  return { title: signOffWords.amendments, blocks };
}

function found(job: Job, verdict: Diagnosis | null, { scope, figures }: ReportOptions): ReportSection {
  const complaint = job.intake.complaint.trim();
  const blocks: ReportBlock[] = [
    { kind: "text", text: complaint === "" ? "No complaint recorded." : complaint, typed: complaint !== "" },
  ];
  const wording = wordingOf(job, figures);
  if (verdict === null || wording === null)
    blocks.push({ kind: "text", text: "No running test before the work, so no fault is stated." });
  else blocks.push(...causes(job, verdict, wording, scope));
  const prior = verdict === null ? null : localPriorSentence(job);
  if (prior !== null) blocks.push({ kind: "text", text: prior });
  const { signed } = job.outcome;
  if (signed !== null && signed.results.length > 0)
    blocks.push({ kind: "text", text: `Outcome: ${outcomeSentence(signed.results)}`, strong: true });
  return { title: "Fault", blocks };
}

function wordingOf(job: Job, figures: Figures): Wording | null {
  const refrigerant = workableRefrigerant(job);
  if (refrigerant === null) return null;
  const altitudeM = entryValue(fields.altitude, job.altitude) ?? 0;
  const { metering, compressor } = job.intake;
  const { chargeG } = labelOf(job);
  return { refrigerant, altitudeM, figures, ...vehicleWording({ metering, compressor, chargeG }) };
}

/** Confidence of a cause. */
const cars = (probability: number) => `${percentOf(probability)} % likely`;

/** Below this a cause is not named to a customer, and not listed in the file. */
const NAMED = { customer: 0.2, file: 0.05 };
/** From here on one cause stands for itself. */
const LIKELY = 0.6;

/** A weighed charge is not estimated. */
const aboutTheCharge: readonly string[] = ["undercharge", "overcharge"];

function causes(job: Job, verdict: Diagnosis, wording: Wording, scope: ReportScope): ReportBlock[] {
  const named = verdict.causes
    .filter(({ probability }) => probability >= NAMED[scope])
    .slice(0, scope === "file" ? 6 : 2);
  const [first] = named;
  if (first === undefined) return [{ kind: "text", text: "The readings fit several causes about equally." }];
  const share = cars;
  // A report is read on other days.
  const because = (reason: Reason) => reasonSentence(reason, wording);
  const opening =
    first.probability >= LIKELY
      ? `${causeName(first.cause)} (${share(first.probability)}).`
      : `Not separated by the readings: ${named.map(({ cause, probability }) => `${causeName(cause).toLowerCase()} (${share(probability)})`).join(", ")}.`;
  const severity = severitySentence(first.cause, first.severity, wording);
  const speaks = first.for.slice(0, scope === "file" ? 5 : 3).map((reason) => `${because(reason)}.`);
  const blocks: ReportBlock[] = [{ kind: "text", text: opening, strong: true }];
  const weighed = foundOf(job) !== null && aboutTheCharge.includes(first.cause);
  if (severity !== null && first.probability >= LIKELY && !weighed) blocks.push({ kind: "text", text: `${severity}.` });
  if (speaks.length > 0) blocks.push({ kind: "text", text: speaks.join(" ") });
  if (scope === "customer") return blocks;
  const others = named.slice(1);
  if (others.length > 0)
    blocks.push({
      kind: "table",
      head: ["Other causes", "Probability", "Supports", "Contradicts"],
      rows: others.map(({ cause, probability, for: supports, against }) => [
        causeName(cause),
        `${percentOf(probability)} %`,
        supports.slice(0, 2).map(because).join("; ") || "–",
        against.slice(0, 2).map(because).join("; ") || "–",
      ]),
    });
  for (const warning of verdict.warnings) blocks.push({ kind: "text", text: warningSentence(warning, wording) });
  return blocks;
}

/** Readings and drawings of the customer's page. */
export const told: readonly string[] = ["Low side", "High side", "Centre vent"];

const channelOf: Record<string, ComparedChannel> = {
  "Low side": "low",
  "High side": "high",
  "Centre vent": "vent",
  Superheat: "superheat",
  Subcooling: "subcooling",
};

/** Expected range at the setting of a pair; null where unknown. */
export function expectedOfRow(row: Comparison, bands: ReportAnswers["bands"]): { low: number; high: number } | null {
  const channel = channelOf[row.label];
  const all = bands[row.setting === "idle" ? 0 : 1];
  return channel === undefined || !all ? null : (all.ranges[channel] ?? null);
}

function beforeAfter(
  rows: readonly Comparison[],
  bands: ReportAnswers["bands"],
  scope: ReportScope,
  figures: Figures,
): ReportSection | null {
  if (rows.length === 0) return null;
  const decimals = (unit: UnitId) => (unit === "kPa" ? 0 : 1);
  const shown =
    scope === "file" ? rows : rows.filter(({ label, setting }) => told.includes(label) && setting === rows[0]!.setting);
  return {
    title: "Before and after",
    blocks: [
      { kind: "picture", which: "before-after" },
      {
        kind: "table",
        head: ["Reading", "Before", "After", "Expected", "Change"],
        rows: shown.map((row) => {
          const band = expectedOfRow(row, bands);
          return [
            `${row.label}, ${row.setting}`,
            figures.quantity(row.before.value, row.unit, decimals(row.unit)),
            figures.quantity(row.after.value, row.unit, decimals(row.unit)),
            band === null ? "–" : figures.range(band.low, band.high, row.unit, decimals(row.unit)),
            changeSentence(row, figures),
          ];
        }),
      },
    ],
  };
}

function afterWork(verdict: Diagnosis | null): ReportSection | null {
  const [first] = verdict?.causes ?? [];
  if (first === undefined) return null;
  const sound = first.cause === "none";
  const doubt = warningOf(verdict!, "label-doubt");
  return {
    title: "After work",
    blocks: [
      ...(doubt
        ? [{ kind: "text" as const, strong: true, text: `${LABEL_DOUBT}: ${doubtByReadings(doubt.cause)}` }]
        : []),
      {
        kind: "text",
        strong: true,
        text: sound
          ? `The test after the work shows no fault (${cars(first.probability)}).`
          : `The test after the work still shows ${causeName(first.cause).toLowerCase()} (${cars(first.probability)}).`,
      },
    ],
  };
}

function watch(job: Job, figures: Figures): ReportSection | null {
  // Weights and replaced parts stand under the work performed.
  const words = outlookWords(job, figures);
  const remark = job.signOff.remark.trim();
  const blocks: ReportBlock[] = [
    ...(remark === "" ? [] : [{ kind: "text" as const, text: remark, typed: true }]),
    ...(words.length === 0 ? [] : [{ kind: "text" as const, text: words.join(" ") }]),
  ];
  return blocks.length === 0 ? null : { title: "Please note", blocks };
}

/** All for the file: readings, signs, books, times. */
function file(job: Job, figures: Figures): (ReportSection | null)[] {
  return [
    readings(job, figures),
    signs(job),
    leakSearch(job, figures),
    pressureTrace(job),
    vacuumTrace(job),
    books(job, figures),
    photos(job),
    times(job),
    record(inUnits(job, figures.choice)),
  ];
}

const read = [
  ["low", "Low side", "kPa"],
  ["high", "High side", "kPa"],
  ["vent", "Centre vent", "degC"],
  ["suction", "Suction line", "degC"],
  ["liquid", "Liquid line", "degC"],
  ["discharge", "Discharge line", "degC"],
] as const;

function readings(job: Job, figures: Figures): ReportSection | null {
  const tests = (["baseline", "proof"] as const).flatMap((which) =>
    job[which].settings.filter(hasReadings).map((setting) => ({
      name: `${which === "baseline" ? "before" : "after"}, ${setting.name}`,
      values: settingValues(setting),
    })),
  );
  if (tests.length === 0) return null;
  const air = (which: "baseline" | "proof") => {
    const ambient = entryValue(fields.ambient, job[which].ambient);
    const humidity = entryValue(fields.humidity, job[which].humidity);
    if (ambient === null) return null;
    return `${which === "baseline" ? "Before" : "After"}: ${figures.quantity(ambient, "degC")}${humidity === null ? "" : `, ${figures.quantity(humidity, "pct")} humidity`}.`;
  };
  const traced = tracedSettings(job).length > 0;
  return {
    title: "Readings",
    blocks: [
      {
        kind: "text",
        text:
          [air("baseline"), air("proof")].filter((text) => text !== null).join(" ") ||
          "Ambient temperature not recorded.",
      },
      {
        kind: "table",
        head: ["Reading", ...tests.map(({ name }) => name)],
        rows: read.map(([channel, label, unit]) => [
          label,
          ...tests.map(({ values }) => {
            const value = values[channel];
            return value === null ? "–" : figures.quantity(value, unit);
          }),
        ]),
      },
      ...(traced ? [{ kind: "picture" as const, which: "traces" as const }] : []),
    ],
  };
}

/** Every photo, with its step and when it was taken. */
function photos(job: Job): ReportSection | null {
  if (job.photos.length === 0) return null;
  const shown = job.photos.map(({ id, step, at }) => ({ id, caption: `${stepWords[step].name}, ${minute(at)}` }));
  return { title: "Photos", blocks: [{ kind: "photos", photos: shown }] };
}

/** Settings that the instruments took, with what the needles did before. */
export function tracedSettings(job: Job): { name: string; trace: KeptTrace }[] {
  return (["baseline", "proof"] as const).flatMap((which) =>
    job[which].settings.flatMap(({ name, trace }) =>
      trace === null ? [] : [{ name: `${which === "baseline" ? "Before" : "After"}, ${name}`, trace }],
    ),
  );
}

function signs(job: Job): ReportSection | null {
  if (job.look.notes.length === 0 && job.repair.parts.length === 0) return null;
  return { title: "Visual findings", blocks: [{ kind: "picture", which: "circuit" }] };
}

/** The leak search, check by check. */
function leakSearch(job: Job, figures: Figures): ReportSection | null {
  if (job.leak.checks.length === 0) return null;
  return { title: "Leak search", blocks: [{ kind: "table", head: leakTableHead, rows: leakTable(job, figures) }] };
}

function pressureTrace(job: Job): ReportSection | null {
  if (drawnPressureTest(job) === null) return null;
  return { title: leakWords.test, blocks: [{ kind: "picture", which: "pressure-test" }] };
}

function vacuumTrace(job: Job): ReportSection | null {
  return job.evacuate.trace.length > 1 ? { title: "Vacuum", blocks: [{ kind: "picture", which: "vacuum" }] } : null;
}

function books(job: Job, figures: Figures): ReportSection | null {
  if (job.ledger.length === 0) return null;
  const countered = new Set(job.ledger.map(({ counters }) => counters));
  return {
    title: "Refrigerant log",
    blocks: [
      {
        kind: "table",
        head: ["Time", "Entry", "Amount"],
        rows: job.ledger.map(({ id, at, act, substance, grams, counters, estimated }) => [
          minute(at),
          `${counters === null ? "" : "reversed: "}${actNames[act]}${substance === "oil" && act === "recover" ? ", oil" : ""}${countered.has(id) ? " (reversed later)" : ""}`,
          `${figures.quantity(grams, "g", 1)}${estimated ? ", calculated" : ""}`,
        ]),
      },
    ],
  };
}

function times(job: Job): ReportSection {
  return {
    title: "Steps",
    blocks: [
      {
        kind: "table",
        head: ["Step", "Done"],
        rows: stepIds.map((step) => {
          const { doneAt, skipped } = job.steps[step];
          return [
            stepWords[step].name,
            doneAt !== null
              ? minute(doneAt)
              : skipped !== null
                ? `skipped: ${skipped || "no reason given"}`
                : "not done",
          ];
        }),
      },
    ],
  };
}

/** Longer lists are drawn or tabled elsewhere in the report: here they are counted. */
const MOST_LISTED = 8;

/** Every field of the record, so that nothing of it is missing from the file; numbers in the shop's units. */
function record(job: Job): ReportSection {
  const rows: string[][] = [];
  const walk = (value: unknown, path: string) => {
    if (isTree(value) && Object.keys(value).length > 0)
      for (const [key, part] of Object.entries(value)) walk(part, path === "" ? key : `${path}.${key}`);
    else rows.push([fieldWords(path), recordValue(value)]);
  };
  // The signed versions themselves stand in the job file; what changed in them is listed above.
  walk({ ...job, amendments: job.amendments.map(({ signed: _, ...one }) => one) }, "");
  return { title: "Record", blocks: [{ kind: "table", head: ["Field", "Value"], rows }] };
}

function recordValue(value: unknown): string {
  return Array.isArray(value) && value.length > MOST_LISTED ? `${value.length} entries` : valueOrDash(value);
}

/** Items not tested, so that silence is not taken for soundness. */
function notTested(job: Job): ReportSection | null {
  const before = job.baseline.settings.some(hasReadings);
  const after = job.proof.settings.some(hasReadings);
  const lines = [
    before ? null : "no running test before the work",
    before && !hasReadings(job.baseline.settings[1]) ? "fast idle before the work" : null,
    after ? null : "no running test after the work",
    entryValue(fields.recovered, job.recover.recovered) === null ? "charge at intake, by weight" : null,
    job.shutOff.met === null ? "equalisation time" : null,
    job.leak.checks.length === 0 ? "leaks" : null,
    job.repair.parts.length > 0 && entryValue(fields.held, job.evacuate.held) === null ? "vacuum hold" : null,
    job.look.notes.length === 0 && job.look.fine.length === 0 ? "visual check" : null,
  ].filter((line) => line !== null);
  if (lines.length === 0) return null;
  return { title: "Not tested", blocks: [{ kind: "text", text: `${capital(lines.join("; "))}.` }] };
}

function cautions(job: Job): ReportSection {
  const { refrigerant } = job.intake;
  return {
    title: "Cautions",
    blocks: [
      {
        kind: "text",
        text: [
          isRefrigerant(refrigerant) && refrigerantEntry(refrigerant).flammable
            ? `${refrigerant} is flammable: no open flames near a leak, licensed persons only.`
            : "",
          "Do not top up by pressure: gauges do not show the first third missing.",
          job.intake.stopSigns.length > 0
            ? "The vehicle arrived with signs that forbid running. See the work performed."
            : "",
        ]
          .filter(Boolean)
          .join(" "),
      },
    ],
  };
}
