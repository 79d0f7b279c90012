"use client";

import { createContext, type ReactNode, useContext, useEffect, useMemo } from "react";
import type { ChannelHealth } from "@/core/readings/channel-health";
import { type StreamChannel, streamChannels } from "@/core/readings/channels";
import { type DerivedValues, deriveValues } from "@/core/readings/derived";
import type { StreamState } from "@/core/readings/stream-state";
import { fields } from "@/core/records/fields";
import { workableRefrigerant } from "@/core/records/job-readings";
import { entryValue } from "@/core/units/entry";
import { useJob } from "./job-context";
import { healthOf, recentMean, stateOf, useRack } from "./rack-context";

/** A needle is read over this long, so that a number on the screen can be read too. */
const DISPLAY_S = 3;

export interface LiveValues {
  /** Null where a channel is missing or cannot be true. */
  values: Record<StreamChannel, number | null>;
  states: Record<StreamChannel, StreamState>;
  health: Record<StreamChannel, ChannelHealth>;
  humidityPct: number | null;
  /** Null while refrigerant or altitude are not known, or the engine stands. */
  derived: DerivedValues | null;
}

const LiveContext = createContext<LiveValues | null>(null);

/** Judges the stream once for all who show it: every channel's state is looked for in hundreds of samples. */
export function LiveProvider({ children }: { children: ReactNode }) {
  const live = useJudgedStream();
  const { trace, latest, engine } = useRack();
  useEffect(() => {
    if (live === null || latest === null || engine === "off") return;
    const judged = streamChannels.filter((channel) => channel !== "ambient" && live.health[channel] !== "missing");
    trace.noteState(latest.time, worstState(judged.map((channel) => live.states[channel])).state);
  }, [live, latest, engine, trace]);
  return <LiveContext.Provider value={live}>{children}</LiveContext.Provider>;
}

/** A middling workshop day, where none was measured, degC. */
const USUAL_AMBIENT_C = 25;

/** The air now: as it streams, else as written with the first test, else a middling day's. */
export function useAmbientC(): number {
  const live = useLive();
  const { job } = useJob();
  return live?.values.ambient ?? entryValue(fields.ambient, job.baseline.ambient) ?? USUAL_AMBIENT_C;
}

/** The stream as a person follows it; null while nothing streams. */
export function useLive(): LiveValues | null {
  return useContext(LiveContext);
}

function useJudgedStream(): LiveValues | null {
  const { job } = useJob();
  const { samples, latest, engine, settingSince } = useRack();
  return useMemo(() => {
    if (latest === null) return null;
    const perChannel = <Value,>(of: (channel: StreamChannel) => Value) =>
      Object.fromEntries(streamChannels.map((channel) => [channel, of(channel)])) as Record<StreamChannel, Value>;
    const health = perChannel((channel) => healthOf(samples, channel));
    const values = perChannel((channel) =>
      health[channel] === "missing" || health[channel] === "impossible"
        ? null
        : recentMean(samples, channel, DISPLAY_S),
    );
    const states = perChannel((channel) => stateOf(samples, channel, settingSince));
    const refrigerant = workableRefrigerant(job);
    const altitudeM = entryValue(fields.altitude, job.altitude);
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
    return { values, states, health, humidityPct: latest.humidity, derived };
  }, [job, samples, latest, engine, settingSince]);
}

/** The worst state among channels: one that has not settled speaks for all. */
export function worstState(states: StreamState[]): StreamState {
  const order = ["waiting", "settling", "cycling", "steady"];
  return [...states].sort((a, b) => order.indexOf(a.state) - order.indexOf(b.state))[0] ?? { state: "waiting" };
}
