/** Parts of a circuit that can be touched, and the signs that are seen, heard and felt at them. */

/** Parts and pipes that can be touched on the circuit board, in the order the refrigerant goes. */
export const partIds = [
  "compressor",
  "clutch-belt",
  "discharge-line",
  "condenser",
  "fan",
  "high-port",
  "receiver",
  "liquid-line",
  "metering-device",
  "evaporator",
  "blower",
  "accumulator",
  "suction-line",
  "low-port",
] as const;
export type PartId = (typeof partIds)[number];

export const partNames: Record<PartId, string> = {
  compressor: "Compressor",
  "clutch-belt": "Clutch and belt",
  "discharge-line": "Discharge line",
  condenser: "Condenser",
  fan: "Condenser fan",
  "high-port": "High-side port",
  receiver: "Receiver-drier",
  "liquid-line": "Liquid line",
  "metering-device": "Metering device",
  evaporator: "Evaporator",
  blower: "Blower and air path",
  accumulator: "Accumulator",
  "suction-line": "Suction line",
  "low-port": "Low-side port",
};

export const signIds = [
  "oily",
  "wet",
  "dye",
  "bubbles",
  "hot",
  "cold",
  "sweating",
  "frost",
  "hiss",
  "bent",
  "blocked",
  "not-turning",
] as const;
export type SignId = (typeof signIds)[number];

export const signNames: Record<SignId, string> = {
  oily: "Oily",
  wet: "Wet",
  dye: "Dye visible",
  bubbles: "Bubbles",
  hot: "Hot",
  cold: "Cold",
  sweating: "Sweating",
  frost: "Frost",
  hiss: "Hiss",
  bent: "Bent",
  blocked: "Blocked, dirty",
  "not-turning": "Not turning",
};
