/** How deep is deep enough: below what water boils at in the coldest part. kPa absolute. */
import { atmosphericPressureKpa } from "../../air/atmosphere";

/**
 * Saturation vapour pressure of water over a liquid surface, kPa absolute, at -40 to 50 degC.
 * Buck, J. Appl. Meteorol. 20 (1981) 1527, eq. 8 with coefficients ew1 (enhancement left out: pure vapour), within 0.1 %.
 */
export function waterBoilingKpa(temperatureC: number): number {
  return 0.61121 * Math.exp((17.502 * temperatureC) / (240.97 + temperatureC));
}

/** Below this share of the boiling pressure water leaves briskly, not only at the edge. */
export const MARGIN = 0.5;

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
  boilingKpa: number;
  /** To pump below. */
  targetKpa: number;
  /** What a needle that shows the difference to the air would show there, kPa gauge. */
  needleKpa: number;
  /** Whether the gauge can show that the target was passed at all. */
  gaugeSees: boolean;
}

/** How shops choose how deep to pull: by the water in this circuit, or to one figure for all of them. */
export const vacuumSchools = ["by-water", "micron-500"] as const;
export type VacuumSchool = (typeof vacuumSchools)[number];
/** 500 micron of mercury, kPa absolute. */
export const MICRON_500_KPA = (500 * 101.325) / 760 / 1000;

/** The pressure to pump below for this coldest part, and what a mechanical gauge shows of it at this altitude. */
export function vacuumTarget(
  coldestWallC: number,
  altitudeM: number,
  gauge: VacuumGauge,
  school: VacuumSchool = "by-water",
): VacuumTarget {
  const boilingKpa = waterBoilingKpa(coldestWallC);
  const targetKpa = school === "micron-500" ? MICRON_500_KPA : boilingKpa * MARGIN;
  return {
    boilingKpa,
    targetKpa,
    needleKpa: targetKpa - atmosphericPressureKpa(altitudeM),
    gaugeSees: gaugeSpecs[gauge].stepKpa <= targetKpa / 2,
  };
}
