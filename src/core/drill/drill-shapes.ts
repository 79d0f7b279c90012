/** Shapes of drills: lists that drawings and words use as well. Nothing here computes, so a page does not load the simulator for them. */
import type { PartId, SignId } from "../causes/signs";
import type { DrillChannel } from "./drill-acts";

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
  "contents",
  "controls",
  "papers",
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
  contents: "X",
  controls: "S",
  papers: "R",
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
  contents: 3,
  controls: 2,
  papers: 3,
};

/** A reading that is wrong, and stays so until somebody seats it again. */
const misreads = ["half-open-coupler", "slipped-suction-clamp", "slipped-liquid-clamp", "swapped-hoses"] as const;
export type Misread = (typeof misreads)[number];

/** The channels that a wrong reading spoils. */
export const spoiledBy: Record<Misread, readonly [DrillChannel, ...DrillChannel[]]> = {
  "half-open-coupler": ["high"],
  "slipped-suction-clamp": ["suction"],
  "slipped-liquid-clamp": ["liquid"],
  "swapped-hoses": ["low", "high"],
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
  "dangerous-act",
  "topped-up",
  "charged-by-a-sign",
  "overfilled",
  "not-to-the-part",
] as const;
export type Mistake = (typeof mistakes)[number];

/** Result of a visual check or touch. */
export interface Found {
  part: PartId;
  sign: SignId;
}
