import { type OldRecord, partOf } from "./old-record";

interface OldDraw {
  containerId: string;
  startG: number;
  nowG: number;
  startedAt: string;
  endedAt: string | null;
}

const noGrams = () => ({ text: "", unit: "g" });

/** Version 4 keeps books, knows the repair, the trace of the vacuum, and the checks after charging. */
export function fromVersion3(job: OldRecord): OldRecord {
  const { draws, containers, ...charge } = partOf(job, "charge") as { draws?: OldDraw[]; containers?: unknown };
  const ledger = (Array.isArray(draws) ? draws : []).map((draw, i) => ({
    id: `e${i + 1}`,
    at: draw.endedAt ?? draw.startedAt,
    act: "charge",
    substance: "refrigerant",
    grams: Math.max(0, draw.startG - draw.nowG),
    from: `container:${draw.containerId}`,
    to: "line",
    estimated: false,
    counters: null,
  }));
  const warmed = Array.isArray(containers)
    ? containers.map((one) => ({ ...one, temperature: { text: "", unit: "degC" } }))
    : containers;
  const blankStep = { startedAt: null, doneAt: null, skipped: null };
  return {
    ...job,
    version: 4,
    intake: { ...partOf(job, "intake"), oilAmount: noGrams(), lastFilled: null },
    recover: { recovered: noGrams(), oil: noGrams(), hoses: { text: "0", unit: "g" }, ...partOf(job, "recover") },
    repair: {
      parts: [],
      debris: false,
      flushed: false,
      openHours: { text: "", unit: "h" },
      oil: null,
      filled: noGrams(),
    },
    evacuate: {
      lowest: { text: "", unit: "mbarAbs" },
      hold: { text: "30", unit: "min" },
      held: { text: "", unit: "mbarAbs" },
      wall: { text: "", unit: "degC" },
      gauge: "electronic",
      startedAt: null,
      trace: [],
      marks: [],
      seenAt: null,
      simulated: null,
      ...partOf(job, "evacuate"),
    },
    charge: { ...charge, containers: warmed, open: null, warmWater: true },
    correction: null,
    prove: { checks: [], capsOn: false },
    ledger,
    steps: { prove: blankStep, repair: blankStep, ...partOf(job, "steps") },
  };
}
