/** The stream as a person follows it, judged once a batch for all who show it. */
import { createStore, type StoreApi } from "zustand/vanilla";
import { streamChannels } from "@/core/readings/channels";
import { type DerivedValues, deriveValues } from "@/core/readings/derive/derived";
import { type InstrumentAccuracy, workshopInstruments } from "@/core/readings/derive/instruments";
import { type JudgedStream, judgeStream, worstState } from "@/core/readings/stream/judged-stream";
import { workableRefrigerant } from "@/core/records/derived/job-label";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import type { Simulator, SimulatorStore } from "../instruments/simulator-store";
import type { JobStore } from "./job-store";

export interface LiveValues extends JudgedStream {
  humidityPct: number | null;
  /** Null while refrigerant or altitude are not known, or the engine stands. */
  derived: DerivedValues | null;
}

/** The day a car is tested in, as it streams: it stands still while the instruments only tremble. */
export interface StreamDay {
  ambientC: number | null;
  humidityPct: number | null;
  rpm: number | null;
}

export interface LiveState {
  /** Null while nothing streams. */
  live: LiveValues | null;
  day: StreamDay | null;
}

/** Changes smaller than these are the instruments' trembling, not the day's; K, %, rpm. */
const DAY_CHANGES: StreamDay = { ambientC: 0.6, humidityPct: 6, rpm: 120 };
/** Rounding of the conditions in a question. */
const DAY_ROUNDS: StreamDay = { ambientC: 0.5, humidityPct: 1, rpm: 50 };

export interface LiveStore extends StoreApi<LiveState> {
  start: () => () => void;
  /** Sets the accuracy of the shop's instruments. */
  measureWith: (accuracy: InstrumentAccuracy) => void;
}

export function createLiveStore(jobs: JobStore, rack: SimulatorStore): LiveStore {
  const store = createStore<LiveState>(() => ({ live: null, day: null }));
  let accuracy = workshopInstruments;
  const judge = () => {
    const now = rack.getState();
    const live = judged(now, jobs.getState().job, accuracy);
    store.setState(({ day }) => ({ live, day: live === null ? null : dayOf(day, live, now.latest?.rpm ?? null) }));
    if (live === null || now.latest === null || now.engine === "off") return;
    const present = streamChannels.filter((channel) => channel !== "ambient" && live.health[channel] !== "missing");
    now.trace.noteState(now.latest.time, worstState(present.map((channel) => live.states[channel])).state);
  };
  const start = () => {
    judge();
    const ends = [
      rack.subscribe((now, before) => {
        if (
          now.samples !== before.samples ||
          now.engine !== before.engine ||
          now.settingSince !== before.settingSince
        ) {
          judge();
        }
      }),
      jobs.subscribe((now, before) => {
        // Only label and altitude of the job change derived values.
        const [a, b] = [now.job, before.job];
        if (a?.altitude !== b?.altitude || a?.intake !== b?.intake) judge();
      }),
    ];
    return () => {
      for (const end of ends) end();
    };
  };
  return Object.assign(store, {
    start,
    measureWith: (given: InstrumentAccuracy) => {
      accuracy = given;
      judge();
    },
  });
}

function dayOf(before: StreamDay | null, { values, humidityPct }: LiveValues, rpm: number | null): StreamDay {
  const now: StreamDay = { ambientC: values.ambient, humidityPct, rpm };
  const kept = (Object.keys(now) as (keyof StreamDay)[]).map((part): [keyof StreamDay, number | null] => {
    const [value, was, round] = [now[part], before?.[part] ?? null, DAY_ROUNDS[part]!];
    if (value === null) return [part, null];
    return [part, was !== null && Math.abs(value - was) < DAY_CHANGES[part]! ? was : Math.round(value / round) * round];
  });
  const next = Object.fromEntries(kept) as unknown as StreamDay;
  const same = before !== null && kept.every(([part, value]) => before[part] === value);
  return same ? before : next;
}

function judged(
  { samples, latest, engine, settingSince }: Simulator,
  job: Job | null,
  accuracy: InstrumentAccuracy,
): LiveValues | null {
  if (latest === null) return null;
  const stream = judgeStream(samples, settingSince);
  const { values } = stream;
  const refrigerant = job && workableRefrigerant(job);
  const altitudeM = job && entryValue(fields.altitude, job.altitude);
  const derived =
    refrigerant === null || altitudeM === null || engine === "off"
      ? null
      : deriveValues(
          {
            refrigerant,
            altitudeM,
            ambientC: values.ambient,
            // The simulated vehicle draws fresh air.
            evaporatorAirC: values.ambient,
            lowKpa: values.low,
            highKpa: values.high,
            ventC: values.vent,
            suctionLineC: values.suction,
            liquidLineC: values.liquid,
          },
          accuracy,
        );
  return { ...stream, humidityPct: latest.humidity, derived };
}
