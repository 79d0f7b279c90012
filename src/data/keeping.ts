/** Whether the browser keeps what is stored here when its disk is short, and how much room is left. */

/** Above this share of what the browser allows, there is little room left. */
const LITTLE_ROOM_SHARE = 0.8;

export interface StorageState {
  /** It is not thrown away by the browser itself; null where the browser does not say. */
  persistent: boolean | null;
  /** Share of the room that is used; null where the browser does not say. */
  usedShare: number | null;
  littleRoom: boolean;
}

const store = () => globalThis.navigator?.storage as StorageManager | undefined;

/** As the browser counts it, with what it may grow to; null where it does not say. */
export interface Room {
  bytes: number | null;
  quotaBytes: number | null;
}

export async function roomUsed(): Promise<Room> {
  const estimate = await store()
    ?.estimate?.()
    .catch(() => undefined);
  return { bytes: estimate?.usage ?? null, quotaBytes: estimate?.quota ?? null };
}

export async function storageState(): Promise<StorageState> {
  const persistent =
    (await store()
      ?.persisted?.()
      .catch(() => null)) ?? null;
  const { bytes, quotaBytes } = await roomUsed();
  const usedShare = bytes === null || !quotaBytes ? null : bytes / quotaBytes;
  return { persistent, usedShare, littleRoom: usedShare !== null && usedShare > LITTLE_ROOM_SHARE };
}

/** Asks the browser to keep it. Gives its answer; null where it cannot be asked. */
export async function askToKeep(): Promise<boolean | null> {
  return (await store()?.persist?.()) ?? null;
}
