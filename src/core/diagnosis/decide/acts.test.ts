import { describe, expect, it } from "vitest";
import type { FaultCause } from "../../causes/catalogue";
import { CLASSES, classOf } from "../weigh/classes";
import { bestAct } from "./acts";

/** Probabilities of sets of causes; the rest is nothing. */
function classesWith(...given: [readonly FaultCause[], number][]): Float64Array {
  const classes = new Float64Array(CLASSES);
  for (const [acting, probability] of given) classes[classOf(acting)] = probability;
  classes[0] = 1 - classes.reduce((sum, p) => sum + p, 0);
  return classes;
}

describe("the act that is expected to lose least", () => {
  it("is the remedy of a cause that is certain, and loses nothing", () => {
    expect(bestAct(classesWith())).toEqual({ act: "leave", about: null, lost: 0 });
    expect(bestAct(classesWith([["undercharge"], 1]))).toEqual({ act: "weigh", about: "undercharge", lost: 0 });
    expect(bestAct(classesWith([["condenser-airflow"], 1])).act).toBe("check-air");
    expect(bestAct(classesWith([["compressor-worn"], 1])).act).toBe("check-control");
  });

  it("counts look-alikes that one act finds as one, and other parts as parts for nothing", () => {
    const alike = classesWith([["restriction-after-port"], 0.5], [["metering-stuck-closed"], 0.5]);
    expect(bestAct(alike)).toMatchObject({ act: "repair", lost: 0 });
    const apart = classesWith([["metering-stuck-open"], 0.5], [["restriction-after-port"], 0.5]);
    expect(bestAct(apart).lost).toBeGreaterThan(0);
  });

  it("is right with either of two causes that act together", () => {
    expect(bestAct(classesWith([["undercharge", "air"], 1])).lost).toBe(0);
  });

  it("opens nothing on a suspicion: a good part costs more than a weighing", () => {
    expect(bestAct(classesWith([["metering-stuck-open"], 0.5])).act).not.toBe("repair");
    expect(bestAct(classesWith([["metering-stuck-open"], 0.9])).act).toBe("repair");
    // A sound car is left closed only where it is likely to be one.
    expect(bestAct(classesWith([["undercharge"], 0.4])).act).toBe("weigh");
    expect(bestAct(classesWith([["undercharge"], 0.1])).act).toBe("leave");
  });
});
