"use client";

import { createContext, useContext, useEffect, useRef } from "react";

export interface Shortcut {
  /** As `KeyboardEvent.key`, lower case; "ctrl+k" style for chords; a number is typed digit by digit. */
  key: string;
  does: string;
  /** A key that is held, or pressed again before a returned promise has settled, does not run it again. */
  run: () => unknown;
}

/** After a digit that may begin a longer number, so long is waited for the next one, ms. */
const NEXT_DIGIT_MS = 600;

/** Whether single keys act at all; chords with Ctrl always do (WCAG 2.1.4). */
export const LetterShortcuts = createContext(true);

/** Binds keys while mounted. A key typed into a field stays with the field, and a digit typed at a locked one goes nowhere. */
export function useShortcuts(shortcuts: Shortcut[]): void {
  const current = useRef(shortcuts);
  const running = useRef(new Set<string>());
  const letters = useContext(LetterShortcuts);
  useEffect(() => {
    current.current = shortcuts;
  });
  useEffect(() => {
    let digits = "";
    let waiting: ReturnType<typeof setTimeout> | undefined;
    let atLocked = false;
    const bound = (key: string) => current.current.find((candidate) => candidate.key === key);
    const run = (shortcut: Shortcut) => {
      const { key } = shortcut;
      if (running.current.has(key)) return;
      const result = shortcut.run();
      if (!(result instanceof Promise)) return;
      running.current.add(key);
      const done = () => void running.current.delete(key);
      result.then(done, done);
    };
    /** A digit: alone, or one of a number that is printed on what it opens. */
    const typeDigit = (event: KeyboardEvent) => {
      if (atLocked || event.target instanceof HTMLInputElement || event.repeat) return;
      clearTimeout(waiting);
      const longer = (text: string) =>
        current.current.some(({ key }) => key.length > text.length && /^\d+$/.test(key) && key.startsWith(text));
      const number = bound(digits + event.key) || longer(digits + event.key) ? digits + event.key : event.key;
      const exact = bound(number);
      digits = longer(number) ? number : "";
      if (exact !== undefined || digits !== "") event.preventDefault();
      const go = () => {
        digits = "";
        if (exact !== undefined) run(exact);
      };
      if (digits === "") go();
      else waiting = setTimeout(go, NEXT_DIGIT_MS);
    };
    const listen = (event: KeyboardEvent) => {
      const chord = event.ctrlKey || event.metaKey;
      if (event.altKey || event.defaultPrevented || (!chord && (!letters || isTyping(event.target)))) return;
      if (!chord && /^\d$/.test(event.key)) return typeDigit(event);
      const shortcut = bound(`${chord ? "ctrl+" : ""}${event.key.toLowerCase()}`);
      if (!shortcut) return;
      event.preventDefault();
      if (!event.repeat) run(shortcut);
    };
    /** A locked field takes no focus: a number typed after it was touched was meant for it. */
    const touch = (event: PointerEvent) => {
      atLocked = [...document.querySelectorAll("fieldset:disabled")].some((locked) => {
        const { left, right, top, bottom } = locked.getBoundingClientRect();
        return event.clientX >= left && event.clientX <= right && event.clientY >= top && event.clientY <= bottom;
      });
    };
    window.addEventListener("keydown", listen);
    window.addEventListener("pointerdown", touch, true);
    return () => {
      clearTimeout(waiting);
      window.removeEventListener("keydown", listen);
      window.removeEventListener("pointerdown", touch, true);
    };
  }, [letters]);
}

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.isContentEditable || ["TEXTAREA", "SELECT"].includes(target.tagName)) return true;
  return target instanceof HTMLInputElement && !["radio", "checkbox", "button"].includes(target.type);
}
