/**
 * A made-up workshop with a year behind it: vehicles of the population, each with its own leak, seasons, causes, and what was done about them;
 * a shelf of containers from which every gram came. All readings are simulated on the vehicle's own sizes with what was in it that day, read with
 * a workshop's instruments; nothing is fitted to anything. Outcomes rest on the shipped ensemble, which must have been provided. The same seed gives the same year.
 */

import { type FaultCause, faultCauses } from "@/core/causes/catalogue";
import { leakPlacesOf, placesTouchedBy } from "@/core/causes/leak-places";
import type { OtherRepair } from "@/core/causes/work";
import type { RepairPart } from "@/core/charge/oil";
import { usualOilSheet } from "@/core/charge/oil";
import type { VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import { pick as weighted } from "@/core/diagnosis/learn/draw-test";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { simulate } from "@/core/instruments/simulate";
import { outcomeFacts } from "@/core/learning/statement";
import { type NoiseSource, seededNoise } from "@/core/maths/noise";
import type { RunningSetting } from "@/core/readings/file/reading-file";
import { booked, drawn, purgeBooked } from "@/core/records/bookkeeping";
import { confirmedOf, outcomeOf, signedOutcomeOf, withAnswer } from "@/core/records/derived/job-outcome";
import { foundOf, hasReadings, readingFileOf } from "@/core/records/derived/job-readings";
import { noDrills, type ShopInFile } from "@/core/records/files/shop-file";
import { type Job, type LeakCheck, newJob, type StepId, stepIds, type TestRecord } from "@/core/records/job";
import { type Container, newContainer } from "@/core/records/stock/container";
import { countEntry, placeOf, type StockEntry, stockEntry } from "@/core/records/stock/entry";
import { newVehicle, type Vehicle } from "@/core/records/vehicles/vehicle";
import { vehicleKey } from "@/core/records/vehicles/vehicle-name";
import { entry } from "@/core/units/entry";
import { YEAR_ENDS } from "./year-moved";

const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;
const JOBS = 200;
const VEHICLES = 60;
const ALTITUDE_M = 310;

const technicians = ["Tamsin Rowe", "Idris Kovac", "Nell Achterberg"] as const;

/** The vans of the Bay: this model leaks at its condenser. */
const VANS = "Fennick Bakery";
const vanLabel: VehicleLabel = {
  refrigerant: "R134a",
  chargeG: 580,
  metering: "expansion-valve",
  compressor: "variable-external",
  condenserFan: "electric",
  evaporators: 1,
  highPort: "after-condenser",
};
/** The clamp of this workshop reads too low, K, since it was dropped: in the last visits of the year. */
const CLAMP_K = -2.8;
const CLAMP_OFF_FROM = JOBS - 54;

/** Fleets with how many, and people with one. */
const fleets: readonly [string, string, number, string][] = [
  [VANS, "van", 7, "FB"],
  ["Town gardens", "pickup", 6, "TG"],
  ["Mill Lane School", "minibus", 3, "ML"],
  ["Brandt & Daughter, roofers", "flatbed", 5, "BD"],
  ["Quay Taxis", "saloon", 9, "QT"],
  ["Parish nurses", "hatchback", 6, "PN"],
];
const people = [
  "Ada Lindqvist",
  "Bram Oduya",
  "Cleo Marchetti",
  "Dov Halloran",
  "Esme Tanaka",
  "Finn Abascal",
  "Greta Osei",
  "Hal Novotny",
  "Ines Pryce",
  "Jory Whelan",
  "Kit Sandoval",
  "Lena Farkas",
  "Milo Drury",
  "Noor Beckett",
  "Otis Ravn",
  "Petra Quill",
  "Rafe Ostrowski",
  "Suki Lamont",
  "Tove Eriksen",
  "Uma Castellan",
  "Vic Thorne",
  "Wanda Ekholm",
  "Yusuf Grady",
  "Zora Penhale",
] as const;
const bodies = [
  "grey estate",
  "white van",
  "red hatchback",
  "blue saloon",
  "green pickup",
  "silver people carrier",
  "black coupe",
] as const;

interface Car {
  id: string;
  name: string;
  plate: string;
  owner: string;
  label: VehicleLabel;
  seed: number;
  /** Charge, start and leak rate. */
  heldG: number;
  since: number;
  leakGYear: number;
  /** A cause beside the charge that has come since it was last here. */
  ails: { cause: FaultCause; severity: number } | null;
  weighedBefore: boolean;
}

/** Complaint and remedy of each cause. */
const ailments: readonly {
  cause: FaultCause;
  often: number;
  least: number;
  most: number;
  says: string;
  parts: RepairPart[];
  others?: OtherRepair[];
  done: string;
}[] = [
  {
    cause: "condenser-airflow",
    often: 5,
    least: 0.35,
    most: 0.75,
    says: "Cold on the open road, warm at the lights.",
    parts: [],
    others: ["fan"],
    done: "Condenser washed out, fan renewed.",
  },
  {
    cause: "evaporator-airflow",
    often: 4,
    least: 0.4,
    most: 0.8,
    says: "Hardly any air comes out.",
    parts: [],
    others: ["cabin-filter"],
    done: "Cabin filter renewed.",
  },
  {
    cause: "blend-door",
    often: 2,
    least: 0.4,
    most: 0.9,
    says: "Warm on one side whatever is set.",
    parts: [],
    others: ["blend-door-actuator"],
    done: "Blend door actuator renewed.",
  },
  {
    cause: "restriction-after-port",
    often: 2,
    least: 0.5,
    most: 0.85,
    says: "Cools for ten minutes, then no more.",
    parts: ["drier", "liquid-line"],
    done: "Liquid line and drier renewed.",
  },
  {
    cause: "metering-stuck-closed",
    often: 2,
    least: 0.5,
    most: 0.85,
    says: "Cools weakly, worse the longer it runs.",
    parts: ["metering-device"],
    done: "Metering device renewed, screen full of debris.",
  },
  {
    cause: "metering-stuck-open",
    often: 2,
    least: 0.5,
    most: 0.9,
    says: "Never properly cold since it was worked on elsewhere.",
    parts: ["metering-device"],
    done: "Metering device renewed.",
  },
  {
    cause: "compressor-worn",
    often: 2,
    least: 0.5,
    most: 0.9,
    says: "Cools less every summer; hums at idle.",
    parts: ["compressor"],
    done: "Compressor renewed, circuit flushed.",
  },
  {
    cause: "compressor-low-stroke",
    often: 1,
    least: 0.5,
    most: 0.9,
    says: "Sometimes cold, mostly not.",
    parts: ["compressor"],
    done: "Control valve sticks: compressor renewed.",
  },
];

const leaks: readonly RepairPart[] = ["condenser", "o-rings", "suction-hose", "service-cores", "evaporator"];
const leakRemarks: Partial<Record<RepairPart, string>> = {
  condenser: "Condenser porous at its foot, renewed.",
  "o-rings": "Oil at a coupling: O-rings renewed.",
  "suction-hose": "Suction hose rubbed through, renewed.",
  "service-cores": "Service valve core let go, renewed.",
  evaporator: "Dye in the water drain: evaporator renewed.",
};

const leakOf = (noise: NoiseSource, { owner }: Car): RepairPart => {
  const usual = pick(noise, leaks);
  return owner === VANS && noise.uniform() < 0.7 ? "condenser" : usual;
};

const round = (value: number, step: number) => Math.round(value / step) * step;
const pick = <Kind>(noise: NoiseSource, list: readonly Kind[]): Kind =>
  list[Math.floor(noise.uniform() * list.length)]!;

/** The whole store as it stands after a year. */
export function demoYear(seed = 20261120): ShopInFile {
  const noise = seededNoise(seed);
  const end = Date.parse(`${YEAR_ENDS}T17:00:00.000Z`);
  const start = end - 365 * DAY_MS;
  const cars = carsOf(noise, start);
  const shelf = new Shelf(start);
  const visits = Array.from({ length: JOBS }, () => dayOf(noise, start)).sort((a, b) => a - b);
  const jobs: Job[] = [];
  for (const [i, at] of visits.entries()) {
    const car = carFor(noise, cars, at);
    shelf.upTo(at);
    jobs.push(visitAt(noise, car, at, shelf, `demo-year-${String(i + 1).padStart(3, "0")}`));
  }
  shelf.upTo(end);
  return {
    workshop: "demo",
    jobs,
    vehicles: cars
      .filter(({ name }) => jobs.some(({ intake }) => intake.vehicle === name))
      .map((car) => recordOf(car, start)),
    containers: shelf.containers,
    stock: shelf.entries,
    pictures: new Map(),
    choices: null,
    drills: noDrills,
    broken: [],
    charts: [],
  };
}

/** Working hours, most of them in the warm half of the year. */
function dayOf(noise: NoiseSource, start: number): number {
  for (;;) {
    const at = start + noise.uniform() * 364 * DAY_MS;
    const day = new Date(at);
    const warm = 0.5 - 0.5 * Math.cos((2 * Math.PI * (day.getUTCMonth() + day.getUTCDate() / 31 - 0.7)) / 12);
    if (day.getUTCDay() === 0 || noise.uniform() > 0.25 + 0.75 * warm) continue;
    return Math.floor(at / DAY_MS) * DAY_MS + (8 + noise.uniform() * 8) * 60 * MINUTE_MS;
  }
}

function carsOf(noise: NoiseSource, start: number): Car[] {
  const names: { name: string; plate: string; owner: string }[] = [];
  for (const [owner, body, count, letters] of fleets)
    for (let n = 1; n <= count; n++)
      // Some numbers are on the bay already, in the other half of the demo.
      names.push({
        name: `${owner}, ${body} ${n + 20}`,
        plate: `${letters} ${100 + Math.floor(noise.uniform() * 899)}`,
        owner,
      });
  for (const owner of people)
    names.push({
      name: `${owner}, ${pick(noise, bodies)}`,
      plate: `${String.fromCharCode(65 + Math.floor(noise.uniform() * 26))}K ${1000 + Math.floor(noise.uniform() * 8999)}`,
      owner,
    });
  // A fleet buys one model: its vehicles have one label.
  const ofFleet = new Map<string, VehicleLabel>([[VANS, vanLabel]]);
  return names.slice(0, VEHICLES).map((named, i) => {
    const own = labelOf(noise, named.name);
    const label = ofFleet.get(named.owner) ?? own;
    if (fleets.some(([owner]) => owner === named.owner)) ofFleet.set(named.owner, label);
    const { chargeG } = label;
    const leaky = noise.uniform() < (named.owner === VANS ? 0.85 : 0.4);
    return {
      ...named,
      id: `demo-car-${String(i + 1).padStart(2, "0")}`,
      label,
      seed: Math.floor(noise.uniform() * 1e9),
      heldG: chargeG * (0.62 + 0.36 * noise.uniform()),
      since: start,
      leakGYear: leaky ? 70 + 330 * noise.uniform() ** 2 : 9 + 7 * noise.uniform(),
      ails: null,
      weighedBefore: false,
    };
  });
}

function labelOf(noise: NoiseSource, name: string): VehicleLabel {
  const orifice = noise.uniform() < 0.25;
  const modern = noise.uniform() < 0.4;
  const large = name.includes("minibus");
  return {
    refrigerant: modern ? "R1234yf" : "R134a",
    chargeG: round(large ? 900 + 300 * noise.uniform() : 400 + 340 * noise.uniform(), 10),
    metering: orifice ? "orifice-tube" : "expansion-valve",
    compressor: orifice
      ? "fixed"
      : modern
        ? "variable-external"
        : pick(noise, ["fixed", "variable-internal", "variable-external"]),
    condenserFan: "electric",
    evaporators: large ? 2 : 1,
    highPort: "after-condenser",
  };
}

/** Most come when something is wrong; some when they are due. */
function carFor(noise: NoiseSource, cars: readonly Car[], at: number): Car {
  const need = (car: Car) => {
    const share = heldAt(car, at) / car.label.chargeG;
    const rested = (at - car.since) / DAY_MS;
    return (share < 0.75 ? 6 : share < 0.85 ? 2 : 0.6) * Math.min(rested / 40, 1.5) ** 2;
  };
  return weighted(
    noise,
    cars.map((car) => [car, need(car)] as const),
  );
}

const heldAt = (car: Car, at: number) =>
  // A leak is slower the less there is behind it.
  Math.max(25, car.heldG * Math.exp((-car.leakGYear / car.label.chargeG) * ((at - car.since) / (365 * DAY_MS))));

const instant = (ms: number) => new Date(ms).toISOString();

function visitAt(noise: NoiseSource, car: Car, at: number, shelf: Shelf, id: string): Job {
  const { label } = car;
  const held = heldAt(car, at);
  const share = held / label.chargeG;
  // Low ones mostly come for that alone.
  const ails = noise.uniform() < (share < 0.75 ? 0.12 : 0.55) ? pickAilment(noise, label) : null;
  const { fault, what } = ails ?? { fault: null, what: null };
  const weather = { ...weatherOf(noise, at), clampK: Number(id.slice(-3)) > CLAMP_OFF_FROM ? CLAMP_K : 0 };
  const leaking = car.leakGYear > 30;
  const opens = (what?.parts.length ?? 0) > 0;
  const weighs = opens || share < 0.88 || noise.uniform() < 0.2;
  const job = intakeOf(newJob(id, instant(at), "demo"), car, what?.says ?? complaintOf(noise, share));
  job.altitude = entry(String(ALTITUDE_M), "m");
  const before = testOf(noise, { car, share, ails: fault }, weather, job.baseline);
  job.baseline = before.test;
  job.rest = before.rest;
  if (before.meets !== null)
    job.shutOff = { seconds: entry(String(before.meets), "s"), met: true, takenAt: instant(at + 70 * MINUTE_MS) };
  const minutes = weighs ? 170 + 60 * noise.uniform() : 60 + 30 * noise.uniform();
  const done = at + minutes * MINUTE_MS;
  let made: Job = job;
  car.heldG = held;
  car.since = at;
  if (weighs) {
    const part = leaking && noise.uniform() < (car.owner === VANS ? 0.8 : 0.5) ? leakOf(noise, car) : null;
    made = weighed(noise, made, { car, at, done, leak: part }, shelf, [
      ...(what?.parts ?? []),
      ...(part ? [part] : []),
    ]);
    if (part !== null) car.leakGYear = 9 + 7 * noise.uniform();
    made.signOff.remark = [what?.done, part === null ? null : leakRemarks[part]].filter(Boolean).join(" ");
    if (leaking && part === null)
      made.signOff.remark = `${made.signOff.remark} Leak not found yet: dye put in, to come back.`.trim();
  } else made.signOff.remark = what?.done ?? "Nothing found that needs work.";
  if (opens || weighs || what !== null) {
    const after = testOf(noise, { car, share: car.heldG / label.chargeG, ails: null }, weather, made.proof);
    made.proof = after.test;
  }
  made.repair = { ...made.repair, others: what?.others ?? [] };
  made.signOff = { ...made.signOff, technician: pick(noise, technicians), signedAt: instant(done) };
  const steps: StepId[] = weighs
    ? [...stepIds]
    : [
        "intake",
        "look",
        "hook-up",
        "rest",
        "running",
        "shut-off",
        "verdict",
        ...(what === null ? [] : (["prove"] as const)),
        "sign-off",
      ];
  made = stepsDone(made, steps, at, done);
  return { ...withOutcome(noise, made, what?.cause ?? null), updatedAt: instant(done), archivedAt: instant(done) };
}

/** Wrong outcomes, and visits without a fault whose soundness nobody confirms. */
const WRONG_OUTCOMES = 0.05;
const LEFT_OPEN = 0.3;

/** The outcome as this workshop signs it: what follows, and what the technician knows beside it. */
function withOutcome(noise: NoiseSource, job: Job, ails: FaultCause | null): Job {
  const proved = job.proof.settings.some(hasReadings);
  const facts = outcomeFacts(readingFileOf(job, "baseline"), proved ? readingFileOf(job, "proof") : null);
  const guess = pick(noise, faultCauses);
  const wrong = noise.uniform() < WRONG_OUTCOMES;
  const open = noise.uniform() < LEFT_OPEN;
  const known: Job =
    ails !== null
      ? withAnswer(job, wrong ? guess : ails, "confirmed")
      : confirmedOf(outcomeOf(job, facts)) === null && !open
        ? withAnswer(job, "none", "confirmed")
        : job;
  return { ...known, outcome: { ...known.outcome, signed: signedOutcomeOf(known, facts) } };
}

function pickAilment(noise: NoiseSource, label: VehicleLabel) {
  const fitting = ailments.filter(({ cause }) => cause !== "compressor-low-stroke" || label.compressor !== "fixed");
  const what = weighted(
    noise,
    fitting.map((one) => [one, one.often] as const),
  );
  const severity = what.least + (what.most - what.least) * noise.uniform();
  return { what, fault: { cause: what.cause, severity } };
}

function complaintOf(noise: NoiseSource, share: number): string {
  if (share < 0.6)
    return pick(noise, ["Blows warm.", "No longer cools at all.", "Clutch clicks all the time, air is warm."]);
  if (share < 0.85) return pick(noise, ["Cools less than last year.", "Lukewarm in town.", "Takes long to get cold."]);
  return pick(noise, ["To be looked at before the summer.", "Yearly service.", "Smells musty, cools well."]);
}

interface Weather {
  /** Offset of the clamp that day, K. */
  clampK: number;
  ambientC: number;
  humidityPct: number;
}

/** A temperate place: 8 degC in January, 27 in July, give or take; jobs are done in a heated hall. */
function weatherOf(noise: NoiseSource, at: number): Omit<Weather, "clampK"> {
  const month = new Date(at).getUTCMonth() + new Date(at).getUTCDate() / 31;
  const outside = 17.5 - 9.5 * Math.cos((2 * Math.PI * (month - 0.7)) / 12) + 4 * noise.normal();
  return {
    ambientC: round(Math.min(Math.max(outside, 15), 38), 0.5),
    humidityPct: Math.round(Math.min(Math.max(52 + 10 * noise.normal(), 25), 80)),
  };
}

function intakeOf(job: Job, { name, label }: Car, complaint: string): Job {
  return {
    ...job,
    intake: {
      ...job.intake,
      vehicle: name,
      complaint,
      refrigerant: label.refrigerant,
      charge: entry(String(label.chargeG), "g"),
      tolerance: entry("20", "g"),
      metering: label.metering,
      compressor: label.compressor,
      condenserFan: label.condenserFan,
      evaporators: label.evaporators,
      history: "serviced",
      oilKind: "PAG",
      oilAmount: entry(String(round(label.chargeG * 0.24, 5)), "g"),
    },
  };
}

/** State of a car on a day: share of its label that it holds, and what ails it. */
interface CarState {
  car: Car;
  share: number;
  ails: Car["ails"];
}

function testOf(
  noise: NoiseSource,
  { car, share, ails: fault }: CarState,
  { ambientC, humidityPct, clampK }: Weather,
  blank: TestRecord,
) {
  const { highPort: _, ...vehicle } = car.label;
  const seed = Math.floor(noise.uniform() * 2 ** 31);
  // One state in a thousand has no solution that the solver finds; the air is then a degree warmer.
  const simulated = (airC: number) => {
    // Each car is drawn from its own seed, so it stays the same.
    const sizes = seededNoise(car.seed);
    const request = {
      vehicle,
      conditions: { ambientC: airC, humidityPct, altitudeM: ALTITUDE_M, blowerPct: 100, airSource: "fresh" as const },
      charge: { fraction: Math.min(share, 1.4) },
      faults: fault === null ? [] : [fault],
      noise: true,
      seed,
    };
    return simulate(request, () => sizes.normal());
  };
  let airC = ambientC;
  let made = simulated(airC);
  while (!made.ok && airC < ambientC + 5) {
    airC += 1;
    made = simulated(airC);
  }
  if (!made.ok) throw new Error(`${car.name}: ${JSON.stringify(made.issue)}`);
  const { running, rest, equalise } = made.value;
  const [idle, fast] = blank.settings;
  return {
    test: {
      ...blank,
      ambient: entry(String(airC), "degC"),
      humidity: entry(String(humidityPct), "pct"),
      settings: [
        settingOf(idle, running![0]!, clampK),
        settingOf(fast, running![1]!, clampK),
      ] as TestRecord["settings"],
    },
    rest: {
      low: bar(rest?.lowKpa ?? null),
      high: bar(rest?.highKpa ?? null),
      soak: entry(rest?.soakC == null ? "" : rest.soakC.toFixed(1), "degC"),
    },
    meets: equalise?.equalised ? equalise.seconds : null,
  };
}

const bar = (kpa: number | null | undefined) => entry(kpa == null ? "" : (kpa / 100).toFixed(2), "bar");
const degC = (value: number | null | undefined) => entry(value == null ? "" : value.toFixed(1), "degC");

type Setting = TestRecord["settings"][number];

function settingOf(blank: Setting, read: RunningSetting, clampK: number): Setting {
  const { cyclePeriodS, lowMinKpa, lowMaxKpa, lowKpa, highKpa } = read;
  const cycles = cyclePeriodS != null && lowMinKpa != null && lowMaxKpa != null && lowKpa != null && highKpa != null;
  return {
    ...blank,
    // With a cycling clutch what is written down is read just before it cuts out.
    low: bar(cycles ? lowMinKpa : lowKpa),
    high: bar(highKpa),
    vent: degC(read.ventC),
    suction: degC(read.suctionLineC == null ? null : read.suctionLineC + clampK),
    liquid: degC(read.liquidLineC == null ? null : read.liquidLineC + clampK),
    cycle: cycles ? { periodS: cyclePeriodS, lowMinKpa, lowMaxKpa, lowMeanKpa: lowKpa, highEngagedKpa: highKpa } : null,
  };
}

/** A leak was found at the part then replaced; it and the ports were checked again before departure. */
function leakChecks(
  job: Job,
  { car, leak }: Visit,
  parts: readonly RepairPart[],
  before: string,
  after: string,
): LeakCheck[] {
  const here = leakPlacesOf({ metering: car.label.metering, compressor: car.label.compressor });
  const touched = (part: RepairPart) => placesTouchedBy(part).filter((place) => here.includes(place));
  const made = { method: "detector", size: entry("", "g"), spot: "", photo: null } as const;
  const found = leak === null ? [] : touched(leak).slice(0, 1);
  const checked = [...new Set([...parts, "service-cores" as const])].flatMap(touched);
  return [
    ...job.leak.checks,
    ...found.map((place) => ({ ...made, place, stage: "search" as const, leaks: true, at: before })),
    ...checked.map((place) => ({ ...made, place, stage: "after-work" as const, leaks: false, at: after })),
  ];
}
/** When a car came and when it was done, ms since 1970. */
interface Visit {
  car: Car;
  at: number;
  done: number;
  /** Part that was found to leak; null where none was. */
  leak: RepairPart | null;
}

/** Recovered, opened where something is renewed, evacuated, and filled to its label from the shelf. */
function weighed(noise: NoiseSource, job: Job, visit: Visit, shelf: Shelf, parts: RepairPart[]): Job {
  const { car, at, done } = visit;
  const share = (fraction: number) => instant(at + (done - at) * fraction);
  const { label } = car;
  const refrigerant = label.refrigerant;
  // The job itself computes the hose loss from their length.
  const weighedOf = (recovered: number): Job => ({
    ...job,
    hookUp: { ...job.hookUp, gauges: "both", hosesOff: "let-back" },
    recover: {
      ...job.recover,
      recovered: entry(recovered.toFixed(0), "g"),
      oil: entry(String(Math.round(3 + 14 * noise.uniform())), "g"),
    },
  });
  const hosesG = (foundOf(weighedOf(100)) ?? 100) - 100;
  const machineG = Math.max(car.heldG - hosesG + 3 * noise.normal(), 5);
  const recovered = weighedOf(machineG);
  const oil = refrigerant === "R1234yf" ? ("PAG for R1234yf" as const) : ("PAG" as const);
  const filled = parts.reduce((sum, part) => sum + usualOilSheet[part], 0) + 10;
  const opened: Job = {
    ...recovered,
    repair: {
      ...recovered.repair,
      parts: [...new Set(parts)].map((part) => ({
        part,
        kind: "renewed" as const,
        drained: entry("", "g"),
        own: entry("", "g"),
      })),
      flushed: parts.includes("compressor"),
      oil,
      filled: entry(String(filled), "g"),
    },
    evacuate: {
      ...recovered.evacuate,
      lowest: entry((0.3 + 0.3 * noise.uniform()).toFixed(2), "mbarAbs"),
      held: entry((0.8 + 0.6 * noise.uniform()).toFixed(2), "mbarAbs"),
      wall: entry("20", "degC"),
    },
    leak: { ...recovered.leak, checks: leakChecks(job, visit, parts, share(0.05), share(0.95)) },
    prove: { capsOn: true },
  };
  const weighedOut = booked(opened, share(0.4));
  // By eye at the valve: a few grams beside the label.
  const aimG = label.chargeG + 6 * noise.normal();
  const hoseG = 9;
  const drawG = Math.round(aimG + hoseG + 4);
  const from = shelf.take(refrigerant, drawG, Date.parse(share(0.8)));
  shelf.recovered(refrigerant, machineG);
  const cylinder = shelf.byId(from.id);
  const onHand: Job = {
    ...weighedOut,
    charge: {
      ...weighedOut.charge,
      hoses: entry(String(hoseG), "g"),
      purged: entry("4", "g"),
      containers: [
        {
          id: from.id,
          name: cylinder.name,
          net: entry((from.heldG / 1000).toFixed(3), "kg"),
          temperature: entry("", "degC"),
        },
      ],
    },
  };
  car.heldG = drawG - hoseG - 4;
  car.since = done;
  car.weighedBefore = true;
  return drawn(purgeBooked(onHand, 4, share(0.72)), from.id, drawG, share(0.8));
}

function stepsDone(job: Job, steps: readonly StepId[], at: number, done: number): Job {
  const each = (done - at) / steps.length;
  const marked = steps.map((step, i) => [
    step,
    { ...job.steps[step], startedAt: instant(at + each * i), doneAt: instant(at + each * (i + 0.95)) },
  ]);
  const skipped = stepIds
    .filter((step) => !steps.includes(step))
    .map((step) => [step, { ...job.steps[step], skipped: "Not needed" }]);
  return { ...job, steps: { ...job.steps, ...Object.fromEntries([...marked, ...skipped]) } };
}

function recordOf(car: Car, start: number): Vehicle {
  const vehicle = newVehicle(car.id, car.name, instant(start));
  return { ...vehicle, plate: car.plate, owner: car.owner, names: [...vehicle.names, vehicleKey(car.plate)] };
}

/** The shelf over the year: what comes in when it runs low, and what every job takes from it. */
class Shelf {
  readonly containers: Container[] = [];
  readonly entries: StockEntry[] = [];
  private readonly held = new Map<string, number>();
  private readonly machine = { R134a: 0, R1234yf: 0 };
  private quarter = 0;

  constructor(private readonly start: number) {
    const at = instant(start);
    const low = entry("2", "kg");
    this.put(
      newContainer("demo-machine-134a", at, { name: "Recovery machine, R134a", kind: "machine", refrigerant: "R134a" }),
      0,
    );
    this.put(
      newContainer("demo-machine-yf", at, {
        name: "Recovery machine, R1234yf",
        kind: "machine",
        refrigerant: "R1234yf",
      }),
      0,
    );
    this.put(
      newContainer("demo-cylinder-1", at, {
        name: "Cylinder 1",
        kind: "cylinder",
        refrigerant: "R134a",
        tare: entry("6.1", "kg"),
        low,
      }),
      12_000,
    );
    this.put(
      newContainer("demo-cylinder-2", at, {
        name: "Cylinder 2",
        kind: "cylinder",
        refrigerant: "R134a",
        tare: entry("6.2", "kg"),
        low,
      }),
      12_000,
    );
    this.put(
      newContainer("demo-cylinder-yf", at, {
        name: "Cylinder 3",
        kind: "cylinder",
        refrigerant: "R1234yf",
        tare: entry("4.4", "kg"),
        low,
      }),
      5000,
    );
    this.put(
      newContainer("demo-recycled", at, {
        name: "Recycled R134a",
        kind: "cylinder",
        refrigerant: "R134a",
        origin: "recycled",
        tare: entry("7.9", "kg"),
      }),
      0,
    );
    this.put(
      newContainer("demo-oil", at, { name: "PAG oil, 46", kind: "oil", oil: "PAG", low: entry("500", "g") }),
      5000,
    );
    this.put(
      newContainer("demo-oil-yf", at, {
        name: "PAG oil for R1234yf",
        kind: "oil",
        oil: "PAG for R1234yf",
        low: entry("300", "g"),
      }),
      3000,
    );
    // Those that stand beside the van in the Bay.
    for (const [id, name] of [
      ["demo-can-a", "Can 1"],
      ["demo-can-b", "Can 2"],
    ] as const)
      this.put(newContainer(id, at, { name, kind: "can", refrigerant: "R134a" }), 340);
    this.put(newContainer("demo-dye", at, { name: "Dye", kind: "dye", low: entry("30", "g") }), 250);
  }

  byId(id: string): Container {
    return this.containers.find((one) => one.id === id)!;
  }

  private put(container: Container, grams: number) {
    this.containers.push(container);
    this.receive(container.id, grams, this.start);
  }

  private receive(id: string, grams: number, at: number, remark = "") {
    this.held.set(id, (this.held.get(id) ?? 0) + grams);
    if (grams > 0) this.book({ act: "receive", grams, from: "supplier", to: placeOf(id), remark }, at);
  }

  private book(what: Pick<StockEntry, "act" | "grams" | "from" | "to"> & Partial<StockEntry>, at: number) {
    this.entries.push(
      stockEntry(`demo-stock-${this.entries.length + 1}`, instant(at), { technician: technicians[0], ...what }),
    );
  }

  /** Once a quarter stock is taken, and the machine's gas is sent off or put by. */
  upTo(at: number) {
    while (at >= this.start + (this.quarter + 1) * 91 * DAY_MS) {
      this.quarter++;
      const when = this.start + this.quarter * 91 * DAY_MS;
      this.empty("demo-machine-134a", "R134a", when);
      this.empty("demo-machine-yf", "R1234yf", when);
      // A hose left on, a puff here and there: what the scale finds is a little less than the books say.
      for (const [i, id] of ["demo-cylinder-1", "demo-cylinder-2", "demo-cylinder-yf"].entries()) {
        const bookG = this.held.get(id)!;
        const foundG = Math.max(0, bookG - 6 - 7 * ((i + this.quarter) % 3));
        const count = countEntry(
          `demo-count-${this.quarter}-${i}`,
          instant(when),
          id,
          { bookG, foundG },
          { technician: technicians[1], remark: "Stock taken" },
        );
        if (count !== null) {
          this.entries.push(count);
          this.held.set(id, bookG - count.grams);
        }
      }
      this.book(
        {
          act: "use",
          grams: 40,
          from: placeOf("demo-dye"),
          to: "used",
          remark: "Dye put in where a leak was not found",
        },
        when,
      );
    }
  }

  private empty(id: string, refrigerant: Refrigerant, at: number) {
    const inside = this.machine[refrigerant];
    const grams = Math.floor(inside * 0.9);
    if (grams < 200) return;
    this.machine[refrigerant] -= grams;
    if (refrigerant === "R134a" && this.quarter % 2 === 1) {
      this.held.set("demo-recycled", this.held.get("demo-recycled")! + grams);
      this.book(
        { act: "move", grams, from: placeOf(id), to: placeOf("demo-recycled"), remark: "Cleaned by the machine" },
        at,
      );
    } else this.book({ act: "send-off", grams, from: placeOf(id), to: "away", remark: "To be reclaimed" }, at);
  }

  /** The cylinder that a charge comes from, filled up by the supplier when it would not reach. */
  take(refrigerant: Refrigerant, grams: number, at: number): { id: string; heldG: number } {
    const fitting =
      refrigerant === "R134a" ? ["demo-cylinder-1", "demo-cylinder-2", "demo-recycled"] : ["demo-cylinder-yf"];
    // Cleaned refrigerant is used before bought refrigerant.
    let id = refrigerant === "R134a" && this.held.get("demo-recycled")! > grams + 100 ? "demo-recycled" : undefined;
    id ??= fitting.find((one) => this.held.get(one)! > grams + 400);
    if (id === undefined) {
      id = fitting[0]!;
      this.receive(id, refrigerant === "R134a" ? 12_000 : 5000, at - 3 * 60 * MINUTE_MS, "Cylinder changed");
    }
    const heldG = this.held.get(id)!;
    this.held.set(id, heldG - grams);
    return { id, heldG };
  }

  recovered(refrigerant: Refrigerant, grams: number) {
    this.machine[refrigerant] += Math.round(grams);
  }
}
