/** The channels that tests are compared by, as a settled state shows them. */
import type { SteadyState } from "../../circuit/steady/steady";
import { takenChannels } from "../../readings/channels";

/** Pressures kPa gauge, temperatures degC, differences K. */
export const comparedChannels = [...takenChannels, "superheat", "subcooling"] as const;
export type ComparedChannel = (typeof comparedChannels)[number];

/** Readings of a steady state on the instruments of a workshop, without their errors. */
export function channelsOf(state: SteadyState, atmosphereKpa: number): Record<ComparedChannel, number> {
  return {
    low: state.lowKpa - atmosphereKpa,
    high: state.highKpa - atmosphereKpa,
    vent: state.ventC,
    suction: state.suctionLineC,
    liquid: state.liquidLineC,
    // As the clamp on the suction line sees it: with what the hose has gained.
    superheat: state.suctionLineC - state.evaporatingC,
    subcooling: state.subcoolingK,
  };
}
