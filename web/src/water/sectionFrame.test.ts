import { describe, expect, it } from "vitest";
import type { Picture, Survey } from "../api/client";
import { frameOf } from "./sectionFrame";

const column = (distance_m: number, bed_m: number) => ({ distance_m, bed_m, low_m: bed_m - 0.2, high_m: bed_m + 0.2 });
const picture = (columns: ReturnType<typeof column>[], speeds: { distance_m: number }[] = []) =>
  ({ section: { columns }, current: { speeds }, rig: null }) as unknown as Picture;
const survey = (distance_m: number) => ({ session: { distance_m } }) as unknown as Survey;

describe("the frame of a section", () => {
  const frame = frameOf(picture([column(0, -0.5), column(20, -4)]), survey(8), 0, 640, 400);

  it("turns distances and depths into pixels and back", () => {
    for (const d of [0, 3.3, 20]) expect(frame.distanceAt(frame.x(d))).toBeCloseTo(d, 9);
    for (const d of [0, 1.7, 4.2]) expect(frame.depthAt(frame.y(d))).toBeCloseTo(d, 9);
  });

  it("keeps everything sounded inside the drawing, above the ruler", () => {
    expect(frame.x(20)).toBeLessThan(640);
    expect(frame.y(4.2)).toBeLessThan(400 - frame.bottom);
    expect(frame.y(0)).toBeGreaterThan(60);
  });

  it("reaches out to the rig and to every lane that was timed", () => {
    expect(frameOf(picture([column(0, -1)]), survey(50), 0, 640, 400).furthest).toBeGreaterThan(50);
    expect(frameOf(picture([column(0, -1)], [{ distance_m: 33 }]), survey(5), 0, 640, 400).furthest).toBeGreaterThan(
      33,
    );
  });

  it("leaves more air when the bank stands out of the water", () => {
    const low = frameOf(picture([column(0, 2), column(20, -4)]), survey(8), 0, 640, 400);
    expect(low.y(0)).toBeGreaterThan(frame.y(0));
    // The same bed at a higher level is drawn deeper.
    const high = frameOf(picture([column(0, -0.5), column(20, -4)]), survey(8), 3, 640, 400);
    expect(high.deepest).toBeCloseTo(frame.deepest + 3, 9);
  });
});
