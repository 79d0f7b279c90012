"use client";

import { useEffect, useRef } from "react";
import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { useSay } from "./text";

/** While values stream, assistive technology hears one message in this time, ms; the newest waits, older ones are dropped. */
const EVERY_MS = 10_000;
/** A message is taken away, so that it is not found again by reading through the page, ms. */
const STAYS_MS = 6000;

const spoken = createStore<{ text: string }>(() => ({ text: "" }));
let last = Number.NEGATIVE_INFINITY;
let waiting: ReturnType<typeof setTimeout> | undefined;
let leaving: ReturnType<typeof setTimeout> | undefined;

/** Tells assistive technology something that is shown elsewhere. */
function announce(text: string): void {
  clearTimeout(waiting);
  const speak = () => {
    last = Date.now();
    spoken.setState({ text });
    clearTimeout(leaving);
    leaving = setTimeout(() => spoken.setState({ text: "" }), STAYS_MS);
  };
  const left = last + EVERY_MS - Date.now();
  if (left > 0) waiting = setTimeout(speak, left);
  else speak();
}

/** What the step says of its state now, for whoever shows it larger; empty where no step says anything. */
const current = createStore<{ text: string }>(() => ({ text: "" }));
export const useStateText = (): string => useStore(current, ({ text }) => text);

/** Announces `text` when `state` changes, whatever else moves in it meanwhile; what stands at first is not announced. */
export function useAnnounced(text: string, state: string): void {
  useEffect(() => {
    current.setState({ text });
    return () => current.setState(({ text: now }) => ({ text: now === text ? "" : now }));
  }, [text]);
  const before = useRef(state);
  useEffect(() => {
    if (before.current === state) return;
    before.current = state;
    announce(text);
  }, [state, text]);
}

/** The one live region of the page for what streams. */
export function Announcer() {
  const { text } = useStore(spoken);
  const say = useSay();
  return (
    <div role="status" style={unseen}>
      {say(text)}
    </div>
  );
}

const unseen = {
  position: "fixed",
  top: 0,
  left: 0,
  width: 1,
  height: 1,
  overflow: "hidden",
  clipPath: "inset(50%)",
} as const;
