/** Texts of the pages. */

export const manifestText = {
  readsTheInstrumentsOfA:
    "Reads the instruments of a vehicle's air-conditioning circuit together and holds the charge to the label.",
} as const;

export const layoutText = {
  readsTheInstrumentsOfA:
    "Reads the instruments of a vehicle's air-conditioning circuit together and holds the charge to the label.",
} as const;
