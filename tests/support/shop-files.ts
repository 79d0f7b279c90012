/** Files of a shop in tests: written, looked at, and read in, as the product does it. */

import { openShopFile } from "@/core/records/files/shop-parts";
import type { BrokenRecord, ShopKinds, ShopPicture } from "@/core/records/files/shop-reader";
import type { ImportPreview } from "@/core/sync/import/import-preview";
import type { Way } from "@/core/sync/import/import-ways";
import { applyStaged } from "@/data/import";
import { exportCopy } from "@/data/shop";
import { stageFile } from "@/data/staging";

const blobOf = (file: string | Blob) => (typeof file === "string" ? new Blob([file]) : file);

/** A file as it is shown before it is read in. */
export async function shown(file: string | Blob): Promise<ImportPreview> {
  const staged = await stageFile(blobOf(file), "shop.json");
  if (!staged.ok) throw new Error(JSON.stringify(staged.issue));
  return staged.value;
}

/** Reads a file in; gives what it can be taken back by. */
export async function readIn(file: string | Blob, way: ReadonlyMap<string, Way> = new Map()): Promise<string> {
  return applyStaged(await shown(file), { way });
}

/** Everything that is kept, as a copy has it. */
export async function copied(): Promise<Blob> {
  const made = await exportCopy();
  if (!made.ok) throw new Error(JSON.stringify(made.issue));
  return made.value;
}

type Lists = { [List in keyof ShopKinds]: ShopKinds[List][] };

/** Content of a file. */
export async function contentOf(
  file: string | Blob,
): Promise<Lists & { workshop: string; pictures: ShopPicture[]; broken: readonly BrokenRecord[] }> {
  const opened = await openShopFile(blobOf(file));
  if (!opened.ok) throw new Error(JSON.stringify(opened.issue));
  const lists: Lists = {
    jobs: [],
    vehicles: [],
    containers: [],
    stock: [],
    learners: [],
    drills: [],
    charts: [],
    choices: [],
  };
  for await (const { list, records } of opened.value.parts()) (lists[list] as unknown[]).push(...records);
  const pictures: ShopPicture[] = [];
  for await (const picture of opened.value.pictures()) pictures.push(picture);
  return { ...lists, workshop: opened.value.workshop, pictures, broken: opened.value.broken };
}
