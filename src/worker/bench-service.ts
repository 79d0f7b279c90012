/** Service of the bench worker, without the thread. */
import { Bench } from "@/core/bench/bench-answer";
import { type BenchState, benchFaults } from "@/core/bench/bench-state";
import {
  BenchVehicles,
  benchRanges,
  couldTellSteps,
  curveSteps,
  hotDaySteps,
  methodSteps,
} from "@/core/bench/bench-work";
import { limitSteps } from "@/core/bench/control-limits";
import type { BenchQuestion, BenchQuestions, BenchWorkerApi } from "./bench-protocol";

type Steps = {
  [Which in BenchQuestion]: (
    state: BenchState,
    given: BenchQuestions[Which]["with"],
  ) => Iterable<BenchQuestions[Which]["gives"]>;
};

/** Lets a message in that came while it was counting. */
const breathe = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

/** @param ready gives when the learned committee has come; asked for only where readings are weighed. */
export function benchService(ready: () => Promise<void> = async () => undefined): BenchWorkerApi {
  const bench = new Bench();
  const vehicles = new BenchVehicles();
  const givenUp = new Set<number>();
  let curve: Promise<void> = Promise.resolve();
  const steps: Steps = {
    *bands(state) {
      yield benchRanges(state.label, state);
    },
    curve: (state) => curveSteps(vehicles.of(state.label), state),
    *hotDay(state, { hotC }) {
      const vehicle = bench.vehicle(state.label);
      if (vehicle !== null) yield* hotDaySteps(vehicles.of(state.label), vehicle, state, hotC);
    },
    *habits(state, { hotC, chart }) {
      const vehicle = bench.vehicle(state.label);
      const options = { faults: benchFaults(state), airKg: state.airG / 1000 };
      if (vehicle !== null) yield* methodSteps(vehicle, state, hotC, chart, options);
    },
    *limits(state) {
      const vehicle = bench.vehicle(state.label);
      if (vehicle !== null) yield* limitSteps(vehicle, state);
    },
    *couldTell(state) {
      const vehicle = bench.vehicle(state.label);
      if (vehicle !== null) yield* couldTellSteps(vehicles.of(state.label), vehicle, state);
    },
  };
  return {
    answer: (state) => bench.answer(state),
    async ask(ticket, which, state, given, onPart) {
      if (which !== "bands" && which !== "habits" && which !== "limits") await ready();
      // The curve is the largest drawing and comes first; the others take their steps when it is whole.
      let whole = () => {};
      if (which === "curve")
        curve = new Promise((resolve) => {
          whole = resolve;
        });
      try {
        for (const part of steps[which](state, given)) {
          if (givenUp.delete(ticket)) return false;
          onPart(part);
          await breathe();
          if (which !== "curve") await curve;
        }
        return !givenUp.delete(ticket);
      } finally {
        whole();
      }
    },
    giveUp(ticket) {
      givenUp.add(ticket);
    },
  };
}
