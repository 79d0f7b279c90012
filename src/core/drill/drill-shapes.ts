/** Shapes of drills: lists that drawings and words use as well. Nothing here computes, so a page does not load the simulator for them. */
import type { PartId, SignId } from "../causes/signs";

/** Themes of a case by difficulty; the letter stands in its code and is never changed. */
export const drillThemes = [
  "pressures",
  "clamps",
  "cycling",
  "commanded",
  "nothing-wrong",
  "port",
  "unknown-history",
  "hot-and-high",
  "two-at-once",
  "wrong-reading",
] as const;
export type DrillTheme = (typeof drillThemes)[number];

export const themeLetters: Record<DrillTheme, string> = {
  pressures: "P",
  clamps: "K",
  cycling: "Y",
  commanded: "C",
  "nothing-wrong": "N",
  port: "H",
  "unknown-history": "U",
  "hot-and-high": "T",
  "two-at-once": "W",
  "wrong-reading": "M",
};

/** 1 for a first week, 3 for somebody who is sure. */
export const themeLevels: Record<DrillTheme, 1 | 2 | 3> = {
  pressures: 1,
  clamps: 1,
  cycling: 2,
  commanded: 2,
  "nothing-wrong": 2,
  port: 2,
  "unknown-history": 3,
  "hot-and-high": 3,
  "two-at-once": 3,
  "wrong-reading": 3,
};

/** Acts of a learner at the car. */
export const drillActs = [
  "look",
  "gauges",
  "vent-probe",
  "suction-clamp",
  "liquid-clamp",
  "discharge-clamp",
  "condenser-air",
  "line-spots",
  "command",
  "settle",
  "load",
  "shut-off",
  "stand",
  "reseat",
  "feel",
  "recover",
  "vapour-low",
  "liquid-low",
  "liquid-high",
  "hint",
] as const;
export type DrillAct = (typeof drillActs)[number];

/** Minutes of the work itself; what the needles need afterwards passes on the clock. Where the act lasts as long as the car takes, the most it may last. */
export const actMinutes: Record<DrillAct, number> = {
  look: 3,
  gauges: 2,
  "vent-probe": 1,
  "suction-clamp": 1,
  "liquid-clamp": 1,
  "discharge-clamp": 1,
  "condenser-air": 2,
  "line-spots": 4,
  command: 3,
  settle: 8,
  load: 1,
  "shut-off": 10,
  stand: 30,
  reseat: 2,
  feel: 0.5,
  recover: 25,
  "vapour-low": 3,
  "liquid-low": 1,
  "liquid-high": 1,
  hint: 5,
};
/** These end by themselves when the car has answered. */
export const endsByItself: readonly DrillAct[] = ["settle", "shut-off"];

/** Grams that go in from a can with one such act; a can at the ports is a habit, not a test. */
export const CAN_ACT_G = 100;

/** Instruments that have to be put on before they show anything, with the act that does it. */
export const channelActs = {
  low: "gauges",
  high: "gauges",
  vent: "vent-probe",
  suction: "suction-clamp",
  liquid: "liquid-clamp",
  discharge: "discharge-clamp",
  condenserIn: "condenser-air",
  condenserOut: "condenser-air",
  meteringIn: "line-spots",
  command: "command",
} as const satisfies Record<string, DrillAct>;
export type DrillChannel = keyof typeof channelActs;
export const drillChannels = Object.keys(channelActs) as [DrillChannel, ...DrillChannel[]];

/** A reading that is wrong, and stays so until somebody seats it again. */
const misreads = ["half-open-coupler", "slipped-suction-clamp", "slipped-liquid-clamp"] as const;
export type Misread = (typeof misreads)[number];

/** The channel that a wrong reading spoils. */
export const spoiledBy: Record<Misread, DrillChannel> = {
  "half-open-coupler": "high",
  "slipped-suction-clamp": "suction",
  "slipped-liquid-clamp": "liquid",
};

/** Complaint of the customer, right or wrong. */
const complaints = [
  "never-cold",
  "weak-always",
  "warm-at-lights",
  "cold-then-warm",
  "fine-in-the-morning",
  "one-vent-warm",
  "little-air",
  "wants-a-check",
] as const;
export type Complaint = (typeof complaints)[number];

const histories = [
  "topped-up-twice",
  "never-opened",
  "filled-last-year",
  "front-repaired",
  "compressor-replaced",
  "bought-used",
  "stood-long",
  "open-for-days",
] as const;
export type History = (typeof histories)[number];

const beliefs = ["needs-gas", "compressor-gone", "cannot-be-gas", "thermostat", "none"] as const;
export type CustomerBelief = (typeof beliefs)[number];

export interface DrillStory {
  complaint: Complaint;
  history: History;
  believes: CustomerBelief;
}

/** Accidents caused by the learner. */
const dangers = ["can-burst", "slugged", "ran-on-after-relief"] as const;
export type Danger = (typeof dangers)[number];

/** Sorts of mistake that a debrief may name and progress counts. */
export const mistakes = [
  "wrong-cause",
  "missed-the-second",
  "condemned-a-sound-car",
  "wrong-grams",
  "before-it-was-known",
  "against-the-readings",
  "did-not-look",
  "believed-a-wrong-reading",
  "danger",
] as const;
export type Mistake = (typeof mistakes)[number];

/** Result of a visual check or touch. */
export interface Found {
  part: PartId;
  sign: SignId;
}
