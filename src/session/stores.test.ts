import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { movedBy } from "@/core/charge/books/ledger";
import { usualOilSheet } from "@/core/charge/oil";
import type { SimulatorSample } from "@/core/instruments/instrument-simulator";
import { channelIds } from "@/core/readings/channels";
import { LogGatherer } from "@/core/readings/file/log-columns";
import { drawn } from "@/core/records/bookkeeping";
import { balanceOf } from "@/core/records/derived/job-readings";
import type { Credentials, Job } from "@/core/records/job";
import { onSimulator } from "@/core/records/practice";
import { amended, signed } from "@/core/records/signature";
import { entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { FAKE_START, type FakeWorld, fakeWorld, settled, verdictOf } from "../../tests/support/fake-session";

const at = "2026-06-01T12:00:00.000Z";
const papers: Credentials = {
  certificate: "",
  shop: "",
  registration: "",
  machine: { name: "", checkedOn: null },
  scale: { name: "", checkedOn: null },
};
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

const nothing = Object.fromEntries(channelIds.map((id) => [id, null])) as unknown as SimulatorSample;
function sample(time: number, change: Partial<SimulatorSample>): SimulatorSample {
  return { ...nothing, time, valve: "shut", recoveredG: 0, machine: "off", clutchIn: null, ...change };
}

describe("the open job", () => {
  it("follows the store, whoever writes, and says when it is not there", async () => {
    const { session, jobs } = await opened();
    expect(session.jobs.getState()).toMatchObject({ loaded: "ready", job: { id: van.id } });
    await jobs.change((job) => ({ ...job, altitude: entry("12", "m") }));
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

  it("says that the browser would not store until it does again, shows all that was typed meanwhile, and stores it then by itself", async () => {
    const { session, jobs } = await opened();
    jobs.refuses = new Error("the disk is full");
    const { edit } = session.jobs.getState();
    edit((job) => ({ ...job, altitude: entry("412", "m") }));
    await settled();
    edit((job) => ({ ...job, intake: { ...job.intake, complaint: "warm" } }));
    await settled();
    const shown = session.jobs.getState();
    expect(shown.storeError).toBe("the disk is full");
    // It is remembered beside the store, with every further letter.
    expect(jobs.remembered.at(-1)).toBe(`refused 412 on ${van.altitude.text}: the disk is full`);
    expect(shown.job).toMatchObject({ altitude: { text: "412" }, intake: { complaint: "warm" } });
    expect(jobs.job).toEqual(van);
    jobs.refuses = null;
    vi.advanceTimersByTime(3000);
    await settled();
    expect(session.jobs.getState().storeError).toBeNull();
    expect(jobs.remembered.at(-1)).toBe("stored");
    jobs.refuses = new Error("full again");
    edit((job) => ({ ...job, altitude: entry("413", "m") }));
    await settled();
    stop();
    expect(jobs.remembered.slice(-2)).toEqual(["refused 413 on 412: full again", "closed"]);
    // The last try of a job that was closed is refused too: it stays one that other views offer.
    await settled();
    expect(jobs.remembered.at(-1)).toBe("refused 413 on 412: full again, closed");
    expect(jobs.job).toMatchObject({ altitude: { text: "412" }, intake: { complaint: "warm" } });
  });

  it("writes text at machine speed within two writes, and what waits when the page goes at once", async () => {
    const { session, jobs } = await opened();
    const { edit } = session.jobs.getState();
    const text = "WVZ-2219 hisses at the condenser, filled twice last summer by the owner";
    const type = (part: string) => edit((job) => ({ ...job, intake: { ...job.intake, complaint: part } }));
    for (let i = 1; i <= text.length; i++) type(text.slice(0, i));
    expect(session.jobs.getState().job!.intake.complaint).toBe(text);
    await settled();
    expect(jobs.job!.intake.complaint).toBe(text);
    expect(jobs.writes).toBeLessThanOrEqual(2);
    // One write is under way; the last letter does not wait for its end when the page is left.
    type("a");
    await Promise.resolve();
    type("ab");
    jobs.leave();
    await settled();
    expect(jobs.job!.intake.complaint).toBe("ab");
  });

  it("files the job as it is stored, also while the last change is still on its way", async () => {
    const { session, jobs } = await opened();
    const { edit } = session.jobs.getState();
    edit((job) => ({ ...job, signOff: { ...job.signOff, technician: "Maud Ferrer" } }));
    expect(await session.jobs.filed()).toEqual(jobs.job);
    jobs.refuses = new Error("the disk is full");
    edit((job) => ({ ...job, signOff: { ...job.signOff, remark: "cold again" } }));
    const filed = await session.jobs.filed();
    expect(filed).toEqual({ ...jobs.job, signOff: { ...jobs.job!.signOff, remark: "cold again" } });
  });

  it("keeps what another hand has stored when both change something, and its own on top", async () => {
    const { session, jobs } = await opened();
    session.jobs.getState().edit((job) => ({ ...job, altitude: entry("412", "m") }));
    await jobs.change((job) => ({ ...job, archivedAt: "2026-06-01T10:00:00.000Z" }));
    await settled();
    expect(jobs.job).toMatchObject({ altitude: { text: "412" }, archivedAt: "2026-06-01T10:00:00.000Z" });
    expect(session.jobs.getState().job).toEqual(jobs.job);
  });

  it("makes no change that could not be read again, and says which field and what it takes", async () => {
    const { session, jobs } = await opened();
    const can = (i: number) => ({ id: `c${i}`, name: "Can", net: entry("1", "g"), temperature: entry("", "degC") });
    const many = Array.from({ length: 51 }, (_, i) => can(i));
    const { edit } = session.jobs.getState();
    const refusal = edit((job) => ({ ...job, charge: { ...job.charge, containers: many } }));
    expect(refusal).toMatchObject({ code: "broken", field: "charge.containers" });
    expect(edit((job) => ({ ...job, charge: { ...job.charge, containers: [can(1), can(1)] } }))).toMatchObject({
      field: "charge.containers.1.id",
    });
    expect(edit((job) => drawn(job, "demo-can-a", 1e308, "2026-06-01T10:00:00Z"))).toMatchObject({
      code: "entry-broken",
    });
    expect(session.jobs.getState()).toMatchObject({ job: van, canUndo: false });
    await settled();
    expect(jobs.job).toEqual(van);
    edit((job) => ({ ...job, altitude: entry("1", "m") }));
    expect(session.jobs.getState().refusal).toBeNull();
  });

  it("keeps a job that was removed under its feet on the screen, and stores it again when asked", async () => {
    const { session, jobs } = await opened();
    jobs.remove();
    session.jobs.getState().edit((job) => ({ ...job, altitude: entry("77", "m") }));
    await settled();
    expect(session.jobs.getState()).toMatchObject({ loaded: "missing", job: { altitude: { text: "77" } } });
    session.jobs.getState().putBack();
    await settled();
    expect(session.jobs.getState()).toMatchObject({ loaded: "ready", storeError: null });
    expect(jobs.job!.altitude.text).toBe("77");
  });

  it("makes no change of a signed job, says why, and ends undo at the signature and at its amendment", async () => {
    const { session, jobs } = await opened();
    const state = () => session.jobs.getState();
    const charge = (text: string) => (job: Job) => ({ ...job, intake: { ...job.intake, charge: entry(text, "g") } });
    state().edit(charge("610"));
    expect(state().canUndo).toBe(true);
    state().edit((job) => signed({ ...job, signOff: { ...job.signOff, technician: "Ines" } }, papers, at));
    await settled();
    expect(state().canUndo).toBe(false);
    state().undo();
    expect(state().edit(charge("640"))).toMatchObject({ code: "signed", by: "Ines" });
    expect(state().refusal).toMatchObject({ code: "signed" });
    // Automatic marks are no attempt to change anything.
    state().seen();
    state().markStarted("prove");
    state().markDone("charge");
    expect(state().refusal).toBeNull();
    await settled();
    expect(jobs.job).toMatchObject({ intake: { charge: { text: "610" } }, signOff: { signedAt: at } });
    state().edit((job) =>
      amended(job, { by: "Ines", reason: "Label misread", at: new Date(FAKE_START).toISOString() }),
    );
    expect(state().canUndo).toBe(false);
    state().edit(charge("640"));
    await settled();
    expect(jobs.job!.intake.charge.text).toBe("640");
    state().undo();
    await settled();
    expect(jobs.job!.intake.charge.text).toBe("610");
    expect(jobs.job!.amendments).toHaveLength(1);
  });

  it("says what undo changed, makes it again by redo, books included, and forgets redo at the next edit", async () => {
    const { session, jobs } = await opened();
    const state = () => session.jobs.getState();
    const shown = () => ({ ...jobs.job!, updatedAt: "", ledger: jobs.job!.ledger.length });
    state().edit((job) => ({ ...job, altitude: entry("77", "m") }));
    state().edit((job) => drawn(job, job.charge.containers[0]!.id, 120, at));
    await settled();
    const made = shown();
    expect(state()).toMatchObject({ canRedo: false, moved: null });
    state().undo();
    state().undo();
    await settled();
    expect(state()).toMatchObject({ canUndo: false, canRedo: true, moved: { way: "undo", places: ["altitude/text"] } });
    expect(jobs.job!.altitude.text).toBe(van.altitude.text);
    expect(movedBy(jobs.job!.ledger, "charge")).toBe(0);
    state().redo();
    state().redo();
    await settled();
    expect(state()).toMatchObject({
      canUndo: true,
      canRedo: false,
      moved: { way: "redo", places: ["charge/hoseHolds", "ledger"] },
    });
    expect(movedBy(jobs.job!.ledger, "charge")).toBe(120);
    // Drawn, taken back, drawn again: the books tell all of it.
    expect(shown()).toEqual({ ...made, ledger: made.ledger + 2 });
    state().undo();
    await settled();
    expect(movedBy(jobs.job!.ledger, "charge")).toBe(0);
    state().edit((job) => ({ ...job, altitude: entry("78", "m") }));
    expect(state()).toMatchObject({ canRedo: false, moved: null });
    state().redo();
    await settled();
    expect(movedBy(jobs.job!.ledger, "charge")).toBe(0);
  });

  it("makes no job of the shop simulated work, and says so", async () => {
    const { session, jobs } = await opened({ ...van, purpose: "work", rackVehicle: null });
    const state = () => session.jobs.getState();
    expect(state().edit((job) => ({ ...job, rackVehicle: "leaked-van" }))).toEqual({ code: "simulated-work" });
    expect(state().refusal).toEqual({ code: "simulated-work" });
    await settled();
    expect(jobs.job!.rackVehicle).toBeNull();
    expect(state().record((job) => onSimulator(job, "leaked-van"))).toBeNull();
    await settled();
    expect(jobs.job).toMatchObject({ purpose: "practice", rackVehicle: "leaked-van" });
  });

  it("calls a complete step done when it is left, and no other", async () => {
    const { session, jobs } = await opened();
    const state = () => session.jobs.getState();
    const context = { oilSheet: usualOilSheet };
    state().markLeft("rest", context);
    await settled();
    expect(jobs.job!.steps.rest.doneAt).toBeNull();
    state().edit((job) => ({
      ...job,
      rest: { low: entry("590", "kPa"), high: entry("590", "kPa"), soak: entry("25", "degC") },
    }));
    state().markLeft("rest", context);
    await settled();
    const { doneAt } = jobs.job!.steps.rest;
    expect(doneAt).not.toBeNull();
    state().markLeft("rest", context);
    await settled();
    expect(jobs.job!.steps.rest.doneAt).toBe(doneAt);
    expect(state().canUndo).toBe(true);
  });

  it("takes nothing back that another tab has signed since", async () => {
    const { session, jobs } = await opened();
    const state = () => session.jobs.getState();
    state().edit((job) => ({ ...job, altitude: entry("999", "m") }));
    await settled();
    await jobs.change((job) => signed(job, papers, new Date(Date.now() + 1000).toISOString()));
    const later = new Date(Date.now() + 2000).toISOString();
    await jobs.change((job) => amended(job, { by: "Ines", reason: "Altitude", at: later }));
    state().undo();
    await settled();
    expect(jobs.job!.altitude.text).toBe("999");
    expect(state().canUndo).toBe(false);
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
    session.rack.getState().connectLog("yard.csv", new LogGatherer().take());
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

describe("a log with a scale and a vacuum gauge", () => {
  it("is worked by hand: valve and pump are as a person says, with what the log weighs", async () => {
    const { session, log } = await opened();
    session.rack.getState().connectLog("yard.csv", new LogGatherer().take());
    expect(await session.rack.getState().setValve("vapour-low")).toBeNull();
    expect(await session.rack.getState().setMachine("pump")).toBeNull();
    log.play([sample(0, { scaleG: 9000, vacuumKpa: 0.2, valve: "shut", machine: "off" })]);
    expect(session.rack.getState().latest).toMatchObject({ scaleG: 9000, valve: "vapour-low", machine: "pump" });
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
    await jobs.change((job) => ({ ...job, intake: { ...job.intake, refrigerant: null } }));
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
    await jobs.change((job) => {
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

  it("on a former label is not shown beside the new one", async () => {
    const { session, diagnosis, jobs } = await opened(demoJobs(new Date(FAKE_START))[1]!);
    diagnosis.last.answer(verdictOf("air"));
    await settled();
    expect(session.verdict.getState().verdict).not.toBeNull();
    session.jobs.getState().edit((job) => ({ ...job, intake: { ...job.intake, metering: "orifice-tube" } }));
    expect(session.verdict.getState()).toMatchObject({ verdict: null, rows: [] });
    vi.advanceTimersByTime(1000);
    expect(diagnosis.last.reading.vehicle.metering).toBe("orifice-tube");
    expect(jobs.job).not.toBeNull();
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

describe("two tabs with one job", () => {
  /** Another tab over the same store; its rack is its own. */
  async function second({ jobs }: FakeWorld): Promise<FakeWorld & { close: () => void }> {
    const world = fakeWorld(jobs.job, jobs);
    const close = world.session.start();
    await settled();
    return { ...world, close };
  }

  it("one holds the desk; the other reads along, changes nothing, and gets it when the first goes", async () => {
    const first = await opened();
    const other = await second(first);
    expect(first.session.jobs.getState().desk).toBe("held");
    const { edit, record } = other.session.jobs.getState();
    expect(other.session.jobs.getState()).toMatchObject({ desk: "elsewhere", canUndo: false });
    edit((job) => ({ ...job, altitude: entry("5", "m") }));
    record((job) => ({ ...job, archivedAt: "2026-06-01T10:00:00.000Z" }));
    await settled();
    expect(first.jobs.job).toEqual(van);
    first.session.jobs.getState().edit((job) => ({ ...job, altitude: entry("412", "m") }));
    await settled();
    expect(other.session.jobs.getState().job!.altitude.text).toBe("412");
    stop();
    stop = other.close;
    await settled();
    expect(other.session.jobs.getState().desk).toBe("held");
    // The first tab's change is not this tab's to take back.
    expect(other.session.jobs.getState().canUndo).toBe(false);
  });

  it("a second tab that only opens the job ends no draw; taken over, the draw goes on with every gram", async () => {
    const emptied: Job = { ...van, recover: { ...van.recover, recovered: entry("170", "g") } };
    const first = await opened(emptied);
    const { rack, jobs } = first;
    await rack.run(4);
    await first.session.desk.getState().putOn("demo-can-a");
    await rack.run(6);
    await first.session.desk.getState().open("liquid-high");
    await rack.run(20);
    const other = await second(first);
    expect(jobs.job!.charge.open).toMatchObject({ containerId: "demo-can-a" });
    await rack.run(10);
    const { startG, nowG } = jobs.job!.charge.open!;
    const seen = balanceOf(other.session.jobs.getState().job!);
    expect(seen?.ok && seen.value.drawnG).toBeCloseTo(startG - nowG, 6);
    const inCar = rack.current!.charge;
    other.session.jobs.getState().takeOver();
    await settled();
    expect(first.session.jobs.getState().desk).toBe("elsewhere");
    expect(first.session.rack.getState().status).toBe("off");
    expect(jobs.job!.charge.open).toMatchObject({ startG, nowG });
    other.session.rack.getState().connect("leaked-van", other.session.jobs.getState().job!);
    await settled();
    expect(other.rack.current!.charge).toBeCloseTo(inCar, 9);
    expect(other.session.desk.getState().onScale).toBe("demo-can-a");
    await other.rack.run(12);
    expect(jobs.job!.charge.open).toBeNull();
    const drawn = movedBy(jobs.job!.ledger, "charge");
    // Scale noise is a gram or two; nothing that flowed is missing.
    expect(Math.abs(drawn - (340 - other.rack.current!.state.containers["demo-can-a"]! * 1000))).toBeLessThan(4);
    expect(movedBy(jobs.job!.ledger, "charge")).toBeGreaterThan(20);
    // Back in the first tab: what it writes before its rack is there again leaves the newer rack alone.
    const newest = structuredClone(jobs.rack);
    other.close();
    await settled();
    expect(first.session.jobs.getState().desk).toBe("held");
    first.session.jobs.getState().edit((job) => ({ ...job, altitude: entry("412", "m") }));
    await settled();
    expect(jobs.job!.altitude.text).toBe("412");
    expect(jobs.rack).toEqual(newest);
  });
});

describe("what the desk and the diagnosis hold back", () => {
  it("opens no valve once the label weight is in", async () => {
    const emptied: Job = { ...van, recover: { ...van.recover, recovered: entry("170", "g") } };
    const label = Number(van.intake.charge.text);
    const full = drawn(
      {
        ...emptied,
        charge: { ...emptied.charge, containers: [{ ...emptied.charge.containers[0]!, net: entry("5000", "g") }] },
      },
      emptied.charge.containers[0]!.id,
      label + 60,
      "2026-06-01T09:00:00.000Z",
    );
    const { session, rack } = await opened(full);
    await rack.run(4);
    await session.desk.getState().putOn(emptied.charge.containers[0]!.id);
    await rack.run(6);
    expect(await session.desk.getState().open("liquid-high")).toEqual({ code: "weight-is-in" });
    await rack.run(4);
    expect(session.rack.getState().latest!.valve).toBe("shut");
  });

  it("weighs moving readings once in nine tenths of a second at most", async () => {
    const world = await opened();
    const { rack, diagnosis } = world;
    world.session.rack.getState().setEngine("idle");
    await rack.run(60);
    const before = diagnosis.asked.length;
    expect(before).toBeGreaterThan(0);
    // Five batches of moving needles in one moment: at most one of them is weighed.
    await rack.burst(5);
    expect(diagnosis.asked.length - before).toBeLessThanOrEqual(1);
    await rack.run(6);
    expect(diagnosis.asked.length).toBeGreaterThan(before);
    expect(diagnosis.asked.length - before).toBeLessThanOrEqual(8);
  });
});

describe("a rack that is gone", () => {
  it("during an open draw is noticed without any act, within seconds", async () => {
    const emptied: Job = { ...van, recover: { ...van.recover, recovered: entry("170", "g") } };
    const { session, rack, jobs, wait } = await opened(emptied);
    await rack.run(4);
    await session.desk.getState().putOn("demo-can-a");
    await rack.run(6);
    await session.desk.getState().open("liquid-high");
    await rack.run(25);
    rack.hangs = true;
    // Silent for four seconds: asked at the next look, and given up a second and a half later.
    wait(4001);
    await vi.advanceTimersByTimeAsync(2600);
    expect(session.rack.getState()).toMatchObject({ status: "lost", reason: "it does not respond" });
    await settled();
    expect(jobs.job!.charge.open).toBeNull();
    expect(movedBy(jobs.job!.ledger, "charge")).toBeGreaterThan(5);
  });

  it("every act on it says so within seconds, books what had flowed, and begins again where the circuit stood", async () => {
    const emptied: Job = { ...van, recover: { ...van.recover, recovered: entry("170", "g") } };
    const { session, rack, jobs } = await opened(emptied);
    await rack.run(4);
    await session.desk.getState().putOn("demo-can-a");
    await rack.run(6);
    await session.desk.getState().open("liquid-high");
    await rack.run(25);
    const inCar = rack.current!.charge;
    rack.hangs = true;
    const shut = session.desk.getState().shut();
    await vi.advanceTimersByTimeAsync(5000);
    expect(await shut).toEqual({ code: "no-answer" });
    expect(session.rack.getState()).toMatchObject({ status: "lost", reason: "it does not respond" });
    expect(await session.rack.getState().setMachine("pump")).toEqual({ code: "no-answer" });
    await settled();
    expect(jobs.job!.charge.open).toBeNull();
    rack.hangs = false;
    session.rack.getState().connect("leaked-van", jobs.job!);
    await settled();
    expect(rack.current!.charge).toBeCloseTo(inCar, 9);
    expect(session.rack.getState()).toMatchObject({ status: "running", engine: "off" });
  });

  it("an engine that was set while it was still being connected runs when it is there", async () => {
    const world = fakeWorld(van);
    stop = world.session.start();
    world.rack.holdsBack = true;
    world.session.rack.getState().connect("leaked-van", van);
    await settled();
    world.session.rack.getState().setEngine("idle");
    world.rack.release();
    await settled();
    await world.rack.run(3);
    expect(world.session.rack.getState().engine).toBe("idle");
    expect(world.session.rack.getState().latest!.rpm).toBeGreaterThan(500);
  });

  it("recovery goes on where it stood, and what the machine had weighed is in the job", async () => {
    const { session, rack, jobs } = await opened();
    await rack.run(2);
    await session.rack.getState().setMachine("recover");
    await rack.run(15);
    const { grams } = jobs.job!.recover.scale!;
    expect(grams).toBeGreaterThan(20);
    stop();
    const again = fakeWorld(jobs.job, jobs);
    stop = again.session.start();
    again.session.rack.getState().connect("leaked-van", jobs.job!);
    await settled();
    expect(again.session.rack.getState().machine).toBe("recover");
    await again.rack.run(5);
    expect(again.session.rack.getState().latest!.recoveredG).toBeGreaterThan(grams);
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
    // Liquid stands in the hose, and the purge is gone.
    expect(balance?.ok && balance.value.inVehicleG + balance.value.hosesG + 4).toBeCloseTo(drawn, 6);
    expect(balance?.ok && balance.value.hosesG).toBeGreaterThan(20);
    expect(desk().track.length).toBeGreaterThan(10);
  });

  it("notes the hose as drawn in once the low side has drawn on it long enough, and not before", async () => {
    const { session, rack, jobs } = await opened(emptied);
    const desk = () => session.desk.getState();
    await rack.run(4);
    await desk().putOn("demo-can-a");
    await rack.run(6);
    await desk().open("liquid-high");
    await rack.run(60);
    await desk().shut();
    await rack.run(25);
    expect(jobs.job!.charge.hoseHolds).toBe("liquid");
    expect(await desk().open("hose-low")).toEqual({ code: "vapour-while-off" });
    session.rack.getState().setEngine("fast");
    expect(await desk().open("hose-low")).toBeNull();
    await rack.run(20);
    expect(desk().drawInLeftS).toBeGreaterThan(10);
    await desk().shut();
    await rack.run(5);
    expect(desk().drawInLeftS).toBeNull();
    expect(jobs.job!.charge.hoseHolds).toBe("liquid");
    await desk().open("hose-low");
    await rack.run(25);
    // Counted anew: the time before it was shut is no part of it.
    expect(jobs.job!.charge.hoseHolds).toBe("liquid");
    await rack.run(30);
    expect(desk().drawInLeftS).toBe(0);
    expect(jobs.job!.charge.hoseHolds).toBe("drawn-in");
    // Nothing of it came out of the can.
    expect(movedBy(jobs.job!.ledger, "charge")).toBeCloseTo(340 - session.rack.getState().latest!.scaleG!, -1);
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

  it("tells the simulated vehicle what was repaired", async () => {
    const { session, rack } = await opened({ ...emptied, recover: van.recover });
    await rack.run(2);
    expect(await session.rack.getState().sniff("condenser")).toBeGreaterThan(0);
    const renewed = {
      part: "condenser" as const,
      kind: "renewed" as const,
      drained: entry("", "g"),
      own: entry("", "g"),
    };
    session.jobs.getState().edit((job) => ({ ...job, repair: { ...job.repair, parts: [renewed] } }));
    await settled();
    expect(await session.rack.getState().sniff("condenser")).toBe(0);
  });

  it("writes a pressure test while it stands", async () => {
    const { session, rack, jobs } = await opened(emptied);
    await rack.run(2);
    expect(await session.rack.getState().pressurise(1000, 1200)).toBeNull();
    await rack.run(2);
    const { test } = jobs.job!.leak;
    const startedAt = new Date(FAKE_START).toISOString();
    session.jobs
      .getState()
      .edit((job) => ({ ...job, leak: { ...job.leak, test: { ...test, startedAt, seenAt: startedAt } } }));
    await rack.run(100);
    const { trace } = jobs.job!.leak.test;
    expect(trace.length).toBeGreaterThan(6);
    expect(trace[0]!.kpa).toBeGreaterThan(800);
    for (const [i, point] of trace.entries()) if (i > 0) expect(point.t - trace[i - 1]!.t).toBeGreaterThan(9.4);
    expect(session.desk.getState().pressureClock()).toBeGreaterThan(80);
    session.jobs
      .getState()
      .edit((job) => ({ ...job, leak: { ...job.leak, test: { ...job.leak.test, endedAt: startedAt } } }));
    await rack.run(30);
    expect(jobs.job!.leak.test.trace.length).toBe(trace.length);
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
