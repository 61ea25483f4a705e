import { between, points } from "../fall/frames";
import type { RunPlan } from "./useRun";

/** When the float lands, on the clock of one cycle. [s] */
export function landsAt(plan: RunPlan): number {
  let at = 0;
  for (const leg of plan.cycle) {
    if (leg.id === "sinks") break;
    at += leg.seconds;
  }
  return at;
}

/** When the cycle ends. [s] */
export const cycleEnd = (plan: RunPlan): number => plan.cycle.reduce((sum, leg) => sum + leg.seconds, 0);

/** When the float is taken out, since it landed. [s] */
export const runEnd = (plan: RunPlan): number =>
  plan.cycle.reduce((sum, leg) => sum + (leg.id === "sinks" || leg.id === "fishes" ? leg.seconds : 0), 0);

/** Where the float is so long after it landed: x downstream of the angler, y out. [m] */
export function floatAt(plan: RunPlan, time: number): { x: number; y: number } {
  const moments = plan.drift?.moments;
  if (!moments?.length) return { x: plan.lands.x_m, y: plan.lands.y_m };
  const [a, b, share] = between(moments, time);
  return { x: a.x_m + (b.x_m - a.x_m) * share, y: a.y_m + (b.y_m - a.y_m) * share };
}

/** The line from the rod tip to the float as it lies then. */
export function lineAt(plan: RunPlan, time: number): [number, number][] {
  const shapes = (plan.drift?.moments ?? []).filter((m) => m.line.length > 0);
  if (shapes.length === 0) return [];
  const [a, b, share] = between(shapes, time);
  const at = floatAt(plan, time);
  const drawn =
    a.line.length === b.line.length
      ? points(a.line, b.line, share)
      : (share < 0.5 ? a : b).line.map(([x, y]): [number, number] => [x, y]);
  // Between two shapes the float's own place is known better than the line's end.
  drawn[drawn.length - 1] = [at.x, at.y];
  return drawn;
}

/** The rig below the float, (x over the ground, depth): sinking, then as it hangs. */
export function rigAt(plan: RunPlan, hangs: readonly (readonly number[])[], time: number): [number, number][] {
  const at = floatAt(plan, time);
  const frames = plan.sinking;
  if (time < plan.down_s && frames.length > 0) {
    const [a, b, share] = between(frames, time);
    const x0 = a.float_x_m + (b.float_x_m - a.float_x_m) * share;
    return points(a.path, b.path, share).map(([x, z]) => [x - x0 + at.x, z]);
  }
  return hangs.map((p) => [at.x + (p[1] ?? 0), p[2] ?? 0]);
}

/** What of the swim has to be seen. [m] */
export function extentOf(plan: RunPlan): { left: number; right: number; far: number } {
  const moments = plan.drift?.moments ?? [];
  const xs = [0, plan.lands.x_m, plan.down.x_m, ...moments.map((m) => m.x_m)];
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  // Feed that is thrown far upstream is told, not drawn, so that the run stays large.
  const feed = plan.feed_at?.x_m ?? left;
  const far = Math.max(plan.lands.y_m, plan.feed_at?.y_m ?? 0);
  return { left: Math.max(Math.min(left, feed), left - FEED_SHOWN_M), right, far };
}

/** Feed further upstream of the float's landing than this is beyond the picture. [m] */
const FEED_SHOWN_M = 3;
