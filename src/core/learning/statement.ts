/**
 * The diagnosis before the work as a signature keeps it: from the readings alone, without what was weighed, so that it can be held against the
 * outcome later. Beside it what low side, high side and vent at one engine speed alone would have advised: the gain of the tests is the difference.
 */
import { causes } from "../causes/catalogue";
import { bestAct } from "../diagnosis/decide/acts";
import { type TestId, testMinutes } from "../diagnosis/next-test/next-tests";
import { learnedNow } from "../diagnosis/weigh/learned";
import { thermometerOffsets } from "../diagnosis/weigh/thermometer-offset";
import { shares, type Weighed, weigh } from "../diagnosis/weigh/weigh";
import { type ChannelField, channels, settingChannels } from "../readings/channels";
import type { ReadingFile, RunningSetting } from "../readings/file/reading-file";
import type { ThermometerOffset } from "../readings/thermometers";
import type { Statement } from "./statement-shape";

/** Facts about a job that is about to be signed, from its readings. */
export interface OutcomeFacts {
  /** Null where the job has no readings that can be weighed. */
  said: Statement | null;
  /** Shares of the causes after the work; null where no verification was read. */
  after: Statement["shares"] | null;
  offsets: ThermometerOffset[];
}

/** A share below this is left out. */
const LEAST_SHARE = 0.005;

const sharesOf = (weighed: Weighed) => {
  const all = shares(weighed);
  return Object.fromEntries(
    causes.flatMap((cause) => (all[cause] < LEAST_SHARE ? [] : [[cause, Number(all[cause].toFixed(4))]])),
  ) as Statement["shares"];
};

/** Facts from the test before the work and the one after it; null where that was not read. */
export function outcomeFacts(before: ReadingFile | null, after: ReadingFile | null): OutcomeFacts {
  const { scales, population } = learnedNow();
  // The verification stands on a vehicle that was put right: what is off in it is rather the instrument.
  const measured = after ?? before;
  return {
    said: before === null ? null : statementOf(before),
    after: after === null ? null : sharesOf(weigh(after)),
    offsets: (measured === null ? [] : thermometerOffsets(measured, scales, population)).map((one) => ({
      ...one,
      offsetK: Number(one.offsetK.toFixed(2)),
      sdK: Number(one.sdK.toFixed(2)),
    })),
  };
}

export function statementOf(given: ReadingFile): Statement {
  const reading = { ...given, recoveredG: null };
  const weighed = weigh(reading);
  const labelG = reading.vehicle.chargeG ?? null;
  return {
    shares: sharesOf(weighed),
    charge: labelG === null ? null : chargeOf(weighed, labelG),
    values: valuesIn(reading),
    first: adviceOf(weigh(firstOf(reading)), labelG),
    last: adviceOf(weighed, labelG),
    testMinutes: minutesOf(testsBeyondFirst(reading)),
    localJobs: reading.localPrior?.jobs ?? 0,
  };
}

function chargeOf({ charge }: Weighed, labelG: number) {
  const [lowG, medianG, highG] = charge.map((share) => Math.round(share * labelG)) as [number, number, number];
  return { lowG, medianG, highG };
}

const adviceOf = (weighed: Weighed, labelG: number | null): Statement["first"] => ({
  about: bestAct(weighed.classes).about ?? "none",
  chargeG: labelG === null ? null : chargeOf(weighed, labelG).medianG,
});

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
