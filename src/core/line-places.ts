/** Places along the circuit where a surface can be spotted: what is measured there and what the model says of them share the names. */

/** In the order the refrigerant takes. The condenser is spotted at five places from its inlet to its outlet. */
export const linePlaces = [
  "discharge",
  "condenser-1",
  "condenser-2",
  "condenser-3",
  "condenser-4",
  "condenser-5",
  "liquid-port",
  "drier-out",
  "metering-in",
  "metering-out",
  "suction",
] as const;
export type LinePlace = (typeof linePlaces)[number];

/** Shares of the way through the condenser at which it is spotted. */
export const condenserShares: Partial<Record<LinePlace, number>> = {
  "condenser-1": 0.06,
  "condenser-2": 0.28,
  "condenser-3": 0.5,
  "condenser-4": 0.72,
  "condenser-5": 0.94,
};

/** One sound vehicle's temperatures, degC, by place. */
export type LineProfile = Record<LinePlace, number>;
