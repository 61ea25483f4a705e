import type { Evaluation, Rig } from "../api/client";
import { colour } from "./colour";
import { StandingFloat } from "./StandingFloat";
import { toPx, type View } from "./scale";

type FloatProps = { evaluation: Evaluation; x: number; surface: number; view: View; leastPx?: number };

/** The float at its waterline. */
export function FloatInWater({ evaluation, x, surface, view, leastPx = 40 }: FloatProps) {
  const float = evaluation.afloat;
  const widest = 2 * Math.max(...float.outline.map(([, r = 0]) => r));
  // In deep water a float to scale would be a speck: it is drawn larger, about its waterline.
  const along = Math.max(view.pxPerM, leastPx / float.length_m);
  const across = Math.max(along, Math.min(11 / widest, 6 * along));
  return (
    <StandingFloat
      outline={float.outline}
      paintM={float.paint_m}
      baseM={float.base_m}
      leanRad={float.lean_rad}
      x={x}
      surfaceY={surface}
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
  const from = float?.mount.startsWith("bottom-end")
    ? `M0 ${surface + 3} C${x * 0.6} ${surface + 3} ${x - 20} ${surface + 6} ${x} ${y}`
    : `M0 ${Math.max(8, surface - 90)} Q${x * 0.6} ${surface - 18} ${x} ${Math.min(y, surface - 4)}`;
  return <path d={from} fill="none" stroke={colour("soft")} strokeWidth="1.3" />;
}
