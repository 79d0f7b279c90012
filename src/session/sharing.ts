"use client";

/** The shared folder for views: how it stands, and what can be done with it. The engine is loaded where this device shares. */
import { useCallback, useEffect, useState } from "react";
import { follow } from "@/data/follow";
import { sharingDevice } from "@/data/sharing/device";
import { workshop } from "@/data/workshop";
import { connectSharing } from "@/worker/sharing-client";

type Line = ReturnType<typeof connectSharing>;
let line: Line | null = null;

/** The worker of this page. Throws where this device shares nothing. */
function reached(): Line {
  if (line === null) throw new Error("this device shares nothing");
  return line;
}

/** Shares for as long as the page is open and this device takes part. Gives the way to stop. */
export function keepSharing(): () => void {
  let device: string | null = null;
  const end = () => {
    line?.close();
    line = null;
  };
  const stop = follow(
    sharingDevice,
    (its) => {
      // Another name is no other device.
      if ((its?.device ?? null) === device && (line === null) === (its === null)) return;
      device = its?.device ?? null;
      end();
      if (its === null) return;
      line = connectSharing(workshop);
      line.api.start().catch(() => undefined);
    },
    () => undefined,
  );
  return () => {
    stop();
    end();
  };
}

export const shareNow = async (): Promise<void> => reached().api.now();

export const chooseValue = async (key: string, names: readonly string[], json: string | null): Promise<void> => {
  await reached().api.choose(key, names, json);
  await reached().api.now();
};

/** Updates of all records that changed since a date, ISO; of all for null. */
export const updatesSince = async (since: string | null): Promise<Blob> => reached().api.updatesSince(since);

/** Reads a file of updates; `share` is the part that was read. */
export function useUpdatesFile(): { share: number | null; read: (file: File) => Promise<number> } {
  const [share, setShare] = useState<number | null>(null);
  const [gone] = useState({ is: false });
  useEffect(
    () => () => {
      gone.is = true;
    },
    [gone],
  );
  const read = useCallback(
    async (file: File) => {
      const its = reached();
      const hears = its.listen((done: number, all: number) => {
        if (!gone.is) setShare(all === 0 ? 1 : done / all);
      });
      try {
        return await its.api.takeUpdates(file, hears);
      } finally {
        if (!gone.is) setShare(null);
      }
    },
    [gone],
  );
  return { share, read };
}
