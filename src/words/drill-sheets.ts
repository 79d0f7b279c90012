/** Sheets of drills for paper: a debrief, and a class sheet with the questions or with the answers; the same blocks as a job's report. */

import type { Debrief } from "@/core/drill/debrief";
import { type DrillCase, labelShown } from "@/core/drill/drill-case";
import type { Lesson, LessonPause, LessonSample } from "@/core/drill/lesson-shapes";
import { isDecisive } from "@/core/drill/mechanism";
import type { Figures } from "@/core/units/figures";
import { formatClock, type UnitId } from "@/core/units/units";
import { percentOf } from "./diagnosis";
import {
  causesWords,
  correctionWords,
  customerSays,
  dangerWords,
  mistakeWords,
  newsWords,
  pauseQuestions,
  rankedName,
  wayWords,
} from "./drill";
import { circuitWords, methodLabels, refrigerantLabels } from "./job";
import { mechanismSentence } from "./mechanisms";
import type { Report, ReportBlock, ReportSection } from "./report";
import { debriefCardsText, debriefViewText } from "./screens/drill";

/** "34 %". */
export const percent = (share: number): string => `${percentOf(share)} %`;

export const caseName = (code: string | null) => (code === null ? "Custom case" : `Case ${code}`);

const FOOT = "Simulated for practice, not measured. Local law, the maker's procedure and licensed practice come first.";

export function caseFacts(given: Pick<DrillCase, "state" | "labelKnown" | "trouble">, figures: Figures): string[] {
  const { labelKnown } = given;
  const { conditions } = given.state;
  const label = labelShown(given);
  return [
    refrigerantLabels[label.refrigerant],
    labelKnown ? `label ${figures.quantity(label.chargeG, "g")}` : "label missing",
    `${circuitWords[label.metering]}, ${circuitWords[label.compressor]}`,
    `${figures.quantity(conditions.ambientC, "degC", 0)}, ${Math.round(conditions.humidityPct)} % humidity, ${figures.quantity(conditions.altitudeM, "m", 0)}`,
  ];
}

/** True state: "Undercharge. Charge at intake 482 g, label 765 g". */
export function truthWords(
  { truth, books }: Pick<Debrief, "truth" | "books">,
  given: Pick<DrillCase, "state" | "trouble">,
  figures: Figures,
): string {
  const { label } = given.state;
  const shown = labelShown(given);
  const wrong =
    shown.refrigerant !== label.refrigerant
      ? ` (it holds ${refrigerantLabels[label.refrigerant]}, its label says ${refrigerantLabels[shown.refrigerant]})`
      : shown.chargeG !== label.chargeG
        ? ` (its label says ${figures.quantity(shown.chargeG, "g")})`
        : "";
  return `${causesWords(truth)}${wrong}. Charge at intake ${figures.quantity(books.startG, "g")}, maker's charge ${figures.quantity(label.chargeG, "g")}`;
}

export function answerWords({ causes, grams }: Pick<Debrief, "causes" | "grams">, figures: Figures): string {
  if (causes === null) return "No answer: ended by an accident";
  return `${causesWords(causes)}; ${correctionWords(grams.said, figures)}`;
}

/** Correct charge action and its tolerance. */
export function rightCorrection({ should, toleranceG }: Debrief["grams"], figures: Figures): string {
  const near = figures.quantity(toleranceG, "g");
  return Math.abs(should) <= toleranceG
    ? `${correctionWords(0, figures)}: within ${near} of the label`
    : `${correctionWords(should, figures)}, ± ${near}`;
}

/** One page of a debrief. */
export function debriefSheet(given: DrillCase, debrief: Debrief, figures: Figures): Report {
  return {
    mark: null,
    vehicle: caseName(given.code),
    facts: caseFacts(given, figures),
    shop: "",
    papers: [],
    signed: "",
    sections: [
      caseSection(given, debrief, figures),
      readingsSection(debrief, figures),
      ...estimatesSection(debrief),
      sequenceSection(debrief),
      ...methodsSection(debrief, figures),
    ],
    foot: FOOT,
  };
}

