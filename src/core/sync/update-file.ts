/** A device's file of updates: frames one after the other, only ever appended to, so that what is cut off is found and everything before it still holds. */

export interface Frame {
  /** Kind and id of the record. */
  key: string;
  update: Uint8Array;
}

const MAGIC = 0xe7;
/** Magic, length of the body, its sum. */
const HEAD = 9;
/** No update of one record is larger: a length beyond it is damage, not a file that is still on its way. */
const MOST_BODY = 64_000_000;

export function frameBytes({ key, update }: Frame): Uint8Array<ArrayBuffer> {
  const name = new TextEncoder().encode(key);
  const body = new Uint8Array(2 + name.length + update.length);
  new DataView(body.buffer).setUint16(0, name.length);
  body.set(name, 2);
  body.set(update, 2 + name.length);
  const bytes = new Uint8Array(HEAD + body.length);
  const view = new DataView(bytes.buffer);
  view.setUint8(0, MAGIC);
  view.setUint32(1, body.length);
  view.setUint32(5, sumOf(body));
  bytes.set(body, HEAD);
  return bytes;
}

/** A frame in its file. */
interface PlacedFrame extends Frame {
  /** Bytes up to its end, from where the reading began. */
  end: number;
}

export interface ReadFrames {
  frames: PlacedFrame[];
  /** Bytes up to the end of the last whole frame. */
  good: number;
  /** What follows is no frame, and will never be one; false where it may still be on its way. */
  damaged: boolean;
}

/** Frames from the beginning of these bytes to the first that is not whole. */
export function readFrames(bytes: Uint8Array): ReadFrames {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const frames: PlacedFrame[] = [];
  let good = 0;
  while (bytes.length - good >= HEAD) {
    const length = view.getUint32(good + 1);
    if (view.getUint8(good) !== MAGIC || length < 2 || length > MOST_BODY) return { frames, good, damaged: true };
    if (bytes.length - good - HEAD < length) break;
    const body = bytes.subarray(good + HEAD, good + HEAD + length);
    const named = (body[0]! << 8) | body[1]!;
    if (sumOf(body) !== view.getUint32(good + 5) || named + 2 > length) return { frames, good, damaged: true };
    good += HEAD + length;
    frames.push({
      key: new TextDecoder().decode(body.subarray(2, 2 + named)),
      update: body.slice(2 + named),
      end: good,
    });
  }
  return { frames, good, damaged: false };
}

/** FNV-1a, 32 bit (Fowler, Noll, Vo). */
function sumOf(bytes: Uint8Array): number {
  let sum = 0x811c9dc5;
  for (const byte of bytes) sum = Math.imul(sum ^ byte, 0x01000193);
  return sum >>> 0;
}
