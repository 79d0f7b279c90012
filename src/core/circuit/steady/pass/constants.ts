/** Constants that several steps of a pass share. */

/** Specific heat of vapour for the superheated zones, kJ/(kg K). */
export const CP_VAPOUR_LOW = 0.92;

/** Quality at the condenser outlet a unit of `condenserFill` below zero, and shares of the face that flooding may take. */
export const QUALITY_PER_UNIT = 0.5;

export const MOST_FLOODED = 0.997;

/** Where `condenserFill` says that only vapour leaves, and superheat enthalpy a unit below it and below a dry coil, kJ/kg. */
export const ALL_VAPOUR = -1 / QUALITY_PER_UNIT;

export const SUPERHEAT_PER_UNIT = 100;
