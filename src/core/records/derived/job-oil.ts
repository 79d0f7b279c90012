/** Oil of a job's repair: what each opened or renewed part takes, and what goes back in. */
import { type OilBalance, oilBalance, type RepairPart } from "../../charge/oil";
import { entryValue } from "../../units/entry";
import { fields } from "../fields";
import type { Job } from "../job";

export type OilSheet = Readonly<Record<RepairPart, number>>;

/** Parts with their oil as typed, and the balance of it, g; `sheet` is the workshop's oil for each new part, g. */
export function oilOf(job: Job, sheet: OilSheet): { parts: OilInputs["parts"]; balance: OilBalance } {
  const { repair, intake, recover } = job;
  const parts = repair.parts.map(({ part, kind, drained, own }) => ({
    part,
    kind,
    drainedG: entryValue(fields.drained, drained),
    ownG: entryValue(fields.ownOil, own),
  }));
  const balance = oilBalance({
    parts,
    recoveredG: entryValue(fields.oil, recover.oil),
    drierInCondenser: repair.drierInCondenser,
    flushed: repair.flushed,
    labelOilG: entryValue(fields.oilAmount, intake.oilAmount),
    sheet,
  });
  return { parts, balance };
}

type OilInputs = Parameters<typeof oilBalance>[0];
