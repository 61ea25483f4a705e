import { FOOT_M, type Units } from "../units/quantity";
import { colour } from "./colour";
import { NARROW_PX, rulerStep, toPx, type View } from "./scale";

/** `bare`: without stones, where the bed goes by. */
type Props = { width: number; height: number; view: View; depthM: number; units: Units; bare?: boolean };

/** Air, water, bed, and the ruler of depths in the person's unit. */
export function Backdrop({ width, height, view, depthM, units, bare }: Props) {
  const surface = toPx(view, 0);
  const bed = toPx(view, depthM);
  return (
    <g>
      <defs>
        <linearGradient id="water" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor={colour("shallow")} />
          <stop offset="1" stopColor={colour("deep")} />
        </linearGradient>
      </defs>
      <rect width={width} height={Math.max(0, surface)} fill={colour("sky")} />
      <rect y={surface} width={width} height={Math.max(0, bed + 6 - surface)} fill="url(#water)" />
      <line x1="0" x2={width} y1={surface} y2={surface} stroke={colour("card")} strokeWidth="2" />
      <Ruler narrow={width < NARROW_PX} view={view} depthM={depthM} units={units} />
      <path d={bedOutline(width, height, bed)} fill={colour("bed")} />
      {!bare && <g fill={colour("bedmark")}>{stones(width, height, bed)}</g>}
    </g>
  );
}

function bedOutline(width: number, height: number, bed: number): string {
  const steps = 12;
  const tops = Array.from({ length: steps + 1 }, (_, i) => {
    // A little unevenness below the plumbed level; the level itself is where the ruler says.
    const rough = 2.5 + 2.5 * Math.sin(i * 1.9) * Math.cos(i * 0.7);
    return `L${((width * i) / steps).toFixed(1)} ${(bed + (i === 0 ? 0 : Math.max(0, rough))).toFixed(1)}`;
  });
  return `M0 ${height} ${tops.join(" ")} L${width} ${height} Z`;
}

function stones(width: number, height: number, bed: number) {
  const room = height - bed - 16;
  if (room < 6) return null;
  return Array.from({ length: Math.round(width / 22) }, (_, i) => {
    const x = (i * 61.7 + 13) % width;
    const y = bed + 12 + ((i * 37.3) % room);
    // biome-ignore lint/suspicious/noArrayIndexKey: stones have no other name
    return <ellipse key={i} cx={x} cy={y} rx={4 + (i % 4)} ry={2.4 + (i % 3) * 0.5} />;
  });
}

/** In a narrow drawing only the first figure has its unit, so that the others leave room. */
function Ruler({ view, depthM, units, narrow }: { view: View; depthM: number; units: Units; narrow: boolean }) {
  const bed = toPx(view, depthM);
  const unitM = units.depth === "ft" ? FOOT_M : 1;
  const step = rulerStep(depthM / unitM, 6);
  const digits = step < 0.1 ? 2 : step < 1 ? 1 : 0;
  const fine = step / 5;
  const ticks = [];
  for (let i = 1; i * fine * unitM <= depthM + 1e-9; i++) {
    const main = i % 5 === 0;
    const y = toPx(view, i * fine * unitM);
    const deep = i * fine * unitM > 0.45 * depthM;
    const tint = colour(deep ? "ondeep" : "onwater");
    ticks.push(
      <g key={i}>
        <line x1="12" x2={main ? 28 : 20} y1={y} y2={y} stroke={tint} strokeWidth={main ? 1.6 : 1} />
        {main && (
          <text x="33" y={Math.min(y + 4.5, bed - 5)} style={{ fontSize: 13, fontWeight: 600 }} fill={tint}>
            {(i * fine).toFixed(digits)} {(i === 5 || !narrow) && units.depth}
          </text>
        )}
      </g>,
    );
  }
  return <g>{ticks}</g>;
}