const row = (what: string, text: string) => ({ what, text });

function caseSection(given: DrillCase, debrief: Debrief, figures: Figures): ReportSection {
  const { score } = debrief;
  return {
    title: "Case",
    blocks: [
      {
        kind: "facts",
        rows: [
          row("Customer", customerSays(given.story)),
          row("Truth", truthWords(debrief, given, figures)),
          row("Your answer", answerWords(debrief, figures)),
          row("Correct charge", `${causesWords(debrief.truth)}; ${rightCorrection(debrief.grams, figures)}`),
          row(
            "Decidable",
            debrief.knowableAtS === null
              ? "not from the readings taken"
              : `from ${formatClock(debrief.knowableAtS)} of ${formatClock(debrief.minutes * 60)}`,
          ),
          row(
            "Score",
            `${score.failed ? "failed" : `${score.total} of 100`}: cause ${score.cause} of 40, evidence ${score.evidence} of 20, care ${score.care} of 20, charge ${score.grams} of 10, time ${score.time} of 10`,
          ),
        ],
      },
    ],
  };
}

function readingsSection({ said }: Debrief, figures: Figures): ReportSection {
  return {
    title: debriefCardsText.effectOfEachReading,
    blocks: [
      {
        kind: "table",
        head: ["At", "Reading", "Before", "After", "Leading cause"],
        rows: said.map(({ atS, news, readings, before, after, leads, mechanism }) => [
          formatClock(atS),
          `${newsWords(news, readings, figures)}${mechanism === null || !isDecisive(before, after) ? "" : `. ${mechanismSentence(mechanism, figures)}`}`,
          percent(before),
          percent(after),
          `${rankedName(leads.cause)}, ${percent(leads.probability)}`,
        ]),
      },
    ],
  };
}

function estimatesSection({ believed }: Debrief): ReportSection[] {
  if (believed.length === 0) return [];
  return [
    {
      title: debriefViewText.yourEstimatesAndTheReadings,
      blocks: [
        {
          kind: "table" as const,
          head: ["At", "You", "Readings"],
          rows: believed.map(({ atS, causes, allowed }) => [
            formatClock(atS),
            causes.map(rankedName).join("; "),
            allowed.map(({ cause, probability }) => `${rankedName(cause)} ${percent(probability)}`).join("; "),
          ]),
        },
      ],
    },
  ];
}

function sequenceSection(debrief: Debrief): ReportSection {
  const { way, skipped, dangers, mistakes } = debrief;
  return {
    title: "Test sequence",
    blocks: [
      {
        kind: "facts",
        rows: [
          row(
            "Shortest",
            way === null ? "none found" : `${way.map(wayWords).join(", ")}: ${Math.round(debrief.wayMinutes)} min`,
          ),
          row("Yours", `${debrief.done.map(wayWords).join(", ") || "nothing"}: ${Math.round(debrief.minutes)} min`),
          ...(skipped.length > 0 ? [row("Not done", skipped.map(wayWords).join(", "))] : []),
          ...(mistakes.length > 0 ? [row("Mistakes", mistakes.map((one) => mistakeWords[one]).join("; "))] : []),
          ...(dangers.length > 0 ? [row("Dangerous", dangers.map((one) => dangerWords[one].title).join("; "))] : []),
        ],
      },
    ],
  };
}

function methodsSection({ habits }: Debrief, figures: Figures): ReportSection[] {
  if (habits === null) return [];
  return [
    {
      title: `Charge by each method, and the hot day at ${figures.quantity(habits.hotC, "degC", 0)}`,
      blocks: [
        {
          kind: "table" as const,
          head: ["Method", `Charge, ${figures.label("g")}`, "High side"],
          rows: habits.answer.answers.map(({ school, chargeG, stops, hotDay }) => [
            methodLabels[school](figures),
            stops ? figures.number(chargeG, "g") : `${figures.number(chargeG, "g")}, no end point`,
            hotDay === null
              ? "does not run"
              : hotDay.cutsOut
                ? `${figures.quantity(hotDay.highKpa, "kPa")}, cuts out`
                : figures.quantity(hotDay.highKpa, "kPa"),
          ]),
        },
      ],
    },
  ];
}

