/** Workshop choices for every view, followed live: fetched in one piece after the first paint. */
import { accuracyOf, type InstrumentAccuracy } from "@/core/readings/derive/instruments";
import { type Choices, unitsChosen } from "@/core/records/choices";
import type { UnitChoice } from "@/core/units/figures";
import { loadChoices } from "@/data/choices";
import { follow } from "@/data/follow";

export interface Workshop {
  units: UnitChoice;
  accuracy: InstrumentAccuracy;
  large: boolean;
  language: Choices["language"];
  letterShortcuts: boolean;
}

/** Tells the choices now and after every change, by whichever tab; stays silent where the store refuses. Gives the way to stop. */
export function followWorkshop(next: (workshop: Workshop) => void): () => void {
  let before = "";
  return follow(
    loadChoices,
    (choices) => {
      const { large, instruments, language, letterShortcuts } = choices;
      const workshop = {
        units: unitsChosen(choices),
        accuracy: accuracyOf(instruments, new Date().toISOString()),
        large,
        language,
        letterShortcuts,
      };
      // A change of anything else is no reason to draw every number anew.
      const text = JSON.stringify(workshop);
      if (text !== before) next(workshop);
      before = text;
    },
    () => undefined,
  );
}

export { keepCopies } from "./keep-copies";
export { keepSharing } from "./sharing";
