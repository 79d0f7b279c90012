/**
 * One run at the car of a case: the acts, the clock they cost, what was read and when. It is kept as its acts alone, and played again from them to the
 * same readings: nothing is lost when the page goes, and a debrief can be made of it years later.
 */
import type { HoldPoint } from "../charge/vacuum/hold";
import { judgeHold } from "../charge/vacuum/judge-hold";
import { innerVolumeM3 } from "../circuit/vehicle/vehicle";
import { fluidTable } from "../fluids/tables";
import { SAMPLE_S } from "../instruments/instrument-simulator";
import { seededNoise } from "../maths/noise";
import { channels, type StreamChannel, streamChannels, takenChannels } from "../readings/channels";
import type { RunningSetting } from "../readings/file/reading-file";
import { cycleOfStream, judgeStream, type StreamCycle } from "../readings/stream/judged-stream";
import { followShutOff, MET_WITHIN_KPA } from "../readings/stream/shut-off";
import {
  actSpecs,
  CAN_ACT_G,
  channelActs,
  type DrillAct,
  drillActs,
  drillChannels,
  type Precondition,
} from "./drill-acts";
import { type CarEvent, DrillCar, type DrillSample } from "./drill-car";
import { actsOf, type DrillCase } from "./drill-case";
import { type DrillReadings, nothingRead, type Speed } from "./drill-readings";
import type { Found } from "./drill-shapes";
import { BELIEF_AT_S, type Doing, type DrillStep } from "./drill-steps";
import type { CheckAct, Finding } from "./drill-troubles";
import { type Felt, looksOf } from "./looks";

export type RunEvent =
  | {
      atS: number;
      kind: "act";
      act: DrillAct;
      tookS: number;
      felt: Felt | null;
      found: readonly Found[];
      finding: Finding | null;
    }
  | { atS: number; kind: "engine"; engine: "off" | "idle" | "fast" }
  | ({ atS: number } & CarEvent);

/** The readings after something new was to be read of the car. */
export interface ReadingMoment {
  atS: number;
  readings: DrillReadings;
  /** Names of what is new: "idle low", "rest", "look". */
  news: string[];
}

export type Refusal =
  | { code: "over" }
  | { code: "not-on-offer" }
  | { code: "engine-off" }
  | { code: "engine-on" }
  | { code: "no-gauges" }
  | { code: "already" }
  | { code: "empty" }
  | { code: "not-empty" }
  /** The learner is asked what they think, and has not said it. */
  | { code: "belief-first" };

type CanAct = NonNullable<(typeof actSpecs)[DrillAct]["can"]>;

const unmetCodes = {
  "engine-on": "engine-off",
  "engine-off": "engine-on",
  gauges: "no-gauges",
  once: "already",
  refrigerant: "empty",
  recovered: "not-empty",
} as const satisfies Record<Precondition, Refusal["code"]>;

/** Readings are looked at so often, s. */
const LOOK_S = 15;
const LOOK_SAMPLES = LOOK_S / SAMPLE_S;
const MINUTE_SAMPLES = 60 / SAMPLE_S;
/** Judged period, s. */
const REACH_S = 170;
/** A car that has stood so long is at rest. */
const RESTED_S = 1500;
/** A value that moved less than this is the same reading: kPa low, kPa high, K and %. */
const SAME = { lowKpa: 6, highKpa: 20, other: 0.8 } as const;
/** Batches of an act that is watched, samples. */
const BATCH = 40;
const MEAN_S = 8;
/** A pump runs and a hold lasts so long, min; an electronic gauge errs by this share. */
const PUMP_MIN = 40;
const HOLD_MIN = 30;
const GAUGE_SHARE = 0.01;

const checks: readonly DrillAct[] = ["identify", "scan", "fan-check", "service-data", "vacuum-hold"];
const isCheck = (act: DrillAct): act is CheckAct => checks.includes(act);

/** The machine runs on so long after nothing more comes, samples: the scale has settled by then. */
const EMPTY_SAMPLES = 120;

export class DrillRun {
  private readonly car: DrillCar;
  readonly script: DrillStep[] = [];
  readonly events: RunEvent[] = [];
  readonly told: ReadingMoment[] = [];
  readings: DrillReadings = nothingRead;
  /** Samples since the car came in. */
  at = 0;
  private recent: DrillSample[] = [];
  private sinceS = 0;
  private stoodS = RESTED_S;
  private weighed = false;
  private holdPoints: HoldPoint[] = [];

