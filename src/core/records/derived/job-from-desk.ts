/** A new job with what stands on the quick desk: refrigerant, altitude, the rest reading, and idle as far as it was read. */

import { isRefrigerant } from "../../fluids/refrigerants";
import { gaugeFromSaturation, type Side } from "../../readings/derive/quick";
import { entryOf, entryValue, isBlank } from "../../units/entry";
import { fields } from "../fields";
import type { Job } from "../job";
import { deskFields, type QuickDesk } from "../quick-desk";

export function jobFromDesk(job: Job, desk: QuickDesk): Job {
  const { refrigerant } = desk;
  const [idle, fast] = job.baseline.settings;
  const altitudeM = entryValue(fields.altitude, desk.altitude) ?? 0;
  // Without a line's temperature a side is only looked up, not read at a car.
  const pressure = (side: Side) => {
    const { given, pressure, temperature, line } = desk[side];
    if (isBlank(line)) return idle[side];
    if (given === "pressure") return pressure;
    const t = entryValue(deskFields.saturation, temperature);
    const gauge = t === null ? null : gaugeFromSaturation(refrigerant, t, altitudeM);
    return gauge === null ? idle[side] : entryOf(gauge.value, pressure.unit);
  };
  const taken = {
    ...idle,
    low: pressure("low"),
    high: pressure("high"),
    suction: desk.low.line,
    liquid: desk.high.line,
  };
  return {
    ...job,
    intake: {
      ...job.intake,
      refrigerant: isRefrigerant(refrigerant) ? refrigerant : job.intake.refrigerant,
    },
    altitude: desk.altitude,
    rest: { ...job.rest, low: desk.rest.pressure, soak: desk.rest.soak },
    baseline: { ...job.baseline, settings: [taken, fast] },
  };
}
