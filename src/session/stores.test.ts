import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { movedBy } from "@/core/charge/books/ledger";
import type { RackSample } from "@/core/instruments/rack";
import { channelIds } from "@/core/readings/channels";
import type { Job } from "@/core/records/job";
import { balanceOf } from "@/core/records/job-readings";
import { entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { FAKE_START, type FakeWorld, fakeWorld, settled, verdictOf } from "../../tests/support/fake-session";

const van = demoJobs(new Date(FAKE_START))[0]!;
let stop: () => void = () => undefined;

/** A world whose session runs, its rack connected. */
async function opened(job: Job | null = van): Promise<FakeWorld> {
  const world = fakeWorld(job);
  stop = world.session.start();
  if (job?.rackVehicle) world.session.rack.getState().connect(job.rackVehicle, job);
  await settled();
  return world;
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout", "setInterval", "clearInterval"] });
});
afterEach(() => {
  stop();
  stop = () => undefined;
  vi.useRealTimers();
});

const nothing = Object.fromEntries(channelIds.map((id) => [id, null])) as unknown as RackSample;
function sample(time: number, change: Partial<RackSample>): RackSample {
  return { ...nothing, time, valve: "shut", recoveredG: 0, machine: "off", clutchIn: null, ...change };
}

describe("the open job", () => {
  it("follows the store, whoever writes, and says when it is not there", async () => {
    const { session, jobs } = await opened();
    expect(session.jobs.getState()).toMatchObject({ loaded: "ready", job: { id: van.id } });
    await jobs.edit("", (job) => ({ ...job, altitude: entry("12", "m") }));
    expect(session.jobs.getState().job!.altitude.text).toBe("12");
    stop();
    expect((await opened(null)).session.jobs.getState().loaded).toBe("missing");
  });

  it("takes back what was typed, also after a reload, and leaves alone what an instrument wrote", async () => {
    const { session, jobs } = await opened();
    const { edit, record } = session.jobs.getState();
    edit((job) => ({ ...job, altitude: entry("999", "m") }));
    record((job) => ({ ...job, evacuate: { ...job.evacuate, seenAt: "2026-06-01T10:00:00Z" } }));
    await settled();
    expect(session.jobs.getState().canUndo).toBe(true);
    stop();
    // The page is loaded anew over the same store.
    const reloaded = fakeWorld(jobs.job, jobs);
    stop = reloaded.session.start();
    expect(reloaded.session.jobs.getState().canUndo).toBe(true);
    reloaded.session.jobs.getState().undo();
    await settled();
    expect(jobs.job!.altitude).toEqual(van.altitude);
    expect(jobs.job!.evacuate.seenAt).toBe("2026-06-01T10:00:00Z");
    expect(reloaded.session.jobs.getState().canUndo).toBe(false);
  });

  it("says that the browser would not store, until it does again", async () => {
    const { session, jobs } = await opened();
    jobs.refuses = new Error("the disk is full");
    session.jobs.getState().edit((job) => ({ ...job, altitude: entry("1", "m") }));
    await settled();
    expect(session.jobs.getState().storeError).toBe("the disk is full");
    jobs.refuses = null;
    session.jobs.getState().edit((job) => ({ ...job, altitude: entry("2", "m") }));
    await settled();
    expect(session.jobs.getState().storeError).toBeNull();
  });

  it("books what a finished step weighed, and marks a step's beginning once", async () => {
    const { session, jobs, wait } = await opened({
      ...van,
      recover: { ...van.recover, recovered: entry("214", "g") },
    });
    const { markDone, markStarted } = session.jobs.getState();
    markStarted("recover");
    await settled();
    const began = jobs.job!.steps.recover.startedAt;
    wait(60_000);
    markStarted("recover");
    markDone("recover");
    await settled();
    expect(jobs.job!.steps.recover.startedAt).toBe(began);
    expect(movedBy(jobs.job!.ledger, "recover")).toBe(214);
  });
});