  constructor(readonly given: DrillCase) {
    this.car = new DrillCar(given);
  }

  get atS(): number {
    return this.at * SAMPLE_S;
  }

  get engine() {
    return this.car.engineState;
  }

  get connected() {
    return this.car.isConnected;
  }

  get grams() {
    return this.car.grams;
  }

  get committed(): Extract<DrillStep, { does: "commit" }> | null {
    const last = this.script.at(-1);
    return last?.does === "commit" ? last : null;
  }

  /** By accident or by answer. */
  get isOver(): boolean {
    return this.car.isBroken || this.committed !== null;
  }

  get beliefDue(): boolean {
    const given = this.script.filter(({ does }) => does === "belief").length;
    const due = BELIEF_AT_S.filter((s) => this.atS >= s).length;
    return !this.isOver && due > given;
  }

  /** State of the connected gauges: the slowest decides. */
  get settled(): "off" | "waiting" | "settling" | "cycling" | "steady" {
    if (this.engine === "off") return "off";
    const judged = judgeStream(this.recent, this.sinceS);
    const states = streamChannels
      .filter(
        (channel) => channel !== "ambient" && drillChannels.some((one) => one === channel && this.connected.has(one)),
      )
      .map((channel) => judged.states[channel].state);
    const order = ["waiting", "settling", "cycling", "steady"] as const;
    if (states.length === 0) return "waiting";
    if (states.includes("cycling") && cycleOfStream(this.recent, this.sinceS, judged) === null) return "settling";
    return order.find((state) => states.some((one) => one === state))!;
  }

  refusal(step: Doing): Refusal | null {
    if (this.isOver) return { code: "over" };
    if (step.does === "belief" || step.does === "commit") return null;
    // An engine may always be stopped.
    if (step.does === "engine" && step.engine === "off") return null;
    const asked: Refusal | null = this.beliefDue ? { code: "belief-first" } : null;
    if (step.does === "engine") return asked;
    const { act } = step;
    const spec = actSpecs[act];
    if (spec.offered !== "beside" && !actsOf(this.given).includes(act)) return { code: "not-on-offer" };
    const unmet = (spec.needs ?? []).map((need) => (this.meets(need, act) ? null : unmetCodes[need]));
    // Done before anything else is asked.
    const done = unmet.find((code) => code === "already" || code === "empty");
    const code = done ?? asked?.code ?? unmet.find((one) => one !== null);
    return code == null ? null : { code };
  }

  private meets(need: Precondition, act: DrillAct): boolean {
    switch (need) {
      case "engine-on":
        return this.engine !== "off";
      case "engine-off":
        return this.engine === "off";
      case "gauges":
        return this.connected.has("high");
      case "refrigerant":
        return !this.weighed;
      case "recovered":
        return this.weighed;
      case "once": {
        const own = drillChannels.filter((channel) => channelActs[channel] === act);
        return own.length > 0
          ? own.some((channel) => !this.connected.has(channel))
          : !this.events.some((event) => event.kind === "act" && event.act === act);
      }
    }
  }

  /** Acts not possible now, and why. */
  get refusals(): Partial<Record<DrillAct, Refusal["code"]>> {
    return Object.fromEntries(
      drillActs.flatMap((act) => {
        const refused = this.refusal({ does: "act", act });
        return refused === null ? [] : [[act, refused.code]];
      }),
    );
  }

  /** Time passes with nobody doing anything. */
  live(samples: number): DrillSample[] {
    const made: DrillSample[] = [];
    for (let i = 0; i < samples && !this.isOver; i++) made.push(this.step());
    return made;
  }

