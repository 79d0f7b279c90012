/** Draws from a cylinder typed from the shop's own scale or machine, checked against the log before they are recorded. */
import { type ChargeIssue, checkTyped, type MassBalance } from "../charge/books/mass-balance";
import { fail, type Result, succeed } from "../result";
import { checkEntry, type Entry, type FieldSpec } from "../units/entry";
import { drawn, hoseAfter } from "./bookkeeping";
import { balanceOf, chargeInputsOf } from "./derived/job-readings";
import { fields } from "./fields";
import type { Job } from "./job";

/** Display of a scale or machine: the content, the weight since zeroing (negative), or the dosed mass. */
export type Shows = "left" | "zeroed" | "in";
/** Valve through which it flowed; null if it was not told. */
export type DrawValve = Parameters<typeof hoseAfter>[0] | "hose-low" | null;

export type TypedScaleIssue =
  | { code: "unreadable"; shows: Shows }
  | { code: "no-change"; leftG: number }
  | { code: "refused"; issue: ChargeIssue };

export interface TypedDraw {
  grams: number;
  /** By so much the vehicle would be over the label, g; 0 within its tolerance. To be confirmed before it is recorded. */
  overG: number;
  /** The job with the draw in its log. */
  book: (job: Job) => Job;
}

/** Less than this is the scale's last digit, no flow, g. */
const LEAST_BOOKED_G = 0.5;

/** Field of such a display: a zeroed scale counts down. */
export function typedScaleSpec(shows: Shows): FieldSpec {
  return { ...fields.net, min: shows === "zeroed" ? -fields.net.max : 0 };
}

/** Content after what was typed, g; `leftG` and `drawnG` by the log. */
const leftBy: Record<Shows, (shown: number, leftG: number, drawnG: number) => number> = {
  left: (shown) => shown,
  zeroed: (shown, leftG, drawnG) => leftG + drawnG - Math.abs(shown),
  in: (shown, leftG) => leftG - shown,
};

/** Draw of `container` by a typed display. `at`: ISO instant. */
export function typedDraw(
  job: Job,
  { id, leftG, drawnG }: MassBalance["perContainer"][number],
  typed: { entry: Entry; shows: Shows; valve: DrawValve; at: string },
): Result<TypedDraw, TypedScaleIssue> {
  const { shows, valve } = typed;
  const inputs = chargeInputsOf(job);
  const checked = checkEntry(typedScaleSpec(shows), typed.entry);
  if (!checked.ok || inputs === null) return fail({ code: "unreadable", shows });
  const nowG = leftBy[shows](checked.value, leftG, drawnG);
  const issue = checkTyped(inputs, { containerId: id, startG: leftG, nowG });
  if (issue) return fail({ code: "refused", issue });
  const grams = leftG - nowG;
  if (grams < LEAST_BOOKED_G) return fail({ code: "no-change", leftG });
  const hose = shows === "in" ? "drawn-in" : valve === null || valve === "hose-low" ? null : hoseAfter(valve);
  const book = (to: Job) => drawn(to, id, grams, typed.at, hose);
  const after = balanceOf(book(job));
  const overG = after?.ok ? after.value.inVehicleG + after.value.drawInG - inputs.labelG : 0;
  return succeed({ grams, overG: overG > inputs.toleranceG ? overG : 0, book });
}
