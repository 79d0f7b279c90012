/** Service of the drill worker, without the thread. */
import type { Cause } from "@/core/causes/catalogue";
import { debriefOf, stepsDone } from "@/core/drill/debrief";
import { caseOfCode, type DrillCase, truthOfCase } from "@/core/drill/drill-case";
import { checkCase, type DrillCheck } from "@/core/drill/drill-check";
import { MOST_NUMBERS, makerOf } from "@/core/drill/drill-code";
import { type DrillRun, replay } from "@/core/drill/drill-run";
import type { DrillTheme } from "@/core/drill/drill-shapes";
import { caseOfSource, type DrillSource } from "@/core/drill/drill-source";
import { benchOfTest } from "@/core/drill/from-test";
import { lessonOfCase } from "@/core/drill/lesson";
import { SAMPLE_S } from "@/core/instruments/instrument-simulator";
import type { DrillWorkerApi, OnRun, RunStanding } from "./drill-protocol";

/** Interval of batches, ms. */
const TICK_MS = 250;
/** Between two batches of an act, so that it is seen passing, ms. */
const WATCHED_MS = 30;
/** Numbers tried for a new case. */
const MOST_TRIED = 60;

const wait = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

/** Checks each case once. */
function onceChecked(): (given: DrillCase) => DrillCheck {
  const checks = new Map<string, DrillCheck>();
  return (given) => {
    const key = given.code ?? JSON.stringify(given.state);
    const known = checks.get(key) ?? checkCase(given);
    checks.set(key, known);
    return known;
  };
}

/** @param ready gives when the learned committee has come; asked for only where readings are weighed. */
export function drillService(ready: () => Promise<void> = async () => undefined): DrillWorkerApi {
  let run: DrillRun | null = null;
  let onRun: OnRun = () => undefined;
  let pace = 1;
  let owed = 0;
  let busy = false;
  const checked = onceChecked();
  const tick = () => {
    if (run === null || busy || pace === 0 || run.isOver || run.beliefDue) return;
    owed += (pace * TICK_MS) / 1000 / SAMPLE_S;
    const samples = run.live(Math.floor(owed));
    owed -= Math.floor(owed);
    if (samples.length > 0) onRun(samples, standing(run));
  };
  let timer: ReturnType<typeof setInterval> | undefined;

  return {
    open(source, script, at, hears) {
      const given = caseOf(source);
      if (given === null) return null;
      clearInterval(timer);
      const taken = replay(given, script, at);
      run = taken.run;
      onRun = hears;
      owed = 0;
      const begun = standing(run);
      onRun(taken.samples, begun);
      timer = setInterval(tick, TICK_MS);
      return begun;
    },
    setPace(next) {
      pace = next;
    },
    async does(step) {
      if (run === null) return { code: "over" };
      if (busy) return { code: "already" };
      const refused = run.refusal(step);
      if (refused !== null) return refused;
      busy = true;
      try {
        for (const batch of run.act(step)) {
          onRun(batch, standing(run));
          await wait(WATCHED_MS);
        }
      } finally {
        busy = false;
      }
      onRun([], standing(run));
      return null;
    },
    async hint() {
      if (run === null) return null;
      await ready();
      const { way } = checked(run.given);
      const done = stepsDone(run);
      return way?.find((step) => !done.includes(step)) ?? null;
    },
    async debrief() {
      if (run === null) return null;
      await ready();
      return debriefOf(run, checked(run.given));
    },
    ...casesService(ready, checked),
  };
}

/** What is asked of a case, whether or not a run is open. */
function casesService(ready: () => Promise<void>, checked: (given: DrillCase) => DrillCheck) {
  return {
    async check(source) {
      await ready();
      const given = caseOf(source);
      return given && checked(given);
    },
    async make(theme, cause, from) {
      await ready();
      return madeCode(theme, cause, from, checked);
    },
    async debriefOf(source, script, at) {
      await ready();
      const given = caseOf(source);
      if (given === null) return null;
      const taken = replay(given, script, at);
      return { debrief: debriefOf(taken.run, checked(given)), samples: taken.samples };
    },
    async afterTest(reading, state, work) {
      await ready();
      return benchOfTest(reading, state, work);
    },
    async lesson(source) {
      await ready();
      const given = caseOf(source);
      return given && lessonOfCase(given);
    },
  } satisfies Partial<DrillWorkerApi>;
}

function standing(of: DrillRun): RunStanding {
  const { lostG, addedG, recoveredG } = of.grams;
  return {
    at: of.at,
    atS: of.atS,
    engine: of.engine,
    connected: [...of.connected],
    settled: of.settled,
    lostG,
    addedG,
    recoveredG,
    beliefDue: of.beliefDue,
    refusals: of.refusals,
    over: of.committed !== null ? "answered" : of.isOver ? "accident" : "no",
    events: [...of.events],
    script: [...of.script],
  };
}

function caseOf(source: DrillSource): DrillCase | null {
  const made = caseOfSource(source);
  return made.ok ? made.value : null;
}

/** Code of the next case of a theme and cause whose checks pass, from a number on; null after {@link MOST_TRIED} numbers. */
async function madeCode(
  theme: DrillTheme,
  cause: Cause | null,
  from: number,
  checked: (given: DrillCase) => DrillCheck,
): Promise<string | null> {
  for (let i = 0; i < MOST_TRIED; i++) {
    const given = caseOfCode({ maker: makerOf(theme), theme, number: (from + i * 7919) % MOST_NUMBERS });
    const truth = truthOfCase(given);
    if (cause !== null && !(cause === "none" ? truth.length === 0 : truth.some((one) => one === cause))) continue;
    const { way, cycles } = checked(given);
    if (way !== null && (theme !== "cycling" || cycles)) return given.code;
    await wait(0);
  }
  return null;
}
