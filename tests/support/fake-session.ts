/** The world of an open job without browser: a store in memory, a rack whose time is turned by hand, a diagnosis that answers when it is told to. */

import { type RackSample, SAMPLE_S, SimulatedRack } from "@/core/instruments/rack";
import { rackVehicle } from "@/core/instruments/rack-vehicles";
import type { Job } from "@/core/records/job";
import type { UndoStep } from "@/core/records/undo";
import { succeed } from "@/core/result";
import type { JobPort } from "@/session/job-store";
import { createSession, type Session, type SessionPorts } from "@/session/session";
import type { DiagnosisConnection } from "@/worker/diagnosis-client";
import type { RackConnection } from "@/worker/rack-client";
import type { RackSetup } from "@/worker/rack-protocol";
import type { Verdict } from "../../src/core/diagnosis/decide/verdict";
import type { LogSample } from "../../src/core/readings/file/log-import";
import type { ReadingFile } from "../../src/core/readings/file/reading-file";

export class FakeJobs implements JobPort {
  /** Set to refuse every write. */
  refuses: Error | null = null;
  writes = 0;
  private steps: readonly UndoStep[] = [];
  private readonly listeners = new Set<() => void>();

  constructor(public job: Job | null) {}

  follow: JobPort["follow"] = (_, next) => {
    const tell = () => next(this.job === null ? null : succeed(this.job));
    this.listeners.add(tell);
    tell();
    return () => this.listeners.delete(tell);
  };

  edit: JobPort["edit"] = async (_, change) => {
    if (this.refuses) throw this.refuses;
    if (this.job === null) throw new Error("no longer stored");
    const changed = change(this.job);
    if (changed === this.job) return;
    this.writes++;
    this.job = changed;
    for (const tell of this.listeners) tell();
  };

  loadUndo = () => this.steps;
  saveUndo = (_: string, steps: readonly UndoStep[]) => {
    // Written down and read again, as a browser does it.
    this.steps = JSON.parse(JSON.stringify(steps)) as UndoStep[];
  };
}

export class FakeRack {
  readonly setups: RackSetup[] = [];
  closed = 0;
  /** Set to hold back the answer that a worker has started. */
  holdsBack = false;
  private rack: SimulatedRack | null = null;
  private tell: (samples: RackSample[]) => void = () => undefined;
  private lose: (reason: string) => void = () => undefined;
  private readonly waiting: (() => void)[] = [];

  connect = async (
    setup: RackSetup,
    onSamples: (samples: RackSample[]) => void,
    onLost: (reason: string) => void,
  ): Promise<RackConnection | null> => {
    this.setups.push(setup);
    const vehicle = rackVehicle(setup.vehicleId);
    if (!vehicle) return null;
    const rack = new SimulatedRack(vehicle, setup.chargeKg, setup.seed, setup.vacuum?.state);
    if (this.holdsBack) await new Promise<void>((resolve) => this.waiting.push(resolve));
    this.rack = rack;
    this.tell = onSamples;
    this.lose = onLost;
    const api = {
      setEngine: async (engine: Parameters<SimulatedRack["setEngine"]>[0]) => rack.setEngine(engine),
      setBlower: async (pct: number) => rack.setBlower(pct),
      setPace: async () => undefined,
      spot: async (place: Parameters<SimulatedRack["spotC"]>[0]) => rack.spotC(place),
      setContainer: async (netKg: number | null, room: number, warm: boolean) => rack.setContainer(netKg, room, warm),
      setValve: async (...args: Parameters<SimulatedRack["setValve"]>) => rack.setValve(...args),
      tareMachine: async () => rack.tareMachine(),
      setMachine: async (machine: Parameters<SimulatedRack["setMachine"]>[0]) => rack.setMachine(machine),
    };
    return {
      api: api as unknown as RackConnection["api"],
      close: () => {
        this.closed++;
      },
    };
  };

  /** Workers that were held back have started now. */
  release(): void {
    for (const go of this.waiting.splice(0)) go();
  }

  constructor(private readonly second: () => void) {}

  /** Lets the rack run on, a batch every second. */
  async run(seconds: number): Promise<void> {
    for (let t = 0; t < seconds; t++) {
      this.second();
      this.tell(Array.from({ length: 1 / SAMPLE_S }, () => this.rack!.step()));
      await settled();
    }
  }

  die(reason: string): void {
    this.lose(reason);
  }
}

export class FakeDiagnosis {
  readonly asked: { reading: ReadingFile; answer: (verdict: Verdict | null) => void; fail: (why: Error) => void }[] =
    [];
  cancelled = 0;

  connect = (): DiagnosisConnection => ({
    judge: (reading) =>
      new Promise((answer, fail) => {
        this.asked.push({ reading, answer, fail });
      }),
    cancel: () => {
      this.cancelled++;
    },
  });

  get last() {
    return this.asked.at(-1)!;
  }
}

export interface FakeWorld {
  session: Session;
  /** For a session of somebody else's. */
  ports: SessionPorts;
  jobs: FakeJobs;
  rack: FakeRack;
  diagnosis: FakeDiagnosis;
  /** What the log player was given, and how to hand moments on. */
  log: { samples: readonly LogSample[]; play: (batch: RackSample[]) => void; end: () => void };
  /** Turns both clocks, ms. */
  wait: (ms: number) => void;
}

export const FAKE_START = Date.parse("2026-06-01T10:00:00Z");

/** @param jobs a store that another session has written to: the page loaded anew. */
export function fakeWorld(job: Job | null, jobs = new FakeJobs(job)): FakeWorld {
  let elapsed = 0;
  const rack = new FakeRack(() => {
    elapsed += 1000;
  });
  const diagnosis = new FakeDiagnosis();
  const log: FakeWorld["log"] = { samples: [], play: () => undefined, end: () => undefined };
  const nowhere = () => {
    throw new Error("no worker for that here");
  };
  const ports: SessionPorts = {
    jobs,
    connectRack: rack.connect,
    playLog: (samples, play, end) => {
      Object.assign(log, { samples, play, end });
      return { setPace: () => undefined, close: () => undefined };
    },
    connectDiagnosis: diagnosis.connect,
    connectExpected: nowhere,
    connectCharge: nowhere,
    now: () => FAKE_START + elapsed,
    clock: () => elapsed,
  };
  return {
    session: createSession(job?.id ?? "nobody", ports),
    ports,
    jobs,
    rack,
    diagnosis,
    log,
    wait: (ms) => {
      elapsed += ms;
    },
  };
}

/** Lets promises that are already kept be heard. */
export async function settled(): Promise<void> {
  for (let i = 0; i < 6; i++) await Promise.resolve();
}

/** A verdict as short as can be, led by one cause. */
export function verdictOf(cause: Verdict["causes"][number]["cause"], probability = 0.9): Verdict {
  const row = (name: typeof cause, p: number) => ({
    cause: name,
    probability: p,
    present: p,
    severity: { low: 0, median: 0, high: 0 },
    for: [],
    against: [],
    seen: [],
  });
  const other = cause === "none" ? ("undercharge" as const) : ("none" as const);
  return {
    id: "fake",
    causes: [row(cause, probability), row(other, 1 - probability)],
    together: [],
    charge: null,
    nextTests: [],
    undecidedBits: 0,
    warnings: [],
  };
}
