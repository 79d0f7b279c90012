import * as Comlink from "comlink";
import { provideLearned } from "@/core/diagnosis/weigh/learned";
import { diagnosisService } from "./diagnosis-service";

/** The committee comes from this server, as the page does, and is fetched once. */
async function fetchLearned(): Promise<void> {
  const answer = await fetch("/learned.bin");
  if (!answer.ok) throw new Error(`the learned committee could not be fetched (${answer.status})`);
  provideLearned(new Uint8Array(await answer.arrayBuffer()));
}

Comlink.expose(diagnosisService(fetchLearned()));