  /** Does one thing and yields what the instruments show meanwhile. Errors: RangeError for what {@link refusal} refuses. */
  *act(given: Doing): Generator<DrillSample[]> {
    const refused = this.refusal(given);
    if (refused !== null) throw new RangeError(`refused: ${refused.code}`);
    const step = { at: this.at, ...given } as DrillStep;
    this.script.push(step);
    if (step.does === "belief" || step.does === "commit") return;
    if (step.does === "engine") {
      this.changed();
      this.car.setEngine(step.engine);
      this.events.push({ atS: this.atS, kind: "engine", engine: step.engine });
      return;
    }
    const { act } = step;
    const fromS = this.atS;
    const event = {
      atS: fromS,
      kind: "act" as const,
      act,
      tookS: 0,
      felt: null as Felt | null,
      found: [] as Found[],
      finding: null as Finding | null,
    };
    this.events.push(event);
    yield* this.during(act);
    if (act === "look") event.found = looksOf(this.given);
    if (act === "feel" && step.part) {
      event.felt = this.car.feel(step.part);
      if (event.felt.found !== null) event.found = [event.felt.found];
      this.takeCarEvents();
    }
    event.tookS = this.atS - fromS;
    if (isCheck(act)) this.prove(event, act);
    if (event.found.length > 0) this.see(event.found);
    else if (act === "look") this.tell(["look"]);
  }

  private *during(act: DrillAct): Generator<DrillSample[]> {
    const { minutes, can } = actSpecs[act];
    const most = Math.round(minutes * MINUTE_SAMPLES);
    if (act === "recover") yield* this.recovering(most);
    else if (act === "vacuum-hold") yield* this.holding();
    else if (can !== undefined) yield* this.chargingFromCan(can, most);
    else if (act === "shut-off") yield* this.equalising(most);
    else if (act === "settle") yield* this.settling(most);
    else {
      if (act === "load") {
        this.changed();
        this.car.load();
      }
      yield* this.pass(most, () => false);
      if (act === "reseat") {
        this.car.reseat();
        this.changed();
      } else this.car.connect(act);
    }
  }

  private *recovering(most: number): Generator<DrillSample[]> {
    this.changed();
    // From here on the values are no readings of the car.
    this.weighed = true;
    this.car.recover(true);
    const end = this.at + most;
    let empty = 0;
    yield* this.pass(most, () => {
      empty = this.car.isEmpty ? empty + 1 : 0;
      return empty > EMPTY_SAMPLES;
    });
    this.car.recover(false);
    // The remaining minutes are work at the machine: nothing of the car changes.
    this.car.skip(end - this.at);
    this.at = end;
    this.readings = { ...this.readings, recoveredG: Math.round(this.car.grams.recoveredG) };
    this.tell(["weighed"]);
  }

  /** Pump, then hold; the pressures are read once a minute. */
  private *holding(): Generator<DrillSample[]> {
    this.changed();
    this.car.pump(true);
    yield* this.pass(PUMP_MIN * MINUTE_SAMPLES, () => false);
    this.car.pump(false);
    const noise = seededNoise(this.given.spread + 31);
    this.holdPoints = [];
    for (let minute = 0; minute <= HOLD_MIN; minute++) {
      const kpa = this.car.vacuumKpa;
      if (kpa !== null)
        this.holdPoints.push({ time: minute * 60, kpa: Math.max(kpa * (1 + GAUGE_SHARE * noise.normal()), 1e-4) });
      if (minute < HOLD_MIN) yield* this.pass(MINUTE_SAMPLES, () => false);
    }
  }

  private holdFinding(): Finding | null {
    const points = this.holdPoints;
    const [first, last] = [points[0], points.at(-1)];
    const { ambientC, altitudeM } = this.given.state.conditions;
    if (first === undefined || last === undefined) return null;
    const judged = judgeHold(points, {
      volumeM3: innerVolumeM3(this.car.circuitVehicle),
      coldestWallC: ambientC,
      altitudeM,
      gauge: "electronic",
      standingKpa: fluidTable(this.given.state.label.refrigerant).saturationPressureKpa(ambientC),
    });
    return {
      check: "vacuum-hold",
      fromKpa: first.kpa,
      toKpa: last.kpa,
      minutes: HOLD_MIN,
      verdict: judged.ok ? judged.value.verdict : "undecided",
    };
  }

  private prove(event: { finding: Finding | null }, act: CheckAct): void {
    event.finding = act === "vacuum-hold" ? this.holdFinding() : this.car.check(act);
    if (event.finding === null) return;
    this.readings = { ...this.readings, findings: [...this.readings.findings, event.finding] };
    this.tell([act]);
  }

