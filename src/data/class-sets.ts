/** Sealed sets of cases on this device. */
import { type ClassSet, classSetSchema, type KeptClassSet } from "@/core/drill/class-set";
import { database } from "./database";

export async function loadClassSets(): Promise<KeptClassSet[]> {
  const all = await database.classSets.toArray();
  return all
    .filter(({ set }) => classSetSchema.safeParse(set).success)
    .sort((a, b) => b.set.createdAt.localeCompare(a.set.createdAt));
}

/** Keeps a set; one that is here already stays as it is, unsealed or not. */
export async function keepClassSet(set: ClassSet, unsealed: boolean): Promise<void> {
  await database.transaction("rw", database.classSets, async () => {
    if ((await database.classSets.get(set.id)) === undefined)
      await database.classSets.add({ id: set.id, set, unsealed });
  });
}

export async function unsealClassSet(id: string): Promise<void> {
  await database.classSets.update(id, { unsealed: true });
}
