/** The simulated vehicle that is connected: acts, answers and loss, the same for the instruments of a job and for the bench. */

import type { SimulatorIssue } from "@/core/instruments/instrument-simulator";
import { reasonOf } from "@/core/result";
import { simulatorStoreText } from "@/words/screens/session";
import { newestOnly, OVERTAKEN } from "@/worker/newest";
import type { SimulatorConnection } from "@/worker/simulator-client";

export const NO_ANSWER: unique symbol = Symbol(simulatorStoreText.theSimulatorHasNotResponded);

type Api = SimulatorConnection["api"];

/** A simulator that has not answered an act for this long is gone, ms. */
const ANSWER_MS = 5000;

export interface VehicleLink {
  isOpen: () => boolean;
  /** Closes what is open and connects another; `onOpen` hears of it unless it was closed or replaced meanwhile. */
  open: (
    connect: (isNewest: () => boolean) => Promise<SimulatorConnection | null>,
    onOpen: (made: SimulatorConnection) => void,
  ) => void;
  close: () => void;
  /** Closes with a reason, which `onLost` hears. */
  fail: (reason: string) => void;
  /**
   * Carries out an act, once an opening connection is open. An act without an answer within `withinMs` has not happened, and the simulator counts as
   * lost.
   */
  ask: <Answer>(act: (api: Api) => Promise<Answer>, withinMs?: number) => Promise<Answer | typeof NO_ANSWER>;
  /** Act that may be refused; null once it is done. */
  refusable: (act: (api: Api) => Promise<SimulatorIssue | null>) => Promise<SimulatorIssue | null>;
  /** Act that is never refused. */
  certain: (act: (api: Api) => Promise<void>) => Promise<SimulatorIssue | null>;
}

/** Link without a vehicle; `onLost` is called once for each connection that fails, never for one that is closed. */
export function vehicleLink(onLost: (reason: string) => void): VehicleLink {
  const newest = newestOnly();
  let connection: SimulatorConnection | null = null;
  let opening: Promise<void> = Promise.resolve();
  const close = () => {
    newest.drop();
    connection?.close();
    connection = null;
    opening = Promise.resolve();
  };
  const fail = (reason: string) => {
    close();
    onLost(reason);
  };
  const ask: VehicleLink["ask"] = async (act, withinMs = ANSWER_MS) => {
    const since = opening;
    await since;
    const asked = connection;
    if (asked === null || opening !== since) return NO_ANSWER;
    let patience: ReturnType<typeof setTimeout> | undefined;
    const silence = new Promise<typeof NO_ANSWER>((resolve) => {
      patience = setTimeout(() => resolve(NO_ANSWER), withinMs);
    });
    const answer = await Promise.race([act(asked.api), silence]).catch((): typeof NO_ANSWER => NO_ANSWER);
    clearTimeout(patience);
    if (answer === NO_ANSWER && connection === asked) fail(simulatorStoreText.itDoesNotRespond);
    return answer;
  };
  return {
    isOpen: () => connection !== null,
    open(connect, onOpen) {
      close();
      opening = newest
        .settle(async (isNewest) => {
          const made = await connect(isNewest);
          if (!isNewest()) made?.close();
          return made;
        })
        .then(
          (made) => {
            if (made === OVERTAKEN) return;
            connection = made;
            if (made === null) fail(simulatorStoreText.thisJobNamesAMissing);
            else onOpen(made);
          },
          (error: unknown) => fail(reasonOf(error)),
        );
    },
    close,
    fail,
    ask,
    refusable: async (act) => {
      const answer = await ask(act);
      return answer === NO_ANSWER ? { code: "no-answer" } : answer;
    },
    certain: async (act) => ((await ask(act)) === NO_ANSWER ? { code: "no-answer" } : null),
  };
}
