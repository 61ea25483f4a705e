import type { Fall } from "../../api/client";

/** The two frames about a moment and the share of the way between them. */
export function between<F extends { time_s: number }>(frames: readonly F[], time: number): [F, F, number] {
  const last = frames.length - 1;
  let low = 0;
  let high = last;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((frames[middle] as F).time_s <= time) low = middle;
    else high = middle;
  }
  const a = frames[low] as F;
  const b = frames[Math.min(high, last)] as F;
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

type Piece = Fall["pieces"][number];
type Spot = [number, number];

/** Two pieces sit shoulder to shoulder when the line between them is this much longer than they are, or less. [m] */
const SLACK_M = 0.002;
const LOADS = new Set(["shot", "weight"]);

/**
 * Pieces are drawn larger than they are: those of a bulk are moved apart up the drawn line, from the lowest up.
 * Pieces and line run from the float to the hook.
 */
export function stacked(
  at: readonly Spot[],
  pieces: readonly Piece[],
  line: readonly Spot[],
  radiusPx: (acrossM: number) => number,
): Spot[] {
  const placed = at.map(([x, y]): Spot => [x, y]);
  for (let i = at.length - 2; i >= 0; i--) {
    const [upper, lower, below] = [pieces[i], pieces[i + 1], placed[i + 1]];
    if (!upper || !lower || !below || !LOADS.has(upper.kind) || !LOADS.has(lower.kind)) continue;
    if (upper.position_m - lower.position_m > 0.5 * (upper.across_m + lower.across_m) + SLACK_M) continue;
    placed[i] = upTheLine(line, below, radiusPx(upper.across_m) + radiusPx(lower.across_m));
  }
  return placed;
}

/** The spot so far up the line from one on it; beyond its end when it is too short. */
function upTheLine(line: readonly Spot[], from: Spot, far: number): Spot {
  let [x, y] = from;
  let left = far;
  for (let next = linkOf(line, from); next >= 0; next--) {
    const [nx, ny] = line[next] as Spot;
    const step = Math.hypot(nx - x, ny - y);
    if (step >= left) return [x + ((nx - x) * left) / step, y + ((ny - y) * left) / step];
    left -= step;
    [x, y] = [nx, ny];
  }
  return [x, y - left];
}

/** The upper end of the link a spot is on, or of the nearest. */
function linkOf(line: readonly Spot[], [x, y]: Spot): number {
  let nearest = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 1 < line.length; i++) {
    const [ax, ay] = line[i] as Spot;
    const [dx, dy] = [(line[i + 1] as Spot)[0] - ax, (line[i + 1] as Spot)[1] - ay];
    const share = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
    const off = Math.hypot(x - ax - share * dx, y - ay - share * dy);
    if (off < least) [nearest, least] = [i, off];
  }
  return nearest;
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
