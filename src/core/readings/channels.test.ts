import { describe, expect, it } from "vitest";
import { workshopSensors } from "../instruments/workshop-sensors";
import { fields } from "../records/fields";
import { units, unitsOf } from "../units/units";
import {
  channelIds,
  channels,
  logChannels,
  seldomChannels,
  settingChannels,
  streamChannels,
  takenChannels,
  usualChannels,
} from "./channels";
import { guessMapping } from "./file/log-import";
import { runningSchema } from "./file/reading-file";

describe("the table of channels", () => {
  it("gives each its own name, column and field, in its base unit, and a sensor where one stands between", () => {
    for (const property of ["name", "short", "column"] as const) {
      const all = channelIds.map((id) => channels[id][property]);
      expect(new Set(all).size, property).toBe(all.length);
    }
    for (const id of channelIds) {
      const { unit, dimension, readable } = channels[id];
      expect(units[unit].dimension, id).toBe(dimension);
      expect(units[unit].scale, id).toBe(1);
      expect(readable.min).toBeLessThan(readable.max);
      expect(id in workshopSensors, id).toBe(true);
    }
  });

  it("lets nothing be typed that its instrument could not show or the file could not hold", () => {
    for (const id of settingChannels) {
      const { typed, readable, field } = channels[id];
      expect(typed.min, id).toBeGreaterThanOrEqual(readable.min);
      expect(typed.max, id).toBeLessThanOrEqual(Math.max(readable.max, typed.max));
      expect(fields[id].label).toBe(channels[id].name);
      expect(unitsOf(fields[id].dimension).length).toBeGreaterThan(0);
      for (const value of [typed.min, typed.max]) {
        expect(runningSchema.safeParse({ [field]: value }).success, `${id} ${value}`).toBe(true);
      }
      expect(runningSchema.safeParse({ [field]: 1e6 }).success, id).toBe(false);
    }
  });

  it("parts what a test always has a place for from what is seldom to hand", () => {
    expect([...usualChannels, ...seldomChannels]).toEqual(settingChannels);
    expect(takenChannels.every((id) => (streamChannels as string[]).includes(id))).toBe(true);
    expect(seldomChannels).toContain("command");
  });

  it("finds each of its channels again in the header of a log that uses its own column names", () => {
    const header = ["time_s", ...logChannels.map((id) => channels[id].column)];
    const mapping = guessMapping(header, [["0", ...logChannels.map(() => "1")]])!;
    for (const [i, id] of logChannels.entries()) expect(mapping.columns[id]?.column, id).toBe(i + 1);
  });
});
