/** One simulated instrument: what lies between a true value and the number on its display. */
import type { NoiseSource } from "../maths/noise";

export interface SensorSpec {
  /** Time constant of the instrument and its contact, s. */
  lagS: number;
  /** Expanded uncertainties (95 %) drawn once an instrument: zero error, and error in proportion to the value. */
  zero: number;
  share: number;
  /** Standard deviation of one reading. */
  noise: number;
  /** Smallest step of the display; 0 for none. */
  resolution: number;
}

export class Sensor {
  private readonly zero: number;
  private readonly gain: number;
  private value: number | null = null;

  /** @param ideal leaves only the lag: no error, no noise, no steps. */
  constructor(
    private readonly spec: SensorSpec,
    private readonly random: NoiseSource,
    private readonly ideal = false,
  ) {
    // Half of the expanded uncertainty is one standard deviation; what lies beyond it twice over has been thrown out.
    const draw = () => Math.min(Math.max(random.normal(), -2), 2) / 2;
    this.zero = spec.zero * draw();
    this.gain = 1 + spec.share * draw();
  }

  /** Reading after `seconds` in which the true value was `truth`. */
  read(truth: number, seconds: number): number {
    const { lagS, noise, resolution } = this.spec;
    this.value = this.value === null ? truth : this.value + (truth - this.value) * (1 - Math.exp(-seconds / lagS));
    // Drawn even when unused, so that the other instruments see the same noise either way.
    const scatter = noise * this.random.normal();
    if (this.ideal) return this.value;
    const shown = this.value * this.gain + this.zero + scatter;
    return resolution > 0 ? Math.round(shown / resolution) * resolution : shown;
  }
}

/** A gauge of a class: it errs by up to that share of its full scale (EN 837-1); its damping is the lag. */
export function gaugeSpec(fullScaleKpa: number, classPct: number, lagS: number): SensorSpec {
  const error = (fullScaleKpa * classPct) / 100;
  return { lagS, zero: error * 0.8, share: (classPct / 100) * 0.5, noise: fullScaleKpa * 0.0012, resolution: 0 };
}
