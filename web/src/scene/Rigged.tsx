import type { Evaluation, Rig } from "../api/client";
import { colour } from "./colour";
import { StandingFloat } from "./StandingFloat";
import { toPx, type View } from "./scale";

type FloatProps = { evaluation: Evaluation; x: number; surface: number; view: View; leastPx?: number };

/** In deep water a float to scale would be a speck: it is drawn larger, about its waterline. */
const alongPx = (view: View, lengthM: number, leastPx = 40) => Math.max(view.pxPerM, leastPx / lengthM);

/** A float leans about where it holds the line. */
function pivotOf(evaluation: Evaluation, surface: number, along: number): number {
  const { base_m, length_m } = evaluation.afloat;
  return surface + along * Math.min(base_m, Math.max(base_m - length_m, evaluation.attachment_m));
}

/** The float at its waterline. */
export function FloatInWater({ evaluation, x, surface, view, leastPx }: FloatProps) {
  const float = evaluation.afloat;
  const widest = 2 * Math.max(...float.outline.map(([, r = 0]) => r));
  const along = alongPx(view, float.length_m, leastPx);
  const across = Math.max(along, Math.min(11 / widest, 6 * along));
  return (
    <StandingFloat
      outline={float.outline}
      paintM={float.paint_m}
      baseM={float.base_m}
      leanRad={float.lean_rad}
      x={x}
      surfaceY={surface}
      pivotY={pivotOf(evaluation, surface, along)}
      pxPerM={along}
      acrossPxPerM={across}
    />
  );
}

type RodLineProps = { rig: Rig; x: number; surface: number; view: View; evaluation: Evaluation };

/** The line from the rod: over the water to a float held at its top, under it to a bottom-end float. */
export function RodLine({ rig, x, surface, view, evaluation }: RodLineProps) {
  const float = rig.components.find((c) => c.kind === "float");
  const y = Math.max(surface - 30, toPx(view, evaluation.attachment_m));
  // Over the water it goes to where the float's lean has brought its upper end.
  const { lean_rad, length_m } = evaluation.afloat;
  const pivot = pivotOf(evaluation, surface, alongPx(view, length_m));
  const up = pivot - Math.min(y, surface - 4);
  const [topX, topY] = [x - up * Math.sin(lean_rad), pivot - up * Math.cos(lean_rad)];
  const from = float?.mount.startsWith("bottom-end")
    ? `M0 ${surface + 3} C${x * 0.6} ${surface + 3} ${x - 20} ${surface + 6} ${x} ${y}`
    : `M0 ${Math.max(8, surface - 90)} Q${topX * 0.6} ${surface - 18} ${topX} ${topY}`;
  return <path d={from} fill="none" stroke={colour("soft")} strokeWidth="1.3" />;
}
