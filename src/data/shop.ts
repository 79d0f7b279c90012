/** All that this browser keeps: how much it is, out as a file, in from one, and away. */
import type { Job } from "@/core/records/job";
import { type ShopExtras, writeShopFile } from "@/core/records/shop-file";
import { changeChoices, keptChoices } from "./choices";
import { database } from "./database";
import { type ImportOutcome, importJob } from "./jobs";
import { type Room, roomUsed } from "./keeping";

export interface Kept extends Room {
  jobs: number;
  removed: number;
  charts: number;
  photos: number;
}

export async function whatIsKept(): Promise<Kept> {
  const [jobs, removed, charts, photos] = await Promise.all([
    database.jobs.count(),
    database.removed.count(),
    database.shopCharts.count(),
    database.photos.count(),
  ]);
  return { jobs, removed, charts, photos, ...(await roomUsed()) };
}

/** Every stored job, those that cannot be read among them, as they are stored; choices and charts where there are any. */
export async function exportShop(): Promise<string> {
  const jobs: unknown[] = await database.jobs.toArray();
  const charts = await database.shopCharts.toArray();
  return writeShopFile(jobs, new Date().toISOString(), { choices: await keptChoices(), charts });
}

/** Takes choices and charts of a file where this browser has none of its own. Gives what was taken. */
export async function importExtras({ choices, charts }: ShopExtras): Promise<{ choices: boolean; charts: number }> {
  const took = { choices: false, charts: 0 };
  if (choices !== null && (await keptChoices()) === null) {
    await changeChoices(choices);
    took.choices = true;
  }
  await database.transaction("rw", database.shopCharts, async () => {
    for (const chart of charts) {
      if ((await database.shopCharts.get(chart.refrigerant)) !== undefined) continue;
      await database.shopCharts.put(chart);
      took.charts++;
    }
  });
  return took;
}

/** Stores jobs of a file, each as it would come alone: none that is here is overwritten. */
export async function importShop(jobs: readonly Job[]): Promise<Record<ImportOutcome, number>> {
  const counts: Record<ImportOutcome, number> = { added: 0, identical: 0, "added-as-copy": 0 };
  await database.transaction("rw", database.jobs, database.photos, async () => {
    for (const job of jobs) counts[(await importJob(job)).outcome]++;
  });
  return counts;
}

/** Everything away, for good. */
export async function eraseAll(): Promise<void> {
  const tables = [
    database.jobs,
    database.removed,
    database.racks,
    database.choices,
    database.shopCharts,
    database.photos,
  ];
  await database.transaction("rw", tables, async () => {
    for (const table of tables) await table.clear();
  });
}
