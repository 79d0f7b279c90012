"use client";

import { useRack } from "@/session/session";
import { LogChooser } from "@/views/workshop/log-chooser";

/** A log of real instruments, played as if it were live. */
export function LogImport() {
  const { connectLog } = useRack("connectLog");
  return <LogChooser act="Play it as if live" onLog={connectLog} />;
}
