"use client";

import { MOST_PHOTO_BYTES, MOST_PHOTOS } from "@/core/records/job";
import type { VehiclePhoto } from "@/core/records/vehicles/vehicle";
import { reducedPhoto } from "@/services/reduced-photo";
import { keepPicture } from "@/session/records/photos";
import { addPhotoText } from "@/words/screens/workshop";

/** Why a file is no photo here. */
const noPhoto = (name: string) => addPhotoText.isNotAReadablePicture(name);

/**
 * Reduces a picture and keeps it, before any record names it: a record never names what was not stored. `owner` gives by what it is kept, of its
 * own id. Null where the file is no picture.
 */
async function keptAsPhoto(file: File, owner: (id: string) => string): Promise<VehiclePhoto | null> {
  const small = await reducedPhoto(file, MOST_PHOTO_BYTES);
  if (small === null) return null;
  const { jpeg, width, height } = small;
  const photo = { id: crypto.randomUUID(), at: new Date().toISOString(), width, height, bytes: jpeg.length };
  await keepPicture(owner(photo.id), photo.id, jpeg);
  return photo;
}

/**
 * Keeps several pictures one after the other, at most `room` of them; `add` names each in its record. Gives what was not kept, as sentences: files that
 * are no picture, and how many were too many.
 */
export async function keepPhotos(
  files: readonly File[],
  room: number,
  owner: (id: string) => string,
  add: (photo: VehiclePhoto) => unknown,
): Promise<string[]> {
  const left: string[] = [];
  let kept = 0;
  for (const [i, file] of files.entries()) {
    if (kept >= room) {
      left.push(noRoom(files.length - i));
      break;
    }
    const photo = await keptAsPhoto(file, owner);
    if (photo === null) left.push(noPhoto(file.name));
    else {
      await add(photo);
      kept++;
    }
  }
  return left;
}

const noRoom = (count: number) =>
  addPhotoText.notAddedTheLimitIs(count === 1 ? addPhotoText.onePhotoWas : addPhotoText.photosWere(count), MOST_PHOTOS);
