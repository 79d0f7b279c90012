// @vitest-environment happy-dom
/** Counts the components that a batch of samples redraws, step by step (`npm run bench:redraw` prints it), from React's own commits. */
import "fake-indexeddb/auto";
import { act, cleanup } from "@testing-library/react";
import { useEffect } from "react";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import type { StepId } from "@/core/records/job";
import { useSession } from "@/session/session";
import { FAKE_START } from "../../../tests/support/fake-session";
import { renderJob } from "../../../tests/support/render-job";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { EvidenceRail } from "./frame/evidence-rail";
import { JobHeader } from "./frame/job-header";
import { LiveStrip } from "./frame/live-strip";
import { RunSheet } from "./frame/run-sheet";
import { fetchSteps, StepView } from "./step-view";

interface Fiber {
  flags: number;
  alternate: Fiber | null;
  child: Fiber | null;
  sibling: Fiber | null;
  type: unknown;
}

const counted = vi.hoisted(() => {
  const PERFORMED_WORK = 1;
  const state = { names: new Map<string, number>(), mounted: 0 };
  const nameOf = (type: unknown) =>
    typeof type === "function" ? ((type as { displayName?: string; name: string }).displayName ?? type.name) : null;
  /** Work of a React commit: a part with identical children is skipped, with everything in it. */
  const walk = (now: Fiber): void => {
    const before = now.alternate;
    const name = nameOf(now.type);
    if (name && before !== null && now.flags & PERFORMED_WORK) state.names.set(name, (state.names.get(name) ?? 0) + 1);
    if (before !== null && before.child === now.child) return;
    for (let child = now.child; child; child = child.sibling) walk(child);
  };
  const count = (fiber: Fiber | null): number => {
    let found = 0;
    for (let at = fiber; at; at = at.sibling) found += (nameOf(at.type) ? 1 : 0) + count(at.child);
    return found;
  };
  (globalThis as Record<string, unknown>).__REACT_DEVTOOLS_GLOBAL_HOOK__ = {
    supportsFiber: true,
    inject: () => 1,
    onCommitFiberUnmount: () => undefined,
    onPostCommitFiberRoot: () => undefined,
    onCommitFiberRoot: (_: number, root: { current: Fiber }) => {
      state.mounted = count(root.current);
      walk(root.current);
    },
  };
  return state;
});

vi.mock("next/navigation", () => ({ useRouter: () => ({ push: () => undefined }), useParams: () => ({}) }));
// Drawn on a canvas by its own loop, and measured by `npm run bench:trace`.
vi.mock("@/pictures/charts/trace", () => ({ Trace: () => null }));

const van = shopJobs(new Date(FAKE_START))[0]!;

/** Components redrawn by each of `batches` batches of one second, and how many stand on the page. */
async function redraws(step: StepId, batches: number): Promise<{ mounted: number; each: Map<string, number>[] }> {
  const world = await renderJob(
    van,
    step,
    <>
      <JobHeader step={step} />
      <RunSheet step={step} onOpen={() => undefined} />
      <StepView step={step} />
      <EvidenceRail step={step} />
      <LiveStrip />
      <Rack />
    </>,
  );
  // Far enough that all has settled and whole numbers stand still.
  await act(async () => world.rack.run(90));
  const each: Map<string, number>[] = [];
  for (let i = 0; i < batches; i++) {
    counted.names = new Map();
    await act(async () => world.rack.run(1));
    each.push(counted.names);
  }
  return { mounted: counted.mounted, each };
}

/** Connects the rack of the job and starts its engine, as a person does. */
function Rack() {
  const session = useSession();
  useEffect(() => {
    session.rack.getState().connect("leaked-van", van);
    return session.rack.subscribe(({ status, engine, setEngine }) => {
      if (status === "running" && engine === "off") setEngine("idle");
    });
  }, [session]);
  return null;
}

afterEach(cleanup);

/** For `npm run bench:redraw`; the suite keeps quiet. */
function report(line: string): void {
  if (process.env.EVRID_BENCH) process.stdout.write(`${line}\n`);
}

beforeAll(fetchSteps);

describe("a batch of samples", () => {
  it.each([["running"], ["rest"], ["verdict"], ["shut-off"], ["charge"]] as const)(
    "redraws on the step %s only what shows it",
    async (step) => {
      const { mounted, each } = await redraws(step, 10);
      const total = (names: Map<string, number>) => [...names.values()].reduce((sum, n) => sum + n, 0);
      const mean = each.reduce((sum, names) => sum + total(names), 0) / each.length;
      const often = new Map<string, number>();
      for (const names of each) for (const [name, n] of names) often.set(name, (often.get(name) ?? 0) + n);
      report(
        `${step}: ${mean.toFixed(1)} of ${mounted} components a batch; ${[...often]
          .sort((a, b) => b[1] - a[1])
          .slice(0, 8)
          .map(([name, n]) => `${name} ${(n / each.length).toFixed(1)}`)
          .join(", ")}`,
      );
      for (const still of ["JobHeader", "RunSheet", "LiveStrip", "EvidenceRail", "TestForm"]) {
        expect(often.get(still) ?? 0, still).toBe(0);
      }
      expect(mean).toBeLessThan(mounted / 2);
    },
  );
});
