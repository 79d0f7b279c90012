/** Weighs one test of the job whenever its readings change, in a worker; while needles move they stand in for what is not taken yet. */
import { createStore, type StoreApi } from "zustand/vanilla";
import type { Cause } from "@/core/causes/catalogue";
import type { Diagnosis, RankedCause, RankingMoment } from "@/core/diagnosis/decide/diagnosis";
import { stableOrder } from "@/core/diagnosis/decide/stable-order";
import { preparationKey } from "@/core/diagnosis/diagnose";
import type { SoundReading } from "@/core/diagnosis/explain/sound-vehicles";
import { takenChannels } from "@/core/readings/channels";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import { cycleOfStream } from "@/core/readings/stream/judged-stream";
import { hasReadings, type RunningReadings, readingFilesOf, type TestName } from "@/core/records/derived/job-readings";
import { emptyOf } from "@/core/records/derived/job-rest";
import type { Job } from "@/core/records/job";
import type { DiagnosisConnection } from "@/worker/diagnosis-client";
import { workerHealth } from "@/worker/worker-health";
import type { Simulator, SimulatorStore } from "../instruments/simulator-store";
import type { JobStore } from "./job-store";
import type { LiveStore, LiveValues } from "./live-store";

export interface DiagnosisState {
  which: TestName;
  verdict: Diagnosis | null;
  /** Causes in an order that does not jump about. */
  rows: readonly RankedCause[];
  /** Share simulated; null when nothing is being simulated. */
  progress: number | null;
  cancel: () => void;
  /** The last question was not answered: the diagnosis failed. */
  failed: boolean;
  /** It rests on needles that still move. */
  live: boolean;
  history: readonly RankingMoment[];
  /** Weighs another test of the job from now on. */
  judgeTest: (which: TestName) => void;
  /** Readings of this vehicle when it was sound: they narrow what is expected of it. */
  expectOf: (own: readonly SoundReading[]) => void;
}

export interface DiagnosisStore extends StoreApi<DiagnosisState> {
  start: () => () => void;
}

/** A number is being typed until it has rested this long. */
const TYPING_PAUSE_MS = 350;
/** Moving needles are weighed this often at most, ms. */
const LIVE_EVERY_MS = 900;
/** Moments of the ranking kept, and the change that makes a new one. */
const MOST_MOMENTS = 120;
const MOMENT_CHANGE = 0.03;
const DIAGNOSIS_MEASURE = "evrid-verdict";

const unweighed = { verdict: null, rows: [], progress: null, failed: false, live: false, history: [] } as const;

/** What is asked and shown of one job: what its verdict was last asked for, and about which vehicle. */
interface Weighing {
  jobs: JobStore;
  rack: SimulatorStore;
  lives: LiveStore;
  connection: DiagnosisConnection;
  store: StoreApi<DiagnosisState>;
  clock: () => number;
  asked: { key: string | null; at: number; preparation: string | null };
  /** The vehicle that the verdict shown is about. */
  about: string | null;
  typing: ReturnType<typeof setTimeout> | undefined;
  order: readonly Cause[];
  own: readonly SoundReading[];
}

const NEVER_ASKED: Weighing["asked"] = { key: null, at: 0, preparation: null };

export function createDiagnosisStore(
  jobs: JobStore,
  rack: SimulatorStore,
  lives: LiveStore,
  connect: () => DiagnosisConnection,
  clock: () => number,
): DiagnosisStore {
  const connection = connect();
  const store = createStore<DiagnosisState>((set, get) => ({
    ...unweighed,
    which: "baseline",
    cancel: () => {
      connection.cancel();
      set({ progress: null });
    },
    judgeTest: (which) => {
      if (which === get().which) return;
      forget(weighing);
      set({ ...unweighed, which });
      look(weighing);
    },
    expectOf: (readings) => {
      weighing.own = readings;
      look(weighing);
    },
  }));
  const weighing: Weighing = {
    jobs,
    rack,
    lives,
    connection,
    store,
    clock,
    asked: NEVER_ASKED,
    about: null,
    typing: undefined,
    order: [],
    own: [],
  };

  const start = () => {
    look(weighing);
    const ends = [
      jobs.subscribe((now, before) => {
        if (now.job !== before.job) look(weighing);
      }),
      lives.subscribe(() => look(weighing)),
      workerHealth.subscribe((now, before) => {
        if (now.restarts === before.restarts) return;
        weighing.asked = { ...weighing.asked, key: null };
        look(weighing);
      }),
    ];
    return () => {
      for (const end of ends) end();
      forget(weighing);
    };
  };
  return Object.assign(store, { start });
}

function forget(weighing: Weighing): void {
  clearTimeout(weighing.typing);
  weighing.connection.cancel();
  weighing.asked = NEVER_ASKED;
  weighing.order = [];
}