describe("the instruments", () => {
  it("stream into trace and newest stretch, and an engine's change begins the judging anew", async () => {
    const { session, rack } = await opened();
    await rack.run(3);
    session.rack.getState().setEngine("idle");
    await rack.run(5);
    const { status, samples, latest, settingSince, trace, engine } = session.rack.getState();
    expect({ status, engine }).toEqual({ status: "running", engine: "idle" });
    expect(samples).toHaveLength(16);
    expect(settingSince).toBe(3);
    expect(latest!.time).toBe(8);
    expect(trace.events.map(({ text }) => text)).toContain("idle");
  });

  it("a worker that starts after it was let go says nothing any more, and is ended", async () => {
    const world = fakeWorld(van);
    stop = world.session.start();
    world.rack.holdsBack = true;
    world.session.rack.getState().connect("leaked-van", van);
    await settled();
    world.session.rack.getState().disconnect();
    world.rack.release();
    await settled();
    await world.rack.run(2);
    expect(world.session.rack.getState()).toMatchObject({ status: "off", samples: [] });
    expect(world.rack.closed).toBe(1);
  });

  it("say why they were lost, and that a source has fallen silent", async () => {
    const { session, rack, wait } = await opened();
    await rack.run(2);
    wait(20_000);
    vi.advanceTimersByTime(1000);
    expect(session.rack.getState().stalledS).toBe(20);
    await rack.run(1);
    expect(session.rack.getState().stalledS).toBeNull();
    rack.die("the worker stopped");
    expect(session.rack.getState()).toMatchObject({ status: "lost", reason: "the worker stopped" });
    session.rack.getState().connect("no-such-car", van);
    await settled();
    expect(session.rack.getState().status).toBe("lost");
  });

  it("play a log in place of the rack: its engine speed says what the person did", async () => {
    const { session, log } = await opened();
    session.rack.getState().connectLog("yard.csv", []);
    log.play([sample(0, { rpm: 0 }), sample(1, { rpm: 820, fanPct: 10 }), sample(2, { rpm: 820, fanPct: 90 })]);
    expect(session.rack.getState()).toMatchObject({ status: "running", engine: "idle", settingSince: 1 });
    log.play([sample(3, { rpm: 1900, fanPct: 90 })]);
    expect(session.rack.getState()).toMatchObject({ engine: "fast", settingSince: 3 });
    expect(session.rack.getState().trace.events.map(({ text }) => text)).toEqual(
      expect.arrayContaining(["idle", "fan on", "fast idle"]),
    );
    log.end();
    expect(session.rack.getState().source).toEqual({ kind: "log", name: "yard.csv", ended: true });
  });
});

describe("the stream as a person follows it", () => {
  it("judges every channel, and derives only while the engine runs on a known refrigerant", async () => {
    const { session, rack, jobs } = await opened();
    expect(session.live.getState().live).toBeNull();
    session.rack.getState().setEngine("idle");
    await rack.run(60);
    const live = session.live.getState().live!;
    expect(live.values.low).toBeGreaterThan(50);
    expect(live.states.ambient.state).toBe("steady");
    expect(live.health.vent).toBe("ok");
    expect(live.derived!.superheatK).not.toBeNull();
    await jobs.edit("", (job) => ({ ...job, intake: { ...job.intake, refrigerant: null } }));
    expect(session.live.getState().live!.derived).toBeNull();
    session.rack.getState().setEngine("off");
    expect(session.live.getState().live!.derived).toBeNull();
  });
});

describe("the verdict", () => {
  const settle = async ({ session, rack }: FakeWorld) => {
    session.rack.getState().setEngine("idle");
    await rack.run(45);
  };

  it("weighs needles as numbers until the setting is taken, then what was taken", async () => {
    const world = await opened();
    const { session, diagnosis, jobs } = world;
    expect(diagnosis.asked).toHaveLength(0);
    await settle(world);
    expect(session.verdict.getState().live).toBe(true);
    const { live } = session.live.getState();
    const [setting] = diagnosis.last.reading.running!;
    // A needle is never turned into text and back.
    expect(Number.isInteger(setting!.lowKpa)).toBe(false);
    expect(Math.abs(setting!.lowKpa! - live!.values.low!)).toBeLessThan(30);
    expect(jobs.job!.baseline.settings[0].low.text).toBe("");
    await jobs.edit("", (job) => {
      const [idle, fast] = job.baseline.settings;
      const taken = { ...idle, low: entry("210", "kPa"), high: entry("1200", "kPa"), vent: entry("14", "degC") };
      return { ...job, baseline: { ...job.baseline, ambient: entry("29", "degC"), settings: [taken, fast] } };
    });
    vi.advanceTimersByTime(1000);
    expect(session.verdict.getState().live).toBe(false);
    expect(diagnosis.last.reading.running).toMatchObject([{ lowKpa: 210, highKpa: 1200 }]);
  });

  it("keeps rows where they are until a lead is certain, and remembers how the ranking moved", async () => {
    const world = await opened();
    await settle(world);
    const { session, diagnosis } = world;
    diagnosis.last.answer(verdictOf("undercharge", 0.9));
    await settled();
    expect(session.verdict.getState().rows[0]!.cause).toBe("undercharge");
    expect(session.verdict.getState().history).toHaveLength(1);
    const asked = diagnosis.asked.length;
    await world.rack.run(20);
    // Needles that move are weighed about once a second, not with every sample.
    expect(diagnosis.asked.length).toBeGreaterThan(asked);
    expect(diagnosis.asked.length).toBeLessThanOrEqual(asked + 20);
    diagnosis.last.answer(verdictOf("undercharge", 0.6));
    await settled();
    expect(session.verdict.getState().history.at(-1)!.shares.undercharge).toBeCloseTo(0.6, 9);
  });

  it("survives a worker that fails, and forgets one test when the other is judged", async () => {
    const world = await opened();
    await settle(world);
    const { session, diagnosis } = world;
    diagnosis.last.fail(new Error("out of memory"));
    await settled();
    expect(session.verdict.getState().progress).toBeNull();
    diagnosis.asked.at(-1)!.answer(verdictOf("air"));
    session.verdict.getState().judgeTest("proof");
    await settled();
    expect(session.verdict.getState()).toMatchObject({ which: "proof", verdict: null, history: [] });
    expect(diagnosis.last.reading.id).toContain("proof");
  });
});

