/** The words of the product and of the trade, each in two or three plain sentences: help, palette and what stands beside a number are made from it. */
import { type Cause, causes, type FaultCause } from "@/core/causes/catalogue";
import type { ExampleReading } from "@/core/charge/examples";
import { stepIds } from "@/core/records/job";
import type { Figures } from "@/core/units/figures";
import { causeName } from "./causes";
import { stepWords } from "./step-words";

export type EntryKind = "step" | "cause" | "term";

export interface GlossaryEntry {
  id: string;
  kind: EntryKind;
  name: string;
  /** Other words by which it is looked for. */
  also?: string;
  text: (figures: Figures) => string;
  /** Figure of an entry: readings as the charge falls, or a car with this cause beside a sound one. */
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

/** Mechanisms, without directions: those are declared below, shown by the simulator, and held to it by a test. */
const causeTexts: Record<Cause, string> = {
  none: "The readings are in the expected range of this label. Pressures can hide a third of the charge: if the complaint persists, weigh it.",
  undercharge:
    "Too little liquid reaches the metering device. A receiver hides the first third, and a variable compressor holds the low side. Weigh the charge and find the leak before charging.",
  overcharge:
    "Liquid backs up in the condenser, so less area is left to condense, worst in hot traffic. Gauges do not show how much. Recover, weigh, charge the label weight.",
  air: "Air does not condense. It takes condenser volume and adds its own pressure, so the liquid line is cool for the high side. Recover and evacuate to remove it.",
  "condenser-airflow":
    "A stopped fan, dirty fins or a missing shroud keep heat in the condenser, most at idle. It reads like overcharge; a visual check finds it.",
  "restriction-before-port":
    "A restriction before the high-side port. The compressor works against far more pressure than the gauge shows, and the discharge line is very hot. Dangerous to misread.",
  "restriction-after-port":
    "A drier or line is restricted: the line turns cold at the restriction, and the evaporator is starved. Follow the line with a thermometer.",
  "metering-stuck-closed":
    "Too little refrigerant enters the evaporator, and the temperature drops in the device itself. A blocked orifice tube does the same.",
  "metering-stuck-open":
    "Too much refrigerant passes, and both sides equalise at once after shutdown. Often mistaken for a weak compressor.",
  "compressor-worn":
    "The compressor turns but pumps little. A valve stuck open or a missing command looks the same, so test those first.",
  "compressor-low-stroke":
    "A variable compressor stays at low displacement. Check first whether it is commanded to do more: a scan tool shows the control-valve duty.",
  "compressor-not-driven":
    "Nothing pumps: both sides show the static pressure. Check clutch, belt, fuse, switch and command before opening the circuit.",
  "evaporator-airflow":
    "A clogged filter, slow blower or ice: little air, very cold at first. Often mistaken for undercharge.",
  "blend-door":
    "The circuit cools, but warm air is mixed in after it. Pressures and lines are normal, and the circuit stays closed.",
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
    "The cold half: metering device, evaporator, compressor inlet. Its pressure gives the evaporating temperature.",
    { also: "suction pressure blue gauge", figure: "charge" },
  ),
  term(
    "high-side",
    "High side",
    "The hot half: compressor, condenser, metering device inlet. Its pressure gives the condensing temperature. It follows ambient and condenser airflow more than charge.",
    { also: "head pressure discharge red gauge", figure: "charge" },
  ),
  term(
    "gauge-pressure",
    "Gauge pressure",
    (f) =>
      `Pressure relative to the ambient air. Absolute pressure counts from zero: about ${f.quantity(101, "kPa")} more at sea level, less at altitude. That is why altitude is asked for.`,
    { also: "absolute" },
  ),
  term(
    "saturation",
    "Saturation",
    "Where liquid and vapour are together, pressure and temperature determine each other. While any liquid is left, static pressure is the same, full or nearly empty.",
    { also: "pressure temperature chart pt" },
  ),
  term(
    "superheat",
    "Superheat",
    (f) =>
      `Suction-line temperature minus evaporating temperature. A few degrees: all has boiled. None: liquid returns to the compressor. ${f.quantity(20, "K", 0)} or more: too little enters.`,
    { figure: "charge" },
  ),
  term(
    "subcooling",
    "Subcooling",
    "Condensing temperature minus liquid-line temperature. With a receiver it says little about the charge until the receiver is empty or full, so do not charge by it.",
    { also: "undercooling", figure: "charge" },
  ),
  term(
    "vent",
    "Centre vent",
    "Air temperature in the centre vent, with recirculation and blower as entered. It depends on heat and humidity as much as on the circuit.",
    { also: "outlet temperature duct" },
  ),
  term(
    "air-split",
    "Evaporator air drop",
    "Return air minus vent air. Humid air gives less, because water condenses too. Charging by it overcharges on dry days.",
    { also: "also delta t air split" },
  ),
  term(
    "approach",
    "Condenser split",
    "Condensing temperature minus ambient. It shows how well the condenser rejects heat: fan, fins, air, overcharge.",
    { also: "ctoa condensing over ambient" },
  ),
  term(
    "band",
    "Expected range",
    "90 % of sound vehicles with this label are in this range under these conditions, by simulation. Being inside does not prove a vehicle sound.",
    { also: "should be green band" },
  ),
  term(
    "uncertainty",
    "± beside a number",
    "Instrument error of a value, 95 % confidence. Enter your instruments in Settings. Two values closer than this are equal.",
    { also: "error accuracy plus minus" },
  ),
  term(
    "steady",
    "Steady, settling, cycling",
    "A reading is recorded once it stops drifting. With a cycling clutch, lowest, highest and cycle time count.",
    { also: "still moving needle" },
  ),
  term(
    "ranking",
    "Possible causes",
    "Each cause with its probability after all readings, learned from simulated vehicles with faults. Equal causes cannot be separated by these readings.",
    { also: "probability percent likely confidence" },
  ),
  term(
    "next-test",
    "Next test",
    "The reading that tells most for its minutes. Computed from what each likely cause would show.",
    { also: "information" },
  ),
  term(
    "metering",
    "Metering device",
    "The part that expands liquid: an expansion valve, which follows superheat, or a fixed orifice tube. It determines what the pressures mean.",
    { also: "expansion valve txv orifice tube" },
  ),
  term(
    "receiver",
    "Receiver-drier",
    "Stores and dries liquid after the condenser. While it holds liquid, pressures do not change with charge: the flat part of the curve.",
    { also: "bottle dryer", figure: "charge" },
  ),
  term(
    "accumulator",
    "Accumulator",
    "Stores liquid before the compressor in orifice circuits. It hides undercharge and overcharge in the same way.",
    {},
  ),
  term(
    "commanded",
    "External control",
    "The displacement is set by a control valve. At low heat load the compressor looks weak; the duty, read with a scan tool, shows what was commanded.",
    { also: "variable displacement control valve duty commanded" },
  ),
  term(
    "relief",
    "High-pressure cut-out, relief valve",
    (f) =>
      `The cut-out stops the compressor near ${f.quantity(2850, "kPa")}; the relief valve opens a little above. Stop the engine before that.`,
    { also: "high pressure switch" },
  ),
  term(
    "label",
    "Label weight",
    "The maker's charge, on the label of this vehicle. It is the authority; pressures are a consequence.",
    { also: "charge specification tolerance", figure: "charge" },
  ),
  term(
    "residual",
    "Residual charge",
    "Refrigerant in the circuit before charging: none after a complete recovery, unknown otherwise. That is why topping up by pressure fails.",
    { also: "top up left in it" },
  ),
  term(
    "purge",
    "Purge",
    "A short puff at the hose end drives out the air. It is vented, so keep it short; it is recorded.",
    {},
  ),
  term(
    "hoses",
    "Hose content",
    (f) =>
      `A hose full of vapour holds about ${f.quantity(1, "g", 0)}; full of liquid, about thirty times more. Drain the high hose to the low side before disconnecting.`,
    { also: "ballast" },
  ),
  term(
    "scale",
    "Charging by weight",
    "The cylinder stands on the scale; what leaves it is in the hose or the vehicle. Knocks, cylinder changes and zero drift are detected and not counted.",
    { also: "weighing tare" },
  ),
  term(
    "vacuum",
    "Vacuum",
    (f) =>
      `Absolute pressure near zero. Water boils at ${f.quantity(2.34, "kPaAbs", 2)} if the coldest part is at ${f.quantity(20, "degC", 0)}. Below half of that it leaves quickly, above it not at all.`,
    { also: "micron torr" },
  ),
  term(
    "hold",
    "Vacuum hold (decay test)",
    "Pump off, valve closed. A steady rise is a leak; a rise that levels off is moisture or outgassing oil. Five minutes only show large leaks.",
    { also: "decay rise test" },
  ),
  term(
    "oil",
    "Oil",
    "It circulates with the refrigerant and collects in every part. Refill what came out and what a replaced part retains, of the type on the label.",
    { also: "pag poe balance" },
  ),
  term(
    "identifier",
    "Refrigerant identifier",
    "An instrument that identifies the gas before recovery. A wrong or mixed refrigerant must not reach the machine.",
    {},
  ),
  term(
    "leak-check",
    "Leak check",
    "Check opened or oily joints slowly from below, engine off, without wind. The gas is heavier than air.",
    { also: "sniffer dye" },
  ),
  term(
    "habits",
    "Charging methods",
    "By pressure chart, subcooling, superheat, sight glass or air temperature: each ends somewhere else. The deviation from the label is computed for this vehicle today.",
    { also: "schools habits rule of thumb" },
  ),
  term(
    "flash",
    "Flash gas",
    "Friction, height and heat lower the pressure along the liquid line. Below saturation it boils before the metering device and starves the evaporator.",
    { also: "boils on its way margin line" },
  ),
  term(
    "soak",
    "Soaked",
    "Parked until every part is at ambient temperature, some hours after a drive. Before that, static pressure belongs to the coldest part.",
    {},
  ),
  term(
    "rack",
    "Simulator",
    "A practice vehicle with all instruments: the same readings and acts as at a real vehicle, up to sixty times faster.",
    { also: "demo practice rack" },
  ),
  term(
    "books",
    "Refrigerant log",
    "Refrigerant recovered, charged, in hoses and vented, summed at all times. Entries are never changed, only reversed.",
    { also: "every gram ounce books" },
  ),
  term(
    "bench",
    "Bench",
    "Any vehicle in the simulator: set conditions, charge and faults, and read every instrument. No job takes these values for measurements.",
    { also: "what if simulate simulator" },
  ),
  term(
    "drill",
    "Drill",
    "A simulated vehicle with a hidden fault, workshop instruments and a clock. After your diagnosis, each reading is compared with what it showed. A code gives the same vehicle on every device.",
    { also: "practise practice learn train trainer class case code" },
  ),
  term(
    "shelf",
    "Stock",
    "Cylinders, cans, bottles and recovery machines with their contents. Jobs draw from them and return to them; a differing weighing is recorded as a stock correction.",
    { also: "ledger shelf cylinder container tare" },
  ),
  term(
    "vehicle-record",
    "Leak rate",
    (f) =>
      `From one weighed charge to the next weighing. A sound vehicle loses ${f.range(10, 15, "g")} a year. A faster loss gives the date when cooling drops, with its uncertainty.`,
    { also: "loses forecast history plate owner" },
  ),
  term(
    "recheck",
    "Re-check",
    "The date for the next weighing: when the charge may drop below 85 % of the label, at most one year after charging. It can be added to a calendar.",
    { also: "call in reminder calendar" },
  ),
  term(
    "report",
    "Report",
    "One page for the customer: fault, work, before and after, tests not done. The full record adds readings, traces and the refrigerant log.",
    { also: "print pdf customer invoice" },
  ),
];

export const glossary: readonly GlossaryEntry[] = [
  ...stepIds.map(
    (id): GlossaryEntry => ({
      id: `step-${id}`,
      kind: "step",
      name: stepWords[id].name,
      text: () => stepWords[id].help,
    }),
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

export const kindWords: Record<EntryKind, string> = { step: "Step", cause: "Cause", term: "Term" };

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
