/** What the customer is told, from what was weighed and measured: plain, with what is not known said as such. */
import { movedBy } from "@/core/charge/books/ledger";
import type { Job } from "@/core/records/job";
import { balanceOf, labelOf, lossOf } from "@/core/records/job-readings";
import { formatNumber, formatQuantity } from "@/core/units/units";

/** Loss a year of a sound car, g. */
const SOUND_G_YEAR = { low: 10, high: 15 };
/** A charge may fall by this share before anything is felt on a hot day. */
const FELT_SHARE = 0.25;

/** Sentences; empty while nothing was weighed. */
export function customerWords(job: Job): string[] {
  const { chargeG, toleranceG } = labelOf(job);
  const found = lossOf(job);
  const balance = balanceOf(job);
  const words: string[] = [];
  if (chargeG === null) return words;
  if (found !== null) {
    words.push(
      found.lostG > (toleranceG ?? 0)
        ? `It held ${formatQuantity(found.foundG, "g")} of ${formatQuantity(chargeG, "g")}.`
        : `It held what the label asks for: ${formatQuantity(found.foundG, "g")}.`,
    );
    if (found.lossGPerMonth) {
      words.push(
        `It had been losing about ${formatNumber(found.lossGPerMonth.median, "g")} g a month; a sound car loses ${SOUND_G_YEAR.low} to ${SOUND_G_YEAR.high} g a year.`,
      );
    }
  }
  const renewed = job.repair.parts.filter(({ kind }) => kind === "renewed").length;
  if (renewed > 0) words.push(`${renewed} ${renewed === 1 ? "part was" : "parts were"} renewed.`);
  if (movedBy(job.ledger, "charge") > 0 && balance?.ok) {
    words.push(`It now holds ${formatQuantity(balance.value.inVehicleG, "g")} by weight.`);
    const years = (FELT_SHARE * chargeG) / SOUND_G_YEAR.high;
    words.push(
      `If nothing leaks it lasts ${Math.max(1, Math.floor(years))} years and more. If it cools less before next summer, it leaks: come back before it is empty.`,
    );
  }
  const leaks = job.prove.checks.filter(({ leaks }) => leaks).length > 0;
  if (leaks) words.push("A leak was found in the check after charging and is still to be mended.");
  return words;
}
