/**
 * A technician's instruments on a simulated circuit: gauges, clamps, probes, scale, vacuum gauge, scan tool, and the hand-held
 * ones (infrared spot, leak sniffer, dye lamp). Sampled at 1 to 10 Hz; the same seed gives the same readings.
 */

import type { LeakPlace } from "../causes/leak-places";
import { type CircuitSimulation, type CircuitTruth, EMPTY_KG } from "../circuit/time/simulation";
import { SECONDS_A_YEAR } from "../dates";
import type { LinePlace } from "../line-places";
import { type NoiseSource, seededNoise } from "../maths/noise";
import type { ChannelId } from "../readings/channels";
import { Sensor } from "./sensor";
import { emptySample, type InstrumentSample } from "./stream";
import { type ClampedLine, type Moment, type WorkshopSensor, workshopSensors } from "./workshop-sensors";

/** The scale creeps with temperature and cable pull: standard deviation of its drift, g a square root of an hour. */
const SCALE_DRIFT_G = 1.2;

export interface InstrumentSetup {
  seed: number;
  /** Samples a second, 1 to 10. */
  rateHz?: number;
  /** No errors and no noise. */
  ideal?: boolean;
  /** A clamp set close to the exhaust or the radiator hose reads this share of the way to its heat. */
  exhaustHeat?: Partial<Record<ClampedLine, number>>;
  /** Dye has been put in with the oil. */
  dye?: boolean;
}

/** Heat that strays from exhaust and radiator at idle, degC. */
const EXHAUST_C = 85;
/** A sniffer answers from some grams a year on; wind and old vapour make it waver. */
const SNIFFER_FLOOR_G_YEAR = 4;
/** Dye shows once oil has been carried out with this much refrigerant, g. */
const DYE_SHOWS_G = 0.5;

export class InstrumentSet {
  private readonly random: NoiseSource;
  private readonly sensors: Partial<Record<ChannelId, Sensor>>;
  private readonly intervalS: number;
  private driftG = 0;
  private leakedG = 0;
  private time = 0;

  constructor(
    private readonly simulation: CircuitSimulation,
    private readonly setup: InstrumentSetup,
  ) {
    const rate = setup.rateHz ?? 2;
    if (!(rate >= 1 && rate <= 10)) throw new RangeError(`rateHz: 1 to 10 samples a second, not ${rate}`);
    this.intervalS = 1 / rate;
    this.random = seededNoise(setup.seed);
    this.sensors = Object.fromEntries(
      Object.entries(workshopSensors).flatMap(([name, { spec }]) =>
        spec ? [[name, new Sensor(spec, this.random, setup.ideal)]] : [],
      ),
    ) as Partial<Record<ChannelId, Sensor>>;
  }

  /** Scale drift and leakage since the instruments were set up; kept with the circuit. */
  get state(): { driftG: number; leakedG: number } {
    return { driftG: this.driftG, leakedG: this.leakedG };
  }

  takeUp({ driftG, leakedG }: { driftG: number; leakedG: number }): void {
    this.driftG = driftG;
    this.leakedG = leakedG;
  }

  /** Lets the circuit run on to the next sample and reads every instrument. */
  next(): InstrumentSample {
    const dt = this.intervalS;
    this.simulation.advance(dt);
    this.time += dt;
    const truth = this.simulation.truth();
    const { conditions } = this.simulation.plant;
    this.leakedG += (this.leakRateGYear(truth) / SECONDS_A_YEAR) * dt;
    this.driftG += SCALE_DRIFT_G * Math.sqrt(dt / 3600) * this.random.normal();
    const sample = emptySample(this.time);
    const { engineRuns } = this.simulation;
    const moment: Moment = {
      truth,
      conditions,
      engineRuns,
      empty: truth.chargeKg < EMPTY_KG,
      driftG: this.setup.ideal ? 0 : this.driftG,
      felt: (line, lineC) => {
        const share = engineRuns ? (this.setup.exhaustHeat?.[line] ?? 0) : 0;
        return lineC + share * (EXHAUST_C - lineC);
      },
    };
    for (const [name, { holds }] of Object.entries(workshopSensors) as [ChannelId, WorkshopSensor][]) {
      const value = holds(moment);
      const sensor = this.sensors[name];
      sample[name] = value === null || !sensor ? value : sensor.read(value, dt);
    }
    sample.rpm ??= 0;
    return sample;
  }

  /** Infrared spot on the condenser at a share of the way from inlet to outlet. */
  infraredC(share: number): number {
    return this.spotted(this.simulation.condenserSurfaceC(share));
  }

  /** Spot at a place along the circuit, on tape or paint. */
  spotC(place: LinePlace): number {
    return this.spotted(this.simulation.lineTemperatureC(place));
  }

  /** Emissivity and background pull a spot towards the ambient a little. */
  private spotted(surface: number): number {
    if (this.setup.ideal) return surface;
    const ambient = this.simulation.plant.conditions.ambientC;
    return surface - 0.06 * (surface - ambient) + 0.8 * this.random.normal();
  }

  /** Leak sniffer at a place: grams a year it makes of what it draws in; 0 where it stays quiet. */
  sniffGYear(place: LeakPlace): number {
    const here = this.leakRateGYear(this.simulation.truth(), place);
    const caught = here * Math.exp(0.35 * (this.setup.ideal ? 0 : this.random.normal()));
    return caught < SNIFFER_FLOOR_G_YEAR ? 0 : caught;
  }

  /** Whether dye glows at a place: it must be in the circuit, and enough must have come out there. */
  dyeGlows(place: LeakPlace): boolean {
    const all = this.simulation.leakAreaM2();
    const here = this.simulation.leakAreaM2(place);
    return this.setup.dye === true && all > 0 && (this.leakedG * here) / all > DYE_SHOWS_G;
  }

  /** Choked vapour through the holes at the high side's pressure, as in the circuit. */
  private leakRateGYear({ highKpa, chargeKg }: CircuitTruth, place?: LeakPlace): number {
    if (chargeKg < EMPTY_KG || highKpa <= 0) return 0;
    const area = this.simulation.leakAreaM2(place);
    return this.simulation.leakFlowKgS(area) * 1000 * SECONDS_A_YEAR;
  }
}
