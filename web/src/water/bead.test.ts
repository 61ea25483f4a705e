import { describe, expect, it } from "vitest";
import { type Picture, Refusal, type Survey } from "../api/client";
import { IMPERIAL, METRIC } from "../units/quantity";
import { beadsOf, many } from "./bead";
import { BEADS } from "./panels/all";

const survey = (part: object = {}) =>
  ({ plumbings: [], soundings: [], marks: [], drifts: [], ...part }) as unknown as Survey;
const picture = (part: object = {}) =>
  ({
    here: { depth_m: 1.9, distance_m: 12 },
    level: { now_m: 0.42, rate_m_h: -0.02, changes: true },
    level_problem: null,
    timetable: null,
    timetable_problem: null,
    profile: { surface_m_s: 0.5 },
    chop: { height_m: 0.03 },
    light: { tip: { colour: "orange" } },
    ...part,
  }) as unknown as Picture;
const value = (id: string, s: Survey, p: Picture | null, units = METRIC) =>
  beadsOf(BEADS, { survey: s, picture: p, units }, null)
    .map((b) => ({ ...b, value: b.value.replaceAll("\u00a0", " ") }))
    .find((b) => b.id === id);

describe("the beads of the water", () => {
  it("say their present value in one line, in the person's units", () => {
    expect(value("depths", survey(), picture())?.value).toBe("1.90 m at 12 m");
    expect(value("depths", survey(), picture(), IMPERIAL)?.value).toBe("6 ft 3 in at 39 ft");
    expect(value("level", survey(), picture())?.value).toBe("0.42 m, falling");
    expect(value("current", survey(), picture())?.value).toBe("0.5 m/s on top");
    expect(value("plumb", survey({ plumbings: [1, 2] }), picture())?.value).toBe("2 spots");
  });

  it("say what is not there yet", () => {
    expect(value("plumb", survey(), null)?.value).toBe("not plumbed yet");
    expect(value("marks", survey(), null)?.value).toBe("none");
    expect(value("level", survey(), picture({ level: { changes: false } }))?.value).toBe("steady");
    expect(value("level", survey(), picture({ level: null }))?.value).toBe("cannot be reckoned");
    expect(value("current", survey(), picture({ profile: null }))?.value).toBe("still");
  });

  it("carry their state", () => {
    expect(value("depths", survey(), picture())?.state).toBe("note");
    expect(value("depths", survey({ soundings: [1] }), picture())?.state).toBe("settled");
    expect(value("level", survey(), picture({ level_problem: { message: "" } }))?.state).toBe("refuse");
    expect(value("level", survey(), picture({ timetable: { warnings: [1] } }))?.state).toBe("note");
    const refusal = new Refusal(422, [
      { code: "x", path: ["survey", "marks", 0, "depth_m"], message: "Too deep.", remedy: "", figures: {} },
    ]);
    expect(
      beadsOf(BEADS, { survey: survey(), picture: picture(), units: METRIC }, refusal).find((b) => b.id === "marks")
        ?.state,
    ).toBe("refuse");
  });

  it("counts as people do", () => expect([many(1, "spot"), many(0, "spot")]).toEqual(["1 spot", "0 spots"]));
});
