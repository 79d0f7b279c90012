/** Explanation of each corner of a measured cycle. */
import type { CycleIssue, MeasuredCycle } from "@/core/readings/derive/cycle";
import type { Measured } from "@/core/readings/derive/measured";
import type { Figures } from "@/core/units/figures";

interface CornerWords {
  title: string;
  text: string;
  /** Its entry in the glossary. */
  about: string;
}

export function cycleSentences(cycle: MeasuredCycle, figures: Figures): CornerWords[] {
  const { superheatK, subcoolingK, hotterK, vapourShare, takenUp, workIn } = cycle;
  const k = ({ value, uncertainty }: Measured) => figures.within(Math.abs(value), uncertainty, "K", 0);
  const sure = ({ value, uncertainty }: Measured) => Math.abs(value) > uncertainty;
  const ratio = takenUp.value / workIn.value;
  return [
    {
      title: "Compressor inlet",
      about: "superheat",
      text: !sure(superheatK)
        ? `${k(superheatK)} from saturation: liquid cannot be ruled out.`
        : superheatK.value > 0
          ? `${k(superheatK)} superheat: all vapour.`
          : `${k(superheatK)} below saturation is impossible: check gauge and clamp position.`,
    },
    {
      title: "Compressor outlet",
      about: "cause-compressor-worn",
      text: !sure(hotterK)
        ? "Matches lossless compression within the instruments' error."
        : hotterK.value > 0
          ? `${k(hotterK)} above lossless compression: most in a worn or starved compressor.`
          : `${k(hotterK)} below lossless compression: the clamp loses heat, or liquid entered.`,
    },
    {
      title: "Metering device inlet",
      about: "subcooling",
      text: !sure(subcoolingK)
        ? `${k(subcoolingK)} from saturation: vapour cannot be ruled out.`
        : subcoolingK.value > 0
          ? `${k(subcoolingK)} subcooling: all liquid.`
          : `${k(subcoolingK)} above saturation is impossible: air, or an instrument error. Drawn as saturated liquid.`,
    },
    {
      title: "Evaporator inlet",
      about: "metering",
      text: `${figures.number(vapourShare.value * 100, "pct")} ± ${figures.number(vapourShare.uncertainty * 100, "pct")} % flashes to vapour in the metering device and does not cool.`,
    },
    {
      title: "Whole cycle",
      about: "ranking",
      text:
        workIn.value > workIn.uncertainty
          ? `Cooling ${figures.within(takenUp.value, takenUp.uncertainty, "kJkg", 0)}, work ${figures.within(workIn.value, workIn.uncertainty, "kJkg", 0)}, ratio ${ratio.toFixed(1)}. These readings do not show the mass flow.`
          : `Cooling ${figures.within(takenUp.value, takenUp.uncertainty, "kJkg", 0)}. These readings do not show the work.`,
    },
  ];
}

export function cycleIssueSentence(issue: CycleIssue): string {
  switch (issue.code) {
    case "outside-tables":
      return `The ${issue.side} side is outside the refrigerant data: no chart. Your entries are kept.`;
    case "not-running":
      return "High and low side are equal: no cycle to draw.";
  }
}
