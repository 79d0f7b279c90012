"use client";

import { useEffect } from "react";
import type { ChargeAlarm, ChargeCall } from "@/core/charge/scale/live-charge";
import { streamChannels } from "@/core/readings/channels";
import { worstState } from "@/core/readings/stream/judged-stream";
import type { SignalKind } from "@/core/readings/stream/signals";
import { type Job, pressureTestRuns } from "@/core/records/job";
import { notifyHidden, ring } from "@/services/signals";
import { signalWords } from "@/words/signals";
import { useChoices } from "../choices";
import { useNewestRef } from "../newest-ref";
import { type Session, useSession } from "../session";

/** What of a job is heard, as it stands at one moment. */
export interface Noticed {
  /** Every gauge that is on has settled, at this engine speed. */
  steady: boolean;
  /** When each reading was taken. */
  taken: string;
  call: ChargeCall["call"] | null;
  /** The charge must be stopped now: by weight, or because something is dangerous. */
  stop: boolean;
  /** A hold or pressure test has lasted as long as was chosen. */
  held: boolean;
  lost: boolean;
}

/** Signals of what has changed from one moment to the next. */
export function signalsBetween(before: Noticed, now: Noticed): SignalKind[] {
  return [
    ...(now.lost && !before.lost ? ["source-lost" as const] : []),
    ...(now.stop && !before.stop ? ["stop" as const] : []),
    ...(now.held && !before.held ? ["hold-finished" as const] : []),
    ...(now.call === "shut" && before.call === "put-on" ? ["open-valve" as const] : []),
    ...(now.taken !== before.taken && now.taken.length >= before.taken.length ? ["captured" as const] : []),
    ...(now.steady && !before.steady ? ["settled" as const] : []),
  ];
}

/** Alarms at which a valve is closed at once. */
const stops: readonly ChargeAlarm[] = [
  "high-side-high",
  "high-valve-while-running",
  "liquid-into-running-low-side",
  "scale-lost",
  "target-passed",
];

const takenIn = ({ baseline, proof }: Job): string =>
  [...baseline.settings, ...proof.settings].flatMap(({ takenAt }) => takenAt ?? []).join(" ");

/** `holdS`: length of a hold as the shop chose it, s. */
function noticedIn({ live, rack, desk, jobs }: Session, holdS: number): Noticed {
  const { job } = jobs.getState();
  const { status, stalledS, engine } = rack.getState();
  const { live: values } = live.getState();
  const present =
    values === null
      ? []
      : streamChannels.filter((channel) => channel !== "ambient" && values.health[channel] !== "missing");
  const charge = desk.getState();
  const mark = job?.evacuate.marks.at(-1) ?? null;
  return {
    steady:
      engine !== "off" &&
      values !== null &&
      present.length > 0 &&
      worstState(present.map((channel) => values.states[channel])).state === "steady",
    taken: job === null ? "" : takenIn(job),
    call: charge.call?.call ?? null,
    stop:
      charge.call?.call === "stop" ||
      charge.drawInLeftS === 0 ||
      (charge.live?.alarms.some((alarm) => stops.includes(alarm)) ?? false),
    held: mark?.kind === "hold" && charge.vacuumClock() - mark.t >= holdS,
    lost: status === "lost" || stalledS !== null,
  };
}

/** The stop signal comes again as long as it holds; looked at so often, ms. */
const LOOK_MS = 1200;

/** Sounds what must be noticed away from the screen, as long as the job is open and held here. */
export function useSignals(active: boolean): void {
  const session = useSession();
  const { signals, holdS } = useChoices();
  const settings = useNewestRef({ signals, holdS });
  useEffect(() => {
    if (!active) return;
    const sound = (kind: SignalKind) => {
      ring(kind, settings.current.signals, signalWords[kind]);
      if (kind === "hold-finished") notifyHidden(signalWords[kind], session.jobs.getState().job?.intake.vehicle ?? "");
    };
    let before = noticedIn(session, settings.current.holdS);
    const look = () => {
      const now = noticedIn(session, settings.current.holdS);
      const heard = signalsBetween(before, now);
      before = now;
      for (const kind of heard) sound(kind);
      return heard;
    };
    const again = () => {
      if (!look().includes("stop") && before.stop) sound("stop");
    };
    const timer = setInterval(again, LOOK_MS);
    const ends = [session.live, session.desk, session.rack, session.jobs].map((store) => store.subscribe(() => look()));
    return () => {
      clearInterval(timer);
      for (const end of ends) end();
    };
  }, [active, session]);
}

/** Something streams, holds or charges: the screen may not go dark. */
export function useAwake(): void {
  const session = useSession();
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let asking = false;
    const needed = () => {
      const { job } = session.jobs.getState();
      const phase = job?.evacuate.marks.at(-1)?.kind;
      return (
        session.rack.getState().status === "running" ||
        phase === "pump" ||
        phase === "hold" ||
        (job !== null && pressureTestRuns(job.leak)) ||
        (job?.charge.open ?? null) !== null
      );
    };
    const follow = async () => {
      if (!("wakeLock" in navigator)) return;
      if (!needed()) {
        void lock?.release().catch(() => undefined);
        lock = null;
        return;
      }
      // The browser lets it go when the tab is hidden, and refuses it there.
      if (asking || document.hidden || (lock !== null && !lock.released)) return;
      asking = true;
      lock = await navigator.wakeLock.request("screen").catch(() => null);
      asking = false;
    };
    void follow();
    const timer = setInterval(follow, 5000);
    const ends = [session.rack.subscribe(() => void follow()), session.jobs.subscribe(() => void follow())];
    document.addEventListener("visibilitychange", follow);
    return () => {
      clearInterval(timer);
      for (const end of ends) end();
      document.removeEventListener("visibilitychange", follow);
      void lock?.release().catch(() => undefined);
    };
  }, [session]);
}
