/**
 * One pass round the circuit at trial pressures: what flows, what the coils exchange, what mass every zone holds. The steady
 * solver makes its imbalances vanish, the transient integrates them; both see the same circuit.
 *
 * Two coordinates say where the liquid is. `condenserFill`, valve circuits: below 0 vapour leaves the condenser with the liquid, only vapour at -2,
 * superheated below; 0 to 1 the receiver fills, above 1 liquid backs up into the condenser; orifice circuits have no receiver, liquid backs
 * up from 0 on. `evaporatorFill`: share of the evaporator that boils; below 0 nothing boils, vapour enters already superheated; above 1, orifice
 * circuits, the accumulator fills from 1 to 2; valve circuits carry liquid into the suction line.
 *
 * Condenser and evaporator by zones side by side on the face, effectiveness by NTU in each (Incropera and DeWitt, Fundamentals of
 * Heat and Mass Transfer, ch. 11); wet coil by enthalpy potential at the metal (Threlkeld 1970); void fraction by Zivi
 * (J. Heat Transfer 86 (1964) 247). Superheated zones hold saturated vapour thinned by their temperature. A blockage inside the condenser
 * parts it in two, each at its own pressure.
 */

import { compress } from "./pass/compressor";
import { airOverCondenser, condense, condensingPressure } from "./pass/condenser";
import { balanceEvaporator, coolAir } from "./pass/evaporator";
import { feedEvaporators } from "./pass/feed";
import { weighZones } from "./pass/masses";
import { type HeldParts, PassState } from "./pass/state";
import type { Plant } from "./plant";
import type { CircuitPoint } from "./point";

export class CircuitPass extends PassState {
  /** Evaluates the circuit at a trial point. `held`: parts that are states of their own while the circuit is integrated in time. */
  evaluate(
    plant: Plant,
    { lowKpa, highKpa, condenserFill: high, evaporatorFill: wet, duty }: CircuitPoint,
    held: HeldParts | null = null,
  ): void {
    this.lowKpa = lowKpa;
    this.highKpa = highKpa;
    plant.fluid.saturate(lowKpa, this.low);
    this.inTime = held !== null;
    this.lowAirKpa = held?.lowAirKpa ?? 0;
    coolAir(this, plant, wet, held?.metalC ?? Number.NaN, held?.command ?? Number.NaN);
    condensingPressure(this, plant, high);
    airOverCondenser(this, plant);
    compress(this, plant, wet, duty);
    condense(this, plant, high);
    feedEvaporators(this, plant, wet, held?.opening ?? Number.NaN);
    balanceEvaporator(this, wet);
    weighZones(this, plant, high, wet);
  }
}