describe("the charge desk", () => {
  const emptied: Job = {
    ...van,
    recover: { ...van.recover, recovered: entry("170", "g") },
    intake: { ...van.intake, charge: entry("580", "g") },
  };

  it("weighs what leaves the can, books it when it is shut, and stops at the label weight", async () => {
    const world = await opened(emptied);
    const { session, rack, jobs } = world;
    const desk = () => session.desk.getState();
    await rack.run(4);
    expect(await desk().open("liquid-high")).toEqual({ code: "no-container" });
    await desk().putOn("demo-can-a");
    await rack.run(6);
    expect(desk().live!.tared).toBe(true);
    expect(await desk().open("vapour-low")).toEqual({ code: "vapour-while-off" });
    expect(await desk().open("liquid-high")).toBeNull();
    await rack.run(60);
    expect(jobs.job!.charge.open).toMatchObject({ containerId: "demo-can-a" });
    await desk().shut();
    await rack.run(25);
    expect(jobs.job!.charge.open).toBeNull();
    const drawn = movedBy(jobs.job!.ledger, "charge");
    expect(drawn).toBeGreaterThan(20);
    expect(drawn).toBeCloseTo(340 - session.rack.getState().latest!.scaleG!, -1);
    const balance = balanceOf(jobs.job!);
    expect(balance?.ok && balance.value.inVehicleG + 13).toBeCloseTo(drawn, 6);
    expect(desk().track.length).toBeGreaterThan(10);
  });

  it("books what had flowed when the rack is lost, and begins anew with nothing on the scale", async () => {
    const world = await opened(emptied);
    const { session, rack, jobs } = world;
    await rack.run(3);
    await session.desk.getState().putOn("demo-can-a");
    await rack.run(6);
    await session.desk.getState().open("liquid-high");
    await rack.run(30);
    const { startG, nowG } = jobs.job!.charge.open!;
    rack.die("the worker stopped");
    await settled();
    expect(jobs.job!.charge.open).toBeNull();
    expect(movedBy(jobs.job!.ledger, "charge")).toBeCloseTo(startG - nowG, 6);
    expect(session.desk.getState()).toMatchObject({ onScale: null, live: null, track: [] });
  });

  it("writes the vacuum as it falls, and goes on by the clock on the wall after an interruption", async () => {
    const started = new Date(FAKE_START).toISOString();
    const world = await opened({
      ...emptied,
      evacuate: { ...emptied.evacuate, startedAt: started, marks: [{ t: 0, kind: "pump" }] },
    });
    const { session, rack, jobs, wait } = world;
    await rack.run(1);
    await session.rack.getState().setMachine("pump");
    await rack.run(60);
    const { trace } = jobs.job!.evacuate;
    expect(trace.length).toBeGreaterThan(8);
    expect(trace.at(-1)!.kpa).toBeLessThan(trace[0]!.kpa);
    for (const [i, point] of trace.entries()) if (i > 0) expect(point.t - trace[i - 1]!.t).toBeGreaterThan(4.4);
    const at = session.desk.getState().vacuumClock();
    rack.die("the worker stopped");
    wait(120_000);
    // Connected again: the pump that ran runs on, and the time that went by is in the trace.
    session.rack.getState().connect("leaked-van", jobs.job!);
    await settled();
    expect(session.rack.getState().machine).toBe("pump");
    await rack.run(12);
    expect(jobs.job!.evacuate.trace.at(-1)!.t).toBeGreaterThan(at + 100);
  });
});
