// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { noteRestart } from "@/worker/worker-health";
import { useAnswer } from "./answers";

/** A worker that answers when it is told to. */
function slowWorker() {
  const open: { question: string; answer: (text: string) => void; fail: () => void }[] = [];
  const ask = (question: string) =>
    new Promise<string>((resolve, reject) => {
      open.push({ question, answer: resolve, fail: () => reject(new Error("the worker stopped")) });
    });
  return { open, ask };
}

describe("an answer from a worker", () => {
  it("is the newest question's, and stays until the next one is there", async () => {
    const worker = slowWorker();
    const { result, rerender } = renderHook(({ key }) => useAnswer(key, () => worker.ask(key!)), {
      initialProps: { key: "A" as string | null },
    });
    expect(result.current).toBeNull();
    await act(async () => worker.open[0]!.answer("answer A"));
    expect(result.current).toBe("answer A");
    rerender({ key: "B" });
    rerender({ key: "C" });
    expect(result.current).toBe("answer A");
    await act(async () => worker.open[2]!.answer("answer C"));
    await act(async () => worker.open[1]!.answer("answer B"));
    expect(result.current).toBe("answer C");
  });

  it("is asked once a key, and again for a key that comes back after none", async () => {
    const worker = slowWorker();
    const { result, rerender } = renderHook(({ key }) => useAnswer(key, () => worker.ask(key!)), {
      initialProps: { key: "A" as string | null },
    });
    rerender({ key: "A" });
    expect(worker.open).toHaveLength(1);
    await act(async () => worker.open[0]!.answer("answer A"));
    rerender({ key: null });
    expect(result.current).toBeNull();
    rerender({ key: "A" });
    expect(worker.open).toHaveLength(2);
    await act(async () => worker.open[1]!.answer("answer A again"));
    expect(result.current).toBe("answer A again");
  });

  it("about something else is not shown while the next is made; one about the same stays where the newest question fails", async () => {
    const worker = slowWorker();
    const { result, rerender } = renderHook(({ key, about }) => useAnswer(key, () => worker.ask(key), { about }), {
      initialProps: { key: "van at 20", about: "van" },
    });
    await act(async () => worker.open[0]!.answer("van's bands"));
    rerender({ key: "van at 21", about: "van" });
    expect(result.current).toBe("van's bands");
    rerender({ key: "estate at 21", about: "estate" });
    expect(result.current).toBeNull();
    await act(async () => worker.open[2]!.answer("estate's bands"));
    expect(result.current).toBe("estate's bands");
    rerender({ key: "estate at 22", about: "estate" });
    await act(async () => worker.open[3]!.fail());
    expect(result.current).toBe("estate's bands");
    rerender({ key: "pickup at 22", about: "pickup" });
    await act(async () => worker.open[4]!.fail());
    expect(result.current).toBeNull();
    // A restarted worker is asked again, without another question.
    await act(async () => noteRestart());
    await act(async () => worker.open[5]!.answer("pickup's bands"));
    expect(result.current).toBe("pickup's bands");
  });

  it("that fails, or comes when nobody looks any more, disturbs nothing", async () => {
    const worker = slowWorker();
    const unhandled = vi.fn();
    process.on("unhandledRejection", unhandled);
    const { result, rerender, unmount } = renderHook(({ key }) => useAnswer(key, () => worker.ask(key)), {
      initialProps: { key: "A" },
    });
    await act(async () => worker.open[0]!.fail());
    expect(result.current).toBeNull();
    rerender({ key: "B" });
    unmount();
    await act(async () => worker.open[1]!.fail());
    process.off("unhandledRejection", unhandled);
    expect(unhandled).not.toHaveBeenCalled();
  });

  it("of a worker that cannot be interrupted comes in turn, without those that waited too long", async () => {
    const worker = slowWorker();
    const { result, rerender } = renderHook(({ key }) => useAnswer(key, () => worker.ask(key), { inTurn: true }), {
      initialProps: { key: "A" },
    });
    await act(async () => undefined);
    rerender({ key: "B" });
    rerender({ key: "C" });
    await act(async () => worker.open[0]!.answer("answer A"));
    expect(result.current).toBe("answer A");
    expect(worker.open.map(({ question }) => question)).toEqual(["A", "C"]);
    await act(async () => worker.open[1]!.answer("answer C"));
    expect(result.current).toBe("answer C");
  });
});
