/** Pictures in a job's file: base64 by the photo's id, beside the record that names them. */
import { fail, type Result, succeed } from "../../result";
import { MOST_PHOTO_BYTES } from "../job";

/** Every JPEG begins so. */
const JPEG = [0xff, 0xd8, 0xff] as const;

const EXPECTED = `a JPEG of at most ${MOST_PHOTO_BYTES / 1000} kB`;

export function toBase64(bytes: Uint8Array): string {
  let text = "";
  // In pieces: an argument list has its limits.
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

/** The bytes of one picture in a file; refused when it is no JPEG of a size that is kept. */
export function fromBase64(text: unknown): Result<Uint8Array<ArrayBuffer>, string> {
  const expected = `${EXPECTED} as base64`;
  if (typeof text !== "string" || text.length > Math.ceil(MOST_PHOTO_BYTES / 3) * 4) return fail(expected);
  let binary: string;
  try {
    binary = atob(text);
  } catch {
    return fail(expected);
  }
  const bytes = Uint8Array.from(binary, (char) => char.charCodeAt(0));
  return asPicture(bytes);
}

/** The bytes of one picture, checked like those in a file. */
export function asPicture(bytes: Uint8Array<ArrayBuffer>): Result<Uint8Array<ArrayBuffer>, string>;
export function asPicture(bytes: Uint8Array): Result<Uint8Array, string>;
export function asPicture(bytes: Uint8Array): Result<Uint8Array, string> {
  const isJpeg = JPEG.every((byte, i) => bytes[i] === byte);
  return isJpeg && bytes.length <= MOST_PHOTO_BYTES ? succeed(bytes) : fail(EXPECTED);
}
