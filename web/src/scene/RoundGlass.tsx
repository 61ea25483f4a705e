import type { Evaluation } from "../api/client";
import { figureOf, type Units, write } from "../units/quantity";
import { colour } from "./colour";
import { StandingFloat } from "./StandingFloat";

type Props = { float: Evaluation["afloat"]; wantedM: number; cx: number; cy: number; r: number; units: Units };

/** Width of what is written under the glass. */
export const CAPTION_PX = 196;

/** The tip under a round glass: its millimetres, the wish, and the waterline with a shot more or less. */
export function RoundGlass({ float, wantedM, cx, cy, r, units }: Props) {
  const tip = float.status === "stands" ? float.tip_m : 0;
  // Room for the waterline with a shot less, unless that is so far off that the tip itself would be lost.
  const ghost = Math.max(0, ...float.ghosts.map((g) => g.tip_m ?? 0).filter((m) => m < 3 * Math.max(tip, wantedM)));
  const shown = Math.max(0.012, 1.25 * Math.max(tip, wantedM, ghost) + 0.003);
  const waterlineY = cy + 0.3 * r;
  const lies = float.status === "lies";
  const scale = lies ? (1.7 * r) / float.length_m : (1.15 * r) / shown;
  const under = float.status === "sinks";
  const times = Math.round(scale / 3.78 / 100) / 10;
  const wishY = waterlineY - (float.tip_m - wantedM) * scale;
  const figure = figureOf(float.tip_m, "tip", units, float.tip_step_m);
  const figurePx = Math.min(19, (0.86 * r) / figure.length);
  return (
    <g>
      <clipPath id="glass">
        <circle cx={cx} cy={cy} r={r} />
      </clipPath>
      <g clipPath="url(#glass)">
        <rect x={cx - r} y={cy - r} width={2 * r} height={2 * r} fill={colour("sky")} />
        <rect x={cx - r} y={under ? cy - r : waterlineY} width={2 * r} height={2 * r} fill={colour("shallow")} />
        {under ? (
          <text x={cx} y={cy + 5} textAnchor="middle" style={{ fontSize: 18, fontWeight: 700 }} fill={colour("float")}>
            under
          </text>
        ) : (
          <>
            <StandingFloat
              outline={float.outline}
              paintM={float.paint_m}
              baseM={float.base_m}
              leanRad={float.lean_rad}
              // A float that lies is shown whole, its middle under the glass; one that leans, its waterline.
              x={cx + Math.sin(float.lean_rad) * (lies ? 0.5 * float.length_m : float.immersion_m) * scale}
              surfaceY={waterlineY}
              pxPerM={scale}
              acrossPxPerM={lies ? scale : Math.max(scale * 0.6, 3 / (float.outline.at(-1)?.[1] || 0.001))}
            />
            <line x1={cx - r} x2={cx + r} y1={waterlineY} y2={waterlineY} stroke={colour("ink")} strokeWidth="1.5" />
          </>
        )}
        {float.status === "stands" && (
          <>
            {wishY < cy + r - 6 && Math.abs(wishY - waterlineY) > 2 && (
              <g stroke={colour("reed")} strokeWidth="2" strokeDasharray="2 3">
                <line x1={cx - 0.4 * r} x2={cx + 0.3 * r} y1={wishY} y2={wishY} />
              </g>
            )}
            <Ghosts float={float} cx={cx} cy={cy} r={r} waterlineY={waterlineY} scale={scale} />
            <Span cx={cx + 0.42 * r} top={waterlineY - float.tip_m * scale} foot={waterlineY} />
            <text
              x={cx + (float.tip_m < 0.01 ? 0.5 : 0.46) * r}
              y={waterlineY - 0.28 * r}
              style={{ fontSize: figurePx, fontWeight: 700 }}
              fill={colour("ink")}
            >
              {figure}
            </text>
            <text x={cx + 0.5 * r} y={waterlineY - 0.28 * r + 15} style={{ fontSize: 12 }} fill={colour("ink")}>
              {units.fine}
            </text>
          </>
        )}
      </g>
      <circle cx={cx} cy={cy} r={r} fill="none" stroke={colour("ink")} strokeWidth="2.5" />
      <Caption float={float} wantedM={wantedM} times={times} cx={cx} top={cy + r + 8} units={units} />
    </g>
  );
}

