/** The words of the product and of the trade, each in two or three plain sentences: help, palette and what stands beside a number are made from it. */
import { type Cause, causeName, causes, type FaultCause } from "@/core/causes/catalogue";
import type { ExampleReading } from "@/core/charge/examples";
import { type StepId, stepIds } from "@/core/records/job";
import type { Figures } from "@/core/units/figures";
import { stepNames } from "./job";

export type EntryKind = "step" | "cause" | "term";

export interface GlossaryEntry {
  id: string;
  kind: EntryKind;
  name: string;
  /** Other words by which it is looked for. */
  also?: string;
  text: (figures: Figures) => string;
  /** What the simulator draws to it: readings as the charge falls, or a car with this cause beside a sound one. */
  figure?: "charge" | FaultCause;
}

const term = (
  id: string,
  name: string,
  text: GlossaryEntry["text"] | string,
  more: Partial<GlossaryEntry> = {},
): GlossaryEntry => ({
  id,
  kind: "term",
  name,
  text: typeof text === "string" ? () => text : text,
  ...more,
});

const steps: Record<StepId, string> = {
  intake:
    "Which car, which refrigerant, how much the label says. Everything after this is compared with what such a vehicle should show, so the label is read from the car, not remembered.",
  look: "Before any gauge: belt, clutch, fan, fins, oil at the joints. It costs nothing, and a fan that stands still explains more than a needle. Touch a part in the drawing and say what you see there.",
  "hook-up":
    "Goggles and gloves on, both hand wheels shut, low side first. A coupler that is only half open shows a pressure that is not there. What stays in the hoses is counted.",
  rest: "Engine off and everything as warm as the air around it: then the pressure only tells whether any liquid is left. It never tells how much. Wait until the car has soaked, or the parts differ.",
  running:
    "Idle, then fast idle, everything on full cold. The needles are taken when they stand still, together with the vent and the pipes, because only together do they say what is the matter.",
  "shut-off":
    "Stop the engine and time how long the two sides take to meet. A shut valve lets them meet slowly, a stuck one at once, a blocked one never.",
  verdict:
    "Everything that was read, weighed together: which causes fit, how sure that is, and which one test would tell most. Where two causes stand level it says so; then more is measured and nothing is opened.",
  leak: "More gone than a sound car loses means a hole. The places of this circuit stand in order of likelihood; each check and what it found moves the order. With the circuit empty, dry nitrogen shows a large leak by its pressure.",
  recover:
    "What is in it is drawn out and weighed. That weight is the only true measure of what the car held. Wait until the pressure stays down: oil gives its refrigerant back slowly.",
  repair:
    "What was mended and renewed, and the oil that has to go back in with it. Too much oil takes cooling, too little takes the compressor.",
  evacuate:
    "Pumped down until water boils away, then shut off and watched. The shape of the rise tells a leak from water; a needle that stands still tells neither if it is too coarse.",
  charge:
    "By the scale, to the label. Liquid into the high side with the engine off, the rest as vapour into the low side with it running. Each can is weighed on and off, so no change of can loses the count.",
  prove:
    "The same test again, and what has changed. Readings on another day are brought to the first day's conditions before they are compared.",
  "sign-off": "What was found, what was done, what it holds now, by whom. The file keeps everything typed and weighed.",
};

/** Mechanisms, without directions: those are declared below, shown by the simulator, and held to it by a test. */
const causeTexts: Record<Cause, string> = {
  none: "The readings are where nine in ten sound vehicles of this label have them under these conditions. Pressures hide a third of the charge: if the customer still complains, weigh it.",
  undercharge:
    "Too little liquid comes to the metering device. A receiver hides the first third, and a variable compressor holds the low side. Weighing tells how much; find the leak before it is charged.",
  overcharge:
    "Liquid stands in the condenser and leaves less of it to condense in, most in heat and standing traffic. From a few per cent over, no gauge can say how much. Recover, weigh, charge the label weight.",
  air: "Air does not condense: it takes room in the condenser and adds its own pressure. The liquid line feels cool for that pressure. Only recovery and a vacuum take it out.",
  "condenser-airflow":
    "A fan that stands, fins full of flies, a missing shroud: heat stays in the condenser, at idle more than in driving wind. It looks like an overcharge, and is found by looking.",
  "restriction-before-port":
    "A passage is tight before the place where the gauge sits. The compressor works against far more than the gauge shows, and the discharge line is very hot. The most dangerous of all to misread.",
  "restriction-after-port":
    "A drier or line lets too little through: the pipe turns cold where it is tight, and the evaporator is starved. Follow the line with a thermometer.",
  "metering-stuck-closed":
    "Too little goes into the evaporator, and the temperature drops in the device itself. A blocked orifice tube does the same.",
  "metering-stuck-open":
    "Too much goes through, and after the engine stops both sides equalise at once. Often taken for a worn compressor.",
  "compressor-worn":
    "It turns and pumps little. Much that looks like it is a valve stuck open or a compressor that is not asked to pump, so those are tested first.",
  "compressor-low-stroke":
    "A compressor that can pump more or less stays at little. First see whether anything asks it for more; a scan tool shows the control-valve duty.",
  "compressor-not-driven":
    "Nothing pumps: both sides stand at the static pressure. Check clutch, belt, fuse, switch and command. That takes minutes, and nothing of the circuit is opened.",
  "evaporator-airflow":
    "A clogged filter, a slow blower, ice: little air comes out, very cold at first. Often mistaken for an undercharge.",
  "blend-door":
    "The circuit cools, but warm air is mixed in behind it. Every pressure and pipe is as it should be, and nothing of the circuit needs opening.",
};

