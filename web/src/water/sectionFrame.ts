import type { Picture, Survey } from "../api/client";

/** Where the drawing puts a distance and a depth below the present surface. */
export type Frame = {
  width: number;
  height: number;
  left: number;
  bottom: number;
  furthest: number;
  deepest: number;
  x: (distance: number) => number;
  y: (depth: number) => number;
  distanceAt: (px: number) => number;
  depthAt: (px: number) => number;
};

const LEFT = 58;
const RIGHT = 22;
const BOTTOM = 26;

export function frameOf(picture: Picture, survey: Survey, level: number, width: number, height: number): Frame {
  const columns = picture.section?.columns ?? [];
  const furthest = Math.max(
    4,
    columns.at(-1)?.distance_m ?? 0,
    survey.session.distance_m + 1,
    ...picture.current.speeds.map((s) => s.distance_m + 0.5),
  );
  const deepest = Math.max(0.5, ...columns.map((c) => level - c.low_m), picture.rig?.hook_depth_m ?? 0);
  // Bank that stands out of the water is drawn too, up to the room there is.
  const bank = Math.max(0, ...columns.map((c) => c.bed_m - level));
  const air = Math.max(64, Math.min(0.35 * height, 64 + (bank / deepest) * height * 0.6));
  const perM = (height - BOTTOM - air) / (1.14 * deepest);
  const acrossM = (width - LEFT - RIGHT) / furthest;
  return {
    width,
    height,
    left: LEFT,
    bottom: BOTTOM,
    furthest,
    deepest,
    x: (distance) => LEFT + distance * acrossM,
    y: (depth) => air + depth * perM,
    distanceAt: (px) => (px - LEFT) / acrossM,
    depthAt: (px) => (px - air) / perM,
  };
}
