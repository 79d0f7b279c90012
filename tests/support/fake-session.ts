/** The world of an open job without browser: a store in memory, a rack whose time is turned by hand, a diagnosis that answers when it is told to. */

import { InstrumentSimulator, SAMPLE_S, type SimulatorSample } from "@/core/instruments/instrument-simulator";
import { simulatedVehicle } from "@/core/instruments/simulated-vehicles";
import type { SimulatorState } from "@/core/instruments/simulator-state";
import type { Job } from "@/core/records/job";
import type { UndoStep } from "@/core/records/undo";
import { succeed } from "@/core/result";
import type { DeskListener } from "@/data/desk-lock";
import type { JobPort } from "@/session/job/job-port";
import { createSession, type Session, type SessionPorts } from "@/session/session";
import type { DiagnosisConnection } from "@/worker/diagnosis-client";
import type { SimulatorConnection } from "@/worker/simulator-client";
import type { OnSamples, SimulatorSetup } from "@/worker/simulator-protocol";
import type { Diagnosis } from "../../src/core/diagnosis/decide/diagnosis";
import { causeClasses } from "../../src/core/diagnosis/weigh/classes";
import type { ReadingFile } from "../../src/core/readings/file/reading-file";

interface Claim {
  listener: DeskListener;
  takeOver: () => void;
  release: () => void;
}

class FakeJobs implements JobPort {
  /** Set to refuse every write. */
  refuses: Error | null = null;
  writes = 0;
  /** The rack as it was stored last. */
  rack: SimulatorState | null = null;
  private readonly claims: Claim[] = [];
  private steps: readonly UndoStep[] = [];
  private readonly listeners = new Set<() => void>();

  constructor(public job: Job | null) {}

  follow: JobPort["follow"] = (_, next) => {
    const tell = () => next(this.job === null ? null : succeed(this.job));
    this.listeners.add(tell);
    tell();
    return () => this.listeners.delete(tell);
  };

  edit: JobPort["edit"] = async (_, change, rack = null) => {
    if (this.refuses) throw this.refuses;
    if (this.job === null) throw new Error("no longer stored");
    if (rack !== null) this.rack = structuredClone(rack);
    const changed = change(this.job);
    if (changed === this.job) return changed;
    this.writes++;
    this.job = { ...changed, updatedAt: new Date(Date.parse(this.job.updatedAt) + 1).toISOString() };
    this.tell();
    return this.job;
  };

  /** Another hand changes what is stored. */
  async change(change: (job: Job) => Job): Promise<void> {
    await this.edit("", change, null);
    await settled();
  }

  remove(): void {
    this.job = null;
    this.tell();
  }

  putBack: JobPort["putBack"] = async (job) => {
    this.job = job;
    this.tell();
  };

  mend: JobPort["mend"] = async () => null;

  loadRack = async (): Promise<unknown> => structuredClone(this.rack);

  claimDesk: JobPort["claimDesk"] = (_, listener) => {
    const claim = { listener, takeOver: () => void this.handTo(claim), release: () => void this.letGo(claim) };
    this.claims.push(claim);
    if (this.claims.length === 1) listener.held();
    else listener.elsewhere();
    return claim;
  };

  takeOverJob: JobPort["takeOverJob"] = async () => undefined;

  /** Refused writes, in order. */
  readonly remembered: string[] = [];
  unsaved: NonNullable<JobPort["unsaved"]> = {
    refused: (job, base, reason, open) =>
      void this.remembered.push(
        `refused ${job.altitude.text} on ${base?.altitude.text}: ${reason}${open ? "" : ", closed"}`,
      ),
    stored: () => void this.remembered.push("stored"),
    closed: () => void this.remembered.push("closed"),
  };

  /** Change left unstored by a page before; nothing, unless a test says so. */
  left: JobPort["left"];

  /** Nothing that is drawn waits in a test. */
  calm = null;

  /** The page is about to go. */
  leave: () => void = () => undefined;
  onLeave: JobPort["onLeave"] = (flush) => {
    this.leave = flush;
    return () => undefined;
  };

  private async handTo(claim: Claim): Promise<void> {
    const holder = this.claims[0]!;
    await holder.listener.handOver();
    this.claims.splice(this.claims.indexOf(claim), 1);
    this.claims.unshift(claim);
    claim.listener.held();
  }

  private letGo(claim: Claim): void {
    const at = this.claims.indexOf(claim);
    if (at >= 0) this.claims.splice(at, 1);
    if (at === 0) this.claims[0]?.listener.held();
  }

  private tell(): void {
    for (const tell of this.listeners) tell();
  }

  loadUndo = () => this.steps;
  saveUndo = (_: string, steps: readonly UndoStep[]) => {
    // Written down and read again, as a browser does it.
    this.steps = JSON.parse(JSON.stringify(steps)) as UndoStep[];
  };
}

class FakeSimulator {
  readonly setups: SimulatorSetup[] = [];
  closed = 0;
  /** Set to hold back the answer that a worker has started. */
  holdsBack = false;
  /** Set to answer no act any more, as a worker that was ended. */
  hangs = false;
  private rack: InstrumentSimulator | null = null;
  private tell: OnSamples = () => undefined;
  private lose: (reason: string) => void = () => undefined;
  private readonly waiting: (() => void)[] = [];