export type Direction = "rises" | "falls" | "holds";

/** Directions that the figure of a cause shows beside a sound car. */
export const causeDirections: Partial<Record<FaultCause, Partial<Record<keyof ExampleReading, Direction>>>> = {
  undercharge: { highKpa: "falls", ventC: "rises", superheatK: "rises", subcoolingK: "falls" },
  overcharge: { highKpa: "rises", subcoolingK: "rises" },
  air: { highKpa: "rises", subcoolingK: "rises" },
  "condenser-airflow": { lowKpa: "rises", highKpa: "rises" },
  "restriction-before-port": { highKpa: "falls", subcoolingK: "falls" },
  "restriction-after-port": { lowKpa: "falls", highKpa: "falls", ventC: "rises", superheatK: "rises" },
  "metering-stuck-closed": { lowKpa: "falls", highKpa: "falls", ventC: "rises", superheatK: "rises" },
  "metering-stuck-open": { lowKpa: "rises", ventC: "rises", superheatK: "falls", subcoolingK: "falls" },
  "compressor-worn": { lowKpa: "rises", highKpa: "falls", ventC: "rises" },
  "compressor-low-stroke": { lowKpa: "rises", highKpa: "falls", ventC: "rises" },
  "evaporator-airflow": { lowKpa: "falls", highKpa: "falls", ventC: "falls" },
  "blend-door": { lowKpa: "holds", highKpa: "holds", ventC: "rises" },
};

const readingNames: Record<keyof ExampleReading, string> = {
  lowKpa: "low side",
  highKpa: "high side",
  ventC: "vent temperature",
  superheatK: "superheat",
  subcoolingK: "subcooling",
};

/** "Here: high side falls, superheat rises." */
function directionSentence(cause: Cause): string {
  const given = cause === "none" ? undefined : causeDirections[cause];
  if (given === undefined) return "";
  const parts = Object.entries(given).map(
    ([name, direction]) => `${readingNames[name as keyof ExampleReading]} ${direction}`,
  );
  return ` In the figure: ${parts.join(", ")}.`;
}

