/** Texts of the shut-off step. */

export const shutOffStepText = {
  measuredSYourTypedValue: (seconds: string) => `Measured: ${seconds} s. Your typed value is used.`,
  useMeasuredTime: "Use measured time",
  bothSidesAfterShutdown: "Both sides after shutdown",
  orTimeItByHand: "Or time it by hand",
  timeByHand: "Time by hand",
  fromEngineStopUntilThe: "From engine stop until the low side stops rising.",
  fromEngineStopUntilBoth: "From engine stop until both gauges agree.",
  equalised: "Equalised",
  yes: "Yes",
  noStillApart: "No, still apart",
  equalisedAfter: "Equalised after",
  stillApartAfter: "Still apart after",
  usualExpansionValveToS: (from: number, to: number, from2: number, to2: number) =>
    `Usual: expansion valve ${from} to ${to} s, orifice tube ${from2} to ${to2} s. Metering unknown: judged for both.`,
  stopwatch: "Stopwatch",
  engineOffStartStopwatch: "Engine off: start stopwatch",
  runAtFullColdWith:
    "Run at full cold with both gauges open. Stop the engine and press at once. Press again when both gauges agree.",
  equalisedNow: "Equalised now",
  stillApartAfter1Min: "Still apart: after 1 min",
  stillApartStop: "Still apart: stop",
  sinceEngineStop: "Since engine stop",
  anOrificeTube: "an orifice tube",
  usualForToS: (part: string, from: number, to: number) => `Usual for ${part}: ${from} to ${to} s.`,
  stopEngine: "Stop engine",
  apartAfter: "apart after ",
} as const;
