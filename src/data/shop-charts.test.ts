import "fake-indexeddb/auto";
import { describe, expect, it } from "vitest";
import { keepShopChart, loadShopChart, removeShopChart } from "./shop-charts";

const wall = "\uFEFFAmbient C;Low side bar;High side bar\n30;1,8-2,6;11,5-14\n20;1,4-2,2;9-11\n";

describe("shop charts in the browser database", () => {
  it("keeps one for each refrigerant, and the one before when the next cannot be read", async () => {
    expect(await loadShopChart("R134a")).toBeNull();
    const kept = await keepShopChart("R134a", "wall.csv", wall);
    expect(kept.ok && kept.value.points.map(({ ambientC }) => ambientC)).toEqual([20, 30]);
    const refused = await keepShopChart("R134a", "torn.csv", "Ambient C;Low side bar\n30;1,8-2,6\n");
    expect(refused).toEqual({ ok: false, issue: { code: "column-missing", column: "high side" } });
    expect(await loadShopChart("R134a")).toMatchObject({ name: "wall.csv", points: [{ low: { low: 140 } }, {}] });
    expect(await loadShopChart("R1234yf")).toBeNull();
    await removeShopChart("R134a");
    expect(await loadShopChart("R134a")).toBeNull();
  });
});
