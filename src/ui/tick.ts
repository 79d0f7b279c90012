"use client";

import { useEffect, useState } from "react";

/** Draws anew each second while a clock is looked at that nothing else moves. */
export function useTick(on: boolean): void {
  const [, tick] = useState(0);
  useEffect(() => {
    if (!on) return;
    const timer = setInterval(() => tick((n) => n + 1), 1000);
    return () => clearInterval(timer);
  }, [on]);
}

/** The time now, ms since 1970, moved on once a minute; 0 until the page is drawn in the browser, which the server cannot know. */
export function useMinute(): number {
  const [now, setNow] = useState(0);
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 60_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
