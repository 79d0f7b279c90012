/** The stream as a person follows it, judged once a batch for all who show it. */
import { createStore, type StoreApi } from "zustand/vanilla";
import { streamChannels } from "@/core/readings/channels";
import { type DerivedValues, deriveValues } from "@/core/readings/derived";
import { type JudgedStream, judgeStream, worstState } from "@/core/readings/judged-stream";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { workableRefrigerant } from "@/core/records/job-readings";
import { entryValue } from "@/core/units/entry";
import type { JobStore } from "./job-store";
import type { Rack, RackStore } from "./rack-store";

export interface LiveValues extends JudgedStream {
  humidityPct: number | null;
  /** Null while refrigerant or altitude are not known, or the engine stands. */
  derived: DerivedValues | null;
}

export interface LiveState {
  /** Null while nothing streams. */
  live: LiveValues | null;
}

export interface LiveStore extends StoreApi<LiveState> {
  start: () => () => void;
}

export function createLiveStore(jobs: JobStore, rack: RackStore): LiveStore {
  const store = createStore<LiveState>(() => ({ live: null }));
  const judge = () => {
    const now = rack.getState();
    const live = judged(now, jobs.getState().job);
    store.setState({ live });
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
        // Of the job only label and altitude change what is derived.
        const [a, b] = [now.job, before.job];
        if (a?.altitude !== b?.altitude || a?.intake !== b?.intake) judge();
      }),
    ];
    return () => {
      for (const end of ends) end();
    };
  };
  return Object.assign(store, { start });
}

function judged({ samples, latest, engine, settingSince }: Rack, job: Job | null): LiveValues | null {
  if (latest === null) return null;
  const stream = judgeStream(samples, settingSince);
  const { values } = stream;
  const refrigerant = job && workableRefrigerant(job);
  const altitudeM = job && entryValue(fields.altitude, job.altitude);
  const derived =
    refrigerant === null || altitudeM === null || engine === "off"
      ? null
      : deriveValues({
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
        });
  return { ...stream, humidityPct: latest.humidity, derived };
}
