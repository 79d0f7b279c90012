/** Work performed on a job, from the record and the log, with omissions named. */
import { chargedBy, movedBy } from "@/core/charge/books/ledger";
import { judgedHold } from "@/core/records/derived/job-hold";
import { labelOf } from "@/core/records/derived/job-label";
import { openLeaks, repairedLeaks } from "@/core/records/derived/job-leak";
import { judgedPressureTest } from "@/core/records/derived/job-pressure-test";
import { balanceOf, identificationOf, recoveredOf } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import { type Job, stepIds } from "@/core/records/job";
import { leakStateOf } from "@/core/records/leak-state";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { LEAK_NOT_FOUND } from "./customer";
import { otherRepairLabels, repairPartLabels } from "./job";
import { leakMethodWords, placeList, pressureTestLine } from "./leak";
import { capital } from "./letters";
import { identifiedLabels } from "./recover";
import { vacuumResultLabels } from "./station";
import { stepWords } from "./step-words";
import { holdLength, holdLine } from "./vacuum";

export interface DoneLine {
  what: string;
  text: string;
  /** Written by a person, shown to the letter. */
  typed?: boolean;
}

export function workDone(job: Job, figures: Figures): DoneLine[] {
  return [
    identified(job, figures),
    weights(job, figures),
    parts(job),
    oil(job, figures),
    vacuum(job, figures),
    leaks(job, figures),
    ...notes(job),
  ].filter((line) => line !== null);
}

function identified(job: Job, figures: Figures): DoneLine | null {
  const known = identificationOf(job);
  if (known === null) return null;
  const purity = known.purityPct === null ? "" : `, ${figures.quantity(known.purityPct, "pct", 1)} pure`;
  return { what: "Identifier", text: `${identifiedLabels[known.result]}${purity}.` };
}

function weights(job: Job, figures: Figures): DoneLine {
  const recovered = recoveredOf(job);
  const balance = balanceOf(job);
  const { chargeG, toleranceG } = labelOf(job);
  const out =
    recovered.ok && recovered.value !== null
      ? `${figures.quantity(recovered.value, "g")} recovered`
      : "nothing recovered";
  if (!balance?.ok || chargeG === null || chargedBy(job.ledger) === 0)
    return { what: "Weight", text: `${capital(out)}; nothing charged by weight.` };
  const { inVehicleG, state } = balance.value;
  const against = { short: "below the label", inside: "within the label", over: "over the label" }[state];
  return {
    what: "Weight",
    text: `${capital(out)}; ${figures.quantity(inVehicleG, "g")} charged now, ${against} (${figures.number(chargeG, "g")} ± ${figures.quantity(toleranceG ?? 0, "g")}).`,
  };
}

function parts(job: Job): DoneLine {
  const { repair } = job;
  const named = (kind: "renewed" | "opened") =>
    repair.parts.filter((one) => one.kind === kind).map(({ part }) => repairPartLabels[part].toLowerCase());
  const [renewed, opened] = [named("renewed"), named("opened")];
  const said = [
    ...(renewed.length > 0 ? [`new: ${renewed.join(", ")}`] : []),
    ...(opened.length > 0 ? [`opened: ${opened.join(", ")}`] : []),
    ...(repair.flushed ? ["flushed"] : []),
    ...(repair.others.length > 0
      ? [`other: ${repair.others.map((one) => otherRepairLabels[one].toLowerCase()).join(", ")}`]
      : []),
  ];
  return { what: "Parts", text: said.length > 0 ? `${capital(said.join("; "))}.` : "None opened or replaced." };
}

function oil(job: Job, figures: Figures): DoneLine | null {
  const filled = movedBy(job.ledger, "fill", "oil");
  const out = entryValue(fields.oil, job.recover.oil);
  if (filled === 0 && out === null) return null;
  const came = out === null ? "" : `${figures.quantity(out, "g", 1)} drained, `;
  return {
    what: "Oil",
    text: `${capital(`${came}${figures.quantity(filled, "g", 1)} refilled`)}${job.repair.oil ? `, ${job.repair.oil}` : ""}.`,
  };
}

function vacuum(job: Job, figures: Figures): DoneLine {
  const { evacuate, station } = job;
  if (station.used) return { what: "Vacuum", text: stationVacuum(station) };
  const deepest = [
    ...evacuate.trace.map(({ kpa }) => kpa),
    ...[entryValue(fields.lowest, evacuate.lowest)].filter((kpa) => kpa !== null),
  ];
  if (deepest.length === 0) return { what: "Vacuum", text: "Not evacuated, or not recorded." };
  const held = entryValue(fields.hold, evacuate.hold);
  const after = entryValue(fields.held, evacuate.held);
  const answer = judgedHold(job);
  const read = [
    after === null || held === null ? "" : `${figures.quantity(after, "mbarAbs", 2)} after ${holdLength(held)}`,
    answer === null ? "" : holdLine(answer, figures),
  ].filter((part) => part !== "");
  const hold = read.length === 0 ? "hold not read" : read.join(", ");
  return { what: "Vacuum", text: `Down to ${figures.quantity(Math.min(...deepest), "mbarAbs", 2)}; ${hold}.` };
}

/** By the station's own print: it shows no trace, so it is reported and not judged. */
function stationVacuum({ vacuum: time, result }: Job["station"]): string {
  const seconds = entryValue(fields.stationVacuum, time);
  const pumped = seconds === null ? "Time not entered" : `${holdLength(seconds)} on the station`;
  return `${pumped}; ${result === null ? "result not entered" : `printout: ${vacuumResultLabels[result].toLowerCase()}`}.`;
}

function leaks(job: Job, figures: Figures): DoneLine {
  const { checks, test } = job.leak;
  const judged = judgedPressureTest(job);
  const tested = judged?.ok ? [pressureTestLine(judged.value, test.gas, figures)] : [];
  const caps = job.prove.capsOn ? "caps fitted" : "caps not recorded";
  const unexplained = leakStateOf(job) === "not-found" ? [`${LEAK_NOT_FOUND}, though refrigerant was missing`] : [];
  if (checks.length === 0) {
    const said = [...unexplained, ...tested];
    return { what: "Leak check", text: `${capital([...(said.length > 0 ? said : ["not done"]), caps].join("; "))}.` };
  }
  const [open, repaired] = [openLeaks(job), repairedLeaks(job)];
  const how = [...new Set(checks.map(({ method }) => leakMethodWords[method].name.toLowerCase()))].join(", ");
  const result = [
    ...(open.length > 0 ? [`leak at: ${placeList(open)}`] : []),
    ...(repaired.length > 0 ? [`leak repaired: ${placeList(repaired)}`] : []),
    ...(open.length + repaired.length === 0 ? ["no leak found"] : []),
  ].join("; ");
  return { what: "Leak check", text: `${capital([...unexplained, `${result}, ${how}`, ...tested, caps].join("; "))}.` };
}

function notes(job: Job): DoneLine[] {
  return stepIds
    .filter((step) => job.steps[step].note.trim() !== "")
    .map((step) => ({
      what: `Note, ${stepWords[step].name.toLowerCase()}`,
      text: job.steps[step].note.trim(),
      typed: true,
    }));
}
