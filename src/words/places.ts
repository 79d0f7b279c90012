/** Places along the circuit, in full and short for drawings. */
import type { LinePlace } from "@/core/line-places";

export const placeNames: Record<LinePlace, string> = {
  discharge: "Compressor outlet",
  "condenser-1": "Condenser inlet",
  "condenser-2": "Condenser, a quarter",
  "condenser-3": "Condenser, half way",
  "condenser-4": "Condenser, three quarters",
  "condenser-5": "Condenser outlet",
  "liquid-port": "Liquid line at the port",
  "drier-out": "After the drier",
  "metering-in": "Metering device inlet",
  "metering-out": "Metering device outlet",
  suction: "Suction line at the port",
};

export const shortPlaceNames: Record<LinePlace, string> = {
  discharge: "outlet",
  "condenser-1": "in",
  "condenser-2": "¼",
  "condenser-3": "½",
  "condenser-4": "¾",
  "condenser-5": "out",
  "liquid-port": "port",
  "drier-out": "drier",
  "metering-in": "inlet",
  "metering-out": "outlet",
  suction: "port",
};
