/** What the customer is told, from what was weighed and measured: plain, with what is not known said as such. */

import { movedBy } from "@/core/charge/books/ledger";
import { SOUND_G_YEAR } from "@/core/charge/sound-loss";
import type { Job } from "@/core/records/job";
import { balanceOf, labelOf, lossOf } from "@/core/records/job-readings";
import type { Figures } from "@/core/units/figures";
import { repairPartLabels } from "./job";

/** A charge may fall by this share before anything is felt on a hot day. */
const FELT_SHARE = 0.25;

/** What the weight said and what was done, for who explains it at the counter; empty while nothing was weighed. */
function factsTold(job: Job, figures: Figures): string[] {
  const { chargeG, toleranceG } = labelOf(job);
  if (chargeG === null) return [];
  const found = lossOf(job);
  const balance = balanceOf(job);
  const renewed = job.repair.parts.filter(({ kind }) => kind === "renewed").length;
  return [
    found === null
      ? ""
      : found.lostG > (toleranceG ?? 0)
        ? `It held ${figures.quantity(found.foundG, "g")} of ${figures.quantity(chargeG, "g")}.`
        : `It held what the label asks for: ${figures.quantity(found.foundG, "g")}.`,
    renewed === 0 ? "" : `${renewed} ${renewed === 1 ? "part was" : "parts were"} renewed.`,
    movedBy(job.ledger, "charge") > 0 && balance?.ok
      ? `It now holds ${figures.quantity(balance.value.inVehicleG, "g")} by weight.`
      : "",
  ].filter(Boolean);
}

/** What it means for the months ahead: how fast it lost, how long the charge lasts, and a leak with its place. */
export function outlookWords(job: Job, figures: Figures): string[] {
  const { chargeG } = labelOf(job);
  if (chargeG === null) return [];
  const rate = lossOf(job)?.lossGPerMonth;
  const places = leakPlaces(job);
  const charged = movedBy(job.ledger, "charge") > 0 && balanceOf(job)?.ok === true;
  const years = Math.max(1, Math.floor((FELT_SHARE * chargeG) / SOUND_G_YEAR.high));
  return [
    rate
      ? `It had been losing about ${figures.quantity(rate.median, "g")} a month; a sound car loses ${figures.range(SOUND_G_YEAR.low, SOUND_G_YEAR.high, "g")} a year.`
      : "",
    // Nothing is promised of one that was seen to leak.
    charged && places.length === 0
      ? `If nothing leaks it lasts ${years} years and more. If it cools less before next summer, it leaks: come back before it is empty.`
      : "",
    places.length === 0 ? "" : `A leak was found at: ${places.join(", ")}. It is still to be mended.`,
  ].filter(Boolean);
}

/** Parts that leaked at their last check, as they are named. */
export function leakPlaces({ prove }: Job): string[] {
  const last = new Map(prove.checks.map((check) => [`${check.part} ${check.method}`, check]));
  const leaking = [...last.values()]
    .filter(({ leaks }) => leaks)
    .map(({ part }) => repairPartLabels[part].toLowerCase());
  return [...new Set(leaking)];
}

/** All of it, for who speaks to the customer. */
export const customerWords = (job: Job, figures: Figures): string[] => [
  ...factsTold(job, figures),
  ...outlookWords(job, figures),
];
