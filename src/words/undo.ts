/** Words of undo and redo: what changed, and where. */
import { stepOfPath } from "@/core/records/run-sheet";
import { placeWords } from "./job";
import { stepWords } from "./step-words";

export const undoWords = { show: "Show", close: "Close" } as const;

export const movedTitle = (way: "undo" | "redo"): string => (way === "undo" ? "Undone" : "Redone");

/** A place without the part of the record that its step names already: "complaint" of "intake/complaint". */
function withinStep(place: string): string {
  return placeWords(place.split("/").slice(1).join("/")) || placeWords(place);
}

/** Longer lists are counted. */
const MOST_NAMED = 4;

/** "Rest reading: rest low. Recover: recovered weight." */
export function movedSentence(places: readonly string[]): string {
  const byStep = new Map<string, string[]>();
  for (const place of places) {
    const step = stepOfPath(place);
    const name = step === null ? "Job" : stepWords[step].name;
    byStep.set(name, [...(byStep.get(name) ?? []), withinStep(place)]);
  }
  return [...byStep]
    .map(([name, found]) => {
      const named = [...new Set(found)];
      const more = named.length > MOST_NAMED ? ` and ${named.length - MOST_NAMED} more` : "";
      return `${name}: ${named.slice(0, MOST_NAMED).join(", ")}${more}.`;
    })
    .join(" ");
}
