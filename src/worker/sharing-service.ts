/** Answers the calls of sharing-protocol.ts, and goes round the shared folder in between. */
import { Exchange } from "@/data/sharing/exchange";
import type { SharingWorkerApi } from "./sharing-protocol";

/** Between two rounds, ms: what the folder shows is on every screen within five seconds. */
const EVERY_MS = 2500;
/** Of the tabs of one browser one goes round. */
const LOCK = "evrid-sharing";

let exchange: Exchange | null = null;
let round: Promise<void> | null = null;
let again = false;

/** A round, or the one that runs and another behind it. */
async function goRound(): Promise<void> {
  if (round !== null) {
    again = true;
    return round;
  }
  round = (async () => {
    do {
      again = false;
      await exchange?.round();
    } while (again);
  })().finally(() => {
    round = null;
  });
  await round;
}

/** The exchange of this device, also in a tab that does not go round. */
async function opened(): Promise<Exchange> {
  const its = exchange ?? (await Exchange.begin());
  if (its === null) throw new Error("this device shares nothing");
  return its;
}

async function goOn(): Promise<void> {
  exchange = await Exchange.begin();
  // Left meanwhile: the page ends this worker.
  if (exchange === null) return;
  for (;;) {
    // A store that refuses to keep the status ends nothing: the next round tries again.
    await goRound().catch(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
  }
}

export const sharingApi: SharingWorkerApi = {
  start: () => {
    if (navigator.locks === undefined) void goOn();
    else void navigator.locks.request(LOCK, goOn);
  },
  now: async () => {
    if (exchange !== null) await goRound();
  },
  choose: async (key, names, json) => (await opened()).choose(key, names, json),
  updatesSince: async (since) => (await opened()).updatesSince(since),
  takeUpdates: async (file, onProgress) => (await opened()).takeUpdates(file, onProgress),
};
