/** Which devices there are in a shared folder. */
import { type DeviceCard, readDeviceCard } from "./device-card";
import type { FolderFiles } from "./folder-files";

/** Cards of all devices in the folder, the newest first; one that cannot be read is passed over. */
export async function readCards(folder: FolderFiles): Promise<DeviceCard[]> {
  const cards: DeviceCard[] = [];
  for (const { name } of await folder.list()) {
    if (!name.endsWith(".evrid-device")) continue;
    const card = readDeviceCard(await folder.read(name, 0));
    if (card !== null) cards.push(card);
  }
  return cards.sort((a, b) => b.at.localeCompare(a.at));
}
