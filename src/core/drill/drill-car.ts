/**
 * The car of a case, played in time with everything a learner may do to it, also what nobody should: a wrong way has the consequences that physics
 * gives it. Pressures kPa gauge where nothing else is said, temperatures degC, masses kg, times s. The same acts at the same moments give the same
 * readings, so that a run is kept as its acts alone.
 */
import type { PartId } from "../causes/signs";
import type { Fault } from "../circuit/faults";
import { fullCan } from "../circuit/time/container";
import { CircuitSimulation, EMPTY_KG, type Leak } from "../circuit/time/simulation";
import type { CircuitVehicle } from "../circuit/vehicle/vehicle";
import { InstrumentSet } from "../instruments/instrument-set";
import { type Engine, engineRpm, SAMPLE_S } from "../instruments/instrument-simulator";
import { emptySample, type InstrumentSample } from "../instruments/stream";
import { hoseContent } from "../readings/derive/hose-content";
import { carOf, RELIEF_OPENS_KPA } from "./car-of-case";
import { channelActs, type DrillAct, type DrillChannel, drillChannels } from "./drill-acts";
import { type DrillCase, faultsOfCase } from "./drill-case";
import { findingOf } from "./drill-findings";
import type { Danger } from "./drill-shapes";
import type { Finding } from "./drill-troubles";
import { Ice } from "./ice";
import { type Felt, feelPart } from "./looks";

export interface DrillSample extends InstrumentSample {
  engine: Engine;
}

export type CarEvent =
  | { kind: "danger"; danger: Danger }
  | { kind: "relief-blew" }
  | { kind: "relief-shut" }
  | { kind: "hiss" };

/** Usual hoses, m. */
const HOSE_M = 1.5;
/** Hose content, released through a passage with this time constant. */
const INTO_HOSES_S = 20;
/** The compressor's relief valve opens and shuts here, kPa absolute, and passes through this, m2; the rush of a start does not open it, s. */
const RELIEF = { opensKpa: RELIEF_OPENS_KPA, shutsKpa: 2550, areaM2: 2.2e-6, pressedS: 15 };
/** Run on so long after it blew, and it is the learner's doing. */
const RAN_ON_S = 30;
/** A can on the ports, kg; what a can stands, kPa absolute, and how long above it. */
const CAN_KG = 0.34;
const CAN_BURSTS_KPA = 1300;
const CAN_BURSTS_S = 4;
/** Liquid through a running low side that breaks valves, kg. */
const SLUG_KG = 0.025;
const SLUGGED: Fault = { cause: "compressor-worn", severity: 0.9 };
/** A half open coupler leaks past its seal and holds its gauge at a share of the pressure; lag of what creeps through, s. */
const HALF_OPEN = { share: 0.68, lagS: 25, leakM2: 1.6e-9 };
/** A slipped clamp has this share of the pipe and the rest of the air of the bay, which is warmer than the day by so much, K. */
const SLIPPED = { pipe: 0.4, bayK: 9 };

export class DrillCar {
  private readonly simulation: CircuitSimulation;
  private readonly instruments: InstrumentSet;
  private readonly vehicle: CircuitVehicle;
  private readonly faults: Fault[];
  private readonly leaks: Leak[] = [];
  private readonly startKg: number;
  private readonly connected = new Set<DrillChannel>();
  private engine: Engine = "off";
  private seated: boolean;
  private canGivenKg = 0;
  private hose: { leak: Leak; untilS: number } | null = null;
  /** Past the seal of a half open coupler. */
  private coupler: Leak | null = null;
  private relief: Leak | null = null;
  /** Since it last blew with the engine running on; null once it was stopped. */
  private blewAtS: number | null = null;
  private pressedS = 0;
  private couplerKpa = 0;
  private canPressedS = 0;
  private iced: Fault | null = null;
  private sluggedKg = 0;
  private broken = false;
  private now = 0;
  private readonly events: CarEvent[] = [];
  /** Grows in the metering device where there is water; null without. */
  private readonly ice: Ice | null;

  /** Errors: RangeError where the label cannot be sized; a case's always can. */
  constructor(private readonly given: DrillCase) {
    const { state } = given;
    const car = carOf(given);
    if (car === null) throw new RangeError("no circuit can be sized for this label");
    this.vehicle = car.vehicle;
    this.faults = faultsOfCase(given);
    this.ice = given.trouble?.kind === "moisture" ? new Ice() : null;
    this.startKg = car.arrivedKg;
    this.seated = given.misread === null;
    this.simulation = new CircuitSimulation({
      vehicle: this.vehicle,
      conditions: { ...state.conditions, rpm: engineRpm.idle },
      faults: this.faults,
      leaks: this.leaks,
      chargeKg: this.startKg,
      airKg: state.airG / 1000,
      waterKg: given.trouble?.kind === "moisture" ? given.trouble.waterG / 1000 : 0,
    });
    this.instruments = new InstrumentSet(this.simulation, { seed: given.spread + 1, rateHz: 1 / SAMPLE_S });
  }

