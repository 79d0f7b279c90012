import { describe, expect, it, vi } from "vitest";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { type JobChange, jobWriter } from "./job-writer";

const [van] = demoJobs(new Date("2026-06-01T10:00:00Z")) as [Job];
const later = (job: Job, seconds: number): Job => ({
  ...job,
  updatedAt: new Date(Date.parse(van.updatedAt) + seconds * 1000).toISOString(),
});
const altitude =
  (text: string): JobChange =>
  (job) => ({ ...job, altitude: entry(text, "m") });
const complaint =
  (text: string): JobChange =>
  (job) => ({ ...job, intake: { ...job.intake, complaint: text } });
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

/** A store in memory whose writes can be held back; another hand may write between. */
function world() {
  const store = { job: van, held: [] as (() => void)[], hold: false, seconds: 0 };
  const refused = vi.fn();
  const writer = jobWriter({
    write: async (change) => {
      if (store.hold) await new Promise<void>((resolve) => void store.held.push(resolve));
      store.job = later(change(store.job), ++store.seconds);
      return store.job;
    },
    changed: () => undefined,
    stored: () => undefined,
    failed: () => undefined,
    refused,
  });
  writer.told(van);
  return { store, writer, refused };
}

describe("changes on their way into the store", () => {
  it("lose nothing that another hand has stored meanwhile, though this page had not heard of it", async () => {
    const { store, writer } = world();
    // Another tab writes; its news has not come here.
    store.job = later(complaint("Clicks at the lights")(store.job), ++store.seconds);
    writer.make(altitude("512"));
    await settle();
    expect(store.job).toMatchObject({ intake: { complaint: "Clicks at the lights" }, altitude: { text: "512" } });
    expect(writer.shown).toMatchObject({ intake: { complaint: "Clicks at the lights" }, altitude: { text: "512" } });
  });

  it("lose nothing where two writes overlap", async () => {
    const { store, writer } = world();
    store.hold = true;
    writer.make(altitude("512"));
    writer.make(complaint("Warm at idle"));
    writer.flush();
    expect(store.held).toHaveLength(2);
    for (const free of store.held.splice(0)) free();
    store.hold = false;
    await settle();
    await writer.settled();
    expect(store.job).toMatchObject({ intake: { complaint: "Warm at idle" }, altitude: { text: "512" } });
  });

  it("that another hand's state does not allow are said, and the others are stored", async () => {
    const { store, writer, refused } = world();
    store.job = later(complaint("Clicks")(store.job), ++store.seconds);
    writer.make((job) =>
      job.intake.complaint === "Clicks" ? { ...job, look: null as never } : { ...job, altitude: entry("5", "m") },
    );
    writer.make(altitude("512"));
    await settle();
    await writer.settled();
    expect(refused).toHaveBeenCalledWith(expect.objectContaining({ code: "broken", field: "look" }));
    expect(store.job.altitude.text).toBe("512");
  });

  it("are shown over news that is older than what was written here", async () => {
    const { writer } = world();
    writer.make(altitude("512"));
    await settle();
    writer.told(van);
    expect(writer.shown!.altitude.text).toBe("512");
  });
});
