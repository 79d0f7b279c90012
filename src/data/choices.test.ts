import "fake-indexeddb/auto";
import { describe, expect, it } from "vitest";
import { usualChoices } from "@/core/records/choices";
import { changeChoices, loadChoices } from "./choices";
import { database } from "./database";

describe("the workshop's choices", () => {
  it("are the usual ones until changed, and each change leaves the others", async () => {
    expect(await loadChoices()).toEqual(usualChoices);
    await changeChoices({ holdS: 3600 });
    await changeChoices({ oilSheet: { ...usualChoices.oilSheet, condenser: 30 } });
    expect(await loadChoices()).toEqual({
      ...usualChoices,
      holdS: 3600,
      oilSheet: { ...usualChoices.oilSheet, condenser: 30 },
    });
    await expect(changeChoices({ wantedLeakGYear: -4 })).rejects.toThrow();
    expect((await loadChoices()).holdS).toBe(3600);
  });

  it("fall back to the usual ones when what is stored cannot be read", async () => {
    for (const json of ["{", '{"holdS": 7}']) {
      await database.choices.put({ name: "workshop", json });
      expect(await loadChoices()).toEqual(usualChoices);
    }
  });
});
