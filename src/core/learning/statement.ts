/**
 * The diagnosis before the work as a signature keeps it: from the readings alone, without what was weighed, so that it can be held against the
 * outcome later. Beside it what low side, high side and vent at one engine speed alone would have advised: the gain of the tests is the difference.
 */
import { type Cause, causes } from "../causes/catalogue";
import { bestAct } from "../diagnosis/decide/acts";
import { type TestId, testMinutes } from "../diagnosis/next-test/next-tests";
import { learnedNow } from "../diagnosis/weigh/learned";
import { thermometerOffsets } from "../diagnosis/weigh/thermometer-offset";
import { shares, weigh } from "../diagnosis/weigh/weigh";
import { type ChannelField, channels, settingChannels } from "../readings/channels";
import type { ReadingFile, RunningSetting } from "../readings/file/reading-file";
import type { ThermometerOffset } from "../readings/thermometers";

interface Advice {
  /** Cause that the advised act is about; "none" where the circuit is left closed. */
  about: Cause;
  /** Median charge by the readings, g; null where the label is unknown. */
  chargeG: number | null;
}

export interface StatementOfReadings {
  shares: Partial<Record<Cause, number>>;
  charge: { lowG: number; medianG: number; highG: number } | null;
  values: number;
  first: Advice;
  last: Advice;
  testMinutes: number;
  localJobs: number;
}

/** Facts about a job that is about to be signed, from its readings. */
export interface OutcomeFacts {
  /** Null where the job has no readings that can be weighed. */
  said: StatementOfReadings | null;
  /** Probability that nothing is wrong after the work, and the shares of the causes then; null where no verification was read. */
  after: Partial<Record<Cause, number>> | null;
  offsets: ThermometerOffset[];
}

/** A share below this is left out. */
const LEAST_SHARE = 0.005;

const sharesOf = (reading: ReadingFile) => {
  const all = shares(weigh(reading));
  return Object.fromEntries(
    causes.flatMap((cause) => (all[cause] < LEAST_SHARE ? [] : [[cause, Number(all[cause].toFixed(4))]])),
  ) as Partial<Record<Cause, number>>;
};

/** Facts from the test before the work and the one after it; null where that was not read. */
export function outcomeFacts(before: ReadingFile | null, after: ReadingFile | null): OutcomeFacts {
  const { scales, population } = learnedNow();
  // The verification stands on a vehicle that was put right: what is off in it is rather the instrument.
  const measured = after ?? before;
  return {
    said: before === null ? null : statementOf(before),
    after: after === null ? null : sharesOf(after),
    offsets: (measured === null ? [] : thermometerOffsets(measured, scales, population)).map((one) => ({
      ...one,
      offsetK: Number(one.offsetK.toFixed(2)),
      sdK: Number(one.sdK.toFixed(2)),
    })),
  };
}

export function statementOf(given: ReadingFile): StatementOfReadings {
  const reading = { ...given, recoveredG: null };
  const { charge } = weigh(reading);
  const labelG = reading.vehicle.chargeG;
  const [lowG, medianG, highG] = charge.map((share) => Math.round(share * (labelG ?? 0))) as [number, number, number];
  return {
    shares: sharesOf(reading),
    charge: labelG == null ? null : { lowG, medianG, highG },
    values: valuesIn(reading),
    first: adviceOf(firstOf(reading)),
    last: adviceOf(reading),
    testMinutes: minutesOf(testsBeyondFirst(reading)),
    localJobs: reading.localPrior?.jobs ?? 0,
  };
}

function adviceOf(reading: ReadingFile): Advice {
  const weighed = weigh(reading);
  const labelG = reading.vehicle.chargeG;
  return {
    about: bestAct(weighed.classes).about ?? "none",
    chargeG: labelG == null ? null : Math.round(weighed.charge[1]! * labelG),
  };
}

const FIRST_FIELDS = [
  "rpm",
  "lowKpa",
  "highKpa",
  "ventC",
  "lowMinKpa",
  "lowMaxKpa",
] as const satisfies readonly (keyof RunningSetting)[];

/** The reading as it is after the first look at the gauges: low side, high side and vent at the first engine speed. */
function firstOf(reading: ReadingFile): ReadingFile {
  const [setting] = reading.running ?? [];
  const kept = setting && Object.fromEntries(FIRST_FIELDS.map((field) => [field, setting[field]]));
  return {
    ...reading,
    running: kept === undefined ? [] : [kept as RunningSetting],
    rest: null,
    equalise: null,
    observations: [],
    inspectedParts: [],
  };
}

/** Test that each further channel takes; the first three come with the first look. */
const testOfField: Partial<Record<ChannelField, TestId>> = {
  suctionLineC: "suction-clamp",
  liquidLineC: "liquid-clamp",
  dischargeLineC: "discharge-clamp",
  condenserInletAirC: "condenser-air",
  condenserOutletAirC: "condenser-air",
  meteringInletC: "line-spots",
  compressorDutyPct: "command",
};

function testsBeyondFirst({ running, rest, equalise, observations, inspectedParts }: ReadingFile): Set<TestId> {
  const settings = running ?? [];
  const taken = settings.flatMap((setting) =>
    (Object.keys(testOfField) as ChannelField[]).flatMap((field) =>
      setting[field] == null ? [] : testOfField[field]!,
    ),
  );
  if (settings.length > 1) taken.push("fast-idle");
  if (rest?.lowKpa != null || rest?.highKpa != null) taken.push("rest");
  if (equalise?.seconds != null) taken.push("shut-off");
  if ((observations ?? []).length + (inspectedParts ?? []).length > 0) taken.push("look");
  return new Set(taken);
}

const minutesOf = (tests: ReadonlySet<TestId>) => [...tests].reduce((sum, test) => sum + testMinutes[test], 0);

/** Number of values that a test read. */
function valuesIn({ running, rest, equalise }: ReadingFile): number {
  const read = (values: readonly unknown[]) => values.filter((value) => value != null).length;
  const ofSettings = (running ?? []).reduce(
    (sum, setting) => sum + read(settingChannels.map((id) => setting[channels[id].field])),
    0,
  );
  return ofSettings + read([rest?.lowKpa, rest?.highKpa, equalise?.seconds]);
}
