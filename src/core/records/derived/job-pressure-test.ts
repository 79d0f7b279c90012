/** The pressure test of a job: its readings, where they were taken, and what they show. */
import {
  judgePressureTest,
  type PressureReading,
  type PressureTestAnswer,
  type PressureTestIssue,
  type PressureTestSetting,
  shownDrop,
  smallestShown,
} from "../../leak/pressure-test";
import { type InstrumentAccuracy, workshopInstruments } from "../../readings/derive/instruments";
import type { Result } from "../../result";
import { entryValue } from "../../units/entry";
import { fields } from "../fields";
import type { Job } from "../job";
import { standingSettingOf } from "./job-hold";

interface JobPressureTest {
  start: PressureReading;
  end: PressureReading | null;
  seconds: number;
  setting: PressureTestSetting;
}

/** The pressure test by its trace, else by its two readings; null while where it stands or its start is missing. */
function pressureTestOf(job: Job, accuracy: InstrumentAccuracy = workshopInstruments): JobPressureTest | null {
  const { test } = job.leak;
  const setting = testSettingOf(job, accuracy);
  if (setting === null) return null;
  const start = reading(
    entryValue(fields.testStart, test.start),
    entryValue(fields.testStartTemperature, test.startTemperature),
  );
  const seconds = entryValue(fields.testLength, test.length);
  if (start === null || seconds === null) return null;
  const end = reading(entryValue(fields.testEnd, test.end), entryValue(fields.testEndTemperature, test.endTemperature));
  return { start, end, seconds, setting };
}

function testSettingOf(job: Job, accuracy: InstrumentAccuracy): PressureTestSetting | null {
  const standing = standingSettingOf(job);
  const limitKpa = entryValue(fields.testLimit, job.leak.test.limit);
  if (standing === null || limitKpa === null) return null;
  return { ...standing, gaugeKpa: accuracy.highKpa, limitKpa };
}

const reading = (kpa: number | null, celsius: number | null): PressureReading | null =>
  kpa === null || celsius === null ? null : { kpa, celsius };

/** Input of the trace's drawing: its first reading, the drop from which a leak is shown (kPa), and the altitude (m). */
export interface DrawnPressureTest {
  start: PressureReading;
  shownKpa: number;
  altitudeM: number;
}

/** Null with fewer than two points, or where the test cannot be judged for lack of altitude, refrigerant or limit. */
export function drawnPressureTest(
  job: Job,
  accuracy: InstrumentAccuracy = workshopInstruments,
): DrawnPressureTest | null {
  const [first, second] = job.leak.test.trace;
  const setting = testSettingOf(job, accuracy);
  if (first === undefined || second === undefined || setting === null) return null;
  return { start: first, shownKpa: shownDrop(first, setting), altitudeM: setting.altitudeM };
}

/** Judges the pressure test; null before it has both readings. */
export function judgedPressureTest(
  job: Job,
  accuracy: InstrumentAccuracy = workshopInstruments,
): Result<PressureTestAnswer, PressureTestIssue> | null {
  const test = pressureTestOf(job, accuracy);
  return test === null || test.end === null
    ? null
    : judgePressureTest(test.start, test.end, test.seconds, test.setting);
}

/** Smallest leak that the test as begun can show, g a year; null before its start is known. */
export function smallestOfTest(job: Job, accuracy: InstrumentAccuracy = workshopInstruments): number | null {
  const test = pressureTestOf(job, accuracy);
  return test === null ? null : smallestShown(test.start, test.seconds, test.setting);
}