type GhostsProps = {
  float: Evaluation["afloat"];
  cx: number;
  cy: number;
  r: number;
  waterlineY: number;
  scale: number;
};

/** Where the water would stand with the smallest shot once more or less. */
function Ghosts({ float, cx, cy, r, waterlineY, scale }: GhostsProps) {
  return float.ghosts.map((ghost) => {
    if (ghost.tip_m === null) return null;
    // The waterline moves up the float by what the tip loses.
    const y = waterlineY - (float.tip_m - ghost.tip_m) * scale;
    if (Math.abs(y - waterlineY) < 2 || Math.abs(y - waterlineY) > 0.72 * r) return null;
    const tint = colour(ghost.change > 0 ? "brass" : "reed");
    // Near the rim the glass is narrow: the mark and its word keep inside, or the caption alone says it.
    const foot = y + (ghost.change > 0 ? 0 : 9) + 2;
    const reach = Math.min(0.5 * r, Math.sqrt(Math.max(0, r * r - (foot - cy) ** 2)) - 24);
    if (reach < 8) return null;
    const left = cx - reach;
    return (
      <g key={ghost.change}>
        <line x1={left} x2={cx + 0.14 * r} y1={y} y2={y} stroke={tint} strokeWidth="2" strokeDasharray="5 3" />
        <text
          x={left - 4}
          y={y + (ghost.change > 0 ? 0 : 9)}
          textAnchor="end"
          style={{ fontSize: 12, fontWeight: 700 }}
          fill={tint}
        >
          {ghost.change > 0 ? "+1" : "−1"}
        </text>
      </g>
    );
  });
}

type CaptionProps = {
  float: Evaluation["afloat"];
  wantedM: number;
  times: number;
  cx: number;
  top: number;
  units: Units;
};

/** Under the glass: the wish, and what the smallest shot on the rig would do. */
function Caption({ float, wantedM, times, cx, top, units }: CaptionProps) {
  const ghosts = [...float.ghosts].sort((a, b) => b.change - a.change);
  const words = ghosts.map((g) => ({
    key: g.change,
    tint: colour(g.change > 0 ? "brass" : "reed"),
    text: `${g.change > 0 ? "+1" : "−1"} ${g.label}: ${g.tip_m === null ? "goes under" : write(g.tip_m, "tip", units, float.tip_step_m)}`,
  }));
  const width = CAPTION_PX;
  return (
    <g>
      <rect
        x={cx - width / 2}
        y={top}
        width={width}
        height={26 + 17 * words.length}
        rx="9"
        fill={colour("card")}
        stroke={colour("rule")}
      />
      <text x={cx} y={top + 18} textAnchor="middle" style={{ fontSize: 13, fontWeight: 600 }} fill={colour("ink")}>
        {write(wantedM, "tip", units)} wanted, drawn ×{times}
      </text>
      {words.map((w, i) => (
        <text
          key={w.key}
          x={cx}
          y={top + 35 + 17 * i}
          textAnchor="middle"
          style={{ fontSize: 13, fontWeight: 600 }}
          fill={w.tint}
        >
          {w.text}
        </text>
      ))}
    </g>
  );
}

function Span({ cx, top, foot }: { cx: number; top: number; foot: number }) {
  return (
    <g stroke={colour("ink")} strokeWidth="1.4">
      <line x1={cx} x2={cx} y1={top} y2={foot} />
      <line x1={cx - 4} x2={cx + 4} y1={top} y2={top} />
      <line x1={cx - 4} x2={cx + 4} y1={foot} y2={foot} />
    </g>
  );
}
