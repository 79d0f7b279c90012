/** Complaints as customers put them: a short list beside free text. How much each speaks for a cause stands with the cause. */

export const complaintIds = [
  "never-cold",
  "cold-then-warm",
  "warm-at-idle",
  "one-side-warm",
  "cycles",
  "noise",
  "smell",
  "water",
  "gradual",
  "sudden",
  "after-work",
] as const;
export type ComplaintId = (typeof complaintIds)[number];

export const complaintNames: Record<ComplaintId, string> = {
  "never-cold": "Never cold",
  "cold-then-warm": "Cold, then warm",
  "warm-at-idle": "Cold on the road, warm at idle",
  "one-side-warm": "One side warm",
  cycles: "Clutch cycles",
  noise: "Noise",
  smell: "Smell",
  water: "Water in the cabin",
  gradual: "Gradual",
  sudden: "Sudden",
  "after-work": "Since last work",
};

/** Likelihood ratio of each complaint for a sound car against an average one: round numbers of the trade. */
export const soundComplaints: Partial<Record<ComplaintId, number>> = {
  "never-cold": 0.4,
  "cold-then-warm": 0.5,
  "warm-at-idle": 0.6,
  "one-side-warm": 0.4,
  smell: 1.8,
  water: 1.8,
  sudden: 0.6,
};
