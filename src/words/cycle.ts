/** What each corner of a measured cycle says. */
import type { CornerName, CycleIssue, MeasuredCycle } from "@/core/readings/derive/cycle";
import type { Measured } from "@/core/readings/derive/measured";
import type { Figures } from "@/core/units/figures";

export const cornerNames: Record<CornerName, string> = {
  suction: "into the compressor",
  discharge: "out of the compressor",
  liquid: "before the metering device",
  inlet: "into the evaporator",
};

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
      title: "Into the compressor",
      about: "superheat",
      text: !sure(superheatK)
        ? `${k(superheatK)} from saturation: cannot tell whether liquid comes along.`
        : superheatK.value > 0
          ? `${k(superheatK)} of superheat: it has all boiled.`
          : `Colder than it can boil by ${k(superheatK)}: gauge or clamp errs, or the clamp sits elsewhere.`,
    },
    {
      title: "Out of the compressor",
      about: "cause-compressor-worn",
      text: !sure(hotterK)
        ? "As hot as a compression without loss would make it, as far as these instruments tell."
        : hotterK.value > 0
          ? `${k(hotterK)} hotter than a compression without loss: heat made in it, most in a worn or starved one.`
          : `${k(hotterK)} cooler than a compression without loss: the clamp loses heat, or liquid came in.`,
    },
    {
      title: "Before the metering device",
      about: "subcooling",
      text: !sure(subcoolingK)
        ? `${k(subcoolingK)} from saturation: cannot tell whether all of it is liquid.`
        : subcoolingK.value > 0
          ? `${k(subcoolingK)} of subcooling: liquid only.`
          : `Warmer than it can condense by ${k(subcoolingK)}: not only refrigerant, or an instrument errs. Drawn as just liquid.`,
    },
    {
      title: "Into the evaporator",
      about: "metering",
      text: `${figures.number(vapourShare.value * 100, "pct")} ± ${figures.number(vapourShare.uncertainty * 100, "pct")} % has turned to vapour on its way through the metering device and cools nothing any more.`,
    },
    {
      title: "All round",
      about: "ranking",
      text:
        workIn.value > workIn.uncertainty
          ? `Each unit of weight takes up ${figures.within(takenUp.value, takenUp.uncertainty, "kJkg", 0)} and costs ${figures.within(workIn.value, workIn.uncertainty, "kJkg", 0)}: ${ratio.toFixed(1)} times what is put in. How much weight goes round, five readings do not tell.`
          : `Each unit of weight takes up ${figures.within(takenUp.value, takenUp.uncertainty, "kJkg", 0)}. The work cannot be told from these readings.`,
    },
  ];
}

export function cycleIssueSentence(issue: CycleIssue): string {
  switch (issue.code) {
    case "outside-tables":
      return `The ${issue.side} side lies outside of what is known of this refrigerant: nothing is drawn. What you typed is kept.`;
    case "not-running":
      return "The high side does not stand above the low one: at rest there is no cycle to draw.";
  }
}
