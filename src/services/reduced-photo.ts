"use client";

/** Tried in turn until the picture is small enough: longest side in pixels, and quality. */
const attempts = [
  [1400, 0.75],
  [1400, 0.55],
  [1000, 0.6],
  [800, 0.5],
  [600, 0.45],
] as const;

export interface ReducedPhoto {
  jpeg: Uint8Array;
  width: number;
  height: number;
}

/** A picture as JPEG of at most so many bytes, upright as it was taken. Null when the browser cannot read it as a picture. */
export async function reducedPhoto(file: Blob, mostBytes: number): Promise<ReducedPhoto | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (picture === null) return null;
  try {
    for (const [longest, quality] of attempts) {
      const scale = Math.min(1, longest / Math.max(picture.width, picture.height));
      const canvas = document.createElement("canvas");
      canvas.width = Math.max(1, Math.round(picture.width * scale));
      canvas.height = Math.max(1, Math.round(picture.height * scale));
      canvas.getContext("2d")!.drawImage(picture, 0, 0, canvas.width, canvas.height);
      const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, "image/jpeg", quality));
      if (blob !== null && blob.size <= mostBytes) {
        const jpeg = new Uint8Array(await blob.arrayBuffer());
        return { jpeg, width: canvas.width, height: canvas.height };
      }
    }
    return null;
  } finally {
    picture.close();
  }
}
