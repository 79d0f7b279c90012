/** Conditions of the first test, taken over into the verification. */
import { isBlank } from "../../units/entry";
import type { Job, TestRecord, TestSetting } from "../job";
import { emptyTest } from "../job/running-test";
import { hasReadings } from "./job-readings";

/**
 * The job as its verification begins: day, air source, blower and engine speeds of the first test, as both are compared at the same settings. What
 * verification has of its own stays; nothing is taken over once it has a reading, or from a first test without any.
 */
export function withConditionsCarried(job: Job): Job {
  const { baseline, proof } = job;
  if (!baseline.settings.some(hasReadings) || proof.settings.some(hasReadings)) return job;
  const blank = emptyTest();
  const own = (name: "ambient" | "humidity" | "cabinReturn") => (isBlank(proof[name]) ? baseline[name] : proof[name]);
  const speed = (index: 0 | 1): TestSetting => {
    const setting = proof.settings[index];
    const untouched = isBlank(setting.rpm) || setting.rpm.text === blank.settings[index].rpm.text;
    return untouched ? { ...setting, rpm: baseline.settings[index].rpm } : setting;
  };
  const carried: TestRecord = {
    ...proof,
    ambient: own("ambient"),
    humidity: own("humidity"),
    cabinReturn: own("cabinReturn"),
    airSource: proof.airSource === blank.airSource ? baseline.airSource : proof.airSource,
    blower: proof.blower.text === blank.blower.text ? baseline.blower : proof.blower,
    settings: [speed(0), speed(1)],
  };
  return { ...job, proof: carried };
}

/** Whether verification still shows the day of the first test, without a reading of its own. */
export function showsCarriedDay({ baseline, proof }: Job): boolean {
  const same = (name: "ambient" | "humidity") =>
    proof[name].text === baseline[name].text && proof[name].unit === baseline[name].unit;
  return !isBlank(proof.ambient) && same("ambient") && same("humidity") && !proof.settings.some(hasReadings);
}
