/** The demo workshop, made up: Quarry Street Motors and three of its vehicles, each at another point of the run-sheet. */
import { booked, drawn, purgeBooked } from "@/core/records/bookkeeping";
import { type Job, type LeakCheck, newJob, type StepId, stepIds, type TestRecord } from "@/core/records/job";
import { entry } from "@/core/units/entry";

const MINUTE = 60_000;

/** Jobs as they would stand at `now`. */
export function demoJobs(now: Date): Job[] {
  const ago = (minutes: number) => new Date(now.getTime() - minutes * MINUTE).toISOString();
  return [bakeryVan(ago), estateCar(ago), gardenPickup(ago)];
}

type Ago = (minutes: number) => string;

/** Just taken in, with the simulated rack on its ports: the whole run-sheet can be practised on it. */
function bakeryVan(ago: Ago): Job {
  const job = newJob("demo-bakery-van", ago(14), "demo");
  job.intake = {
    ...job.intake,
    vehicle: "Fennick Bakery, van 3",
    ...usualIntake,
    history: "unknown",
    complaint: "Blows lukewarm since early summer, worse in town. Nobody has opened the circuit that they know of.",
    refrigerant: "R134a",
    charge: entry("580", "g"),
    tolerance: entry("20", "g"),
    metering: "expansion-valve",
    compressor: "variable-external",
    condenserFan: "electric",
    evaporators: 1,
  };
  job.altitude = entry("310", "m");
  job.charge.containers = [
    { id: "demo-can-a", name: "Can 1", net: entry("340", "g"), temperature: entry("", "degC") },
    { id: "demo-can-b", name: "Can 2", net: entry("340", "g"), temperature: entry("", "degC") },
  ];
  job.charge.purged = entry("4", "g");
  job.rackVehicle = "leaked-van";
  return done(job, ["intake"], ago, 14);
}

/** Measured by hand, verdict open: two causes still stand side by side. */
function estateCar(ago: Ago): Job {
  const job = newJob("demo-estate-car", ago(95), "demo");
  job.intake = {
    ...job.intake,
    vehicle: "Orla Veitch, grey estate",
    ...usualIntake,
    complaint: "Cold on the motorway, warm at the lights. Fan heard running.",
    refrigerant: "R1234yf",
    charge: entry("470", "g"),
    tolerance: entry("25", "g"),
    metering: "expansion-valve",
    compressor: "variable-external",
    condenserFan: "electric",
    evaporators: 1,
  };
  job.altitude = entry("310", "m");
  job.rest = { low: entry("6.22", "bar"), high: entry("6.30", "bar"), soak: entry("27", "degC") };
  job.baseline = test(job.baseline, ["28.5", "44"], {
    idle: ["800", "2.75", "15.4", "13.6", "11.5", "51.5"],
    fast: ["1800", "2.35", "13.9", "10.4", "8.5", "46.5"],
  });
  return done(job, ["intake", "look", "hook-up", "rest", "running"], ago, 95);
}

/** Minutes of a day. */
const DAY = 24 * 60;

/** Finished and signed yesterday. */
function gardenPickup(ago: Ago): Job {
  const job = newJob("demo-garden-pickup", ago(DAY + 190), "demo");
  job.intake = {
    ...job.intake,
    vehicle: "Town gardens, pickup 11",
    model: "Tarn 24 double cab",
    plate: "TG 4411",
    vin: "9ZZTARN23P0001207",
    mileage: entry("148200", "km"),
    ...usualIntake,
    complaint: "No longer cools under load. Stone hole in the condenser, renewed here.",
    refrigerant: "R134a",
    charge: entry("22", "oz"),
    tolerance: entry("0.9", "oz"),
    metering: "orifice-tube",
    compressor: "fixed",
    condenserFan: "viscous",
    evaporators: 1,
  };
  addPickupTests(job);
  job.recover = { ...job.recover, recovered: entry("232", "g"), oil: entry("15", "g") };
  job.repair = {
    ...job.repair,
    parts: (["condenser", "accumulator", "o-rings"] as const).map((part) => ({
      part,
      kind: "renewed" as const,
      drained: entry("", "g"),
      own: entry("", "g"),
    })),
    oil: "PAG",
    filled: entry("90", "g"),
  };
  job.evacuate = {
    ...job.evacuate,
    lowest: entry("0.45", "mbarAbs"),
    hold: entry("30", "min"),
    held: entry("0.9", "mbarAbs"),
    wall: entry("24", "degC"),
  };
  job.charge = {
    ...job.charge,
    hoses: entry("9", "g"),
    purged: entry("4", "g"),
    containers: [
      { id: "demo-cylinder-1", name: "Cylinder 1", net: entry("11.152", "kg"), temperature: entry("", "degC") },
    ],
  };
  job.leak = { ...job.leak, checks: pickupLeakChecks(ago) };
  job.prove = { capsOn: true };
  job.signOff = {
    technician: "Tamsin Rowe",
    remark: "Condenser, drier and O-rings renewed. Look at it again before next summer.",
    signedAt: ago(DAY + 12),
    credentials: {
      certificate: "RC-20417",
      shop: "Harbour Lane Garage",
      registration: "HL-88-310",
      machine: { name: "Recovery station RS 2, no. 1184", checkedOn: "2026-03-12" },
      scale: { name: "Bench scale BS 30, no. 77", checkedOn: "2026-02-20" },
    },
  };
  const weighed = booked(job, ago(DAY + 120));
  const charged = drawn(purgeBooked(weighed, 4, ago(DAY + 61)), "demo-cylinder-1", 638, ago(DAY + 48));
  return done(charged, [...stepIds], ago, DAY + 190);
}