  get engineState(): Engine {
    return this.engine;
  }

  get isConnected(): ReadonlySet<DrillChannel> {
    return this.connected;
  }

  get isBroken(): boolean {
    return this.broken;
  }

  /** Where every gram is: what came in it and from the can is in it, in the recovery machine, or lost. */
  get grams(): { startG: number; addedG: number; recoveredG: number; nowG: number; lostG: number } {
    const addedKg = this.canGivenKg + this.canOnKg();
    const { recoveredKg } = this.simulation.truth();
    const nowKg = this.simulation.chargeKg;
    const g = (kg: number) => kg * 1000;
    return {
      startG: g(this.startKg),
      addedG: g(addedKg),
      recoveredG: g(recoveredKg),
      nowG: g(nowKg),
      lostG: g(this.startKg + addedKg - recoveredKg - nowKg),
    };
  }

  private canOnKg(): number {
    const { containerKg } = this.simulation;
    return containerKg === null ? 0 : CAN_KG - containerKg;
  }

  /** Events since it was last asked. */
  takeEvents(): CarEvent[] {
    return this.events.splice(0);
  }

  setEngine(engine: Engine): void {
    this.engine = engine;
    this.simulation.setEngine(engine !== "off", engine === "off" ? engineRpm.idle : engineRpm[engine]);
  }

  /** Puts the instruments of an act on; gauges take what fills their hoses. */
  connect(act: DrillAct): void {
    for (const channel of drillChannels) if (channelActs[channel] === act) this.connected.add(channel);
    if (act !== "gauges") return;
    const { refrigerant } = this.vehicle.label;
    const { ambientC, altitudeM } = this.given.state.conditions;
    const { lowKpa, highKpa } = this.simulation.truth();
    const { lowG, highVapourG } = hoseContent(
      refrigerant,
      altitudeM,
      { lengthM: HOSE_M, temperatureC: ambientC },
      lowKpa,
      highKpa,
    );
    const grams = Math.min(lowG + (highVapourG ?? 0), this.simulation.chargeKg * 500);
    const perM2 = this.simulation.leakFlowKgS(1);
    if (perM2 <= 0 || grams <= 0) return;
    const leak: Leak = { place: "low-port", areaM2: grams / 1000 / INTO_HOSES_S / perM2 };
    this.leaks.push(leak);
    this.hose = { leak, untilS: this.now + INTO_HOSES_S };
    if (this.given.misread !== "half-open-coupler" || this.seated) return;
    this.coupler = { place: "low-port", areaM2: HALF_OPEN.leakM2 };
    this.leaks.push(this.coupler);
  }

  /** Couplers and clamps set anew: what was wrong with them no longer is. */
  reseat(): void {
    this.seated = true;
    if (this.coupler !== null) this.plug(this.coupler);
    this.coupler = null;
  }

  private plug(leak: Leak): void {
    this.leaks.splice(this.leaks.indexOf(leak), 1);
  }

  /** Windows open, blower high, fresh air: as much load as the day gives. */
  load(): void {
    this.simulation.setConditions({ blowerPct: 100, airSource: "fresh", cabinReturnC: null });
  }

  feel(part: PartId): Felt {
    if (part === "high-port" && this.coupler !== null) this.events.push({ kind: "hiss" });
    return feelPart(this.given, this.simulation, part);
  }

  /** Recovery machine on or off; the engine is stopped for it. */
  recover(on: boolean): void {
    if (on) this.setEngine("off");
    this.simulation.setMachine(on ? "recover" : "off");
  }

  /** Nothing more comes out. */
  get isEmpty(): boolean {
    return this.simulation.chargeKg <= EMPTY_KG;
  }

  /** Opens a can on a port; shut with null. */
  openCan(port: { side: "low" | "high"; phase: "liquid" | "vapour"; grams: number } | null): void {
    if (port === null) {
      this.canGivenKg += this.canOnKg();
      this.simulation.setContainer(null);
      return;
    }
    const { ambientC } = this.given.state.conditions;
    this.simulation.setContainer(fullCan(CAN_KG, ambientC, Math.max(38, ambientC)));
    this.simulation.setCharging({ ...port, opening: 1, stopAtKg: CAN_KG - port.grams / 1000 });
  }

  get canFlows(): boolean {
    return this.simulation.chargingPort !== null;
  }

  /** Lets samples go by in which nothing of the car changes. */
  skip(samples: number): void {
    this.now += samples * SAMPLE_S;
  }

