/** Keeps the tally of the scale and the trace of the vacuum for as long as the job is open, whatever step is looked at. */

import { createStore, type StoreApi } from "zustand/vanilla";
import { leakPlaceIds } from "@/core/causes/leak-places";
import { DRAW_IN_S } from "@/core/charge/hose";
import {
  advanceLive,
  type ChargeAim,
  type ChargeCall,
  callOf,
  type LiveCharge,
  leavesContainer,
  SLOW_OPENING,
  startLive,
  type TrackPoint,
} from "@/core/charge/scale/live-charge";
import type { ChargeValve, SimulatorIssue, SimulatorSample } from "@/core/instruments/instrument-simulator";
import { drawBegun, drawEnded, drawMoved, hoseDrawnIn } from "@/core/records/bookkeeping";
import { isClosed } from "@/core/records/derived/job-leak";
import { balanceOf, chargeInputsOf, chargingHoseOf } from "@/core/records/derived/job-readings";
import type { Job } from "@/core/records/job";
import { bridgeOf } from "../instruments/live-memory";
import { type SimulatorStore, worksByHand } from "../instruments/simulator-store";
import type { JobStore } from "./job-store";
import { pressureTrace } from "./pressure-writer";
import { recoveryWriter } from "./recovery-writer";
import { traceWriter } from "./trace-writer";
import { vacuumTrace } from "./vacuum-writer";

/** Why nothing was opened, beyond what the rack itself refuses. */
export type DeskIssue = SimulatorIssue | { code: "weight-is-in" } | { code: "not-tared" };

export interface Desk {
  /** Container on the scale. */
  onScale: string | null;
  live: LiveCharge | null;
  call: ChargeCall | null;
  /** While the hose is drawn in: how much longer, s. */
  drawInLeftS: number | null;
  /** Points of this charge: scale and pressures, for the picture. */
  track: readonly TrackPoint[];
  putOn: (containerId: string) => Promise<DeskIssue | null>;
  open: (valve: Exclude<ChargeValve, "shut">) => Promise<DeskIssue | null>;
  shut: () => Promise<DeskIssue | null>;
  /** Now, on the clock of the vacuum's trace, s. */
  vacuumClock: () => number;
  /** Now, on the clock of the pressure test, s. */
  pressureClock: () => number;
}

export interface DeskStore extends StoreApi<Desk> {
  start: () => () => void;
}

interface Fold {
  live: LiveCharge | null;
  aim: ChargeAim | null;
  /** Newest sample that was taken in, and newest point of the track. */
  seen: number;
  tracked: number;
  /** The valve has been told to throttle; it has been seen open since it was told to. */
  slow: boolean;
  flowed: boolean;
  /** Since when the hose has been drawn in. */
  hoseSince: number | null;
}

function nothingOn(): Fold {
  const never = Number.NEGATIVE_INFINITY;
  return { live: null, aim: null, seen: -1, tracked: never, slow: false, flowed: false, hoseSince: null };
}

/** Above this high side charging stops, kPa gauge: well under relief valve and pressure switch. */
const MOST_HIGH_KPA = 2200;
/** A charge of an hour at half a point a second. */
const MOST_TRACK = 3600;
const TRACK_EVERY_S = 1;
/** Turning slower than this it stands. */
const RUNS_RPM = 200;

/** The open desk of one job: its stores, and the tally in the making. */
interface DeskContext {
  jobs: JobStore;
  rack: SimulatorStore;
  store: StoreApi<Desk>;
  fold: Fold;
  instant: () => string;
}

export function createDeskStore(jobs: JobStore, rack: SimulatorStore, now: () => number = Date.now): DeskStore {
  const vacuum = traceWriter(jobs, rack, now, vacuumTrace);
  const pressure = traceWriter(jobs, rack, now, pressureTrace);
  const store = createStore<Desk>((_, get) => ({
    onScale: null,
    live: null,
    call: null,
    drawInLeftS: null,
    track: [],
    vacuumClock: vacuum.clock,
    pressureClock: pressure.clock,
    putOn: (containerId) => putOnScale(desk, containerId),
    open: (valve) => (valve === "hose-low" ? openHose(desk, valve) : openContainer(desk, valve, get().onScale)),
    shut: () => rack.getState().setValve("shut"),
  }));
  const desk: DeskContext = { jobs, rack, store, fold: nothingOn(), instant: () => new Date(now()).toISOString() };

  const start = () => {
    const ends = [...followDesk(desk), vacuum.start(), pressure.start(), recoveryWriter(jobs, rack, now)];
    return () => {
      for (const end of ends) end();
    };
  };
  return Object.assign(store, { start });
}

/** Shows the tally as it stands, with what is to be done now. */
function show({ rack, store, fold }: DeskContext, change: Partial<Desk> = {}): void {
  const { live, aim } = fold;
  const time = rack.getState().latest?.time ?? 0;
  store.setState({ ...change, live, call: live === null || aim === null ? null : callOf(live, aim, time) });
}

