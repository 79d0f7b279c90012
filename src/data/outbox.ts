/**
 * Notes which records were changed on this device, in the transaction of the change and whoever makes it, so that none escapes the shared folder. A record
 * that comes out of the folder takes its own note away again.
 */
import type { DBCore, DBCoreMutateRequest, Middleware } from "dexie";
import { exerciseIdPrefix } from "@/core/exercises/exercises";
import type { SharedKind } from "@/core/sync/shapes";

/** Kind of the records that a table holds, for those that devices share. */
export const kindOfTable: Readonly<Record<string, SharedKind>> = {
  jobs: "job",
  vehicles: "vehicle",
  containers: "cylinder",
  stock: "stock",
  learners: "learner",
  drills: "drill",
  holders: "holder",
  photos: "picture",
};

/** Exercises are of the device that they are done on. */
export const isShared = (kind: SharedKind, id: string): boolean =>
  !((kind === "job" || kind === "holder" || kind === "picture") && id.startsWith(exerciseIdPrefix));

export const outboxMiddleware: Middleware<DBCore> = {
  stack: "dbcore",
  name: "outbox",
  create: (core) => ({
    ...core,
    transaction: (stores, mode, options) =>
      core.transaction(
        mode === "readwrite" && stores.some((name) => Object.hasOwn(kindOfTable, name)) && !stores.includes("outbox")
          ? [...stores, "outbox"]
          : stores,
        mode,
        options,
      ),
    table: (name) => {
      const table = core.table(name);
      const kind = Object.hasOwn(kindOfTable, name) ? kindOfTable[name]! : null;
      if (kind === null) return table;
      return {
        ...table,
        mutate: async (request) => {
          const answer = await table.mutate(request);
          const values = keysOf(request, (value) => table.schema.primaryKey.extractKey?.(value))
            .filter((id) => isShared(kind, id))
            .map((id) => ({ key: `${kind}/${id}`, at: Date.now() }));
          // Earlier versions of the database, on their way to this one, have no such table yet.
          const { objectStoreNames } = request.trans as unknown as IDBTransaction;
          if (values.length > 0 && objectStoreNames.contains("outbox"))
            await core.table("outbox").mutate({ type: "put", trans: request.trans, values });
          return answer;
        },
      };
    },
  }),
};

/** Emptying a whole table is forgetting, not removing: it says nothing to other devices. */
function keysOf(request: DBCoreMutateRequest, keyOf: (value: unknown) => unknown): string[] {
  switch (request.type) {
    case "add":
    case "put":
      return request.values.map((value) => String(keyOf(value)));
    case "delete":
      return request.keys.map(String);
    case "deleteRange":
      return [];
  }
}
