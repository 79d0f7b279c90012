/** Vehicle data at intake: complaint, history, label, build. */
import { complaintIds } from "../../causes/complaints";
import { daySchema } from "../../dates";
import { refrigerants } from "../../fluids/refrigerants";
import { compressorKinds, fanKinds, highPorts, meteringKinds } from "../../readings/file/reading-file";
import { entry, entrySchema } from "../../units/entry";
import * as z from "../../zod";
import { words } from "./written";

/** Earlier work on the circuit; unknown is an answer. */
const histories = ["untouched", "serviced", "topped-up", "unknown"] as const;
/** Signs that forbid running the engine with the air conditioning on. */
const stopSigns = ["bang", "hiss", "smell", "oil-spray"] as const;
export type StopSign = (typeof stopSigns)[number];
const oilKinds = ["PAG", "POE", "other", "unknown"] as const;
/** Refrigerants of the label; only the first two are supported. */
export const labelRefrigerants = [...refrigerants, "R744", "other"] as const;
export type LabelRefrigerant = (typeof labelRefrigerants)[number];

/** Parts of the build that may be unknown; unknown is an answer. */
const buildQuestions = ["metering", "compressor", "condenserFan", "evaporators"] as const;
export type BuildQuestion = (typeof buildQuestions)[number];

export const intakeSchema = z.strictObject({
  /** The name it goes by in this shop. */
  vehicle: words,
  model: z.string().max(200),
  plate: z.string().max(60),
  /** Vehicle identification number, as typed. */
  vin: z.string().max(40),
  mileage: entrySchema,
  /** Year of the first registration, as typed. */
  firstYear: z.string().max(20),
  complaint: words,
  /** Complaints from the short list: these are evidence. */
  complaints: z.array(z.enum(complaintIds)).max(complaintIds.length),
  refrigerant: z.enum(labelRefrigerants).nullable(),
  charge: entrySchema,
  /** The label is missing or cannot be read: an answer, until a figure is typed. */
  labelUnreadable: z.boolean(),
  tolerance: entrySchema,
  metering: z.enum(meteringKinds).nullable(),
  compressor: z.enum(compressorKinds).nullable(),
  condenserFan: z.enum(fanKinds).nullable(),
  evaporators: z.union([z.literal(1), z.literal(2)]).nullable(),
  /** Where the high-side port sits; null: as usual, on the liquid line. */
  highPort: z.enum(highPorts).nullable(),
  unsure: z.array(z.enum(buildQuestions)).max(buildQuestions.length),
  history: z.enum(histories).nullable(),
  oilKind: z.enum(oilKinds).nullable(),
  /** All oil in the circuit, by the label. */
  oilAmount: entrySchema,
  /** When it was last filled to the label by weight, if that is on record. */
  lastFilled: daySchema.nullable(),
  stopSigns: z.array(z.enum(stopSigns)).max(stopSigns.length),
});

export function emptyIntake(): z.infer<typeof intakeSchema> {
  return {
    vehicle: "",
    model: "",
    plate: "",
    vin: "",
    mileage: entry("", "km"),
    firstYear: "",
    complaint: "",
    complaints: [],
    refrigerant: null,
    charge: entry("", "g"),
    labelUnreadable: false,
    tolerance: entry("", "g"),
    metering: null,
    compressor: null,
    condenserFan: null,
    evaporators: null,
    highPort: null,
    unsure: [],
    history: null,
    oilKind: null,
    oilAmount: entry("", "g"),
    lastFilled: null,
    stopSigns: [],
  };
}