  private *chargingFromCan(can: CanAct, most: number): Generator<DrillSample[]> {
    // Earlier readings belong to another charge.
    this.changed();
    this.readings = { ...nothingRead, found: this.readings.found, findings: this.readings.findings };
    this.car.openCan({ ...can, grams: CAN_ACT_G });
    yield* this.pass(most, () => {
      if (this.car.canFlows) this.changed();
      return !this.car.canFlows;
    });
    this.car.openCan(null);
  }

  private *equalising(most: number): Generator<DrillSample[]> {
    this.changed();
    this.car.setEngine("off");
    const from = this.at;
    const since: DrillSample[] = [this.recent.at(-1)!];
    const follow = () =>
      followShutOff(since.map(({ time, rpm, low, high }) => ({ time, rpm: rpm ?? 0, low: low ?? 0, high: high ?? 0 })));
    yield* this.pass(most, (made) => {
      since.push(...made);
      return since.length % 20 === 0 && follow().state === "met";
    });
    const end = follow();
    // Sides that never stood apart cannot be timed.
    const apart = end.state === "watching" || end.state === "approaching" ? end.apartKpa > MET_WITHIN_KPA : false;
    if (end.state !== "met" && !apart) return;
    const seconds = end.state === "met" ? Math.round(end.seconds) : Math.round((this.at - from) * SAMPLE_S);
    this.readings = { ...this.readings, equalise: { seconds, equalised: end.state === "met" } };
    this.tell(["shut-off"]);
  }

  private *settling(most: number): Generator<DrillSample[]> {
    let looked = 0;
    yield* this.pass(most, () => {
      if (++looked % LOOK_SAMPLES !== 0) return false;
      const { settled } = this;
      return settled === "steady" || settled === "cycling";
    });
    this.read();
  }

  /** Lets time go by, in batches, until it is enough. */
  private *pass(most: number, enough: (made: DrillSample[]) => boolean): Generator<DrillSample[]> {
    let batch: DrillSample[] = [];
    for (let i = 0; i < most && !this.car.isBroken; i++) {
      const sample = this.step();
      batch.push(sample);
      const stop = enough([sample]);
      if (batch.length === BATCH || stop) {
        yield batch;
        batch = [];
      }
      if (stop) return;
    }
    if (batch.length > 0) yield batch;
  }

  private step(): DrillSample {
    const sample = this.car.step();
    this.at++;
    this.stoodS = this.engine === "off" ? this.stoodS + SAMPLE_S : 0;
    this.recent.push(sample);
    if (this.recent.length > (2 * REACH_S) / SAMPLE_S) this.recent = this.recent.slice(-REACH_S / SAMPLE_S);
    this.takeCarEvents();
    if (this.at % LOOK_SAMPLES === 0) this.read();
    return sample;
  }

  private takeCarEvents(): void {
    for (const event of this.car.takeEvents()) this.events.push({ atS: this.atS, ...event });
  }

  /** From here on the needles answer to something else. */
  private changed(): void {
    this.sinceS = this.atS;
  }

  private see(found: readonly Found[]): void {
    const known = this.readings.found;
    const more = found.filter(({ part, sign }) => !known.some((one) => one.part === part && one.sign === sign));
    if (more.length === 0) return;
    this.readings = { ...this.readings, found: [...known, ...more] };
    this.tell(more.map(({ part, sign }) => `${sign} ${part}`));
  }

  private tell(news: string[]): void {
    this.told.push({ atS: this.atS, readings: this.readings, news });
  }

