/** How to tell, at the car, what it has: in the words that go with a small drawing each. */

export const tellIds = [
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
    text: "A metal block where both pipes meet the bulkhead. A can in the thin pipe goes with it.",
  },
  receiver: { name: "Receiver-drier", text: "A small can in the thin pipe or fixed to the condenser's side: warm." },
  orifice: {
    name: "Orifice tube",
    text: "Dents crimped around the thin pipe: it is warm before them and cold behind. A large can in the thick pipe goes with it.",
  },
  accumulator: {
    name: "Accumulator",
    text: "A can as large as a thermos in the thick pipe near the bulkhead: cold, it sweats.",
  },
  "high-port": {
    name: "High-side port",
    text: "On the thin pipe, between compressor and metering device, often near the condenser: the larger coupling.",
  },
  "low-port": {
    name: "Low-side port",
    text: "On the thick pipe or the accumulator, on the way back to the compressor: the smaller coupling.",
  },
  fixed: {
    name: "Fixed",
    text: "A plate with a gap before the pulley. It clicks in, turns with the belt, and lets go: on or off, nothing between.",
  },
  "variable-internal": {
    name: "Variable, controls itself",
    text: "A clutch too, but once in it stays in: the low side is held by a valve inside. No plug at the back.",
  },
  "variable-external": {
    name: "Variable, commanded",
    text: "A plug with two wires at the back; often no clutch, the pulley always turns it. A scan tool shows its command.",
  },
  electric: {
    name: "Electric",
    text: "No belt; orange cables. High voltage: qualified people only, and its own oil.",
  },
  "fan-electric": {
    name: "Electric fan",
    text: "A motor with a plug in a shroud. With the air conditioning on it runs, cold engine or not.",
  },
  "fan-viscous": {
    name: "Viscous fan",
    text: "Blades on a ribbed hub at the engine's own pulley: it turns whenever the engine does, and roars when hot.",
  },
  "one-evaporator": { name: "One evaporator", text: "Two pipes go through the bulkhead, none runs to the rear." },
  "two-evaporators": {
    name: "Two evaporators",
    text: "A second pair of pipes under the floor, and vents with a blower of their own in the rear.",
  },
};

/** Where the label is found, most likely first. */
export const labelPlaces =
  "Under the bonnet: at its front edge, on the slam panel, a strut tower or the compressor itself. Gone? The maker's data by the chassis number, or what was filled here before.";
