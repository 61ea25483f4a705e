import type { Evaluation } from "../api/client";
import type { course } from "./course";
import { toPx, type View } from "./scale";

type Line = ReturnType<typeof course>;
export type Moving = NonNullable<Evaluation["moving"]>;

/** The answer with the float and the line as the current has them, where there is one. */
export function inFlow(evaluation: Evaluation): Evaluation {
  const m = evaluation.moving;
  if (!m) return evaluation;
  const placed = new Map(m.pieces.map((p) => [p.id, p]));
  return {
    ...evaluation,
    pieces: evaluation.pieces.map((p) => {
      const there = placed.get(p.id);
      if (!there) return p;
      return {
        ...p,
        depth_m: there.depth_m,
        state: there.on_bed ? "on-bed" : p.state === "on-bed" ? "hangs" : p.state,
      };
    }),
    path: m.path.map(([position = 0, , depth = 0]) => [position, depth] as [number, number]),
    attachment_m: m.path[0]?.[2] ?? evaluation.attachment_m,
    hook_height_m: m.hook_height_m,
    afloat: {
      ...evaluation.afloat,
      status: m.status,
      tip_m: m.tip_m,
      immersion_m: m.immersion_m,
      lean_rad: m.float_lean_rad * Math.sign(m.line_lean_rad || 1),
      base_m: m.base_m,
      carried_kg: m.carried_kg,
      ghosts: m.ghosts,
    },
  };
}

/** Downstream is to the right. Where the line trails further than there is room, it is drawn nearer than it is. */
export function flowCourse(moving: Moving, view: View, x0: number, room: [number, number]): Line {
  const far = moving.path.map(([, x = 0]) => x);
  const right = Math.max(1e-6, ...far);
  const left = Math.max(1e-6, -Math.min(0, ...far));
  const perM = Math.min(view.pxPerM, room[1] / right, room[0] / left);
  return moving.path.map(([position = 0, x = 0, depth = 0]) => ({
    x: x0 + x * perM,
    y: toPx(view, depth),
    position,
  }));
}
