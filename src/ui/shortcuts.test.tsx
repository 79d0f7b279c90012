// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useShortcuts } from "./shortcuts";

const went: string[] = [];

function Page({ locked }: { locked: boolean }) {
  useShortcuts(["1", "2", "10", "12", "n"].map((key) => ({ key, does: key, run: () => void went.push(key) })));
  return (
    <>
      <fieldset disabled={locked}>
        <input aria-label="Grams" />
      </fieldset>
      <input type="radio" aria-label="One way" />
    </>
  );
}
const send = (...keys: string[]) => {
  for (const key of keys) act(() => void fireEvent.keyDown(document.activeElement ?? document.body, { key }));
};
const pass = (ms: number) => act(() => void vi.advanceTimersByTime(ms));

beforeEach(() => {
  vi.useFakeTimers();
  went.length = 0;
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe("digits", () => {
  it("open what bears their number, one digit or two", () => {
    render(<Page locked={false} />);
    send("2");
    expect(went).toEqual(["2"]);
    send("1", "0");
    expect(went).toEqual(["2", "10"]);
    send("1");
    expect(went).toEqual(["2", "10"]);
    pass(700);
    expect(went).toEqual(["2", "10", "1"]);
    // A number that nothing bears is its last digit.
    send("1", "2", "1", "n");
    pass(700);
    expect(went.slice(3)).toEqual(["12", "n", "1"]);
  });

  it("go nowhere from a focused control, though a letter does, nor after a locked field was touched", () => {
    render(<Page locked />);
    const field = screen.getByLabelText("Grams").closest("fieldset")!;
    field.getBoundingClientRect = () => ({ left: 0, right: 100, top: 0, bottom: 50 }) as DOMRect;
    act(() => screen.getByLabelText("One way").focus());
    send("2", "n");
    expect(went).toEqual(["n"]);
    act(() => screen.getByLabelText("One way").blur());
    act(() => void fireEvent.pointerDown(document.body, { clientX: 20, clientY: 20 }));
    send("2");
    expect(went).toEqual(["n"]);
    act(() => void fireEvent.pointerDown(document.body, { clientX: 20, clientY: 200 }));
    send("2");
    expect(went).toEqual(["n", "2"]);
  });
});
