/** Where a circuit leaks: each place with the part it stands at, what closes it, how often it leaks, and the signs that point to it. */
import type { PartId, SignId } from "./signs";
import type { circuitParts, OtherRepair } from "./work";

interface LeakPlaceEntry {
  name: string;
  /** Where it is marked on the circuit board. */
  part: PartId;
  /** Parts at which a sign points here. */
  seenAt: readonly PartId[];
  /** Repairs that close it. */
  closedBy: readonly ((typeof circuitParts)[number] | OtherRepair)[];
  /** Share of leaking cars that leak here. Estimated by this project, for want of published counts; it only orders places that nothing points to. */
  share: number;
  /** Only such circuits have it; all when absent. */
  has?: (circuit: LeakCircuit) => boolean;
  /** Signs that point here besides oil and dye. */
  signs?: readonly SignId[];
  /** Hidden behind other parts: what the eye, foam and a lamp reach of it, 0 to 1; all of it when absent. */
  open?: number;
}

export interface LeakCircuit {
  metering: "expansion-valve" | "orifice-tube" | null;
  compressor: string | null;
}

const places = {
  condenser: {
    name: "Condenser",
    part: "condenser",
    seenAt: ["condenser"],
    closedBy: ["condenser"],
    share: 0.24,
    signs: ["bent"],
    open: 0.7,
  },
  "high-port": {
    name: "High-side port core",
    part: "high-port",
    seenAt: ["high-port"],
    closedBy: ["service-cores"],
    share: 0.1,
    signs: ["bubbles"],
  },
  "low-port": {
    name: "Low-side port core",
    part: "low-port",
    seenAt: ["low-port"],
    closedBy: ["service-cores"],
    share: 0.07,
    signs: ["bubbles"],
  },
  "shaft-seal": {
    name: "Compressor shaft seal",
    part: "clutch-belt",
    seenAt: ["clutch-belt", "compressor"],
    closedBy: ["compressor"],
    share: 0.12,
    has: ({ compressor }) => compressor !== "electric",
    open: 0.6,
  },
  "compressor-body": {
    name: "Compressor body and flanges",
    part: "compressor",
    seenAt: ["compressor"],
    closedBy: ["compressor", "o-rings"],
    share: 0.06,
  },
  "discharge-hose": {
    name: "Discharge hose",
    part: "discharge-line",
    seenAt: ["discharge-line"],
    closedBy: ["discharge-hose"],
    share: 0.08,
  },
  "suction-hose": {
    name: "Suction hose",
    part: "suction-line",
    seenAt: ["suction-line"],
    closedBy: ["suction-hose"],
    share: 0.06,
  },
  joints: {
    name: "Joints and O-rings",
    part: "condenser",
    seenAt: ["condenser", "discharge-line", "liquid-line", "suction-line"],
    closedBy: ["o-rings"],
    share: 0.1,
  },
  "liquid-line": {
    name: "Liquid line",
    part: "liquid-line",
    seenAt: ["liquid-line"],
    closedBy: ["liquid-line"],
    share: 0.04,
  },
  "pressure-sensor": {
    name: "Pressure sensor",
    part: "liquid-line",
    seenAt: ["liquid-line"],
    closedBy: ["pressure-sensor"],
    share: 0.02,
  },
  drier: {
    name: "Receiver-drier",
    part: "receiver",
    seenAt: ["receiver"],
    closedBy: ["drier"],
    share: 0.03,
    has: ({ metering }) => metering !== "orifice-tube",
  },
  accumulator: {
    name: "Accumulator",
    part: "accumulator",
    seenAt: ["accumulator"],
    closedBy: ["accumulator"],
    share: 0.03,
    has: ({ metering }) => metering === "orifice-tube",
  },
  "metering-device": {
    name: "Metering device joints",
    part: "metering-device",
    seenAt: ["metering-device"],
    closedBy: ["metering-device", "o-rings"],
    share: 0.02,
  },
  evaporator: {
    name: "Evaporator (at the drain)",
    part: "evaporator",
    seenAt: ["evaporator", "blower"],
    closedBy: ["evaporator"],
    share: 0.06,
    open: 0.1,
  },
} as const satisfies Record<string, LeakPlaceEntry>;

export type LeakPlace = keyof typeof places;
export const leakPlaceIds = Object.keys(places) as [LeakPlace, ...LeakPlace[]];
export const leakPlaces: Record<LeakPlace, LeakPlaceEntry> = places;

/** Places that work on a part touches: those that it closes first of all. */
export const placesTouchedBy = (work: string): LeakPlace[] =>
  leakPlaceIds.filter((place) => leakPlaces[place].closedBy[0] === work);

/** Places that this circuit has, as the table lists them. */
export const leakPlacesOf = (circuit: LeakCircuit): LeakPlace[] =>
  leakPlaceIds.filter((id) => leakPlaces[id].has?.(circuit) ?? true);
