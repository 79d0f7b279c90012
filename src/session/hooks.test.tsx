// @vitest-environment happy-dom
/** Hooks of an open job over fake workers: what they ask, and when they ask again. */
import "fake-indexeddb/auto";
import { act, renderHook } from "@testing-library/react";
import { type ReactNode, useEffect } from "react";
import { afterEach, describe, expect, it } from "vitest";
import type { KnownConditions } from "@/core/diagnosis/explain/sound-vehicles";
import type { Job } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { figuresIn, systemUnits } from "@/core/units/figures";
import { database } from "@/data/database";
import { listJobs } from "@/data/jobs";
import type { ChargeConnection } from "@/worker/charge-client";
import type { ExpectedConnection } from "@/worker/expected-client";
import { FAKE_START, type FakeWorld, fakeWorld, settled } from "../../tests/support/fake-session";
import { OpenedJob } from "../../tests/support/opened-job";
import { shopJobs } from "../../tests/support/shop-jobs";
import { useChargeAnswer } from "./charge-answers";
import { useHotDay } from "./condition-shifts";
import { useExpected } from "./expected";
import { draftEntry, withDraftEntry } from "./job/drafts";
import { type SessionPorts, useAmbientC, useSession, useWording } from "./session";

const [van, estate] = shopJobs(new Date(FAKE_START)) as [Job, Job];

/** Connects the van's rack, starts its engine once it is there, and looks at what is expected. */
function useDriven() {
  const session = useSession();
  useEffect(() => {
    session.rack.getState().connect("leaked-van", van);
    return session.rack.subscribe(({ status, engine, setEngine }) => {
      if (status === "running" && engine === "off") setEngine("idle");
    });
  }, [session]);
  return { expected: useExpected("baseline"), ambientC: useAmbientC() };
}

interface World extends FakeWorld {
  /** Conditions that the expected ranges were asked for. */
  asked: (KnownConditions & { rpm: number })[];
  closed: string[];
  wrapper: (props: { children: ReactNode }) => ReactNode;
}

/** A session whose workers answer at once, and a wrapper that shows its children when the job is there. */
function world(job: Job): World {
  const fake = fakeWorld(job);
  const asked: World["asked"] = [];
  const closed: string[] = [];
  const band = { low: 1, median: 2, high: 3 };
  const ranges = async (_: unknown, known: KnownConditions, rpm: number) => {
    asked.push({ ...known, rpm });
    return { ranges: { low: band, high: band }, members: 24, ownTests: 0, sisters: 0, cycling: 0, lines: [] };
  };
  const ports: SessionPorts = {
    ...fake.ports,
    connectExpected: () => ({
      api: { ranges } as unknown as ExpectedConnection["api"],
      close: () => void closed.push("bands"),
    }),
    connectCharge: () => ({
      api: { schools: async () => "answered" } as unknown as ChargeConnection["api"],
      close: () => void closed.push("charge"),
    }),
  };
  const wrapper = ({ children }: { children: ReactNode }) => (
    <OpenedJob id={job.id} ports={ports}>
      {children}
    </OpenedJob>
  );
  return { ...fake, asked, closed, wrapper };
}
const quiet = async () => {
  for (let i = 0; i < 6; i++) await act(async () => void (await listJobs()));
};

afterEach(() => database.jobs.clear());

describe("what such a vehicle should show", () => {
  it("is asked for the conditions that were typed, and again when another day is typed", async () => {
    const { wrapper, asked, jobs } = world(estate);
    const { result } = renderHook(() => useExpected("baseline"), { wrapper });
    await quiet();
    expect(result.current).toMatchObject({ rpm: 1800, blowerPct: 100 });
    const before = asked.length;
    await act(async () => {
      await jobs.change((job) => ({ ...job, intake: { ...job.intake, complaint: "warmer in town" } }));
    });
    expect(asked).toHaveLength(before);
    await act(async () => {
      await jobs.change((job) => ({ ...job, baseline: { ...job.baseline, ambient: entry("38", "degC") } }));
      await settled();
    });
    await quiet();
    expect(asked.at(-1)!.ambientC).toBe(38);
    expect(result.current!.ambientC).toBe(38);
  });

  it("is not asked while label, altitude or ambient are missing", async () => {
    const { wrapper, asked } = world({ ...estate, altitude: entry("", "m") });
    const { result } = renderHook(() => useExpected("baseline"), { wrapper });
    await quiet();
    expect(result.current).toBeNull();
    expect(asked).toHaveLength(0);
  });

  it("follows the stream, and does not ask anew for an instrument that only trembles", async () => {
    const { wrapper, asked, rack } = world(van);
    const { result } = renderHook(useDriven, { wrapper });
    await quiet();
    await act(async () => rack.run(40));
    await quiet();
    expect(result.current.expected).not.toBeNull();
    expect(Math.abs(result.current.ambientC - 29)).toBeLessThanOrEqual(1);
    const before = asked.length;
    await act(async () => rack.run(60));
    expect(asked.length).toBe(before);
  });

  it("on a hot day is asked once, at idle, for this altitude", async () => {
    const { wrapper, asked } = world(estate);
    const { result } = renderHook(() => useHotDay(estate), { wrapper });
    await quiet();
    expect(result.current).not.toBeNull();
    expect(asked).toMatchObject([{ ambientC: 38, rpm: 800, altitudeM: 310 }]);
  });
});

describe("workers of a session", () => {
  it("begin with the first question and end with the session", async () => {
    const { wrapper, closed } = world(estate);
    const { result, unmount } = renderHook(
      () => useChargeAnswer("schools", (api) => api.schools({} as never, {} as never, null)),
      {
        wrapper,
      },
    );
    await quiet();
    expect(result.current).toBe("answered");
    expect(closed).toEqual([]);
    unmount();
    expect(closed).toEqual(["charge"]);
  });
});

describe("how readings are worded", () => {
  it("follows refrigerant and altitude, and speaks in what the shop reads", async () => {
    const { wrapper, jobs } = world(estate);
    const figures = figuresIn(systemUnits.us);
    const { result } = renderHook(() => useWording(figures), { wrapper });
    await quiet();
    expect(result.current).toMatchObject({ refrigerant: "R1234yf", altitudeM: 310, figures });
    await act(async () => {
      await jobs.change((job) => ({ ...job, intake: { ...job.intake, refrigerant: "R744" } }));
    });
    expect(result.current).toBeNull();
  });
});

describe("a number that waits to be written down", () => {
  it("keeps the unit that was chosen for it, also before anything is typed and after it was written down", () => {
    const chosen = withDraftEntry({}, "vacuum", entry("", "micron"));
    expect(draftEntry(chosen, "vacuum", "mbarAbs")).toEqual(entry("", "micron"));
    const typed = withDraftEntry(chosen, "vacuum", entry("480", "micron"));
    const written = withDraftEntry(typed, "vacuum", entry("", "micron"));
    expect(draftEntry(written, "vacuum", "mbarAbs")).toEqual(entry("", "micron"));
    expect(draftEntry({}, "vacuum", "mbarAbs")).toEqual(entry("", "mbarAbs"));
  });
});
