"use client";

/** Larger pictures are read no better. */
const MOST_PX = 1400;

/** The text of the code in a picture; null where none is found. Runs on this device; the decoder is fetched when it is first needed. */
export async function readQr(picture: Blob): Promise<string | null> {
  const { default: decode } = await import("jsqr");
  const bitmap = await createImageBitmap(picture);
  const scale = Math.min(1, MOST_PX / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext("2d")!;
  pen.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return decode(pen.getImageData(0, 0, width, height).data, width, height)?.data ?? null;
}
