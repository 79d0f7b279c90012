/**
 * A bench's state as the query of an address: short names, one for each control, led by a version, so that a link that was sent stays what it was in
 * later releases. What is usual is left out.
 */
import { type FaultCause, faultCauses } from "../causes/catalogue";
import { type Refrigerant, refrigerantEntry, refrigerants } from "../fluids/refrigerants";
import { fail, type Result, succeed } from "../result";
import { type BenchState, benchOf, benchStateSchema } from "./bench-state";

export type AddressIssue =
  | { code: "newer-version"; version: string }
  | { code: "broken"; field: string; expected: string };

const VERSION = "1";
/** Every name that a link may hold. */
const names = new Set([
  "v",
  "name",
  "r",
  "g",
  "m",
  "c",
  "fan",
  "e",
  "port",
  "t",
  "h",
  "alt",
  "air",
  "cabin",
  "b",
  "n",
  "in",
  "gas",
  "w",
]);
/** The one name that may stand more than once: what is wrong. */
const FAULT = "w";
const DECIMAL = /^-?\d+(\.\d+)?$/;
/** Between the parts of a fault: one of the few signs that an address carries as they are. */
const PART = "_";
/** Never change one of these: they stand in links. */
const short = {
  refrigerant: Object.fromEntries(refrigerants.map((one) => [one, refrigerantEntry(one).linkName])) as Record<
    Refrigerant,
    string
  >,
  metering: { "expansion-valve": "valve", "orifice-tube": "orifice" },
  compressor: {
    fixed: "fixed",
    "variable-internal": "internal",
    "variable-external": "commanded",
    electric: "electric",
  },
  condenserFan: { electric: "electric", viscous: "viscous", both: "both" },
  highPort: { "after-condenser": "after", "before-condenser": "before" },
  airSource: { fresh: "fresh", recirculated: "round" },
} as const;
const causeNames: Partial<Record<FaultCause, string>> = {
  "condenser-airflow": "cond-air",
  "restriction-before-port": "block-before",
  "restriction-after-port": "block-after",
  "metering-stuck-closed": "meter-shut",
  "metering-stuck-open": "meter-open",
  "compressor-worn": "worn",
  "compressor-low-stroke": "low-stroke",
  "compressor-not-driven": "not-driven",
  "evaporator-airflow": "evap-air",
  "blend-door": "door",
};

/** Numbers with as many figures as a control has. */
const text = (value: number) => String(Number(value.toFixed(3)));

export function toAddress(state: BenchState): string {
  const { label, conditions, faults } = state;
  const usual = benchOf(label);
  const query = new URLSearchParams({ v: VERSION });
  const put = (key: string, value: string, unless: string) => value !== unless && query.set(key, value);
  put("name", state.name, "");
  query.set("r", short.refrigerant[label.refrigerant]);
  query.set("g", text(label.chargeG));
  query.set("m", short.metering[label.metering]);
  query.set("c", short.compressor[label.compressor]);
  put("fan", short.condenserFan[label.condenserFan], "electric");
  put("e", String(label.evaporators), "1");
  put("port", short.highPort[label.highPort], "after");
  put("t", text(conditions.ambientC), text(usual.conditions.ambientC));
  put("h", text(conditions.humidityPct), text(usual.conditions.humidityPct));
  put("alt", text(conditions.altitudeM), "0");
  put("air", short.airSource[conditions.airSource], "fresh");
  put("cabin", conditions.cabinReturnC === null ? "" : text(conditions.cabinReturnC), "");
  put("b", text(conditions.blowerPct), "100");
  put("n", text(conditions.rpm), text(usual.conditions.rpm));
  put("in", text(state.chargeG), text(label.chargeG));
  put("gas", text(state.airG), "0");
  for (const { cause, severity, place } of faults)
    query.append("w", [causeNames[cause], text(severity), ...(place === null ? [] : [text(place)])].join(PART));
  return query.toString();
}

/** The state in a query. An unknown or repeated name, and a value that is none, are named by their field, never guessed. */
export function fromAddress(given: string): Result<BenchState, AddressIssue> {
  const query = new URLSearchParams(given);
  const version = query.get("v");
  if (version !== VERSION)
    return version !== null && Number(version) > Number(VERSION)
      ? fail({ code: "newer-version", version })
      : fail({ code: "broken", field: "v", expected: VERSION });
  for (const key of new Set(query.keys())) {
    if (!names.has(key)) return fail({ code: "broken", field: key, expected: "not a name of a bench link" });
    if (key !== FAULT && query.getAll(key).length > 1)
      return fail({ code: "broken", field: key, expected: "each name once" });
  }
  const number = (key: string, usual: number) => {
    const found = query.get(key);
    return found === null ? usual : DECIMAL.test(found) ? Number(found) : Number.NaN;
  };
  const named = (key: string, names: Record<string, string>, usual: string) => {
    const found = query.get(key);
    if (found === null) return usual;
    return Object.keys(names).find((name) => names[name] === found) ?? found;
  };
  const labelG = number("g", Number.NaN);
  const usual = benchOf().conditions;
  const read = benchStateSchema.safeParse({
    format: "evrid.bench",
    version: 1,
    name: query.get("name") ?? "",
    label: {
      refrigerant: named("r", short.refrigerant, ""),
      chargeG: labelG,
      metering: named("m", short.metering, ""),
      compressor: named("c", short.compressor, ""),
      condenserFan: named("fan", short.condenserFan, "electric"),
      evaporators: number("e", 1),
      highPort: named("port", short.highPort, "after-condenser"),
    },
    conditions: {
      ambientC: number("t", usual.ambientC),
      humidityPct: number("h", usual.humidityPct),
      altitudeM: number("alt", 0),
      airSource: named("air", short.airSource, "fresh"),
      cabinReturnC: query.has("cabin") ? number("cabin", 0) : null,
      blowerPct: number("b", 100),
      rpm: number("n", usual.rpm),
    },
    chargeG: number("in", labelG),
    airG: number("gas", 0),
    faults: query.getAll("w").map((one) => {
      const [name, severity = "", place] = one.split(PART);
      return {
        cause: faultCauses.find((cause) => causeNames[cause] === name) ?? name,
        severity: severity.trim() === "" ? Number.NaN : Number(severity),
        place: place === undefined ? null : Number(place),
      };
    }),
  });
  if (read.success) return succeed(read.data);
  const issue = read.error.issues[0]!;
  return fail({ code: "broken", field: issue.path.join("."), expected: issue.message });
}
