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
