import { provideLearned } from "@/core/diagnosis/weigh/learned";

let fetched: Promise<void> | null = null;

/** Fetches the learned ensemble from this server, once per worker; again after a failure. */
export function learnedHere(): Promise<void> {
  fetched ??= fetchLearned().catch((error: unknown) => {
    // The next question fetches again.
    fetched = null;
    throw error;
  });
  return fetched;
}

async function fetchLearned(): Promise<void> {
  const answer = await fetch("/learned.bin");
  if (!answer.ok) throw new Error(`the learned committee could not be fetched (${answer.status})`);
  provideLearned(new Uint8Array(await answer.arrayBuffer()));
}
