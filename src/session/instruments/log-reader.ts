"use client";

import { useEffect, useRef } from "react";
import { connectLog } from "@/worker/log-client";

export type { LogPreview } from "@/worker/log-protocol";

/** The reader of instrument logs, begun with the first file and ended with the part that shows it. */
export function useLogReader(): () => ReturnType<typeof connectLog> {
  const reader = useRef<ReturnType<typeof connectLog> | null>(null);
  useEffect(
    () => () => {
      reader.current?.close();
      reader.current = null;
    },
    [],
  );
  return () => {
    reader.current ??= connectLog();
    return reader.current;
  };
}
