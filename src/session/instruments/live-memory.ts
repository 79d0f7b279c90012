"use client";

/** What this device remembers of live instruments: which bridge a job was on, and how the numbers of each device were assigned. */
import { type Assignment, assignmentSchema } from "@/core/readings/live/live-decoder";
import * as z from "@/core/zod";

const KEY = "evrid.live";
/** Jobs and devices remembered at most; the oldest go first. */
const MOST = 40;

const memorySchema = z.object({
  bridges: z.array(z.object({ jobId: z.string(), address: z.url() })),
  devices: z.array(z.object({ name: z.string(), assignment: assignmentSchema })),
});
type Memory = z.infer<typeof memorySchema>;

function recall(): Memory {
  try {
    const read = memorySchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? "null"));
    if (read.success) return read.data;
  } catch {
    // A store that refuses, or holds something else, remembers nothing.
  }
  return { bridges: [], devices: [] };
}

function keep(memory: Memory): void {
  try {
    localStorage.setItem(
      KEY,
      JSON.stringify({ bridges: memory.bridges.slice(-MOST), devices: memory.devices.slice(-MOST) }),
    );
  } catch {
    // It is chosen again next time.
  }
}

export const bridgeOf = (jobId: string): string | null =>
  recall().bridges.find((one) => one.jobId === jobId)?.address ?? null;

/** Null forgets it. */
export function rememberBridge(jobId: string, address: string | null): void {
  const memory = recall();
  const others = memory.bridges.filter((one) => one.jobId !== jobId);
  keep({ ...memory, bridges: address === null ? others : [...others, { jobId, address }] });
}

export const assignmentOf = (name: string): Assignment | null =>
  recall().devices.find((one) => one.name === name)?.assignment ?? null;

export function rememberAssignment(name: string, assignment: Assignment): void {
  const memory = recall();
  keep({ ...memory, devices: [...memory.devices.filter((one) => one.name !== name), { name, assignment }] });
}
