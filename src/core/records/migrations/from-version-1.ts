import { type OldRecord, partOf } from "./old-record";

const steps = [
  "intake",
  "look",
  "hook-up",
  "rest",
  "running",
  "shut-off",
  "verdict",
  "recover",
  "repair",
  "evacuate",
  "charge",
  "prove",
  "sign-off",
];

/** Version 2 knows what is seen and heard, the hook-up, the shut-off test, skipped steps, cycles and the archive. */
export function fromVersion1(job: OldRecord): OldRecord {
  const test = (name: string) => {
    const { settings, ...rest } = partOf(job, name);
    return { ...rest, settings: Array.isArray(settings) ? settings.map((s) => ({ ...s, cycle: null })) : settings };
  };
  const old = partOf(job, "steps");
  const blankStep = { startedAt: null, doneAt: null, skipped: null };
  return {
    ...job,
    version: 2,
    intake: { ...partOf(job, "intake"), history: null, oilKind: null, stopSigns: [] },
    baseline: test("baseline"),
    proof: test("proof"),
    look: { notes: [] },
    hookUp: { gauges: null, hose: { text: "1.5", unit: "hoseM" }, checked: [], hosesOff: null },
    shutOff: { seconds: { text: "", unit: "s" }, met: null, takenAt: null },
    archivedAt: null,
    steps: Object.fromEntries(steps.map((id) => [id, { ...blankStep, ...partOf(old, id) }])),
  };
}
