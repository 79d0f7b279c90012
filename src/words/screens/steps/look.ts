/** Texts of the look step. */

export const partSignsText = {
  ok: "OK",
} as const;

export const lookStepText = {
  engineOffFirst: "Engine off first",
  orangeCablesCarryHighVoltage: "Orange cables carry high voltage: do not touch. Fans",
  beltsAndFans: "Belts and fans",
  startUnexpectedlyTheDischargeLine: " start unexpectedly. The discharge line burns. Wear goggles near refrigerant.",
  tapAPartThenPick: "Tap a part, then pick what you found",
  markAllOk: "Mark all OK",
  markTheRestOk: "Mark the rest OK",
  ofPartsOkWithFindings: (count: number, count2: number, size: number) =>
    `${count} of ${count2} parts OK, ${size} with findings.`,
  findings: "Findings",
  part: "Part",
  recordedFindings: "Recorded findings",
  noneYetLookForOil:
    "None yet. Look for oil at joints and ports; check fans and belt; feel which lines are hot or cold; listen behind the dash.",
  remove: (partName: string, signName: string) => `Remove ${partName}: ${signName}`,
} as const;
