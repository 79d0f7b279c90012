/**
 * Ice in a metering device of a circuit with water in it. It grows while the refrigerant behind the device is colder than ice and flows, and thaws above,
 * each the faster the further from freezing. Water is dissolved in the liquid and leaves it where that expands (ASHRAE Handbook, Refrigeration, chapter on
 * moisture control); the time constants are chosen so that the passage closes within some ten minutes, as it is met at vehicles.
 */
/** Colder by this much it grows, warmer by this much it thaws, at the full rate, K. */
const FULL_GROWTH_K = 3;
const FULL_THAW_K = 8;
const GROWS_S = 150;
const THAWS_S = 240;
/** Severity of the closed device at most, and by what step the circuit hears of it. */
const MOST = 0.97;
const STEP = 0.06;

export class Ice {
  private share = 0;
  private told = 0;

  /** Share of the passage that is closed, as the severity of a device stuck closed. */
  get severity(): number {
    return this.told;
  }

  /** Moves on by `seconds` at the temperature behind the device, degC. Gives whether the passage has changed. */
  step(behindC: number, flows: boolean, seconds: number): boolean {
    const share = (kelvin: number) => Math.min(Math.max(kelvin, 0), 1);
    const grown = flows ? share(-behindC / FULL_GROWTH_K) / GROWS_S : 0;
    const thawed = share(behindC / FULL_THAW_K) / THAWS_S;
    this.share = Math.min(Math.max(this.share + (grown - thawed) * seconds, 0), MOST);
    const next = this.share === 0 || this.share === MOST ? this.share : Math.floor(this.share / STEP) * STEP;
    if (next === this.told) return false;
    this.told = next;
    return true;
  }
}
