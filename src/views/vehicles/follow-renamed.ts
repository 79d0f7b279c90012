"use client";

import { useRouter } from "next/navigation";
import { useCallback } from "react";
import { vehiclePath } from "./paths";

/** A vehicle that had no record has another id once somebody writes about it: the address goes along. */
export function useFollowRenamed(id: string): (next: string | undefined) => void {
  const router = useRouter();
  return useCallback(
    (next) => {
      if (next !== undefined && next !== id) router.replace(vehiclePath(next));
    },
    [router, id],
  );
}
