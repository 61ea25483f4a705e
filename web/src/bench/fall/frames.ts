import type { Fall } from "../../api/client";

type Frame = Fall["frames"][number];

/** The two frames about a moment and the share of the way between them. */
export function between(frames: readonly Frame[], time: number): [Frame, Frame, number] {
  const last = frames.length - 1;
  let low = 0;
  let high = last;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((frames[middle] as Frame).time_s <= time) low = middle;
    else high = middle;
  }
  const a = frames[low] as Frame;
  const b = frames[Math.min(high, last)] as Frame;
  const span = b.time_s - a.time_s;
  const share = span > 0 ? Math.min(1, Math.max(0, (time - a.time_s) / span)) : 0;
  return [a, b, share];
}

const mix = (a: number, b: number, share: number) => a + (b - a) * share;

/** Points of a moment: those of both frames mixed where they match, counted from the hook; else the nearer frame's. */
export function points(
  a: readonly (readonly number[])[],
  b: readonly (readonly number[])[],
  share: number,
): [number, number][] {
  const shorter = Math.min(a.length, b.length);
  const from = a.length <= b.length ? a : b;
  return from.map((_, i) => {
    const p = a[a.length - shorter + i] as readonly number[];
    const q = b[b.length - shorter + i] as readonly number[];
    return [mix(p[0] ?? 0, q[0] ?? 0, share), mix(p[1] ?? 0, q[1] ?? 0, share)];
  });
}

/** What has to fit into the drawing: least and greatest x, and the deepest. [m] */
export function extent(falls: readonly Fall[]): { left: number; right: number; deep: number } {
  let left = -0.3;
  let right = 0.3;
  let deep = 0.3;
  for (const fall of falls) {
    for (const frame of fall.frames) {
      for (const [x = 0, z = 0] of frame.path) {
        left = Math.min(left, x);
        right = Math.max(right, x);
        deep = Math.max(deep, z);
      }
    }
  }
  return { left, right, deep };
}

/** When the clock stops. [s] */
export const endOf = (falls: readonly Fall[]) => Math.max(0, ...falls.map((f) => f.frames.at(-1)?.time_s ?? 0));

/** Where an item of feed is at a moment; null before it is thrown. */
export function feedAt(path: readonly (readonly number[])[], time: number): [number, number] | null {
  const first = path[0];
  if (!first || time < (first[0] ?? 0)) return null;
  for (let i = 1; i < path.length; i++) {
    const [t0 = 0, x0 = 0, z0 = 0] = path[i - 1] as readonly number[];
    const [t1 = 0, x1 = 0, z1 = 0] = path[i] as readonly number[];
    if (time <= t1) {
      const share = t1 > t0 ? (time - t0) / (t1 - t0) : 0;
      return [mix(x0, x1, share), mix(z0, z1, share)];
    }
  }
  const [, x = 0, z = 0] = path.at(-1) as readonly number[];
  return [x, z];
}
