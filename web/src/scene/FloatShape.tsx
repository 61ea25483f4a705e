import type { Evaluation } from "../api/client";
import { colour } from "./colour";

type Props = {
  float: Evaluation["afloat"];
  x: number;
  /** Where the waterline is drawn, and how many pixels a metre of float takes, along and across. */
  waterlineY: number;
  pxPerM: number;
  acrossPxPerM: number;
  /** Lies over: drawn on its side at the surface. */
  lying?: boolean;
};

/** The float's outline from the core, its painted tip apart, its waterline where it is told. */
export function FloatShape({ float, x, waterlineY, pxPerM, acrossPxPerM, lying = false }: Props) {
  const y = (z: number) => waterlineY + (float.immersion_m - z) * pxPerM;
  const side = (points: readonly (readonly number[])[], sign: number) =>
    points.map(([z = 0, r = 0]) => `${(x + sign * Math.max(r * acrossPxPerM, 0.7)).toFixed(2)},${y(z).toFixed(2)}`);
  const polygon = (points: readonly (readonly number[])[]) =>
    [...side(points, -1), ...side([...points].reverse(), 1)].join(" ");
  const paintFoot = float.length_m - float.paint_m;
  const below = float.outline.filter(([z = 0]) => z <= paintFoot);
  const above = float.outline.filter(([z = 0]) => z > paintFoot);
  const cut: [number, number] = [paintFoot, above[0]?.[1] ?? 0.001];
  const turn = lying ? `rotate(-78 ${x} ${waterlineY})` : undefined;
  return (
    <g transform={turn}>
      <polygon points={polygon([...below, cut])} fill={colour("body")} stroke={colour("shotrim")} strokeWidth="0.6" />
      <polygon points={polygon([cut, ...above])} fill={colour("tip")} stroke={colour("shotrim")} strokeWidth="0.6" />
    </g>
  );
}
