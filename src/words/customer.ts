/** What the customer is told, from what was weighed and measured: plain, with what is not known said as such. */

import { movedBy } from "@/core/charge/books/ledger";
import { SOUND_G_YEAR } from "@/core/charge/sound-loss";
import type { Job } from "@/core/records/job";
import { balanceOf, labelOf, lossOf } from "@/core/records/job-readings";
import type { Figures } from "@/core/units/figures";

/** A charge may fall by this share before anything is felt on a hot day. */
const FELT_SHARE = 0.25;

/** Sentences; empty while nothing was weighed. */
export function customerWords(job: Job, figures: Figures): string[] {
  const { chargeG, toleranceG } = labelOf(job);
  const found = lossOf(job);
  const balance = balanceOf(job);
  const words: string[] = [];
  if (chargeG === null) return words;
  if (found !== null) {
    words.push(
      found.lostG > (toleranceG ?? 0)
        ? `It held ${figures.quantity(found.foundG, "g")} of ${figures.quantity(chargeG, "g")}.`
        : `It held what the label asks for: ${figures.quantity(found.foundG, "g")}.`,
    );
    if (found.lossGPerMonth) {
      words.push(
        `It had been losing about ${figures.quantity(found.lossGPerMonth.median, "g")} a month; a sound car loses ${figures.range(SOUND_G_YEAR.low, SOUND_G_YEAR.high, "g")} a year.`,
      );
    }
  }
  const renewed = job.repair.parts.filter(({ kind }) => kind === "renewed").length;
  if (renewed > 0) words.push(`${renewed} ${renewed === 1 ? "part was" : "parts were"} renewed.`);
  if (movedBy(job.ledger, "charge") > 0 && balance?.ok) {
    words.push(`It now holds ${figures.quantity(balance.value.inVehicleG, "g")} by weight.`);
    const years = (FELT_SHARE * chargeG) / SOUND_G_YEAR.high;
    words.push(
      `If nothing leaks it lasts ${Math.max(1, Math.floor(years))} years and more. If it cools less before next summer, it leaks: come back before it is empty.`,
    );
  }
  const leaks = job.prove.checks.filter(({ leaks }) => leaks).length > 0;
  if (leaks) words.push("A leak was found in the check after charging and is still to be mended.");
  return words;
}
