"use client";

import { MOST_PHOTO_BYTES } from "@/core/records/job";
import type { VehiclePhoto } from "@/core/records/vehicle";
import { keepPicture } from "@/data/photos";
import { reducedPhoto } from "@/ui/reduced-photo";

/** Why a file is no photo here. */
export const noPhoto = (name: string) => `${name} is not a picture this browser can read. Nothing was changed.`;

/**
 * Reduces a picture and keeps it, before any record names it: a record never names what was not stored. `owner` gives by what it is kept, of its
 * own id. Null where the file is no picture.
 */
export async function keptAsPhoto(file: File, owner: (id: string) => string): Promise<VehiclePhoto | null> {
  const small = await reducedPhoto(file, MOST_PHOTO_BYTES);
  if (small === null) return null;
  const { jpeg, width, height } = small;
  const photo = { id: crypto.randomUUID(), at: new Date().toISOString(), width, height, bytes: jpeg.length };
  await keepPicture(owner(photo.id), photo.id, jpeg);
  return photo;
}