const terms: GlossaryEntry[] = [
  term(
    "low-side",
    "Low side",
    "The cold half, from the metering device through the evaporator to the compressor. Its pressure says at what temperature the refrigerant boils there.",
    { also: "suction pressure blue gauge", figure: "charge" },
  ),
  term(
    "high-side",
    "High side",
    "The hot half, from the compressor through the condenser to the metering device. Its pressure says at what temperature it condenses; it follows the day's heat and the air over the condenser more than the charge.",
    { also: "head pressure discharge red gauge", figure: "charge" },
  ),
  term(
    "gauge-pressure",
    "Gauge pressure",
    (f) =>
      `What a needle shows: above or below the air around it. Absolute pressure counts from nothing, some ${f.quantity(101, "kPa")} more at sea level and less in the mountains, which is why the altitude is asked for.`,
    { also: "absolute" },
  ),
  term(
    "saturation",
    "Saturation",
    "Where liquid and vapour stand side by side, pressure and temperature belong together: one gives the other. As long as a drop of liquid is left the pressure at rest is the same, whether it is full or nearly empty.",
    { also: "pressure temperature chart pt" },
  ),
  term(
    "superheat",
    "Superheat",
    (f) =>
      `How much warmer the gas leaves than it boiled. A few degrees mean that everything has boiled; none, that liquid runs back; ${f.quantity(20, "K", 0)} and more, that too little comes in. It is read from the low side and a clamp on the suction line.`,
    { figure: "charge" },
  ),
  term(
    "subcooling",
    "Subcooling",
    "How much cooler the liquid leaves the condenser than it condensed. With a receiver it says little about the charge until the receiver is empty or full: it is read, not filled by.",
    { also: "undercooling", figure: "charge" },
  ),
  term(
    "vent",
    "Centre vent",
    "The air that comes out in the middle, with a probe in it, recirculation and blower as written down. The customer feels this; it depends on the day's heat and damp as much as on the circuit.",
    { also: "outlet temperature duct" },
  ),
  term(
    "air-split",
    "Air split",
    "How much cooler the air comes out than it went in. Damp air gives less of it, because water is condensed too; a habit of charging by it overfills on dry days.",
    { also: "delta t" },
  ),
  term(
    "approach",
    "Condensing over ambient",
    "How far above the outside air it condenses. It says how well the condenser gets rid of its heat: fan, fins, air in the circuit, overfill.",
    { also: "ctoa" },
  ),
  term(
    "band",
    "Green band",
    "What nine in ten sound vehicles of this label show in these conditions, by simulation. They differ that much: inside is no proof, outside is a reason to look.",
    { also: "should be range" },
  ),
  term(
    "uncertainty",
    "± beside a number",
    "What the instruments err by, carried through to the number, 95 times of 100. Give your own instruments in Settings and it becomes yours. Two numbers closer than this are the same.",
    { also: "error accuracy plus minus" },
  ),
  term(
    "steady",
    "Steady, settling, cycling",
    "A needle is taken when it has stopped drifting. Cycling is a clutch that cuts in and out: then lowest, highest and the time between are what counts, not a moment in between.",
    { also: "still moving needle" },
  ),
  term(
    "ranking",
    "What fits these readings",
    "Each cause with how sure it is, after everything read so far. Learned from simulated cars with faults, never from the answers of real ones. Two that stand level cannot be parted by these readings.",
    { also: "causes probability percent likely" },
  ),
  term(
    "next-test",
    "Next best test",
    "The one reading that would tell most for the minutes it takes. It is reckoned from what each likely cause would show there.",
    { also: "information" },
  ),
  term(
    "metering",
    "Metering device",
    "Where liquid becomes cold: an expansion valve that opens and shuts with the superheat, or an orifice that never changes. Which one decides what the needles mean.",
    { also: "expansion valve txv orifice tube" },
  ),
  term(
    "receiver",
    "Receiver-drier",
    "Stores liquid between condenser and valve, and dries it. While it holds some, charge and pressures have nothing to do with each other: that is the flat stretch in the drawing.",
    { also: "bottle dryer", figure: "charge" },
  ),
  term(
    "accumulator",
    "Accumulator",
    "Stores liquid before the compressor where there is an orifice, so that none is sucked in. It hides what is missing or too much in the same way.",
    {},
  ),
  term(
    "commanded",
    "Commanded compressor",
    "Its stroke is set from outside. At little heat it runs at little stroke and looks worn; the command, read with a scan tool, says whether it was asked for more.",
    { also: "variable displacement control valve duty" },
  ),
  term(
    "relief",
    "Relief valve and cut-out",
    (f) =>
      `A switch takes the compressor off near ${f.quantity(2850, "kPa")}, a valve blows a little above. A high side up there is not watched, it is stopped.`,
    { also: "high pressure switch" },
  ),
  term(
    "label",
    "Label weight",
    "What the maker puts in, from the label on this car. It is the authority; every pressure is a consequence.",
    { also: "charge specification tolerance", figure: "charge" },
  ),
  term(
    "residual",
    "Left in it",
    "What was in the circuit before anything was put in: none after a true recovery, unknown without one. That is why topping up by pressure ends anywhere.",
    { also: "top up" },
  ),
  term(
    "purge",
    "Purge",
    "A short puff at the hose's end that drives the air out of it. It goes to the air, so it is kept short and booked.",
    {},
  ),
  term(
    "hoses",
    "What the hoses hold",
    (f) =>
      `A usual hose full of vapour holds about ${f.quantity(1, "g", 0)}, one full of liquid some thirty times that. Let the high hose back into the low side before it comes off.`,
    { also: "ballast" },
  ),
  term(
    "scale",
    "By the scale",
    "The container stands on the scale, and what leaves it is in the hose or in the car. A knocked scale, a can changed, a creeping zero: each is noticed and left out of the count.",
    { also: "weighing tare" },
  ),
  term(
    "vacuum",
    "Vacuum",
    (f) =>
      `Counted from nothing. Water boils at ${f.quantity(2.34, "kPaAbs", 2)} when the coldest part is at ${f.quantity(20, "degC", 0)}: below half of that it leaves quickly, above it not at all, whatever the clock says.`,
    { also: "micron torr" },
  ),
  term(
    "hold",
    "Holding the vacuum",
    "Pump off, valve shut, watched. A rise that goes straight on is a leak, one that levels off is water or oil giving gas. Five minutes see only large leaks.",
    { also: "decay rise test" },
  ),
  term(
    "oil",
    "Oil",
    "It goes round with the refrigerant and lies in every part. What came out and what a renewed part keeps goes back in, of the kind on the label.",
    { also: "pag poe balance" },
  ),
  term(
    "identifier",
    "Refrigerant identifier",
    "An instrument that says what gas it is before anything is recovered. A wrong or mixed gas must not reach the machine.",
    {},
  ),
  term(
    "leak-check",
    "Leak check",
    "Where a part was opened or oil shows: from below and slowly, since the gas is heavier than air, without wind, engine off.",
    { also: "sniffer dye" },
  ),
  term(
    "habits",
    "Habits of charging",
    "By the chart, by subcooling, by superheat, until the glass is clear, by the air: each stops somewhere, and how far from the label is reckoned for this car today. Shown so that nobody needs to try it.",
    { also: "schools rule of thumb" },
  ),
  term(
    "flash",
    "Liquid that boils on its way",
    "Friction, a climb and warmth take pressure from a liquid line. Below saturation it boils before the metering device, hisses there and starves the evaporator.",
    { also: "flash gas margin line" },
  ),
  term(
    "soak",
    "Soaked",
    "Left until every part is as warm as the air around it, some hours after a drive. Before that a pressure at rest belongs to the coldest part, which nobody has measured.",
    {},
  ),
  term(
    "rack",
    "Simulated rack",
    "A made-up vehicle with all instruments, to practise on: the same readings, acts and mistakes as at a car, at up to sixty times the speed.",
    { also: "demo practice" },
  ),
  term(
    "books",
    "Every gram",
    "What came out, what went in, what stands in hoses and what went to the air, added up at every moment. Entries are never changed, only taken back by another entry.",
    { also: "ledger every ounce" },
  ),
  term(
    "bench",
    "The bench",
    "Any vehicle in the simulator: set the day, what is in it and what is wrong, and read what every instrument would show. Nothing from here is a measurement, and no job takes it for one.",
    { also: "what if simulate simulator" },
  ),
  term(
    "drill",
    "Drills",
    "A car with a hidden fault in the simulator, the instruments of a workshop, and a clock. You say what you think, then what it is; the cover comes off, and each reading is held against what it allowed. A code makes the same car on every machine.",
    { also: "practise practice learn train trainer class case code" },
  ),
  term(
    "shelf",
    "The shelf",
    "Cylinders, cans, bottles and recovery machines, each with what the books say is in it. Jobs draw from it and give back to it; a weighing that says something else is booked as a difference.",
    { also: "ledger stock cylinder container tare" },
  ),
  term(
    "vehicle-record",
    "What a vehicle loses",
    (f) =>
      `From one filling by weight to the next weighing. A sound car loses some ${f.range(10, 15, "g")} a year; one that loses more says when it will cool badly, and how sure that is. What was never weighed cannot say it.`,
    { also: "leak rate forecast history plate owner" },
  ),
  term(
    "recheck",
    "Re-check",
    "The day on which a car should be weighed again: as soon as it may be below 85 % of its label, and a year after it was filled at the latest. It goes into a calendar as an entry of its own.",
    { also: "call in reminder calendar" },
  ),
  term(
    "report",
    "The report",
    "One page for the customer: what was wrong, what was done, before and after, what was not tested. Everything for the file has the readings, the traces and the books as well.",
    { also: "print pdf customer invoice" },
  ),
];