const shownChannels: {
  channel: Exclude<keyof LessonSample, "time" | "rpm">;
  name: string;
  unit: UnitId;
  decimals: number;
}[] = [
  { channel: "low", name: "Low", unit: "kPa", decimals: 0 },
  { channel: "high", name: "High", unit: "kPa", decimals: 0 },
  { channel: "vent", name: "Vent", unit: "degC", decimals: 1 },
  { channel: "suction", name: "Suction", unit: "degC", decimals: 1 },
  { channel: "liquid", name: "Liquid", unit: "degC", decimals: 1 },
  { channel: "discharge", name: "Discharge", unit: "degC", decimals: 0 },
];

/** Mean of the last so many seconds before a pause. */
const MEAN_S = 20;

function shownAt(lesson: Lesson, atS: number, channel: (typeof shownChannels)[number]["channel"]): number | null {
  const values = lesson.samples
    .filter(({ time }) => time <= atS && time > atS - MEAN_S)
    .flatMap((sample) => sample[channel] ?? []);
  return values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length;
}

/** Possible causes at a pause, without those nearly ruled out. */
export const allowedWords = ({ allowed }: LessonPause): string =>
  allowed
    .filter(({ probability }) => probability >= 0.01)
    .map(({ cause, probability }) => `${rankedName(cause)} ${percent(probability)}`)
    .join("; ");

export interface ClassSheetOptions {
  title: string;
  facts: string[];
  /** Complaint; null where none was told. */
  customer: string | null;
  /** The answer in words. */
  answer: string;
}

/** One sheet to hand out: the readings at each pause and a question; with the answers, what they allowed. */
export function classSheet(
  lesson: Lesson,
  { title, facts, customer, answer }: ClassSheetOptions,
  withAnswers: boolean,
  figures: Figures,
): Report {
  const there = shownChannels.filter(({ channel }) => lesson.samples.some((sample) => sample[channel] !== null));
  const questionOf = (pause: LessonPause, i: number): ReportSection => {
    const blocks: ReportBlock[] = [
      { kind: "text", text: pauseQuestions[pause.kind], strong: true },
      {
        kind: "table",
        head: there.map(({ name, unit }) => `${name}, ${figures.label(unit)}`),
        rows: [
          there.map(({ channel, unit, decimals }) =>
            figures.number(shownAt(lesson, pause.atS, channel), unit, decimals),
          ),
        ],
      },
    ];
    if (withAnswers)
      blocks.push({
        kind: "text",
        text: pause.allowed.length === 0 ? "Readings not evaluated." : `Possible causes: ${allowedWords(pause)}.`,
      });
    else blocks.push({ kind: "text", text: "\n\n\n" });
    return { title: `${i + 1}. At ${formatClock(pause.atS)}`, blocks };
  };
  return {
    mark: null,
    vehicle: withAnswers ? `${title}: answers` : title,
    facts,
    shop: "",
    papers: [],
    signed: "",
    sections: [
      ...(customer === null
        ? []
        : [{ title: "Customer's complaint", blocks: [{ kind: "text" as const, text: customer }] }]),
      {
        title: "Instrument readings",
        blocks: [{ kind: "picture" as const, which: "traces" as const }],
      },
      ...lesson.pauses.map(questionOf),
      {
        title: "Your diagnosis and next action?",
        blocks: [{ kind: "text", text: withAnswers ? answer : "\n\n\n\n", typed: withAnswers }],
      },
    ],
    foot: FOOT,
  };
}

/** "Undercharge and air; 482 g in it". */
export function lessonAnswer(lesson: Lesson, figures: Figures): string {
  if (lesson.truth === null) return "";
  const charge = lesson.chargeG === null ? "" : ` Charge ${figures.quantity(lesson.chargeG, "g")}.`;
  return `${causesWords(lesson.truth)}.${charge}`;
}
