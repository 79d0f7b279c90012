/** Saved archives as the tests look into them, and as JSON that earlier releases wrote. */
import { readFileSync } from "node:fs";
import { openArchive } from "../../src/core/records/files/archive";

/** The lists of an archive by name, records as they are written. */
export async function archived(file: Blob): Promise<Record<string, unknown[]>> {
  const opened = await openArchive(file);
  if (!opened.ok) throw new Error(JSON.stringify(opened.issue));
  const lists: Record<string, unknown[]> = {};
  for await (const part of opened.value.parts())
    for (const one of part) {
      if (!one.ok) throw new Error(`${one.list} ${one.place}: ${one.issue}`);
      const list = lists[one.list] ?? [];
      list.push(one.record);
      lists[one.list] = list;
    }
  return lists;
}

/** A demo workshop's archive as the JSON file of a real shop: its jobs work, on no simulator. */
export async function asShopJson(path: string): Promise<string> {
  const { jobs, vehicles, containers, stock, choices, charts, learners, drills } = await archived(
    new Blob([readFileSync(path)]),
  );
  const work = (jobs as object[]).map((job) => ({ ...job, purpose: "work", rackVehicle: null }));
  const lists = { vehicles, containers, stock, charts };
  return JSON.stringify({
    format: "evrid.shop",
    version: 5,
    workshop: "shop",
    ...lists,
    jobs: work,
    choices: choices?.[0] ?? null,
    drills: { learners, drills },
  });
}
