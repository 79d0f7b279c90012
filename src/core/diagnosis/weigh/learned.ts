/** The committee that is asked: read once from its file by whoever runs the core (worker, server thread, command line, test). */
import { type Learned, readLearned } from "./network";

let held: Learned | null = null;

/** Takes the file's bytes; throws a LearnedIssue when they are none of this build. */
export function provideLearned(bytes: Uint8Array): void {
  const learned = readLearned(bytes);
  if (learned.population.components.length === 0)
    throw Object.assign(new Error("other-shape"), { code: "other-shape" });
  held = learned;
}

/** The committee; it must have been provided before anything is judged. */
export function learnedNow(): Learned {
  if (held === null) throw new Error("the learned committee was not provided");
  return held;
}
