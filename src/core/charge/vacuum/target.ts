/** Target vacuum, and the limits of each vacuum gauge. kPa absolute. */
import { atmosphericPressureKpa } from "../../air/atmosphere";

/**
 * Saturation vapour pressure of water over a liquid surface, kPa absolute, at -40 to 50 degC.
 * Buck, J. Appl. Meteorol. 20 (1981) 1527, eq. 8 with coefficients ew1 (enhancement left out: pure vapour), within 0.1 %.
 */
export function waterBoilingKpa(temperatureC: number): number {
  return 0.61121 * Math.exp((17.502 * temperatureC) / (240.97 + temperatureC));
}

export const vacuumGauges = ["electronic", "fine-mechanical", "coarse-mechanical"] as const;
export type VacuumGauge = (typeof vacuumGauges)[number];

/** Smallest step that can be read, kPa, and scatter as a share of the reading. */
export const gaugeSpecs: Record<VacuumGauge, { stepKpa: number; share: number; relative: boolean }> = {
  electronic: { stepKpa: 0.001, share: 0.004, relative: false },
  // Needles show the difference to the air around: the day's pressure shifts them.
  "fine-mechanical": { stepKpa: 0.2, share: 0, relative: true },
  "coarse-mechanical": { stepKpa: 2.5, share: 0, relative: true },
};

export interface VacuumTarget {
  /** Pressure at which water boils in the coldest part. */
  boilingKpa: number;
  /** To pump below. */
  targetKpa: number;
  /** Reading of a gauge relative to ambient at that pressure, kPa gauge. */
  gaugeReadsKpa: number;
  /** Whether the gauge can show that the target was passed at all. */
  gaugeSees: boolean;
}

/** Depths that workshops evacuate to, as their electronic gauges name them. */
export const vacuumTargetChoices = ["micron-500", "micron-1000"] as const;
export type VacuumTargetChoice = (typeof vacuumTargetChoices)[number];
/** A micron of mercury, kPa. */
export const MICRON_KPA = 101.325 / 760 / 1000;
const targets: Record<VacuumTargetChoice, number> = {
  "micron-500": 500 * MICRON_KPA,
  "micron-1000": 1000 * MICRON_KPA,
};
/** With a gauge that cannot show the target the clock stands in for it, s: it proves less. */
export const BLIND_PUMPING_S = 3600;

/** The pressure to pump below, and what a mechanical gauge shows of it at this altitude. */
export function vacuumTarget(
  coldestWallC: number,
  altitudeM: number,
  gauge: VacuumGauge,
  school: VacuumTargetChoice = "micron-500",
): VacuumTarget {
  const targetKpa = targets[school];
  return {
    boilingKpa: waterBoilingKpa(coldestWallC),
    targetKpa,
    gaugeReadsKpa: targetKpa - atmosphericPressureKpa(altitudeM),
    gaugeSees: gaugeSpecs[gauge].stepKpa <= targetKpa / 2,
  };
}
