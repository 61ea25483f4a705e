import { memo } from "react";
import type { Evaluation, Rig } from "../api/client";
import { colour } from "./colour";
import { at, course } from "./course";
import { FloatInWater, RodLine } from "./Rigged";
import { fitView, toPx } from "./scale";

type Props = { rig: Rig; evaluation: Evaluation; width: number; height: number };

/** A rig in its water, small and still: the same answer the large drawing is made from. */
export const Miniature = memo(function Miniature({ rig, evaluation, width, height }: Props) {
  const deepest = Math.max(0, ...evaluation.path.map(([, depth = 0]) => depth));
  // A rig that hangs high is drawn large, without the water under it.
  const shown = Math.min(rig.water.depth_m, 1.25 * deepest);
  const view = fitView(height, shown, deepest, evaluation.afloat.tip_m);
  const x = Math.round(width * 0.42);
  const line = course(evaluation.path, view, x, width - 16);
  const [surface, bed] = [toPx(view, 0), toPx(view, rig.water.depth_m)];
  const hook = at(line, 0);
  const hooks = rig.components.filter((c) => c.kind === "hook" && c.position_m > 0);
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true" className="bw-mini">
      <rect width={width} height={surface} fill={colour("sky")} />
      <rect y={surface} width={width} height={height - surface} fill={colour("shallow")} />
      {bed < height && <rect y={bed} width={width} height={height - bed} fill={colour("bed")} />}
      <RodLine rig={rig} x={x} surface={surface} view={view} evaluation={evaluation} />
      <polyline
        points={line.map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(" ")}
        fill="none"
        stroke={colour("shot")}
        strokeWidth="1.2"
      />
      <FloatInWater evaluation={evaluation} x={x} surface={surface} view={view} leastPx={30} />
      {evaluation.pieces
        .filter((p) => p.diameter_m !== null && p.state !== "above" && p.state !== "in-the-air")
        .map((p) => {
          const place = at(line, p.position_m);
          const r = Math.min(6.5, Math.max(1.8, 1 + 620 * (p.diameter_m ?? 0)));
          const y = Math.min(toPx(view, p.depth_m), bed - r + 1);
          return (
            <circle
              key={p.id}
              cx={place.x}
              cy={y}
              r={r}
              fill={colour("shot")}
              stroke={colour("shotrim")}
              strokeWidth="0.5"
            />
          );
        })}
      {[hook, ...hooks.map((h) => at(line, h.kind === "hook" ? h.position_m : 0))].map((h) => (
        <g key={`${h.x}-${h.y}`}>
          <path d={`M${h.x} ${h.y} v5 a3 3 0 0 0 6 0 v-2`} fill="none" stroke={colour("shot")} strokeWidth="1.6" />
          <circle cx={h.x + 3} cy={h.y + 7} r="3" fill={colour("tip")} />
        </g>
      ))}
    </svg>
  );
});