function addPickupTests(job: Job): void {
  job.altitude = entry("310", "m");
  job.rest = { low: entry("74", "psi"), high: entry("75", "psi"), soak: entry("26", "degC") };
  const psi: [string, string] = ["27.0", "51"];
  job.baseline = test(
    job.baseline,
    psi,
    {
      idle: ["800", "15.5", "122", "19.4", "23.0", "33.5"],
      fast: ["1800", "9.0", "131", "18.8", "24.5", "34.5"],
    },
    "psi",
  );
  job.proof = test(
    job.proof,
    ["26.5", "53"],
    {
      idle: ["800", "28.5", "159", "9.1", "0.9", "41.5"],
      fast: ["1800", "24.0", "125", "10.3", "3.1", "35.5"],
    },
    "psi",
  );
  // At fast idle its clutch cycles, as it does on a mild day.
  const [idle, fast] = job.proof.settings;
  const cycle = { periodS: 9, lowMinKpa: 166, lowMaxKpa: 301, lowMeanKpa: 230, highEngagedKpa: 862 };
  job.proof = { ...job.proof, settings: [idle, { ...fast, cycle }] };
}

function pickupLeakChecks(ago: Ago): LeakCheck[] {
  const check = (
    place: LeakCheck["place"],
    method: LeakCheck["method"],
    stage: LeakCheck["stage"],
    minutes: number,
  ): LeakCheck => ({
    place,
    method,
    stage,
    leaks: false,
    size: entry("", "g"),
    spot: "",
    photo: null,
    at: ago(DAY + minutes),
  });
  return [
    { ...check("condenser", "visual", "search", 150), leaks: true, spot: "Lower left, stone" },
    { ...check("condenser", "detector", "search", 148), leaks: true, size: entry("160", "g") },
    check("high-port", "detector", "search", 145),
    check("low-port", "detector", "search", 144),
    ...(["condenser", "joints", "accumulator", "low-port", "high-port"] as const).map((place) =>
      check(place, "detector", "after-work", 20),
    ),
  ];
}

/** rpm, low, high, vent, suction, liquid per setting. */
type Row = readonly [string, string, string, string, string, string];

function test(
  blank: TestRecord,
  [ambient, humidity]: readonly [string, string],
  rows: { idle: Row; fast: Row },
  unit: "bar" | "psi" = "bar",
): TestRecord {
  const [idle, fast] = blank.settings;
  const filled = (setting: typeof idle, [rpm, low, high, vent, suction, liquid]: Row) => ({
    ...setting,
    rpm: entry(rpm, "rpm"),
    low: entry(low, unit),
    high: entry(high, unit),
    vent: entry(vent, "degC"),
    suction: entry(suction, "degC"),
    liquid: entry(liquid, "degC"),
  });
  return {
    ...blank,
    ambient: entry(ambient, "degC"),
    humidity: entry(humidity, "pct"),
    settings: [filled(idle, rows.idle), filled(fast, rows.fast)],
  };
}

const usualIntake = { history: "serviced" as const, oilKind: "PAG" as const, stopSigns: [] };

/** Marks steps as done, spread over the time since the job began. */
function done(job: Job, steps: StepId[], ago: Ago, began: number): Job {
  const share = began / (steps.length + 1);
  steps.forEach((step, i) => {
    job.steps[step] = {
      startedAt: ago(began - share * i),
      doneAt: ago(began - share * (i + 0.9)),
      skipped: null,
      note: "",
    };
  });
  job.updatedAt = ago(Math.min(began, 5));
  return job;
}