  /** Moves on by one sample; what is not connected reads nothing. */
  step(): DrillSample {
    const before = this.simulation.containerKg;
    const read = this.instruments.next();
    this.now += SAMPLE_S;
    if (this.hose !== null && this.now >= this.hose.untilS) {
      this.plug(this.hose.leak);
      this.hose = null;
    }
    this.watchRelief();
    this.watchCan(before);
    this.freeze();
    const sample: DrillSample = { ...emptySample(this.now), engine: this.engine };
    const { rpm, ambient, humidity, recoveredG } = read;
    Object.assign(sample, { rpm, ambient, humidity, recoveredG });
    for (const channel of this.connected) sample[channel] = this.misread(channel, read[channel]);
    if (this.given.misread === "swapped-hoses" && !this.seated) [sample.low, sample.high] = [sample.high, sample.low];
    return sample;
  }

  private misread(channel: DrillChannel, value: number | null): number | null {
    const { misread, state } = this.given;
    if (value === null || this.seated || misread === null) return value;
    if (misread === "swapped-hoses") return value;
    if (misread === "half-open-coupler" && channel === "high") {
      this.couplerKpa += ((value * HALF_OPEN.share - this.couplerKpa) * SAMPLE_S) / HALF_OPEN.lagS;
      return Math.round(this.couplerKpa * 10) / 10;
    }
    if (misread !== `slipped-${channel}-clamp`) return value;
    const bayC = state.conditions.ambientC + (this.engine === "off" ? 0 : SLIPPED.bayK);
    return Math.round((SLIPPED.pipe * value + (1 - SLIPPED.pipe) * bayC) * 10) / 10;
  }

  /** Water freezes where the refrigerant expands, and narrows the passage until it thaws. */
  private freeze(): void {
    if (this.ice === null || this.simulation.vacuumState !== null) return;
    const changed = this.ice.step(
      this.simulation.lineTemperatureC("metering-out"),
      this.simulation.engineRuns,
      SAMPLE_S,
    );
    if (!changed) return;
    if (this.iced !== null) this.faults.splice(this.faults.indexOf(this.iced), 1);
    this.iced = this.ice.severity > 0 ? { cause: "metering-stuck-closed", severity: this.ice.severity } : null;
    if (this.iced !== null) this.faults.push(this.iced);
    this.simulation.setConditions({});
  }

  /** Finding of a check as the vehicle stands; a hold takes its time (drill-run.ts). */
  check(act: Exclude<Finding["check"], "vacuum-hold">): Finding {
    return findingOf(this.given, act, this.simulation.truth().highKpa);
  }

  /** Pump on or off on the emptied circuit; its absolute pressure, kPa. */
  pump(on: boolean): void {
    this.setEngine("off");
    this.simulation.setMachine(on ? "pump" : "off");
  }
  get vacuumKpa(): number | null {
    return this.simulation.truth().vacuumKpa;
  }
  get circuitVehicle(): CircuitVehicle {
    return this.vehicle;
  }

  private watchRelief(): void {
    const kpa = this.simulation.dischargeKpa;
    if (this.engine === "off") this.blewAtS = null;
    if (this.blewAtS !== null && this.now - this.blewAtS >= RAN_ON_S) {
      this.blewAtS = null;
      this.events.push({ kind: "danger", danger: "ran-on-after-relief" });
    }
    if (this.relief === null) {
      this.pressedS = kpa !== null && kpa >= RELIEF.opensKpa ? this.pressedS + SAMPLE_S : 0;
      if (this.pressedS < RELIEF.pressedS) return;
      this.pressedS = 0;
      this.relief = { place: "discharge-hose", areaM2: RELIEF.areaM2 };
      this.leaks.push(this.relief);
      this.blewAtS ??= this.now;
      this.events.push({ kind: "relief-blew" });
    } else if (kpa === null || kpa < RELIEF.shutsKpa) {
      this.plug(this.relief);
      this.relief = null;
      this.events.push({ kind: "relief-shut" });
    }
  }

  private watchCan(beforeKg: number | null): void {
    const port = this.simulation.chargingPort;
    const nowKg = this.simulation.containerKg;
    if (beforeKg === null || nowKg === null) return;
    if (port?.side === "high" && this.engine !== "off") {
      const kpa = this.simulation.dischargeKpa ?? 0;
      this.canPressedS = kpa > CAN_BURSTS_KPA ? this.canPressedS + SAMPLE_S : 0;
      if (this.canPressedS >= CAN_BURSTS_S && !this.broken) {
        this.broken = true;
        this.openCan(null);
        this.events.push({ kind: "danger", danger: "can-burst" });
      }
      return;
    }
    if (this.engine === "off" || !(port?.side === "low" && port.phase === "liquid") || beforeKg <= nowKg) return;
    const was = this.sluggedKg;
    this.sluggedKg += beforeKg - nowKg;
    if (was < SLUG_KG && this.sluggedKg >= SLUG_KG) {
      this.faults.push(SLUGGED);
      this.simulation.setConditions({});
      this.events.push({ kind: "danger", danger: "slugged" });
    }
  }
}