  connect = async (
    setup: SimulatorSetup,
    onSamples: OnSamples,
    onLost: (reason: string) => void,
  ): Promise<SimulatorConnection | null> => {
    this.setups.push(setup);
    const vehicle = simulatedVehicle(setup.vehicleId);
    if (!vehicle) return null;
    const rack = new InstrumentSimulator(vehicle, setup.chargeKg, setup.seed, setup.vacuum?.state, setup.resume?.state);
    if (this.holdsBack) await new Promise<void>((resolve) => this.waiting.push(resolve));
    this.rack = rack;
    this.tell = onSamples;
    this.lose = onLost;
    const api = {
      setEngine: async (engine: Parameters<InstrumentSimulator["setEngine"]>[0]) => rack.setEngine(engine),
      setBlower: async (pct: number) => rack.setBlower(pct),
      setPace: async () => undefined,
      spot: async (place: Parameters<InstrumentSimulator["spotC"]>[0]) => rack.spotC(place),
      setContainer: async (...args: Parameters<InstrumentSimulator["setContainer"]>) => rack.setContainer(...args),
      setValve: async (...args: Parameters<InstrumentSimulator["setValve"]>) => rack.setValve(...args),
      pressurise: async (...args: Parameters<InstrumentSimulator["pressurise"]>) => rack.pressurise(...args),
      releaseTestGas: async () => rack.releaseTestGas(),
      closeLeaks: async (places: Parameters<InstrumentSimulator["closeLeaks"]>[0]) => rack.closeLeaks(places),
      sniff: async (place: Parameters<InstrumentSimulator["sniffGYear"]>[0]) => rack.sniffGYear(place),
      tareMachine: async () => rack.tareMachine(),
      setMachine: async (machine: Parameters<InstrumentSimulator["setMachine"]>[0]) => rack.setMachine(machine),
    };
    return {
      api: new Proxy(api, {
        get: (acts, name) => (this.hangs ? () => new Promise(() => undefined) : acts[name as keyof typeof acts]),
      }) as unknown as SimulatorConnection["api"],
      standing: rack.standing,
      close: () => {
        this.closed++;
      },
    };
  };

  /** Workers that were held back have started now. */
  release(): void {
    for (const go of this.waiting.splice(0)) go();
  }

  /** Actual charge of the simulated car. */
  get current(): InstrumentSimulator | null {
    return this.rack;
  }

  constructor(private readonly second: () => void) {}

  /** Lets the rack run on, a batch every second. */
  async run(seconds: number): Promise<void> {
    for (let t = 0; t < seconds; t++) {
      this.second();
      const samples = Array.from({ length: 1 / SAMPLE_S }, () => this.rack!.step());
      this.tell(samples, this.rack!.state);
      await settled();
    }
  }

  /** Batches that come faster than the clock moves. */
  async burst(batches: number): Promise<void> {
    for (let i = 0; i < batches; i++) {
      this.tell(
        Array.from({ length: 1 / SAMPLE_S }, () => this.rack!.step()),
        this.rack!.state,
      );
      await settled();
    }
  }

  die(reason: string): void {
    this.lose(reason);
  }
}

class FakeDiagnosis {
  readonly asked: { reading: ReadingFile; answer: (verdict: Diagnosis | null) => void; fail: (why: Error) => void }[] =
    [];
  cancelled = 0;

  connect = (): DiagnosisConnection => ({
    judge: (readings) =>
      new Promise((answer, fail) => {
        this.asked.push({ reading: readings[0]!, answer, fail });
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
  rack: FakeSimulator;
  diagnosis: FakeDiagnosis;
  /** Arguments of the log player, and a way to send moments. */
  log: { play: (batch: SimulatorSample[]) => void; end: () => void };
  /** Turns both clocks, ms. */
  wait: (ms: number) => void;
}

export const FAKE_START = Date.parse("2026-06-01T10:00:00Z");

/** @param jobs a store that another session has written to: the page loaded anew. */
export function fakeWorld(job: Job | null, jobs = new FakeJobs(job)): FakeWorld {
  let elapsed = 0;
  const rack = new FakeSimulator(() => {
    elapsed += 1000;
  });
  const diagnosis = new FakeDiagnosis();
  const log: FakeWorld["log"] = { play: () => undefined, end: () => undefined };
  const nowhere = () => {
    throw new Error("no worker for that here");
  };
  const ports: SessionPorts = {
    jobs,
    connectRack: rack.connect,
    playLog: (_, play, end) => {
      Object.assign(log, { play, end });
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
  for (let i = 0; i < 20; i++) await Promise.resolve();
}

/** A verdict as short as can be, led by one cause. */
export function verdictOf(cause: Diagnosis["causes"][number]["cause"], probability = 0.9): Diagnosis {
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
    classes: causeClasses.map((acting) => {
      if (acting.length > 1) return 0;
      const own = acting[0] ?? "none";
      return own === cause ? probability : own === other ? 1 - probability : 0;
    }),
    evidence: [],
    together: [],
    charge: null,
    nextTests: [],
    undecidedBits: 0,
    warnings: [],
  };
}