const record = ({ jobs }: DeskContext, change: (job: Job) => Job) => jobs.getState().record(change);

/** Puts a container on the scale; nothing where the job has none of that id or no charge can be worked out. */
async function putOnScale(desk: DeskContext, containerId: string): Promise<DeskIssue | null> {
  const { rack } = desk;
  const { job } = desk.jobs.getState();
  const inputs = job && chargeInputsOf(job);
  const balance = job && balanceOf(job);
  if (!inputs || !balance?.ok) return null;
  const container = balance.value.perContainer.find(({ id }) => id === containerId);
  if (!container) return null;
  const { fromContainersG, hosesG, purgedG } = balance.value;
  const aim: ChargeAim = { containerG: container.leftG, wantedG: fromContainersG, mostHighKpa: MOST_HIGH_KPA };
  const hose = chargingHoseOf(job);
  const line =
    hose === null
      ? null
      : {
          heldKg: hosesG / 1000,
          liquidKg: hose.liquid / 1000,
          vapourKg: hose.vapour / 1000,
          drawnInKg: hose["drawn-in"] / 1000,
          purgeKg: Math.max(inputs.purgeG - purgedG, 0) / 1000,
        };
  const { tracked } = desk.fold;
  desk.fold = { ...nothingOn(), live: startLive(), aim, seen: rack.getState().latest?.time ?? -1, tracked };
  show(desk, { onScale: containerId });
  const put = { id: containerId, netKg: container.leftG / 1000 };
  return rack.getState().setContainer(put, line, job.charge.warmWater);
}

async function openHose({ rack }: DeskContext, valve: "hose-low"): Promise<DeskIssue | null> {
  return (await rack.getState().setMachine("off")) ?? rack.getState().setValve(valve);
}

/** Opens the container on the scale and begins its draw in the log. */
async function openContainer(
  desk: DeskContext,
  valve: "liquid-high" | "vapour-low",
  onScale: string | null,
): Promise<DeskIssue | null> {
  const { rack, fold } = desk;
  const { job } = desk.jobs.getState();
  if (onScale === null || job === null || fold.aim === null || fold.live === null) return { code: "no-container" };
  if (!fold.live.tared) return { code: "not-tared" };
  const leftG = fold.aim.containerG - fold.live.drawnG;
  const balance = balanceOf(job);
  if (balance?.ok) {
    // Hoses or purge may have been corrected since it was put on.
    const wantedG = fold.live.drawnG + balance.value.fromContainersG;
    fold.aim = { ...fold.aim, wantedG };
    show(desk);
  }
  const { aim, live } = fold;
  if (aim.wantedG - live.drawnG <= 0.5) return { code: "weight-is-in" };
  const stopped = await rack.getState().setMachine("off");
  if (stopped !== null) return stopped;
  Object.assign(desk.fold, { slow: false, flowed: false });
  const issue = await rack.getState().setValve(valve, Math.max(0, aim.containerG - aim.wantedG) / 1000);
  if (issue === null) {
    const { offsetG } = live;
    record(desk, (stored) =>
      stored.charge.open?.containerId === onScale
        ? stored
        : drawBegun(stored, { containerId: onScale, leftG, offsetG, valve }, desk.instant()),
    );
  }
  return issue;
}

/** By its speed, or, where none is measured, as the hand at the engine has said. */
function engineRuns({ rack }: DeskContext, { rpm }: SimulatorSample): boolean {
  return rpm === null ? rack.getState().engine !== "off" : rpm > RUNS_RPM;
}

/** The hose is in once the low side has drawn on it for long enough. */
function watchHose(desk: DeskContext, { valve, time }: SimulatorSample): void {
  const { store, fold } = desk;
  if (valve !== "hose-low") {
    fold.hoseSince = null;
    if (store.getState().drawInLeftS !== null) store.setState({ drawInLeftS: null });
    return;
  }
  fold.hoseSince ??= time;
  const drawInLeftS = Math.max(0, fold.hoseSince + DRAW_IN_S - time);
  store.setState({ drawInLeftS });
  if (drawInLeftS === 0 && desk.jobs.getState().job?.charge.hoseHolds !== "drawn-in") record(desk, hoseDrawnIn);
}

