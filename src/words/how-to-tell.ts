/** Identification of parts at the car, with a small drawing each. */

const tellIds = [
  "valve",
  "receiver",
  "orifice",
  "accumulator",
  "high-port",
  "low-port",
  "fixed",
  "variable-internal",
  "variable-external",
  "electric",
  "fan-electric",
  "fan-viscous",
  "one-evaporator",
  "two-evaporators",
] as const;
export type TellId = (typeof tellIds)[number];

export const tellWords: Record<TellId, { name: string; text: string }> = {
  valve: {
    name: "Expansion valve",
    text: "Metal block where both pipes meet the bulkhead. Comes with a can in the thin pipe.",
  },
  receiver: { name: "Receiver-drier", text: "Small can in the thin pipe or at the condenser's side: warm." },
  orifice: {
    name: "Orifice tube",
    text: "Dents crimped around the thin pipe: warm before, cold after. Comes with a large can in the thick pipe.",
  },
  accumulator: {
    name: "Accumulator",
    text: "Thermos-sized can in the thick pipe near the bulkhead: cold and wet.",
  },
  "high-port": {
    name: "High-side port",
    text: "On the thin pipe between compressor and metering device: the larger coupling.",
  },
  "low-port": {
    name: "Low-side port",
    text: "On the thick pipe or accumulator: the smaller coupling.",
  },
  fixed: {
    name: "Fixed",
    text: "Clutch plate with a gap before the pulley. It engages with a click: on or off, nothing between.",
  },
  "variable-internal": {
    name: "Variable, internal control",
    text: "Has a clutch that stays engaged; an internal valve holds the low side. No plug at the back.",
  },
  "variable-external": {
    name: "Variable, external control",
    text: "Plug with two wires at the back, often no clutch. A scan tool shows its duty.",
  },
  electric: {
    name: "Electric",
    text: "No belt; orange cables. High voltage: qualified people only. Special oil.",
  },
  "fan-electric": {
    name: "Electric fan",
    text: "Motor with a plug in a shroud. Runs with the air conditioning on.",
  },
  "fan-viscous": {
    name: "Viscous fan",
    text: "Blades on a ribbed hub at the engine's pulley. Turns with the engine and roars when hot.",
  },
  "one-evaporator": { name: "One evaporator", text: "Two pipes through the bulkhead, none to the rear." },
  "two-evaporators": {
    name: "Two evaporators",
    text: "Second pair of pipes under the floor, and rear vents with their own blower.",
  },
};

/** Where the label is found, most likely first. */
export const labelPlaces =
  "Under the bonnet: front edge, slam panel, strut tower or compressor. If missing, use the maker's data for the VIN, or the last record.";
