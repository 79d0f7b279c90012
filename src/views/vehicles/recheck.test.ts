import { describe, expect, it } from "vitest";
import type { Job } from "@/core/records/job";
import { newestFirst } from "@/core/records/vehicles/vehicle-history";
import { type Visit, visitOf } from "@/core/records/vehicles/visit";
import { shopJobs } from "../../../tests/support/shop-jobs";
import { calendarOf, recheckOf } from "./recheck";

const now = new Date("2026-06-01T10:00:00.000Z");
const pickup = shopJobs(now)[2] as Job;
const visit = (day: string, foundG: number | null, leftWithG: number | null): Visit => ({
  ...visitOf(pickup),
  jobId: day,
  at: `${day}T08:00:00.000Z`,
  signedAt: `${day}T10:00:00.000Z`,
  opened: false,
  foundG,
  leftWithG,
});

describe("the next re-check of a vehicle", () => {
  it("is a year after the filling of a sound one, sooner for one that leaks, today for one that is due", () => {
    const sound = newestFirst([visit("2026-05-01", null, 620)]);
    expect(recheckOf("v", "Van", sound, now.getTime())!.on.slice(0, 10)).toBe("2027-05-01");
    const leaks = newestFirst([visit("2025-05-01", null, 620), visit("2026-05-01", 380, 620)]);
    const due = recheckOf("v", "Van", leaks, now.getTime())!.on;
    expect(due > "2026-07" && due < "2026-12").toBe(true);
    const late = recheckOf("v", "Van", leaks, Date.parse("2030-01-01T00:00:00.000Z"))!.on;
    expect(late.slice(0, 10)).toBe("2030-01-01");
    expect(recheckOf("v", "Van", newestFirst([visit("2026-05-01", 400, null)]), now.getTime())).toBeNull();
  });

  it("is one whole day in a calendar, with a name that stays, whatever stands in the vehicle's", async () => {
    const recheck = { id: "v", name: 'Van; "blue", 3\nold', on: "2027-05-01T10:00:00.000Z", text: "Weigh it." };
    const text = await calendarOf([recheck], now);
    expect(text).toContain("UID:v@evrid");
    expect(text).toMatch(/DTSTART;VALUE=DATE:20270501/);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(1);
    // Folded and escaped as RFC 5545 wants it: no raw line break within a field.
    const unfolded = text.replace(/\r\n[ \t]/g, "");
    expect(unfolded).toContain('SUMMARY:Van\\; \\"blue\\"\\, 3\\nold: weigh the refrigerant'.replace(/\\"/g, '"'));
  });
});

describe("the text of a calendar", () => {
  it("hold one property per line, whatever stands in an id, a name or a text", async () => {
    const odd = "van\r\nATTENDEE:mailto:x@y.example,a;b\\c";
    const text = await calendarOf(
      [{ id: `name:${odd}`, name: odd, on: "2027-03-01T00:00:00.000Z", text: odd }],
      new Date("2026-06-01T10:00:00Z"),
    );
    const lines = text.replace(/\r\n[ \t]/g, "").split("\r\n");
    expect(lines.filter((line) => line.startsWith("ATTENDEE"))).toEqual([]);
    const uid = lines.find((line) => line.startsWith("UID:"))!;
    expect(uid).toMatch(/^UID:[\w.!~*'()%-]+@evrid$/);
    expect(lines.find((line) => line.startsWith("SUMMARY:"))).toContain("\\,a\\;b\\\\c");
    for (const line of lines.filter(Boolean)) expect(line).toMatch(/^[A-Z-]+[:;]/);
  });

  it("keep the id of a record as it is, so that reading them again moves an event", async () => {
    const id = "0b7a1c9e-4a4b-4a0e-8a53-2f8f0d3a1c55";
    const text = await calendarOf([{ id, name: "Van", on: "2027-03-01T00:00:00.000Z", text: "x" }], new Date());
    expect(text).toContain(`UID:${id}@evrid`);
  });
});