function takeIn(desk: DeskContext, samples: readonly SimulatorSample[]): void {
  const latest = samples.at(-1);
  if (latest !== undefined) watchHose(desk, latest);
  const { fold, rack, store } = desk;
  const { live: tally, aim } = fold;
  if (tally === null || aim === null) return;
  const fresh = samples.filter(({ time }) => time > fold.seen);
  if (fresh.length === 0) return;
  let live = tally;
  const points: TrackPoint[] = [];
  for (const sample of fresh) {
    live = advanceLive(live, { ...sample, engineOn: engineRuns(desk, sample) }, aim);
    if (leavesContainer(sample.valve)) fold.flowed = true;
    if (sample.time - fold.tracked < TRACK_EVERY_S) continue;
    fold.tracked = sample.time;
    points.push(pointOf(sample, live));
  }
  const { valve, time } = fresh.at(-1)!;
  const { call } = callOf(live, aim, time);
  // The simulated hand throttles when it is told to; a real one reads it from the screen.
  if (call === "slow" && leavesContainer(valve) && !fold.slow) {
    fold.slow = true;
    void rack.getState().setValve(valve, (aim.containerG - aim.wantedG) / 1000, SLOW_OPENING);
  }
  fold.live = live;
  fold.seen = time;
  show(desk, { track: [...store.getState().track, ...points].slice(-MOST_TRACK) });
  const leftG = aim.containerG - live.drawnG;
  // Between the order to open and the valve's answer a sample or two still say shut.
  const ended = call === "shut" && fold.flowed;
  record(desk, (stored) => {
    const moved = drawMoved(stored, leftG, live.offsetG);
    return ended ? drawEnded(moved, desk.instant()) : moved;
  });
}

/** A new connection begins its clock anew, with nothing on the scale; the valve shut when its worker went. */
function clearDesk(desk: DeskContext): void {
  desk.fold = nothingOn();
  desk.store.setState({ onScale: null, live: null, call: null, drawInLeftS: null, track: [] });
  record(desk, (stored) => drawEnded(stored, desk.instant()));
}

/** A draw that was open when the page went, with its container still on the scale: the first weight says what went on meanwhile. */
function resumeDraw(desk: DeskContext): void {
  const { job } = desk.jobs.getState();
  const open = job?.charge.open ?? null;
  if (job === null || open === null) return;
  const balance = balanceOf(job);
  const { standing, source, setValve } = desk.rack.getState();
  const byHand = worksByHand(source);
  if ((!byHand && standing?.onScale !== open.containerId) || !balance?.ok) {
    record(desk, (stored) => drawEnded(stored, desk.instant()));
    return;
  }
  const { startG, nowG, offsetG } = open;
  const drawnG = startG - nowG;
  const wantedG = drawnG + balance.value.fromContainersG;
  const aim: ChargeAim = { containerG: startG, wantedG, mostHighKpa: MOST_HIGH_KPA };
  desk.fold = { ...nothingOn(), live: startLive({ drawnG, offsetG }), aim, flowed: true };
  if (byHand) void setValve(open.valve === "liquid-low" || open.valve === "vapour-high" ? "shut" : open.valve);
  show(desk, { onScale: open.containerId });
}

/** A pump that ran when the page went runs on when the rack is back. */
function resumePump({ jobs, rack }: DeskContext): void {
  const { job } = jobs.getState();
  const { machine, setMachine } = rack.getState();
  const ran = job !== null && job.evacuate.marks.at(-1)?.kind === "pump" && job.evacuate.simulated !== null;
  if (ran && machine === "off") void setMachine("pump");
}

/** The simulated vehicle has what was repaired. */
function tellRepairs({ jobs, rack }: DeskContext): void {
  const { job } = jobs.getState();
  const { status, closeLeaks } = rack.getState();
  const closed = job === null ? [] : leakPlaceIds.filter((place) => isClosed(job, place));
  if (status === "running" && closed.length > 0) void closeLeaks(closed);
}

/** Follows job and rack; gives the ways to stop. */
function followDesk(desk: DeskContext): (() => void)[] {
  const { jobs, rack } = desk;
  return [
    // Without a rack to come back there is nothing that an open draw could go on from.
    jobs.subscribe(({ job, desk: holds }, before) => {
      const opens = holds === "held" && job !== null && (before.desk !== "held" || before.job === null);
      const comesBack = job !== null && (job.rackVehicle !== null || bridgeOf(job.id) !== null);
      if (opens && !comesBack && rack.getState().status === "off") clearDesk(desk);
    }),
    jobs.subscribe(({ job }, before) => {
      if (job?.repair !== before.job?.repair) tellRepairs(desk);
    }),
    rack.subscribe((state, before) => {
      if (state.status !== before.status) {
        if (state.status === "running") {
          resumeDraw(desk);
          resumePump(desk);
          tellRepairs(desk);
        } else if (state.status !== "connecting") clearDesk(desk);
      }
      if (state.samples !== before.samples && state.status === "running") takeIn(desk, state.samples);
    }),
  ];
}

function pointOf(sample: SimulatorSample, live: LiveCharge): TrackPoint {
  return {
    time: sample.time,
    rateGPerMin: leavesContainer(sample.valve) ? live.rateGPerS * 60 : 0,
    low: sample.low,
    high: sample.high,
  };
}
