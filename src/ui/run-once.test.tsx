// @vitest-environment happy-dom
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { BenchButton } from "./buttons";
import { runOnce, useRunOnce, useSubmitOnce } from "./run-once";
import { useShortcuts } from "./shortcuts";
import { system } from "./theme";

/** An act that completes when it is told to. */
function held() {
  const ends: (() => void)[] = [];
  const does = vi.fn(() => new Promise<void>((resolve) => void ends.push(resolve)));
  return { does, end: () => act(async () => ends.splice(0).forEach((resolve) => void resolve())) };
}
const shown = (node: React.ReactNode) => render(<ChakraProvider value={system}>{node}</ChakraProvider>);
const key = (pressed: string, how: KeyboardEventInit = {}) =>
  act(async () => void fireEvent.keyDown(document.body, { key: pressed, ...how }));

function Keyed({ onN, onM }: { onN: () => unknown; onM: () => unknown }) {
  const start = useRunOnce(onN);
  useShortcuts([
    { key: "n", does: "New job", run: start },
    { key: "m", does: "Something else", run: onM },
  ]);
  return <BenchButton onClick={() => start()}>New job</BenchButton>;
}

function Submitted({ onSubmit }: { onSubmit: () => unknown }) {
  return <form aria-label="Stock" onSubmit={useSubmitOnce(onSubmit)} />;
}

afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe("a command", () => {
  it("does not run while its last run has not completed, and runs again after it failed", async () => {
    const { does, end } = held();
    const once = runOnce(does);
    expect([once(), once()]).toEqual([true, false]);
    await end();
    expect(once()).toBe(true);
    const failing = vi.fn(async () => Promise.reject(new Error("full")));
    const second = runOnce(failing);
    second();
    await vi.waitFor(() => expect(second()).toBe(true));
  });

  it("that leaves the page stays locked while that page is opened", async () => {
    vi.useFakeTimers();
    const does = vi.fn(async () => undefined);
    const once = runOnce(does, { leaves: true });
    once();
    await vi.advanceTimersByTimeAsync(2000);
    expect(once()).toBe(false);
    await vi.advanceTimersByTimeAsync(3000);
    expect(once()).toBe(true);
  });

  it("of a form runs once, and the browser loads no page for the repeat", async () => {
    const { does, end } = held();
    shown(<Submitted onSubmit={does} />);
    const form = screen.getByRole("form", { name: "Stock" });
    expect([fireEvent.submit(form), fireEvent.submit(form)]).toEqual([false, false]);
    expect(does).toHaveBeenCalledTimes(1);
    await end();
  });

  it("of a button does not run twice on a double click, nor while it runs", async () => {
    const { does, end } = held();
    const instant = vi.fn();
    shown(
      <>
        <BenchButton onClick={does}>New cylinder</BenchButton>
        <BenchButton onClick={instant}>Record 40 g</BenchButton>
        <BenchButton repeats onClick={instant}>
          Undo
        </BenchButton>
      </>,
    );
    const click = (name: string | RegExp, detail: number) =>
      fireEvent.click(screen.getByRole("button", { name }), { detail });
    click("New cylinder", 1);
    click("New cylinder", 1);
    expect(does).toHaveBeenCalledTimes(1);
    await end();
    click("New cylinder", 2);
    expect(does).toHaveBeenCalledTimes(1);
    click("New cylinder", 1);
    expect(does).toHaveBeenCalledTimes(2);
    click(/^Record 40\sg$/, 1);
    click(/^Record 40\sg$/, 2);
    expect(instant).toHaveBeenCalledTimes(1);
    click("Undo", 1);
    click("Undo", 2);
    expect(instant).toHaveBeenCalledTimes(3);
    // From the keyboard a click has no count.
    click(/^Record 40\sg$/, 0);
    expect(instant).toHaveBeenCalledTimes(4);
  });

  it("of a key runs once while it is held and until it has completed, shared with its button", async () => {
    const { does, end } = held();
    const other = held();
    shown(<Keyed onN={does} onM={other.does} />);
    for (const repeat of [false, true, true, true]) await key("n", { repeat });
    await key("n");
    fireEvent.click(screen.getByRole("button", { name: "New job" }), { detail: 1 });
    expect(does).toHaveBeenCalledTimes(1);
    await end();
    await key("n", { repeat: true });
    expect(does).toHaveBeenCalledTimes(1);
    await key("n");
    expect(does).toHaveBeenCalledTimes(2);
    await key("m");
    await key("m");
    expect(other.does).toHaveBeenCalledTimes(1);
    await other.end();
    await key("m");
    expect(other.does).toHaveBeenCalledTimes(2);
  });
});
