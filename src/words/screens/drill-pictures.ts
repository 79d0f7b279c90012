/** Texts of the drawings of the drill. */

export const knownLineText = {
  theReadingsNeverShowedThe: "The readings never showed the fault",
  theReadingsShowedTheFault: (knowableAtS: string) => `The readings showed the fault from ${knowableAtS}`,
  enoughToAct: "enough to act",
  decidableFrom: (knowableAtS: string) => `decidable from ${knowableAtS}`,
} as const;

export const lessonTraceText = {
  nothing: "nothing",
  playedToOfShown: (atS: string, endS: string, shown: string) => `Played to ${atS} of ${endS}; shown: ${shown}`,
} as const;

export const rankingHistoryText = {
  now: (lines: string) => `Now ${lines}`,
  firstDiagnosis: "first diagnosis",
  later: (spanS: string) => `${spanS} later`,
} as const;
