/** Card of a device in the shared folder: its name, who works with it, and how far it has read. One small file, written whole by its device alone. */
import { instantSchema } from "../dates";
import * as z from "../zod";

export const deviceCardSchema = z.object({
  format: z.literal("evrid.device"),
  version: z.literal(1),
  device: z.string().regex(/^[a-z0-9]{4,32}$/),
  name: z.string().max(60),
  technician: z.string().max(80),
  /** When it was here last, by its own clock. */
  at: instantSchema,
  /** Bytes read of each file. */
  read: z.record(z.string(), z.number().int().min(0)),
});
export type DeviceCard = z.infer<typeof deviceCardSchema>;

export const deviceCardName = (device: string): string => `${device}.evrid-device`;

export function deviceCardBytes(card: Omit<DeviceCard, "format" | "version">): Uint8Array<ArrayBuffer> {
  return new TextEncoder().encode(`${JSON.stringify({ format: "evrid.device", version: 1, ...card })}\n`);
}

/** Null for what is none, or not wholly there. */
export function readDeviceCard(bytes: Uint8Array): DeviceCard | null {
  try {
    const read = deviceCardSchema.safeParse(JSON.parse(new TextDecoder().decode(bytes)));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
