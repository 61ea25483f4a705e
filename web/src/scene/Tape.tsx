import type { Evaluation } from "../api/client";
import { INCH_M, type Units, write } from "../units/quantity";
import { colour } from "./colour";
import { rulerStep, toPx, type View } from "./scale";

/** The way the rig is tied: straight down from its float. */
export function straight(evaluation: Evaluation): Evaluation {
  const { setting_m, attachment_m } = evaluation;
  return {
    ...evaluation,
    path: [
      [setting_m, attachment_m],
      [0, attachment_m + setting_m],
    ],
  };
}

/** A tape along the line: distances from the hook. */
export function Tape({ evaluation, view, x, units }: { evaluation: Evaluation; view: View; x: number; units: Units }) {
  const { setting_m, attachment_m } = evaluation;
  const unitM = units.line === "in" ? INCH_M : 0.01;
  const step = rulerStep(setting_m / unitM, 8) * unitM;
  const marks = Array.from({ length: Math.floor(setting_m / step + 1e-9) + 1 }, (_, i) => i * step);
  return (
    <g>
      {marks.map((m) => {
        const depth = attachment_m + setting_m - m;
        const y = toPx(view, depth);
        const tint = colour(depth > 0.45 * (attachment_m + setting_m) ? "ondeep" : "onwater");
        return (
          <g key={m}>
            <line x1={x - 22} x2={x - 10} y1={y} y2={y} stroke={tint} strokeWidth="1.2" />
            <text x={x - 26} y={y + 4.5} textAnchor="end" fill={tint} style={{ fontSize: 13 }}>
              {write(m, "line", units)}
            </text>
          </g>
        );
      })}
    </g>
  );
}