export const glossary: readonly GlossaryEntry[] = [
  ...stepIds.map(
    (id): GlossaryEntry => ({ id: `step-${id}`, kind: "step", name: stepNames[id], text: () => steps[id] }),
  ),
  ...causes.map(
    (cause): GlossaryEntry => ({
      id: `cause-${cause}`,
      kind: "cause",
      name: causeName(cause),
      text: () => `${causeTexts[cause]}${directionSentence(cause)}`,
      ...(cause === "none" ? {} : { figure: cause }),
    }),
  ),
  ...terms,
];

export const kindWords: Record<EntryKind, string> = { step: "Step", cause: "Cause", term: "Word" };

/** Entries that have every word that was typed, those that have it in their name first. */
export function findEntries(query: string, figures: Figures): GlossaryEntry[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const scored = glossary.flatMap((entry) => {
    const name = entry.name.toLowerCase();
    const near = `${name} ${entry.also ?? ""}`.toLowerCase();
    const all = `${near} ${entry.text(figures).toLowerCase()}`;
    if (!words.every((word) => all.includes(word))) return [];
    const score = words.reduce(
      (sum, word) => sum + (name.startsWith(word) ? 4 : name.includes(word) ? 3 : near.includes(word) ? 2 : 1),
      0,
    );
    return [{ entry, score }];
  });
  return scored.sort((a, b) => b.score - a.score).map(({ entry }) => entry);
}
