/** The demo workshop's three jobs as a shop's own work: same vehicles, labels and grams, on no simulator, under other ids. */
import type { Job } from "@/core/records/job";
import { demoJobs } from "@/demo/demo-jobs";

export const shopJobs = (now: Date): Job[] =>
  demoJobs(now).map((job) => ({ ...job, id: job.id.replace("demo-", "shop-"), purpose: "work", rackVehicle: null }));
