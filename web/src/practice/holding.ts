import type { Schemas } from "../api/client";

type Task = Schemas["HoldTask"];
export type Run = { time: number; x: number; hand: number; now: number; laid: number };

/** A figure read off a table; its end beyond it, nothing where there is no table. */
const at = (x: number, xs: number[], ys: number[]): number => {
  const last = xs.length - 1;
  if (x <= (xs[0] ?? 0)) return ys[0] ?? 0;
  if (x >= (xs[last] ?? 0)) return ys[last] ?? 0;
  let i = 1;
  while ((xs[i] ?? 0) < x) i++;
  const [a, b] = [xs[i - 1] ?? 0, xs[i] ?? 1];
  return (ys[i - 1] ?? 0) + (((ys[i] ?? 0) - (ys[i - 1] ?? 0)) * (x - a)) / (b - a);
};

/** How much the bed stands up at a place. [m] */
export const bedAt = (task: Task, place: number): number =>
  at(
    place,
    task.bed.map(([x]) => x),
    task.bed.map(([, high]) => high),
  );

/** Where float and bait are: read off the table that was dealt. */
export function hangs(task: Task, run: Run) {
  const holds = task.hangs.map((h) => h.hold);
  const of = (pick: (h: Task["hangs"][number]) => number) => at(run.now, holds, task.hangs.map(pick));
  const [speed, height, lead] = [of((h) => h.speed_m_s), of((h) => h.height_m), of((h) => h.lead_m)];
  return { speed, height, lead, bait: height - bedAt(task, run.x + lead) };
}

/** The step of the server's own reckoning: frames come as they may, steps are all alike. */
export const STEP_S = 0.02;

/** The run so much later. */
export function later(task: Task, run: Run, seconds: number): Run {
  let next = run;
  for (let left = seconds; left > 1e-9 && next.x < task.run_m; left -= STEP_S) {
    // A line laid straight bows again, and draws the float along.
    const bowed = at(
      next.time - next.laid,
      task.pulls.map(([since]) => since),
      task.pulls.map(([, adds]) => adds),
    );
    const target = Math.min(1, next.hand + bowed);
    const now = next.now + ((target - next.now) * STEP_S) / task.follows_s;
    const moved = { ...next, now };
    next = { ...moved, x: next.x + hangs(task, moved).speed * STEP_S, time: next.time + STEP_S };
  }
  return next;
}