function ask(weighing: Weighing, readings: readonly ReadingFile[], key: string, preparation: string): void {
  const { connection, store, clock, own } = weighing;
  const start = performance.now();
  weighing.asked = { key, at: clock(), preparation };
  connection
    .judge(readings, own, (progress) => store.setState({ progress }))
    .then(
      (verdict) => {
        if (verdict === null) return;
        // For `npm run bench:trace`, which reads how long a verdict took on its way through the worker.
        performance.measure(DIAGNOSIS_MEASURE, { start });
        const order = stableOrder(weighing.order, verdict.causes).map(({ cause }) => cause);
        weighing.order = order;
        store.setState(({ history }) => ({
          progress: null,
          failed: false,
          verdict,
          rows: order.flatMap((cause) => verdict.causes.filter((one) => one.cause === cause)),
          history: withMoment(history, verdict, clock() / 1000),
        }));
      },
      () => {
        // Earlier results stay; the next change, or a restart of the worker, asks again.
        weighing.asked = { ...weighing.asked, key: null };
        store.setState({ progress: null, failed: true });
      },
    );
}

/** Asks for a verdict where readings, label or sound vehicles have changed. */
function look(weighing: Weighing): void {
  const { jobs, rack, lives, store, clock, own, asked } = weighing;
  const { job } = jobs.getState();
  if (job === null) return;
  const { which } = store.getState();
  const needles = runningReadingsOf(job, which, rack.getState(), lives.getState().live);
  const live = needles !== null;
  if (live !== store.getState().live) store.setState({ live });
  const readings = readingsOf(job, which, needles);
  if (readings.length === 0) {
    if (asked.key !== null) {
      forget(weighing);
      store.setState({ verdict: null, rows: [], progress: null });
    }
    return;
  }
  const vehicle = JSON.stringify(readings.map((reading) => reading.vehicle));
  if (weighing.about !== vehicle) {
    // A verdict on a former label says nothing of this one.
    weighing.about = vehicle;
    weighing.order = [];
    if (store.getState().verdict !== null) store.setState({ verdict: null, rows: [], history: [] });
  }
  const key = JSON.stringify([readings, own]);
  if (key === asked.key || (live && clock() - asked.at < LIVE_EVERY_MS)) return;
  const preparation = readings.map((reading) => preparationKey(reading, own)).join();
  clearTimeout(weighing.typing);
  // Another vehicle or day is simulated anew: not for every digit that is typed, and needles that stream meanwhile wait for it.
  if (preparation === asked.preparation || asked.preparation === null) ask(weighing, readings, key, preparation);
  else weighing.typing = setTimeout(() => ask(weighing, readings, key, preparation), TYPING_PAUSE_MS);
}

function readingsOf(job: Job, which: TestName, needles: RunningReadings | null): ReadingFile[] {
  // An empty circuit is judged from its static pressure alone.
  const judgeable =
    needles !== null || job[which].settings.some(hasReadings) || (which === "baseline" && emptyOf(job) !== null);
  return judgeable ? readingFilesOf(job, which, needles) : [];
}

/** Conditions rounded so that the same day asks the same simulation. */
const ROUND_RPM = 100;
const ROUND_AMBIENT = 2;
const ROUND_HUMIDITY = 5;

/** The needles as they stand, where a setting is still open for them: what was taken or typed stands. Null where there is none. */
function runningReadingsOf(
  job: Job,
  which: TestName,
  rack: Simulator,
  live: LiveValues | null,
): RunningReadings | null {
  if (rack.status !== "running" || rack.engine === "off" || rack.stalledS !== null || live === null) return null;
  const setting = rack.engine === "fast" ? 1 : 0;
  const moves = live.states.low.state !== "waiting" || live.states.high.state !== "waiting";
  if (!moves || hasReadings(job[which].settings[setting])) return null;
  // Whole cycles are judged, not the moment.
  const cycling = cycleOfStream(rack.samples, rack.settingSince, live);
  const values = takenChannels.flatMap((channel) => {
    const value = cycling?.at(channel) ?? live.values[channel];
    return value === null ? [] : [[channel, value]];
  });
  const rpm = rack.latest?.rpm ?? null;
  const { ambient } = live.values;
  return {
    setting,
    values: Object.fromEntries(values),
    rpm: rpm === null ? null : Math.round(rpm / ROUND_RPM) * ROUND_RPM,
    cycle: cycling?.swing ?? null,
    ambientC: ambient === null ? null : Math.round(ambient * ROUND_AMBIENT) / ROUND_AMBIENT,
    humidityPct: live.humidityPct === null ? null : Math.round(live.humidityPct / ROUND_HUMIDITY) * ROUND_HUMIDITY,
  };
}

function withMoment(moments: readonly RankingMoment[], { causes }: Diagnosis, atS: number): readonly RankingMoment[] {
  const shares = Object.fromEntries(
    causes.filter(({ probability }) => probability > 0.01).map(({ cause, probability }) => [cause, probability]),
  );
  const last = moments.at(-1)?.shares ?? {};
  const names = new Set([...Object.keys(last), ...Object.keys(shares)]) as Set<Cause>;
  const moved = [...names].some((cause) => Math.abs((last[cause] ?? 0) - (shares[cause] ?? 0)) > MOMENT_CHANGE);
  return moved ? [...moments.slice(-MOST_MOMENTS), { atS, shares }] : moments;
}
