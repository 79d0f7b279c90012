/** Names of the causes, and how bad one is in words. */
import { type Cause, causeEntry, type FaultCause } from "@/core/causes/catalogue";
import type { SeverityRange } from "@/core/causes/cause";
import { formatNumber } from "@/core/units/units";

const names: Record<Cause, string> = {
  none: "No fault found",
  undercharge: "Undercharge",
  overcharge: "Overcharge",
  air: "Air (non-condensables)",
  "condenser-airflow": "Low condenser airflow",
  "restriction-before-port": "Restriction before the high-side port",
  "restriction-after-port": "Liquid-line restriction",
  "metering-stuck-closed": "Metering device restricted",
  "metering-stuck-open": "Metering device stuck open",
  "compressor-worn": "Low compressor capacity",
  "compressor-low-stroke": "Compressor stuck at low displacement",
  "compressor-not-driven": "Compressor not driven",
  "evaporator-airflow": "Low evaporator airflow",
  "blend-door": "Blend door passes warm air",
};

export function causeName(cause: Cause): string {
  return names[cause];
}

/** Follows "About 30 %"; the second is for an orifice tube. */
const shareWords: Partial<Record<FaultCause, readonly [string, string?]>> = {
  undercharge: ["of the label left"],
  overcharge: ["over the label"],
  "condenser-airflow": ["of normal airflow"],
  "metering-stuck-closed": ["open at most", "of its passage free"],
  "metering-stuck-open": ["open at least", "too much flow"],
  "compressor-low-stroke": ["of full displacement at most"],
  "compressor-not-driven": ["slip"],
  "evaporator-airflow": ["of normal airflow"],
  "blend-door": ["of the air bypasses the evaporator"],
};

const passages = ["Mild: slightly narrowed passage", "Moderate: narrow passage", "Severe: almost closed"] as const;
const leakage = [
  "Mild: slight internal leakage",
  "Moderate: internal leakage",
  "Severe: mostly internal leakage",
] as const;
/** By rising severity. */
const degrees: Partial<Record<FaultCause, readonly [string, string, string]>> = {
  "restriction-before-port": passages,
  "restriction-after-port": passages,
  "compressor-worn": leakage,
};
const MODERATE_ABOVE = 0.4;
const SEVERE_ABOVE = 0.7;
/** A drive that slips this much is none. */
const NOT_DRIVEN_ABOVE = 0.93;

const percent = (share: number) => formatNumber(Math.round(share * 100), "pct");

/** States a severity as a share, fillings or a degree, with its range where that is not the same number: "About 30 % of the label left (20 to 45)". */
export function severityWords(cause: FaultCause, severity: SeverityRange, metering: string | undefined): string {
  const { measure } = causeEntry(cause);
  const { low, median, high } = severity;
  if (measure.by === "degree")
    return degrees[cause]?.[median > SEVERE_ABOVE ? 2 : median > MODERATE_ABOVE ? 1 : 0] ?? names[cause];
  if (measure.by === "fillings")
    return `Air: about ${formatNumber(measure.of(median), "K", 1)} times the circuit volume`;
  if (cause === "compressor-not-driven" && median > NOT_DRIVEN_ABOVE) return "Not driven";
  const [least, most] = [measure.of(low, metering), measure.of(high, metering)].sort((a, b) => a - b).map(percent);
  const [valve, orifice] = shareWords[cause] ?? [""];
  const words = metering === "orifice-tube" && orifice !== undefined ? orifice : valve;
  const said = `About ${percent(measure.of(median, metering))} % ${words}`;
  return least === most ? said : `${said} (${least} to ${most})`;
}
