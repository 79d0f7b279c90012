"use client";

import { useEffect, useRef } from "react";

export interface Shortcut {
  /** As `KeyboardEvent.key`, lower case; "ctrl+k" style for chords. */
  key: string;
  does: string;
  /** A key that is held, or pressed again before a returned promise has settled, does not run it again. */
  run: () => unknown;
}

/** Binds keys while mounted. A key typed into a field stays with the field. */
export function useShortcuts(shortcuts: Shortcut[]): void {
  const current = useRef(shortcuts);
  const running = useRef(new Set<string>());
  useEffect(() => {
    current.current = shortcuts;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const chord = event.ctrlKey || event.metaKey;
      if (event.altKey || event.defaultPrevented || (!chord && isTyping(event.target))) return;
      const key = `${chord ? "ctrl+" : ""}${event.key.toLowerCase()}`;
      const shortcut = current.current.find((candidate) => candidate.key === key);
      if (!shortcut) return;
      event.preventDefault();
      if (event.repeat || running.current.has(key)) return;
      const result = shortcut.run();
      if (!(result instanceof Promise)) return;
      running.current.add(key);
      const done = () => void running.current.delete(key);
      result.then(done, done);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.isContentEditable || ["TEXTAREA", "SELECT"].includes(target.tagName)) return true;
  return target instanceof HTMLInputElement && !["radio", "checkbox", "button"].includes(target.type);
}
