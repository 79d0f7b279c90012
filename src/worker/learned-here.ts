import { provideLearned } from "@/core/diagnosis/weigh/learned";

let fetched: Promise<void> | null = null;

/** The committee comes from this server, as the page does, and is fetched once a worker. */
export function learnedHere(): Promise<void> {
  fetched ??= fetchLearned();
  return fetched;
}

async function fetchLearned(): Promise<void> {
  const answer = await fetch("/learned.bin");
  if (!answer.ok) throw new Error(`the learned committee could not be fetched (${answer.status})`);
  provideLearned(new Uint8Array(await answer.arrayBuffer()));
}
