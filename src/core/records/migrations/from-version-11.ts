import { type OldRecord, partOf } from "./old-record";

const places: Record<string, readonly string[]> = {
  "service-cores": ["low-port", "high-port"],
  "o-rings": ["joints"],
  "suction-hose": ["suction-hose"],
  "discharge-hose": ["discharge-hose"],
  "liquid-line": ["liquid-line"],
  "metering-device": ["metering-device"],
  drier: ["drier"],
  accumulator: ["accumulator"],
  condenser: ["condenser"],
  evaporator: ["evaporator"],
  compressor: ["shaft-seal", "compressor-body"],
};
const methods: Record<string, string> = { eye: "visual", sniffer: "detector", dye: "dye" };

/**
 * Version 12 has a leak search of its own: checks of places, which until then were checks of repaired parts after the work, and a pressure test; and
 * what a service station printed.
 */
export function fromVersion11(job: OldRecord): OldRecord {
  const { checks, ...prove } = partOf(job, "prove");
  const known = Array.isArray(checks) ? (checks as OldRecord[]) : [];
  const moved = known.flatMap(({ part, method, leaks, at }) =>
    (places[String(part)] ?? []).map((place) => ({
      place,
      method: methods[String(method)] ?? method,
      leaks,
      stage: "after-work",
      size: { text: "", unit: "g" },
      spot: "",
      photo: null,
      at,
    })),
  );
  const steps = partOf(job, "steps");
  // It lies before the recovery: a job that was past that did without it, and is not asked for it now.
  const passed = (steps.recover as OldRecord | undefined)?.doneAt ?? null;
  const skipped = passed === null ? null : "Not part of the release that this job was done with";
  const empty = (unit: string) => ({ text: "", unit });
  return {
    ...job,
    version: 12,
    prove,
    leak: {
      checks: moved,
      test: {
        gas: null,
        regulator: false,
        limit: { text: "1200", unit: "kPa" },
        start: empty("kPa"),
        startTemperature: empty("degC"),
        end: empty("kPa"),
        endTemperature: empty("degC"),
        length: { text: "30", unit: "min" },
        startedAt: null,
        endedAt: null,
        trace: [],
        seenAt: null,
      },
    },
    station: { used: false, vacuum: empty("min"), result: null, charged: empty("g") },
    steps: { ...steps, leak: { startedAt: null, doneAt: null, skipped, note: "" } },
  };
}
