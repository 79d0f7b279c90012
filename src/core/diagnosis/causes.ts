import { faultCauses } from "../circuit/faults";

/** The causes a diagnosis may name, in the words of the reading file. */
export const causes = ["none", ...faultCauses] as const;

export type Cause = (typeof causes)[number];

export const causeNames: Record<Cause, string> = {
  none: "Nothing wrong that these readings show",
  undercharge: "Undercharge",
  overcharge: "Overcharge",
  air: "Air or another gas in the circuit",
  "condenser-airflow": "Too little air over the condenser",
  "restriction-before-port": "Blocked between compressor and high port",
  "restriction-after-port": "Blocked liquid line or drier",
  "metering-stuck-closed": "Metering device stuck closed or blocked",
  "metering-stuck-open": "Metering device stuck open",
  "compressor-worn": "Compressor worn inside",
  "compressor-low-stroke": "Compressor stuck at low stroke",
  "compressor-not-driven": "Compressor not driven",
  "evaporator-airflow": "Too little air over the evaporator",
  "blend-door": "Blend door lets warm air past",
};
