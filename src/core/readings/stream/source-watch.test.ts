import { describe, expect, it } from "vitest";
import { SourceWatch } from "./source-watch";

describe("source watch", () => {
  it("names a silence of a quick source within seconds and forgets it when the source speaks again", () => {
    const watch = new SourceWatch();
    for (let ms = 0; ms <= 5_000; ms += 500) watch.arrived(ms);
    expect(watch.stalledS(7_900)).toBeNull();
    expect(watch.stalledS(8_600)).toBe(3);
    watch.arrived(20_000);
    expect(watch.stalledS(20_100)).toBeNull();
    // Its rhythm is still that of before the stall.
    watch.arrived(20_500);
    expect(watch.stalledS(23_700)).toBe(3);
  });

  it("leaves a logger that speaks every ten seconds its time", () => {
    const watch = new SourceWatch();
    watch.arrived(0);
    expect(watch.stalledS(9_900)).toBeNull();
    for (let ms = 10_000; ms <= 60_000; ms += 10_000) watch.arrived(ms);
    expect(watch.stalledS(85_000)).toBeNull();
    expect(watch.stalledS(101_000)).toBe(41);
  });
});
