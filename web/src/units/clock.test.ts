import { describe, expect, it } from "vitest";
import { clock, fromField, toField, until } from "./clock";

const ZONE = "Europe/London";

describe("moments in the time of the water", () => {
  it("writes and reads back, in winter and in summer", () => {
    for (const iso of ["2026-11-23T09:30:00.000Z", "2026-07-01T22:15:00.000Z"])
      for (const zone of [ZONE, "UTC", "America/St_Johns"]) expect(fromField(toField(iso, zone), zone)).toBe(iso);
    expect(clock("2026-07-01T22:15:00Z", ZONE)).toBe("23:15");
  });

  it("keeps its head over a change of clocks in the session", () => {
    // Clocks go back at 01:00 UTC on 25 October 2026: half past one comes twice, either is right.
    expect(["2026-10-25T00:30:00.000Z", "2026-10-25T01:30:00.000Z"]).toContain(fromField("2026-10-25T01:30", ZONE));
    expect(fromField("2026-10-25T03:00", ZONE)).toBe("2026-10-25T03:00:00.000Z");
    expect(fromField("2026-10-24T23:00", ZONE)).toBe("2026-10-24T22:00:00.000Z");
    // They go forward at 01:00 UTC on 29 March 2026: half past one does not come at all.
    expect(fromField("2026-03-29T01:30", ZONE)).toMatch(/2026-03-29T0[01]:30/);
  });

  it("refuses what is no date", () => expect(fromField("", ZONE)).toBeNull());

  it("counts down", () => {
    const now = Date.parse("2026-11-23T09:00:00Z");
    expect(until("2026-11-23T11:05:00Z", now)).toBe("in 2 h 5 min");
    expect(until("2026-11-23T08:00:00Z", now)).toBe("now");
  });
});
