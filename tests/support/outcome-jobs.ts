/** Jobs with an outcome: weighed on arrival, and signed under the papers of a shop. */
import type { Credentials, Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";

export const papersOf = (shop = ""): Credentials => ({
  certificate: "",
  shop,
  registration: "",
  machine: { name: "", checkedOn: null },
  scale: { name: "", checkedOn: null },
});

/** The job of a real car with so much weighed out of it, its hoses let back. */
export const weighedOut = (job: Job, grams: number): Job => ({
  ...job,
  rackVehicle: null,
  hookUp: { ...job.hookUp, hosesOff: "let-back" },
  recover: { ...job.recover, recovered: entry(String(grams), "g") },
});
