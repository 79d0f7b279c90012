/** Text for the customer, from weights and measurements: plain, with unknowns named. */

import { chargedBy } from "@/core/charge/books/ledger";
import { SOUND_G_YEAR } from "@/core/charge/sound-loss";
import { labelOf } from "@/core/records/derived/job-label";
import { openLeaks } from "@/core/records/derived/job-leak";
import { balanceOf, lossOf } from "@/core/records/derived/job-readings";
import type { Job } from "@/core/records/job";
import { leakStateOf } from "@/core/records/leak-state";
import type { Figures } from "@/core/units/figures";
import { placeList } from "./leak";

/** Recovered weight and work, for the person at the counter; empty while nothing was weighed. */
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
        ? `The circuit held ${figures.quantity(found.foundG, "g")} of ${figures.quantity(chargeG, "g")}.`
        : found.lostG < -(toleranceG ?? 0)
          ? `The circuit held ${figures.quantity(found.foundG, "g")}, ${figures.quantity(-found.lostG, "g")} over the label.`
          : `The circuit held its label charge, ${figures.quantity(found.foundG, "g")}.`,
    renewed === 0 ? "" : `${renewed} ${renewed === 1 ? "part was" : "parts were"} replaced.`,
    chargedBy(job.ledger) > 0 && balance?.ok
      ? `It now holds ${figures.quantity(balance.value.inVehicleG, "g")} by weight.`
      : "",
  ].filter(Boolean);
}

/** Outlook for the coming months: leak rate, and the leak's place or that none was found. No service life is promised. */
export function outlookWords(job: Job, figures: Figures): string[] {
  const { chargeG } = labelOf(job);
  if (chargeG === null) return [];
  const found = lossOf(job);
  const rate = found?.lossGPerMonth;
  const charged = chargedBy(job.ledger) > 0 && balanceOf(job)?.ok === true;
  const sound = `A sound vehicle loses ${figures.range(SOUND_G_YEAR.low, SOUND_G_YEAR.high, "g")} a year.`;
  const lost = rate ? `It was losing about ${figures.quantity(rate.median, "g")} a month. ${sound}` : "";
  switch (leakStateOf(job)) {
    case "found":
      return [lost, `Leak found at: ${placeList(openLeaks(job))}. Not yet repaired.`].filter(Boolean);
    case "not-found":
      return [
        lost,
        `${LEAK_NOT_FOUND}: ${figures.quantity(found!.lostG, "g")} missing.`,
        rate && charged
          ? `At that rate a quarter is lost again after about ${monthsWords((FELT_SHARE * chargeG) / rate.median)}.`
          : "The leak rate is unknown. Have the charge weighed within three months, or when cooling drops.",
      ].filter(Boolean);
    default:
      return [
        lost,
        charged
          ? `${rate ? "" : `${sound} `}Have the charge weighed in two years. If cooling drops earlier, there is a leak.`
          : "",
      ].filter(Boolean);
  }
}

/** A charge may fall by this share before anything is felt on a hot day. */
const FELT_SHARE = 0.25;
export const LEAK_NOT_FOUND = "Leak not found";

function monthsWords(months: number): string {
  if (months < 1.5) return "a month";
  return months < 24 ? `${Math.round(months)} months` : `${Math.round(months / 12)} years`;
}

/** All of it, for who speaks to the customer. */
export const customerWords = (job: Job, figures: Figures): string[] => [
  ...factsTold(job, figures),
  ...outlookWords(job, figures),
];
