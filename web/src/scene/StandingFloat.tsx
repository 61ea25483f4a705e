import { colour } from "./colour";

type Props = {
  outline: readonly (readonly number[])[];
  paintM: number;
  /** Depth of the foot below the surface, and the lean from upright. */
  baseM: number;
  leanRad: number;
  x: number;
  surfaceY: number;
  /** Where it leans about; its foot when not given. */
  pivotY?: number;
  pxPerM: number;
  acrossPxPerM: number;
};

/** A float's outline in the water: its foot at its depth, leaning (upstream more than nothing), the painted tip apart. */
export function StandingFloat({ outline, paintM, baseM, leanRad, x, surfaceY, pivotY, pxPerM, acrossPxPerM }: Props) {
  const length = outline.at(-1)?.[0] ?? 0;
  const foot = surfaceY + baseM * pxPerM;
  const y = (z: number) => foot - z * pxPerM;
  const side = (points: readonly (readonly number[])[], sign: number) =>
    points.map(([z = 0, r = 0]) => `${(x + sign * Math.max(r * acrossPxPerM, 0.7)).toFixed(2)},${y(z).toFixed(2)}`);
  const polygon = (points: readonly (readonly number[])[]) =>
    [...side(points, -1), ...side([...points].reverse(), 1)].join(" ");
  const paintFoot = Math.max(0, length - paintM);
  const below = outline.filter(([z = 0]) => z <= paintFoot);
  const above = outline.filter(([z = 0]) => z > paintFoot);
  const cut: [number, number] = [paintFoot, above[0]?.[1] ?? 0.001];
  const degrees = (leanRad * 180) / Math.PI;
  return (
    <g transform={Math.abs(degrees) > 0.01 ? `rotate(${(-degrees).toFixed(2)} ${x} ${pivotY ?? foot})` : undefined}>
      <polygon points={polygon([...below, cut])} fill={colour("body")} stroke={colour("shotrim")} strokeWidth="0.6" />
      <polygon points={polygon([cut, ...above])} fill={colour("tip")} stroke={colour("shotrim")} strokeWidth="0.6" />
    </g>
  );
}
