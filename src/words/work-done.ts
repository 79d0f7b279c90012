/** What was done on a job, for who signs it and who asks later: from the records and the books, with what was left out said as such. */
import { chargedBy, movedBy } from "@/core/charge/books/ledger";
import { fields } from "@/core/records/fields";
import { type Job, stepIds } from "@/core/records/job";
import { judgedHold } from "@/core/records/job-hold";
import { labelOf } from "@/core/records/job-label";
import { openLeaks, repairedLeaks } from "@/core/records/job-leak";
import { judgedPressureTest } from "@/core/records/job-pressure-test";
import { balanceOf, identificationOf, recoveredOf } from "@/core/records/job-readings";
import { leakStateOf } from "@/core/records/leak-state";
import { entryValue } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { LEAK_NOT_FOUND } from "./customer";
import { otherRepairLabels, repairPartLabels, stepNames } from "./job";
import { leakMethodWords, placeList, pressureTestLine } from "./leak";
import { identifiedLabels } from "./recover";
import { vacuumResultLabels } from "./station";
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
      ? `${figures.quantity(recovered.value, "g")} came out`
      : "nothing was weighed out";
  if (!balance?.ok || chargeG === null || chargedBy(job.ledger) === 0)
    return { what: "Weight", text: `${capital(out)}; nothing was charged by weight.` };
  const { inVehicleG, state } = balance.value;
  const against = { short: "short of the label", inside: "inside the label", over: "over the label" }[state];
  return {
    what: "Weight",
    text: `${capital(out)}; ${figures.quantity(inVehicleG, "g")} are in it now, ${against} (${figures.number(chargeG, "g")} ± ${figures.quantity(toleranceG ?? 0, "g")}).`,
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
      ? [`beside the circuit: ${repair.others.map((one) => otherRepairLabels[one].toLowerCase()).join(", ")}`]
      : []),
  ];
  return { what: "Parts", text: said.length > 0 ? `${capital(said.join("; "))}.` : "None opened or renewed." };
}

function oil(job: Job, figures: Figures): DoneLine | null {
  const filled = movedBy(job.ledger, "fill", "oil");
  const out = entryValue(fields.oil, job.recover.oil);
  if (filled === 0 && out === null) return null;
  const came = out === null ? "" : `${figures.quantity(out, "g", 1)} came out, `;
  return {
    what: "Oil",
    text: `${capital(`${came}${figures.quantity(filled, "g", 1)} filled in`)}${job.repair.oil ? `, ${job.repair.oil}` : ""}.`,
  };
}

function vacuum(job: Job, figures: Figures): DoneLine {
  const { evacuate, station } = job;
  if (station.used) return { what: "Vacuum", text: stationVacuum(station) };
  const deepest = [
    ...evacuate.trace.map(({ kpa }) => kpa),
    ...[entryValue(fields.lowest, evacuate.lowest)].filter((kpa) => kpa !== null),
  ];
  if (deepest.length === 0) return { what: "Vacuum", text: "None was pulled, or none written down." };
  const held = entryValue(fields.hold, evacuate.hold);
  const after = entryValue(fields.held, evacuate.held);
  const answer = judgedHold(job);
  const read = [
    after === null || held === null ? "" : `${figures.quantity(after, "mbarAbs", 2)} after ${holdLength(held)}`,
    answer === null ? "" : holdLine(answer, figures),
  ].filter((part) => part !== "");
  const hold = read.length === 0 ? "the hold was not read" : read.join(", ");
  return { what: "Vacuum", text: `Down to ${figures.quantity(Math.min(...deepest), "mbarAbs", 2)}; ${hold}.` };
}

/** By the station's own print: it shows no trace, so it is reported and not judged. */
function stationVacuum({ vacuum: time, result }: Job["station"]): string {
  const seconds = entryValue(fields.stationVacuum, time);
  const pumped = seconds === null ? "Time not entered" : `${holdLength(seconds)} on the station`;
  return `${pumped}; ${result === null ? "result not entered" : `by its print ${vacuumResultLabels[result].toLowerCase()}`}.`;
}

function leaks(job: Job, figures: Figures): DoneLine {
  const { checks, test } = job.leak;
  const judged = judgedPressureTest(job);
  const tested = judged?.ok ? [pressureTestLine(judged.value, test.gas, figures)] : [];
  const caps = job.prove.capsOn ? "caps on" : "caps not noted";
  const unexplained = leakStateOf(job) === "not-found" ? [`${LEAK_NOT_FOUND}, though refrigerant was missing`] : [];
  if (checks.length === 0) {
    const said = [...unexplained, ...tested];
    return { what: "Leak check", text: `${capital([...(said.length > 0 ? said : ["not made"]), caps].join("; "))}.` };
  }
  const [open, repaired] = [openLeaks(job), repairedLeaks(job)];
  const how = [...new Set(checks.map(({ method }) => leakMethodWords[method].name.toLowerCase()))].join(", ");
  const result = [
    ...(open.length > 0 ? [`leaks at: ${placeList(open)}`] : []),
    ...(repaired.length > 0 ? [`leaked and repaired: ${placeList(repaired)}`] : []),
    ...(open.length + repaired.length === 0 ? ["nothing found"] : []),
  ].join("; ");
  return { what: "Leak check", text: `${capital([...unexplained, `${result}, ${how}`, ...tested, caps].join("; "))}.` };
}

function notes(job: Job): DoneLine[] {
  return stepIds
    .filter((step) => job.steps[step].note.trim() !== "")
    .map((step) => ({
      what: `Note, ${stepNames[step].toLowerCase()}`,
      text: job.steps[step].note.trim(),
      typed: true,
    }));
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
