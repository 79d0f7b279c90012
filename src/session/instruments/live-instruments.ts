"use client";

import { useEffect } from "react";
import { USUAL_BRIDGE_PORT } from "@/core/readings/live/line";
import { onSimulator, simulatorIssue } from "@/core/records/practice";
import { openBluetooth, openBridge, openSerial, type PortKind } from "@/services/live-ports";
import { type Session, useJobOf, useSession, useSimulator } from "../session";
import { bridgeOf, rememberAssignment, rememberBridge } from "./live-memory";

/** Where `bin/evrid instruments` listens where nothing else is said. */
export const USUAL_BRIDGE = `http://127.0.0.1:${USUAL_BRIDGE_PORT}`;

/** Connects one more live source to the job: a bridge by its address, a serial port by its speed. */
export function connectSource(session: Session, kind: PortKind, of: { address: string; baud: number }): void {
  const { connectLive } = session.rack.getState();
  if (kind === "bridge") {
    const jobId = session.jobs.getState().job?.id;
    if (jobId !== undefined) rememberBridge(jobId, of.address);
    connectLive(of.address, (hears) => openBridge(of.address, hears));
  } else if (kind === "serial") {
    connectLive(`serial ${of.baud}`, (hears) => openSerial(of.baud, hears));
  } else connectLive("Bluetooth", (hears) => openBluetooth(hears));
}

/** Takes all live sources off, and does not come back to them after a reload. */
export function disconnectSources(session: Session): void {
  const jobId = session.jobs.getState().job?.id;
  if (jobId !== undefined) rememberBridge(jobId, null);
  session.rack.getState().disconnect();
}

/** An assignment holds at once, and the next time this device is connected. */
export function assignSource(
  session: Session,
  id: number,
  name: string,
  assignment: Parameters<typeof rememberAssignment>[1],
): void {
  session.rack.getState().assignLive(id, assignment);
  rememberAssignment(name, assignment);
}

/**
 * Follows the live sources of the open job: a simulated one makes it practice, or is taken off where real grams were weighed; a bridge that the job was on is
 * taken up again after a reload.
 */
export function useLiveInstruments(holds: boolean, signed: boolean): void {
  const session = useSession();
  const { sources } = useSimulator("sources");
  const simulated = sources.some((one) => one.simulated);
  const work = useJobOf((job) => job.purpose === "work");
  useEffect(() => {
    if (!simulated || !work || !holds) return;
    const { job, record } = session.jobs.getState();
    if (job === null) return;
    if (simulatorIssue(job) !== null) disconnectSources(session);
    else record((stored) => ({ ...onSimulator(stored, ""), rackVehicle: null }));
  }, [simulated, work, holds, session]);
  useEffect(() => {
    if (!holds || signed) return;
    const { job } = session.jobs.getState();
    const address = job === null || job.rackVehicle !== null ? null : bridgeOf(job.id);
    if (address !== null && session.rack.getState().status === "off")
      connectSource(session, "bridge", { address, baud: 0 });
  }, [holds, signed, session]);
}