  /** Takes what has settled; the same rules as at a real car. */
  private read(): void {
    if (this.connected.size === 0 || this.weighed || this.car.canFlows) return;
    if (this.engine === "off" && this.stoodS < RESTED_S) return;
    const judged = judgeStream(this.recent, this.sinceS);
    if (this.engine === "off") {
      const { low, high } = judged.states;
      if (low.state !== "steady") return;
      const rest = {
        lowKpa: Math.round(low.mean),
        highKpa: high.state === "steady" ? Math.round(high.mean) : null,
        soakC: this.given.state.conditions.ambientC,
      };
      // A static pressure is read once on each gauge; the same value again says nothing new.
      const known = this.readings.rest ?? null;
      const first = known === null;
      const highNew = rest.highKpa !== null && known?.highKpa == null;
      if (!first && !highNew) return;
      this.readings = { ...this.readings, rest: first ? rest : { ...known, highKpa: rest.highKpa } };
      this.tell([first ? "rest" : "rest-high"]);
      return;
    }
    const speed: Speed = this.engine;
    const cycle = cycleOfStream(this.recent, this.sinceS, judged);
    const calm = cycle !== null || judged.states.low.state === "steady";
    const read: RunningSetting = {};
    for (const channel of drillChannels) {
      if (!this.connected.has(channel)) continue;
      const value = this.valueOf(channel, judged, cycle, calm);
      if (value !== null) read[fields[channel]] = value;
    }
    if (cycle !== null && read.lowKpa != null) {
      const { lowMeanKpa, highEngagedKpa } = cycle.swing;
      read.lowKpa = lowMeanKpa;
      if (read.highKpa != null) read.highKpa = highEngagedKpa;
    }
    const known = this.readings.running[speed] ?? {};
    const news = (Object.keys(read) as (keyof RunningSetting)[]).filter((field) => {
      const before = known[field];
      const limit = field === "lowKpa" || field === "highKpa" ? SAME[field] : SAME.other;
      return before == null || Math.abs(before - read[field]!) > limit;
    });
    if (news.length === 0) return;
    const rpm = Math.round((this.recent.at(-1)?.rpm ?? 0) / 10) * 10;
    // Only what is new: a reading that stayed the same moves no estimate.
    const fresh = Object.fromEntries(news.map((field) => [field, read[field]]));
    const swing = cycle !== null && news.includes("lowKpa") ? swingOf(cycle) : {};
    const setting = { ...known, ...fresh, ...swing, rpm: known.rpm ?? rpm };
    this.readings = { ...this.readings, running: { ...this.readings.running, [speed]: setting } };
    this.tell(news.map((field) => `${speed} ${field}`));
  }

  private valueOf(
    channel: (typeof drillChannels)[number],
    judged: ReturnType<typeof judgeStream>,
    cycle: StreamCycle | null,
    calm: boolean,
  ): number | null {
    const digits = channel === "low" || channel === "high" || channel === "command" ? 0 : 1;
    const rounded = (value: number | null) => (value === null ? null : Number(value.toFixed(digits)));
    const streams = takenChannels.find((one) => one === channel);
    if (streams !== undefined) {
      const state = judged.states[streams as StreamChannel];
      if (state.state === "steady") return rounded(state.mean);
      return cycle === null ? null : rounded(cycle.at(streams as StreamChannel));
    }
    const recent = this.recent.filter(({ time }) => time > Math.max(this.sinceS + LOOK_S, this.atS - MEAN_S));
    const values = recent.flatMap((sample) => sample[channel] ?? []);
    if (!calm || values.length < 4) return null;
    return rounded(values.reduce((sum, value) => sum + value, 0) / values.length);
  }
}

const swingOf = ({ swing: { lowMinKpa, lowMaxKpa, periodS } }: StreamCycle) => ({
  lowMinKpa,
  lowMaxKpa,
  cyclePeriodS: periodS,
});

const fields = Object.fromEntries(drillChannels.map((channel) => [channel, channels[channel].field])) as Record<
  (typeof drillChannels)[number],
  "lowKpa"
>;

/** Does one thing without being asked what is believed; what is refused is passed over. Gives what the instruments showed meanwhile. */
export function unasked(run: DrillRun, step: Doing): DrillSample[] {
  while (run.beliefDue) for (const _ of run.act({ does: "belief", causes: ["none"] }));
  return run.refusal(step) === null ? [...run.act(step)].flat() : [];
}

/** Plays a run again from its acts, up to `at` samples; gives it stood. */
export function replay(
  given: DrillCase,
  script: readonly DrillStep[],
  at: number,
): { run: DrillRun; samples: DrillSample[] } {
  const run = new DrillRun(given);
  const samples: DrillSample[] = [];
  for (const { at: when, ...step } of script) {
    samples.push(...run.live(when - run.at));
    // A script of another release may hold what is refused now: passed over, the rest goes on.
    if (run.refusal(step) !== null) continue;
    for (const batch of run.act(step)) samples.push(...batch);
  }
  samples.push(...run.live(at - run.at));
  return { run, samples };
}
